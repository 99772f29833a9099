<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/**
 * Which days of a year, a month or a week a rule chooses, and whether it lets a single day pass: the day half of the
 * table in RFC 5545 3.3.10. Days are day numbers; every list ascends.
 */
final class DaySelection
{
    /** @var array<int, true> */
    private readonly array $months;

    /** @var array<int, true> weekdays wanted every time */
    private readonly array $weekdays;

    /** @var list<array{int, int}> weekday and which one of its month or year */
    private readonly array $numbered;

    public function __construct(private readonly RecurrenceRule $rule, private readonly LocalDate $start)
    {
        $this->months = array_fill_keys($rule->byMonth, true);
        $weekdays = [];
        $numbered = [];
        foreach ($rule->byDay as $day) {
            if ($day->nth === 0) {
                $weekdays[$day->weekday->value] = true;
            } else {
                $numbered[] = [$day->weekday->value, $day->nth];
            }
        }
        $this->weekdays = $weekdays;
        $this->numbered = $numbered;
    }

    /** @return list<int> */
    public function inYear(int $year): array
    {
        $rule = $this->rule;
        $first = Gregorian::dayNumber($year, 1, 1);
        $end = Gregorian::dayNumber($year + 1, 1, 1);
        if ($rule->byYearDay !== []) {
            $days = self::counted($rule->byYearDay, $first, $end);

            return $this->filtered($days, $first, $end, month: true, weekNo: true, monthDay: true, weekday: true);
        }
        if ($rule->byWeekNo !== []) {
            $days = $this->ofWeeks($year, $first, $end);

            return $this->filtered($days, $first, $end, month: true, monthDay: true, weekday: true);
        }
        $months = $rule->byMonth;
        if ($rule->byMonthDay !== [] || $rule->byDay === []) {
            $days = [];
            foreach ($months !== [] ? $months : ($rule->byMonthDay !== [] ? range(1, 12) : [$this->start->month]) as $month) {
                $days[] = $this->monthDays($year, $month);
            }

            return $this->filtered(self::ascending(array_merge(...$days)), $first, $end, weekday: true);
        }
        if ($months === []) {
            return $this->weekdaysBetween($first, $end);
        }
        $days = [];
        foreach ($months as $month) {
            $from = Gregorian::dayNumber($year, $month, 1);
            $days[] = $this->weekdaysBetween($from, $from + Gregorian::daysInMonth($year, $month));
        }

        return array_merge(...$days);
    }

    /** @return list<int> */
    public function inMonth(int $year, int $month): array
    {
        if ($this->months !== [] && ! isset($this->months[$month])) {
            return [];
        }
        $first = Gregorian::dayNumber($year, $month, 1);
        $end = $first + Gregorian::daysInMonth($year, $month);
        if ($this->rule->byMonthDay === [] && $this->rule->byDay !== []) {
            return $this->weekdaysBetween($first, $end);
        }

        return $this->filtered(self::ascending($this->monthDays($year, $month)), $first, $end, weekday: true);
    }

    /** Whether a rule that comes daily or oftener may fall on a day. */
    public function passes(int $day): bool
    {
        if ($this->weekdays !== [] && ! isset($this->weekdays[Weekday::numberOf($day)])) {
            return false;
        }
        if ($this->months === [] && $this->rule->byMonthDay === [] && $this->rule->byYearDay === []) {
            return true;
        }
        [$year, $month, $date] = Gregorian::fromDayNumber($day);
        if ($this->months !== [] && ! isset($this->months[$month])) {
            return false;
        }
        $first = Gregorian::dayNumber($year, 1, 1);
        $length = Gregorian::isLeap($year) ? 366 : 365;

        return self::isAmong($this->rule->byMonthDay, $date, Gregorian::daysInMonth($year, $month)) &&
            self::isAmong($this->rule->byYearDay, $day - $first + 1, $length);
    }

