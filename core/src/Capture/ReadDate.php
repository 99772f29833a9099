<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\LocalDate;

/** A date as it was found in the line. */
final readonly class ReadDate
{
    /**
     * @param  int  $to  the byte after it
     * @param  int  $days  it lasts: two for a weekend
     * @param  'am'|'pm'|null  $half  of the clock, where a part of the day was named
     * @param  bool  $isLoose  it may be an ordinary word
     * @param  string|null  $fault  a sentence where there is no such date
     * @param  LocalDate|null  $other  what it may have been meant for as well
     * @param  string|null  $moving  what it is reckoned from and is on another date each year, as Easter
     */
    public function __construct(
        public int $to,
        public LocalDate $date,
        public int $days = 1,
        public ?string $half = null,
        public bool $isLoose = false,
        public ?string $fault = null,
        public ?LocalDate $other = null,
        public ?string $moving = null,
    ) {
    }

    /** The same with what follows it. */
    public function until(int $to): self
    {
        return new self($to, $this->date, $this->days, $this->half, $this->isLoose, $this->fault, $this->other, $this->moving);
    }

    /**
     * The same with a part of the day that was named behind it.
     *
     * @param  'am'|'pm'  $half
     */
    public function in(string $half, int $to): self
    {
        return new self($to, $this->date, $this->days, $half, $this->isLoose, $this->fault, $this->other, $this->moving);
    }
}
