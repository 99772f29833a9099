<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/** One time that something to be kept up was due, and what became of it. */
final readonly class HabitMark
{
    /**
     * @param  int  $day  number of the day (LocalDate::dayNumber)
     * @param  int  $at  seconds on the wall, for the order
     * @param  float|null  $measured  the amount noted when it was ticked
     */
    public function __construct(public int $day, public int $at, public Outcome $outcome, public ?float $measured = null)
    {
    }
}
