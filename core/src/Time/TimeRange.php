<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/** A half-open stretch of wall time: from is in it, to is not. */
final readonly class TimeRange
{
    private function __construct(public LocalDateTime $from, public LocalDateTime $to)
    {
    }

    /** @throws InvalidTime when it would end before it begins */
    public static function of(LocalDateTime $from, LocalDateTime $to): self
    {
        if ($to->seconds < $from->seconds) {
            throw new InvalidTime('The end lies before the start.');
        }

        return new self($from, $to);
    }

    public static function days(LocalDate $first, int $days): self
    {
        return self::of($first->startOfDay(), $first->plusDays($days)->startOfDay());
    }

    public function minutes(): int
    {
        return intdiv($this->to->seconds - $this->from->seconds, 60);
    }

    /** A range without length touches another when it lies inside it. */
    public function touches(self $other): bool
    {
        if ($this->from->seconds === $this->to->seconds) {
            return $this->from->seconds >= $other->from->seconds && $this->from->seconds < $other->to->seconds;
        }

        return $this->from->seconds < $other->to->seconds && $other->from->seconds < $this->to->seconds;
    }
}
