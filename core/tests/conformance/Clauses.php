<?php

declare(strict_types=1);

namespace PlumRota\Core\Tests\conformance;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\WeekdayNum;

/**
 * Where a reference library stands alone: the clause of RFC 5545 3.3.10 that decides, for the kinds of rule it reads otherwise.
 */
final class Clauses
{
    /** Null where no clause is known to explain it. */
    public static function deciding(string $library, RecurrenceRule $rule): ?string
    {
        foreach ($library === 'ical' ? self::forIcal($rule) : self::forRrule($rule) as $clause => $applies) {
            if ($applies) {
                return $clause;
            }
        }

        return null;
    }

    /** @return array<string, bool> */
    private static function forRrule(RecurrenceRule $rule): array
    {
        $withinDay = $rule->freq->isWithinDay();

        return [
            'INTERVAL counts from the start, also over the minutes that BYHOUR leaves out' => $rule->freq === Frequency::Minutely && $rule->interval > 1 && $rule->byHour !== [],
            'INTERVAL counts from the start, also over the seconds that BYHOUR or BYMINUTE leave out' => $rule->freq === Frequency::Secondly && $rule->interval > 1 && ($rule->byHour !== [] || $rule->byMinute !== []),
            'BYSETPOS picks within one hour, minute or second' => $withinDay && $rule->bySetPos !== [],
        ];
    }

    /** @return array<string, bool> */
    private static function forIcal(RecurrenceRule $rule): array
    {
        $isYearly = $rule->freq === Frequency::Yearly;
        $isMonthly = $rule->freq === Frequency::Monthly;
        $isNumbered = array_filter($rule->byDay, fn (WeekdayNum $day): bool => $day->nth !== 0) !== [];
        $isNegative = $rule->byMonthDay !== [] && min($rule->byMonthDay) < 0;

        return [
            'BYWEEKNO and BYDAY: those weekdays of those weeks alone' => $isYearly && $rule->byWeekNo !== [] && $rule->byDay !== [],
            'BYDAY, note 2: the nth weekday of the year is one day' => $isYearly && $isNumbered && $rule->byMonth === [],
            'COUNT counts dates: a day of the year that is named from both ends comes once' => $rule->count !== null && $rule->byYearDay !== [] && min($rule->byYearDay) < 0,
            'BYSETPOS picks from all that one period holds' => $rule->bySetPos !== [],
            'BYHOUR expands YEARLY and MONTHLY: each chosen day has each chosen hour, and no other' => ($isYearly || $isMonthly) && $rule->byHour !== [],
            'BYMONTH limits MONTHLY: INTERVAL counts the months between as well' => $isMonthly && $rule->byMonth !== [],
            'BYDAY, note 1: it limits where BYMONTHDAY is present, negative dates too' => $isMonthly && $isNegative && $rule->byDay !== [],
            'BYMONTHDAY limits DAILY, and counts back from the end of the month where negative' => $rule->freq === Frequency::Daily && $isNegative,
            'BYHOUR limits HOURLY: INTERVAL counts the hours between as well' => $rule->freq === Frequency::Hourly && $rule->byHour !== [],
            'BYHOUR and BYMINUTE limit MINUTELY and SECONDLY' => in_array(
                $rule->freq,
                [Frequency::Minutely, Frequency::Secondly],
                true,
            ),
        ];
    }
}
