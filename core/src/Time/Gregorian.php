<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/**
 * The arithmetic of the proleptic Gregorian calendar on plain integers.
 *
 * Day numbers count days since 1970-01-01. The conversions shift the year to begin in March, so that the leap day
 * is its last, and work in eras of 400 years (146,097 days).
 */
final class Gregorian
{
    public const FIRST_YEAR = 1;

    public const LAST_YEAR = 9999;

    /** The last second of the last year, since 1970-01-01T00:00:00 on the same wall. */
    public const LAST_SECOND = 253_402_300_799;

    /** The calendar repeats after 400 years, or 146,097 days. */
    public const CYCLE_SECONDS = 146_097 * 86_400;

    private const MONTH_LENGTHS = [1 => 31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

    public static function isLeap(int $year): bool
    {
        return $year % 4 === 0 && ($year % 100 !== 0 || $year % 400 === 0);
    }

    /** @param  int  $month 1 to 12 */
    public static function daysInMonth(int $year, int $month): int
    {
        return $month === 2 && self::isLeap($year) ? 29 : self::MONTH_LENGTHS[$month];
    }

    /** Days since 1970-01-01; the day may lie outside its month and is then counted on. */
    public static function dayNumber(int $year, int $month, int $day): int
    {
        $year -= $month <= 2 ? 1 : 0;
        $era = intdiv($year >= 0 ? $year : $year - 399, 400);
        $yearOfEra = $year - $era * 400;
        $dayOfYear = intdiv(153 * ($month + ($month > 2 ? -3 : 9)) + 2, 5) + $day - 1;

        return $era * 146097 + $yearOfEra * 365 + intdiv($yearOfEra, 4) - intdiv($yearOfEra, 100) + $dayOfYear - 719468;
    }

    /** The day number of a second since 1970-01-01T00:00:00. */
    public static function dayOf(int $second): int
    {
        return intdiv($second - self::secondOfDay($second), 86400);
    }

    public static function secondOfDay(int $second): int
    {
        return (($second % 86400) + 86400) % 86400;
    }

    /**
     * The first day of a month, by the months since January of the year 0.
     *
     * @param  int  $month  3 or more
     */
    public static function firstOfMonth(int $month): int
    {
        $fromMarch = $month - 2;
        $year = intdiv($fromMarch, 12);

        return $year * 365 +
            intdiv($year, 4) -
            intdiv($year, 100) +
            intdiv($year, 400) +
            intdiv(153 * ($fromMarch % 12) + 2, 5) -
            719468;
    }

    /** The months from January of the year 0 to the one that holds a day. */
    public static function monthOf(int $day): int
    {
        [$year, $month] = self::fromDayNumber($day);

        return $year * 12 + $month - 1;
    }

    /** @return array{int, int, int} year, month, day */
    public static function fromDayNumber(int $number): array
    {
        $number += 719468;
        $era = intdiv($number >= 0 ? $number : $number - 146096, 146097);
        $dayOfEra = $number - $era * 146097;
        $yearOfEra = intdiv($dayOfEra - intdiv($dayOfEra, 1460) + intdiv($dayOfEra, 36524) - intdiv($dayOfEra, 146096), 365);
        $dayOfYear = $dayOfEra - (365 * $yearOfEra + intdiv($yearOfEra, 4) - intdiv($yearOfEra, 100));
        $shifted = intdiv(5 * $dayOfYear + 2, 153);
        $day = $dayOfYear - intdiv(153 * $shifted + 2, 5) + 1;
        $month = $shifted + ($shifted < 10 ? 3 : -9);

        return [$yearOfEra + $era * 400 + ($month <= 2 ? 1 : 0), $month, $day];
    }

    /**
     * The day number on which week 1 of a year begins: the week with at least four of its days in the year
     * (ISO 8601 for Monday, RFC 5545 3.3.10 for any first weekday).
     *
     * @param  int  $weekStart 1 for Monday to 7 for Sunday
     */
    public static function firstWeek(int $year, int $weekStart = 1): int
    {
        $fourth = self::dayNumber($year, 1, 4);

        return $fourth - ((Weekday::numberOf($fourth) - $weekStart + 7) % 7);
    }

    /** The least number that two numbers above nothing both divide: when two rounds begin together again. */
    public static function together(int $one, int $other): int
    {
        for ([$a, $b] = [$one, $other]; $b > 0; [$a, $b] = [$b, $a % $b]);

        return intdiv($one, $a) * $other;
    }
}
