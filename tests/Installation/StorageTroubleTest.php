<?php

declare(strict_types=1);

use App\Access\Visible;
use App\Accounts\Backoff;
use App\Actions\Accounts\OpenAccount;
use App\Actions\Reminders\DispatchReminders;
use App\Health\Heartbeat;
use App\Models\Entry;
use App\Models\User;
use App\Retention\Pruning;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

beforeEach(function () {
    config(['database.connections.sqlite.busy_timeout' => 100]);
    DB::purge('sqlite');
    $this->user = app(OpenAccount::class)->open([
        'name' => 'Ines',
        'email' => 'ines@example.test',
        'password' => 'a long enough one',
        'zone' => 'UTC',
    ]);
    $this->add = fn (string $key = 'one') => $this->actingAs($this->user)->json(
        'POST',
        '/api/entries',
        ['title' => 'Pane', 'calendar_id' => Visible::to($this->user)->calendars()->value('id')],
        ['Idempotency-Key' => $key],
    );
});

test(
    'a database that is locked for long answers with a sentence and a time, changes nothing, and takes the same request afterwards',
    function () {
        $other = $this->other();
        $other->exec('begin immediate');
        ($this->add)()
            ->assertStatus(503)
            ->assertHeader('Retry-After', '5')
            ->assertJsonPath('message', 'The database is busy just now. Nothing was changed; it is tried again in a moment.');
        $other->exec('rollback');
        ($this->add)()->assertCreated();
        ($this->add)()->assertCreated()->assertHeader('Idempotent-Replay', 'true');
        expect(Entry::query()->count())->toBe(1);
    },
);

test('a full disk answers with a sentence, and nothing is half written', function () {
    ($this->add)('before')->assertCreated();
    $pages = (int) DB::selectOne('pragma page_count')->page_count;
    DB::statement("pragma max_page_count = {$pages}");
    $filled = null;
    for ($i = 0; $i < 500 && $filled === null; $i++) {
        $answer = ($this->add)("fill-{$i}");
        $filled = $answer->getStatusCode() === 201 ? null : $answer;
    }
    $filled
        ?->assertStatus(503)
        ->assertJsonPath('message', 'The disk is full, so nothing can be kept. Nothing was changed; make room, then try again.');
    $entries = Entry::query()->count();
    expect($entries)
        ->toBe(DB::table('history')->count())
        ->and(DB::table('answers')->count())
        ->toBe($entries);
    DB::statement('pragma max_page_count = 1000000');
    ($this->add)('after')->assertCreated();
});

test('a transaction that reads first and writes later is not ended by another commit in between', function () {
    $other = $this->other();
    $other->setAttribute(PDO::ATTR_TIMEOUT, 0);
    $refused = null;
    DB::transaction(function () use ($other, &$refused): void {
        DB::table('users')->count();
        try {
            $other->exec("update users set name = 'Somebody'");
        } catch (PDOException $e) {
            $refused = $e->getMessage();
        }
        DB::table('users')->update(['revision' => 5]);
    });
    expect($refused)->toContain('database is locked')->and((int) DB::table('users')->value('revision'))->toBe(5);
});

test('a look of the worker that fails is said, and does not end it', function () {
    $other = $this->other();
    $other->exec('begin immediate');
    expect(Artisan::call('reminders:work', ['--once' => true]))
        ->toBe(1)
        ->and((new Heartbeat('reminders'))->trouble())
        ->toContain('The database is busy');
    $other->exec('rollback');
    expect(Artisan::call('reminders:work', ['--once' => true]))->toBe(0)->and((new Heartbeat('reminders'))->trouble())->toBe('');
});

test('a note that cannot be made holds up no other', function () {
    $now = now()->getTimestamp();
    app(DispatchReminders::class)->pass();
    foreach ([['bad', 'not a date'], ['good', gmdate('Y-m-d')]] as [$key, $day]) {
        DB::table('deliveries')->insert([
            'user_id' => $this->user->id,
            'kind' => 'agenda',
            'recurrence_id' => $day,
            'channel' => 'phone',
            'key' => $key,
            'fell_at' => $now - 5,
            'moment' => $now - 5,
            'starts_at' => $now,
        ]);
    }
    expect(app(DispatchReminders::class)->pass())
        ->toBe(1)
        ->and((int) DB::table('deliveries')->where('key', 'bad')->value('tries'))
        ->toBe(1)
        ->and(DB::table('deliveries')->where('key', 'bad')->value('handed_at'))
        ->toBeNull();
});

test('the health page tells which part is not well, and the other only that it answers', function () {
    $this->get('/up')->assertOk()->assertSeeText('up');
    $parts = fn (): array => array_column($this->get('/ready')->json('parts'), 'well', 'part');
    expect($parts())->toMatchArray(['database' => true, 'reminders' => false, 'schedule' => false, 'backup' => false]);
    Artisan::call('reminders:work', ['--once' => true]);
    (new Heartbeat('schedule'))->beat();
    Artisan::call('backup:write');
    $this->get('/ready')->assertOk()->assertJsonPath('ready', true);
    $other = $this->other();
    $other->exec('begin immediate');
    $this->get('/ready')
        ->assertStatus(503)
        ->assertJsonPath('parts.0', ['part' => 'database', 'well' => false, 'says' => 'cannot be written at the moment']);
});

