<?php

declare(strict_types=1);

use App\Interchange\ImportFolder;
use App\Interchange\LongTaking;
use App\Jobs\TakeLongFile;
use App\Journal\Changed;
use App\Journal\HistoryStep;
use App\Journal\Settling;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use Database\Seeders\DemoSeeder;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;
use Illuminate\Testing\TestResponse;

beforeEach(fn () => Storage::fake('local'));

/** A file as others write it. */
function calendar_file(string $components, string $head = ''): string
{
    return "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Test//EN\r\n{$head}".
        str_replace("\n", "\r\n", trim($components)).
        "\r\nEND:VCALENDAR\r\n";
}

/** @return array<string, mixed> sent and read to its end */
function bring(object $test, string $file, string $name = 'old.ics'): array
{
    $import = $test
        ->api('POST', 'imports', ['file' => UploadedFile::fake()->createWithContent($name, $file)])
        ->assertStatus(201)
        ->json();
    while ($import['fault'] === null && $import['read'] < $import['total']) {
        $import = $test
            ->api('POST', "imports/{$import['id']}/read")
            ->assertOk()
            ->json();
    }

    return $import;
}

/** @return array<string, mixed> what became of it */
function take(object $test, array $import, string $known = 'all'): array
{
    $targets = array_map(fn (): array => ['calendar_id' => $test->calendar()->id], $import['calendars']);

    return $test
        ->api('POST', "imports/{$import['id']}/take", ['targets' => $targets, 'known' => $known])
        ->assertOk()
        ->json();
}

const MARKET = <<<'ICS'
BEGIN:VEVENT
UID:market@example.test
DTSTAMP:20261101T080000Z
SUMMARY:Market stall
DTSTART;TZID=Europe/Berlin:20261128T090000
DTEND;TZID=Europe/Berlin:20261128T120000
RRULE:FREQ=WEEKLY;BYDAY=SA;COUNT=4
END:VEVENT
BEGIN:VEVENT
UID:market@example.test
DTSTAMP:20261101T080000Z
RECURRENCE-ID;TZID=Europe/Berlin:20261205T090000
SUMMARY:Market stall\, with wreaths
DTSTART;TZID=Europe/Berlin:20261205T080000
DTEND;TZID=Europe/Berlin:20261205T120000
END:VEVENT
BEGIN:VTODO
UID:wages@example.test
DTSTAMP:20261101T080000Z
SUMMARY:Wages sheet
DUE;VALUE=DATE:20261130
PRIORITY:1
END:VTODO
BEGIN:VJOURNAL
UID:diary@example.test
DTSTAMP:20261101T080000Z
SUMMARY:A diary
END:VJOURNAL
ICS;

test('a file says what is in it before anything of it is taken, and is taken as one step', function () {
    $import = bring($this, calendar_file(MARKET, "X-WR-CALNAME:Stalls\r\nCOLOR:teal\r\n"));
    expect($import)->toMatchArray([
        'name' => 'old.ics',
        'total' => 3,
        'read' => 3,
        'counts' => ['new' => 2, 'same' => 0, 'newer' => 0, 'older' => 0, 'refused' => 1],
    ]);
    expect($import['calendars'])->toBe([['name' => 'Stalls', 'colour' => 'teal', 'entries' => 2]]);
    expect($import['lines']['refused'][0])->toMatchArray([
        'title' => 'A diary',
        'says' => 'It is an entry of a diary (VJOURNAL), neither an event nor a task.',
    ]);
    expect(Entry::query()->count())->toBe(0);

    expect(take($this, $import))->toBe(['added' => 2, 'changed' => 0, 'left' => 1]);
    $saturday = $this->api('GET', 'board?from=2026-12-05&days=1')->json('occurrences');
    expect($saturday[0])->toMatchArray([
        'title' => 'Market stall, with wreaths',
        'start' => '2026-12-05T08:00:00',
        'end' => '2026-12-05T12:00:00',
    ]);
    expect($this->api('GET', 'basket')->json('items')[0])->toMatchArray([
        'title' => 'Wages sheet',
        'importance' => 'must',
        'due' => '2026-11-30',
    ]);
    // What lay apart is gone, and one step back takes all of it out again.
    expect($this->api('GET', "imports/{$import['id']}")->status())->toBe(404);
    $this->api('POST', 'undo')->assertOk();
    expect([Entry::query()->count(), OccurrenceOverride::query()->count()])->toBe([0, 0]);
});

test('what is there already is known by its UID, and becomes what was chosen', function (
    string $known,
    array $done,
    string $title,
) {
    take($this, bring($this, calendar_file(MARKET)));
    expect(bring($this, calendar_file(MARKET))['counts'])->toMatchArray(['new' => 0, 'same' => 2]);
    $other = str_replace(
        ['SUMMARY:Market stall'."\n", '20261101T080000Z'],
        ['SUMMARY:Winter market'."\n", '20270101T080000Z'],
        MARKET,
    );
    $import = bring($this, calendar_file($other));
    expect($import['counts'])->toMatchArray(['new' => 0, 'same' => 1, 'newer' => 1]);
    expect(take($this, $import, $known))->toBe($done);
    expect(Entry::query()->where('uid', 'market@example.test')->value('title'))->toBe($title);
})->with([
    ['leave', ['added' => 0, 'changed' => 0, 'left' => 3], 'Market stall'],
    ['newer', ['added' => 0, 'changed' => 1, 'left' => 2], 'Winter market'],
    ['all', ['added' => 0, 'changed' => 1, 'left' => 2], 'Winter market'],
]);

test('an older state in a file leaves the later one here as it is, unless that is wished', function () {
    take($this, bring($this, calendar_file(MARKET)));
    $this->at('2026-12-01T10:00:00+01:00');
    $market = Entry::query()->where('uid', 'market@example.test')->firstOrFail();
    $this->api('PATCH', "entries/{$market->id}", ['title' => 'Winter market'])->assertOk();
    $import = bring($this, calendar_file(MARKET));
    expect($import['counts'])->toMatchArray(['older' => 1]);
    expect(take($this, $import, 'newer')['changed'])->toBe(0);
    expect(take($this, bring($this, calendar_file(MARKET)), 'all')['changed'])->toBe(1);
});

