<?php

declare(strict_types=1);

use App\Actions\Accounts\OpenAccount;
use App\Archive\AccountTables;
use App\Models\StoredArchive;
use App\Models\User;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Tests\EveryView;

/** An account with a row in every table, made over HTTP as a person would. */
function oneOfEach(object $test): User
{
    $user = User::query()->orderByDesc('id')->firstOrFail();
    $check = $test->ventCheck();
    $pane = $test->entry(['title' => 'Re-putty the pane', 'start' => '2026-11-25', 'after_id' => $check['id']]);
    $fair = $test->entry(['title' => 'Fair', 'kind' => 'event', 'start' => '2026-12-12', 'lead_ups' => [
        [
            'id' => null,
            'title' => 'Pack',
            'count' => 1,
            'unit' => 'days',
            'estimate' => 30,
            'place' => 'day',
            'is_due' => false,
            'waits' => false,
        ],
    ]]);
    $test->api('PUT', "entries/{$check['id']}/occurrences/2026-11-24T07:15:00/done");
    $test->api(
        'PATCH',
        "entries/{$check['id']}",
        ['title' => 'Vents', 'scope' => 'one', 'recurrence_id' => '2026-11-25T07:15:00'],
    );
    $timing = $test->api('POST', 'timings', ['entry_id' => $pane['id'], 'recurrence_id' => 'once'])->json();
    $test->at('2026-11-25T10:40:00+01:00');
    $test->api('POST', 'timings/'.$timing['running']['id'].'/stop');
    $test->api(
        'PUT',
        'closings/2026-11-24',
        ['answers' => [['question' => 'What went well?', 'answer' => 'All.']], 'closed' => true],
    );
    $test->api('PUT', 'days/2026-11-26/hours', ['minutes' => 120]);
    $area = $test->api('GET', 'areas')->json('areas.0.id');
    $test->api('POST', 'filters', ['name' => 'Mine', 'choice' => ['areas' => [$area]]]);
    $test->api('POST', 'filing', ['words' => 'fern', 'calendar_id' => $test->calendar()->id, 'colour' => null]);
    $test->api(
        'PUT',
        'rounds/week/2026-11-23',
        ['steps' => ['back'], 'answers' => [['question' => 'What took it?', 'answer' => 'Rain.']]],
    );
    $test->api(
        'POST',
        'rounds/week/2026-11-23/goals',
        ['title' => 'Clear the bay', 'area_id' => $area, 'tasks' => [$pane['id']]],
    );
    $test->api(
        'POST',
        'templates',
        ['kind' => 'entry', 'name' => 'Check', 'items' => [['entry_id' => $check['id'], 'recurrence_id' => null]]],
    );
    $test->api('POST', 'themes', ['words' => 'Office', 'date' => '2026-11-26', 'weeks' => 0, 'half' => null]);
    Storage::disk('local')->put("attachments/{$user->id}/x", 'a plan of the beds');
    planted(fn () => App\Models\Attachment::query()->toBase()->insert([
        'id' => strtolower((string) Str::ulid()), 'user_id' => $user->id, 'entry_id' => $fair['id'], 'name' => 'beds.txt',
        'type' => 'text/plain', 'size' => 18, 'path' => "attachments/{$user->id}/x",
    ]));

    return $user->refresh();
}

/** @return string what an account has, as one sum */
function sumOf(User $user): string
{
    $all = [];
    foreach (AccountTables::all() as $table) {
        $all[$table] = DB::table($table)->where('user_id', $user->id)->orderBy('id')->get()->all();
    }

    return hash('xxh128', json_encode($all));
}

/** Writes an archive whose rows are what they are made to be. */
function oddArchive(string $from, string $to, Closure $rows, Closure $manifest): void
{
    copy($from, $to);
    $zip = new ZipArchive();
    $zip->open($to);
    $counts = [];
    foreach (AccountTables::all() as $table) {
        $lines = array_filter(explode("\n", (string) $zip->getFromName("rows/{$table}.jsonl")));
        $made = $rows($table, array_map(fn (string $line): array => json_decode($line, true), $lines));
        $counts[$table] = count($made);
        $zip->addFromString(
            "rows/{$table}.jsonl",
            implode('', array_map(fn (array $row): string => json_encode($row, JSON_UNESCAPED_UNICODE)."\n", $made)),
        );
    }
    $read = json_decode((string) $zip->getFromName('account.json'), true);
    $zip->addFromString('account.json', json_encode($manifest([...$read, 'counts' => $counts])));
    $zip->close();
}

