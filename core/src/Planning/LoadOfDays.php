<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Time\LocalDate;

/**
 * Adds up how full each of some days is. Busy hours, travel and margins count once where they overlap, and what tasks
 * on a day's list are thought to take comes on top.
 */
final class LoadOfDays
{
    /** Both ends of a stretch within a day in one number, so that sorting them is cheap. */
    private const PACK = 131_072;

    private readonly int $start;

    /** @var array<int, list<int>> by day */
    private array $stretches;

    /** @var array<int, int> minutes by day */
    private array $listed;

    /** @var array<int, int> */
    private array $tasks;

    /** @var array<int, int> */
    private array $done;

    public function __construct(private readonly LocalDate $first, private readonly int $days)
    {
        $this->start = $first->dayNumber();
        $this->stretches = array_fill(0, $days, []);
        $this->listed = $this->tasks = $this->done = array_fill(0, $days, 0);
    }

    /** What lies outside the days is passed over. */
    public function add(Block $block): void
    {
        $from = $block->seen->from->seconds - $this->start * 86400;
        $to = $block->seen->to->seconds - $this->start * 86400;
        if ($block->isTask) {
            $this->addTask($block, $from, $to);
        }
        if (! $block->allDay && $block->isBusy) {
            $this->addStretch($from - $block->travel * 60, $to + $block->margin * 60);
        }
    }

    /**
     * @param  list<int>  $capacities  minutes each day has
     * @return list<DayLoad>
     */
    public function loads(array $capacities): array
    {
        $loads = [];
        foreach ($this->stretches as $day => $stretches) {
            $loads[] = new DayLoad(
                $this->first->plusDays($day),
                intdiv(self::covered($stretches), 60),
                $this->listed[$day],
                $capacities[$day],
                $this->tasks[$day],
                $this->done[$day],
            );
        }

        return $loads;
    }

    /**
     * What is left free of a day between two of its minutes.
     *
     * @param  int  $day  from 0
     * @param  int  $least  minutes; shorter gaps are passed over
     * @return list<array{from: int, to: int}> minutes of the day
     */
    public function free(int $day, int $from, int $to, int $least): array
    {
        $stretches = $this->stretches[$day];
        sort($stretches);
        $gaps = [];
        $reached = $from * 60;
        foreach ([...$stretches, $to * 60 * self::PACK + $to * 60] as $stretch) {
            $begins = min($to * 60, intdiv($stretch, self::PACK));
            if ($begins - $reached >= $least * 60) {
                $gaps[] = ['from' => intdiv($reached + 59, 60), 'to' => intdiv($begins, 60)];
            }
            $reached = max($reached, $stretch % self::PACK);
        }

        return $gaps;
    }

    /** A task counts on the day it starts on, an all-day one on each of its days. */
    private function addTask(Block $block, int $from, int $to): void
    {
        $day = intdiv($from < 0 ? $from - 86399 : $from, 86400);
        $last = $block->allDay ? intdiv($to + 86399, 86400) - 1 : $day;
        for ($day = max(0, $day); $day <= $last && $day < $this->days; $day++) {
            $this->tasks[$day]++;
            $this->done[$day] += $block->isDone ? 1 : 0;
            // What claims no time, by itself or by its calendar, fills no day, with hours or without.
            $this->listed[$day] += $block->allDay && $block->isBusy ? $block->estimate ?? 0 : 0;
        }
    }

    private function addStretch(int $from, int $to): void
    {
        $from = max(0, $from);
        $to = min($this->days * 86400, $to);
        for ($day = intdiv($from, 86400); $from < $to; $day++) {
            $end = min($to, ($day + 1) * 86400);
            $this->stretches[$day][] = ($from - $day * 86400) * self::PACK + $end - $day * 86400;
            $from = $end;
        }
    }

    /**
     * Seconds covered by stretches, where they overlap only once.
     *
     * @param  list<int>  $stretches
     */
    private static function covered(array $stretches): int
    {
        sort($stretches);
        $sum = $reached = 0;
        foreach ($stretches as $stretch) {
            $from = intdiv($stretch, self::PACK);
            $to = $stretch % self::PACK;
            if ($to > $reached) {
                $sum += $to - max($from, $reached);
                $reached = $to;
            }
        }

        return $sum;
    }
}
