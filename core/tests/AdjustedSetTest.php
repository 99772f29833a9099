<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Recurrence\AfterDone;
use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\Pause;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\Season;
use PlumRota\Core\Recurrence\WorkingDayOfMonth;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/** Dates worked out by hand on a wall calendar for 2026 and 2027. */
function adjustedSet(
    string $rule,
    string $start,
    OffDay $offDay = OffDay::Keep,
    array $off = [],
    array $seasons = [],
    array $pauses = [],
): AdjustedSet {
    $marks = new DayMarks(array_map(LocalDate::parse(...), $off));

    return new AdjustedSet(
        new RecurrenceSet(LocalDateTime::parse($start.'T12:00'), RuleParser::parse($rule)),
        $marks,
        $offDay,
        $seasons,
        $pauses,
    );
}

/** @return list<string> */
function standing(AdjustedSet $set, string $from, string $to): array
{
    return array_map(
        fn (array $one): string => (string) $one['at']->date(),
        $set->between(LocalDateTime::parse($from.'T00:00'), LocalDateTime::parse($to.'T00:00')),
    );
}

test('on a day off: keep, skip, the working day before, the one after', function (OffDay $offDay, array $dates) {
    // 28 February and 28 March 2027 are Sundays; 28 December 2026 is a holiday here, Friday the 25th and the weekend before it
    // too.
    $set = adjustedSet('FREQ=MONTHLY;BYMONTHDAY=28', '2026-11-28', $offDay, ['2026-12-25', '2026-12-28']);
    expect(standing($set, '2026-12-01', '2027-04-10'))->toBe($dates);
})->with([
    [OffDay::Keep, ['2026-12-28', '2027-01-28', '2027-02-28', '2027-03-28']],
    [OffDay::Skip, ['2027-01-28']],
    [OffDay::Before, ['2026-12-24', '2027-01-28', '2027-02-26', '2027-03-26']],
    [OffDay::After, ['2026-12-29', '2027-01-28', '2027-03-01', '2027-03-29']],
]);

test('one that a day off sends into the window is there, one sent out of it is not', function () {
    $set = adjustedSet('FREQ=MONTHLY;BYMONTHDAY=28', '2026-11-28', OffDay::After);
    expect(standing($set, '2027-03-01', '2027-03-02'))
        ->toBe(['2027-03-01'])
        ->and(standing($set, '2027-02-28', '2027-03-01'))
        ->toBe([])
        ->and((string) $set->between(LocalDateTime::parse('2027-03-01T00:00'), LocalDateTime::parse('2027-03-02T00:00'))[0]['id'])
        ->toBe('2027-02-28T12:00:00');
});

test('several that a day off sends to the same time stand there once', function (OffDay $offDay, array $stands) {
    // Friday 25 December is a holiday; Saturday and Sunday are no working days.
    $set = new AdjustedSet(
        new RecurrenceSet(LocalDateTime::parse('2026-12-21T08:00'), RuleParser::parse('FREQ=DAILY')),
        new DayMarks([LocalDate::parse('2026-12-25')]),
        $offDay,
    );
    $shown = fn (string $from, string $to): array => array_map(
        fn (array $one): string => substr((string) $one['id'], 8, 2).' on '.substr((string) $one['at'], 8, 2),
        $set->between(LocalDateTime::parse($from), LocalDateTime::parse($to)),
    );
    expect($shown('2026-12-21T00:00', '2026-12-30T00:00'))
        ->toBe($stands)
        ->and([...$shown('2026-12-21T00:00', '2026-12-26T00:00'), ...$shown('2026-12-26T00:00', '2026-12-30T00:00')])
        ->toBe($stands);
})->with([
    [OffDay::After, ['21 on 21', '22 on 22', '23 on 23', '24 on 24', '28 on 28', '29 on 29']],
    [OffDay::Before, ['21 on 21', '22 on 22', '23 on 23', '24 on 24', '28 on 28', '29 on 29']],
]);

test('what a day off would send into a pause, or out of its season, does not come', function () {
    $at = fn (array $seasons, array $pauses): array => array_map(
        fn (array $one): string => substr((string) $one['at'], 5, 5),
        (new AdjustedSet(
            new RecurrenceSet(LocalDateTime::parse('2026-11-28T08:00'), RuleParser::parse('FREQ=WEEKLY')),
            new DayMarks(),
            OffDay::After,
            $seasons,
            $pauses,
        ))->between(LocalDateTime::parse('2026-11-20T00:00'), LocalDateTime::parse('2026-12-20T00:00')),
    );
    expect($at([], []))
        ->toBe(['11-30', '12-07', '12-14'])
        ->and($at([], [Pause::of(LocalDate::parse('2026-12-06'), LocalDate::parse('2026-12-08'))]))
        ->toBe(['11-30', '12-14'])
        ->and($at([Season::of(11, 1, 12, 12)], []))
        ->toBe(['11-30', '12-07']);
});

test('a season comes every year, over the year’s end too', function () {
    expect(
        standing(
            adjustedSet('FREQ=MONTHLY;BYMONTHDAY=1', '2026-01-01', seasons: [Season::of(4, 1, 9, 30)]),
            '2026-01-01',
            '2027-06-01',
        ),
    )
        ->toBe(['2026-04-01', '2026-05-01', '2026-06-01', '2026-07-01', '2026-08-01', '2026-09-01', '2027-04-01', '2027-05-01'])
        ->and(
            standing(
                adjustedSet('FREQ=MONTHLY;BYMONTHDAY=31', '2026-01-31', seasons: [Season::of(11, 1, 3, 31)]),
                '2026-01-01',
                '2027-04-01',
            ),
        )
        ->toBe(['2026-01-31', '2026-03-31', '2026-12-31', '2027-01-31', '2027-03-31'])
        ->and(fn () => Season::of(2, 30, 3, 1))
        ->toThrow(InvalidTime::class);
});

