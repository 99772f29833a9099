<?php

declare(strict_types=1);

use App\Actions\Accounts\LeaveAccount;
use App\Actions\Accounts\OpenAccount;
use App\Archive\AccountArchive;
use App\Archive\AccountTables;
use App\Models\StoredArchive;
use App\Models\User;
use App\Retention\LooseFiles;
use Database\Seeders\DemoSeeder;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;

/** @return array<string, list<array<string, mixed>>> what an account has, by table; without what is named by chance */
function holdings(User $user, bool $withIds = true): array
{
    $all = [];
    foreach (AccountTables::all() as $table) {
        $rows = DB::table($table)
            ->where('user_id', $user->id)
            ->orderBy('id')
            ->get()
            ->map(function (object $row) use ($table, $withIds): array {
                $row = (array) $row;
                unset($row['user_id'], $row['path']);
                if ($table === 'overrides') {
                    unset($row['id']);
                }
                if ($table === 'calendars' && $row['follows'] !== null) {
                    $row['follows'] = Illuminate\Support\Facades\Crypt::decryptString($row['follows']);
                }
                if (! $withIds) {
                    $row = json_decode(preg_replace('/\b[0-9a-z]{26}\b/', 'an id', json_encode($row)), true);
                }

                return $row;
            });
        $all[$table] = $rows->sortBy(fn (array $row): string => json_encode($row))->values()->all();
    }
    $all['users'] = [
        array_intersect_key(
            (array) DB::table('users')->where('id', $user->id)->first(),
            array_flip(array_diff(AccountTables::settings(), $withIds ? [] : ['default_calendar_id'])),
        ),
    ];

    return $all;
}

/** The demo with a file, a followed calendar, a timing, a closing, a filter and a rule of filing. */
function everything(object $test): User
{
    Artisan::call('db:seed', ['--class' => DemoSeeder::class, '--force' => true]);
    $user = User::query()->where('email', 'demo@example.test')->first() ?? User::query()->orderByDesc('id')->firstOrFail();
    $test->asUser($user);
    $entry = DB::table('entries')->where('user_id', $user->id)->value('id');
    Storage::disk('local')->put("attachments/{$user->id}/x", 'a plan of the beds');
    planted(fn () => DB::table('attachments')->insert([
        'id' => strtolower((string) Str::ulid()),
        'user_id' => $user->id,
        'entry_id' => $entry,
        'name' => 'beds.txt',
        'type' => 'text/plain',
        'size' => 18,
        'path' => "attachments/{$user->id}/x",
    ]));
    planted(fn () => DB::table('calendars')
        ->where('user_id', $user->id)
        ->limit(1)
        ->update(['follows' => Illuminate\Support\Facades\Crypt::encryptString('https://visits.example.test/a.ics')]));
    planted(fn () => DB::table('filters')->insert([
        'id' => strtolower((string) Str::ulid()),
        'user_id' => $user->id,
        'name' => 'Mine',
        'choice' => '{"areas":["'.DB::table('areas')->where('user_id', $user->id)->value('id').'"]}',
    ]));
    planted(fn () => DB::table('filing_rules')->insert([
        'id' => strtolower((string) Str::ulid()),
        'user_id' => $user->id,
        'words' => 'fern',
        'calendar_id' => $user->default_calendar_id,
    ]));

    return $user;
}

/**
 * @param  array<string, list<array<string, mixed>>>  $is
 * @param  array<string, list<array<string, mixed>>>  $was
 * @return list<string> the first rows that are not the same (a list of all that differs says less, and takes minutes to be made)
 */
function differing(array $is, array $was): array
{
    $found = [];
    foreach ($was as $table => $rows) {
        $lines = fn (array $some): array => array_map(json_encode(...), $some);
        foreach ([
            ['gone', $lines($rows), $lines($is[$table])],
            ['new', $lines($is[$table]), $lines($rows)],
        ] as [$how, $those, $others]) {
            foreach (array_slice(array_diff($those, $others), 0, 1) as $line) {
                $found[] = "{$how} in {$table}: {$line}";
            }
        }
    }

    return $found;
}

