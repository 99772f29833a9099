<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\Season;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Recurrence\WorkingDayOfMonth;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** The sentence with which something is refused, word for word; empty when it is not. */
function refusal(callable $work): string
{
    try {
        $work();
    } catch (InvalidRule|InvalidTime $e) {
        return $e->getMessage();
    }

    return '';
}

test('a rule says what is wrong with it', function (string $rule, string $sentence) {
    expect(refusal(fn () => RuleParser::parse($rule)))->toBe($sentence);
})->with([
    ['FREQ=SOMETIMES', 'FREQ: a rule says first how often it comes, from SECONDLY to YEARLY.'],
    ['INTERVAL=2', 'FREQ: a rule says first how often it comes, from SECONDLY to YEARLY.'],
    ['FREQ=DAILY;COLOUR=RED', 'A rule has no part called “COLOUR”.'],
    ['FREQ=DAILY;AREAS-AND-THEIR-COLOURS-IN-ALL-DETAIL=1', 'A rule has no part called “AREAS-AND-THEIR-COLOURS-IN-ALL”.'],
    'bytes that are no text' => ["FREQ=DAILY;\xff=1", 'A rule has no part called “?”.'],
    ['FREQ=DAILY;FREQ=DAILY', 'FREQ stands in the rule twice.'],
    ['FREQ=DAILY;COUNT', 'COUNT is empty.'],
    ['FREQ=DAILY;COUNT=', 'COUNT is empty.'],
    ['FREQ=DAILY;SKIP=FORWARD', 'SKIP needs RSCALE beside it.'],
    ['FREQ=DAILY;RSCALE=GREGORIAN;SKIP=SIDEWAYS', 'SKIP: a missing date is treated as OMIT, BACKWARD or FORWARD.'],
    ['FREQ=DAILY;WKST=XX', 'WKST: the week starts on one of MO TU WE TH FR SA SU.'],
    ['FREQ=DAILY;INTERVAL=TWO', 'INTERVAL: “TWO” is not a whole number.'],
    ['FREQ=DAILY;INTERVAL=1234567890', 'INTERVAL: “1234567890” is too large a number.'],
    ['FREQ=DAILY;INTERVAL=0', 'INTERVAL: a rhythm comes round every 1 or more, not every 0.'],
    ['FREQ=DAILY;INTERVAL=-2', 'INTERVAL: a rhythm comes round every 1 or more, not every -2.'],
    ['FREQ=DAILY;INTERVAL=10000001', 'INTERVAL: more than 10000000 is too far apart.'],
    ['FREQ=DAILY;COUNT=0', 'COUNT: it has to happen at least once.'],
    ['FREQ=DAILY;COUNT=-1', 'COUNT: it has to happen at least once.'],
    ['FREQ=DAILY;COUNT=1000000001', 'COUNT: more than 1000000000 is too often.'],
    ['FREQ=DAILY;COUNT=3;UNTIL=20261201', 'COUNT and UNTIL: a rule ends by one or the other, not both.'],
    ['FREQ=DAILY;UNTIL=20260230', 'UNTIL: There is no day 2026-02-30.'],
    ['FREQ=DAILY;UNTIL=20260228T240000', 'UNTIL: There is no time 24:00:00 on a clock.'],
    ['FREQ=DAILY;UNTIL=2026-02-28', 'UNTIL: a date is written like 20261125, a moment like 20261125T071500Z.'],
    ['FREQ=DAILY;BYSECOND=61', 'BYSECOND=61: seconds run from 0 to 60.'],
    ['FREQ=DAILY;BYSECOND=-1', 'BYSECOND=-1: seconds run from 0 to 60.'],
    ['FREQ=DAILY;BYMINUTE=60', 'BYMINUTE=60: minutes run from 0 to 59.'],
    ['FREQ=DAILY;BYMINUTE=-1', 'BYMINUTE=-1: minutes run from 0 to 59.'],
    ['FREQ=DAILY;BYHOUR=24', 'BYHOUR=24: hours run from 0 to 23.'],
    ['FREQ=DAILY;BYHOUR=-1', 'BYHOUR=-1: hours run from 0 to 23.'],
    ['FREQ=DAILY;BYMONTH=13', 'BYMONTH=13: months run from 1 to 12.'],
    ['FREQ=DAILY;BYMONTH=0', 'BYMONTH=0: months run from 1 to 12.'],
    ['RSCALE=HEBREW;FREQ=YEARLY;BYMONTH=14', 'BYMONTH=14: months run from 1 to 13.'],
    ['RSCALE=HEBREW;FREQ=YEARLY;BYMONTH=14L', 'BYMONTH=14: months run from 1 to 13.'],
    ['FREQ=YEARLY;BYMONTH=5L', 'BYMONTH: the Gregorian calendar has no leap months.'],
    ['FREQ=YEARLY;BYMONTH=5LL', 'BYMONTH: “5L” is not a whole number.'],
    ['FREQ=YEARLY;BYMONTH=L', 'BYMONTH: “” is not a whole number.'],
    [
        'RSCALE=MAYAN;FREQ=YEARLY',
        'RSCALE: the calendars known are GREGORIAN, HEBREW, CHINESE, DANGI, ISLAMIC-CIVIL, ISLAMIC-TBLA, ETHIOPIC, COPTIC, PERSIAN, INDIAN.',
    ],
    ['RSCALE=HEBREW;FREQ=DAILY', 'RSCALE: in another calendar a rule is YEARLY or MONTHLY, by months, dates and weekdays.'],
    [
        'RSCALE=HEBREW;FREQ=YEARLY;BYWEEKNO=3',
        'RSCALE: in another calendar a rule is YEARLY or MONTHLY, by months, dates and weekdays.',
    ],
    [
        'RSCALE=HEBREW;FREQ=YEARLY;BYYEARDAY=3',
        'RSCALE: in another calendar a rule is YEARLY or MONTHLY, by months, dates and weekdays.',
    ],
    ['FREQ=MONTHLY;BYMONTHDAY=0', 'BYMONTHDAY=0: days count from 1 or back from -1.'],
    ['FREQ=MONTHLY;BYMONTHDAY=32', 'BYMONTHDAY=32: there are no more than 31 days.'],
    ['FREQ=MONTHLY;BYMONTHDAY=1,-32', 'BYMONTHDAY=-32: there are no more than 31 days.'],
    ['FREQ=YEARLY;BYYEARDAY=367', 'BYYEARDAY=367: there are no more than 366 days.'],
    ['FREQ=YEARLY;BYWEEKNO=54', 'BYWEEKNO=54: there are no more than 53 weeks.'],
    ['FREQ=YEARLY;BYWEEKNO=-54', 'BYWEEKNO=-54: there are no more than 53 weeks.'],
    ['FREQ=DAILY;BYHOUR=1;BYSETPOS=367', 'BYSETPOS=367: there are no more than 366 places.'],
    ['FREQ=DAILY;BYHOUR=1;BYSETPOS=0', 'BYSETPOS=0: places count from 1 or back from -1.'],
    ['FREQ=DAILY;BYSETPOS=1', 'BYSETPOS: it picks from what another BY part lists, and there is none.'],
    ['FREQ=WEEKLY;BYDAY=2MO', 'BYDAY: the nth weekday needs FREQ=MONTHLY or FREQ=YEARLY.'],
    ['FREQ=YEARLY;BYWEEKNO=3;BYDAY=TU,2MO', 'BYDAY: the nth weekday does not go with BYWEEKNO.'],
    ['FREQ=MONTHLY;BYDAY=MON', 'BYDAY: “MON” is not a weekday like MO or 2TU or -1FR.'],
    ['FREQ=MONTHLY;BYDAY=0MO', 'BYDAY: “0MO” is not a weekday like MO or 2TU or -1FR.'],
    ['FREQ=MONTHLY;BYDAY=-00MO', 'BYDAY: “-00MO” is not a weekday like MO or 2TU or -1FR.'],
    [
        'FREQ=MONTHLY;BYDAY=A-WEEKDAY-OF-WHICH-NOBODY-HAS-HEARD',
        'BYDAY: “A-WEEKDAY-OF-WHICH-NOBODY-HAS-” is not a weekday like MO or 2TU or -1FR.',
    ],
    'bytes that are no weekday' => ["FREQ=MONTHLY;BYDAY=\xff", 'BYDAY: “?” is not a weekday like MO or 2TU or -1FR.'],
    ['FREQ=YEARLY;BYDAY=54MO', 'BYDAY=54MO: a year has no more than 53 weeks.'],
    ['FREQ=DAILY;BYYEARDAY=1', 'BYYEARDAY does not go with FREQ=DAILY.'],
]);

