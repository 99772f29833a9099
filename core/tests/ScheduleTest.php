<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\Pause;
use PlumRota\Core\Recurrence\PeriodValue;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Breaks;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Shift;
use PlumRota\Core\Schedule\Split;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

function timed(string $start, int $minutes = 15, string $zone = 'Europe/Berlin'): Placement
{
    return Placement::timed(LocalDateTime::parse($start), $minutes, Zone::of($zone));
}

function routine(string $rule, string $start = '2026-11-23T07:15'): Series
{
    return new Series('vents', timed($start), RuleParser::parse($rule));
}

/**
 * @param  list<Override>  $changes
 * @return list<string> what someone sees in a stretch of days
 */
function seen(Series $series, array $changes, string $from, int $days, string $viewer = 'Europe/Berlin'): array
{
    $occurrences = (new Timeline(Zone::of($viewer)))->occurrences(
        $series,
        $changes,
        TimeRange::days(LocalDate::parse($from), $days),
    );

    return array_map(
        fn (Occurrence $o): string => substr((string) $o->seen->from, 0, 16).' '.$o->seen->minutes(),
        $occurrences,
    );
}

test('a routine at 7:15 stays at 7:15 across both clock changes', function () {
    $series = routine('FREQ=DAILY', '2026-03-28T07:15');
    expect(seen($series, [], '2026-03-28', 3))
        ->toBe(['2026-03-28T07:15 15', '2026-03-29T07:15 15', '2026-03-30T07:15 15'])
        ->and(seen($series, [], '2026-10-24', 3))
        ->toBe(['2026-10-24T07:15 15', '2026-10-25T07:15 15', '2026-10-26T07:15 15']);
});

/** RFC 5545 3.3.5: a time that is left out is read with the offset before the change. */
test('what lies in the hour that a clock change leaves out keeps its length', function (
    string $start,
    int $minutes,
    string $from,
    string $to,
) {
    $range = timed($start, $minutes)->seenFrom(Zone::of('Europe/Berlin'));
    expect((string) $range->from)->toBe($from)->and((string) $range->to)->toBe($to);
})->with([
    'within it' => ['2026-03-29T02:15', 30, '2026-03-29T03:15:00', '2026-03-29T03:45:00'],
    'over its end' => ['2026-03-29T02:30', 45, '2026-03-29T03:30:00', '2026-03-29T04:15:00'],
    'from before it' => ['2026-03-29T01:30', 60, '2026-03-29T01:30:00', '2026-03-29T03:30:00'],
]);

test('what is seen over the end of summer time from another zone is not without length', function (int $minutes, string $to) {
    $range = timed('2026-10-25T00:30', $minutes, 'UTC')->seenFrom(Zone::of('Europe/Berlin'));
    expect((string) $range->from)->toBe('2026-10-25T02:30:00')->and((string) $range->to)->toBe($to);
})->with([[40, '2026-10-25T03:10:00'], [60, '2026-10-25T03:30:00'], [30, '2026-10-25T03:00:00'], [150, '2026-10-25T04:00:00']]);

test('occurrences come in the order in which they begin, also while an hour comes twice', function (bool $isChanged) {
    $series = new Series('gauge', timed('2026-10-24T23:00', 10, 'UTC'), RuleParser::parse('FREQ=MINUTELY;INTERVAL=30;COUNT=8'));
    $changes = $isChanged ? [new Override('2026-10-25T02:30:00', timed('2026-10-24T23:45', 10, 'UTC'))] : [];
    $found = (new Timeline(Zone::of('Europe/Berlin')))->occurrences(
        $series,
        $changes,
        TimeRange::days(LocalDate::parse('2026-10-25'), 1),
    );
    $begins = array_map(fn (Occurrence $one): int => $one->placement->startsAt(Zone::of('Europe/Berlin')), $found);
    $sorted = $begins;
    sort($sorted);
    expect($begins)->toBe($sorted)->and(count($found))->toBe(8);
})->with([false, true]);

