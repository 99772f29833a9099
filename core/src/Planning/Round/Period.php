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
    /** Days at the end of a week on which the next one is laid out. */
    private const LAST_DAYS = 3;

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

    /**
     * That which a round on a date is about: in the last days of a week already the next one, else that of the date.
     *
     * @param  'week'|'month'  $kind
     * @param  Weekday  $first  with which weeks begin
     */
    public static function meant(string $kind, LocalDate $today, Weekday $first): self
    {
        $here = self::holding($kind, $today, $first);

        return $kind === 'week' && $here->end()->dayNumber() - $today->dayNumber() <= self::LAST_DAYS
            ? $here->next($first)
            : $here;
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
