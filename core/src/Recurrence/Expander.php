<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/**
 * The instances of one rule, as wall seconds, in order: periods → days → times → positions → window.
 *
 * It begins at the period that can touch the window; with COUNT, what lies before is multiplied where every period is
 * of one size, summed by the shapes of periods otherwise. The calendar repeats after 400 years, so a rule that finds
 * nothing in one such cycle of its periods never will.
 */
final class Expander
{
    /** Steps without a find after which a rule within the day is given up. */
    private const MOST_STEPS = 100_000;

    /** Steps without a find after which it is worth asking whether there can be one. */
    private const SUSPICIOUS_STEPS = 2000;

    private readonly PeriodOffsets $offsets;

    private readonly int $start;

    private readonly int $last;

    /** By what it is walked: DAILY with BY parts goes by months, so that whole months share their work. */
    private readonly Frequency $walk;

    private readonly RecurrenceRule $walked;

    public function __construct(private readonly RecurrenceRule $rule, LocalDateTime $start, ?Zone $zone = null)
    {
        $this->start = $start->seconds;
        $this->walked = self::byMonths($rule) ?? $rule;
        $this->walk = $this->walked->freq;
        $day = $start->dayNumber();
        $this->offsets = new PeriodOffsets($this->walked, $start->date(), $start->seconds - $day * 86400);
        $this->last = min(
            $rule->until?->lastSecond($zone) ?? PHP_INT_MAX,
            Gregorian::dayNumber(Gregorian::LAST_YEAR, 12, 31) * 86400 + 86399,
        );
    }

    /**
     * The instances with from ≤ second < to, at most so many of them. The start is always the first.
     *
     * @return list<int> ascending, each once
     */
    public function collect(int $from, int $to, int $limit): array
    {
        $last = min($this->last, $to - 1);
        if ($this->start > $last || $limit < 1) {
            return [];
        }
        $found = $this->start >= $from ? [$this->start] : [];
        if (count($found) >= $limit || $this->rule->count === 1 || $this->isImpossible()) {
            return $found;
        }

        return $this->walk->secondsWithinDay() < 86400
            ? $this->withinDays($from, $last, $limit, $found)
            : $this->overDays($from, $last, $limit, $found);
    }

    /** Whether the rule chooses a moment by itself, were it not for being the start. */
    public function matches(LocalDateTime $moment): bool
    {
        $second = $moment->seconds;
        $day = $moment->dayNumber();
        if ($this->walk->secondsWithinDay() < 86400) {
            $unit = $this->walk->secondsWithinDay();
            $base = (int) floor($second / $unit) * $unit;

            return $this->offsets->passes($day) && $this->endOfExcluded($base) === null && in_array($second, $this->ofPeriod($base), true);
        }
        $period = $this->periodOf($day);
        $first = $this->firstDayOf($period);

        return in_array($second - $first * 86400, $this->offsets->of($this->walk, $period, $first), true);
    }

    /**
     * @param  list<int>  $found
     * @return list<int>
     */
    private function overDays(int $from, int $last, int $limit, array $found): array
    {
        if ($this->walk === Frequency::Daily && $this->offsets->everyDay && ! $this->rule->namesTimes()) {
            return $this->everyDay($found, $from, $last, $limit);
        }
        $interval = $this->walked->interval;
        $first = $this->periodOf((int) floor($this->start / 86400));
        // One period early: SKIP=FORWARD may carry a date into the period after its own.
        $skipped = $from <= $this->start ? 0 : max(0, intdiv($this->periodOf((int) floor($from / 86400)) - $first, $interval) - 1);
        $left = PHP_INT_MAX;
        if ($this->rule->count !== null) {
            [$skipped, $used] = $this->counted($first, $skipped);
            $left = $this->rule->count - $used;
        }
        $lastDay = (int) floor($last / 86400);
        $cycle = match ($this->walk) {
            Frequency::Yearly => 400,
            Frequency::Monthly => 4800,
            Frequency::Weekly => 20_871,
            default => 146_097,
        };
        $previous = $this->start;
        $number = count($found);
        $stride = match ($this->walk) {
            Frequency::Weekly => 7 * $interval,
            Frequency::Daily => $interval,
            default => null,
        };
        $everyWeek = $this->offsets->everyWeek;
        $period = $first + $skipped * $interval;
        $day = $this->firstDayOf($period);
        for ($empty = 0; $day <= $lastDay && $empty <= $cycle && $left > 0; $period += $interval, $day = $stride === null ? $this->firstDayOf($period) : $day + $stride) {
            $base = $day * 86400;
            $empty++;
            foreach ($everyWeek ?? $this->offsets->of($this->walk, $period, $day) as $offset) {
                $second = $base + $offset;
                $empty = 0;
                if ($second <= $previous) {
                    continue;
                }
                if ($second > $last || $left-- <= 0) {
                    return $found;
                }
                $previous = $second;
                if ($second >= $from) {
                    $found[] = $second;
                    if (++$number >= $limit) {
                        return $found;
                    }
                }
            }
        }

        return $found;
    }