test('nothing happens in a pause, its first and last day included', function () {
    $pause = Pause::of(LocalDate::parse('2026-11-26'), LocalDate::parse('2026-11-28'));
    expect(standing(adjustedSet('FREQ=DAILY', '2026-11-24', pauses: [$pause]), '2026-11-24', '2026-12-01'))
        ->toBe(['2026-11-24', '2026-11-25', '2026-11-29', '2026-11-30'])
        ->and(fn () => Pause::of(LocalDate::parse('2026-11-28'), LocalDate::parse('2026-11-26')))
        ->toThrow(InvalidTime::class);
});

test('the nth and the last working day of a month', function () {
    $marks = new DayMarks([LocalDate::parse('2026-12-31'), LocalDate::parse('2027-01-01')]);
    $dates = fn (int $nth): array => array_map(
        strval(...),
        (new WorkingDayOfMonth($marks, $nth))->next(LocalDate::parse('2026-11-25'), 3),
    );
    expect($dates(-1))
        ->toBe(['2026-11-30', '2026-12-30', '2027-01-29'])
        ->and($dates(1))
        ->toBe(['2026-12-01', '2027-01-04', '2027-02-01'])
        ->and(fn () => new WorkingDayOfMonth($marks, 0))
        ->toThrow(InvalidRule::class)
        ->and(fn () => new WorkingDayOfMonth($marks, 24))
        ->toThrow(InvalidRule::class);
});

test('after it is done: early, late and several finishes, and a finish taken back', function () {
    $rhythm = new AfterDone(LocalDateTime::parse('2026-11-02T09:00'), RuleParser::parse('FREQ=DAILY;INTERVAL=28'));
    $open = fn (string ...$finishes): string => (string) $rhythm->open(array_map(LocalDateTime::parse(...), $finishes))?->date();
    expect($open('2026-10-30T10:00'))
        ->toBe('2026-11-27') // three days early
        ->and($open('2026-11-09T23:59'))
        ->toBe('2026-12-07') // a week late
        ->and($open('2026-11-09T10:00', '2026-11-09T18:00'))
        ->toBe('2026-12-07')
        ->and($open('2026-12-07T08:00', '2026-11-09T10:00'))
        ->toBe('2027-01-04')
        ->and($open('2026-11-09T10:00'))
        ->toBe('2026-12-07') // the later finish was undone
        ->and($open())
        ->toBe('2026-11-02');
    $thrice = new AfterDone(LocalDateTime::parse('2026-11-02T09:00'), RuleParser::parse('FREQ=WEEKLY;COUNT=3'));
    $done = array_map(LocalDateTime::parse(...), ['2026-11-02T10:00', '2026-11-09T10:00', '2026-11-16T10:00']);
    expect($thrice->open(array_slice($done, 0, 2)))->not->toBeNull()->and($thrice->open($done))->toBeNull();
    $ended = new AfterDone(LocalDateTime::parse('2026-11-02T09:00'), RuleParser::parse('FREQ=MONTHLY;UNTIL=20261201'));
    expect($ended->open([LocalDateTime::parse('2026-11-05T09:00')]))->toBeNull();
});

test('what a day off sends to a later day stands there in the order of the clock', function () {
    $set = adjustedSet('FREQ=WEEKLY;BYDAY=SA,MO;BYHOUR=9,17;BYMINUTE=0', '2026-11-28', OffDay::After);
    $found = $set->between(LocalDateTime::parse('2026-11-28T00:00'), LocalDateTime::parse('2026-12-01T00:00'));
    expect(
        array_map(fn (array $one): string => substr((string) $one['at'], 8, 5).' '.substr((string) $one['id'], 8, 5), $found),
    )->toBe(['30T09 30T09', '30T12 28T12', '30T17 30T17']);
});

test('what has to come once waits for the end of a pause and for its season, and a day off sends it on', function (
    string $day,
    OffDay $offDay,
    array $seasons,
    array $pauses,
    string $stands,
) {
    $set = adjustedSet('FREQ=DAILY', $day, $offDay, ['2026-12-25', '2026-12-28'], $seasons, $pauses);
    expect((string) $set->firstFrom(LocalDateTime::parse($day.'T12:00')))->toBe($stands.'T12:00:00');
})->with([
    ['2026-11-25', OffDay::Keep, [], [], '2026-11-25'],
    ['2026-11-25', OffDay::Keep, [], [Pause::of(LocalDate::parse('2026-11-20'), LocalDate::parse('2026-11-30'))], '2026-12-01'],
    ['2026-11-25', OffDay::Keep, [Season::of(4, 1, 9, 30)], [], '2027-04-01'],
    // 28 November is a Saturday, 26 December too.
    ['2026-11-28', OffDay::After, [], [], '2026-11-30'],
    ['2026-11-28', OffDay::Before, [], [], '2026-11-27'],
    ['2026-12-26', OffDay::Skip, [], [], '2026-12-29'],
]);
