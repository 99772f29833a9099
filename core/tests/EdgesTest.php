<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Recurrence\CommonRhythms;
use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Recurrence\ExpandCommand;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\OffsetText;
use PlumRota\Core\Recurrence\OtherCalendar;
use PlumRota\Core\Recurrence\Pause;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\Season;
use PlumRota\Core\Recurrence\TolerantRule;
use PlumRota\Core\Recurrence\WeekdayNum;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

test('the common rhythms follow from their start', function (string $start, array $wanted) {
    expect(array_intersect_key(array_map(strval(...), CommonRhythms::from(LocalDate::parse($start))), $wanted))->toBe($wanted);
})->with([
    'the first' => [
        '2026-12-01',
        ['monthly_by_date' => 'FREQ=MONTHLY;BYMONTHDAY=1', 'monthly_by_weekday' => 'FREQ=MONTHLY;BYDAY=1TU'],
    ],
    'the seventh' => [
        '2026-12-07',
        ['weekdays' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'monthly_by_weekday' => 'FREQ=MONTHLY;BYDAY=1MO'],
    ],
    'the eighth' => [
        '2026-12-08',
        [
            'weekly' => 'FREQ=WEEKLY;BYDAY=TU',
            'fortnightly' => 'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU',
            'monthly_by_weekday' => 'FREQ=MONTHLY;BYDAY=2TU',
        ],
    ],
    'the 28th, which every month has' => [
        '2026-11-28',
        ['monthly_by_date' => 'FREQ=MONTHLY;BYMONTHDAY=28', 'monthly_by_weekday' => 'FREQ=MONTHLY;BYDAY=4SA'],
    ],
    'the 29th, which February may not' => [
        '2026-11-29',
        [
            'monthly_by_date' => 'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=29;SKIP=BACKWARD',
            'monthly_by_weekday' => 'FREQ=MONTHLY;BYDAY=-1SU',
            'yearly' => 'FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=29',
        ],
    ],
    '29 February' => ['2028-02-29', ['yearly' => 'RSCALE=GREGORIAN;FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29;SKIP=BACKWARD']],
    '28 February' => ['2028-02-28', ['yearly' => 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=28']],
]);

test('a year has up to 53 of a weekday', function () {
    expect((string) WeekdayNum::of(Weekday::MO, 53))
        ->toBe('53MO')
        ->and((string) WeekdayNum::of(Weekday::MO, -53))
        ->toBe('-53MO')
        ->and(fn () => WeekdayNum::of(Weekday::MO, 54))
        ->toThrow(InvalidRule::class, 'BYDAY=54MO: a year has no more than 53 weeks.')
        ->and(fn () => WeekdayNum::of(Weekday::MO, -54))
        ->toThrow(InvalidRule::class);
});

test('moments carry the offset of their zone', function (string $wall, ?string $zone, string $wanted) {
    expect(OffsetText::of(LocalDateTime::parse($wall), $zone === null ? null : Zone::of($zone)))->toBe($wanted);
})->with([
    ['2026-11-25T07:15', null, '2026-11-25T07:15:00'],
    ['2026-11-25T07:15', 'UTC', '2026-11-25T07:15:00+00:00'],
    ['2026-11-25T07:15', 'Asia/Kathmandu', '2026-11-25T07:15:00+05:45'],
    ['2026-11-25T07:15', 'America/St_Johns', '2026-11-25T07:15:00-03:30'],
    ['2026-03-29T02:30', 'Europe/Berlin', '2026-03-29T03:30:00+02:00'],
]);

test('rules as other programs write them', function (string $text, string $wanted) {
    expect((string) TolerantRule::parse($text))->toBe($wanted);
})->with([
    'its name before it' => ['RRULE:FREQ=DAILY', 'FREQ=DAILY'],
    'its name and a semicolon' => ['rrule;freq=daily', 'FREQ=DAILY'],
    'spaces and line ends' => [" FREQ = WEEKLY ;\r\n BYDAY = MO , TU ", 'FREQ=WEEKLY;BYDAY=MO,TU'],
    'empty parts and items' => ['FREQ=WEEKLY;;BYDAY=MO,,TU,;INTERVAL=', 'FREQ=WEEKLY;BYDAY=MO,TU'],
    'parts of their own' => ['X-EVERY=1;FREQ=DAILY;NONSENSE', 'FREQ=DAILY'],
    'a part said twice: the first counts' => ['FREQ=DAILY;INTERVAL=2;INTERVAL=3', 'FREQ=DAILY;INTERVAL=2'],
    'COUNT beside UNTIL' => ['FREQ=DAILY;COUNT=3;UNTIL=20261225', 'FREQ=DAILY;UNTIL=20261225'],
    'UNTIL with its signs' => ['FREQ=DAILY;UNTIL=2026-12-25T10:00:00Z', 'FREQ=DAILY;UNTIL=20261225T100000Z'],
    'SKIP without RSCALE' => [
        'FREQ=MONTHLY;BYMONTHDAY=31;SKIP=BACKWARD',
        'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=31;SKIP=BACKWARD',
    ],
    'the nth of a week' => ['FREQ=WEEKLY;BYDAY=1MO,-1FR', 'FREQ=WEEKLY;BYDAY=MO,FR'],
    'the nth of a month stays' => ['FREQ=MONTHLY;BYDAY=1MO', 'FREQ=MONTHLY;BYDAY=1MO'],
    'the nth of a year stays' => ['FREQ=YEARLY;BYDAY=20MO', 'FREQ=YEARLY;BYDAY=20MO'],
]);

test('what is too long is not even tried', function () {
    $padded = fn (int $length): string => str_pad('FREQ=DAILY', $length, ';');
    expect((string) TolerantRule::parse($padded(4000)))
        ->toBe('FREQ=DAILY')
        ->and(fn () => TolerantRule::parse($padded(4001)))
        ->toThrow(InvalidRule::class, 'The rule is longer than 4000 characters.')
        ->and(fn () => TolerantRule::parse('BYDAY=MO'))
        ->toThrow(InvalidRule::class, 'FREQ: a rule says first');
});

/** Monday 23 November 2026 and the days after it are off. */
function offDays(int $days, string $from = '2026-11-23'): DayMarks
{
    return new DayMarks(
        array_map(fn (int $i): LocalDate => LocalDate::parse($from)->plusDays($i), range(0, $days - 1)),
        Weekday::cases(),
    );
}

test('a working day is looked for within two months, no further', function () {
    $monday = LocalDate::parse('2026-11-23')->dayNumber();
    expect(offDays(60)->nearest($monday, true))
        ->toBe($monday + 60)
        ->and(offDays(61)->nearest($monday, true))
        ->toBeNull()
        ->and(offDays(60)->nearest($monday + 59, false))
        ->toBe($monday - 1)
        ->and(offDays(61)->nearest($monday + 60, false))
        ->toBeNull()
        ->and(offDays(3)->nearest($monday + 3, true))
        ->toBe($monday + 3);
    $november = LocalDate::parse('2026-11-01')->dayNumber();
    $weekdays = new DayMarks();
    expect($weekdays->nthOf($november, 30, 1))
        ->toBe($november + 1)
        ->and($weekdays->nthOf($november, 30, -1))
        ->toBe($november + 29)
        ->and($weekdays->nthOf($november, 30, 21))
        ->toBe($november + 29)
        ->and($weekdays->nthOf($november, 30, 22))
        ->toBeNull()
        ->and($weekdays->nthOf($november, 30, -21))
        ->toBe($november + 1)
        ->and($weekdays->nthOf($november, 30, -22))
        ->toBeNull();
});

/** @return list<string> "id at" */
function livesAt(AdjustedSet $set, string $from, string $to): array
{
    return array_map(
        fn (array $one): string => substr((string) $one['id'], 5, 5).' '.substr((string) $one['at'], 5, 11),
        $set->between(LocalDateTime::parse($from), LocalDateTime::parse($to)),
    );
}

test('an occurrence that a day off sends elsewhere is found in the window where it stands', function () {
    $daily = new RecurrenceSet(LocalDateTime::parse('2026-11-23T09:00'), RuleParser::parse('FREQ=MONTHLY;BYMONTHDAY=23'));
    expect(livesAt(new AdjustedSet($daily, offDays(60), OffDay::After), '2027-01-22T09:00', '2027-01-22T09:01'))
        ->toBe(['11-23 01-22T09:00'])
        ->and(livesAt(new AdjustedSet($daily, offDays(60, '2026-09-25'), OffDay::Before), '2026-09-24T09:00', '2026-09-24T10:00'))
        ->toBe(['11-23 09-24T09:00'])
        ->and(livesAt(new AdjustedSet($daily, offDays(2), OffDay::After), '2026-11-25T09:00', '2026-11-25T09:01'))
        ->toBe(['11-23 11-25T09:00'])
        ->and(livesAt(new AdjustedSet($daily, offDays(2), OffDay::After), '2026-11-25T09:01', '2026-11-26T09:00'))
        ->toBe([])
        ->and(livesAt(new AdjustedSet($daily, offDays(2), OffDay::After), '2026-11-24T09:00', '2026-11-25T09:00'))
        ->toBe([])
        ->and(livesAt(new AdjustedSet($daily, offDays(2), OffDay::Keep), '2026-11-23T00:00', '2026-11-24T00:00'))
        ->toBe(['11-23 11-23T09:00'])
        ->and(livesAt(new AdjustedSet($daily, offDays(2), OffDay::Skip), '2026-11-01T00:00', '2026-12-31T00:00'))
        ->toBe(['12-23 12-23T09:00']);
});

test('several seasons and pauses', function () {
    $weekly = new RecurrenceSet(LocalDateTime::parse('2026-01-05T09:00'), RuleParser::parse('FREQ=MONTHLY;BYMONTHDAY=5'));
    $set = new AdjustedSet(
        $weekly,
        seasons: [Season::of(2, 1, 3, 31), Season::of(11, 1, 12, 5)],
        pauses: [Pause::of(LocalDate::parse('2026-03-05'), LocalDate::parse('2026-03-05'))],
    );
    expect(livesAt($set, '2026-01-01T00:00', '2027-01-01T00:00'))
        ->toBe(['02-05 02-05T09:00', '11-05 11-05T09:00', '12-05 12-05T09:00']);
});

test('a line for the command says what is wrong with it', function (array|string $case, string $wanted) {
    expect(ExpandCommand::answer(is_string($case) ? $case : (string) json_encode($case)))->toBe($wanted);
})->with([
    'no object' => ['7', '{"id":null,"error":"The line is not a JSON object."}'],
    'no start' => [['id' => 'a', 'rrule' => 'FREQ=DAILY'], '{"id":"a","error":"dtstart: it has to start somewhere."}'],
    'a start that is no text' => [['id' => 3, 'dtstart' => 5], '{"id":3,"error":"dtstart: it is a text."}'],
    'a limit below nothing' => [
        ['id' => 'a', 'dtstart' => '2026-11-25', 'limit' => -1],
        '{"id":"a","error":"limit: it is a whole number from 0 on."}',
    ],
    'a limit of nothing' => [['id' => 'a', 'dtstart' => '2026-11-25', 'limit' => 0], '{"id":"a","instances":[]}'],
    'dates that are none' => [
        ['id' => 'a', 'dtstart' => '2026-11-25', 'rdate' => ['2026-11-26', 7]],
        '{"id":"a","error":"rdate: it is a text or a list of up to 5000 texts."}',
    ],
    'too many dates' => fn () => [
        ['id' => 'a', 'dtstart' => '2026-11-25', 'exdate' => array_fill(0, 5001, '2026-11-26')],
        '{"id":"a","error":"exdate: it is a text or a list of up to 5000 texts."}',
    ],
    'just not too many' => fn () => [
        ['id' => 'a', 'dtstart' => '2026-11-25', 'exdate' => array_fill(0, 5000, '2026-11-26')],
        '{"id":"a","instances":["2026-11-25"]}',
    ],
    'a line too long' => fn () => [
        str_pad('{"id":"a","dtstart":"2026-11-25"}', 200_001),
        '{"id":null,"error":"The line is longer than 200000 characters."}',
    ],
    'just not too long' => fn () => [
        str_pad('{"id":"a","dtstart":"2026-11-25"}', 200_000),
        '{"id":"a","instances":["2026-11-25"]}',
    ],
    'too deep' => [str_repeat('[', 9).str_repeat(']', 9), '{"id":null,"error":"The line is not a JSON object."}'],
    'a window' => [
        ['id' => 'ö', 'dtstart' => '2026-11-25T09:00', 'rrule' => ['FREQ=DAILY'], 'from' => '2026-11-27', 'to' => '2026-11-29'],
        '{"id":"ö","instances":["2026-11-27T09:00:00","2026-11-28T09:00:00"]}',
    ],
]);

test('a hundred instances unless a limit or a window says otherwise', function () {
    $case = ['id' => 'a', 'dtstart' => '2026-11-25', 'rrule' => 'FREQ=DAILY'];
    $number = fn (array $more): int => count(
        json_decode(ExpandCommand::answer((string) json_encode([...$case, ...$more])), true)['instances'],
    );
    expect($number([]))->toBe(100)->and($number(['limit' => 101]))->toBe(101)->and($number(['to' => '2027-11-25']))->toBe(365);
});

test('the months of other calendars lie one after the other', function (string $name, int $year, int $number, array $leap) {
    $calendar = new OtherCalendar($name);
    $months = $calendar->months($year);
    expect($months)
        ->toHaveCount($number)
        ->and($calendar->months($year))
        ->toBe($months)
        ->and(array_column(array_filter($months, fn (array $month): bool => $month['leap']), 'month'))
        ->toBe($leap);
    foreach ($months as $i => $month) {
        expect($calendar->fields($month['first']))
            ->toBe(['year' => $year, 'month' => $month['month'], 'leap' => $month['leap'], 'date' => 1])
            ->and($calendar->fields($month['first'] + $month['length'] - 1)['date'])
            ->toBe($month['length'])
            ->and($months[$i + 1]['first'] ?? $month['first'] + $month['length'])
            ->toBe($month['first'] + $month['length']);
    }
})->with([
    'a leap year of the Hebrew calendar' => ['HEBREW', 5784, 13, [5]],
    'a common one' => ['HEBREW', 5785, 12, []],
    'the Chinese year with a sixth month twice' => ['CHINESE', 4662, 13, [6]],
    'Dangi' => ['DANGI', 4358, 13, [6]],
    'the thirteen months of the Ethiopic year' => ['ETHIOPIC', 2018, 13, []],
    'Islamic' => ['ISLAMIC-CIVIL', 1448, 12, []],
]);
