<?php

declare(strict_types=1);

use App\Access\Changeable;
use App\Actions\Entries\SaveSeries;
use App\Interchange\CalendarWriter;
use App\Interchange\DeepEquality;
use App\Interchange\EntryReader;
use App\Interchange\EntryWriter;
use App\Interchange\Names;
use App\Interchange\ReadEntry;
use App\Interchange\SentChange;
use App\Interchange\ZoneNames;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use Carbon\CarbonImmutable;
use Database\Seeders\DemoSeeder;
use Illuminate\Support\Facades\Artisan;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Reader;
use Sabre\VObject\Recur\EventIterator;
use Sabre\VObject\Recur\NoInstancesException;

/** All of an account as one file. */
function file_of(User $user): string
{
    $now = CarbonImmutable::now();
    $out = new EntryWriter($user->timeZone(), app(DaysOff::class)->marks($user), $now);
    $entries = Entry::query()->where('user_id', $user->id)->with(Entry::WRITTEN_WITH)->orderBy('id')->get();
    $pieces = (new CalendarWriter($out, $now))->pieces('All', 'teal', $entries);

    return implode('', is_array($pieces) ? $pieces : iterator_to_array($pieces, false));
}

/** @return array<string, ReadEntry> by UID */
function read_file(string $file, User $user): array
{
    $calendar = Reader::read($file);
    assert($calendar instanceof VCalendar);
    $components = [];
    foreach ($calendar->getComponents() as $one) {
        if ($one->name !== 'VTIMEZONE') {
            $components[(string) $one->UID][] = $one;
        }
    }
    $zones = new ZoneNames($calendar, $user->timeZone());

    return array_map(fn (array $ones): ReadEntry => EntryReader::read($ones, $zones), $components);
}

function sorted(mixed $value): mixed
{
    if (! is_array($value)) {
        return $value;
    }
    if (! array_is_list($value)) {
        ksort($value);
    }

    return array_map(sorted(...), $value);
}

/** That every field of every entry, and of every occurrence that differs, comes back as it is. */
function expect_the_same(User $user, string $file): int
{
    $read = read_file($file, $user);
    $entries = Entry::query()->where('user_id', $user->id)->with(Entry::WRITTEN_WITH)->get();
    foreach ($entries as $entry) {
        $one = $read[EntryWriter::uid($entry)];
        $rows = EntryWriter::rows($entry->overrides);
        expect([$entry->title, sorted(array_intersect_key($one->columns, EntryWriter::columns($entry)))])->toBe([
            $entry->title,
            sorted(EntryWriter::columns($entry)),
        ]);
        expect([$entry->title, sorted($one->overrides)])->toBe([$entry->title, sorted($rows)]);
    }

    return count($entries);
}

