<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Time\LocalDate;

/** How full a day is, in minutes, against the hours that it has; LoadOfDays says what counts. */
final readonly class DayLoad
{
    /**
     * @param  int  $placed  busy hours, travel and margins, overlaps once
     * @param  int  $listed  what the tasks on the day's list are thought to take
     * @param  int  $tasks  how many, on the list and in the hours
     * @param  int  $done  how many of them are
     */
    public function __construct(
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
        $load = new LoadOfDays($day, 1);
        foreach ($blocks as $block) {
            $load->add($block);
        }

        return $load->loads([$capacity])[0];
    }

    public function minutes(): int
    {
        return $this->placed + $this->listed;
    }

    /**
     * @param  int  $adding  minutes it is imagined to hold besides
     * @return int minutes, below nothing where it is over-full
     */
    public function free(int $adding = 0): int
    {
        return $this->capacity - $this->minutes() - $adding;
    }

    /**
     * What is left of the share of the day that was to stay free.
     *
     * @param  int  $percent  of what the day has to give
     * @return int minutes, from nothing to all of that share
     */
    public function breathing(int $percent): int
    {
        return max(0, min(intdiv($this->capacity * $percent, 100), $this->free()));
    }

    public function isOverFull(): bool
    {
        return $this->free() < 0;
    }
}