test('what goes out comes in again into another account, and is known there the next time', function () {
    $this->entry([
        'title' => 'Vent check',
        'start' => '2026-11-26T07:15:00',
        'end' => '2026-11-26T07:30:00',
        'all_day' => false,
        'rule' => 'FREQ=DAILY',
        'missed' => 'lapse',
        'effort' => 'light',
    ]);
    $file = $this->api('GET', 'calendar-file')->streamedContent();
    expect(bring($this, $file)['counts'])->toMatchArray(['new' => 0, 'same' => 1]);
    $other = app(App\Actions\Accounts\OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'glasshouse',
        'zone' => 'Europe/Berlin',
    ]);
    $this->asUser($other);
    take($this, bring($this, $file));
    expect(Entry::query()->where('user_id', $other->id)->firstOrFail())->toMatchArray([
        'title' => 'Vent check',
        'missed' => 'lapse',
        'effort' => 'light',
    ]);
    expect(bring($this, $file)['counts'])->toMatchArray(['new' => 0, 'same' => 1]);
    expect(bring($this, $this->api('GET', 'calendar-file')->streamedContent())['counts'])->toMatchArray(['same' => 1]);
});

test('the halves of a divided routine are one again where they come in', function () {
    $entry = $this->entry([
        'title' => 'Vent check',
        'start' => '2026-11-26T07:15:00',
        'end' => '2026-11-26T07:30:00',
        'all_day' => false,
        'rule' => 'FREQ=DAILY',
    ]);
    $this->api('PATCH', "entries/{$entry['id']}", [
        'title' => 'Vents',
        'scope' => 'onward',
        'recurrence_id' => '2026-12-10T07:15:00',
    ])->assertOk();
    $file = $this->api('GET', 'calendar-file')->streamedContent();
    $other = app(App\Actions\Accounts\OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'glasshouse',
        'zone' => 'Europe/Berlin',
    ]);
    $this->asUser($other);
    take($this, bring($this, $file));
    $halves = Entry::query()->where('user_id', $other->id)->orderBy('start')->get();
    expect($halves->pluck('title')->all())
        ->toBe(['Vent check', 'Vents'])
        ->and($halves[1]->continues_id)
        ->toBe($halves[0]->id);
    expect(str_replace("\r\n ", '', $this->api('GET', 'calendar-file')->streamedContent()))->toContain(
        "RELATED-TO;RELTYPE=X-PLUM-ROTA-CONTINUES:{$halves[0]->uid}",
    );
});

test('what came in goes out again as it came, but for the moment it is written', function () {
    planted(fn () => User::query()->delete());
    Artisan::call('db:seed', ['--class' => DemoSeeder::class, '--force' => true]);
    $this->asUser(User::query()->latest('id')->firstOrFail());
    $this->at('2026-11-25T11:00:00+01:00');
    $file = $this->api('GET', 'calendar-file')->streamedContent();
    planted(fn () => OccurrenceOverride::query()->toBase()->delete());
    planted(fn () => Entry::query()->toBase()->delete());
    $import = bring($this, $file);
    $this->api('POST', "imports/{$import['id']}/take", [
        'targets' => [['calendar_id' => $this->calendar()->id]],
        'known' => 'all',
    ])->assertOk();
    // Its reminders are those of the calendar it is in, which is another now.
    $plain = fn (string $text): array => array_values(
        array_filter(
            explode("\r\n", str_replace("\r\n ", '', $text)),
            fn (string $line): bool => preg_match('/^(DTSTAMP|X-PLUM-ROTA-(OWN-)?REMINDERS)/', $line) !== 1,
        ),
    );
    $without = fn (string $text): string => (string) preg_replace('/BEGIN:VALARM.*?END:VALARM\r\n/s', '', $text);
    $again = $this->api('GET', 'calendar-file')->streamedContent();
    expect($plain($without($again)))->toBe($plain($without($file)));
});

test('a later state of a file is known for one, although it was changed before the first was brought in', function () {
    $first = str_replace('DTSTAMP:20261101T080000Z', "DTSTAMP:20261101T080000Z\nLAST-MODIFIED:20261101T080000Z", MARKET);
    take($this, bring($this, calendar_file($first)));
    $second = str_replace(
        ["SUMMARY:Market stall\n", 'LAST-MODIFIED:20261101T080000Z'],
        ["SUMMARY:Winter market\n", 'LAST-MODIFIED:20261110T080000Z'],
        $first,
    );
    expect(bring($this, calendar_file($second))['counts'])->toMatchArray(['newer' => 1, 'older' => 0]);
});

test('a file has the entries that were asked for', function () {
    $one = $this->entry(['title' => 'Vent check', 'start' => '2026-11-26']);
    $two = $this->entry(['title' => 'Sow sweet peas', 'start' => '2026-12-26']);
    $titles = fn (string $query): array => preg_match_all(
        '/^SUMMARY:(.*)\r$/m',
        $this->api('GET', "calendar-file{$query}")->streamedContent(),
        $m,
    ) > 0
        ? $m[1]
        : [];
    expect($titles(''))
        ->toBe(['Vent check', 'Sow sweet peas'])
        ->and($titles("?entry_id={$two['id']}"))
        ->toBe(['Sow sweet peas'])
        ->and($titles('?from=2026-11-25&to=2026-11-26'))
        ->toBe(['Vent check'])
        ->and($titles("?calendar_id={$this->calendar()->id}"))
        ->toBe(['Vent check', 'Sow sweet peas'])
        ->and($titles("?area_id={$this->calendar()->area_id}"))
        ->toHaveCount(2);
    $this->api('GET', 'calendar-file?calendar_id=none')->assertStatus(404);
    $this->asUser(
        app(App\Actions\Accounts\OpenAccount::class)->open([
            'name' => 'Other',
            'email' => 'other@example.test',
            'password' => 'glasshouse',
            'zone' => 'Europe/Berlin',
        ]),
    );
    $this->api('GET', "calendar-file?entry_id={$one['id']}")->assertStatus(404);
    expect($titles(''))->toBe([]);
});

test('a calendar of the file can become a new one, or be left out', function () {
    $import = bring(
        $this,
        calendar_file(MARKET, "NAME:Stalls\r\n").
            calendar_file(str_replace('@example', '@other.example', MARKET), "NAME:Others\r\n"),
    );
    expect(array_column($import['calendars'], 'name'))->toBe(['Stalls', 'Others']);
    $area = $this->calendar()->area_id;
    $this->api('POST', "imports/{$import['id']}/take", [
        'targets' => [['area_id' => $area, 'name' => 'Stalls'], null],
        'known' => 'leave',
    ])->assertOk();
    $calendar = App\Models\Calendar::query()->where('name', 'Stalls')->firstOrFail();
    expect([Entry::query()->where('calendar_id', $calendar->id)->count(), Entry::query()->count()])->toBe([2, 2]);
    $this->api('POST', 'undo')->assertOk();
    expect(App\Models\Calendar::query()->where('name', 'Stalls')->exists())->toBeFalse();
});

