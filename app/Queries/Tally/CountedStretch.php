<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Time\LocalDate;

/** What was counted of some days: every line, and how full each day is. */
final readonly class CountedStretch
{
    /**
     * @param  list<CountedLine>  $lines  in no order
     * @param  list<int>  $placed  minutes of each day's load that are placed, overlaps once
     * @param  list<int>  $listed  minutes of each day's load that stand on its list
     * @param  list<string>  $busy  of each day what fills it, one after the other with ";" between: from and to in seconds of the
     *   day, and the key of the occurrence, with "," between; empty where nobody needs it
     */
    public function __construct(
        public LocalDate $from,
        public int $days,
        public array $lines,
        public array $placed,
        public array $listed,
        public array $busy = [],
    ) {
    }

    /** A part of it. */
    public function slice(LocalDate $from, int $days): self
    {
        $first = $from->dayNumber();
        $isIn = function (CountedLine $line) use ($first, $days): bool {
            $day = (int) floor($line->count->from / 86400) - $first;

            return $day >= 0 && $day < $days;
        };
        $at = $first - $this->from->dayNumber();

        return new self(
            $from,
            $days,
            array_values(array_filter($this->lines, $isIn)),
            array_slice($this->placed, $at, $days),
            array_slice($this->listed, $at, $days),
            array_slice($this->busy, $at, $days),
        );
    }

    /** @return int minutes of the load of one of its days, as the board has it */
    public function load(int $day): int
    {
        return $this->placed[$day] + $this->listed[$day];
    }
}