test('more often than a thousand million times is refused', function () {
    expect(refusal(fn () => new RecurrenceRule(Frequency::Daily, count: 1_000_000_001)))
        ->toBe('COUNT: more than 1000000000 is too often.')
        ->and(refusal(fn () => new RecurrenceRule(Frequency::Daily, count: 1_000_000_000)))
        ->toBe('');
});

test('at its bounds a part is fine', function (string $rule) {
    expect((string) RuleParser::parse($rule))->toBe($rule);
})->with([
    'FREQ=DAILY;INTERVAL=10000000',
    'FREQ=DAILY;COUNT=1',
    'FREQ=DAILY;COUNT=999999999',
    'FREQ=DAILY;BYMONTH=1,12;BYHOUR=0,23;BYMINUTE=0,59;BYSECOND=0,60',
    'RSCALE=HEBREW;FREQ=YEARLY;BYMONTH=1,13,5L',
    'RSCALE=HEBREW;FREQ=MONTHLY;BYMONTHDAY=1',
    'FREQ=MONTHLY;BYMONTHDAY=-31,31',
    'FREQ=YEARLY;BYYEARDAY=-366,366',
    'FREQ=YEARLY;BYWEEKNO=-53,53',
    'FREQ=YEARLY;BYDAY=53MO,-53TU;BYSETPOS=-366,366',
    'FREQ=MONTHLY;BYDAY=2MO',
    'FREQ=DAILY;BYSECOND=1;BYSETPOS=1',
    'FREQ=DAILY;BYMINUTE=1;BYSETPOS=1',
    'FREQ=DAILY;BYHOUR=1;BYSETPOS=1',
    'FREQ=DAILY;BYDAY=MO;BYSETPOS=1',
    'FREQ=DAILY;BYMONTHDAY=1;BYSETPOS=1',
    'FREQ=DAILY;BYMONTH=1;BYSETPOS=1',
    'FREQ=YEARLY;BYYEARDAY=1;BYSETPOS=1',
    'FREQ=YEARLY;BYWEEKNO=1;BYSETPOS=1',
    'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=31;SKIP=FORWARD',
    'FREQ=WEEKLY;WKST=TU',
    'FREQ=YEARLY;UNTIL=20261125',
    'FREQ=HOURLY;BYYEARDAY=1',
]);

