<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\LocalDate;

/**
 * How many instances every period of a rule has, where that can be told without looking at any: COUNT over a long way
 * is then a multiplication. Anything doubtful is null.
 */
final class ConstantSize
{
    /** @param  int  $times how many a day */
    public static function of(RecurrenceRule $rule, LocalDate $start, int $times): ?int
    {
        if ($rule->skip === Skip::Forward) {
            return null; // a date carried into the next period may meet one there
        }
        $days = match ($rule->freq) {
            Frequency::Daily => $rule->byMonth === [] && $rule->byMonthDay === [] && $rule->byDay === [] ? 1 : null,
            Frequency::Weekly => $rule->byMonth === [] ? max(1, count($rule->byDay)) : null,
            Frequency::Monthly => $rule->byMonth === [] ? self::inMonth($rule, [$start->day]) : null,
            Frequency::Yearly => self::inYear($rule, $start),
            default => null,
        };
        if ($rule->bySetPos === []) {
            return $days === null ? null : $days * $times;
        }

        return self::chosen($rule->bySetPos, ($days ?? self::least($rule)) * $times);
    }

    /** @param  list<int>  $implied dates where the rule names none */
    private static function inMonth(RecurrenceRule $rule, array $implied): ?int
    {
        if ($rule->byDay === []) {
            $dates = $rule->byMonthDay !== [] ? $rule->byMonthDay : $implied;
            $isThere = self::reach($dates)[1] <= 28 || ($rule->skip === Skip::Backward && count($dates) === 1 && $dates[0] > 0);

            return $isThere && self::sameSign($dates) ? count($dates) : null;
        }
        if ($rule->byMonthDay !== []) {
            return null;
        }
        $numbers = array_map(fn (WeekdayNum $day): int => $day->nth, $rule->byDay);

        // Every month has each weekday four times, but not five.
        return self::reach($numbers)[0] >= 1 && self::reach($numbers)[1] <= 4 && self::sameSign($numbers) ? count($numbers) : null;
    }

    private static function inYear(RecurrenceRule $rule, LocalDate $start): ?int
    {
        if ($rule->byYearDay !== []) {
            $alone = $rule->byMonth === [] && $rule->byMonthDay === [] && $rule->byDay === [] && $rule->byWeekNo === [];

            return $alone && self::reach($rule->byYearDay)[1] <= 365 && self::sameSign($rule->byYearDay) ? count($rule->byYearDay) : null;
        }
        if ($rule->byWeekNo !== []) {
            $inside = $rule->byMonth === [] && $rule->byMonthDay === [] && self::sameSign($rule->byWeekNo) && self::reach($rule->byWeekNo)[0] >= 2 && self::reach($rule->byWeekNo)[1] <= 51;

            return $inside ? count($rule->byWeekNo) * max(1, count($rule->byDay)) : null;
        }
        if ($rule->byDay !== [] && $rule->byMonth === []) {
            $numbers = array_map(fn (WeekdayNum $day): int => $day->nth, $rule->byDay);
            $isThere = $rule->byMonthDay === [] && self::reach($numbers)[0] >= 1 && self::reach($numbers)[1] <= 52 && self::sameSign($numbers);

            return $isThere ? count($numbers) : null;
        }
        $months = $rule->byMonth !== [] ? count($rule->byMonth) : ($rule->byMonthDay !== [] ? 12 : 1);
        $inMonth = self::inMonth($rule, [$start->day]);

        return $inMonth === null ? null : $months * $inMonth;
    }

    /** The fewest days a period can have under plain weekdays; 0 where that is not known. */
    private static function least(RecurrenceRule $rule): int
    {
        $plain = $rule->byMonthDay === [] && $rule->byYearDay === [] && $rule->byWeekNo === []
            && array_filter($rule->byDay, fn (WeekdayNum $day): bool => $day->nth !== 0) === [];

        return match (true) {
            ! $plain => 0,
            $rule->freq === Frequency::Monthly && $rule->byMonth === [] => 4 * count($rule->byDay),
            $rule->freq === Frequency::Yearly => ($rule->byMonth === [] ? 52 : 4 * count($rule->byMonth)) * count($rule->byDay),
            default => 0,
        };
    }

    /**
     * @param  list<int>  $places  BYSETPOS
     * @param  int  $least  how many there are to choose from, at the least
     */
    private static function chosen(array $places, int $least): ?int
    {
        $front = max(0, ...$places);
        $back = max(0, ...array_map(fn (int $place): int => -$place, $places));

        // From both ends the places must not be able to meet.
        return $front + $back <= $least ? count($places) : null;
    }

    /** @param  list<int>  $numbers */
    private static function sameSign(array $numbers): bool
    {
        return array_filter($numbers, fn (int $number): bool => $number <= 0) === [] || array_filter($numbers, fn (int $number): bool => $number >= 0) === [];
    }

    /**
     * @param  list<int>  $numbers
     * @return array{int, int} the least and the greatest distance from nought; 0 of none
     */
    private static function reach(array $numbers): array
    {
        $distances = array_map(abs(...), $numbers);

        return $distances === [] ? [0, 0] : [min($distances), max($distances)];
    }
}
