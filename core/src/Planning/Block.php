<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Time\TimeRange;

/** An occurrence reduced to what planning needs: the time it covers on the planner's walls, and how that time counts. */
final readonly class Block
{
    /**
     * @param  string  $key  the caller's name for it
     * @param  TimeRange  $seen  on the planner's walls
     * @param  int  $travel  minutes kept before it
     * @param  int|null  $estimate  minutes of work a task without hours is thought to take
     * @param  int  $margin  minutes kept after it
     * @param  bool  $isTentative  wants its time, but not for certain
     */
    public function __construct(
        public string $key,
        public TimeRange $seen,
        public bool $allDay,
        public bool $isTask,
        public bool $isBusy,
        public bool $isDone = false,
        public int $travel = 0,
        public ?int $estimate = null,
        public int $margin = 0,
        public bool $isTentative = false,
    ) {
    }
}