test('what a routine is from one of its times on becomes a routine that goes on from it', function () {
    $file = calendar_file(
        <<<'ICS'
        BEGIN:VEVENT
        UID:choir
        DTSTAMP:20261101T000000Z
        SUMMARY:Choir
        DTSTART;TZID=Europe/Berlin:20261126T193000
        DURATION:PT90M
        RRULE:FREQ=WEEKLY
        END:VEVENT
        BEGIN:VEVENT
        UID:choir
        DTSTAMP:20261101T000000Z
        RECURRENCE-ID;RANGE=THISANDFUTURE;TZID=Europe/Berlin:20270107T193000
        SUMMARY:Choir\, in the hall
        DTSTART;TZID=Europe/Berlin:20270107T200000
        DURATION:PT60M
        END:VEVENT
        ICS
        ,
    );
    take($this, bring($this, $file));
    $on = fn (string $day): array => array_map(
        fn (array $one): string => "{$one['title']} ".substr($one['start'], 11, 5).'–'.substr($one['end'], 11, 5),
        $this->occurrences("from={$day}&days=1"),
    );
    expect($on('2026-12-31'))
        ->toBe(['Choir 19:30–21:00'])
        ->and($on('2027-01-07'))
        ->toBe(['Choir, in the hall 20:00–21:00'])
        ->and($on('2027-02-04'))
        ->toBe(['Choir, in the hall 20:00–21:00']);
    // Brought in once more it is not there twice.
    take($this, bring($this, $file), 'all');
    expect($on('2027-02-04'))
        ->toBe(['Choir, in the hall 20:00–21:00'])
        ->and(Entry::query()->count())
        ->toBe(2);
    $this->api('POST', 'undo')->assertOk();
    $this->api('POST', 'undo')->assertOk();
    expect(Entry::query()->count())->toBe(0);
});

test('a routine divided twice is divided at the times that its file names, and its parts go on from one another', function () {
    $part = fn (
        string $id,
        string $start,
        string $title,
    ): string => "BEGIN:VEVENT\nUID:choir\nRECURRENCE-ID;RANGE=THISANDFUTURE:{$id}\nSUMMARY:{$title}\nDTSTART:{$start}\nDURATION:PT1H\nEND:VEVENT\n";
    take(
        $this,
        bring(
            $this,
            calendar_file(
                "BEGIN:VEVENT\nUID:choir\nSUMMARY:One\nDTSTART:20261130T180000Z\nDURATION:PT1H\nRRULE:FREQ=DAILY\nEND:VEVENT\n".
                    $part('20261210T180000Z', '20261210T190000Z', 'Two').
                    $part('20261220T180000Z', '20261220T200000Z', 'Three').
                    // None of these can be: before it begins, between its times, on a day.
                    $part('20261101T180000Z', '20261101T180000Z', 'Never').
                    $part('20261211T030000Z', '20261211T030000Z', 'Never'),
            ),
        ),
    );
    $on = fn (string $day): string => implode(
        ' ',
        array_map(
            fn (array $one): string => $one['title'].substr($one['start'], 10, 6),
            $this->occurrences("from={$day}&days=1"),
        ),
    );
    expect([$on('2026-12-09'), $on('2026-12-11'), $on('2026-12-21')])->toBe(['OneT19:00', 'TwoT20:00', 'ThreeT21:00']);
    $halves = Entry::query()->orderBy('start')->get();
    expect($halves->pluck('continues_id')->all())->toBe([null, $halves[0]->id, $halves[1]->id]);
});

test('no UID reaches entries that it does not name', function (string $uid) {
    $this->entry(['title' => 'Mine', 'start' => '2026-11-26', 'rule' => 'FREQ=DAILY']);
    planted(fn () => Entry::query()
        ->toBase()
        ->update(['uid' => 'other#2026-12-01']));
    $file = calendar_file(
        "BEGIN:VEVENT\nUID:{$uid}\nSUMMARY:a\nDTSTART;VALUE=DATE:20261126\nRRULE:FREQ=DAILY\nEND:VEVENT\n".
            "BEGIN:VEVENT\nUID:{$uid}\nSUMMARY:b\nRECURRENCE-ID;RANGE=THISANDFUTURE;VALUE=DATE:20261130\nDTSTART;VALUE=DATE:20261130\nEND:VEVENT",
    );
    take($this, bring($this, $file));
    expect(Entry::query()->where('title', 'Mine')->exists())->toBeTrue();
})->with(['%', '_ther', 'oth%']);

test(
    'what single times have of their own comes in whole: a calendar that is theirs here, and what was done before the rhythm changed',
    function () {
        $tours = $this->api('POST', 'calendars', ['area_id' => $this->calendar()->area_id, 'name' => 'Tours'])
            ->assertStatus(201)
            ->json('id');
        $entry = $this->entry(['title' => 'Vent check', 'start' => '2026-11-23', 'rule' => 'FREQ=DAILY']);
        app(App\Journal\WritePath::class)->run($this->user, 'Set out', function () use ($entry, $tours): void {
            foreach (['2026-11-24' => ['calendar_id' => $tours, 'title' => 'Tour'], '2026-11-21' => []] as $id => $fields) {
                OccurrenceOverride::query()->create([
                    'entry_id' => $entry['id'],
                    'user_id' => $this->user->id,
                    'recurrence_id' => $id,
                    'day' => $id,
                    'fields' => $fields,
                    'done_at' => $fields === [] ? 1_795_000_000 : null, // on a day that the rhythm does not know any more
                ]);
            }
        });
        $file = $this->api('GET', 'calendar-file')->streamedContent();
        planted(fn () => OccurrenceOverride::query()->toBase()->delete());
        planted(fn () => Entry::query()->toBase()->delete());
        take($this, bring($this, $file));
        $rows = OccurrenceOverride::query()->orderBy('day')->get();
        expect($rows->pluck('recurrence_id')->all())->toBe(['2026-11-21', '2026-11-24']);
        expect($rows[0]->done_at)
            ->toBe(1_795_000_000)
            ->and($rows[1]->fields)
            ->toBe(['calendar_id' => $tours, 'title' => 'Tour']);
        // In another account there is no such calendar.
        $this->asUser(
            app(App\Actions\Accounts\OpenAccount::class)->open([
                'name' => 'Other',
                'email' => 'other@example.test',
                'password' => 'glasshouse',
                'zone' => 'Europe/Berlin',
            ]),
        );
        take($this, bring($this, $file));
        expect(
            OccurrenceOverride::query()->where('user_id', $this->user->id)->where('recurrence_id', '2026-11-24')->firstOrFail()
                ->fields,
        )->toBe(['title' => 'Tour']);
    },
);

test('of files on their way in a few stay, and the oldest goes', function () {
    $first = bring($this, calendar_file(MARKET));
    foreach (range(1, 4) as $i) {
        $this->at("2026-11-25T10:2{$i}:00+01:00");
        bring($this, calendar_file(MARKET));
    }
    $this->api('GET', "imports/{$first['id']}")->assertStatus(404);
    expect(File::directories(ImportFolder::root($this->user)))->toHaveCount(4);
});

