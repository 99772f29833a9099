<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Weekday;
use Stringable;

/** One item of BYDAY: a weekday, and where it is the nth of its month or year, which (0 for every one). */
final readonly class WeekdayNum implements Stringable
{
    private function __construct(public Weekday $weekday, public int $nth)
    {
    }

    /** @throws InvalidRule when no month or year has so many weeks */
    public static function of(Weekday $weekday, int $nth = 0): self
    {
        if (abs($nth) > 53) {
            throw new InvalidRule("BYDAY={$nth}{$weekday->name}: a year has no more than 53 weeks.");
        }

        return new self($weekday, $nth);
    }

    public function __toString(): string
    {
        return ($this->nth === 0 ? '' : $this->nth).$this->weekday->name;
    }
}
