<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** One occurrence of an entry, resolved: what its rule gives, with its override applied where it has one. */
final readonly class Occurrence
{
    /**
     * @param  TimeRange  $seen what it covers on the viewer's walls
     * @param  Details  $details  of this one
     * @param  int  $dueDays  how many days its due date lies after the one in its details, which is of the first occurrence
     * @param  LocalDate|null  $since the day it was meant for, when it has rolled on from there
     */
    public function __construct(
        public string $seriesId,
        public string $recurrenceId,
        public Placement $placement,
        public TimeRange $seen,
        public ?Override $change,
        public Details $details,
        private int $dueDays = 0,
        public bool $isRoutine = false,
        public ?LocalDate $since = null,
    ) {
    }

    public function isDone(): bool
    {
        return $this->change?->doneAt !== null;
    }

    /** Decided against; it stays in the record. */
    public function isLetGo(): bool
    {
        return $this->change?->letGoAt !== null;
    }

    /**
     * A date, or a date and time.
     *
     * @throws \PlumRota\Core\Time\InvalidTime where it lies in years that there are not
     */
    public function due(): ?string
    {
        $due = $this->details->due;

        return $due === null ? null : Due::shifted($due, $this->dueDays);
    }

    /**
     * Whether it should have been done by now.
     *
     * @param  int  $now  Unix seconds
     *
     * @throws \PlumRota\Core\Time\InvalidTime
     */
    public function isLate(Zone $viewer, int $now): bool
    {
        $due = $this->isDone() || $this->isLetGo() ? null : $this->due();

        return $due !== null && Due::parse($due)->isLate($viewer, $now);
    }

    /**
     * Whether it is placed so that it would be done too late.
     *
     * @throws \PlumRota\Core\Time\InvalidTime
     */
    public function isAfterDue(): bool
    {
        $due = $this->isDone() ? null : $this->due();

        return $due !== null && Due::parse($due)->isMissedBy($this->seen->to);
    }

    /** Where it stands on the list of a day, since then. */
    public function onDay(LocalDate $day, LocalDate $since): self
    {
        return new self(
            $this->seriesId,
            $this->recurrenceId,
            Placement::allDay($day),
            TimeRange::days($day, 1),
            $this->change,
            $this->details,
            $this->dueDays,
            $this->isRoutine,
            $since,
        );
    }

    public function isMoved(): bool
    {
        return $this->change?->placement !== null;
    }
}