test('what is older than it is kept for goes, and a file when nothing can bring it back', function () {
    $file = "{$this->folder()}/app/private/attachments/1/gone.txt";
    file_put_contents($file, 'three panes');
    touch($file, now()->getTimestamp() - 90_000);
    ($this->add)();
    $step = DB::table('history')->first();
    DB::table('history')
        ->where('id', $step->id)
        ->update([
            'rows' => json_encode([
                ['table' => 'attachments', 'id' => 'x', 'before' => ['path' => 'attachments/1/gone.txt'], 'after' => null],
            ]),
        ]);
    app(Pruning::class)->run(Carbon\CarbonImmutable::now());
    expect(is_file($file))->toBeTrue(); // undo would bring it back
    $this->travel(367)->days();
    app(Pruning::class)->run(Carbon\CarbonImmutable::now());
    expect(is_file($file))
        ->toBeFalse()
        ->and(DB::table('history')->count())
        ->toBe(0)
        ->and(DB::table('answers')->count())
        ->toBe(0)
        ->and(Entry::query()->count())
        ->toBe(1);
});

test('what is over goes: devices, links, wrong tries, tokens of mails; and the room it took is given back to the disk', function () {
    config(['cache.default' => 'file', 'cache.stores.file.path' => $this->folder().'/cache']);
    $now = now()->getTimestamp();
    $user = DB::table('users')->value('id');
    foreach (['over' => -31, 'lately' => -20, 'on' => 5] as $name => $days) {
        DB::table('devices')->insert(['id' => "device-{$name}", 'user_id' => $user, 'name' => $name, 'signed_in_at' => 0, 'seen_at' => 0, 'expires_at' => $now + $days * 86400]);
        DB::table('account_links')->insert(['kind' => 'reset', 'user_id' => $user, 'email' => 'a@example.test', 'token_hash' => $name, 'expires_at' => $now + $days * 86400]);
    }
    (new Backoff())->wrong('nobody@example.test', '10.0.0.9');
    $mail = fn (string $id, array $row): bool => DB::table('post_box')->insert([
        'user_id' => $user,
        'message_id' => $id,
        'to' => 'a@example.test',
        'subject' => $id,
        'html' => '<a href="http://localhost/reset/'.str_repeat('a', 40).'">new</a><a href="/answer/1/done?signature='.str_repeat('b', 64).'">done</a>',
        'created_at' => now(),
        ...$row,
    ]);
    $mail('new', []);
    $mail('shown', ['shown_at' => $now - 601]);
    $mail('old', ['created_at' => now()->subHours(25)]);
    for ($i = 0; $i < 200; $i++) {
        DB::table('history')->insert(['user_id' => $user, 'label' => 'x', 'rows' => str_repeat('x', 50_000), 'revision' => 1, 'created_at' => now()->subYears(2)]);
    }
    clearstatcache();
    DB::select('pragma wal_checkpoint(truncate)');
    $before = filesize($this->folder().'/db.sqlite');
    $gone = app(Pruning::class)->run(Carbon\CarbonImmutable::now()->addDays(2));
    DB::select('pragma wal_checkpoint(truncate)');
    clearstatcache();
    expect($gone)
        ->toMatchArray(['devices' => 1, 'links' => 1, 'forgotten counts' => 2])
        ->and(DB::table('devices')->orderBy('id')->pluck('id')->all())
        ->toBe(['device-lately', 'device-on'])
        ->and($gone['bytes given back to the disk'])
        ->toBeGreaterThan(4_000_000)
        ->and($before - filesize($this->folder().'/db.sqlite'))
        ->toBeGreaterThan(4_000_000)
        ->and(DB::table('post_box')->where('html', 'like', '%aaaa%')->orWhere('html', 'like', '%bbbb%')->pluck('message_id')->all())
        ->toBe([]);
});

test('a mail of the stand-in can be used when it is shown, and is without its tokens ten minutes later', function () {
    $this->actingAs(User::query()->firstOrFail());
    $token = str_repeat('a', 40);
    DB::table('post_box')->insert([
        'user_id' => User::query()->value('id'),
        'message_id' => 'one',
        'to' => 'a@example.test',
        'subject' => 'A new password',
        'html' => "<a href=\"http://localhost/reset/{$token}\">new</a>",
        'created_at' => now(),
    ]);
    $html = fn (): string => $this->getJson('/api/standins/post', ['Origin' => 'http://localhost'])->assertOk()->json('mails.0.html');
    expect($html())->toContain($token);
    $this->travel(5)->minutes();
    expect($html())->toContain($token);
    $this->travel(6)->minutes();
    expect($html())->not->toContain($token)->and(DB::table('post_box')->value('html'))->not->toContain($token);
});