/** One routine with a file. */
function little(object $test): User
{
    $entry = $test->ventCheck();
    $user = User::query()->findOrFail(DB::table('entries')->where('id', $entry['id'])->value('user_id'));
    Storage::disk('local')->put("attachments/{$user->id}/x", 'a plan of the beds');
    planted(fn () => DB::table('attachments')->insert([
        'id' => strtolower((string) Str::ulid()),
        'user_id' => $user->id,
        'entry_id' => $entry['id'],
        'name' => 'beds.txt',
        'type' => 'text/plain',
        'size' => 18,
        'path' => "attachments/{$user->id}/x",
    ]));

    return $user;
}

/** @return array<string, mixed> */
function archived(object $test): array
{
    return $test->api('POST', 'archives')->assertStatus(202)->json();
}

beforeEach(function () {
    Storage::fake('local');
    DB::table('users')
        ->where('id', $this->user->id)
        ->update(['email' => 'first@example.test']);
});

test(
    'all of an account is written into an archive, read back, and put into an empty account: every table is the same',
    function () {
        $user = everything($this);
        $before = holdings($user, withIds: false);
        expect(array_map(count(...), $before))->each->toBeGreaterThan(0);
        $made = archived($this);
        expect($made['state'])
            ->toBe('good')
            ->and($made['entries'])
            ->toBe(count($before['entries']))
            ->and($made['files'])
            ->toBe(1);
        $path = StoredArchive::query()->findOrFail($made['id'])->path();

        $other = app(OpenAccount::class)->open([
            'name' => 'Other',
            'email' => 'other@example.test',
            'password' => 'glasshouse',
            'zone' => 'UTC',
        ]);
        expect(
            Artisan::call('backup:account-restore', ['email' => 'other@example.test', 'archive' => $path, '--yes' => true]),
        )->toBe(0);
        expect(differing(holdings($other, withIds: false), $before))->toBe([]);
        $file = DB::table('attachments')->where('user_id', $other->id)->value('path');
        expect(Storage::disk('local')->get($file))->toBe('a plan of the beds');
        // And the first is as it was: no row went from one to the other.
        expect(differing(holdings($user, withIds: false), $before))->toBe([]);
        foreach (
            [
                'entries' => ['calendar_id', 'calendars'],
                'overrides' => ['entry_id', 'entries'],
                'calendars' => ['area_id', 'areas'],
            ] as $table => [$column, $of]
        ) {
            expect(
                DB::table($table)
                    ->where("{$table}.user_id", $other->id)
                    ->join($of, "{$of}.id", '=', "{$table}.{$column}")
                    ->where("{$of}.user_id", '!=', $other->id)
                    ->count(),
            )->toBe(0);
        }
    },
);

test('put back into the account itself it undoes what was done since, which is laid aside', function () {
    $user = everything($this);
    $before = holdings($user);
    $made = archived($this);
    $entry = DB::table('entries')->where('user_id', $user->id)->whereNotNull('start')->value('id');
    planted(fn () => DB::table('entries')
        ->where('id', $entry)
        ->update(['title' => 'Not so']));
    planted(fn () => DB::table('overrides')->where('user_id', $user->id)->delete());
    $this->api('POST', "archives/{$made['id']}/restore", ['current' => 'wrong'])->assertStatus(422);
    $this->api('POST', "archives/{$made['id']}/restore", ['current' => 'glasshouse'])->assertStatus(202);
    expect(differing(holdings($user), $before))->toBe([]);
    $aside = collect($this->api('GET', 'archives')->json('archives'))->firstWhere('kind', 'aside');
    $rows = iterator_to_array(
        (new AccountArchive(StoredArchive::query()->findOrFail($aside['id'])->path()))->rows('entries'),
        false,
    );
    expect(array_column($rows, 'title'))->toContain('Not so');
    // What is searched, and what clients are told, follow.
    expect($this->api('GET', 'search?q=frost')->assertOk()->json('found'))->not->toBe([]);
    expect($user->refresh()->revision_line)->not->toBe('');
});

