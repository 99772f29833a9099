<?php

declare(strict_types=1);

use App\Access\Visible;
use App\Following\Address;
use App\Following\FetchTrouble;
use App\Following\PublicAddress;
use App\Models\Refresh;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

/** Another host, as a process of PHP's own server, which answers as a file beside it says. */
function host(object $test): string
{
    $folder = sys_get_temp_dir().'/plum-rota-host-'.bin2hex(random_bytes(5));
    mkdir($folder);
    file_put_contents(
        "{$folder}/router.php",
        <<<'PHP'
        <?php
        $told = json_decode(file_get_contents(__DIR__.'/told.json'), true);
        file_put_contents(__DIR__.'/asked.log', json_encode(array_change_key_case(getallheaders())).' '.$_SERVER['REQUEST_URI']."\n", FILE_APPEND);
        $one = $told[$_SERVER['REQUEST_URI']] ?? ['status' => 404];
        if (isset($one['etag']) && ($_SERVER['HTTP_IF_NONE_MATCH'] ?? '') === $one['etag']) { $one = ['status' => 304]; }
        http_response_code($one['status'] ?? 200);
        foreach ($one['headers'] ?? [] as $header) { header($header); }
        if (isset($one['etag'])) { header("ETag: {$one['etag']}"); }
        if (isset($one['repeat'])) { for ($i = 0; $i < $one['repeat']; $i++) { echo $one['body']; } return; }
        echo $one['body'] ?? '';
        PHP
        ,
    );
    file_put_contents("{$folder}/told.json", '{}');
    $socket = stream_socket_server('tcp://127.0.0.1:0');
    $name = (string) stream_socket_get_name($socket, false);
    fclose($socket);
    $process = proc_open(
        ['php', '-S', $name, "{$folder}/router.php"],
        [['file', '/dev/null', 'r'], ['file', '/dev/null', 'a'], ['file', '/dev/null', 'a']],
        $pipes,
    );
    for ($i = 0; $i < 100 && @file_get_contents("http://{$name}/") === false && ! isset($http_response_header); $i++) {
        usleep(50_000);
    }
    $test->hosts[] = [$process, $folder];
    $test->folder = $folder;

    return $name;
}

/** @param  array<string, mixed>  $answers  by path */
function tells(object $test, array $answers): void
{
    file_put_contents("{$test->folder}/told.json", json_encode($answers));
    @unlink("{$test->folder}/asked.log");
}

/** @return list<string> */
function asks(object $test): array
{
    return array_filter(explode("\n", (string) @file_get_contents("{$test->folder}/asked.log")));
}

/** @param  array<string, string>  $events  titles by UID */
function hosted_file(array $events, string $head = ''): string
{
    $lines = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Example//Host//EN', ...array_filter([$head])];
    foreach ($events as $uid => $title) {
        array_push(
            $lines,
            'BEGIN:VEVENT',
            "UID:{$uid}",
            'DTSTAMP:20261101T000000Z',
            "SUMMARY:{$title}",
            'DTSTART;TZID=Europe/Berlin:20261126T090000',
            'DTEND;TZID=Europe/Berlin:20261126T110000',
            'RRULE:FREQ=WEEKLY;COUNT=2',
            'BEGIN:VALARM',
            'ACTION:DISPLAY',
            'TRIGGER:-PT15M',
            'END:VALARM',
            'END:VEVENT',
        );
    }

    return implode("\r\n", [...$lines, 'END:VCALENDAR', '']);
}

/** @return array<string, mixed> the calendar */
function followed(object $test, array $values = [], int $status = 201): array
{
    return $test
        ->api('POST', 'follows', [
            'address' => "http://{$test->host}/a.ics",
            'area_id' => $test->calendar()->area_id,
            'name' => 'School',
            ...$values,
        ])
        ->assertStatus($status)
        ->json();
}

beforeEach(function () {
    $this->host = host($this);
    config(['following.allowed' => [$this->host]]);
});

afterEach(function () {
    foreach ($this->hosts as [$process, $folder]) {
        proc_terminate($process);
        exec('rm -rf '.escapeshellarg($folder));
    }
});