test('seen from another zone it follows both zones’ clock changes', function () {
    // New York changes on 8 March, Berlin on 29 March 2026: the distance is 6 hours, 5 in between, then 6 again.
    $series = routine('FREQ=DAILY', '2026-03-01T07:15');
    expect(seen($series, [], '2026-03-07', 1, 'America/New_York'))
        ->toBe(['2026-03-07T01:15 15'])
        ->and(seen($series, [], '2026-03-15', 1, 'America/New_York'))
        ->toBe(['2026-03-15T02:15 15'])
        ->and(seen($series, [], '2026-03-30', 1, 'America/New_York'))
        ->toBe(['2026-03-30T01:15 15'])
        ->and(seen($series, [], '2026-03-30', 1, 'Pacific/Auckland'))
        ->toBe(['2026-03-30T18:15 15']);
});

test('an all-day entry is on its date in every zone', function () {
    $series = new Series(
        'birthday',
        Placement::allDay(LocalDate::parse('2024-02-29')),
        RuleParser::parse('RSCALE=GREGORIAN;FREQ=YEARLY;SKIP=BACKWARD'),
    );
    foreach (['Europe/Berlin', 'Pacific/Apia', 'America/New_York'] as $zone) {
        expect(seen($series, [], '2027-02-28', 1, $zone))->toBe(['2027-02-28T00:00 1440']);
    }
});

test('a nightly entry in the hour that is left out is seen an hour later', function () {
    expect(seen(routine('FREQ=DAILY', '2026-03-28T02:30'), [], '2026-03-29', 1))->toBe(['2026-03-29T03:30 15']);
});

test('what crosses midnight or lasts several days touches each of its days', function () {
    $night = new Series('watch', timed('2026-11-23T22:00', 240));
    $weekend = new Series('rehearsal', Placement::allDay(LocalDate::parse('2026-11-27'), 3));
    expect(seen($night, [], '2026-11-24', 1))
        ->toHaveCount(1)
        ->and(seen($night, [], '2026-11-25', 1))
        ->toBe([])
        ->and(seen($weekend, [], '2026-11-29', 1))
        ->toHaveCount(1)
        ->and(seen($weekend, [], '2026-11-30', 1))
        ->toBe([]);
});

test('a change moves, skips and finishes single occurrences', function () {
    $changes = [
        new Override('2026-11-24T07:15:00', timed('2026-11-24T08:00', 30)),
        new Override('2026-11-25T07:15:00', skipped: true),
        new Override('2026-11-26T07:15:00', timed('2026-12-09T10:00')),
        new Override('2026-11-27T07:15:00', doneAt: 1_764_000_000),
    ];
    $series = routine('FREQ=DAILY');
    expect(seen($series, $changes, '2026-11-23', 5))
        ->toBe(['2026-11-23T07:15 15', '2026-11-24T08:00 30', '2026-11-27T07:15 15'])
        ->and(seen($series, $changes, '2026-12-09', 1))
        ->toBe(['2026-12-09T07:15 15', '2026-12-09T10:00 15']);
});

test('a change that the rule no longer knows is not shown, unless it was done', function () {
    $changes = [
        new Override('2026-11-22T07:15:00', timed('2026-11-24T09:00')),
        new Override('2026-11-21T06:00:00', doneAt: 1_764_000_000),
    ];
    expect(seen(routine('FREQ=WEEKLY'), $changes, '2026-11-20', 7))->toBe(['2026-11-21T06:00 15', '2026-11-23T07:15 15']);
});

test('after it is done: past finishes stay, and one is open', function () {
    $series = new Series(
        'prescription',
        Placement::allDay(LocalDate::parse('2026-10-05')),
        RuleParser::parse('FREQ=DAILY;INTERVAL=28'),
        afterDone: true,
    );
    $done = new Override('2026-10-05', doneAt: Zone::of('Europe/Berlin')->instant(LocalDateTime::parse('2026-10-07T15:00')));
    expect(seen($series, [], '2026-10-01', 90))
        ->toBe(['2026-10-05T00:00 1440'])
        ->and(seen($series, [$done], '2026-10-01', 90))
        ->toBe(['2026-10-05T00:00 1440', '2026-11-04T00:00 1440']);
});

