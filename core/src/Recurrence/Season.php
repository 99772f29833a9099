<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;

/** A stretch of every year, first and last day included; from November to March it reaches over the year's end. */
final readonly class Season
{
    private function __construct(private int $first, private int $last)
    {
    }

    /** @throws InvalidTime when a leap year has no such day */
    public static function of(int $firstMonth, int $firstDay, int $lastMonth, int $lastDay): self
    {
        try {
            LocalDate::of(2000, $firstMonth, $firstDay);
            LocalDate::of(2000, $lastMonth, $lastDay);
        } catch (InvalidTime) {
            throw new InvalidTime('A season begins and ends on days that the year has.');
        }

        return new self($firstMonth * 100 + $firstDay, $lastMonth * 100 + $lastDay);
    }

    /** Its first day, as MM-DD. */
    public function from(): string
    {
        return sprintf('%02d-%02d', intdiv($this->first, 100), $this->first % 100);
    }

    /** Its last day, as MM-DD. */
    public function to(): string
    {
        return sprintf('%02d-%02d', intdiv($this->last, 100), $this->last % 100);
    }

    public function holds(int $day): bool
    {
        [, $month, $date] = Gregorian::fromDayNumber($day);
        $at = $month * 100 + $date;

        return $this->first <= $this->last
            ? $at >= $this->first && $at <= $this->last
            : $at >= $this->first || $at <= $this->last;
    }
}