test('what means nothing here of a single time is kept with that', function () {
    $event = fn (string $when, string $more): string => "BEGIN:VEVENT\nUID:a\nSUMMARY:Board\n{$when}\n{$more}\nEND:VEVENT\n";
    $file = calendar_file(
        $event("DTSTART:20261126T080000Z\nRRULE:FREQ=WEEKLY;COUNT=4", 'ATTENDEE:mailto:me@example.test').
            $event(
                "RECURRENCE-ID:20261203T080000Z\nDTSTART:20261203T100000Z",
                "ATTENDEE:mailto:me@example.test\nATTENDEE:mailto:guest@example.test",
            ).
            $event("RECURRENCE-ID:20261210T080000Z\nDTSTART:20261210T100000Z", 'ATTENDEE:mailto:me@example.test'),
    );
    take($this, bring($this, $file));
    expect(Entry::query()->firstOrFail()->overrides()->orderBy('recurrence_id')->pluck('foreign_lines')->all())->toBe([
        ['ATTENDEE:mailto:me@example.test', 'ATTENDEE:mailto:guest@example.test'],
        null,
    ]);
    $out = str_replace("\r\n ", '', $this->api('GET', 'calendar-file')->streamedContent());
    expect(substr_count($out, 'mailto:me@example.test'))
        ->toBe(3)
        ->and(substr_count($out, 'mailto:guest@example.test'))
        ->toBe(1);
});

test('what means nothing here is kept, and given back; a copy is another entry to everybody', function () {
    $lines = [
        'ORGANIZER;CN="Board, the":mailto:board@example.test',
        'ATTENDEE;PARTSTAT=ACCEPTED:mailto:me@example.test',
        'X-ROOM:3rd floor\\, left',
        'GEO:52.5;13.4',
    ];
    take(
        $this,
        bring(
            $this,
            calendar_file(
                "BEGIN:VEVENT\nUID:a\nSUMMARY:Board\nDTSTART:20261126T080000Z\n".implode("\n", $lines)."\nEND:VEVENT",
            ),
        ),
    );
    $out = str_replace("\r\n ", '', $this->api('GET', 'calendar-file')->streamedContent());
    foreach ($lines as $line) {
        expect($out)->toContain("\r\n{$line}\r\n");
    }
    $entry = Entry::query()->firstOrFail();
    $copy = $this->api('POST', "entries/{$entry->id}/copy", [
        'start' => '2026-11-27T09:00:00',
        'all_day' => false,
        'length' => 60,
    ])
        ->assertStatus(201)
        ->json();
    expect(Entry::query()->findOrFail($copy['id'])->uid)->toBeNull();
    expect(bring($this, $out)['counts'])->toMatchArray(['new' => 0, 'same' => 1]);
});

test('files with an entry go out inside it, and come in with it, once', function () {
    $entry = $this->entry(['title' => 'Boiler', 'start' => '2026-11-26']);
    $text = str_repeat("Guaranteed for ten years.\n", 4000);
    $this->api('POST', "entries/{$entry['id']}/attachments", [
        'file' => UploadedFile::fake()->createWithContent('guarantee, signed.txt', $text),
    ])->assertStatus(201);
    $file = $this->api('GET', 'calendar-file')->streamedContent();
    expect($file)->toContain('ATTACH;');
    $other = app(App\Actions\Accounts\OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'glasshouse',
        'zone' => 'Europe/Berlin',
    ]);
    $this->asUser($other);
    take($this, bring($this, $file));
    $kept = App\Models\Attachment::query()->where('user_id', $other->id)->firstOrFail();
    expect($kept)->toMatchArray(['name' => 'guarantee, signed.txt', 'type' => 'text/plain', 'size' => strlen($text)]);
    expect(Storage::disk('local')->get($kept->path))->toBe($text);
    // Nothing of it stands among what is not known, and it is not there twice.
    expect(Entry::query()->where('user_id', $other->id)->firstOrFail()->foreign_lines)->toBe([]);
    take($this, bring($this, str_replace('SUMMARY:Boiler', 'SUMMARY:The boiler', $file)), 'all');
    expect(App\Models\Attachment::query()->where('user_id', $other->id)->count())->toBe(1);
});

test('a file inside of a kind that is not kept is left out, and the entry comes in', function () {
    $program = base64_encode("<?php echo 1;\n");
    take(
        $this,
        bring(
            $this,
            calendar_file(
                "BEGIN:VTODO\nUID:a\nSUMMARY:Sow\nATTACH;VALUE=BINARY;ENCODING=BASE64;FILENAME=../../run.sh:{$program}\nEND:VTODO",
            ),
        ),
    );
    expect([Entry::query()->count(), App\Models\Attachment::query()->count()])->toBe([1, 0]);
});

test('a file that was given up leaves nothing', function () {
    $import = bring($this, calendar_file(MARKET));
    $this->api('DELETE', "imports/{$import['id']}")->assertStatus(204);
    expect(File::directories(ImportFolder::root($this->user)))->toBe([]);
    $this->api('POST', "imports/{$import['id']}/take", ['targets' => [null], 'known' => 'all'])->assertStatus(404);
});

test('nobody else reads or takes it', function () {
    $import = bring($this, calendar_file(MARKET));
    $this->asUser(
        app(App\Actions\Accounts\OpenAccount::class)->open([
            'name' => 'Other',
            'email' => 'other@example.test',
            'password' => 'glasshouse',
            'zone' => 'Europe/Berlin',
        ]),
    );
    $this->api('GET', "imports/{$import['id']}")->assertStatus(404);
    $this->api('DELETE', "imports/{$import['id']}")->assertStatus(404);
    $this->api('GET', 'imports/..%2F1')->assertStatus(404);
});