    /**
     * Where the stretch ends in which a day that does not pass lies: the next date that the rule names, or the next month that it
     * wants.
     */
    public function nextAfter(int $day): int
    {
        [$year, $month, $date] = Gregorian::fromDayNumber($day);
        $nextMonth = Gregorian::firstOfMonth($year * 12 + $month);
        if ($this->months !== [] && ! isset($this->months[$month])) {
            return $nextMonth;
        }
        if ($this->rule->byMonthDay === []) {
            return $day + 1;
        }
        $length = Gregorian::daysInMonth($year, $month);
        for ($next = $date + 1; $next <= $length; $next++) {
            if (self::isAmong($this->rule->byMonthDay, $next, $length)) {
                return $day + $next - $date;
            }
        }

        return $nextMonth;
    }

    /** Whether any day at all passes. */
    public function everPasses(): bool
    {
        // In 28 years in a row every year comes up, of both lengths and from each weekday on.
        $end = Gregorian::dayNumber(2029, 1, 1);
        for ($day = Gregorian::dayNumber(2001, 1, 1); $day < $end; $day = $this->nextAfter($day)) {
            if ($this->passes($day)) {
                return true;
            }
        }

        return false;
    }

    /** Whether only weekdays are asked for, so that every week is like another. */
    public function looksAtWeekdaysOnly(): bool
    {
        return $this->months === [] && $this->rule->byMonthDay === [] && $this->rule->byYearDay === [];
    }

    /**
     * The date that one of BYMONTHDAY is in a month of so many days, which may be the first of the next month (RFC 7529 4.1).
     *
     * @param  int  $date  from 1, or back from -1
     */
    public static function dateIn(int $length, int $date, Skip $skip): ?int
    {
        $date = $date < 0 ? $length + 1 + $date : $date;

        return match (true) {
            $date < 1 => null,
            $date <= $length => $date,
            $skip === Skip::Omit => null,
            default => $skip === Skip::Backward ? $length : $length + 1,
        };
    }

    /**
     * The chosen dates of a month, those it does not have treated as SKIP says (RFC 7529 4.1).
     *
     * @return list<int>
     */
    private function monthDays(int $year, int $month): array
    {
        $first = Gregorian::dayNumber($year, $month, 1);
        $length = Gregorian::daysInMonth($year, $month);
        $days = [];
        foreach ($this->rule->byMonthDay !== [] ? $this->rule->byMonthDay : [$this->start->day] as $date) {
            $date = self::dateIn($length, $date, $this->rule->skip);
            if ($date !== null) {
                $days[] = $first + $date - 1;
            }
        }

        return $days;
    }

    /**
     * The days of the chosen weeks that lie in the year, those of a neighbour year's week included.
     *
     * @return list<int>
     */
    private function ofWeeks(int $year, int $first, int $end): array
    {
        $days = [];
        foreach ([$year - 1, $year, $year + 1] as $weekYear) {
            $one = Gregorian::firstWeek($weekYear, $this->rule->weekStart->value);
            $weeks = intdiv(Gregorian::firstWeek($weekYear + 1, $this->rule->weekStart->value) - $one, 7);
            foreach ($this->rule->byWeekNo as $number) {
                $number = $number < 0 ? $weeks + 1 + $number : $number;
                for ($day = $one + ($number - 1) * 7; $number >= 1 && $number <= $weeks && $day < $one + $number * 7; $day++) {
                    if ($day >= $first && $day < $end) {
                        $days[] = $day;
                    }
                }
            }
        }

        return self::ascending($days);
    }

    /**
     * BYDAY within a month or a year.
     *
     * @return list<int>
     */
    private function weekdaysBetween(int $first, int $end): array
    {
        $days = [];
        $weekdayOfFirst = Weekday::numberOf($first);
        if ($this->numbered === [] && count($this->weekdays) === 1) {
            return range($first + ((key($this->weekdays) - $weekdayOfFirst + 7) % 7), $end - 1, 7);
        }
        foreach ($this->weekdays as $weekday => $_) {
            for ($day = $first + (($weekday - $weekdayOfFirst + 7) % 7); $day < $end; $day += 7) {
                $days[] = $day;
            }
        }
        foreach ($this->numbered as [$weekday, $nth]) {
            $day =
                $nth > 0
                    ? $first + (($weekday - $weekdayOfFirst + 7) % 7) + ($nth - 1) * 7
                    : $end - 1 - ((Weekday::numberOf($end - 1) - $weekday + 7) % 7) + ($nth + 1) * 7;
            if ($day >= $first && $day < $end) {
                $days[] = $day;
            }
        }

        return self::ascending($days);
    }