    /**
     * Days in equal steps: the commonest rhythm needs no looking at all.
     *
     * @param  list<int>  $found
     * @return list<int>
     */
    private function everyDay(array $found, int $from, int $last, int $limit): array
    {
        $step = $this->walked->interval * 86400;
        if ($this->rule->count !== null) {
            $last = min($last, $this->start + ($this->rule->count - 1) * $step);
        }
        $second = $this->start + ($from <= $this->start ? $step : intdiv($from - $this->start + $step - 1, $step) * $step);
        for ($left = $limit - count($found); $second <= $last && $left > 0; $second += $step, $left--) {
            $found[] = $second;
        }

        return $found;
    }

    /**
     * How far a rule with COUNT may go ahead without looking, and how many instances lie before that.
     *
     * @return array{int, int} periods to skip, instances used up by them and by the start
     */
    private function counted(int $first, int $skipped): array
    {
        $size = ConstantSize::of($this->walked, LocalDateTime::fromSeconds($this->start)->date(), count($this->offsets->times));
        if ($skipped < 1 || $this->rule->skip === Skip::Forward) {
            return [0, 1];
        }
        $interval = $this->walked->interval;
        $own = $this->firstDayOf($first);
        $used = 1;
        foreach ($this->offsets->of($this->walk, $first, $own) as $offset) {
            $used += $own * 86400 + $offset > $this->start ? 1 : 0;
        }
        if ($size !== null) {
            // Beyond its last instance there is nothing to find, so it need not be exact there.
            return [$skipped, $used + ($skipped - 1) * $size];
        }
        for ($period = $first + $interval, $i = 1; $i < $skipped && $used < $this->rule->count; $i++, $period += $interval) {
            $used += count($this->offsets->of($this->walk, $period, $this->firstDayOf($period)));
        }

        return [$skipped, $used];
    }

    /**
     * HOURLY, MINUTELY and SECONDLY: step by step over the wall clock, passing whole days, hours and minutes that the
     * rule leaves out.
     *
     * @param  list<int>  $found
     * @return list<int>
     */
    private function withinDays(int $from, int $last, int $limit, array $found): array
    {
        $unit = $this->walk->secondsWithinDay();
        $step = $unit * $this->rule->interval;
        $base = (int) floor($this->start / $unit) * $unit;
        $left = $this->rule->count === null ? PHP_INT_MAX : $this->rule->count - 1;
        $isPlain = $this->rule->bySetPos === [] && $this->rule->bySecond === [] && $this->rule->byMinute === [] && $this->rule->byHour === []
            && $this->rule->byDay === [] && $this->rule->byMonth === [] && $this->rule->byMonthDay === [] && $this->rule->byYearDay === [];
        $skipped = $from <= $base ? 0 : max(0, intdiv($from - $base, $step) - 1);
        if ($this->rule->count !== null) {
            $skipped = $isPlain ? $skipped : 0;
            $left -= $isPlain ? max(0, $skipped - 1) : 0;
        }
        $moment = $base + $skipped * $step;
        $previous = $isPlain && $skipped > 0 ? $moment - 1 : $this->start;
        $checked = null;
        $passes = false;
        for ($empty = 0; $moment <= $last && $empty <= self::MOST_STEPS; $empty++) {
            if ($empty === self::SUSPICIOUS_STEPS && ! $this->meetsTimes($base, $step)) {
                break;
            }
            $day = (int) floor($moment / 86400);
            if ($day !== $checked) {
                $checked = $day;
                $passes = $this->offsets->passes($day);
            }
            $jump = $passes ? $this->endOfExcluded($moment) : ($day + 1) * 86400;
            if ($jump !== null) {
                $moment = $base + (int) ceil(($jump - $base) / $step) * $step;

                continue;
            }
            foreach ($this->ofPeriod($moment) as $second) {
                if ($second <= $previous) {
                    continue;
                }
                if ($second > $last || $left-- <= 0) {
                    return $found;
                }
                $previous = $second;
                $empty = 0;
                if ($second >= $from) {
                    $found[] = $second;
                    if (count($found) >= $limit) {
                        return $found;
                    }
                }
            }
            $moment += $step;
        }

        return $found;
    }

