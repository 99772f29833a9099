<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/** What RFC 5545 3.3.10 forbids in a rule, each with the sentence that says so. */
final class RuleLimits
{
    private const LONGEST_INTERVAL = 10_000_000;

    private const MOST_TIMES = 1_000_000_000;

    /** @throws InvalidRule */
    public static function check(RecurrenceRule $rule): void
    {
        self::require($rule->interval >= 1, 'INTERVAL: a rhythm comes round every 1 or more, not every '.$rule->interval.'.');
        self::require($rule->interval <= self::LONGEST_INTERVAL, 'INTERVAL: more than '.self::LONGEST_INTERVAL.' is too far apart.');
        self::require($rule->count === null || $rule->count >= 1, 'COUNT: it has to happen at least once.');
        self::require($rule->count === null || $rule->count <= self::MOST_TIMES, 'COUNT: more than '.self::MOST_TIMES.' is too often.');
        self::require($rule->count === null || $rule->until === null, 'COUNT and UNTIL: a rule ends by one or the other, not both.');
        self::within('BYSECOND', $rule->bySecond, 0, 60, 'seconds run from 0 to 60');
        self::within('BYMINUTE', $rule->byMinute, 0, 59, 'minutes run from 0 to 59');
        self::within('BYHOUR', $rule->byHour, 0, 23, 'hours run from 0 to 23');
        $isOther = $rule->rscale !== 'GREGORIAN';
        self::require(! $isOther || in_array($rule->rscale, OtherCalendar::NAMES, true), 'RSCALE: the calendars known are GREGORIAN, '.implode(', ', OtherCalendar::NAMES).'.');
        self::require($isOther || $rule->byLeapMonth === [], 'BYMONTH: the Gregorian calendar has no leap months.');
        self::within('BYMONTH', [...$rule->byMonth, ...$rule->byLeapMonth], 1, $isOther ? 13 : 12, 'months run from 1 to '.($isOther ? 13 : 12));
        self::counted('BYMONTHDAY', $rule->byMonthDay, 31, 'days');
        self::counted('BYYEARDAY', $rule->byYearDay, 366, 'days');
        self::counted('BYWEEKNO', $rule->byWeekNo, 53, 'weeks');
        self::counted('BYSETPOS', $rule->bySetPos, 366, 'places');
        self::combinations($rule);
        self::require(! $isOther || (in_array($rule->freq, [Frequency::Yearly, Frequency::Monthly], true) && $rule->byWeekNo === [] && $rule->byYearDay === []),
            'RSCALE: in another calendar a rule is YEARLY or MONTHLY, by months, dates and weekdays.');
    }

    private static function combinations(RecurrenceRule $rule): void
    {
        $freq = $rule->freq;
        $numbered = array_filter($rule->byDay, fn (WeekdayNum $day): bool => $day->nth !== 0);
        self::require($numbered === [] || $freq === Frequency::Monthly || $freq === Frequency::Yearly,
            'BYDAY: the nth weekday needs FREQ=MONTHLY or FREQ=YEARLY.');
        self::require($numbered === [] || $rule->byWeekNo === [],
            'BYDAY: the nth weekday does not go with BYWEEKNO.');
        foreach (['BYWEEKNO' => $rule->byWeekNo, 'BYYEARDAY' => $rule->byYearDay, 'BYMONTHDAY' => $rule->byMonthDay] as $part => $values) {
            self::require($values === [] || ByPartTable::effect($part, $freq) !== ByPartEffect::None, "{$part} does not go with FREQ={$freq->value}.");
        }
        self::require($rule->bySetPos === [] || self::choosesAnything($rule),
            'BYSETPOS: it picks from what another BY part lists, and there is none.');
    }

    private static function choosesAnything(RecurrenceRule $rule): bool
    {
        return [...$rule->bySecond, ...$rule->byMinute, ...$rule->byHour, ...$rule->byDay, ...$rule->byMonthDay,
            ...$rule->byYearDay, ...$rule->byWeekNo, ...$rule->byMonth] !== [];
    }

    /** @param  list<int>  $values */
    private static function within(string $part, array $values, int $least, int $most, string $reason): void
    {
        foreach ($values as $value) {
            if ($value < $least || $value > $most) {
                throw new InvalidRule("{$part}={$value}: {$reason}.");
            }
        }
    }

    /** @param  list<int>  $values */
    private static function counted(string $part, array $values, int $most, string $things): void
    {
        foreach ($values as $value) {
            if ($value === 0) {
                throw new InvalidRule("{$part}=0: {$things} count from 1 or back from -1.");
            }
            if (abs($value) > $most) {
                throw new InvalidRule("{$part}={$value}: there are no more than {$most} {$things}.");
            }
        }
    }

    private static function require(bool $holds, string $sentence): void
    {
        if (! $holds) {
            throw new InvalidRule($sentence);
        }
    }
}