test('a routine is cut in two without losing or doubling an occurrence', function (string $rule, string $cut) {
    $series = routine($rule);
    $split = Split::at($series, LocalDateTime::parse($cut));
    $whole = array_map(strval(...), $series->recurrenceSet()->next(30));
    $parts = [
        ...array_map(strval(...), $split->head?->recurrenceSet()->next(30) ?? []),
        ...array_map(strval(...), $split->tail->recurrenceSet()->next(30)),
    ];
    expect(array_slice($parts, 0, count($whole)))
        ->toBe($whole)
        ->and($split->tail->placement->start->seconds)
        ->toBe(LocalDateTime::parse($cut)->seconds);
})->with([
    ['FREQ=DAILY', '2026-11-30T07:15'],
    ['FREQ=DAILY;COUNT=12', '2026-11-30T07:15'],
    ['FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,FR', '2026-11-27T07:15'],
    ['FREQ=WEEKLY;BYDAY=MO,WE;UNTIL=20270331T000000Z', '2026-12-02T07:15'],
    ['FREQ=DAILY', '2026-11-23T07:15'],
]);

test('the head of a cut ends in the form of its start (RFC 5545 3.3.10)', function () {
    $timed = Split::at(routine('FREQ=DAILY'), LocalDateTime::parse('2026-11-30T07:15'));
    $days = Split::at(
        new Series('frost', Placement::allDay(LocalDate::parse('2026-11-23')), RuleParser::parse('FREQ=DAILY')),
        LocalDateTime::parse('2026-11-30T00:00'),
    );
    expect((string) $timed->head?->rule)
        ->toBe('FREQ=DAILY;UNTIL=20261130T061459Z')
        ->and((string) $days->head?->rule)
        ->toBe('FREQ=DAILY;UNTIL=20261129');
});

test('a cut keeps the 31st that the rule took from its start', function () {
    $series = new Series(
        'end',
        Placement::allDay(LocalDate::parse('2026-01-31')),
        RuleParser::parse('RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=BACKWARD'),
    );
    $split = Split::at($series, LocalDateTime::parse('2026-02-28T00:00'));
    expect(array_map(fn (LocalDateTime $d): string => (string) $d->date(), $split->tail->recurrenceSet()->next(3)))->toBe([
        '2026-02-28',
        '2026-03-31',
        '2026-04-30',
    ]);
});

test('a cut where the routine does not come round is refused', function () {
    expect(fn () => Split::at(routine('FREQ=WEEKLY'), LocalDateTime::parse('2026-11-24T07:15')))->toThrow(CannotReschedule::class);
});