/** An entry of random kind, with any of its fields; null where chance made one that cannot be. */
function any_entry(User $user, string $calendar, int $n): ?Entry
{
    $any = fn (mixed ...$ones): mixed => $ones[mt_rand(0, count($ones) - 1)];
    $maybe = fn (mixed $value, mixed $else = null): mixed => mt_rand(0, 2) === 0 ? $value : $else;
    $isTask = mt_rand(0, 2) > 0;
    $day = LocalDate::parse('2026-01-01')->plusDays(mt_rand(0, 700));
    $allDay = mt_rand(0, 1) === 0;
    $zone = Zone::of($any('Europe/Berlin', 'America/New_York', 'Asia/Kolkata', 'UTC'));
    $placement = $allDay
        ? Placement::allDay($day, mt_rand(1, 5))
        : Placement::timed($day->at(mt_rand(4, 23), mt_rand(0, 11) * 5), $any(0, 5, 30, 90, 1500), $any($zone, $zone, null));
    $rule = $any(
        null,
        null,
        'FREQ=DAILY;INTERVAL=3',
        'FREQ=WEEKLY;BYDAY=MO,TH',
        'FREQ=MONTHLY;BYMONTHDAY=-1',
        'FREQ=MONTHLY;BYDAY=2TU;UNTIL=20280101',
        'FREQ=YEARLY;COUNT=4',
        'FREQ=WEEKLY;INTERVAL=2;UNTIL=20270601T100000',
        'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=31;SKIP=BACKWARD',
        ...$allDay ? [] : ['FREQ=DAILY;BYHOUR=6,12,18;COUNT=90', 'FREQ=WEEKLY;BYDAY=TU,SA;BYHOUR=9,17', 'FREQ=HOURLY;INTERVAL=7;COUNT=60'],
    );
    $afterDone = $isTask && $rule === 'FREQ=DAILY;INTERVAL=3' && mt_rand(0, 1) === 0;
    $breaks =
        $rule === null
            ? null
            : SeriesOf::breaks(
                $any('keep', 'keep', 'skip', 'before', 'after'),
                $maybe([['from' => '04-01', 'to' => '09-30']], []),
                $maybe([['from' => '2026-08-01', 'to' => '2026-08-14']], []),
            );
    $dates = fn (): array => $maybe(
        [$placement->start->plusSeconds(86400 * mt_rand(1, 400)), $placement->start->plusSeconds(86400 * mt_rand(401, 800))],
        [],
    );
    $series = new Series(
        '',
        $placement,
        $rule === null ? null : RuleParser::parse($rule),
        $afterDone ? [] : $dates(),
        $rule === null ? [] : $dates(),
        $afterDone,
        $breaks,
    );
    $series = $series->startingOnRule();
    if ($series->rule?->until !== null && $series->rule->until->wall->seconds < $series->placement->start->seconds) {
        return null; // a rule that ended before it began
    }
    $isInBasket = $isTask && mt_rand(0, 5) === 0;
    $due = fn (): string => $day->plusDays(mt_rand(0, 20)).$any('', 'T17:30:00');
    $columns = [
        'calendar_id' => $calendar,
        'kind' => $isTask ? 'task' : 'event',
        'title' => "No {$n}: ".$any('Water; feed, and air', 'Öl prüfen “heute”', 'back\\slash', '🪴 pots'),
        'notes' => $maybe("First line\n\nThird, with a comma; and a semicolon.", ''),
        'due' => $isTask ? $maybe($due()) : null,
        'missed' => $any('hold', 'roll', 'lapse'),
        'importance' => $maybe($any('must', 'should', 'could')),
        'effort' => $maybe($any('light', 'steady', 'demanding')),
        'estimate' => $maybe(mt_rand(0, 600)),
        'busy' => $any(true, false),
        'tentative' => $any(true, false),
        'private' => $any(true, false),
        'protected' => $any(true, false),
        'always_through' => $any(true, false),
        'overlaps' => true,
        'travel' => $maybe(20, 0),
        'margin' => $maybe(15, 0),
        'end_zone' => ! $allDay && ! $isTask && $placement->zone !== null ? $maybe('Asia/Tokyo') : null,
        'colour' => $maybe($any('teal', 'brick')),
        'labels' => $maybe(['winter', 'a, b'], []),
        'place' => $maybe('potting shed', ''),
        'link' => $maybe('https://example.test/a?b=c,d;e', ''),
        'checklist' => $maybe([['text' => 'one', 'done' => true], ['text' => '[ ] two', 'done' => false]], []),
        'not_before' => $isTask ? $maybe('2026-12-01') : null,
        'around' => $isTask ? $maybe('2027-W09') : null,
        'waiting_for' => $maybe('the joiner', ''),
        'ask_again' => $maybe('2026-12-05'),
        'own_reminders' => $any(true, false),
        'reminders' => $maybe(
            $any(['-PT15M'], ['-PT0M;mail', '-P1D@18:00'], ['-PT30M@leave;screen,phone', '-P0D@09:00@end']),
            [],
        ),
        'foreign_lines' => $maybe(['X-ROOM:3', 'ATTENDEE:mailto:one@example.test'], []),
        'off_day' => $breaks?->offDay->value ?? 'keep',
        'seasons' => [],
        'pauses' => [],
    ];
    $entry = Changeable::by($user)->newEntry([]);
    try {
        SaveSeries::into($entry, $isInBasket ? null : $series, $columns);
    } catch (InvalidTime|TooDense) {
        return null;
    }
    if ($isInBasket) {
        return $entry;
    }
    $later = fn (): int => Zone::of('UTC')->instant($series->placement->start) + mt_rand(0, 9_000_000);
    $ids =
        $series->isRoutine() && ! $afterDone
            ? array_map($series->recurrenceId(...), $series->recurrenceSet()->next(6))
            : [$series->isRoutine() ? $series->recurrenceId($series->placement->start) : 'once'];
    foreach ($ids as $id) {
        $own = $any(
            [],
            ['skipped' => true],
            $isTask ? ['done_at' => $later()] : [],
            $isTask ? ['let_go_at' => $later()] : [],
            ['put_off' => 2],
            ['fields' => ['title' => 'Another', 'travel' => 5, 'own_reminders' => false, 'reminders' => []]],
            [
                'fields' => [
                    'notes' => 'its own',
                    'due' => null,
                    'colour' => 'olive',
                    'checklist' => [['text' => 'a', 'done' => true]],
                ],
                'done_at' => $isTask ? $later() : null,
            ],
            [
                'start' => '2026-12-24T10:00:00',
                'all_day' => false,
                'length' => $any(0, 45),
                'zone' => 'Europe/Berlin',
                'moved_from' => '2026-12-22',
                'moved_to' => '2026-12-26',
            ],
            [
                'start' => '2026-12-24',
                'all_day' => true,
                'length' => 2,
                'zone' => null,
                'moved_from' => '2026-12-22',
                'moved_to' => '2026-12-28',
            ],
        );
        $own = array_filter(
            $own,
            fn (mixed $value, string $name): bool => $value !== null || $name === 'zone',
            ARRAY_FILTER_USE_BOTH,
        );
        if ($own !== [] && ($id !== 'once' || isset($own['done_at']) || isset($own['let_go_at']))) {
            (new OccurrenceOverride([
                ...$own,
                'foreign_lines' => isset($own['skipped']) || isset($own['put_off']) || $id === 'once'
                        ? null
                        : $any(null, null, ['X-ROOM:4'], []),
                'entry_id' => $entry->id,
                'user_id' => $user->id,
                'recurrence_id' => $id,
                'day' => substr($id === 'once' ? $series->placement->startText() : $id, 0, 10),
            ]))->save();
        }
    }

    return $entry;
}

