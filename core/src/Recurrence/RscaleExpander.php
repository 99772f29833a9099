<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/** YEARLY and MONTHLY rules that count in another calendar (RFC 7529), as wall seconds. */
final class RscaleExpander
{
    /** Periods without a find after which a rule is given up: leap months come back within 19 years, dates sooner. */
    private const MOST_EMPTY = 300;

    private readonly OtherCalendar $calendar;

    /** @var array{year: int, month: int, leap: bool, date: int} */
    private readonly array $own;

    private readonly int $last;

    /** @var list<int> */
    private readonly array $times;

    public function __construct(private readonly RecurrenceRule $rule, private readonly LocalDateTime $start, ?Zone $zone = null)
    {
        $this->calendar = new OtherCalendar($rule->rscale);
        $this->own = $this->calendar->fields($start->dayNumber());
        $this->last = min($rule->until?->lastSecond($zone) ?? PHP_INT_MAX, Gregorian::dayNumber(Gregorian::LAST_YEAR, 12, 31) * 86400);
        $this->times = (new PeriodOffsets($rule, $start->date(), $start->seconds - $start->dayNumber() * 86400))->times;
    }

    /**
     * The instances with from ≤ second < to, at most so many of them. The start is always the first.
     *
     * @return list<int> ascending, each once
     */
    public function collect(int $from, int $to, int $limit): array
    {
        $last = min($this->last, $to - 1);
        if ($this->start->seconds > $last || $limit < 1) {
            return [];
        }
        $found = $this->start->seconds >= $from ? [$this->start->seconds] : [];
        $left = ($this->rule->count ?? PHP_INT_MAX) - 1;
        $previous = $this->start->seconds;
        $skipped = $this->rule->count === null ? $this->skipped($from) : 0;
        for ($number = $skipped, $empty = 0; $empty <= self::MOST_EMPTY && $left > 0 && count($found) < $limit; $number++) {
            [$seconds, $first] = $this->ofPeriod($number);
            if ($first * 86400 > $last) {
                break;
            }
            $empty = $seconds === [] ? $empty + 1 : 0;
            foreach ($seconds as $second) {
                if ($second <= $previous) {
                    continue;
                }
                if ($second > $last || $left-- <= 0 || count($found) >= $limit) {
                    return $found;
                }
                $previous = $second;
                if ($second >= $from) {
                    $found[] = $second;
                }
            }
        }

        return $found;
    }

    /** Whether the rule chooses a moment by itself: the start of a rule is its first period. */
    public function matches(LocalDateTime $moment): bool
    {
        return in_array($moment->seconds, $this->ofPeriod(0)[0], true);
    }

    /** How many periods end for certain before a moment. */
    private function skipped(int $from): int
    {
        if ($from <= $this->start->seconds) {
            return 0;
        }
        $years = $this->calendar->fields((int) floor($from / 86400))['year'] - $this->own['year'] - 1;

        return max(0, intdiv($years * ($this->rule->freq === Frequency::Monthly ? 12 : 1), $this->rule->interval) - 1);
    }

    /** @return array{list<int>, int} the seconds of the nth period from the start, and its first day */
    private function ofPeriod(int $number): array
    {
        if ($this->rule->freq === Frequency::Yearly) {
            $months = $this->calendar->months($this->own['year'] + $number * $this->rule->interval);
            $days = $this->ofYear($months);
            $first = $months[0]['first'] ?? 0;
        } else {
            $month = $this->nthMonth($number * $this->rule->interval);
            $isWanted = ($this->rule->byMonth === [] && $this->rule->byLeapMonth === [])
                || in_array($month['month'], $month['leap'] ? $this->rule->byLeapMonth : $this->rule->byMonth, true);
            $days = $isWanted ? $this->ofMonth($month) : [];
            $first = $month['first'];
        }
        $days = array_values(array_unique($days));
        sort($days);
        $seconds = [];
        foreach ($days as $day) {
            foreach ($this->times as $time) {
                $seconds[] = $day * 86400 + $time;
            }
        }

        return [$this->rule->bySetPos === [] ? $seconds : PeriodOffsets::positions($this->rule, $seconds), $first];
    }

