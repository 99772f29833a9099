<?php

declare(strict_types=1);

use App\Backup\Archive;
use App\Models\User;
use App\Upgrade\State;
use App\Upgrade\Upgrade;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\EveryView;
use Tests\StartedByHand;

/**
 * The demo of two earlier versions, as those versions wrote it, and what they showed of it (databases/*.json): their own answers
 * to the same questions, asked on the same Wednesday.
 */
function earlierDatabase(object $test, string $name): void
{
    DB::purge('sqlite');
    array_map(unlink(...), glob("{$test->folder()}/db.sqlite*") ?: []);
    file_put_contents(
        "{$test->folder()}/db.sqlite",
        gzdecode((string) file_get_contents(__DIR__."/databases/{$name}.sqlite.gz")),
    );
}

/** @return array<string, list<string>> what is on the board, in the basket and found, as words */
function whatIsShown(object $test): array
{
    $test->at('2026-11-25T10:20:00+01:00');
    $ask = function (string $path) use ($test): array {
        app()->forgetScopedInstances();

        return $test->actingAs(User::query()->firstOrFail())->getJson(
            "/api/{$path}",
            ['Origin' => 'http://localhost'],
        )->assertOk()->json();
    };
    $shown = [];
    foreach (['2026-09-14', '2026-10-19', '2026-11-23', '2026-12-28', '2027-01-25'] as $from) {
        $board = $ask("board?from={$from}&days=35");
        foreach ($board['occurrences'] as $one) {
            $one += $board['entries'][$one['entry_id']];
            $shown['board'][] =
                "{$one['start']} {$one['end']} {$one['title']} ".(($one['done'] ?? false) ? 'done' : '').(($one['moved'] ?? false) ? 'moved' : '');
        }
        $facts = array_flip(['placed', 'listed', 'capacity', 'over', 'tasks', 'done', 'conflicts']);
        foreach ($board['days'] as $day) {
            $shown['load'][] = $day['date'].' '.implode(' ', array_map(json_encode(...), array_intersect_key($day, $facts)));
        }
    }
    foreach ($ask('basket')['items'] as $item) {
        $shown['basket'][] = $item['title'].' '.$item['due'];
    }
    foreach (['heater', 'orchid', 'grant'] as $words) {
        foreach ($ask("search?q={$words}")['found'] as $hit) {
            $shown['search'][] = "{$words} {$hit['title']}";
        }
    }
    foreach (['board', 'basket', 'search'] as $list) {
        sort($shown[$list]);
    }

    return $shown;
}

test('a database of an earlier version is brought here, and every view shows what it showed', function (string $name) {
    earlierDatabase($this, $name);
    $before = hash_file('sha256', "{$this->folder()}/db.sqlite");
    expect(
        app(Upgrade::class)->state("{$this->folder()}/db.sqlite"),
    )->toBe(State::Older)->and(Artisan::call('data:upgrade'))->toBe(0);
    preg_match('/What was there lies in (\S+)\.\n/', Artisan::output(), $aside);
    expect((new Archive($aside[1]))->check()['tables']['entries'])->toBe(DB::table('entries')->count());
    // What was laid aside is what was there.
    (new Archive($aside[1]))->unpack($this->folder().'/framework');
    expect($before)->not->toBe(hash_file('sha256', "{$this->folder()}/db.sqlite"));

    expect(whatIsShown($this))->toEqual(
        json_decode((string) gzdecode((string) file_get_contents(__DIR__."/databases/{$name}.json.gz")), true),
    );
    expect(app(Upgrade::class)->state("{$this->folder()}/db.sqlite"))->toBe(State::Current);
    expect(EveryView::faults(fn (string $path) => $this->getJson("/api/{$path}", ['Origin' => 'http://localhost'])))->toBe([]);
    expect(Artisan::call('reminders:work', ['--once' => true]))->toBe(0)->and(Artisan::call('backup:write'))->toBe(0);
    expect(Artisan::call('data:upgrade'))->toBe(0)->and(Artisan::output())->toBe('');
})->with(['first-days', 'before-the-tally']);

