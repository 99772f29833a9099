<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\ConstantSize;
use PlumRota\Core\Recurrence\DaySelection;
use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\PeriodOffsets;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Tests\conformance\RuleMaker;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDate;

/** @return list<RecurrenceRule> generated rules of one frequency, without COUNT */
function generated(Frequency $freq, int $seed, int $wanted): array
{
    $maker = new RuleMaker($seed);
    $rules = [];
    while (count($rules) < $wanted) {
        $rule = RuleParser::parse($maker->rule());
        if ($rule->freq === $freq) {
            $rules[] = $rule->ending(null, null)->everyTime();
        }
    }

    return $rules;
}

/** The periods of 60 years as the expander numbers them, with their first days. */
function periodsOf(Frequency $freq): iterable
{
    for ($year = 1990; $year < 2050; $year++) {
        if ($freq === Frequency::Yearly) {
            yield $year => Gregorian::dayNumber($year, 1, 1);

            continue;
        }
        for ($month = 1; $month <= 12; $month++) {
            yield $year * 12 + $month - 1 => Gregorian::dayNumber($year, $month, 1);
        }
    }
}

test('where every period is said to be of one size, every period is', function (Frequency $freq, int $seed) {
    $start = LocalDate::of(2026, 1, 5);
    $told = 0;
    foreach (generated($freq, $seed, 60) as $rule) {
        $offsets = new PeriodOffsets($rule, $start, 3600);
        $size = ConstantSize::of($rule, $start, count($offsets->times));
        if ($size === null) {
            continue;
        }
        $told++;
        foreach (periodsOf($freq) as $period => $first) {
            expect(count($offsets->of($freq, $period, $first)))->toBe($size, "{$rule} in {$period}");
        }
    }
    expect($told)->toBeGreaterThan(10);
})->with([Frequency::Monthly, Frequency::Yearly])->with([3, 4]);

test('periods of one shape choose the same days', function (Frequency $freq) {
    $start = LocalDate::of(2026, 1, 5);
    foreach (generated($freq, 9, 40) as $rule) {
        $offsets = new PeriodOffsets($rule, $start, 0);
        $days = new DaySelection($rule, $start);
        if ($rule->bySetPos !== [] || count($offsets->times) !== 1) {
            continue;
        }
        foreach (periodsOf($freq) as $period => $first) {
            $direct = $freq === Frequency::Yearly ? $days->inYear($period) : $days->inMonth(intdiv($period, 12), $period % 12 + 1);
            $shaped = array_map(fn (int $offset): int => $first + intdiv($offset, 86400), $offsets->of($freq, $period, $first));
            expect($shaped)->toBe($direct, "{$rule} in {$period}");
        }
    }
})->with([Frequency::Monthly, Frequency::Yearly]);

test('what is doubtful is not called constant', function (string $rule) {
    expect(ConstantSize::of(RuleParser::parse($rule), LocalDate::of(2024, 2, 29), 1))->toBeNull();
})->with([
    'dates that some months lack' => 'FREQ=MONTHLY;BYMONTHDAY=29', 'the 29th of the start' => 'FREQ=MONTHLY', 'a fifth weekday' => 'FREQ=MONTHLY;BYDAY=5MO',
    'four or five Mondays' => 'FREQ=MONTHLY;BYDAY=MO', 'dates from both ends that may meet' => 'FREQ=MONTHLY;BYMONTHDAY=15,-15', 'places that may meet' => 'FREQ=MONTHLY;BYDAY=SA,SU;BYSETPOS=5,-5',
    'the last week of some years' => 'FREQ=YEARLY;BYWEEKNO=53;BYDAY=MO', 'the last day of long years' => 'FREQ=YEARLY;BYYEARDAY=366', '29 February' => 'FREQ=YEARLY',
    'carried into the next month' => 'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=1,31;SKIP=FORWARD', 'weeks of some months' => 'FREQ=WEEKLY;BYMONTH=3', 'days of some months' => 'FREQ=DAILY;BYMONTH=2',
]);

test('what is certain is', function (string $rule, int $size) {
    expect(ConstantSize::of(RuleParser::parse($rule), LocalDate::of(2026, 1, 5), 1))->toBe($size);
})->with([
    ['FREQ=DAILY', 1], ['FREQ=WEEKLY;BYDAY=MO,WE,FR', 3], ['FREQ=MONTHLY', 1], ['FREQ=MONTHLY;BYMONTHDAY=1,15,28', 3], ['FREQ=MONTHLY;BYMONTHDAY=-1', 1], ['FREQ=MONTHLY;BYDAY=1TU,3TU', 2],
    ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=1,-1', 2], ['FREQ=YEARLY', 1], ['FREQ=YEARLY;BYMONTH=1,6;BYDAY=2MO', 2], ['FREQ=YEARLY;BYWEEKNO=20,38;BYDAY=MO', 2], ['FREQ=YEARLY;BYYEARDAY=100', 1],
    ['RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=31;SKIP=BACKWARD', 1],
]);