/** What the world writes otherwise than RFC 5545 has it, and how it is read. The forms are from memory of files seen. */
test('what is written otherwise is read, and said', function (string $component, array $columns, string $says) {
    $import = bring(
        $this,
        calendar_file("BEGIN:VEVENT\nUID:a\nDTSTAMP:20261101T000000Z\nSUMMARY:Visit\n{$component}\nEND:VEVENT"),
    );
    expect($import['counts'])->toMatchArray(['new' => 1]);
    take($this, $import);
    expect(Entry::query()->firstOrFail())->toMatchArray($columns);
    expect($import['lines']['repaired'][0]['says'] ?? '')->toContain($says);
})->with([
    'a zone by another name' => [
        "DTSTART;TZID=W. Europe Standard Time:20261128T090000\nDTEND;TZID=W. Europe Standard Time:20261128T100000",
        ['zone' => 'Europe/Berlin', 'length' => 60],
        'was taken for Europe/Berlin',
    ],
    'a zone with an authority before it' => [
        "DTSTART;TZID=/example.org/2020/Europe/Paris:20261128T090000\nDURATION:PT45M",
        ['zone' => 'Europe/Paris', 'length' => 45],
        'was taken for Europe/Paris',
    ],
    'a zone nobody knows' => [
        "DTSTART;TZID=Somewhere:20261128T090000\nDURATION:PT1H",
        ['zone' => 'Europe/Berlin'],
        'No zone is called “Somewhere”',
    ],
    'no zone' => ["DTSTART:20261128T090000\nDURATION:PT1H", ['zone' => null, 'start' => '2026-11-28T09:00:00'], ''],
    'a moment of UTC' => ["DTSTART:20261128T080000Z\nDTEND:20261128T093000Z", ['zone' => 'UTC', 'length' => 90], ''],
    'a date with a time' => [
        "DTSTART;VALUE=DATE:20261128T000000\nDTEND;VALUE=DATE:20261129T000000",
        ['all_day' => true, 'start' => '2026-11-28', 'length' => 1],
        'A date was written with a time',
    ],
    'an end before its beginning' => [
        "DTSTART;VALUE=DATE:20261128\nDTEND;VALUE=DATE:20261127",
        ['all_day' => true, 'length' => 1],
        'It ended before it began',
    ],
    'several rules' => [
        "DTSTART;VALUE=DATE:20261128\nRRULE:FREQ=WEEKLY;COUNT=2\nRRULE:FREQ=MONTHLY;COUNT=3",
        ['rule' => 'FREQ=WEEKLY;COUNT=2', 'extra_dates' => ['2026-11-28', '2026-12-28', '2027-01-28']],
        'It has several rules',
    ],
    'a rule of exceptions' => [
        "DTSTART;VALUE=DATE:20261128\nRRULE:FREQ=DAILY;COUNT=10\nEXRULE:FREQ=DAILY;INTERVAL=7;COUNT=2",
        ['except_dates' => ['2026-11-28', '2026-12-05']],
        'A rule of dates on which it does not come',
    ],
    'an UNTIL of no zone' => [
        "DTSTART;TZID=Europe/Berlin:20261128T090000\nDURATION:PT1H\nRRULE:FREQ=DAILY;UNTIL=20261201T090000",
        ['rule' => 'FREQ=DAILY;UNTIL=20261201T090000'],
        'Its last time was written without a zone',
    ],
    'a rule with spaces and small letters' => [
        "DTSTART;VALUE=DATE:20261130\nRRULE:freq=weekly; byday=mo",
        ['rule' => 'FREQ=WEEKLY;BYDAY=MO'],
        '',
    ],
    'a start its rule does not choose' => [
        "DTSTART;VALUE=DATE:20261128\nRRULE:FREQ=WEEKLY;BYDAY=MO;COUNT=3",
        ['start' => '2026-11-30', 'rule' => 'FREQ=WEEKLY;COUNT=2;BYDAY=MO', 'extra_dates' => ['2026-11-28']],
        'Its rule does not choose the day',
    ],
    'a rule of vCalendar 1.0' => [
        "DTSTART:20261130T090000Z\nDTEND:20261130T100000Z\nRRULE:W2 MO WE #10",
        ['rule' => 'FREQ=WEEKLY;INTERVAL=2;COUNT=10;BYDAY=MO,WE'],
        'as vCalendar 1.0 wrote it',
    ],
    'another of them' => [
        "DTSTART:20261201T090000Z\nDTEND:20261201T100000Z\nRRULE:MP1 1+ TU #0",
        ['rule' => 'FREQ=MONTHLY;BYDAY=1TU'],
        'as vCalendar 1.0 wrote it',
    ],
    'one with its last moment' => [
        "DTSTART:20261130T090000Z\nDTEND:20261130T100000Z\nRRULE:D1 20261205T090000Z",
        ['rule' => 'FREQ=DAILY;UNTIL=20261205T090000Z'],
        'as vCalendar 1.0 wrote it',
    ],
    'no title' => ["SUMMARY:\nDTSTART;VALUE=DATE:20261128", ['title' => 'Visit'], ''],
]);

test('line ends, folding and letters of any kind are read', function (string $file) {
    $import = bring($this, $file);
    expect($import['counts'])->toMatchArray(['new' => 1, 'refused' => 0]);
    take($this, $import);
    expect(Entry::query()->value('title'))->toBe('Märchen für die Gäste');
})->with([
    'lines that end by LF' => [
        fn () => str_replace("\r\n", "\n", calendar_file("BEGIN:VTODO\nUID:a\nSUMMARY:Märchen für die Gäste\nEND:VTODO")),
    ],
    'lines that end by CR' => [
        fn () => str_replace("\r\n", "\r", calendar_file("BEGIN:VTODO\nUID:a\nSUMMARY:Märchen für die Gäste\nEND:VTODO")),
    ],
    'a mark of its byte order' => [
        fn () => "\xEF\xBB\xBF".calendar_file("BEGIN:VTODO\nUID:a\nSUMMARY:Märchen für die Gäste\nEND:VTODO"),
    ],
    'folded' => [fn () => calendar_file("BEGIN:VTODO\nUID:a\nSUMMARY:Märchen f\n ür die Gä\n ste\nEND:VTODO")],
    'folded within its parameters' => [
        fn () => calendar_file(
            "BEGIN:VTODO\nUID:a\nSUMMARY;LANGUAGE=de;X-WRITTEN\n -BY=\"Ida\":Märchen für die Gäste\nEND:VTODO",
        ),
    ],
    'letters of Windows' => [
        fn () => mb_convert_encoding(
            calendar_file("BEGIN:VTODO\nUID:a\nSUMMARY:Märchen für die Gäste\nEND:VTODO"),
            'Windows-1252',
            'UTF-8',
        ),
    ],
    'small letters' => [
        fn () => "begin:vcalendar\r\nbegin:vtodo\r\nuid:a\r\nsummary:Märchen für die Gäste\r\nend:vtodo\r\nend:vcalendar\r\n",
    ],
    'no end' => [fn () => "BEGIN:VCALENDAR\r\nBEGIN:VTODO\r\nUID:a\r\nSUMMARY:Märchen für die Gäste\r\nEND:VTODO\r\n"],
]);