beforeEach(function () {
    Storage::fake('local');
    $this->owner = oneOfEach($this);
    $this->api('POST', 'archives')->assertStatus(202);
    $this->good = StoredArchive::query()->where('user_id', $this->owner->id)->firstOrFail()->path();
    $this->other = app(OpenAccount::class)->open(
        ['name' => 'Ines', 'email' => 'ines@example.test', 'password' => 'glasshouse', 'zone' => 'UTC'],
    );
    $this->odd = tempnam(sys_get_temp_dir(), 'odd');
});

afterEach(fn () => unlink($this->odd));

/** Brings a file into the other account as its page would; what came of it. */
function bringInto(object $test, string $path): ?array
{
    $test->flushSession();
    $test->actingAs(User::query()->findOrFail($test->other->id));
    $brought = $test->post(
        '/api/archives/file',
        ['file' => new UploadedFile($path, 'a.zip', 'application/zip', null, true)],
        ['Origin' => 'http://localhost', 'Accept' => 'application/json'],
    );
    expect($brought->status())->toBeIn([202, 422]);
    if ($brought->status() !== 202 || $brought->json('state') !== 'good') {
        return null;
    }
    $test->api(
        'POST',
        "archives/{$brought->json('id')}/restore",
        ['current' => 'glasshouse'],
        as: $test->other,
    )->assertStatus(202);

    return collect($test->api('GET', 'archives', as: $test->other)->json('archives'))->firstWhere('id', $brought->json('id'));
}

test('rows that hold what no row may are left out, and nobody’s views or reminders stop', function (string $column, mixed $value) {
    oddArchive($this->good, $this->odd, fn (string $table, array $rows): array => array_map(
        fn (array $row): array => $table === 'entries' && $row['title'] === 'Vent check' ? [...$row, $column => $value] : $row,
        $rows,
    ), fn (array $manifest): array => $manifest);
    expect(bringInto($this, $this->odd)['trouble'])->toContain('“Vent check” (entries)');
    foreach ([$this->owner, $this->other] as $user) {
        expect(EveryView::faults(fn (string $path) => $this->api('GET', $path, as: $user)))->toBe([]);
    }
    expect(Artisan::call('reminders:work', ['--once' => true]))->toBe(0);
})->with([['off_day', '0'], ['own_hours', '0'], ['pauses', -1], ['length', -5], ['zone', 'Nowhere'], ['start', '2026-13-01T07:15:00'], ['kind', 'plant']]);

test('an archive that names rows of another account neither writes nor reads them', function () {
    $before = sumOf($this->owner);
    $mine = DB::table('entries')->where('user_id', $this->owner->id)->where('title', 'Vent check')->value('id');
    $area = DB::table('areas')->where('user_id', $this->owner->id)->value('id');
    $new = fn (): string => strtolower((string) Str::ulid());
    // Of its own it has an area, a calendar and an entry; all else is hung on what another account has.
    $own = ['areas' => $new(), 'calendars' => $new(), 'entries' => $new()];
    oddArchive($this->good, $this->odd, fn (string $table, array $rows): array => match ($table) {
        'areas' => [[...$rows[0], 'id' => $own['areas']]],
        'calendars' => [
            [...$rows[0], 'id' => $own['calendars'], 'area_id' => $own['areas']],
            [...$rows[0], 'id' => $new(), 'area_id' => $area],
        ],
        'entries' => [[
            ...collect($rows)->firstWhere('title', 'Re-putty the pane'), 'id' => $own['entries'], 'calendar_id' => $own['calendars'],
            'leads_to' => $mine, 'lead_count' => 1, 'lead_unit' => 'days', 'after_id' => $mine, 'continues_id' => $mine,
        ]],
        'goals' => [[...$rows[0], 'id' => $new(), 'tasks' => [$mine, $own['entries']], 'area_id' => $area]],
        default => array_map(
            fn (array $row): array => isset($row['entry_id']) ? [
                ...$row,
                'id' => $new(),
                'entry_id' => $mine,
            ] : [...$row, 'id' => $new()],
            $rows,
        ),
    }, fn (array $manifest): array => $manifest);
    expect(bringInto($this, $this->odd)['trouble'])->toContain('did not come with it');
    expect(sumOf($this->owner))->toBe($before);
    $entry = $this->api('GET', 'entries/'.$own['entries'], as: $this->other)->assertOk()->json();
    expect([$entry['leads_to'], $entry['after'], $entry['after_id']])->toBe([null, null, null]);
    expect(DB::table('goals')->where('user_id', $this->other->id)->value('tasks'))->toBe(json_encode([$own['entries']]));
    expect(DB::table('calendars')->where('user_id', $this->other->id)->count())->toBe(1);
    expect(Artisan::call('data:check'))->toBe(0);
});

