<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use Generator;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/**
 * The instances of one rule, as wall seconds, in order: periods → days → times → positions → window.
 *
 * Without COUNT it begins at the period that can touch the window; with COUNT it walks there from the start. The shape
 * of a year repeats after 400 years, so a rule that finds nothing in one such cycle of its periods never will.
 */
final class Expander
{
    private readonly DaySelection $days;

    /** @var list<int> seconds of the day */
    private readonly array $times;

    private readonly int $start;

    private readonly int $last;

    public function __construct(private readonly RecurrenceRule $rule, LocalDateTime $start, ?Zone $zone = null)
    {
        $this->start = $start->seconds;
        $this->days = new DaySelection($rule, $start->date());
        $this->last = min(
            $rule->until?->lastSecond($zone) ?? PHP_INT_MAX,
            Gregorian::dayNumber(Gregorian::LAST_YEAR, 12, 31) * 86400 + 86399,
        );
        $this->times = $this->timesOfDay($start);
    }

    /**
     * @param  int  $from  wall seconds, included
     * @param  int  $to  wall seconds, not included
     * @return Generator<int, int>
     */
    public function between(int $from, int $to): Generator
    {
        $last = min($this->last, $to - 1);
        if ($this->start > $last) {
            return;
        }
        if ($this->start >= $from) {
            yield $this->start;
        }
        $found = 1;
        $previous = $this->start;
        $walk = $this->rule->count === null ? max($from, $this->start) : $this->start;
        foreach ($this->candidates($walk, $last) as $second) {
            if ($second <= $previous) {
                continue;
            }
            if ($second > $last || $found === $this->rule->count) {
                return;
            }
            $found++;
            $previous = $second;
            if ($second >= $from) {
                yield $second;
            }
        }
    }

    /** Whether the rule chooses a moment by itself, were it not for being the start. */
    public function matches(LocalDateTime $moment): bool
    {
        foreach ($this->candidates($moment->seconds, $moment->seconds) as $second) {
            if ($second >= $moment->seconds) {
                return $second === $moment->seconds;
            }
        }

        return false;
    }

    /** @return Generator<int, int> */
    private function candidates(int $from, int $last): Generator
    {
        return $this->rule->freq->secondsWithinDay() < 86400
            ? $this->withinDays($from, $last)
            : $this->overDays($from, $last);
    }

    /** @return Generator<int, int> */
    private function overDays(int $from, int $last): Generator
    {
        $freq = $this->rule->freq;
        $interval = $this->rule->interval;
        $first = $this->periodOf($freq, intdiv($this->start - (($this->start % 86400 + 86400) % 86400), 86400));
        $wanted = $this->periodOf($freq, (int) floor($from / 86400));
        $lastDay = (int) floor($last / 86400);
        $cycle = match ($freq) {
            Frequency::Yearly => 400,
            Frequency::Monthly => 4800,
            Frequency::Weekly => 20_871,
            default => 146_097,
        };
        $empty = 0;
        // One period early: SKIP=FORWARD may carry a date into the period after its own.
        for ($period = $first + max(0, intdiv($wanted - $first, $interval) - 1) * $interval; $empty <= $cycle; $period += $interval) {
            if ($this->firstDayOf($freq, $period) > $lastDay) {
                return;
            }
            $days = match ($freq) {
                Frequency::Yearly => $this->days->inYear($period),
                Frequency::Monthly => $this->days->inMonth(intdiv($period, 12), $period % 12 + 1),
                Frequency::Weekly => $this->days->inWeek($this->firstDayOf($freq, $period)),
                default => $this->days->passes($period) ? [$period] : [],
            };
            if ($days === []) {
                $empty++;

                continue;
            }
            $empty = 0;
            yield from $this->rule->bySetPos === [] ? $this->allOf($days) : $this->positionsOf($days, $this->times);
        }
    }

    /**
     * @param  list<int>  $days
     * @return Generator<int, int>
     */
    private function allOf(array $days): Generator
    {
        foreach ($days as $day) {
            foreach ($this->times as $time) {
                yield $day * 86400 + $time;
            }
        }
    }

    /**
     * BYSETPOS: the nth of all that fall into one period.
     *
     * @param  list<int>  $days
     * @param  list<int>  $times
     * @return Generator<int, int>
     */
    private function positionsOf(array $days, array $times): Generator
    {
        $size = count($days) * count($times);
        $places = [];
        foreach ($this->rule->bySetPos as $place) {
            $places[] = $place > 0 ? $place - 1 : $size + $place;
        }
        sort($places);
        foreach (array_unique($places) as $place) {
            if ($place >= 0 && $place < $size) {
                yield $days[intdiv($place, count($times))] * 86400 + $times[$place % count($times)];
            }
        }
    }