test('everything in the demo goes out and comes in again as it is', function () {
    planted(fn () => User::query()->delete());
    Artisan::call('db:seed', ['--class' => DemoSeeder::class, '--force' => true]);
    $user = User::query()->where('email', 'steward@example.test')->latest('id')->firstOrFail();
    expect(expect_the_same($user, file_of($user)))->toBeGreaterThan(60);
});

test(
    'generated entries with any of their fields go out and come in again as they are (INTERCHANGE_ENTRIES of them)',
    function () {
        mt_srand((int) (getenv('INTERCHANGE_SEED') ?: 16));
        $number = (int) (getenv('INTERCHANGE_ENTRIES') ?: 250);
        $calendar = $this->calendar()->id;
        app(WritePath::class)->run($this->user, 'Made some', function () use ($number, $calendar): void {
            for ($n = 1; $n <= $number; $n++) {
                any_entry($this->user, $calendar, $n);
            }
        });
        $file = file_of($this->user);
        expect(expect_the_same($this->user, $file))->toBeGreaterThan($number * 0.9);
    },
);

test('what another program changed is never put back by what we wrote beside it', function () {
    $entry = $this->entry([
        'title' => 'Misting',
        'kind' => 'task',
        'effort' => 'light',
        'missed' => 'roll',
        'start' => '2026-11-26T09:00:00',
        'end' => '2026-11-26T09:20:00',
        'all_day' => false,
        'rule' => 'FREQ=DAILY',
        'pauses' => [['from' => '2026-12-01', 'to' => '2026-12-03']],
    ]);
    $calendar = Reader::read(file_of($this->user));
    assert($calendar instanceof VCalendar);
    [$task] = $calendar->select('VTODO');
    assert($task instanceof Component);
    expect(isset($task->EXDATE))->toBeTrue();
    // Another program moves it by an hour and takes one more day out; it knows nothing of ours, and keeps it as it was.
    $task->DTSTART->setRawMimeDirValue('20261126T100000');
    $task->EXDATE->setRawMimeDirValue('20261201T100000,20261202T100000,20261203T100000,20261210T100000');
    [$read] = array_values(read_file($calendar->serialize(), $this->user));
    expect($read->columns)
        ->toMatchArray(['start' => '2026-11-26T10:00:00', 'effort' => 'light', 'missed' => 'roll'])
        ->and($read->columns['except_dates'])
        ->toContain('2026-12-10T10:00:00');
    unset($entry);
});

