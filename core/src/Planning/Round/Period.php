<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Round;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Weekday;

/** The week or the month that a round is about. */
final readonly class Period
{
    /** @param  'week'|'month'  $kind */
    private function __construct(public string $kind, public LocalDate $start, public int $days)
    {
    }

    /**
     * That in which a date lies.
     *
     * @param  'week'|'month'  $kind
     * @param  Weekday  $first  with which weeks begin
     */
    public static function holding(string $kind, LocalDate $date, Weekday $first): self
    {
        return $kind === 'week'
            ? new self($kind, $date->startOfWeek($first), 7)
            : new self($kind, LocalDate::of($date->year, $date->month, 1), Gregorian::daysInMonth($date->year, $date->month));
    }

    /** The first date after it. */
    public function end(): LocalDate
    {
        return $this->start->plusDays($this->days);
    }

    public function range(): TimeRange
    {
        return TimeRange::days($this->start, $this->days);
    }

    public function next(Weekday $first): self
    {
        return self::holding($this->kind, $this->end(), $first);
    }

    public function previous(Weekday $first): self
    {
        return self::holding($this->kind, $this->start->plusDays(-1), $first);
    }

    public function holds(LocalDate $date): bool
    {
        return ! $date->isBefore($this->start) && $date->isBefore($this->end());
    }
}
