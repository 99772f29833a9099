<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\AfterDone;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** An entry that has a place: that of its first occurrence, and the rule, dates and breaks of its rhythm if it is a routine. */
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
        public Details $details = new Details(),
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

    public function withBreaks(Breaks $breaks): self
    {
        return new self(
            $this->id,
            $this->placement,
            $this->rule,
            $this->extra,
            $this->except,
            $this->afterDone,
            $breaks,
            $this->details,
        );
    }

    /** The same routine with its first occurrence elsewhere. */
    public function startingAt(LocalDateTime $start): self
    {
        return new self(
            $this->id,
            $this->placement->startingAt($start),
            $this->rule,
            $this->extra,
            $this->except,
            $this->afterDone,
            $this->breaks,
            $this->details,
        );
    }

    /** The same at the same hours of another zone's walls; what is all day or goes by no zone stays as it is. */
    public function inZone(Zone $zone): self
    {
        $own = $this->placement->zone;
        if ($own === null) {
            return $this;
        }
        $rule = $this->rule;
        if ($rule?->until !== null && $rule->until->utc) {
            $rule = $rule->ending(null, Until::instant($zone->instant($own->wall($rule->until->wall->seconds))));
        }

        return new self(
            $this->id,
            Placement::timed($this->placement->start, $this->placement->length, $zone),
            $rule,
            $this->extra,
            $this->except,
            $this->afterDone,
            $this->breaks,
            $this->details,
        );
    }

    /** Whether the first occurrence is one that the rule chooses; else it is one more, besides the rule (RFC 5545 3.8.5.3). */
    public function startsOnRule(): bool
    {
        return $this->rule === null ||
            $this->afterDone ||
            RecurrenceSet::firstOnOrAfter($this->rule, $this->placement->start)?->seconds === $this->placement->start->seconds;
    }

    /** The same, from the first date on that its rule chooses. */
    public function startingOnRule(): self
    {
        if ($this->rule === null || $this->afterDone) {
            return $this;
        }
        $first = RecurrenceSet::firstOnOrAfter($this->rule, $this->placement->start);

        return $first === null ? $this : $this->startingAt($first);
    }

    /** Whether another has the same instances under the same recurrence ids, single dates aside. */
    public function hasRhythmOf(self $other): bool
    {
        return (string) $this->rule === (string) $other->rule &&
            $this->afterDone === $other->afterDone &&
            $this->placement->allDay === $other->placement->allDay &&
            $this->placement->startText() === $other->placement->startText();
    }

    /** Whether it may come several times a day. */
    public function namesTimes(): bool
    {
        return $this->rule !== null && $this->rule->namesTimes();
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
