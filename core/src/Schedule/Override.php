<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\PeriodValue;
use PlumRota\Core\Time\Zone;

/**
 * What makes one occurrence differ from its rule (a component with a RECURRENCE-ID, RFC 5545 3.8.4.4): another place, left out,
 * done, decided against, or details of its own.
 */
final readonly class Override
{
    /**
     * @param  string  $recurrenceId  the start the rule gave it, or Series::ONCE
     * @param  Placement|null  $placement  where it stands instead
     * @param  int|null  $doneAt  Unix seconds
     * @param  int|null  $letGoAt  Unix seconds at which it was decided not to do it
     * @param  array<string, mixed>  $own  what it is instead, by the names of Details::OWN
     */
    public function __construct(
        public string $recurrenceId,
        public ?Placement $placement = null,
        public bool $skipped = false,
        public ?int $doneAt = null,
        public ?int $letGoAt = null,
        public array $own = [],
    ) {
    }

    /** The same, where it stands by the clocks of one zone now by those of another, at its time of day. */
    public function inZone(Zone $from, Zone $to): self
    {
        $place = $this->placement;
        if ($place === null || $place->zone !== $from) {
            return $this;
        }
        $moved = Placement::timed($place->start, $place->length, $to);

        return new self($this->recurrenceId, $moved, $this->skipped, $this->doneAt, $this->letGoAt, $this->own);
    }

    /**
     * What gives an extra date the length its period brings (RDATE;VALUE=PERIOD, RFC 5545 3.8.5.2); null where it brings none.
     */
    public static function ofPeriod(Series $series, PeriodValue $period): ?self
    {
        if ($period->seconds === null) {
            return null;
        }
        $placement = $series->placement->allDay
            ? Placement::allDay($period->start->date(), max(1, intdiv($period->seconds + 86399, 86400)))
            : Placement::timed($period->start, intdiv($period->seconds + 59, 60), $series->placement->zone);

        return new self($series->recurrenceId($period->start), $placement);
    }
}
