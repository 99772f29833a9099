<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\AfterDone;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/** An entry that has a place, and its rhythm if it is a routine. */
final readonly class Series
{
    /** The recurrence id of an entry that happens only once. */
    public const ONCE = 'once';

    /**
     * @param  Placement  $placement  of the first occurrence
     * @param  list<LocalDateTime>  $extra  RDATE
     * @param  list<LocalDateTime>  $except  EXDATE
     * @param  bool  $afterDone  the rule counts from the day the last one was finished
     * @param  Breaks|null  $breaks  null for none
     */
    public function __construct(
        public string $id,
        public Placement $placement,
        public ?RecurrenceRule $rule = null,
        public array $extra = [],
        public array $except = [],
        public bool $afterDone = false,
        public ?Breaks $breaks = null,
    ) {
    }

    public function isRoutine(): bool
    {
        return $this->rule !== null || $this->extra !== [];
    }

    public function recurrenceSet(): RecurrenceSet
    {
        return new RecurrenceSet($this->placement->start, $this->rule, $this->extra, $this->except, $this->placement->zone);
    }

    public function afterDone(): ?AfterDone
    {
        return $this->afterDone && $this->rule !== null ? new AfterDone($this->placement->start, $this->rule) : null;
    }

    public function recurrenceId(LocalDateTime $start): string
    {
        if (! $this->isRoutine()) {
            return self::ONCE;
        }

        return $this->placement->allDay ? (string) $start->date() : (string) $start;
    }

    /**
     * The start that a recurrence id names.
     *
     * @throws \PlumRota\Core\Time\InvalidTime when it is not a date, or date and time, as this series writes them
     */
    public function startOf(string $recurrenceId): LocalDateTime
    {
        return match (true) {
            $recurrenceId === self::ONCE => $this->placement->start,
            $this->placement->allDay => LocalDate::parse($recurrenceId)->startOfDay(),
            default => LocalDateTime::parse($recurrenceId),
        };
    }
}