test('a calendar has what is at its address: it comes, changes and goes with it', function () {
    tells($this, ['/a.ics' => ['etag' => '"1"', 'body' => hosted_file(['a@h' => 'Class 4b', 'b@h' => 'Class 5a'])]]);
    $calendar = followed($this);
    expect($calendar['following']['trouble'])
        ->toBeNull()
        ->and($this->shown('2026-11-23'))
        ->toBe(['11-26T09:00 Class 4b', '11-26T09:00 Class 5a']);
    $revision = Visible::to($this->user)->revision();

    // Nothing new: nobody is told of a change.
    $this->at('2026-11-25T12:00:00+01:00');
    Artisan::call('calendars:refresh');
    expect(asks($this)[1] ?? '')
        ->toContain('"if-none-match":"\"1\""')
        ->and(Visible::to($this->user)->revision())
        ->toBe($revision);
    $this->api('POST', "follows/{$calendar['id']}/refresh")->assertOk();
    expect(Visible::to($this->user)->revision())->toBe($revision);

    tells($this, ['/a.ics' => ['etag' => '"2"', 'body' => hosted_file(['a@h' => 'Class 4c', 'c@h' => 'Class 6'])]]);
    $this->at('2026-11-25T14:00:00+01:00');
    Artisan::call('calendars:refresh');
    expect($this->shown('2026-11-23'))->toBe(['11-26T09:00 Class 4c', '11-26T09:00 Class 6']);
    // None of it is a step that could be taken back.
    expect($this->user->steps()->count())->toBe(0);
});

test('it can only be read here, by every way', function () {
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b'])]]);
    $calendar = followed($this);
    $entry = Visible::to($this->user)->entries()->where('calendar_id', $calendar['id'])->firstOrFail();
    $this->api('GET', "entries/{$entry->id}")->assertOk();
    foreach (
        [
            ['PATCH', "entries/{$entry->id}", ['title' => 'Mine', 'version' => 1]],
            ['DELETE', "entries/{$entry->id}", ['scope' => 'whole']],
            [
                'POST',
                "entries/{$entry->id}/move",
                ['start' => '2026-11-27T09:00:00', 'length' => 60, 'all_day' => false, 'scope' => 'whole'],
            ],
            ['PUT', "entries/{$entry->id}/occurrences/2026-11-26T09:00:00/skipped", []],
        ] as [$method, $path, $body]
    ) {
        $this->api($method, $path, $body)
            ->assertStatus(403)
            ->assertJsonPath('message', 'It comes from a calendar that you follow, and is changed only there.');
    }
    $this->api('POST', 'entries', ['title' => 'Mine', 'calendar_id' => $calendar['id'], 'start' => '2026-11-26'])->assertStatus(
        422,
    );
    $this->api('PATCH', "calendars/{$calendar['id']}", ['default' => true])->assertStatus(422);
    $this->api('POST', 'many', ['do' => 'label', 'label' => 'x', 'picked' => [['entry_id' => $entry->id]]])->assertStatus(422);
    // Its name, its colour, and whether it is seen are one's own.
    $this->api('PATCH', "calendars/{$calendar['id']}", [
        'name' => 'Visitors',
        'colour' => 'rose',
        'hidden' => true,
    ])->assertOk();
});

test('it counts in the load only where that is wished', function () {
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b'])]]);
    $load = fn (): int => $this->api('GET', 'board?from=2026-11-26&days=1')->json('days.0.placed');
    $before = $load();
    $calendar = followed($this);
    expect($load() - $before)->toBe(120);
    $this->api('PATCH', "calendars/{$calendar['id']}", ['counted' => false])->assertOk();
    expect($load() - $before)->toBe(0);
});

test('entries with a word that is not wished for are left out, and said to be', function () {
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b', 'b@h' => 'Birthday of K.'])]]);
    $calendar = followed($this, ['hidden_words' => ['birthday']]);
    expect($calendar['following']['left_out'])
        ->toBe(1)
        ->and($this->shown('2026-11-23'))
        ->toBe(['11-26T09:00 Class 4b']);
    $this->api('PATCH', "calendars/{$calendar['id']}", ['hidden_words' => ['class']])->assertOk();
    $this->api('POST', "follows/{$calendar['id']}/refresh")->assertOk();
    expect($this->shown('2026-11-23'))->toBe(['11-26T09:00 Birthday of K.']);
});