test('in it there is a file for other programs, and nothing that lets anybody in', function () {
    $user = everything($this);
    $path = StoredArchive::query()->findOrFail(archived($this)['id'])->path();
    $zip = new ZipArchive();
    $zip->open($path);
    expect($zip->getFromName('calendars.ics'))->toContain('BEGIN:VCALENDAR')->toContain('SUMMARY:Frost watch');
    $all = '';
    for ($i = 0; $i < $zip->numFiles; $i++) {
        $all .= $zip->getNameIndex($i)."\n".$zip->getFromIndex($i);
    }
    expect($all)->not->toContain($user->password)->not->toContain($user->email)->not->toContain('user_id');
});

test('an archive of an older version is read: what it does not say is as it is by default', function () {
    expect(
        Artisan::call('backup:account-restore', ['email' => 'first@example.test', 'archive' => oldArchive(), '--yes' => true]),
    )->toBe(0, Artisan::output());
    $this->asUser($this->user->refresh());
    expect($this->shown('2026-11-23'))
        ->toBe(['11-25T08:00 Water the ferns', '11-27T08:00 Water the ferns done'])
        ->and($this->user->zone)
        ->toBe('Europe/Berlin');
});

test('what is no archive, or not whole, changes nothing', function (Closure $spoil, string $sentence, bool $isSaidAtOnce = true) {
    $user = little($this);
    $path = StoredArchive::query()->findOrFail(archived($this)['id'])->path();
    $copy = (string) tempnam(sys_get_temp_dir(), 'zip');
    copy($path, $copy);
    $spoil($copy);
    $before = holdings($user);
    $answer = $this->flushHeaders()->post(
        '/api/archives/file',
        ['file' => new UploadedFile($copy, 'a.zip', 'application/zip', null, true)],
        ['Origin' => 'http://localhost', 'Accept' => 'application/json'],
    );
    // What it says of itself is read at once, the rest by and by.
    expect($answer->status())->toBe($isSaidAtOnce ? 422 : 202);
    expect($isSaidAtOnce ? $answer->json('errors.file.0') : $answer->json('trouble'))
        ->toContain($sentence)
        ->and(differing(holdings($user), $before))
        ->toBe([])
        ->and(StoredArchive::query()->where('kind', 'brought')->pluck('state')->all())
        ->toBe($isSaidAtOnce ? [] : ['bad'])
        ->and(glob(StoredArchive::folder($user->id).'/*.zip'))
        ->toBe([$path]); // of what is none nothing is kept
})->with([
    'another file' => [fn (string $path) => file_put_contents($path, 'hello'), 'no archive'],
    'half of it' => [
        fn (string $path) => file_put_contents($path, substr(file_get_contents($path), 0, intdiv(filesize($path), 2))),
        'no archive',
    ],
    'a row less' => [
        fn (string $path) => inZip(
            $path,
            'rows/areas.jsonl',
            fn (string $text): string => substr($text, (int) strpos($text, "\n") + 1),
        ),
        'rows of areas',
        false,
    ],
    'a file that was changed' => [
        fn (string $path) => inZip($path, null, fn (string $text): string => $text.'x'),
        'not as it was',
        false,
    ],
    'a later version' => [
        fn (string $path) => inZip(
            $path,
            'account.json',
            fn (string $text): string => str_replace('"format": 1', '"format": 99', $text),
        ),
        'later version',
    ],
    'another product' => [
        fn (string $path) => inZip(
            $path,
            'account.json',
            fn (string $text): string => str_replace('"Plum Rota"', '"Something"', $text),
        ),
        'no archive of an account',
    ],
    'zeros that are packed small' => [
        fn (string $path) => addToZip($path, 'files/01zeros0000000000000000aaa', str_repeat("\0", 60_000_000)),
        'packed from far more',
    ],
    'more rows than any account has' => [
        fn (string $path) => inZip(
            $path,
            'account.json',
            fn (string $text): string => preg_replace('/"entries": \d+/', '"entries": 1000000', $text),
        ),
        'more than 500,000 rows',
    ],
    'a path out of it' => [fn (string $path) => addToZip($path, '../../evil.php', 'x'), 'no archive of an account has'],
]);

