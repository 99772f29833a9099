<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * How full a day is, in minutes: busy hours and travel with overlaps counted once, and what the tasks on the day's
 * list are thought to take, against the hours that the day has.
 */
final readonly class DayLoad
{
    private function __construct(
        public LocalDate $day,
        public int $placed,
        public int $listed,
        public int $capacity,
        public int $tasks,
        public int $done,
    ) {
    }

    /**
     * @param  list<Block>  $blocks  those of other days are passed over
     * @param  int  $capacity  minutes
     */
    public static function of(LocalDate $day, array $blocks, int $capacity): self
    {
        $window = TimeRange::days($day, 1);
        $stretches = [];
        $listed = $tasks = $done = 0;
        foreach ($blocks as $block) {
            if ($block->isTask && self::belongsTo($block, $day)) {
                $tasks++;
                $done += $block->isDone ? 1 : 0;
                $listed += $block->allDay ? $block->estimate ?? 0 : 0;
            }
            if (! $block->allDay && $block->isBusy) {
                $from = max($window->from->seconds, $block->seen->from->seconds - $block->travel * 60);
                $to = min($window->to->seconds, $block->seen->to->seconds);
                if ($to > $from) {
                    $stretches[] = [$from, $to];
                }
            }
        }

        return new self($day, intdiv(self::covered($stretches), 60), $listed, $capacity, $tasks, $done);
    }

    public function minutes(): int
    {
        return $this->placed + $this->listed;
    }

    public function isOverFull(): bool
    {
        return $this->minutes() > $this->capacity;
    }

    /** A task counts on the day it starts on, an all-day one on each of its days. */
    private static function belongsTo(Block $block, LocalDate $day): bool
    {
        return $block->allDay
            ? $block->seen->touches(TimeRange::days($day, 1))
            : $block->seen->from->dayNumber() === $day->dayNumber();
    }

    /**
     * Seconds covered by stretches, where they overlap only once.
     *
     * @param  list<array{int, int}>  $stretches
     */
    private static function covered(array $stretches): int
    {
        sort($stretches);
        $sum = 0;
        $reached = PHP_INT_MIN;
        foreach ($stretches as [$from, $to]) {
            $sum += max(0, $to - max($from, $reached));
            $reached = max($reached, $to);
        }

        return $sum;
    }
}
