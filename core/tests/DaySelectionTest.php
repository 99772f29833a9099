<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\DaySelection;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\Skip;
use PlumRota\Core\Time\LocalDate;

/** Read off a wall calendar: 2026 begins on a Thursday, 2027 on a Friday, 2028 (a leap year) on a Saturday. */
function selection(string $rule, string $start = '2026-11-25'): DaySelection
{
    return new DaySelection(RuleParser::parse($rule), LocalDate::parse($start));
}

/** @param  list<int>  $days */
function asDates(array $days): string
{
    return implode(' ', array_map(fn (int $day): string => substr((string) LocalDate::fromDayNumber($day), 2), $days));
}

test('the days of a year', function (string $rule, int $year, string $dates) {
    expect(asDates(selection("FREQ=YEARLY;{$rule}")->inYear($year)))->toBe($dates);
})->with([
    'days counted from both ends' => ['BYYEARDAY=1,59,60,-1,-366', 2026, '26-01-01 26-02-28 26-03-01 26-12-31'],
    'in a leap year' => ['BYYEARDAY=60,366,-366', 2028, '28-01-01 28-02-29 28-12-31'],
    'the same day from both ends, once' => ['BYYEARDAY=365,-1', 2026, '26-12-31'],
    'of those, one month' => ['BYYEARDAY=10,40,70;BYMONTH=2', 2026, '26-02-09'],
    'of those, one date' => ['BYYEARDAY=9,40;BYMONTHDAY=9,-31', 2026, '26-01-09 26-02-09'],
    'a date counted back' => ['BYYEARDAY=31,59;BYMONTHDAY=-1', 2026, '26-01-31 26-02-28'],
    'of those, one weekday' => ['BYYEARDAY=5,6,7;BYDAY=TU', 2026, '26-01-06'],
    'of those, a week' => ['BYYEARDAY=1,5,11,12;BYWEEKNO=2', 2026, '26-01-05 26-01-11'],
    'a week, on the weekday of the start' => ['BYWEEKNO=2', 2026, '26-01-07'],
    'a whole week' => [
        'BYWEEKNO=2;BYDAY=MO,TU,WE,TH,FR,SA,SU',
        2026,
        '26-01-05 26-01-06 26-01-07 26-01-08 26-01-09 26-01-10 26-01-11',
    ],
    'week 1 where it began in the old year' => ['BYWEEKNO=1;BYDAY=MO,TH', 2026, '26-01-01'],
    'and its days in the old year' => ['BYWEEKNO=1;BYDAY=MO,TU,WE,TH', 2025, '25-01-01 25-01-02 25-12-29 25-12-30 25-12-31'],
    'week 53, which 2026 has' => ['BYWEEKNO=53;BYDAY=MO,SU', 2026, '26-12-28'],
    'its days in the new year' => ['BYWEEKNO=53;BYDAY=MO,SU', 2027, '27-01-03'],
    'the last week' => ['BYWEEKNO=-1;BYDAY=MO', 2027, '27-12-27'],
    'week 53 back from the end, where there are as many' => ['BYWEEKNO=-53;BYDAY=TH', 2026, '26-01-01'],
    'and where there are not' => ['BYWEEKNO=-53,53;BYDAY=TH', 2028, ''],
    'of weeks, one month' => ['BYWEEKNO=5;BYDAY=MO,SU;BYMONTH=2', 2026, '26-02-01'],
    'of weeks, dates' => ['BYWEEKNO=5,6;BYMONTHDAY=1,2', 2026, '26-02-01 26-02-02'],
    'the date of the start' => ['BYMONTH=2,11', 2026, '26-02-25 26-11-25'],
    'in the month of the start' => ['INTERVAL=1', 2026, '26-11-25'],
    'dates of every month' => ['BYMONTHDAY=31', 2026, '26-01-31 26-03-31 26-05-31 26-07-31 26-08-31 26-10-31 26-12-31'],
    'dates of some months, on some weekdays' => ['BYMONTH=2,3;BYMONTHDAY=13,14;BYDAY=FR', 2026, '26-02-13 26-03-13'],
    'nth weekdays that are dates too' => [
        'BYMONTH=2,3;BYMONTHDAY=9,10,11;BYDAY=2MO,2TU',
        2026,
        '26-02-09 26-02-10 26-03-09 26-03-10',
    ],
    'nth weekdays of the year that are dates too' => ['BYMONTHDAY=5,12;BYDAY=1MO,-1MO', 2026, '26-01-05'],
    'every one of a weekday in some months' => ['BYMONTH=2;BYDAY=MO', 2026, '26-02-02 26-02-09 26-02-16 26-02-23'],
    'the nth of a month, from both ends' => ['BYMONTH=2;BYDAY=1SU,-1SA,5SU,-5SA', 2026, '26-02-01 26-02-28'],
    'the nth of the year' => ['BYDAY=1TH,53TH,-1TH,53FR,-53TH', 2026, '26-01-01 26-12-31'],
    'all of a weekday and one of another' => ['BYMONTH=2;BYDAY=MO,-1TU', 2026, '26-02-02 26-02-09 26-02-16 26-02-23 26-02-24'],
]);

