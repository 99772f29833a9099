<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/** What RFC 5545 3.3.10 forbids in a rule, each with the sentence that says so. */
final class RuleLimits
{
    private const LONGEST_INTERVAL = 10_000_000;

    private const MOST_A_DAY = 1440;

    private const MOST_A_PERIOD = 20_000;

    private const MOST_TIMES = 1_000_000_000;

    /** @throws InvalidRule */
    public static function check(RecurrenceRule $rule): void
    {
        $broken = self::end($rule) ?? (self::values($rule) ?? (self::combination($rule) ?? self::size($rule)));
        if ($broken !== null) {
            throw new InvalidRule($broken);
        }
    }

    private static function end(RecurrenceRule $rule): ?string
    {
        return match (true) {
            $rule->interval < 1 => "INTERVAL: a rhythm comes round every 1 or more, not every {$rule->interval}.",
            $rule->interval > self::LONGEST_INTERVAL => 'INTERVAL: more than '.self::LONGEST_INTERVAL.' is too far apart.',
            $rule->count === null => null,
            $rule->count < 1 => 'COUNT: it has to happen at least once.',
            $rule->count > self::MOST_TIMES => 'COUNT: more than '.self::MOST_TIMES.' is too often.',
            $rule->until !== null => 'COUNT and UNTIL: a rule ends by one or the other, not both.',
            default => null,
        };
    }

    private static function values(RecurrenceRule $rule): ?string
    {
        $isOther = $rule->rscale !== 'GREGORIAN';
        if ($isOther && ! in_array($rule->rscale, OtherCalendar::NAMES, true)) {
            return 'RSCALE: the calendars known are GREGORIAN, '.implode(', ', OtherCalendar::NAMES).'.';
        }
        if (! $isOther && $rule->byLeapMonth !== []) {
            return 'BYMONTH: the Gregorian calendar has no leap months.';
        }
        $months = $isOther ? 13 : 12;

        return self::within('BYSECOND', $rule->bySecond, 0, 60, 'seconds') ??
            (self::within('BYMINUTE', $rule->byMinute, 0, 59, 'minutes') ??
                (self::within('BYHOUR', $rule->byHour, 0, 23, 'hours') ??
                    (self::within('BYMONTH', $rule->byMonth, 1, $months, 'months') ??
                        (self::within('BYMONTH', $rule->byLeapMonth, 1, $months, 'months') ??
                            (self::counted('BYMONTHDAY', $rule->byMonthDay, 31, 'days') ??
                                (self::counted('BYYEARDAY', $rule->byYearDay, 366, 'days') ??
                                    (self::counted('BYWEEKNO', $rule->byWeekNo, 53, 'weeks') ??
                                        self::counted('BYSETPOS', $rule->bySetPos, 366, 'places'))))))));
    }

    private static function combination(RecurrenceRule $rule): ?string
    {
        $freq = $rule->freq;
        $isLong = $freq === Frequency::Monthly || $freq === Frequency::Yearly;
        foreach ($rule->byDay as $day) {
            if ($day->nth !== 0 && ! $isLong) {
                return 'BYDAY: the nth weekday needs FREQ=MONTHLY or FREQ=YEARLY.';
            }
            if ($day->nth !== 0 && $rule->byWeekNo !== []) {
                return 'BYDAY: the nth weekday does not go with BYWEEKNO.';
            }
        }
        foreach (
            ['BYWEEKNO' => $rule->byWeekNo, 'BYYEARDAY' => $rule->byYearDay, 'BYMONTHDAY' => $rule->byMonthDay] as $part => $values
        ) {
            if ($values !== [] && ByPartTable::effect($part, $freq) === ByPartEffect::None) {
                return "{$part} does not go with FREQ={$freq->value}.";
            }
        }
        if ($rule->bySetPos !== [] && ! self::choosesAnything($rule)) {
            return 'BYSETPOS: it picks from what another BY part lists, and there is none.';
        }
        if ($rule->rscale !== 'GREGORIAN' && (! $isLong || $rule->byWeekNo !== [] || $rule->byYearDay !== [])) {
            return 'RSCALE: in another calendar a rule is YEARLY or MONTHLY, by months, dates and weekdays.';
        }

        return null;
    }

    /** How much one period may hold: what no person could look at is not worked out. */
    private static function size(RecurrenceRule $rule): ?string
    {
        if ($rule->freq->isWithinDay()) {
            return null; // each of its periods is a moment, or at most an hour
        }
        $times = max(1, count($rule->byHour)) * max(1, count($rule->byMinute)) * max(1, count($rule->bySecond));
        if ($times > self::MOST_A_DAY) {
            return "BYHOUR, BYMINUTE and BYSECOND: they make {$times} times a day, more than ".
                self::MOST_A_DAY.
                ' cannot be planned.';
        }
        $months = count($rule->byMonth) + count($rule->byLeapMonth);
        $ofYear = match (true) {
            $rule->byYearDay !== [] => count($rule->byYearDay),
            $rule->byWeekNo !== [] => count($rule->byWeekNo) * max(1, count($rule->byDay)),
            $rule->byMonthDay !== [] => count($rule->byMonthDay) * ($months === 0 ? 13 : $months),
            $rule->byDay !== [] => $months === 0 ? 53 * count($rule->byDay) : 5 * count($rule->byDay) * $months,
            default => max(1, $months),
        };
        $days = match ($rule->freq) {
            Frequency::Yearly => min(366, $ofYear),
            Frequency::Monthly => 31,
            Frequency::Weekly => 7,
            default => 1,
        };

        return $days * $times <= self::MOST_A_PERIOD
            ? null
            : 'This rhythm would come more than '.
                    self::MOST_A_PERIOD.
                    " times in one {$rule->freq->unit()}, which cannot be planned.";
    }

    private static function choosesAnything(RecurrenceRule $rule): bool
    {
        return [
            ...$rule->bySecond,
            ...$rule->byMinute,
            ...$rule->byHour,
            ...$rule->byDay,
            ...$rule->byMonthDay,
            ...$rule->byYearDay,
            ...$rule->byWeekNo,
            ...$rule->byMonth,
        ] !== [];
    }

    /** @param  list<int>  $values */
    private static function within(string $part, array $values, int $least, int $most, string $things): ?string
    {
        foreach ($values as $value) {
            if ($value < $least || $value > $most) {
                return "{$part}={$value}: {$things} run from {$least} to {$most}.";
            }
        }

        return null;
    }

    /** @param  list<int>  $values */
    private static function counted(string $part, array $values, int $most, string $things): ?string
    {
        foreach ($values as $value) {
            if ($value === 0) {
                return "{$part}=0: {$things} count from 1 or back from -1.";
            }
            if (abs($value) > $most) {
                return "{$part}={$value}: there are no more than {$most} {$things}.";
            }
        }

        return null;
    }
}