test('a database at the baseline comes along where a row of it crosses accounts: that row goes, the rest stays', function () {
    earlierDatabase($this, 'first-days');
    file_put_contents("{$this->folder()}/db.sqlite", '');
    DB::purge('sqlite');
    Artisan::call('migrate', ['--path' => 'database/migrations/2026_01_01_000000_create_schema.php', '--force' => true]);
    $old = $this->other();
    $old->exec("insert into users (id, name, email, password, zone, week) values (1, 'A', 'a@x.test', '', 'UTC', '[]'), (2, 'B', 'b@x.test', '', 'UTC', '[]');
        insert into areas (id, user_id, name, colour) values ('a1', 1, 'Home', 'plum');
        insert into calendars (id, user_id, area_id, name, reminders) values ('c1', 1, 'a1', 'Home', '[]');
        insert into entries (id, user_id, calendar_id, kind, title, start, extra_dates, except_dates, checklist, reminders)
            values ('e1', 1, 'c1', 'task', 'Water the orchid', '2026-11-25', '[]', '[]', '[]', '[]');
        insert into overrides (entry_id, user_id, recurrence_id, fields) values ('e1', 1, '2026-11-25', '[]'), ('e1', 2, '2026-11-26', '[]')");
    unset($old);
    expect(app(Upgrade::class)->state("{$this->folder()}/db.sqlite"))->toBe(State::Behind);
    expect(Artisan::call('data:upgrade'))->toBe(0, Artisan::output());
    DB::purge('sqlite');
    expect(DB::table('overrides')->pluck('user_id')->all())->toBe([1])->and(DB::table('entries')->count())->toBe(1);
    // What is searched is kept in another way by now, and was made anew.
    expect(DB::table('searched')->pluck('title')->all())->toBe(['water the orchid']);
    expect(app(Upgrade::class)->state("{$this->folder()}/db.sqlite"))->toBe(State::Current);
});

test('who kept the holidays of the United States goes on with the month first in a date', function () {
    earlierDatabase($this, 'first-days');
    $old = $this->other();
    $old->exec("update users set holidays = 'US'");
    unset($old);
    expect(Artisan::call('data:upgrade'))->toBe(0, Artisan::output());
    DB::purge('sqlite');
    expect(User::query()->firstOrFail()->only(['holidays', 'date_order', 'decimal_mark', 'week_numbers']))
        ->toBe(['holidays' => 'US', 'date_order' => 'month', 'decimal_mark' => 'point', 'week_numbers' => 'iso']);
});

test('a backup of an earlier version is brought here before it takes the place of anything', function () {
    earlierDatabase($this, 'before-the-tally');
    $old = Archive::write("{$this->folder()}/old", "{$this->folder()}/db.sqlite", "{$this->folder()}/app/private/attachments");
    earlierDatabase($this, 'first-days');
    Artisan::call('data:upgrade');
    expect(Artisan::call('backup:restore', ['archive' => $old->path, '--yes' => true]))->toBe(0);
    DB::purge('sqlite');
    expect(DB::table('entries')->count())
        ->toBe(77)
        ->and(app(Upgrade::class)->state("{$this->folder()}/db.sqlite"))
        ->toBe(State::Current);
});

test('what cannot be brought here is said and left as it was', function (string $sql, string $says) {
    earlierDatabase($this, 'before-the-tally');
    $this->other()->exec($sql);
    $before = hash_file('sha256', "{$this->folder()}/db.sqlite");
    expect(Artisan::call('data:upgrade'))->toBe(1)->and(Artisan::output())->toContain($says);
    expect(hash_file('sha256', "{$this->folder()}/db.sqlite"))->toBe($before);
})->with([
    'of a later version' => [
        "insert into migrations (migration, batch) values ('2099_01_01_000000_something_new', 9)",
        'was written by a later version',
    ],
    'with a column that nobody here knows' => ['alter table entries add column weight integer', 'backup:account EMAIL'],
    'with a table that nobody here knows' => ['create table plants (id integer)', 'a table plants'],
    'with a row of nobody' => [
        "pragma foreign_keys = off; insert into themes (id, user_id, words, date) values ('x', 99, 'Nobody', '2026-01-01')",
        'does not hang together',
    ],
]);

test('bin/start brings an earlier database here and says so, and stops where it cannot', function () {
    earlierDatabase($this, 'first-days');
    $start = new StartedByHand($this->folder(), []);
    expect($start->log())->toContain('was brought to')->toContain('backups/aside-');
    expect(file_get_contents("{$start->url}/up"))->toBe('up '.config('version.number'));
    $start->stop();
    unlink("{$this->folder()}/start.log");
    $this->other()->exec("insert into migrations (migration, batch) values ('2099_01_01_000000_something_new', 9)");
    expect(fn () => new StartedByHand($this->folder(), []))->toThrow(RuntimeException::class, 'was written by a later version');
});

test('a migration that landed is never edited', function () {
    // Added with each migration as it lands; a line that is here does not change any more.
    $landed = [
        '2026_01_01_000000_create_schema' => '0568d99f72789bec581921c3d6666236d3c3a99c2c604af49f113b2a98663cd8',
        '2026_12_01_100000_what_follows_hangs_on_the_step' => 'a5d30b183a6edfee858b1f7ff2226fd64c05995e3c1b10ba959f2fbdb873224b',
        '2026_12_01_110000_nothing_crosses_accounts' => '0460ad4d534ab4c720233c119a3b63a83f9af9f27f76971d94ce458d25ab6c31',
        '2026_12_01_120000_long_work_gives_signs_of_life' => '5bd74a3c8fc7b2cec2c60ebd1579031f651562295cf476bd9b31fef0ca3ca739',
        '2026_12_01_130000_space_is_given_back' => 'e0c444136dec4a8a42e75b6b52ef40f05ce7cdf3250c1c34297f4338f56a8c28',
        '2026_12_01_140000_how_dates_and_numbers_are_written' => 'a4fece359b0a9a8408a1c660a5aa25fef03f59c2ac7ce79a033670e92eb005e3',
        '2026_12_01_150000_what_counts_from_its_finish_may_stand_before_its_start' => '45234798f966ffed65bbde23eeb3de3e13f9d946f1fa29179445fe8c9a49b084',
        '2026_12_02_060000_words_are_searched_folded' => '82748de8138f371b3a1e5c3ba9d6a7e0282c4a438617aa4f2122d193a05cf887',
    ];
    foreach ($landed as $name => $sum) {
        expect(hash_file('sha256', database_path("migrations/{$name}.php")))->toBe($sum, "{$name} is not as it landed");
    }
    expect(array_map(fn (string $path): string => basename($path, '.php'), glob(database_path('migrations/*.php')) ?: []))->toBe(
        array_keys($landed),
    );
});
