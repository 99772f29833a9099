<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\LocalTime;

/** A time of day as it was found in the line: what it says, and what it leaves open. */
final readonly class Clock
{
    /**
     * @param  int  $to  the byte after it
     * @param  'am'|'pm'|null  $half
     * @param  bool  $isOpen  whether it leaves the half of the day open, as "at nine" does and "9:00" does not
     * @param  'exact'|'dotted'|'half'|'words'|'number'  $form
     * @param  bool  $isPadded  whether it is written with a nought before it
     * @param  string|null  $fault  a sentence where there is no such time
     */
    public function __construct(
        public int $to,
        public int $hour,
        public int $minute,
        public ?string $half,
        public bool $isOpen,
        public string $form,
        public ?string $fault = null,
        public bool $isPadded = false,
    ) {
    }

    /**
     * The time meant where nothing but the hour decides: from one to six the afternoon, else as it is written.
     *
     * @param  'am'|'pm'|null  $half  of the part of the day that is named beside it
     */
    public function time(?string $half = null): LocalTime
    {
        // "Half past six in the evening" and "6.30 in the evening": what is written as a time has that half too, where it can.
        $half = $this->half ?? ($this->isOpen || ($half === 'pm' && $this->hour >= 1 && $this->hour <= 11) ? $half : null);
        $hour = match (true) {
            $half === 'pm' && $this->hour < 12 => $this->hour + 12,
            $half === 'am' && $this->hour === 12 => 0,
            $half === null && $this->isOpen && $this->hour >= 1 && $this->hour <= 6 => $this->hour + 12,
            default => $this->hour,
        };

        return LocalTime::of($hour % 24, $this->minute);
    }

    /** @param  'am'|'pm'  $half */
    public function in(string $half): self
    {
        return new self($this->to, $this->hour, $this->minute, $half, $this->isOpen, $this->form, $this->fault, $this->isPadded);
    }

    /** Whether it may be the evening as well as the morning. */
    public function isEither(): bool
    {
        return $this->isOpen && $this->half === null && $this->hour >= 7 && $this->hour <= 11;
    }
}
