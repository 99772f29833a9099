<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\Skip;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/**
 * The months of a calendar as ICU counts them, read off day by day (ext-intl, an implementation independent of this core).
 *
 * @return list<array{year: int, month: int, leap: bool, first: int, length: int}> first as a day number
 */
function icuMonths(string $calendar, string $from, string $to): array
{
    static $known = [];
    if (isset($known["{$calendar} {$from} {$to}"])) {
        return $known["{$calendar} {$from} {$to}"];
    }
    $icu = IntlCalendar::createInstance('UTC', "@calendar={$calendar}");
    $months = [];
    $until = LocalDate::parse($to)->dayNumber();
    for ($day = LocalDate::parse($from)->dayNumber(); $day < $until; $day++) {
        $icu->setTime($day * 86_400_000.0);
        if ($icu->get(IntlCalendar::FIELD_DAY_OF_MONTH) === 1) {
            $months[] = [
                'year' => $icu->get(IntlCalendar::FIELD_EXTENDED_YEAR),
                'month' => $icu->get(IntlCalendar::FIELD_MONTH),
                'leap' => $calendar === 'chinese' && $icu->get(IntlCalendar::FIELD_IS_LEAP_MONTH) === 1,
                'first' => $day,
                'length' => $icu->getActualMaximum(IntlCalendar::FIELD_DAY_OF_MONTH),
            ];
        }
    }

    return $known["{$calendar} {$from} {$to}"] = $months;
}

/**
 * What a rule chooses, the plain way: month after month.
 *
 * @param array{yearly?: bool, every?: int, days: list<int>, months?: list<int>, weekdays?: list<array{int, int}>, skip?: Skip, hours?: list<int>}
 *    $rule  weekdays as nth (0 for each) and ISO number
 * @return list<int> seconds
 */
function plainly(string $calendar, LocalDateTime $start, array $rule): array
{
    $months = icuMonths($calendar, '2012-01-01', '2036-01-01');
    $at = array_key_last(array_filter($months, fn (array $month): bool => $month['first'] <= $start->dayNumber()));
    $days = [];
    foreach ($months as $i => $month) {
        $steps = $rule['yearly'] ?? false ? $month['year'] - $months[$at]['year'] : $i - $at;
        if (
            $steps < 0 ||
            $steps % ($rule['every'] ?? 1) !== 0 ||
            (isset($rule['months']) && (! in_array($month['month'], $rule['months'], true) || $month['leap']))
        ) {
            continue;
        }
        for ($date = 1; $date <= $month['length']; $date++) {
            $day = $month['first'] + $date - 1;
            $isWeekday = ! isset($rule['weekdays']);
            foreach ($rule['weekdays'] ?? [] as [$nth, $weekday]) {
                $isWeekday =
                    $isWeekday ||
                    (LocalDate::fromDayNumber($day)->weekday()->value === $weekday &&
                        in_array($nth, [0, intdiv($date - 1, 7) + 1, -intdiv($month['length'] - $date, 7) - 1], true));
            }
            if (
                $isWeekday &&
                ($rule['days'] === [] ||
                    in_array($date, $rule['days'], true) ||
                    in_array($date - $month['length'] - 1, $rule['days'], true))
            ) {
                $days[] = $day;
            }
        }
        foreach ($rule['days'] as $wanted) {
            if ($wanted > $month['length'] && isset($rule['skip']) && $rule['skip'] !== Skip::Omit) {
                $days[] = $month['first'] + $month['length'] - ($rule['skip'] === Skip::Backward ? 1 : 0);
            }
        }
    }
    $seconds = [$start->seconds];
    foreach (array_unique($days) as $day) {
        foreach ($rule['hours'] ?? [intdiv($start->seconds % 86400, 3600)] as $hour) {
            $seconds[] = $day * 86400 + $hour * 3600;
        }
    }
    $seconds = array_values(array_unique(array_filter($seconds, fn (int $second): bool => $second >= $start->seconds)));
    sort($seconds);

    return $seconds;
}