test('our own properties in a file by anybody hold nothing but what an entry may have', function () {
    $file =
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//EN\r\nBEGIN:VTODO\r\nUID:a\r\nDTSTAMP:20261101T000000Z\r\nSUMMARY:Sow\r\n";
    [$plain] = array_values(read_file("{$file}END:VTODO\r\nEND:VCALENDAR\r\n", $this->user));
    $own = '';
    foreach (
        [
            'EFFORT' => '"heroic"',
            'TRAVEL' => '-5',
            'MISSED' => '{"a":1}',
            'CHECKLIST' => '[1]',
            'ESTIMATE' => '"1"',
            'USER-ID' => '7',
            'SEASONS' => '[{"from":"x"}]',
        ] as $name => $value
    ) {
        $column = strtolower(str_replace('-', '_', $name));
        $sum = substr(hash('sha256', json_encode($plain->columns[$column] ?? null, JSON_THROW_ON_ERROR)), 0, 10);
        $own .= Names::OWN."{$name};X-INSTEAD-OF={$sum}:{$value}\r\n";
    }
    [$read] = array_values(read_file("{$file}{$own}END:VTODO\r\nEND:VCALENDAR\r\n", $this->user));
    expect($read->columns)->toBe($plain->columns);
});

/**
 * When each entry comes, worked out here: dates, or moments of UTC.
 *
 * @return array<string, list<string>> by UID
 */
function coming(User $user, int $untilYear): array
{
    $timeline = new Timeline($user->timeZone(), app(DaysOff::class)->marks($user));
    $window = TimeRange::of(LocalDate::parse('2026-01-01')->startOfDay(), LocalDate::of($untilYear, 1, 1)->startOfDay());
    $coming = [];
    foreach (Entry::query()->where('user_id', $user->id)->whereNotNull('start')->with('overrides')->get() as $entry) {
        $series = SeriesOf::entry($entry);
        assert($series !== null);
        $changes = array_map(SeriesOf::override(...), $entry->overrides->all());
        $found = [];
        foreach ($timeline->occurrences($series, $changes, $window) as $one) {
            $at = $one->placement;
            $found[] = $at->allDay ? (string) $at->start->date() : gmdate('Y-m-d\TH:i:s\Z', $at->startsAt($user->timeZone()));
        }
        sort($found);
        $coming[EntryWriter::uid($entry)] = $found;
    }

    return $coming;
}

/**
 * The first time that only one of two lists has, as far as both were written out; null where they are the same.
 *
 * @param  list<string>  $ours
 * @param  list<string>  $theirs
 */
function first_difference(array $ours, array $theirs): ?string
{
    $within = fn (array $dates): array => array_values(array_filter($dates, fn (string $one): bool => $one < '2031-12'));
    [$ours, $theirs] = [$within($ours), $within($theirs)];
    $only = array_diff($ours, $theirs);
    $also = array_diff($theirs, $ours);
    $first = min([...$only, ...$also, '9999']);

    return $only === [] && $also === []
        ? null
        : "{$first} ".(in_array($first, $only, true) ? 'is missing there' : 'is there besides');
}

