<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;

/** Days on which nothing happens: from the first to the last, both included. */
final readonly class Pause
{
    private function __construct(public LocalDate $first, public LocalDate $last)
    {
    }

    /** @throws InvalidTime when it ends before it begins */
    public static function of(LocalDate $first, LocalDate $last): self
    {
        if ($last->isBefore($first)) {
            throw new InvalidTime('The pause ends before it begins.');
        }

        return new self($first, $last);
    }

    public function holds(int $day): bool
    {
        return $day >= $this->first->dayNumber() && $day <= $this->last->dayNumber();
    }
}