test('what names something that did not come with it is left out, and it is said', function () {
    $user = little($this);
    $other = $this->entry(['title' => 'Stays', 'start' => '2026-11-25']);
    $made = archived($this);
    $path = StoredArchive::query()->findOrFail($made['id'])->path();
    inZip(
        $path,
        'rows/entries.jsonl',
        fn (string $text): string => preg_replace(
            '/("title":"Vent check".*"calendar_id":|"calendar_id":)"[^"]+"(?=.*"title":"Vent check")/',
            '$1"01nothing0000000000000000aa"',
            $text,
        ),
    );
    $this->api('POST', "archives/{$made['id']}/restore", ['current' => 'glasshouse'])->assertStatus(202);
    $said = collect($this->api('GET', 'archives')->json('archives'))->firstWhere('id', $made['id']);
    expect($said['trouble'])
        ->toContain('“Vent check” (entries)')
        ->toContain('There is no such calendar.')
        ->and(DB::table('entries')->where('user_id', $user->id)->pluck('id')->all())
        ->toBe([$other['id']]);
});

test('a setting that nothing could be reckoned with is left as it is', function () {
    $user = little($this);
    $made = archived($this);
    $path = StoredArchive::query()->findOrFail($made['id'])->path();
    inZip(
        $path,
        'account.json',
        fn (string $text): string => str_replace(
            ['"Europe/Berlin"', '"first_weekday": 1'],
            ['"Nowhere/At all"', '"first_weekday": 12'],
            $text,
        ),
    );
    $this->api('POST', "archives/{$made['id']}/restore", ['current' => 'glasshouse'])->assertStatus(202);
    expect($user->refresh()->zone)->toBe('Europe/Berlin')->and($user->first_weekday->value)->toBe(1);
    $this->api('GET', 'board?from=2026-11-23&days=7')->assertOk();
});

test('one is written every day where that is wished, and as many are kept as were chosen', function () {
    $this->asUser($this->user->refresh());
    $this->api('PATCH', 'archives', ['daily' => true, 'kept' => 2])->assertNoContent();
    $this->api('PATCH', 'archives', ['kept' => 0])->assertStatus(422);
    for ($day = 1; $day <= 4; $day++) {
        $this->at("2026-12-0{$day}T09:00:00+01:00");
        Artisan::call('backup:accounts');
        Artisan::call('backup:accounts');
    }
    $kept = $this->user->archives()->orderBy('made_at')->get();
    expect($kept->map(fn (StoredArchive $one): string => gmdate('m-d', $one->made_at))->all())
        ->toBe(['12-03', '12-04'])
        ->and(count(glob(StoredArchive::folder($this->user->id).'/*.zip')))
        ->toBe(2);
});