test('where it cannot be read the last good content stays, it is said why, and it is tried less and less often', function () {
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b'], 'REFRESH-INTERVAL;VALUE=DURATION:PT2H')]]);
    $calendar = followed($this);
    $state = fn (): Refresh => Refresh::query()->findOrFail($calendar['id']);
    expect($state()->next_at - now()->getTimestamp())->toBe(7200);
    tells($this, ['/a.ics' => ['status' => 503]]);
    $waits = [];
    for ($i = 0; $i < 6; $i++) {
        $this->travelTo(now()->addSeconds($state()->next_at - now()->getTimestamp()));
        Artisan::call('calendars:refresh');
        $waits[] = $state()->next_at - now()->getTimestamp();
    }
    expect($waits)
        ->toBe([7200, 14400, 28800, 57600, 86400, 86400])
        ->and($this->api('GET', 'areas')->json('areas.0.calendars.1.following.trouble'))
        ->toBe('It is out of order (503).')
        ->and($this->shown('2026-11-23'))
        ->toBe(['11-26T09:00 Class 4b']);
    tells($this, ['/a.ics' => ['body' => 'BEGIN:VCALENDAR but no']]);
    $this->api('POST', "follows/{$calendar['id']}/refresh")->assertOk();
    expect($this->shown('2026-11-23'))->toHaveCount(1);
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b'])]]);
    $again = $this->api('POST', "follows/{$calendar['id']}/refresh")->json('following');
    expect($again['trouble'])->toBeNull()->and($state()->failures)->toBe(0);
});

test('what cannot be followed leaves nothing behind, and says why', function (array $answers, string $path, string $sentence) {
    tells(
        $this,
        array_map(fn (array $one): array => json_decode(str_replace('HOST', $this->host, json_encode($one)), true), $answers),
    );
    $before = Visible::to($this->user)->calendars()->count();
    $address = str_contains($path, '://') ? $path : "http://{$this->host}{$path}";
    $errors = followed($this, ['address' => $address], 422);
    expect($errors['errors']['address'][0])
        ->toContain($sentence)
        ->and(Visible::to($this->user)->calendars()->count())
        ->toBe($before)
        ->and(Refresh::query()->count())
        ->toBe(0);
})->with([
    'nothing there' => [[], '/none.ics', '(404)'],
    'a page' => [['/p' => ['body' => '<html><body>Hello']], '/p', 'cannot be read'],
    'eleven megabytes' => [['/big' => ['body' => str_repeat('x', 1_000_000), 'repeat' => 11]], '/big', 'larger than 10 MB'],
    'from address to address' => [['/r' => ['status' => 302, 'headers' => ['Location: /r']]], '/r', 'without end'],
    'on to a file of the machine' => [
        ['/f' => ['status' => 302, 'headers' => ['Location: file:///etc/hostname']]],
        '/f',
        'begins with https',
    ],
    'on to a private net' => [
        ['/n' => ['status' => 302, 'headers' => ['Location: http://192.168.0.1/a.ics']]],
        '/n',
        'private network',
    ],
    'on to another port of this machine' => [
        ['/m' => ['status' => 302, 'headers' => ['Location: http://127.0.0.1:1/a.ics']]],
        '/m',
        'private network',
    ],
    'this machine by name' => [[], 'http://localhost/a.ics', 'private network'],
    'this machine as one number' => [[], 'http://2130706433/a.ics', 'private network'],
    'this machine by IPv6' => [[], 'http://[::1]/a.ics', 'private network'],
    'no address of the web' => [[], 'ftp://example.test/a.ics', 'begins with https'],
    'a name that ends in a dot' => [[], 'http://localhost./a.ics', 'signs in it'],
    'a sign-in before it' => [[], 'http://a:b@127.0.0.1/a.ics', 'signs in it'],
    'two ways to read it' => [[], 'http://example.test\\@127.0.0.1/a.ics', 'begins with https'],
    'not even that' => [[], 'hello', 'begins with https'],
]);

test('one that trips over something here is said to, and keeps no other from being read', function () {
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b'])]]);
    followed($this);
    followed($this, ['name' => 'Another']);
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4c'])]]);
    $first = Refresh::query()->orderBy('calendar_id')->firstOrFail();
    DB::unprepared(
        "create trigger broken before update on entries when new.calendar_id = '{$first->calendar_id}' begin select raise(abort, 'broken'); end",
    );
    $this->at('2026-11-25T14:00:00+01:00');
    Artisan::call('calendars:refresh');
    expect($first->refresh()->trouble)
        ->toBe('What it answers could not be taken in.')
        ->and($this->shown('2026-11-23'))
        ->toEqualCanonicalizing(['11-26T09:00 Class 4b', '11-26T09:00 Class 4c']);
});

