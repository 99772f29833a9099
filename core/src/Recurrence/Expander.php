<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/**
 * The instances of one rule, as wall seconds, in order: periods → days → times → positions → window.
 *
 * The walk begins at the period that can touch the window; with COUNT, what lies before is multiplied where every period
 * is of one size, summed by the shapes of periods otherwise. What all of that may cost is bounded.
 */
final readonly class Expander
{
    /** No zone sets its clocks by more than a day, so further from the end than this an instance comes before UNTIL. */
    private const NEAR_THE_END = 2 * 86400;

    private int $start;

    private int $last;

    /** What comes later than this may be one too many: only there UNTIL decides on each. */
    private int $certain;

    private Walk $walk;

    private Work $work;

    public function __construct(private RecurrenceRule $rule, LocalDateTime $start, private ?Zone $zone = null)
    {
        $this->start = $start->seconds;
        $this->work = new Work();
        $this->last = min($rule->until?->lastSecond($zone) ?? PHP_INT_MAX, Gregorian::LAST_SECOND);
        $this->certain = $rule->until === null ? PHP_INT_MAX : $this->last - self::NEAR_THE_END;
        $this->walk = match (true) {
            $rule->rscale !== 'GREGORIAN' => new OtherCalendarWalk($rule, $start, $this->work),
            $rule->freq->isWithinDay() => new ClockWalk($rule, $start, $this->work),
            $rule->freq === Frequency::Yearly, $rule->freq === Frequency::Monthly => new MonthWalk($rule, $start, $this->work),
            default => MonthWalk::ofDays($rule, $start, $this->work) ?? new DayWalk($rule, $start),
        };
    }

    /**
     * The instances with from ≤ second < to, at most so many of them. The start is always the first.
     *
     * @return list<int> ascending, each once
     *
     * @throws InvalidRule
     */
    public function collect(int $from, int $to, int $limit): array
    {
        $this->work->begin();
        $last = min($this->last, $to - 1);
        if ($this->start > $last || $limit < 1 || ! $this->isInTime($this->start)) {
            return [];
        }
        $found = $this->start >= $from ? [$this->start] : [];
        $number = count($found);
        if ($number >= $limit) {
            return $found;
        }
        [$period, $left] = $this->ahead($from);
        $previous = $this->start;
        $cycle = $this->walk->cycle();
        $hope = max($from, $this->start) + $cycle;
        foreach ($this->walk->from($period) as $base => $offsets) {
            $this->work->spend(2 + intdiv(count($offsets), 16));
            $hope = $offsets === [] ? $hope : $base + $cycle;
            if ($base > $last || $base > $hope) {
                break;
            }
            foreach ($offsets as $offset) {
                $second = $base + $offset;
                if ($second <= $previous) {
                    continue;
                }
                if ($second > $last || $left-- <= 0) {
                    return $found;
                }
                $previous = $second;
                if ($second >= $from && $this->isInTime($second)) {
                    $found[] = $second;
                    if (++$number >= $limit) {
                        return $found;
                    }
                }
            }
        }

        return $found;
    }

    private function isInTime(int $second): bool
    {
        return $second <= $this->certain || $this->rule->until === null || $this->rule->until->allows($second, $this->zone);
    }

    /** Whether the rule chooses its start by itself, were it not for being the start. */
    public function choosesStart(): bool
    {
        return in_array($this->start, $this->ofFirstPeriod(), true);
    }

    /**
     * @return array{int, int} how many periods to pass over on the way to a second, and how many instances are left of COUNT from
     *   there
     */
    private function ahead(int $from): array
    {
        $periods = $from > $this->start ? $this->walk->before($from) : 0;
        if ($this->rule->count === null) {
            return [$periods, PHP_INT_MAX];
        }
        $size = $periods > 0 ? $this->walk->sizeOf($periods) : null;
        if ($size === null) {
            return [0, $this->rule->count - 1];
        }
        $early = array_filter($this->ofFirstPeriod(), fn (int $second): bool => $second <= $this->start);

        return [$periods, $this->rule->count - 1 - $size + count($early)];
    }

    /** @return list<int> the seconds chosen in the period that holds the start */
    private function ofFirstPeriod(): array
    {
        $walk = $this->walk->from(0);

        return array_map(fn (int $offset): int => $walk->key() + $offset, $walk->current());
    }
}
