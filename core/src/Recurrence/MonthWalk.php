<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use Generator;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;

/**
 * MONTHLY and YEARLY: what a rule chooses depends on the shape of the month or year alone.
 *
 * A month has only 28 shapes (its length and the weekday of its first), a year 14, and the calendar repeats after 400.
 * Each shape is worked out once.
 */
final class MonthWalk implements Walk
{
    /** Months in a period. */
    private readonly int $unit;

    /** The month in which the first period begins, counted from the year 0. */
    private readonly int $first;

    private readonly DaySelection $days;

    private readonly DayTimes $times;

    /** After how many days the weekdays, where they matter, are the same. */
    private readonly int $week;

    /** After how many months a month may count as the same, other than by its shape. */
    private readonly int $round;

    /** Seconds kept in all shapes together. */
    private const MOST_KEPT = 300_000;

    /** @var array<int, list<int>> by shape */
    private array $shapes = [];

    private int $kept = 0;

    public function __construct(
        private readonly RecurrenceRule $rule,
        LocalDateTime $start,
        private readonly Work $work = new Work(),
    ) {
        $month = Gregorian::monthOf($start->dayNumber());
        $this->unit = $rule->freq === Frequency::Yearly ? 12 : 1;
        $this->first = $month - ($month % $this->unit);
        $this->days = new DaySelection($rule, $start->date());
        $this->times = new DayTimes($rule, $start);
        $this->week = $rule->byDay !== [] ? 7 : 1;
        $this->round = match (true) {
            $rule->byWeekNo !== [] => 4800, // weeks reach over into the neighbours of a year
            $rule->byMonth !== [] => 12,
            default => 1,
        };
    }

    /** A DAILY rule whose BY parts only limit, as the MONTHLY one that makes the same days: whole months share their work. */
    public static function ofDays(RecurrenceRule $rule, LocalDateTime $start, Work $work = new Work()): ?self
    {
        $isLimited = $rule->byMonth !== [] || $rule->byMonthDay !== [] || $rule->byDay !== [];
        if ($rule->freq !== Frequency::Daily || $rule->interval !== 1 || $rule->bySetPos !== [] || ! $isLimited) {
            return null;
        }

        return new self($rule->byDaysOfMonths(), $start, $work);
    }

    public function from(int $number): Generator
    {
        $step = $this->unit * $this->rule->interval;
        $month = $this->first + $number * $step;
        $day = Gregorian::firstOfMonth($month);
        while (true) {
            $length = $this->length($month);
            yield $day * 86400 => $this->offsets($month, $day, $length);
            $month += $step;
            $day = $step === $this->unit ? $day + $length : Gregorian::firstOfMonth($month);
        }
    }

    public function before(int $second): int
    {
        $number = intdiv(Gregorian::monthOf(Gregorian::dayOf($second)) - $this->first, $this->unit * $this->rule->interval);

        // SKIP=FORWARD may carry a date into the period after its own.
        return $this->rule->skip === Skip::Forward ? max(0, $number - 1) : $number;
    }

    public function sizeOf(int $number): ?int
    {
        if ($this->rule->skip === Skip::Forward) {
            return null; // a date carried into the next period may meet one there
        }
        $size = $this->sizeOfEach();
        if ($size !== null) {
            return $number * $size;
        }
        $sum = 0;
        $most = null;
        foreach ($this->from(0) as $offsets) {
            // Beyond the last instance there is nothing to find, so it need not be exact there. What the first period holds
            // may lie before the start, and is not counted.
            $most ??= $this->rule->count + count($offsets);
            if ($number-- <= 0 || $sum > $most) {
                break;
            }
            $this->work->spend(1);
            $sum += count($offsets);
        }

        return $sum;
    }

    public function cycle(): int
    {
        return Gregorian::CYCLE_SECONDS * $this->rule->interval;
    }

    /** How many seconds each period has, where all have as many; null otherwise. */
    private function sizeOfEach(): ?int
    {
        if ($this->unit === 1 && $this->rule->byMonth !== []) {
            return null; // none in the other months
        }
        $sizes = [];
        // In 28 years in a row every shape comes up: of the years, of February, and of the months of 30 and 31 days.
        for ($year = 2001; $year <= 2028; $year++) {
            foreach ($this->unit === 1 ? [1, 3, 4] : [0] as $number) {
                $month = $year * 12 + $number;
                $sizes[count($this->offsets($month, Gregorian::firstOfMonth($month), $this->length($month)))] = true;
            }
        }

        return count($sizes) === 1 ? key($sizes) : null;
    }

    /** How many days the month or year has that begins with a month. */
    private function length(int $month): int
    {
        $year = intdiv($month, 12);

        return $this->unit === 1 ? Gregorian::daysInMonth($year, ($month % 12) + 1) : (Gregorian::isLeap($year) ? 366 : 365);
    }

    /** @return list<int> what is chosen in the month or year that begins on a day, in seconds from its first midnight */
    private function offsets(int $month, int $first, int $length): array
    {
        $shape = ($month % $this->round) * 10_000 + $length * 14 + ($first % $this->week);
        if (isset($this->shapes[$shape])) {
            return $this->shapes[$shape];
        }
        $offsets = $this->chosen($month, $first);
        $this->work->spend(20 + intdiv(count($offsets), 8));
        // Large ones are worked out anew rather than kept for as many shapes as there may be.
        $this->kept += count($offsets);
        if ($this->kept <= self::MOST_KEPT) {
            $this->shapes[$shape] = $offsets;
        }

        return $offsets;
    }

    /** @return list<int> */
    private function chosen(int $month, int $first): array
    {
        [$year, $number] = [intdiv($month, 12), ($month % 12) + 1];
        $days = $this->unit === 1 ? $this->days->inMonth($year, $number) : $this->days->inYear($year);

        return $this->times->on(array_map(fn (int $day): int => $day - $first, $days));
    }
}