test('what is no calendar is said in a sentence', function (string $file, string $says) {
    $import = bring($this, $file);
    expect($import['fault'])->toContain($says);
    $this->api('POST', "imports/{$import['id']}/take", ['targets' => [], 'known' => 'all'])->assertStatus(422);
    expect(Entry::query()->count())->toBe(0);
})->with([
    'nothing' => [" \r\n", 'There is no calendar in this file.'],
    'an archive' => ["PK\x03\x04abc", 'This is a packed archive.'],
    'a page' => ['<!doctype html><p>Sign in</p>', 'a page or a document of another kind'],
    'a picture' => ["\x89PNG\r\n\x1a\n\x00\x00", 'This is no text.'],
    'words' => ['dear diary', 'There is no calendar in this file.'],
]);

/** Hostile files, made from a seed: INTERCHANGE_HOSTILE of them. */
function hostile(int $n): string
{
    $kinds = [
        fn () => substr(calendar_file(MARKET), 0, mt_rand(1, 700)),
        fn () => str_repeat("BEGIN:VEVENT\n", mt_rand(10, 400)).calendar_file(MARKET),
        fn () => calendar_file('BEGIN:VEVENT'."\n".str_repeat("BEGIN:VALARM\n", mt_rand(2, 60))."\nEND:VEVENT"),
        fn () => calendar_file("BEGIN:VTODO\nUID:a\nSUMMARY:".str_repeat('x', mt_rand(1_000, 900_000))."\nEND:VTODO"),
        fn () => calendar_file("BEGIN:VTODO\nUID:a\n".str_repeat("X-A:1\n", mt_rand(1_000, 70_000)).'END:VTODO'),
        fn () => calendar_file(
            "BEGIN:VEVENT\nUID:a\nSUMMARY:a\nDTSTART:20261128T090000Z\nRRULE:".
                [
                    'FREQ=SECONDLY',
                    'FREQ=MINUTELY;INTERVAL=1',
                    'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=31',
                    'FREQ=DAILY;COUNT=99999999',
                    'FREQ=DAILY;BYSETPOS=400;BYHOUR=1,2,3',
                    'FREQ=YEARLY;BYDAY=+99MO',
                ][mt_rand(0, 5)].
                "\nEND:VEVENT",
        ),
        fn () => calendar_file(
            "BEGIN:VEVENT\nUID:a\nSUMMARY:a\nDTSTART:20261128T090000Z\n".
                str_repeat("BEGIN:VALARM\nACTION:DISPLAY\nTRIGGER:-PT5M\nEND:VALARM\n", 10_000).
                'END:VEVENT',
        ),
        fn () => calendar_file(
            "BEGIN:VTODO\nUID:a\nSUMMARY:\xC3\x28\xFF\xFE".random_bytes_of(mt_rand(1, 300))."\nEND:VTODO",
        ),
        fn () => calendar_file("BEGIN:VTODO\nUID:\x01\x02a\nSUMMARY:a\x07\x1B[31mb\nEND:VTODO"),
        fn () => "PK\x03\x04".random_bytes_of(2000),
        fn () => '<?xml version="1.0"?><!DOCTYPE a [<!ENTITY b SYSTEM "file:///etc/passwd"><!ENTITY c "'.
            str_repeat('&b;', 100).
            '">]><a>&c;</a>',
        fn () => calendar_file("BEGIN:VTODO\nUID:../../../../etc/passwd\nSUMMARY:../../x\nATTACH:file:///etc/passwd\nEND:VTODO"),
        fn () => calendar_file(
            "BEGIN:VEVENT\nUID:a\nSUMMARY:a\nDTSTART:20261128T090000Z\nRRULE:nonsense ".
                random_bytes_of(40).
                "\nDURATION:P\nEND:VEVENT",
        ),
        fn () => calendar_file(
            "BEGIN:VEVENT\nUID:a%_\nSUMMARY:a\nDTSTART:20261128T090000Z\nRRULE:FREQ=DAILY;COUNT=9\nEND:VEVENT\n".
                implode(
                    '',
                    array_map(
                        fn (
                            string $id,
                        ): string => "BEGIN:VEVENT\nUID:a%_\nRECURRENCE-ID;RANGE=THISANDFUTURE{$id}\nDTSTART:20261".
                            mt_rand(201, 399).
                            "T090000Z\nEND:VEVENT\n",
                        [
                            ':20261130T090000Z',
                            ':20261202T090000Z',
                            ';VALUE=DATE:20261201',
                            ':20991130T090000Z',
                            ':x',
                            ';TZID=X:20261203T090000',
                        ],
                    ),
                ),
        ),
        fn () => calendar_file(str_repeat("BEGIN:VTODO\nUID:same\nSUMMARY:a\nEND:VTODO\n", 1_000)),
        fn () => calendar_file(
            "BEGIN:VEVENT\nUID:a\nSUMMARY:a\nDTSTART;TZID=".
                str_repeat('A', 5000).
                ":20261128T090000\nRDATE:".
                implode(',', array_fill(0, 5000, '20261128T090000')).
                "\nEND:VEVENT",
        ),
        fn () => calendar_file(
            "BEGIN:VEVENT\nUID:a\nSUMMARY:a\nDTSTART:".
                ['99999999', '20261301T000000', '00000000T000000Z', '-1', '20261128T990000'][mt_rand(0, 4)].
                "\nEND:VEVENT",
        ),
        fn () => calendar_file(
            "BEGIN:VEVENT\nUID:a\nSUMMARY:a\nDTSTART:20261128T090000Z\nX-PLUM-ROTA-CHECKLIST;X-INSTEAD-OF=4f53cda18c:".
                str_repeat('[', 5000).
                "\nEND:VEVENT",
        ),
        fn () => preg_replace_callback(
            '/[A-Z]/',
            fn (array $m): string => mt_rand(0, 30) === 0 ? chr(mt_rand(32, 126)) : $m[0],
            calendar_file(MARKET),
        ) ?? '',
    ];

    return $kinds[$n % count($kinds)]();
}

function random_bytes_of(int $number): string
{
    return implode('', array_map(fn (): string => chr(mt_rand(1, 255)), range(1, $number)));
}

test('a hostile file is answered with a sentence, and nothing of it is half written', function () {
    mt_srand((int) (getenv('INTERCHANGE_SEED') ?: 7));
    foreach (range(0, (int) (getenv('INTERCHANGE_HOSTILE') ?: 51) - 1) as $n) {
        $file = hostile($n);
        $before = memory_get_usage();
        $sent = $this->api('POST', 'imports', ['file' => UploadedFile::fake()->createWithContent('a.ics', $file)]);
        expect([$n, $sent->status()])->toBe([$n, 201]);
        $import = $sent->json();
        while ($import['fault'] === null && $import['read'] < $import['total']) {
            $import = $this->api('POST', "imports/{$import['id']}/read")
                ->assertOk()
                ->json();
        }
        if ($import['fault'] === null) {
            take($this, $import);
        } else {
            expect($import['fault'])->toEndWith('.');
        }
        // Whatever was taken can be read, drawn and sent out again.
        $this->api('GET', 'board?from=2026-11-23&days=14')->assertOk();
        expect($this->api('GET', 'calendar-file')->streamedContent())->toContain('END:VCALENDAR');
        expect(memory_get_usage() - $before)->toBeLessThan(100_000_000);
        planted(fn () => Entry::query()->where('user_id', $this->user->id)->toBase()->delete());
    }
});