test('it may be sent on five times', function () {
    $answers = [
        '/a.ics' => ['status' => 301, 'headers' => ['Location: b/1']],
        '/b/5' => ['body' => hosted_file(['a@h' => 'Class 4b'])],
    ];
    foreach (range(1, 4) as $i) {
        $answers["/b/{$i}"] = ['status' => 307, 'headers' => ["Location: http://{$this->host}/b/".($i + 1)]];
    }
    tells($this, $answers);
    followed($this);
    expect($this->shown('2026-11-23'))->toBe(['11-26T09:00 Class 4b']);
});

test('a calendar that is followed is deleted as any other, and comes back with its address', function () {
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b'])]]);
    $calendar = followed($this);
    $this->api('DELETE', "calendars/{$calendar['id']}", ['entries' => 'delete'])->assertNoContent();
    $this->at('2026-11-25T16:00:00+01:00');
    Artisan::call('calendars:refresh');
    expect($this->shown('2026-11-23'))->toBe([]);
    $this->api('POST', 'undo')->assertOk();
    expect($this->shown('2026-11-23'))->toBe(['11-26T09:00 Class 4b']);
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4c'])]]);
    $this->api('POST', "follows/{$calendar['id']}/refresh")->assertOk();
    expect($this->shown('2026-11-23'))->toBe(['11-26T09:00 Class 4c']);
});

test('a file from elsewhere does not reach into what is followed', function () {
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b'])]]);
    followed($this);
    $path = (string) tempnam(sys_get_temp_dir(), 'ics');
    file_put_contents($path, hosted_file(['a@h' => 'Mine']));
    $import = $this->post(
        '/api/imports',
        ['file' => new Illuminate\Http\UploadedFile($path, 'a.ics', 'text/calendar', null, true)],
        ['Origin' => 'http://localhost', 'Accept' => 'application/json'],
    );
    $id = $import->assertStatus(201)->json('id');
    $this->api('POST', "imports/{$id}/read")->assertOk();
    $this->api('POST', "imports/{$id}/take", [
        'targets' => [['calendar_id' => $this->calendar()->id]],
        'known' => 'all',
    ])->assertOk();
    expect($this->shown('2026-11-23'))->toEqualCanonicalizing(['11-26T09:00 Class 4b', '11-26T09:00 Mine']);
});

test('addresses that are set aside are none that anybody may ask (RFC 6890)', function (string $ip) {
    expect(PublicAddress::is($ip))->toBeFalse();
})->with([
    '0.0.0.0',
    '10.1.2.3',
    '100.64.1.1',
    '127.0.0.1',
    '127.255.0.9',
    '169.254.169.254',
    '172.16.0.1',
    '172.31.255.255',
    '192.0.0.8',
    '192.168.1.1',
    '198.18.0.1',
    '224.0.0.1',
    '239.1.1.1',
    '255.255.255.255',
    '::',
    '::1',
    '::ffff:10.0.0.1',
    '::ffff:127.0.0.1',
    '::7f00:1',
    '64:ff9b::7f00:1',
    '2002:7f00:1::',
    'fc00::1',
    'fd12::1',
    'fe80::1',
    'ff02::1',
    'not an address',
]);

test('others are', function (string $ip) {
    expect(PublicAddress::is($ip))->toBeTrue();
})->with([
    '1.1.1.1',
    '8.8.8.8',
    '172.15.255.255',
    '172.32.0.0',
    '192.167.255.255',
    '100.63.255.255',
    '223.255.255.254',
    '2606:4700::1111',
    '2a00::1',
]);

test('a name is asked only where none of its addresses is private', function () {
    $address = Address::of('https://calendar.example.test/a.ics');
    expect($address->resolved(fn (): array => ['8.8.8.8']))->toBe('8.8.8.8');
    expect(fn () => $address->resolved(fn (): array => ['8.8.8.8', '10.0.0.1']))->toThrow(FetchTrouble::class);
    expect(fn () => $address->resolved(fn (): array => []))->toThrow(FetchTrouble::class);
});

