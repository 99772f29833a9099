<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** One single time of an entry, as it stands after its change, if it has one. */
final readonly class Occurrence
{
    /**
     * @param  TimeRange  $seen what it covers on the viewer's walls
     * @param  LocalDate|null  $since the day it was meant for, when it has rolled on from there
     */
    public function __construct(
        public string $seriesId,
        public string $recurrenceId,
        public Placement $placement,
        public TimeRange $seen,
        public ?Change $change,
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

    public function isMoved(): bool
    {
        return $this->change?->placement !== null;
    }
}