test('what is written twice or out of order is read once and in order', function (string $rule, string $wanted) {
    expect((string) RuleParser::parse($rule))->toBe($wanted);
})->with([
    ['freq=monthly;bymonthday=15,1,15,-1', 'FREQ=MONTHLY;BYMONTHDAY=-1,1,15'],
    ['FREQ=MONTHLY;BYDAY=2TU,MO,2TU', 'FREQ=MONTHLY;BYDAY=2TU,MO'],
    ['BYHOUR=7;FREQ=DAILY', 'FREQ=DAILY;BYHOUR=7'],
    ['FREQ=DAILY;INTERVAL=1;WKST=MO', 'FREQ=DAILY'],
    ['RSCALE=GREGORIAN;FREQ=YEARLY;SKIP=OMIT', 'FREQ=YEARLY'],
    ['FREQ=MONTHLY;BYDAY=+1MO', 'FREQ=MONTHLY;BYDAY=1MO'],
    ['RSCALE=CHINESE;FREQ=YEARLY;BYMONTH=6L,2,6,6L', 'RSCALE=CHINESE;FREQ=YEARLY;BYMONTH=2,6,6L'],
]);

test('a rule can be given another end, other days, other months', function () {
    $rule = RuleParser::parse('FREQ=MONTHLY;INTERVAL=3;COUNT=4;BYMONTHDAY=1');
    $days = RuleParser::parse('FREQ=MONTHLY;BYDAY=1MO')->byDay;
    expect((string) $rule->ending(null, Until::date(LocalDate::parse('2026-11-25'))))
        ->toBe('FREQ=MONTHLY;INTERVAL=3;UNTIL=20261125;BYMONTHDAY=1')
        ->and((string) $rule->ending(7, null))
        ->toBe('FREQ=MONTHLY;INTERVAL=3;COUNT=7;BYMONTHDAY=1')
        ->and((string) $rule->onWeekdays($days))
        ->toBe('FREQ=MONTHLY;INTERVAL=3;COUNT=4;BYMONTHDAY=1;BYDAY=1MO')
        ->and((string) $rule->onMonthDays([-1]))
        ->toBe('FREQ=MONTHLY;INTERVAL=3;COUNT=4;BYMONTHDAY=-1')
        ->and((string) $rule->inMonths([2]))
        ->toBe('FREQ=MONTHLY;INTERVAL=3;COUNT=4;BYMONTH=2;BYMONTHDAY=1')
        ->and((string) $rule->everyTime())
        ->toBe('FREQ=MONTHLY;COUNT=4;BYMONTHDAY=1')
        ->and((string) $rule->inYear())
        ->toBe('FREQ=YEARLY;INTERVAL=3;COUNT=4;BYMONTHDAY=1')
        ->and((string) RuleParser::parse('FREQ=DAILY;BYDAY=MO')->byDaysOfMonths())
        ->toBe('FREQ=MONTHLY;BYDAY=MO')
        ->and((string) RuleParser::parse('FREQ=DAILY;BYMONTHDAY=3;BYDAY=MO')->byDaysOfMonths())
        ->toBe('FREQ=MONTHLY;BYMONTHDAY=3;BYDAY=MO')
        ->and(RuleParser::parse('FREQ=DAILY;BYMONTH=2')->byDaysOfMonths()->byMonthDay)
        ->toBe(range(1, 31));
});