test('what did not arrive whole, or says that nothing changed to somebody who has nothing, leaves all as it was', function () {
    $whole = hosted_file(['a@h' => 'Class 4b', 'b@h' => 'Class 5a']);
    tells($this, ['/a.ics' => ['body' => $whole]]);
    $calendar = followed($this);
    foreach ([substr($whole, 0, -20), substr($whole, 0, (int) (strlen($whole) * 0.7)), substr($whole, 0, 60)] as $cut) {
        tells($this, ['/a.ics' => ['body' => $cut]]);
        $said = $this->api('POST', "follows/{$calendar['id']}/refresh")->json('following.trouble');
        expect($said)->not->toBeNull();
        expect(
            Visible::to($this->user)->entries()->where('calendar_id', $calendar['id'])->pluck('title')->sort()->values()->all(),
        )->toBe(
            ['Class 4b', 'Class 5a'],
        );
    }
    tells($this, ['/a.ics' => ['status' => 304]]);
    expect(followed($this, status: 422)['message'])->toContain('nothing of it yet');
    expect(Visible::to($this->user)->calendars()->where('name', 'School')->count())->toBe(1);
});

test('what cannot be read any more stays as it was last good, and is said to be left out', function () {
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b', 'b@h' => 'Class 5a'])]]);
    $calendar = followed($this);
    tells($this, ['/a.ics' => ['body' => str_replace(
        "SUMMARY:Class 6\r\nDTSTART;TZID=Europe/Berlin:20261126T090000",
        "SUMMARY:Class 6\r\nDTSTART;TZID=Europe/Berlin:the day after",
        hosted_file(['a@h' => 'Class 6', 'b@h' => 'Class 5b']),
    )]]);
    $this->api('POST', "follows/{$calendar['id']}/refresh")->assertOk();
    expect(
        Visible::to($this->user)->entries()->where('calendar_id', $calendar['id'])->pluck('title')->sort()->values()->all(),
    )->toBe(['Class 4b', 'Class 5b']);
});

test('what begins and does not end takes nothing away', function (string $from, string $to) {
    $whole = hosted_file(['a@h' => 'Class 4b', 'b@h' => 'Class 5a']);
    tells($this, ['/a.ics' => ['body' => $whole]]);
    $calendar = followed($this);
    $broken = preg_replace("/{$from}/", $to, $whole, 1);
    expect($broken)->not->toBe($whole);
    tells($this, ['/a.ics' => ['body' => $broken]]);
    $said = $this->api('POST', "follows/{$calendar['id']}/refresh")->json('following.trouble');
    expect($said)->toContain('did not arrive whole');
    expect(
        Visible::to($this->user)->entries()->where('calendar_id', $calendar['id'])->pluck('title')->sort()->values()->all(),
    )->toBe(['Class 4b', 'Class 5a']);
})->with([
    'an entry before another' => ['END:VEVENT\r\n', ''],
    'an entry before the next calendar' => ['END:VEVENT\r\nBEGIN:VEVENT', "END:VEVENT\r\nBEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT"],
    'a reminder' => ['END:VEVENT', "BEGIN:VALARM\r\nEND:VEVENT"],
    'the last entry' => ['END:VEVENT\r\nEND:VCALENDAR', 'END:VCALENDAR'],
]);

test('an address whose host has more letters than any is refused, leaves nothing, and keeps no other from being read', function () {
    $long = str_repeat(str_repeat('a', 60).'.', 5).'test';
    $before = Visible::to($this->user)->calendars()->count();
    $this->api(
        'POST',
        'follows',
        ['address' => "http://{$long}/a.ics", 'area_id' => $this->calendar()->area_id, 'name' => 'Long'],
    )->assertStatus(422);
    tells($this, ['/a.ics' => ['status' => 302, 'headers' => ["Location: http://{$long}/b.ics"]]]);
    followed($this, status: 422);
    expect(Visible::to($this->user)->calendars()->count())->toBe($before);
    // One that stands there already, from before it was looked at so closely.
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4b'])]]);
    $well = followed($this);
    $ill = App\Models\Calendar::query()->findOrFail(followed($this, ['name' => 'Ill'])['id']);
    DB::connection()->getPdo()->prepare('update calendars set follows = ? where id = ?')->execute(
        [Illuminate\Support\Facades\Crypt::encryptString("http://{$long}/a.ics"), $ill->id],
    );
    tells($this, ['/a.ics' => ['body' => hosted_file(['a@h' => 'Class 4c'])]]);
    Refresh::query()->update(['next_at' => 0]);
    expect(Artisan::call('calendars:refresh'))->toBe(0);
    expect(Visible::to($this->user)->entries()->where('calendar_id', $well['id'])->value('title'))->toBe('Class 4c');
});