/** Held against ical.js, with the zones that the file tells, and against sabre/vobject (of events, which is all it expands). */
test('independent readers find the same times in it, and the grammar has nothing to say about it', function () {
    mt_srand((int) (getenv('INTERCHANGE_SEED') ?: 1605));
    $calendar = $this->calendar()->id;
    app(WritePath::class)->run($this->user, 'Made some', function () use ($calendar): void {
        for ($n = 1; $n <= 150; $n++) {
            any_entry($this->user, $calendar, $n);
        }
    });
    $file = file_of($this->user);
    $path = (string) tempnam(sys_get_temp_dir(), 'ics');
    file_put_contents($path, $file);
    $output = (string) shell_exec(
        'TZ=Europe/Berlin node '.__DIR__.'/occurrences.mjs '.escapeshellarg($path).' 2032 2>&1',
    );
    unlink($path);
    /** @var array<string, list<string>> $theirs */
    $theirs = json_decode($output, true) ?? [];
    $ours = coming($this->user, 2032);
    expect(count($ours))->toBeGreaterThan(100);
    $differ = [];
    foreach ($ours as $uid => $dates) {
        $entry = Entry::query()->findOrFail(substr($uid, 0, 26));
        // ical.js and sabre/vobject know nothing of SKIP (RFC 7529).
        if (! str_contains((string) $entry->rule, 'SKIP')) {
            $differ["{$entry->title}, {$entry->rule}"] = first_difference($dates, $theirs[$uid] ?? []);
        }
    }
    expect(array_filter($differ))->toBe([]);

    $read = Reader::read($file);
    assert($read instanceof VCalendar);
    expect(array_column($read->validate(), 'message'))->toBe([]);
    foreach ($read->getBaseComponents('VEVENT') as $event) {
        // It takes either a rule, without SKIP, or single dates, and of those the first line alone; and has no zone for what has
        // none.
        $isBeyondIt = isset($event->RDATE) && (isset($event->RRULE) || count($event->select('RDATE')) > 1);
        $isFloating = $event->DTSTART->hasTime() && $event->DTSTART->isFloating();
        if ($isFloating || $isBeyondIt || str_contains((string) ($event->RRULE ?? ''), 'SKIP')) {
            continue;
        }
        $dates = [];
        $all = array_values(
            array_filter($read->select('VEVENT'), fn (Component $one): bool => (string) $one->UID === (string) $event->UID),
        );
        try {
            $iterator = new EventIterator($all);
        } catch (NoInstancesException) {
            $iterator = null; // each of its dates is taken out
        }
        for (; $iterator?->valid() && $iterator->getDtStart()->format('Y') < '2032'; $iterator->next()) {
            $one = $iterator->getEventObject();
            $dates[] = $one->DTSTART->hasTime()
                ? $iterator->getDtStart()->setTimezone(new DateTimeZone('UTC'))->format('Y-m-d\TH:i:s\Z')
                : $iterator->getDtStart()->format('Y-m-d');
        }
        sort($dates);
        expect([(string) $event->SUMMARY, first_difference($ours[(string) $event->UID], $dates)])->toBe([
            (string) $event->SUMMARY,
            null,
        ]);
    }
});

test('a program that sends back what it was given changes nothing, whether it keeps what is ours or drops it', function () {
    $calendar = $this->calendar()->id;
    app(WritePath::class)->begin(function () use ($calendar): void {
        mt_srand((int) (getenv('INTERCHANGE_SEED') ?: 11));
        for ($n = 1; $n <= 150; $n++) {
            any_entry($this->user, $calendar, $n);
        }
    });
    $out = new EntryWriter($this->user->timeZone(), app(DaysOff::class)->marks($this->user), CarbonImmutable::now());
    $zones = new ZoneNames(new VCalendar(), $this->user->timeZone());
    $differ = [];
    foreach (Entry::query()->with(Entry::WRITTEN_WITH)->get() as $entry) {
        $rows = EntryWriter::rows($entry->overrides);
        $given = $out->components(new VCalendar([], false), $entry, $entry->overrides);
        foreach (['kept', 'dropped'] as $ours) {
            $sent = array_map(function (Component $one) use ($ours): Component {
                $copy = clone $one;
                foreach ($ours === 'dropped' ? $copy->children() : [] as $child) {
                    if (str_starts_with((string) $child->name, Names::OWN)) {
                        $copy->remove($child);
                    }
                }

                return $copy;
            }, $given);
            $read = SentChange::read($entry, $entry->overrides, $given, $sent, $zones);
            $columns = EntryWriter::columns($entry);
            if (
                ! DeepEquality::of($columns, array_intersect_key($read->columns, $columns)) ||
                ! DeepEquality::of($rows, $read->overrides)
            ) {
                $differ[] = "{$entry->title}, {$ours}";
            }
            // Another title, and nothing else.
            $sent[0]->SUMMARY = 'Another title';
            $read = SentChange::read($entry, $entry->overrides, $given, $sent, $zones);
            if (! DeepEquality::of([...$columns, 'title' => 'Another title'], array_intersect_key($read->columns, $columns))) {
                $differ[] = "{$entry->title}, {$ours}, another title";
            }
        }
    }
    expect($differ)->toBe([]);
});

/**
 * Held against a reader in another language, icalendar and recurring_ical_events; where they are not installed, against what they
 * answered when they were (KEEP_ANSWERS=1 writes that down anew).
 */