test('a rule names times where a part of it does, and within the day always', function (string $rule, bool $names) {
    expect(RuleParser::parse($rule)->namesTimes())->toBe($names);
})->with([
    ['FREQ=DAILY', false],
    ['FREQ=YEARLY;BYMONTH=1', false],
    ['FREQ=DAILY;BYHOUR=1', true],
    ['FREQ=DAILY;BYMINUTE=1', true],
    ['FREQ=DAILY;BYSECOND=1', true],
    ['FREQ=HOURLY', true],
    ['FREQ=SECONDLY', true],
]);

test('the last moment a rule may reach (RFC 5545 3.3.10)', function (
    string $until,
    string $last,
    string $written,
    ?string $zone = null,
) {
    $parsed = Until::parse($until);
    expect((string) LocalDateTime::fromSeconds($parsed->lastSecond($zone === null ? null : Zone::of($zone))))
        ->toBe($last)
        ->and((string) $parsed)
        ->toBe($written);
})->with([
    'a date, to its end' => ['20261125', '2026-11-25T23:59:59', '20261125'],
    'a date in any zone' => ['20261125', '2026-11-25T23:59:59', '20261125', 'Asia/Tokyo'],
    'a wall time' => ['20261125T071501', '2026-11-25T07:15:01', '20261125T071501'],
    'a wall time in any zone' => ['20261125T071501', '2026-11-25T07:15:01', '20261125T071501', 'Asia/Tokyo'],
    'UTC, on the wall of a zone' => ['20261125T221501Z', '2026-11-26T07:15:01', '20261125T221501Z', 'Asia/Tokyo'],
    'UTC, without zone as it is written' => ['20261125T221501Z', '2026-11-25T22:15:01', '20261125T221501Z'],
    'a leap second is the last of its minute (3.3.12)' => ['20161231T235960Z', '2016-12-31T23:59:59', '20161231T235959Z'],
    'from midnight' => ['20261125T000000', '2026-11-25T00:00:00', '20261125T000000'],
]);