test('many at once are reminded of like those that come alone', function () {
    $file = calendar_file(
        implode(
            "\n",
            array_map(
                fn (int $i): string => "BEGIN:VEVENT\nUID:{$i}\nSUMMARY:No {$i}\nDTSTART;TZID=Europe/Berlin:".
                    ($i % 3 === 0 ? '20200101T090000' : '20261126T090000').
                    "\nDURATION:PT1H\n".
                    ($i % 2 === 0 ? "BEGIN:VALARM\nACTION:DISPLAY\nTRIGGER:-PT15M\nEND:VALARM\n" : '').
                    'END:VEVENT',
                range(1, 120),
            ),
        ),
    );
    take($this, bring($this, $file));
    // Those of tomorrow with an even number.
    expect(App\Models\Delivery::query()->where('kind', 'reminder')->count())->toBe(40);
    $this->api('POST', 'undo')->assertOk();
    expect(App\Models\Delivery::query()->where('kind', 'reminder')->where('dropped_at', null)->count())->toBe(0);
    $this->api('POST', 'redo')->assertOk();
    expect(App\Models\Delivery::query()->where('kind', 'reminder')->count())->toBe(40);
});

test('a file that ends in the middle says so, and has its whole entries', function () {
    $event = fn (string $uid): string => "BEGIN:VEVENT\r\nUID:{$uid}\r\nDTSTAMP:20261101T000000Z\r\nSUMMARY:{$uid}\r\nDTSTART:20261126T090000Z\r\nEND:VEVENT\r\n";
    $file = calendar_file($event('one').$event('two'));
    $import = bring($this, substr($file, 0, (int) strpos($file, 'SUMMARY:two') + 5));
    expect($import['counts']['new'])->toBe(1)->and($import['lines']['refused'][0]['says'])->toContain('ends in the middle');
    expect(bring($this, $file)['lines']['refused'])->toBe([]);
});

test('what begins in a file and does not end is left out and said, and what is whole comes in', function (string $broken) {
    $event = fn (string $uid, string $end = "END:VEVENT\r\n"): string => "BEGIN:VEVENT\r\nUID:{$uid}\r\nDTSTAMP:20261101T000000Z\r\nSUMMARY:{$uid}\r\nDTSTART:20261126T090000Z\r\n{$end}";
    $import = bring($this, calendar_file($event('one').$event('two', $broken).$event('three')));
    expect($import['counts']['new'])
        ->toBe(2)
        ->and($import['lines']['new'])
        ->sequence(fn ($one) => $one->title->toBe('one'), fn ($one) => $one->title->toBe('three'))
        ->and($import['lines']['refused'][0]['says'])
        ->toContain('begins and does not end');
})->with([
    'an entry' => [''],
    'a reminder in it' => ["BEGIN:VALARM\r\nEND:VEVENT\r\n"],
    'an entry, before another calendar' => ["END:VCALENDAR\r\nBEGIN:VCALENDAR\r\nVERSION:2.0\r\n"],
]);

test('an end that nothing began ends nothing else', function () {
    $event = fn (string $uid, string $more = ''): string => "BEGIN:VEVENT\r\nUID:{$uid}\r\nDTSTAMP:20261101T000000Z\r\n{$more}SUMMARY:{$uid}\r\nDTSTART:20261126T090000Z\r\nEND:VEVENT\r\n";
    $import = bring($this, calendar_file($event('one', "END:VALARM\r\n").$event('two')));
    expect($import['counts'])->toMatchArray(['new' => 1, 'refused' => 1])->and($import['lines']['new'][0]['title'])->toBe('two');
});

test('taken in under a key, a file is taken in once, and whoever asks again gets the same answer', function () {
    $import = bring($this, calendar_file(MARKET));
    $body = ['targets' => [['calendar_id' => $this->calendar()->id]], 'known' => 'all'];
    $first = $this->api('POST', "imports/{$import['id']}/take", $body, ['Idempotency-Key' => 'take-1'])->assertOk();
    $again = $this->api('POST', "imports/{$import['id']}/take", $body, ['Idempotency-Key' => 'take-1'])
        ->assertOk()
        ->assertHeader('Idempotent-Replay', 'true');
    expect($again->json())
        ->toBe($first->json())
        ->and(Entry::query()->count())
        ->toBe(2)
        ->and(HistoryStep::query()->count())
        ->toBe(1);
    $this->api('POST', "imports/{$import['id']}/take", [...$body, 'known' => 'leave'], ['Idempotency-Key' => 'take-1'])->assertUnprocessable();
});

test('what came to nothing leaves no answer, no step and no file; what was sent twice at once happens once', function () {
    Storage::fake('local');
    $import = bring($this, calendar_file(MARKET));
    $body = ['targets' => [['calendar_id' => $this->calendar()->id]], 'known' => 'all'];
    // The other one of the two is answered while this one is at work.
    Event::listen(Changed::class, fn () => DB::table('answers')->insertOrIgnore([
        'user_id' => $this->user->id,
        'key' => 'take-1',
        'fingerprint' => 'that of the other',
        'created_at' => now(),
    ]));
    $this->api('POST', "imports/{$import['id']}/take", $body, ['Idempotency-Key' => 'take-1'])->assertUnprocessable();
    expect([Entry::query()->count(), HistoryStep::query()->count()])->toBe([0, 0]);
});

test('a file is taken in over what was changed while it was read, and a step of undo takes back the file alone', function () {
    $import = bring($this, calendar_file(MARKET));
    $here = DB::connection()->getPdo();
    $times = 0;
    // Somebody changes the account while the file is taken in aside.
    Event::listen(Settling::class, function () use (&$times, $here): void {
        if ($times++ === 0) {
            $here->exec('update users set revision = revision + 1');
        }
    });
    expect(take($this, $import))->toBe(['added' => 2, 'changed' => 0, 'left' => 1]);
    expect($times)->toBeGreaterThan(1);
    expect([Entry::query()->count(), OccurrenceOverride::query()->count(), HistoryStep::query()->count()])->toBe([2, 1, 1]);
    $this->api('POST', 'undo')->assertOk();
    expect([Entry::query()->count(), OccurrenceOverride::query()->count()])->toBe([0, 0]);
    $this->api('POST', 'redo')->assertOk();
    expect([Entry::query()->count(), OccurrenceOverride::query()->count()])->toBe([2, 1]);
    $this->entry(['title' => 'Later']); // nothing is held any more
});

