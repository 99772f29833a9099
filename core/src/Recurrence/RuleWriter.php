<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Weekday;

/** Writes a rule as the value of an RRULE (RFC 5545 3.3.10), leaving out what is the default. */
final class RuleWriter
{
    public static function write(RecurrenceRule $rule): string
    {
        $parts = ['FREQ' => $rule->freq->value];
        if ($rule->skip !== Skip::Omit || $rule->rscale !== 'GREGORIAN') {
            $parts = ['RSCALE' => $rule->rscale, ...$parts];
        }
        $parts['INTERVAL'] = $rule->interval === 1 ? '' : (string) $rule->interval;
        $parts['COUNT'] = (string) $rule->count;
        $parts['UNTIL'] = (string) $rule->until;
        $parts['BYMONTH'] = implode(',', [
            ...$rule->byMonth,
            ...array_map(fn (int $month): string => $month.'L', $rule->byLeapMonth),
        ]);
        $parts['BYWEEKNO'] = implode(',', $rule->byWeekNo);
        $parts['BYYEARDAY'] = implode(',', $rule->byYearDay);
        $parts['BYMONTHDAY'] = implode(',', $rule->byMonthDay);
        $parts['BYDAY'] = implode(',', $rule->byDay);
        $parts['BYHOUR'] = implode(',', $rule->byHour);
        $parts['BYMINUTE'] = implode(',', $rule->byMinute);
        $parts['BYSECOND'] = implode(',', $rule->bySecond);
        $parts['BYSETPOS'] = implode(',', $rule->bySetPos);
        $parts['WKST'] = $rule->weekStart === Weekday::MO ? '' : $rule->weekStart->name;
        $parts['SKIP'] = $rule->skip === Skip::Omit ? '' : $rule->skip->value;
        $given = array_filter($parts, fn (string $value): bool => $value !== '');

        return implode(';', array_map(fn (string $name, string $value): string => "{$name}={$value}", array_keys($given), $given));
    }
}
