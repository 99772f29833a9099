<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use Generator;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;

/**
 * HOURLY, MINUTELY and SECONDLY: step by step over the wall clock, passing whole months, days, hours and minutes that the
 * rule leaves out.
 */
final readonly class ClockWalk implements Walk
{
    /** Seconds from one period to the next. */
    private int $step;

    /** The first second of the period that holds the start. */
    private int $first;

    /** @var list<int> what is chosen in each period that counts */
    private array $offsets;

    private DaySelection $days;

    private bool $limitsDays;

    /** @var list<array{int, list<int>}> the parts that limit, as how long one of its units is and which of them count */
    private array $limits;

    public function __construct(private RecurrenceRule $rule, LocalDateTime $start, private Work $work = new Work())
    {
        $unit = match ($rule->freq) {
            Frequency::Hourly => 3600,
            Frequency::Minutely => 60,
            default => 1,
        };
        $this->step = $unit * $rule->interval;
        $own = Gregorian::secondOfDay($start->seconds);
        $this->first = $start->seconds - ($own % $unit);
        $this->offsets = Positions::of(
            $rule->bySetPos,
            match ($rule->freq) {
                Frequency::Hourly => DayTimes::withinHour($rule, $own),
                Frequency::Minutely => DayTimes::withinMinute($rule, $own),
                default => [0],
            },
        );
        $this->days = new DaySelection($rule, $start->date());
        $this->limitsDays = $rule->byDay !== [] || $rule->byMonth !== [] || $rule->byMonthDay !== [] || $rule->byYearDay !== [];
        $this->limits = array_values(
            array_filter(
                [[3600, $rule->byHour], [60, $rule->byMinute], [1, $rule->bySecond]],
                fn (array $limit): bool => $limit[0] >= $unit && $limit[1] !== [],
            ),
        );
    }

    public function from(int $number): Generator
    {
        if ($this->offsets === [] || ! $this->everMeets() || ($this->limitsDays && ! $this->days->everPasses())) {
            yield $this->first => [];

            return;
        }
        $moment = $this->first + $number * $this->step;
        while (true) {
            $end = $this->endOfLeftOutDay($moment) ?? $this->endOfLeftOutTime($moment);
            yield $moment => $end === null ? $this->offsets : [];
            $moment = self::stepTo($moment, $end ?? $moment + 1, $this->step);
        }
    }

    public function before(int $second): int
    {
        return intdiv($second - $this->first, $this->step);
    }

    public function sizeOf(int $number): ?int
    {
        if ($this->limits === [] && ! $this->limitsDays) {
            return $number * count($this->offsets);
        }

        return 86400 % $this->step === 0 ? $this->ofDays($this->first + $number * $this->step) * count($this->offsets) : null;
    }

    /** How many steps count before a second; every day that passes has as many. */
    private function ofDays(int $end): int
    {
        $whole = $this->ofDay(0, 86400);
        [$first, $last] = [Gregorian::dayOf($this->first), Gregorian::dayOf($end)];
        $sum = 0;
        for ($day = $first; $day <= $last; $day = $passes ? $day + 1 : $this->days->nextAfter($day)) {
            $this->work->spend(1);
            $passes = ! $this->limitsDays || $this->days->passes($day);
            if ($passes && $day > $first && $day < $last) {
                $sum += $whole;
            } elseif ($passes) {
                $sum += $this->ofDay(
                    $day === $first ? Gregorian::secondOfDay($this->first) : 0,
                    $day === $last ? Gregorian::secondOfDay($end) : 86400,
                );
            }
        }

        return $sum;
    }

    /** How many steps count from one second of a day to another. */
    private function ofDay(int $from, int $to): int
    {
        $count = 0;
        for (
            $moment = self::stepTo(Gregorian::secondOfDay($this->first) % $this->step, $from, $this->step);
            $moment < $to;
            $moment = self::stepTo($moment, $end ?? $moment + 1, $this->step)
        ) {
            $end = $this->endOfLeftOutTime($moment);
            $count += $end === null ? 1 : 0;
        }

        return $count;
    }

    public function cycle(): int
    {
        return min(
            Gregorian::LAST_SECOND,
            Gregorian::together($this->step, $this->days->looksAtWeekdaysOnly() ? 7 * 86400 : Gregorian::CYCLE_SECONDS),
        );
    }

    /** Whether steps over the clock ever meet a time that the rule lets pass: every sixtieth minute may never be half past. */
    private function everMeets(): bool
    {
        // The times of day that steps ever meet lie as far apart as the greatest common divisor of a step and a day.
        $apart = $this->step;
        for ($rest = 86400; $rest > 0;) {
            [$apart, $rest] = [$rest, $apart % $rest];
        }
        for (
            $moment = Gregorian::secondOfDay($this->first) % $apart;
            $moment < 86400;
            $moment = self::stepTo($moment, $end, $apart)
        ) {
            $end = $this->endOfLeftOutTime($moment);
            if ($end === null) {
                return true;
            }
        }

        return false;
    }

    /** The first moment at or after an end, in steps. */
    private static function stepTo(int $moment, int $end, int $step): int
    {
        return $moment + intdiv($end - $moment + $step - 1, $step) * $step;
    }

    private function endOfLeftOutDay(int $moment): ?int
    {
        $day = Gregorian::dayOf($moment);

        return ! $this->limitsDays || $this->days->passes($day) ? null : $this->days->nextAfter($day) * 86400;
    }

    /** Where the stretch ends in which an hour, a minute or a second that the rule leaves out keeps a moment from counting. */
    private function endOfLeftOutTime(int $moment): ?int
    {
        $second = Gregorian::secondOfDay($moment);
        foreach ($this->limits as [$unit, $wanted]) {
            if (! in_array(intdiv($second, $unit) % 60, $wanted, true)) {
                return $moment - ($second % $unit) + $unit;
            }
        }

        return null;
    }
}