test('folding is undone before anything is read: it may break a name, a beginning and a letter', function () {
    $umlaut = "Gem\xC3\n \xBCse";
    $file = calendar_file("BEG\n IN:VEVENT\nU\n ID:fold-\n ed@example.test\nDTSTAMP:20261101T000000Z\nDTSTART\n :20261201T090000Z\nDTEND:202612\n\t01T100000Z\nSUMM\n ARY:{$umlaut}\nEN\n D:VEVENT");
    $import = bring($this, $file);
    expect([$import['fault'], $import['total']])->toBe([null, 1]);
    take($this, $import);
    $entry = Entry::query()->where('title', 'Gemüse')->firstOrFail();
    expect([$entry->uid, $entry->start])->toBe(['fold-ed@example.test', '2026-12-01T09:00:00']);
});

test('reminders that a calendar gave go along to where they are brought: as its own, where the calendar there gives others', function () {
    $from = $this->calendar();
    $this->api('PATCH', "calendars/{$from->id}", ['reminders' => ['-PT20M;screen,mail', '-PT120M']])->assertSuccessful();
    $this->entry([
        'title' => 'Open the vents',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-27T10:00:00',
        'end' => '2026-11-27T10:30:00',
        'reminders' => null,
    ]);
    $file = $this->api('GET', 'calendar-file')->streamedContent();
    expect(substr_count($file, 'BEGIN:VALARM'))->toBe(3)->and(substr_count($file, 'ACTION:EMAIL'))->toBe(1);
    $told = fn (array $reminders): ?array => (function () use ($reminders, $from, $file): ?array {
        $this->api('DELETE', 'entries/'.Entry::query()->sole()->id, ['scope' => 'whole'])->assertSuccessful();
        $this->api('PATCH', "calendars/{$from->id}", ['reminders' => $reminders])->assertSuccessful();
        take($this, bring($this, $file));
        $entry = Entry::query()->sole();

        return $entry->own_reminders ? $entry->reminders : null;
    })();
    expect($told(['-PT20M;screen,mail', '-PT120M']))
        ->toBeNull()
        ->and($told([]))
        ->toBe(['-PT20M;screen,mail', '-PT120M'])
        ->and($told(['-PT5M']))
        ->toBe(['-PT20M;screen,mail', '-PT120M']);
});

/** @return array<string, mixed> a file of some tasks, read to its end, where two are long */
function long_import(object $test, int $entries = 3): array
{
    config(['files.taken_at_once' => 2, 'queue.connections.long.driver' => 'database', 'queue.connections.long.after_commit' => false]);
    $tasks = implode('', array_map(fn (int $i): string => "BEGIN:VTODO\r\nUID:{$i}@long\r\nSUMMARY:Task {$i}\r\nEND:VTODO\r\n", range(1, $entries)));

    return bring($test, "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Example//EN\r\n{$tasks}END:VCALENDAR\r\n");
}

function take_long(object $test, array $import): TestResponse
{
    return $test->api('POST', "imports/{$import['id']}/take", ['targets' => [['calendar_id' => $test->calendar()->id]], 'known' => 'newer']);
}

test('a long file is taken in apart from whoever asks, once, as one step', function () {
    $import = long_import($this);
    expect(take_long($this, $import)->assertStatus(202)->json('taking'))->toBe(['state' => 'waiting', 'done' => null, 'trouble' => null]);
    take_long($this, $import)->assertStatus(202); // pressed twice
    expect(DB::table('jobs')->where('queue', 'long')->count())->toBe(1)->and(Entry::query()->count())->toBe(0);
    Artisan::call('queue:work', ['connection' => 'long', '--once' => true]);
    $done = ['added' => 3, 'changed' => 0, 'left' => 0];
    expect($this->api('GET', "imports/{$import['id']}")->assertOk()->json('taking'))->toBe(['state' => 'done', 'done' => $done, 'trouble' => null])
        ->and(Entry::query()->count())->toBe(3)
        ->and(take_long($this, $import)->assertStatus(202)->json('taking.done'))->toBe($done)
        ->and(DB::table('jobs')->count())->toBe(0);
    // Whoever does it once more, as a worker whose first try nobody heard of, brings nothing in twice.
    app()->call([new TakeLongFile($this->user->id, $import['id']), 'handle']);
    expect(Entry::query()->count())->toBe(3);
    $this->api('DELETE', "imports/{$import['id']}")->assertNoContent();
    $this->api('POST', 'undo')->assertOk();
    expect(Entry::query()->count())->toBe(0);
});

test('a long file that nobody takes in any more can be taken in once more, and one that is coming in is not given up', function () {
    $import = long_import($this);
    take_long($this, $import);
    $folder = ImportFolder::find($this->user, $import['id']);
    (new LongTaking($this->user, $folder))->beat();
    $this->api('DELETE', "imports/{$import['id']}")->assertStatus(409);
    $this->at('2026-11-25T10:23:00+01:00'); // three minutes without a sign of life
    $shown = $this->api('GET', "imports/{$import['id']}")->assertOk()->json();
    expect($shown['taking'])->toMatchArray(['state' => 'failed', 'trouble' => 'It was stopped before anything came in. Take it in once more.'])
        ->and($shown['lines']['new'])->toHaveCount(3);
    expect(take_long($this, $import)->assertStatus(202)->json('taking.state'))->toBe('waiting');
    (new TakeLongFile($this->user->id, $import['id']))->failed(null);
    expect($this->api('GET', "imports/{$import['id']}")->json('taking.state'))->toBe('failed');
    take_long($this, $import);
    while (DB::table('jobs')->exists()) {
        Artisan::call('queue:work', ['connection' => 'long', '--once' => true]);
    }
    expect(Entry::query()->count())->toBe(3);
});

test('a long file that was given up before it came in does not come in', function () {
    $import = long_import($this);
    take_long($this, $import);
    $this->api('DELETE', "imports/{$import['id']}")->assertNoContent();
    Artisan::call('queue:work', ['connection' => 'long', '--once' => true]);
    expect(Entry::query()->count())->toBe(0)->and(DB::table('jobs')->count())->toBe(0);
});

test('a long file that waits to come in stays where others are opened', function () {
    $import = long_import($this);
    take_long($this, $import);
    for ($i = 0; $i < 6; $i++) {
        $last = long_import($this);
    }
    expect($this->api('GET', "imports/{$import['id']}")->assertOk()->json('taking.state'))->toBe('waiting')
        ->and(count(glob(ImportFolder::root($this->user).'/*') ?: []))->toBe(4);
    $this->api('GET', "imports/{$last['id']}")->assertOk();
});
