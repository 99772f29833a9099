<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/** How the minutes of a line are rounded on a sheet of hours. */
final readonly class Rounding
{
    public const STEPS = [1, 5, 6, 10, 15, 30, 60];

    /**
     * @param  int  $step  minutes
     * @param  bool  $isUp  to the next step; else to the nearest, from its half on up
     */
    public function __construct(private int $step = 1, private bool $isUp = false)
    {
    }

    /** @return int minutes; what was worked on at all is never rounded to nothing where it is rounded up */
    public function of(int $minutes): int
    {
        return intdiv($minutes + ($this->isUp ? $this->step - 1 : intdiv($this->step, 2)), $this->step) * $this->step;
    }
}