dataset('rules of other calendars', [
    'two days of the first month' => [
        'hebrew',
        'RSCALE=HEBREW;FREQ=YEARLY;BYMONTH=1;BYMONTHDAY=1,10',
        '2013-02-11T07:00',
        ['yearly' => true, 'months' => [0], 'days' => [1, 10]],
    ],
    'every third year' => [
        'hebrew',
        'RSCALE=HEBREW;FREQ=YEARLY;INTERVAL=3;BYMONTH=1;BYMONTHDAY=10',
        '2013-09-14T07:00',
        ['yearly' => true, 'every' => 3, 'months' => [0], 'days' => [10]],
    ],
    'last days of months' => ['hebrew', 'RSCALE=HEBREW;FREQ=MONTHLY;BYMONTHDAY=-1,15', '2013-02-11T07:00', ['days' => [-1, 15]]],
    'every other month, twice a day' => [
        'hebrew',
        'RSCALE=HEBREW;FREQ=MONTHLY;INTERVAL=2;BYMONTHDAY=10;BYHOUR=7,19',
        '2013-02-20T07:00',
        ['every' => 2, 'days' => [10], 'hours' => [7, 19]],
    ],
    'the 30th or nothing' => [
        'hebrew',
        'RSCALE=HEBREW;FREQ=MONTHLY;BYMONTHDAY=30;SKIP=OMIT',
        '2013-03-12T07:00',
        ['days' => [30]],
    ],
    'the 30th or the day before' => [
        'hebrew',
        'RSCALE=HEBREW;FREQ=MONTHLY;BYMONTHDAY=30;SKIP=BACKWARD',
        '2013-03-12T07:00',
        ['days' => [30], 'skip' => Skip::Backward],
    ],
    'the 30th or the day after' => [
        'hebrew',
        'RSCALE=HEBREW;FREQ=MONTHLY;BYMONTHDAY=30;SKIP=FORWARD',
        '2013-03-12T07:00',
        ['days' => [30], 'skip' => Skip::Forward],
    ],
    'first Mondays and last Fridays' => [
        'chinese',
        'RSCALE=CHINESE;FREQ=MONTHLY;BYDAY=1MO,-1FR',
        '2013-03-08T07:00',
        ['days' => [], 'weekdays' => [[1, 1], [-1, 5]]],
    ],
    'every fifth month, counting leap months' => [
        'chinese',
        'RSCALE=CHINESE;FREQ=MONTHLY;INTERVAL=5;BYMONTHDAY=1',
        '2013-02-10T07:00',
        ['every' => 5, 'days' => [1]],
    ],
    'every Friday of a month' => [
        'islamic-civil',
        'RSCALE=ISLAMIC-CIVIL;FREQ=YEARLY;BYMONTH=9;BYDAY=FR',
        '2013-07-12T07:00',
        ['yearly' => true, 'months' => [8], 'days' => [], 'weekdays' => [[0, 5]]],
    ],
    'the end of months of thirty days' => [
        'ethiopic',
        'RSCALE=ETHIOPIC;FREQ=MONTHLY;BYMONTHDAY=30;SKIP=BACKWARD',
        '2013-02-07T07:00',
        ['days' => [30], 'skip' => Skip::Backward],
    ],
]);

test('the months of other calendars are those of ICU, in any window', function (
    string $calendar,
    string $text,
    string $from,
    array $plain,
) {
    $start = LocalDateTime::parse($from);
    $all = plainly($calendar, $start, $plain);
    $set = new RecurrenceSet($start, RuleParser::parse($text));
    $seconds = fn (array $found): array => array_map(fn (LocalDateTime $one): int => $one->seconds, $found);
    expect(count($all))->toBeGreaterThan(7);
    $end = LocalDateTime::parse('2034-01-01T00:00');
    $kept = array_values(array_filter($all, fn (int $second): bool => $second < $end->seconds));
    expect($seconds($set->between(LocalDateTime::parse('2000-01-01T00:00'), $end)))->toBe($kept);
    foreach ([0, 1, 2, 3, 5, 8, 13, 21, 34, 55, 89, 144] as $i) {
        if (! isset($kept[$i + 3])) {
            continue;
        }
        // From included, to not: at the very second and beside it.
        foreach ([[0, 0], [1, 0], [-1, 1], [0, 1], [-86400 * 40, 86400 * 40]] as [$before, $after]) {
            [$a, $b] = [LocalDateTime::fromSeconds($kept[$i] + $before), LocalDateTime::fromSeconds($kept[$i + 3] + $after)];
            expect($seconds($set->between($a, $b)))->toBe(
                array_values(array_filter($kept, fn (int $second): bool => $second >= $a->seconds && $second < $b->seconds)),
            );
        }
        expect($seconds($set->next($i + 1)))->toBe(array_slice($kept, 0, $i + 1));
    }
})->with('rules of other calendars');

test('a count and an end stop them where they say', function (string $calendar, string $text, string $from, array $plain) {
    $start = LocalDateTime::parse($from);
    $all = plainly($calendar, $start, $plain);
    $seconds = fn (array $found): array => array_map(fn (LocalDateTime $one): int => $one->seconds, $found);
    foreach ([1, 2, 6] as $count) {
        $set = new RecurrenceSet($start, RuleParser::parse("{$text};COUNT={$count}"));
        expect($seconds($set->next(50)))->toBe(array_slice($all, 0, $count));
        if ($count > 2) {
            $window = [LocalDateTime::fromSeconds($all[2]), LocalDateTime::fromSeconds($all[$count] + 1)];
            expect($seconds($set->between(...$window)))->toBe(array_slice($all, 2, $count - 2));
        }
    }
    foreach ([0, -1] as $off) {
        $until = LocalDateTime::fromSeconds($all[4] + $off);
        $set = new RecurrenceSet($start, RuleParser::parse("{$text};UNTIL=".str_replace(['-', ':'], '', (string) $until)));
        expect($seconds($set->next(50)))->toBe(array_slice($all, 0, $off === 0 ? 5 : 4));
    }
})->with('rules of other calendars');