    /**
     * What the remaining BY parts leave of some days of a year or a month.
     *
     * @param  list<int>  $days
     * @return list<int>
     */
    private function filtered(
        array $days,
        int $first,
        int $end,
        bool $month = false,
        bool $weekNo = false,
        bool $monthDay = false,
        bool $weekday = false,
    ): array {
        $rule = $this->rule;
        $allowed = null;
        if ($weekday && $rule->byDay !== []) {
            $allowed =
                $this->numbered === [] || $rule->byMonth === [] || $rule->freq === Frequency::Monthly
                    ? array_fill_keys($this->weekdaysBetween($first, $end), true)
                    : $this->numberedInMonths($first);
        } elseif ($weekday && $rule->byWeekNo !== [] && $rule->byMonthDay === [] && $rule->byYearDay === []) {
            $days = array_values(
                array_filter($days, fn (int $day): bool => Weekday::numberOf($day) === $this->start->weekday()->value),
            );
        }
        $weeks =
            $weekNo && $rule->byWeekNo !== []
                ? array_fill_keys($this->ofWeeks(Gregorian::fromDayNumber($first)[0], $first, $end), true)
                : null;
        if ($allowed !== null) {
            $days = array_values(array_filter($days, fn (int $day): bool => isset($allowed[$day])));
        }
        if ($weeks !== null) {
            $days = array_values(array_filter($days, fn (int $day): bool => isset($weeks[$day])));
        }
        $byMonth = $month && $this->months !== [];
        $byDate = $monthDay && $rule->byMonthDay !== [];

        return $byMonth || $byDate ? $this->ofDates($days, $byMonth, $byDate) : $days;
    }

    /**
     * Those that lie in the chosen months, and on the chosen dates.
     *
     * @param  list<int>  $days
     * @return list<int>
     */
    private function ofDates(array $days, bool $byMonth, bool $byDate): array
    {
        $left = [];
        foreach ($days as $day) {
            [$year, $month, $date] = Gregorian::fromDayNumber($day);
            if (
                (! $byMonth || isset($this->months[$month])) &&
                (! $byDate || self::isAmong($this->rule->byMonthDay, $date, Gregorian::daysInMonth($year, $month)))
            ) {
                $left[] = $day;
            }
        }

        return $left;
    }

    /**
     * Beside BYMONTH the nth weekday counts within its month (RFC 5545 3.3.10, note 2).
     *
     * @return array<int, true>
     */
    private function numberedInMonths(int $firstOfYear): array
    {
        $year = Gregorian::fromDayNumber($firstOfYear)[0];
        $allowed = [];
        foreach ($this->rule->byMonth as $month) {
            $first = Gregorian::dayNumber($year, $month, 1);
            $allowed += array_fill_keys($this->weekdaysBetween($first, $first + Gregorian::daysInMonth($year, $month)), true);
        }

        return $allowed;
    }

    /**
     * @param  list<int>  $numbers  from 1, or back from -1
     * @return list<int>
     */
    private static function counted(array $numbers, int $first, int $end): array
    {
        $days = [];
        foreach ($numbers as $number) {
            $day = $number > 0 ? $first + $number - 1 : $end + $number;
            if ($day >= $first && $day < $end) {
                $days[] = $day;
            }
        }

        return self::ascending($days);
    }

    /** @param  list<int>  $numbers from 1, or back from -1; none stands for all */
    private static function isAmong(array $numbers, int $number, int $length): bool
    {
        return $numbers === [] || in_array($number, $numbers, true) || in_array($number - $length - 1, $numbers, true);
    }

    /**
     * @param  list<int>  $days
     * @return list<int> each once
     */
    private static function ascending(array $days): array
    {
        if (count($days) < 2) {
            return $days;
        }
        sort($days);
        $each = [];
        $last = null;
        foreach ($days as $day) {
            if ($day !== $last) {
                $each[] = $last = $day;
            }
        }

        return $each;
    }
}