test('the last moment, made from a date, a wall time or an instant', function () {
    expect((string) Until::date(LocalDate::parse('2026-11-25')))
        ->toBe('20261125')
        ->and((string) Until::wall(LocalDateTime::parse('2026-11-25T07:15')))
        ->toBe('20261125T071500')
        ->and((string) Until::instant(LocalDateTime::parse('2026-11-25T07:15')->seconds))
        ->toBe('20261125T071500Z');
});

test('a season holds its first and last day and those between', function (array $season, array $inside, array $outside) {
    $season = Season::of(...$season);
    $holds = fn (string $date): bool => $season->holds(LocalDate::parse($date)->dayNumber());
    expect(array_filter($inside, fn (string $date): bool => ! $holds($date)))
        ->toBe([])
        ->and(array_filter($outside, $holds))
        ->toBe([]);
})->with([
    'within a year' => [
        [4, 10, 9, 20],
        ['2026-04-10', '2026-05-01', '2026-09-20', '2027-04-10'],
        ['2026-04-09', '2026-03-31', '2026-09-21', '2026-12-31'],
    ],
    'over the end of a year' => [
        [11, 10, 3, 20],
        ['2026-11-10', '2026-12-31', '2027-01-01', '2027-03-20'],
        ['2026-11-09', '2026-07-01', '2027-03-21'],
    ],
    'one day' => [[6, 15, 6, 15], ['2026-06-15'], ['2026-06-14', '2026-06-16', '2026-05-15', '2026-07-15']],
    'up to 29 February' => [[2, 1, 2, 29], ['2028-02-29', '2026-02-28'], ['2026-03-01', '2026-01-31']],
]);

test('a season begins and ends on days that a year can have', function (int ...$season) {
    expect(refusal(fn () => Season::of(...$season)))->toBe('A season begins and ends on days that the year has.');
})->with([[2, 30, 3, 1], [2, 1, 4, 31], [0, 1, 3, 1], [1, 1, 13, 1], [1, 0, 2, 1]]);

test('a month has up to 23 working days', function (int $nth, string $sentence) {
    expect(refusal(fn () => new WorkingDayOfMonth(new DayMarks(), $nth)))->toBe($sentence);
})->with([
    [23, ''],
    [-23, ''],
    [1, ''],
    [-1, ''],
    [24, 'The 24th working day: they count from 1 or back from -1, and no month has more than 23.'],
    [-24, 'The -24th working day: they count from 1 or back from -1, and no month has more than 23.'],
    [0, 'The 0th working day: they count from 1 or back from -1, and no month has more than 23.'],
]);

test('working days of every third month, from the start on', function (string $start, int $nth, int $interval, array $dates) {
    $found = (new WorkingDayOfMonth(new DayMarks(), $nth))->next(LocalDate::parse($start), count($dates), $interval);
    expect(array_map(strval(...), $found))->toBe($dates);
})->with([
    'the start itself' => ['2026-11-02', 1, 3, ['2026-11-02', '2027-02-01', '2027-05-03']],
    'the day after is too late for this month' => ['2026-11-03', 1, 3, ['2027-02-01', '2027-05-03']],
    'January' => ['2026-01-01', 1, 1, ['2026-01-01', '2026-02-02']],
    'December' => ['2026-12-01', -1, 1, ['2026-12-31', '2027-01-29']],
    'the 23rd, which few months have' => ['2026-01-01', 23, 1, ['2026-07-31', '2026-12-31', '2027-03-31', '2027-12-31']],
    'none' => ['2026-01-01', 1, 1, []],
]);

test('where no working day is left, looking for one ends', function () {
    expect((new WorkingDayOfMonth(new DayMarks([], []), 1))->next(LocalDate::parse('2026-01-01'), 3))->toBe([]);
});