test('the days of a month', function (string $rule, int $month, string $dates) {
    expect(asDates(selection("FREQ=MONTHLY;{$rule}", '2026-01-30')->inMonth(2026, $month)))->toBe($dates);
})->with([
    ['INTERVAL=1', 4, '26-04-30'],
    'a shorter month' => ['INTERVAL=1', 2, ''],
    ['BYMONTHDAY=1,-1', 2, '26-02-01 26-02-28'],
    ['BYMONTHDAY=-28,-29,1', 2, '26-02-01'],
    ['BYDAY=SU', 2, '26-02-01 26-02-08 26-02-15 26-02-22'],
    ['BYDAY=1SU,4SA', 2, '26-02-01 26-02-28'],
    ['BYDAY=-1SU,-4SU,-5SU', 2, '26-02-01 26-02-22'],
    ['BYDAY=5FR', 5, '26-05-29'],
    ['BYDAY=FR;BYMONTHDAY=13,27', 2, '26-02-13 26-02-27'],
    ['BYDAY=2FR;BYMONTHDAY=13,27', 2, '26-02-13'],
    ['BYMONTH=3;BYMONTHDAY=1', 2, ''],
    ['BYMONTH=2,3;BYMONTHDAY=1', 2, '26-02-01'],
]);

test('a date that a month lacks (RFC 7529 4.1)', function (string $skip, string $february) {
    expect(asDates(selection("RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=28,29,31,-31;SKIP={$skip}")->inMonth(2026, 2)))->toBe(
        $february,
    );
})->with([['OMIT', '26-02-28'], ['BACKWARD', '26-02-28'], ['FORWARD', '26-02-28 26-03-01']]);

test('the date that a number is', function (int $length, int $number, Skip $skip, ?int $date) {
    expect(DaySelection::dateIn($length, $number, $skip))->toBe($date);
})->with([
    [30, 1, Skip::Omit, 1],
    [30, 30, Skip::Omit, 30],
    [30, 31, Skip::Omit, null],
    [30, 31, Skip::Backward, 30],
    [30, 31, Skip::Forward, 31],
    [28, 31, Skip::Forward, 29],
    [30, -1, Skip::Omit, 30],
    [30, -30, Skip::Omit, 1],
    [30, -31, Skip::Omit, null],
    'counted back there is nothing to fall back or go on to' => [30, -31, Skip::Backward, null],
    [30, -31, Skip::Forward, null],
]);

test('whether a day may pass', function (string $rule, array $yes, array $no) {
    $passes = fn (string $date): bool => selection("FREQ=HOURLY;{$rule}")->passes(LocalDate::parse($date)->dayNumber());
    expect(array_filter($yes, fn (string $date): bool => ! $passes($date)))->toBe([])->and(array_filter($no, $passes))->toBe([]);
})->with([
    ['INTERVAL=1', ['2026-01-01'], []],
    ['BYDAY=MO', ['2026-02-02'], ['2026-02-01', '2026-02-03']],
    ['BYMONTH=2', ['2026-02-01', '2026-02-28'], ['2026-01-31', '2026-03-01']],
    ['BYMONTHDAY=1,-1', ['2026-02-01', '2026-02-28', '2028-02-29'], ['2026-02-02', '2026-02-27', '2028-02-28']],
    [
        'BYYEARDAY=1,60,-1',
        ['2026-01-01', '2026-03-01', '2028-02-29', '2026-12-31', '2028-12-31'],
        ['2026-01-02', '2028-03-01', '2026-12-30'],
    ],
    ['BYYEARDAY=366,-366', ['2028-12-31', '2028-01-01'], ['2026-12-31', '2026-01-01']],
    ['BYDAY=MO;BYMONTH=2', ['2026-02-02'], ['2026-03-02', '2026-02-03']],
    ['BYMONTHDAY=13;BYDAY=FR', ['2026-02-13'], ['2026-02-20', '2026-04-13']],
    ['BYMONTH=2;BYMONTHDAY=1', ['2026-02-01'], ['2026-03-01', '2026-02-02']],
]);

test('where a day that does not pass is followed by one that may', function (string $rule, string $day, string $next) {
    expect(asDates([selection("FREQ=HOURLY;{$rule}")->nextAfter(LocalDate::parse($day)->dayNumber())]))->toBe(substr($next, 2));
})->with([
    ['BYDAY=MO', '2026-02-03', '2026-02-04'],
    ['BYMONTH=2', '2026-02-03', '2026-02-04'],
    ['BYMONTH=2', '2026-03-01', '2026-04-01'],
    ['BYMONTH=2', '2026-03-31', '2026-04-01'],
    ['BYMONTH=2', '2026-12-05', '2027-01-01'],
    ['BYMONTHDAY=1', '2026-02-28', '2026-03-01'],
]);