test('an account is left with its password, can be stayed in for a week, and is then gone from every table', function () {
    $user = everything($this);
    $this->api('POST', 'account/leave', ['current' => 'wrong'])->assertStatus(422);
    $this->api('POST', 'account/leave', ['current' => 'glasshouse'])->assertStatus(202);
    $archives = $this->api('GET', 'archives')->json();
    expect($archives['leaves_at'])
        ->toBe(now()->addDays(7)->getTimestamp())
        ->and($archives['archives'][0])
        ->toMatchArray(['kind' => 'leaving', 'state' => 'good']);
    $this->api('GET', "archives/{$archives['archives'][0]['id']}")->assertOk();
    $this->api('DELETE', 'account/leave')->assertNoContent();
    $this->travelTo(now()->addDays(8));
    app(LeaveAccount::class)->removeAll(Carbon\CarbonImmutable::now());
    expect(User::query()->find($user->id))->not->toBeNull();

    $this->api('POST', 'account/leave', ['current' => 'glasshouse'])->assertStatus(202);
    $this->travelTo(now()->addDays(7)->subSecond());
    app(LeaveAccount::class)->removeAll(Carbon\CarbonImmutable::now());
    expect(User::query()->find($user->id))->not->toBeNull();
    $others = holdings($this->user->newQuery()->where('email', 'first@example.test')->firstOrFail());
    $this->travelTo(now()->addSecond());
    app(LeaveAccount::class)->removeAll(Carbon\CarbonImmutable::now());
    foreach (DB::select("select name from sqlite_master where type = 'table' and sql like '%user_id%'") as $table) {
        expect(DB::table($table->name)->where('user_id', $user->id)->count())->toBe(0, $table->name);
    }
    expect(User::query()->find($user->id))
        ->toBeNull()
        ->and(Storage::disk('local')->allFiles("attachments/{$user->id}"))
        ->toBe([])
        ->and(glob(StoredArchive::folder($user->id).'/*') ?: [])
        ->toBe([])
        ->and(holdings(User::query()->where('email', 'first@example.test')->firstOrFail()))
        ->toEqual($others);
});

/** @param  Closure(string): string  $change  of one file in it; without a name of the first that is kept with an entry */
function inZip(string $path, ?string $name, Closure $change): void
{
    $zip = new ZipArchive();
    $zip->open($path);
    for ($i = 0; $name === null && $i < $zip->numFiles; $i++) {
        $name = str_starts_with((string) $zip->getNameIndex($i), 'files/') ? $zip->getNameIndex($i) : null;
    }
    $text = (string) $zip->getFromName($name);
    $zip->deleteName($name);
    $zip->addFromString($name, $change($text));
    $zip->close();
}

function addToZip(string $path, string $name, string $text): void
{
    $zip = new ZipArchive();
    $zip->open($path);
    $zip->addFromString($name, $text);
    $zip->close();
}

/** As the first version wrote it, with what entries had then and a column that there is no more. */
function oldArchive(): string
{
    $row = fn (array $values): string => json_encode($values)."\n";
    $path = (string) tempnam(sys_get_temp_dir(), 'zip');
    $zip = new ZipArchive();
    $zip->open($path, ZipArchive::OVERWRITE);
    $zip->addFromString(
        'account.json',
        json_encode([
            'format' => 1,
            'product' => 'Plum Rota',
            'made_at' => '2026-01-02T03:04:05Z',
            'settings' => [
                'name' => 'Steward',
                'zone' => 'Europe/Berlin',
                'font' => 'large',
                'default_calendar_id' => '01old0000000000000000000ca1',
            ],
            'counts' => ['areas' => 1, 'calendars' => 1, 'entries' => 1, 'overrides' => 1],
            'files' => (object) [],
        ]),
    );
    $zip->addFromString(
        'rows/areas.jsonl',
        $row(['id' => '01old00000000000000000ar01', 'name' => 'Glasshouse', 'colour' => 'teal']),
    );
    $zip->addFromString(
        'rows/calendars.jsonl',
        $row([
            'id' => '01old00000000000000000ca01',
            'area_id' => '01old00000000000000000ar01',
            'name' => 'Ferns',
            'reminders' => [],
        ]),
    );
    $zip->addFromString(
        'rows/entries.jsonl',
        $row([
            'id' => '01old00000000000000000en01',
            'calendar_id' => '01old00000000000000000ca01',
            'kind' => 'task',
            'title' => 'Water the ferns',
            'all_day' => 0,
            'start' => '2026-11-25T08:00:00',
            'length' => 30,
            'zone' => 'Europe/Berlin',
            'rule' => 'FREQ=DAILY;INTERVAL=2;COUNT=2',
            'extra_dates' => [],
            'except_dates' => [],
            'checklist' => [],
            'reminders' => [],
            'first_day' => '2026-11-25',
            'last_day' => '2026-11-27',
            'mood' => 'green',
        ]),
    );
    $zip->addFromString(
        'rows/overrides.jsonl',
        $row([
            'id' => 7,
            'entry_id' => '01old00000000000000000en01',
            'recurrence_id' => '2026-11-27T08:00:00',
            'day' => '2026-11-27',
            'fields' => (object) [],
            'done_at' => 1795766400,
        ]),
    );
    $zip->close();

    return $path;
}