test('a reader of python finds the same times in it', function () {
    mt_srand(1611);
    $calendar = $this->calendar()->id;
    app(WritePath::class)->begin(function () use ($calendar): void {
        for ($n = 1; $n <= 120; $n++) {
            any_entry($this->user, $calendar, $n);
        }
    });
    // It knows nothing of SKIP (RFC 7529), takes what is let go or cancelled for something that comes, and of several a day does not
    // know which one was moved.
    $titles = Entry::query()
        ->where(fn ($one) => $one->whereNull('rule')->orWhere('rule', 'not like', '%SKIP%'))
        ->whereDoesntHave('overrides', fn ($one) => $one->whereNotNull('let_go_at'))
        ->where(fn ($one) => $one
            ->whereNull('rule')
            ->orWhereDoesntHave('overrides')
            ->orWhere(fn ($once) => $once->where('rule', 'not like', '%BYHOUR%')->where('rule', 'not like', '%HOURLY%')))
        ->get()
        ->mapWithKeys(fn (Entry $one): array => [EntryWriter::uid($one) => $one->title]);
    $ours = [];
    foreach (coming($this->user, 2031) as $uid => $dates) {
        if (isset($titles[$uid])) {
            $ours[$titles[$uid]] = array_values(array_unique($dates));
        }
    }
    exec('/usr/bin/python3 -c "import recurring_ical_events" 2>&1', $said, $status);
    $kept = __DIR__.'/occurrences-by-python.json';
    $sums = fn (array $all): array => array_map(
        fn (array $dates): string => count($dates).' '.substr(hash('sha256', implode(' ', $dates)), 0, 16),
        $all,
    );
    if ($status === 0) {
        $path = (string) tempnam(sys_get_temp_dir(), 'ics');
        file_put_contents($path, file_of($this->user));
        $output = (string) shell_exec(
            '/usr/bin/python3 '.__DIR__.'/occurrences.py '.escapeshellarg($path).' 2026 2031 Europe/Berlin 2>&1',
        );
        unlink($path);
        $theirs = [];
        foreach (json_decode($output, true) ?? throw new RuntimeException($output) as $uid => $dates) {
            if (isset($titles[$uid])) {
                $theirs[$titles[$uid]] = $dates;
            }
        }
        $differ = [];
        foreach ($ours as $title => $dates) {
            $differ[$title] = first_difference($dates, $theirs[$title] ?? []);
        }
        expect(array_filter($differ))->toBe([]);
        if (getenv('KEEP_ANSWERS') !== false) {
            file_put_contents(
                $kept,
                json_encode($sums(array_intersect_key($theirs, $ours)), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE)."\n",
            );
        }
    }
    $answers = json_decode((string) file_get_contents($kept), true);
    $differ = array_diff_assoc(array_intersect_key($answers, $ours), $sums($ours));
    expect(count($answers))->toBeGreaterThan(50)->and($differ)->toBe([])->and(array_diff_key($answers, $ours))->toBe([]);
});

test('what was not changed is written in the same bytes tomorrow, and a first version has no number', function () {
    $entry = $this->ventCheck();
    $file = fn (): string => $this->api('GET', "calendar-file?entry_id={$entry['id']}")->assertOk()->streamedContent();
    $today = $file();
    expect($today)->not->toContain('SEQUENCE');
    $this->at('2026-11-26T10:20:00+01:00');
    expect($file())->toBe($today);
    $this->api('PATCH', "entries/{$entry['id']}", ['scope' => 'whole', 'title' => 'Vents'])->assertOk();
    expect($file())->toContain("SEQUENCE:1\r\n")->toContain('DTSTAMP:20261126T092000Z');
});

test('what comes several times a day does, for a reader that takes SEQUENCE for a sign of one a day, however often it was changed', function () {
    exec('/usr/bin/python3 -c "import recurring_ical_events" 2>&1', $said, $status);
    $entry = $this->entry([
        'title' => 'Eye drops',
        'all_day' => false,
        'start' => '2026-11-25T06:00:00',
        'end' => '2026-11-25T06:10:00',
        'rule' => 'FREQ=DAILY;BYHOUR=6,12,18;COUNT=30',
    ]);
    foreach (['Drops', 'Eye drops', 'Drops for the eyes'] as $title) {
        $this->api('PATCH', "entries/{$entry['id']}", ['title' => $title])->assertOk();
    }
    $file = file_of($this->user);
    expect($file)->not->toContain('SEQUENCE');
    if ($status === 0) {
        $path = (string) tempnam(sys_get_temp_dir(), 'ics');
        file_put_contents($path, $file);
        $output = shell_exec('/usr/bin/python3 '.__DIR__.'/occurrences.py '.escapeshellarg($path).' 2026 2031 Europe/Berlin 2>&1');
        unlink($path);
        expect(array_map(count(...), array_values(json_decode((string) $output, true))))->toBe([30]);
    }
});