    /**
     * HOURLY, MINUTELY and SECONDLY: step by step over the wall clock, passing whole days, hours and minutes that the
     * rule leaves out.
     *
     * @return Generator<int, int>
     */
    private function withinDays(int $from, int $last): Generator
    {
        $unit = $this->rule->freq->secondsWithinDay();
        $step = $unit * $this->rule->interval;
        $base = (int) floor($this->start / $unit) * $unit;
        $moment = $base + max(0, intdiv($from - $base, $step) - 1) * $step;
        $onto = fn (int $second): int => $base + (int) ceil(($second - $base) / $step) * $step;
        $checked = null;
        $passes = false;
        for ($empty = 0; $moment <= $last && $empty <= 200_000;) {
            $day = (int) floor($moment / 86400);
            if ($day !== $checked) {
                $checked = $day;
                $passes = $this->days->passes($day);
            }
            $jump = $passes ? $this->endOfExcluded($moment) : ($day + 1) * 86400;
            if ($jump !== null) {
                $moment = $onto($jump);
                $empty++;

                continue;
            }
            $within = $this->withinPeriod($moment % 86400 + ($moment < 0 && $moment % 86400 !== 0 ? 86400 : 0));
            if ($within !== []) {
                $empty = 0;
                yield from $this->rule->bySetPos === []
                    ? array_map(fn (int $time): int => $day * 86400 + $time, $within)
                    : $this->positionsOf([$day], $within);
            }
            $moment += $step;
        }
    }

    /** Where the stretch ends in which an hour or minute that the rule leaves out keeps a moment from counting. */
    private function endOfExcluded(int $moment): ?int
    {
        $second = ($moment % 86400 + 86400) % 86400;
        if ($this->rule->byHour !== [] && ! in_array(intdiv($second, 3600), $this->rule->byHour, true)) {
            return $moment - $second % 3600 + 3600;
        }
        if ($this->rule->freq !== Frequency::Hourly && $this->rule->byMinute !== []
            && ! in_array(intdiv($second, 60) % 60, $this->rule->byMinute, true)) {
            return $moment - $second % 60 + 60;
        }

        return null;
    }

    /**
     * The times within the hour, minute or second that begins at a second of the day.
     *
     * @return list<int>
     */
    private function withinPeriod(int $second): array
    {
        $rule = $this->rule;
        $own = ($this->start % 86400 + 86400) % 86400;
        if ($rule->freq === Frequency::Secondly) {
            return $rule->bySecond === [] || in_array($second % 60, $rule->bySecond, true) ? [$second] : [];
        }
        $minutes = $rule->freq === Frequency::Minutely ? [0] : ($rule->byMinute !== [] ? $rule->byMinute : [intdiv($own, 60) % 60]);
        $times = [];
        foreach ($minutes as $minute) {
            foreach ($rule->bySecond !== [] ? $rule->bySecond : [$own % 60] as $inMinute) {
                $times[] = $second + $minute * 60 + min(59, $inMinute);
            }
        }

        return array_values(array_unique($times));
    }

    /** @return list<int> */
    private function timesOfDay(LocalDateTime $start): array
    {
        $time = $start->time();
        $times = [];
        foreach ($this->rule->byHour !== [] ? $this->rule->byHour : [$time->hour()] as $hour) {
            foreach ($this->rule->byMinute !== [] ? $this->rule->byMinute : [$time->minute()] as $minute) {
                foreach ($this->rule->bySecond !== [] ? $this->rule->bySecond : [$time->seconds % 60] as $second) {
                    // A leap second is read as the last one of its minute (RFC 5545 3.3.12).
                    $times[] = $hour * 3600 + $minute * 60 + min(59, $second);
                }
            }
        }

        return array_values(array_unique($times));
    }

    /** The number of the year, month (from year 0), week or day that holds a day. */
    private function periodOf(Frequency $freq, int $day): int
    {
        if ($freq === Frequency::Weekly) {
            return (int) floor(($day - $this->weekOrigin()) / 7);
        }
        if ($freq === Frequency::Daily) {
            return $day;
        }
        [$year, $month] = Gregorian::fromDayNumber($day);

        return $freq === Frequency::Yearly ? $year : $year * 12 + $month - 1;
    }

    private function firstDayOf(Frequency $freq, int $period): int
    {
        return match ($freq) {
            Frequency::Yearly => Gregorian::dayNumber($period, 1, 1),
            Frequency::Monthly => Gregorian::dayNumber(intdiv($period, 12), $period % 12 + 1, 1),
            Frequency::Weekly => $this->weekOrigin() + $period * 7,
            default => $period,
        };
    }

    /** A day on which a week of this rule begins: 1969-12-29 was a Monday. */
    private function weekOrigin(): int
    {
        return -3 + $this->rule->weekStart->value - 1 - ($this->rule->weekStart->value > 1 ? 7 : 0);
    }
}