test('a whole routine follows one of its occurrences', function (
    string $rule,
    string $start,
    string $from,
    string $to,
    string $newRule,
    array $first,
) {
    $shift = Shift::of(routine($rule, $start), LocalDateTime::parse($from), timed($to));
    expect((string) $shift->series->rule)
        ->toBe($newRule)
        ->and(
            array_map(
                fn (LocalDateTime $d): string => substr((string) $d, 5, 11),
                $shift->series->recurrenceSet()->next(count($first)),
            ),
        )
        ->toBe($first)
        ->and((string) $shift->moment(LocalDateTime::parse($from)))
        ->toBe((string) timed($to)->start);
})->with([
    'another hour' => [
        'FREQ=WEEKLY;BYDAY=MO,TU',
        '2026-11-23T07:15',
        '2026-12-01T07:15',
        '2026-12-01T08:00',
        'FREQ=WEEKLY;BYDAY=MO,TU',
        ['11-23T08:00', '11-24T08:00', '11-30T08:00'],
    ],
    'one weekday of several' => [
        'FREQ=WEEKLY;BYDAY=MO,TH',
        '2026-11-23T07:15',
        '2026-11-26T07:15',
        '2026-11-27T07:15',
        'FREQ=WEEKLY;BYDAY=MO,FR',
        ['11-23T07:15', '11-27T07:15', '11-30T07:15'],
    ],
    'the first weekday behind another' => [
        'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,WE',
        '2026-11-23T07:15',
        '2026-11-23T07:15',
        '2026-11-27T09:00',
        'FREQ=WEEKLY;INTERVAL=2;BYDAY=WE,FR',
        ['11-25T09:00', '11-27T09:00', '12-09T09:00'],
    ],
    'the only weekday' => [
        'FREQ=WEEKLY;INTERVAL=2;BYDAY=TH',
        '2026-11-26T07:15',
        '2026-12-10T07:15',
        '2026-12-11T07:15',
        'FREQ=WEEKLY;INTERVAL=2;BYDAY=FR',
        ['11-27T07:15', '12-11T07:15'],
    ],
    'the date of the month' => [
        'FREQ=MONTHLY;BYMONTHDAY=10',
        '2026-11-10T07:15',
        '2026-12-10T07:15',
        '2026-12-12T07:15',
        'FREQ=MONTHLY;BYMONTHDAY=12',
        ['11-12T07:15', '12-12T07:15'],
    ],
    'every third day' => [
        'FREQ=DAILY;INTERVAL=3',
        '2026-11-23T07:15',
        '2026-11-26T07:15',
        '2026-11-27T07:15',
        'FREQ=DAILY;INTERVAL=3',
        ['11-24T07:15', '11-27T07:15'],
    ],
]);

test('the whole keeps its last occurrence when it moves, and gets none more', function (
    string $rule,
    string $from,
    string $to,
    array $all,
    string $newRule,
) {
    $shift = Shift::of(routine($rule), LocalDateTime::parse($from), timed($to));
    expect(array_map(fn (LocalDateTime $d): string => substr((string) $d, 5, 11), $shift->series->recurrenceSet()->next(20)))
        ->toBe($all)
        ->and((string) $shift->series->rule)
        ->toBe($newRule);
})->with([
    'an hour later, to an instant' => [
        'FREQ=DAILY;UNTIL=20261125T061500Z',
        '2026-11-23T07:15',
        '2026-11-23T08:15',
        ['11-23T08:15', '11-24T08:15', '11-25T08:15'],
        'FREQ=DAILY;UNTIL=20261125T071500Z',
    ],
    'earlier' => [
        'FREQ=DAILY;UNTIL=20261125T061500Z',
        '2026-11-23T07:15',
        '2026-11-23T05:00',
        ['11-23T05:00', '11-24T05:00', '11-25T05:00'],
        'FREQ=DAILY;UNTIL=20261125T040000Z',
    ],
    'a day later, to a date' => [
        'FREQ=WEEKLY;BYDAY=MO;UNTIL=20261207',
        '2026-11-23T07:15',
        '2026-11-24T07:15',
        ['11-24T07:15', '12-01T07:15', '12-08T07:15'],
        'FREQ=WEEKLY;UNTIL=20261208;BYDAY=TU',
    ],
    'one weekday of several' => [
        'FREQ=WEEKLY;BYDAY=MO,WE;UNTIL=20261201',
        '2026-11-23T07:15',
        '2026-11-27T07:15',
        ['11-25T07:15', '11-27T07:15', '12-04T07:15'],
        'FREQ=WEEKLY;UNTIL=20261204;BYDAY=WE,FR',
    ],
    'one weekday of several, counted' => [
        'FREQ=WEEKLY;BYDAY=MO,WE;COUNT=3',
        '2026-11-23T07:15',
        '2026-11-27T07:15',
        ['11-25T07:15', '11-27T07:15', '12-04T07:15'],
        'FREQ=WEEKLY;UNTIL=20261204T061500Z;BYDAY=WE,FR',
    ],
]);

