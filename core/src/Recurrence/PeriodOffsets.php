<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/**
 * What a rule chooses within one of its periods, as seconds from the period's first midnight: days → times → positions.
 *
 * A month has only 28 shapes (its length and the weekday of its first), a year 14, or 56 where weeks reach over into
 * its neighbours. Each shape is worked out once.
 */
final class PeriodOffsets
{
    private readonly DaySelection $days;

    /** @var list<int> the times of a day, in seconds */
    public readonly array $times;

    /** @var array<int, list<int>> by shape */
    private array $shapes = [];

    /** Whether no day is left out. */
    public readonly bool $everyDay;

    private readonly bool $seesWeekdays;

    private readonly bool $seesWeeks;

    /** @var list<int>|null of every week, where no month is left out */
    public readonly ?array $everyWeek;

    /** @param  int  $time seconds of the day, of the start */
    public function __construct(private readonly RecurrenceRule $rule, LocalDate $start, int $time)
    {
        $this->days = new DaySelection($rule, $start);
        $this->times = self::timesOfDay($rule, $time);
        $this->everyDay = $rule->byMonth === [] && $rule->byMonthDay === [] && $rule->byDay === [] && $rule->byYearDay === [] && $rule->bySetPos === [];
        $this->seesWeekdays = $rule->byDay !== [] || $rule->byWeekNo !== [];
        $this->seesWeeks = $rule->byWeekNo !== [];
        $this->everyWeek = $rule->freq === Frequency::Weekly && $rule->byMonth === [] ? $this->chosen($this->days->inWeek(self::weekOrigin($rule)), self::weekOrigin($rule)) : null;
    }

    /**
     * @param  int  $period  the number of the year, month (from year 0), week or day
     * @param  int  $first  its first day
     * @return list<int> ascending
     */
    public function of(Frequency $freq, int $period, int $first): array
    {
        return match ($freq) {
            Frequency::Yearly => $this->shapes[$this->yearShape($period, $first)] ??= $this->chosen($this->days->inYear($period), $first),
            Frequency::Monthly => $this->ofMonth($period, $first),
            Frequency::Weekly => $this->everyWeek ?? $this->chosen($this->days->inWeek($first), $first),
            default => $this->days->passes($first) ? ($this->rule->bySetPos === [] ? $this->times : $this->chosen([$first], $first)) : [],
        };
    }

    public function passes(int $day): bool
    {
        return $this->days->passes($day);
    }

    /** A day on which a week of a rule begins: 1969-12-29 was a Monday. */
    public static function weekOrigin(RecurrenceRule $rule): int
    {
        return -3 + $rule->weekStart->value - 1 - ($rule->weekStart->value > 1 ? 7 : 0);
    }

    /**
     * BYSETPOS: the nth of all that fall into one period.
     *
     * @param  list<int>  $all
     * @return list<int>
     */
    public static function positions(RecurrenceRule $rule, array $all): array
    {
        $size = count($all);
        $places = [];
        foreach ($rule->bySetPos as $place) {
            $places[] = $place > 0 ? $place - 1 : $size + $place;
        }
        sort($places);
        $chosen = [];
        foreach (array_unique($places) as $place) {
            if ($place >= 0 && $place < $size) {
                $chosen[] = $all[$place];
            }
        }

        return $chosen;
    }

    /** @return list<int> */
    private function ofMonth(int $period, int $first): array
    {
        $year = intdiv($period, 12);
        $month = $period % 12 + 1;
        if ($this->rule->byMonth !== [] && ! in_array($month, $this->rule->byMonth, true)) {
            return [];
        }
        $shape = ($this->seesWeekdays ? Weekday::numberOf($first) * 4 : 0) + Gregorian::daysInMonth($year, $month) - 28;

        return $this->shapes[$shape] ??= $this->chosen($this->days->inMonth($year, $month), $first);
    }

    /**
     * @param  list<int>  $days
     * @return list<int>
     */
    private function chosen(array $days, int $first): array
    {
        $offsets = [];
        foreach ($days as $day) {
            foreach ($this->times as $time) {
                $offsets[] = ($day - $first) * 86400 + $time;
            }
        }

        return $this->rule->bySetPos === [] ? $offsets : self::positions($this->rule, $offsets);
    }

    /** What a rule can see of a year: its length, the weekday of its first, and for the weeks the lengths of its neighbours. */
    private function yearShape(int $year, int $first): int
    {
        return ($this->seesWeekdays ? Weekday::numberOf($first) * 8 : 0) + (Gregorian::isLeap($year) ? 4 : 0)
            + ($this->seesWeeks ? (Gregorian::isLeap($year - 1) ? 2 : 0) + (Gregorian::isLeap($year + 1) ? 1 : 0) : 0);
    }

    /** @return list<int> */
    private static function timesOfDay(RecurrenceRule $rule, int $own): array
    {
        if (! $rule->namesTimes()) {
            return [$own];
        }
        $times = [];
        foreach ($rule->byHour !== [] ? $rule->byHour : [intdiv($own, 3600)] as $hour) {
            foreach ($rule->byMinute !== [] ? $rule->byMinute : [intdiv($own, 60) % 60] as $minute) {
                foreach ($rule->bySecond !== [] ? $rule->bySecond : [$own % 60] as $second) {
                    // A leap second is read as the last one of its minute (RFC 5545 3.3.12).
                    $times[] = $hour * 3600 + $minute * 60 + min(59, $second);
                }
            }
        }

        return array_values(array_unique($times));
    }
}