    /** Whether steps over the clock ever meet an hour and minute that the rule lets pass: every sixtieth minute may never be half past. */
    private function meetsTimes(int $base, int $step): bool
    {
        $stride = $step;
        for ($rest = 86400; $rest !== 0;) {
            [$stride, $rest] = [$rest, $stride % $rest];
        }
        for ($moment = $base % $stride; $moment < 86400; $moment += $stride) {
            if ($this->endOfExcluded($moment) === null && $this->ofPeriod($moment) !== []) {
                return true;
            }
        }

        return false;
    }

    /** Where the stretch ends in which an hour or minute that the rule leaves out keeps a moment from counting. */
    private function endOfExcluded(int $moment): ?int
    {
        $second = ($moment % 86400 + 86400) % 86400;
        if ($this->rule->byHour !== [] && ! in_array(intdiv($second, 3600), $this->rule->byHour, true)) {
            return $moment - $second % 3600 + 3600;
        }
        if ($this->walk !== Frequency::Hourly && $this->rule->byMinute !== []
            && ! in_array(intdiv($second, 60) % 60, $this->rule->byMinute, true)) {
            return $moment - $second % 60 + 60;
        }

        return null;
    }

    /**
     * The moments within the hour, minute or second that begins at one.
     *
     * @return list<int>
     */
    private function ofPeriod(int $moment): array
    {
        $rule = $this->rule;
        $own = ($this->start % 86400 + 86400) % 86400;
        if ($rule->freq === Frequency::Secondly) {
            return $rule->bySecond === [] || in_array(($moment % 60 + 60) % 60, $rule->bySecond, true) ? [$moment] : [];
        }
        $moments = [];
        foreach ($rule->freq === Frequency::Minutely ? [0] : ($rule->byMinute !== [] ? $rule->byMinute : [intdiv($own, 60) % 60]) as $minute) {
            foreach ($rule->bySecond !== [] ? $rule->bySecond : [$own % 60] as $second) {
                $moments[] = $moment + $minute * 60 + min(59, $second);
            }
        }
        $moments = array_values(array_unique($moments));

        return $rule->bySetPos === [] ? $moments : PeriodOffsets::positions($rule, $moments);
    }

    /** The number of the year, month (from year 0), week or day that holds a day. */
    private function periodOf(int $day): int
    {
        if ($this->walk === Frequency::Weekly) {
            return (int) floor(($day - PeriodOffsets::weekOrigin($this->walked)) / 7);
        }
        if ($this->walk === Frequency::Daily) {
            return $day;
        }
        [$year, $month] = Gregorian::fromDayNumber($day);

        return $this->walk === Frequency::Yearly ? $year : $year * 12 + $month - 1;
    }

    private function firstDayOf(int $period): int
    {
        return match ($this->walk) {
            Frequency::Yearly => Gregorian::dayNumber($period, 1, 1),
            Frequency::Monthly => Gregorian::dayNumber(intdiv($period, 12), $period % 12 + 1, 1),
            Frequency::Weekly => PeriodOffsets::weekOrigin($this->walked) + $period * 7,
            default => $period,
        };
    }

    /** Dates that no month of the rule has, such as 30 February. */
    private function isImpossible(): bool
    {
        if ($this->rule->byMonth === [] || $this->rule->byMonthDay === [] || $this->rule->skip !== Skip::Omit) {
            return false;
        }
        foreach ($this->rule->byMonth as $month) {
            foreach ($this->rule->byMonthDay as $date) {
                if (abs($date) <= Gregorian::daysInMonth(2000, $month)) {
                    return false;
                }
            }
        }

        return true;
    }

    /** A DAILY rule whose BY parts only limit, as the MONTHLY one that makes the same days. */
    private static function byMonths(RecurrenceRule $rule): ?RecurrenceRule
    {
        $limits = $rule->byMonth !== [] || $rule->byMonthDay !== [] || $rule->byDay !== [];
        if ($rule->freq !== Frequency::Daily || $rule->interval !== 1 || $rule->bySetPos !== [] || ! $limits) {
            return null;
        }
        $dates = $rule->byMonthDay === [] && $rule->byDay === [] ? range(1, 31) : $rule->byMonthDay;

        return new RecurrenceRule(Frequency::Monthly, byMonth: $rule->byMonth, byMonthDay: $dates, byDay: $rule->byDay,
            byHour: $rule->byHour, byMinute: $rule->byMinute, bySecond: $rule->bySecond);
    }
}