test('a move in another zone carries all over midnight where it does so for one', function () {
    $series = new Series(
        'call',
        timed('2026-11-23T20:00', 30, 'America/New_York'),
        RuleParser::parse('FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,WE,FR'),
    );
    // In Berlin, Tuesday 2:00 is put at 7:00 of the same day: in New York that is an hour after midnight.
    $shift = Shift::of(
        $series,
        LocalDateTime::parse('2026-11-23T20:00'),
        timed('2026-11-24T01:00', 30, 'America/New_York'),
        Zone::of('Europe/Berlin'),
    );
    $seen = fn (Series $one): array => array_map(
        fn (string $line): string => substr($line, 5, 11),
        seen($one, [], '2026-11-23', 21),
    );
    expect($seen($series))
        ->toBe(['11-24T02:00', '11-26T02:00', '11-28T02:00', '12-08T02:00', '12-10T02:00', '12-12T02:00'])
        ->and($seen($shift->series))
        ->toBe(['11-24T07:00', '11-26T07:00', '11-28T07:00', '12-08T07:00', '12-10T07:00', '12-12T07:00']);
});

test('a rhythm that cannot follow says so', function (string $rule, string $from, string $to) {
    expect(fn () => Shift::of(routine($rule), LocalDateTime::parse($from), timed($to)))->toThrow(CannotReschedule::class);
})->with([
    'the first Tuesday' => ['FREQ=MONTHLY;BYDAY=1TU', '2026-12-01T07:15', '2026-12-02T07:15'],
    'a weekday already taken' => ['FREQ=WEEKLY;BYDAY=MO,TU', '2026-11-24T07:15', '2026-11-23T07:15'],
    'its own hours' => ['FREQ=DAILY;BYHOUR=8,13', '2026-11-24T08:15', '2026-11-24T09:15'],
]);

test('a placement is valid or does not exist', function () {
    expect(fn () => timed('2026-11-23T07:15', -5))
        ->toThrow(InvalidTime::class, 'The end lies before the start.')
        ->and(fn () => Placement::allDay(LocalDate::parse('2026-11-23'), 0))
        ->toThrow(InvalidTime::class, 'The last day lies before the first.');
});

test('an extra date given as a period keeps its own length (RFC 5545 3.8.5.2)', function () {
    $period = PeriodValue::parse('20261125T100000/PT1H30M');
    $series = new Series('vents', timed('2026-11-23T07:15'), RuleParser::parse('FREQ=DAILY;COUNT=2'), [$period->start]);
    $change = Override::ofPeriod($series, $period);
    expect($change)
        ->not->toBeNull()
        ->and(seen($series, array_filter([$change]), '2026-11-23', 4))
        ->toBe(['2026-11-23T07:15 15', '2026-11-24T07:15 15', '2026-11-25T10:00 90'])
        ->and(Override::ofPeriod($series, PeriodValue::parse('20261125T100000')))
        ->toBeNull();
    $days = new Series('away', Placement::allDay(LocalDate::parse('2026-11-23')), null, [
        PeriodValue::parse('20261125/P2D')->start,
    ]);
    expect(seen($days, array_filter([Override::ofPeriod($days, PeriodValue::parse('20261125/P2D'))]), '2026-11-23', 4))->toBe([
        '2026-11-23T00:00 1440',
        '2026-11-25T00:00 2880',
    ]);
});

test('a routine that counts from its last finish keeps to its pauses and seasons', function () {
    $breaks = new Breaks(OffDay::Keep, [], [Pause::of(LocalDate::parse('2026-12-20'), LocalDate::parse('2027-01-05'))]);
    $series = new Series(
        'hair',
        timed('2026-12-10T10:00', 30),
        RuleParser::parse('FREQ=DAILY;INTERVAL=14'),
        afterDone: true,
        breaks: $breaks,
    );
    $done = new Override(
        '2026-12-10T10:00:00',
        doneAt: Zone::of('Europe/Berlin')->instant(LocalDateTime::parse('2026-12-10T11:00')),
    );
    expect(seen($series, [$done], '2026-12-01', 60))->toBe(['2026-12-10T10:00 30', '2027-01-06T10:00 30']);
});