test('whatever stands in an archive, no view of anybody fails afterwards, and a good one can be brought back', function () {
    mt_srand((int) (getenv('ODD_SEED') ?: 7));
    $pick = fn (array $of): mixed => $of[mt_rand(0, count($of) - 1)];
    $theirs = DB::table('entries')->where('user_id', $this->owner->id)->value('id');
    $odd = [null, true, false, 0, -1, 1, 3.5, '', '0', 'x', str_repeat('y', 5000), 10 ** 17, [], [null], ['x'], [[]], ['a' => 1], [-1], "\u{0}", '9999-99-99',
        '2026-02-30', '2026-11-25', '2300-01-01T00:00:00', 'FREQ=SECONDLY', 'FREQ=', 'once', 'Etc/Nowhere', '-PT', ['-PT99999999999M'], $theirs, [$theirs],
        [['text' => 1, 'done' => 'no']], [['from' => '13-40', 'to' => '']], [['days' => [9], 'from' => 5, 'to' => 1]], '<script>', '{', 'é'];
    $before = sumOf($this->owner);
    $views = EveryView::PATHS;
    $refused = $whole = 0;
    for ($i = 0; $i < (int) (getenv('ODD_ARCHIVES') ?: 30); $i++) {
        $wrongs = mt_rand(1, 6);
        $where = $pick(AccountTables::all());
        $bytes = mt_rand(0, 9) === 0;
        oddArchive($this->good, $this->odd, function (string $table, array $rows) use ($where, $wrongs, $pick, $odd): array {
            if ($table === $where || mt_rand(0, 3) === 0) {
                for ($wrong = 0; $wrong < $wrongs && $rows !== []; $wrong++) {
                    $at = mt_rand(0, count($rows) - 1);
                    $name = $pick(array_keys($rows[$at]));
                    match (mt_rand(0, 5)) {
                        0 => $rows[] = $rows[$at],
                        1 => $rows[$at] = array_diff_key($rows[$at], [$name => true]),
                        2 => $rows[$at]['unknown'] = $pick($odd),
                        default => $rows[$at][$name] = $pick($odd),
                    };
                }
            }

            return $rows;
        }, function (array $manifest) use ($pick, $odd): array {
            $setting = $pick(array_keys($manifest['settings']));

            return match (mt_rand(0, 5)) {
                0 => [...$manifest, 'format' => $pick([-1, 0, 2, '1', null])],
                1, 2 => [...$manifest, 'settings' => [...$manifest['settings'], $setting => $pick($odd)]],
                3 => [...$manifest, 'made_at' => $pick($odd)],
                default => $manifest,
            };
        });
        if ($bytes) {
            $text = (string) file_get_contents($this->odd);
            $at = mt_rand(0, strlen($text) - 1);
            file_put_contents($this->odd, substr_replace($text, chr(ord($text[$at]) ^ (1 << mt_rand(0, 7))), $at, 1));
        }
        $said = bringInto($this, $this->odd);
        $refused += $said === null ? 1 : 0;
        expect($said['state'] ?? 'good')->toBe('good')->and(sumOf($this->owner))->toBe($before);
        // All views of both every tenth time, some each time.
        $asked = $i % 10 === 0 ? $views : array_map(fn (): string => $pick($views), range(1, 6));
        foreach ([$this->owner, $this->other] as $user) {
            foreach (array_unique($asked) as $path) {
                $status = $this->api('GET', $path, as: $user)->baseResponse->getStatusCode();
                expect($status)->toBe(200, "{$path} after archive {$i}");
            }
        }
        expect(Artisan::call('reminders:work', ['--once' => true]))->toBe(0)->and(Artisan::call('data:check'))->toBe(0);
        $whole += $said !== null && $said['trouble'] === null ? 1 : 0;
    }
    expect($refused)->toBeGreaterThan(0)->and($whole)->toBeLessThan($i);
    expect(bringInto($this, $this->good)['trouble'])->toBeNull();
    expect(DB::table('entries')->where('user_id', $this->other->id)->pluck('title')->sort()->values()->all())->toBe(
        DB::table('entries')->where('user_id', $this->owner->id)->pluck('title')->sort()->values()->all(),
    );
});
