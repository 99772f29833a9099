<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use Generator;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;

/** DAILY and WEEKLY: the same seconds every so many days, unless a limit takes some away. */
final readonly class DayWalk implements Walk
{
    /** Periods without anything, before they are passed over in greater steps. */
    private const PATIENCE = 100;

    /** The day on which the first period begins. */
    private int $first;

    /** Days from one period to the next. */
    private int $stride;

    /** @var list<int> the days of a period, from its first */
    private array $days;

    /** What takes days away, where something does. */
    private ?DaySelection $limit;

    private DayTimes $times;

    public function __construct(private RecurrenceRule $rule, LocalDateTime $start)
    {
        $this->times = new DayTimes($rule, $start);
        $day = $start->dayNumber();
        $isWeekly = $rule->freq === Frequency::Weekly;
        $own = $isWeekly ? self::inWeek(Weekday::numberOf($day), $rule) : 0;
        $this->first = $day - $own;
        $this->stride = $isWeekly ? 7 * $rule->interval : $rule->interval;
        $days = [];
        foreach ($isWeekly ? $rule->byDay : [] as $wanted) {
            $days[] = self::inWeek($wanted->weekday->value, $rule);
        }
        sort($days);
        $this->days = $days !== [] ? $days : [$own];
        $isLimited = $rule->byMonth !== [] || $rule->byMonthDay !== [] || (! $isWeekly && $rule->byDay !== []);
        $this->limit = $isLimited ? new DaySelection($rule, $start->date()) : null;
    }

    /** How many days after the first of its week a weekday comes. */
    private static function inWeek(int $weekday, RecurrenceRule $rule): int
    {
        return ($weekday - $rule->weekStart->value + 7) % 7;
    }

    public function from(int $number): Generator
    {
        $limit = $this->limit;
        $offsets = $this->times->on($this->days);
        if ($limit !== null && ! $limit->everPasses()) {
            yield $this->first * 86400 => [];

            return;
        }
        $barren = 0;
        for ($first = $this->first + $number * $this->stride; ;) {
            $days =
                $limit === null
                    ? $this->days
                    : array_values(array_filter($this->days, fn (int $day): bool => $limit->passes($first + $day)));
            yield $first * 86400 => $limit === null ? $offsets : $this->times->on($days);
            $barren = $days === [] ? $barren + 1 : 0;
            // Where nothing comes for long, the days are passed over on which nothing can.
            $next =
                $limit !== null && $barren > self::PATIENCE && count($this->days) === 1
                    ? $limit->nextAfter($first + $this->days[0]) - $this->days[0]
                    : $first + 1;
            $first += intdiv($next - $first + $this->stride - 1, $this->stride) * $this->stride;
        }
    }

    public function before(int $second): int
    {
        return intdiv(Gregorian::dayOf($second) - $this->first, $this->stride);
    }

    public function sizeOf(int $number): ?int
    {
        return $this->limit === null ? $number * count($this->times->on($this->days)) : null;
    }

    public function cycle(): int
    {
        return Gregorian::together(
            $this->stride,
            $this->limit === null || $this->limit->looksAtWeekdaysOnly() ? 7 : intdiv(Gregorian::CYCLE_SECONDS, 86400),
        ) * 86400;
    }
}