test('a file that no row names is not kept, one that is too large is left out, and what a row says of its size counts for nothing', function () {
    $user = little($this);
    $made = archived($this);
    $path = StoredArchive::query()->findOrFail($made['id'])->path();
    $id = DB::table('attachments')->value('id');
    $large = random_bytes(10 * 1024 * 1024 + 1);
    $more = ['01nobody00000000000000000a' => 'nobody names it', '01large000000000000000000a' => $large];
    inZip($path, 'rows/attachments.jsonl', function (string $text): string {
        $row = json_decode($text, true);

        return json_encode([...$row, 'size' => 0, 'name' => "beds\u{202E}gpj.exe"])."\n".json_encode([...$row, 'id' => '01large000000000000000000a', 'name' => 'beds.png'])."\n";
    });
    foreach ($more as $name => $bytes) {
        addToZip($path, "files/{$name}", $bytes);
    }
    inZip($path, 'account.json', function (string $text) use ($more): string {
        $manifest = json_decode($text, true);
        foreach ($more as $name => $bytes) {
            $manifest['files'][$name] = ['bytes' => strlen($bytes), 'sha256' => hash('sha256', $bytes)];
        }
        $manifest['counts']['attachments'] = 2;

        return json_encode($manifest);
    });
    $this->api('POST', "archives/{$made['id']}/restore", ['current' => 'glasshouse'])->assertStatus(202);
    $said = collect($this->api('GET', 'archives')->json('archives'))->firstWhere('id', $made['id']);
    expect($said['trouble'])
        ->toContain('“beds.png” (attachments): It is larger than 10 MB.')
        ->and(DB::table('attachments')->where('user_id', $user->id)->pluck('size')->all())
        ->toBe([strlen('a plan of the beds')])
        ->and(DB::table('attachments')->where('user_id', $user->id)->value('name'))
        ->toBe('bedsgpj.exe')
        ->and(Storage::disk('local')->allFiles("attachments/{$user->id}"))
        ->toHaveCount(1);
});

test('files that nothing names are found and removed, but for those of the last day and those that undo would bring back', function () {
    $folder = sys_get_temp_dir().'/plum-rota-loose-'.bin2hex(random_bytes(4));
    $storage = app()->storagePath();
    app()->useStoragePath($folder);
    mkdir("{$folder}/app/private/attachments/1", 0700, true);
    foreach (['loose' => 90_000, 'young' => 60, 'undone' => 90_000] as $name => $age) {
        file_put_contents("{$folder}/app/private/attachments/1/{$name}", 'three panes');
        touch("{$folder}/app/private/attachments/1/{$name}", now()->getTimestamp() - $age);
    }
    $this->entry(['title' => 'Vent check']);
    DB::table('history')->update(['rows' => json_encode([['before' => ['path' => 'attachments/1/undone']]])]);
    $gone = app(LooseFiles::class)->remove(Carbon\CarbonImmutable::now());
    $left = array_map(basename(...), glob("{$folder}/app/private/attachments/1/*"));
    File::deleteDirectory($folder);
    app()->useStoragePath($storage);
    expect($gone)->toBe(['files' => 1, 'bytes' => 11])->and($left)->toBe(['undone', 'young']);
});