    /**
     * @param  list<array{month: int, leap: bool, first: int, length: int}>  $months
     * @return list<int>
     */
    private function ofYear(array $months): array
    {
        $wanted = [...array_map(fn (int $month): array => [$month, false], $this->rule->byMonth), ...array_map(fn (int $month): array => [$month, true], $this->rule->byLeapMonth)];
        if ($wanted === []) {
            $wanted = $this->rule->byMonthDay !== [] || $this->rule->byDay !== []
                ? array_map(fn (array $month): array => [$month['month'], $month['leap']], $months)
                : [[$this->own['month'], $this->own['leap']]];
        }
        $days = [];
        foreach ($wanted as [$number, $leap]) {
            $month = $this->monthOf($months, $number, $leap);
            $days = $month === null ? $days : [...$days, ...$this->ofMonth($month)];
        }

        return $days;
    }

    /**
     * A month of a year; one that the year does not have is left out, or is the one before or after it (RFC 7529 4.1).
     *
     * @param  list<array{month: int, leap: bool, first: int, length: int}>  $months
     * @return array{month: int, leap: bool, first: int, length: int}|null
     */
    private function monthOf(array $months, int $number, bool $leap): ?array
    {
        foreach ($months as $month) {
            if ($month['month'] === $number && $month['leap'] === $leap) {
                return $month;
            }
        }
        $other = match ($this->rule->skip) {
            Skip::Omit => null,
            Skip::Backward => $number,
            Skip::Forward => $number + 1,
        };
        foreach ($leap && $other !== null ? $months : [] as $month) {
            if ($month['month'] === $other && ! $month['leap']) {
                return $month;
            }
        }

        return null;
    }

    /**
     * @param  array{month: int, leap: bool, first: int, length: int}  $month
     * @return list<int>
     */
    private function ofMonth(array $month): array
    {
        if ($this->rule->byMonthDay === [] && $this->rule->byDay !== []) {
            return array_values(array_filter(range($month['first'], $month['first'] + $month['length'] - 1), fn (int $day): bool => $this->isWeekday($day, $month)));
        }
        $days = [];
        foreach ($this->rule->byMonthDay !== [] ? $this->rule->byMonthDay : [$this->own['date']] as $date) {
            $date = $date < 0 ? $month['length'] + 1 + $date : $date;
            $day = $month['first'] + $date - 1;
            if ($date > $month['length'] && $this->rule->skip !== Skip::Omit) {
                $day = $month['first'] + $month['length'] - ($this->rule->skip === Skip::Backward ? 1 : 0);
            } elseif ($date < 1 || $date > $month['length']) {
                continue;
            }
            if ($this->rule->byDay === [] || $this->isWeekday($day, $month)) {
                $days[] = $day;
            }
        }

        return $days;
    }

    /** @param  array{month: int, leap: bool, first: int, length: int}  $month */
    private function isWeekday(int $day, array $month): bool
    {
        foreach ($this->rule->byDay as $wanted) {
            $fromFront = intdiv($day - $month['first'], 7) + 1;
            $fromBack = -intdiv($month['first'] + $month['length'] - 1 - $day, 7) - 1;
            if ($wanted->weekday->value === Weekday::numberOf($day) && in_array($wanted->nth, [0, $fromFront, $fromBack], true)) {
                return true;
            }
        }

        return false;
    }

    /** @return array{month: int, leap: bool, first: int, length: int} so many months after the start's own, leap months counted */
    private function nthMonth(int $steps): array
    {
        $year = $this->own['year'];
        $months = $this->calendar->months($year);
        foreach ($months as $i => $month) {
            $steps += $month['month'] === $this->own['month'] && $month['leap'] === $this->own['leap'] ? $i : 0;
        }
        while ($steps >= count($months)) {
            $steps -= count($months);
            $months = $this->calendar->months(++$year);
        }

        return $months[$steps];
    }
}
