<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/**
 * Where an entry stands: on whole days, or from a wall time on for some minutes. The wall time is what is kept; instants follow
 * from it and the zone (RFC 5545 3.3.5, form 3, and form 1 for a floating one).
 */
final readonly class Placement
{
    public const MOST_DAYS = 366;

    /** @param  int  $length days for an all-day entry, minutes for a timed one */
    private function __construct(public LocalDateTime $start, public int $length, public bool $allDay, public ?Zone $zone)
    {
    }

    /** @throws InvalidTime when it would have no day */
    public static function allDay(LocalDate $first, int $days = 1): self
    {
        if ($days < 1 || $days > self::MOST_DAYS) {
            throw new InvalidTime(
                $days < 1 ? 'The last day lies before the first.' : 'An entry lasts no longer than '.self::MOST_DAYS.' days.',
            );
        }

        return new self($first->startOfDay(), $days, true, null);
    }

    /**
     * @param  Zone|null  $zone  null for a floating entry, at the same hour wherever one is
     *
     * @throws InvalidTime when it would end before it starts
     */
    public static function timed(LocalDateTime $start, int $minutes, ?Zone $zone): self
    {
        if ($minutes < 0 || $minutes > self::MOST_DAYS * 1440) {
            throw new InvalidTime(
                $minutes < 0 ? 'The end lies before the start.' : 'An entry lasts no longer than '.self::MOST_DAYS.' days.',
            );
        }

        return new self($start, $minutes, false, $zone);
    }

    /** The same length, on other days or at other hours. */
    public function startingAt(LocalDateTime $start): self
    {
        return new self(
            $this->allDay && $start->seconds % 86400 !== 0 ? $start->date()->startOfDay() : $start,
            $this->length,
            $this->allDay,
            $this->zone,
        );
    }

    /** The wall time of the place itself at which it ends; not in it any more. */
    public function end(): LocalDateTime
    {
        return $this->start->plusMinutes($this->allDay ? $this->length * 1440 : $this->length);
    }

    /**
     * What it covers on the walls of someone in a zone.
     *
     * A start that a clock change leaves out is read an hour on (RFC 5545 3.3.5), and the end goes with it: the entry keeps
     * its length, and counts in the load.
     */
    public function seenFrom(Zone $viewer): TimeRange
    {
        if ($this->allDay) {
            return TimeRange::of($this->start, $this->end());
        }
        $own = $this->zone ?? $viewer;
        $end = $this->end();
        if ($own === $viewer && $viewer->isSteady($this->start, $end)) {
            return TimeRange::of($this->start, $end);
        }
        $from = $own->instant($this->start);
        $leftOut = $own->wall($from)->seconds - $this->start->seconds;
        $to = max($from, $own->instant($end->plusSeconds($leftOut)));
        $seenFrom = $viewer->wall($from);
        $seenTo = $viewer->wall($to);

        // Across the end of summer time the later wall may show the same time, or an earlier one: then it is as long as it lasts.
        return TimeRange::of($seenFrom, $seenTo->seconds <= $seenFrom->seconds ? $seenFrom->plusSeconds($to - $from) : $seenTo);
    }

    /** The instant it starts at, for someone in a zone (all-day entries start with the day). */
    public function startsAt(Zone $viewer): int
    {
        return ($this->zone ?? $viewer)->instant($this->start);
    }

    /** The date of an all-day start, the date and time of a timed one. */
    public function startText(): string
    {
        return $this->allDay ? (string) $this->start->date() : (string) $this->start;
    }
}
