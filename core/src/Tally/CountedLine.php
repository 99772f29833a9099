<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/** One occurrence on one day, with what it adds: what every figure of the tally is made of. */
final readonly class CountedLine
{
    /**
     * @param  bool  $isFirst  whether it is the day on which the occurrence counts as one
     * @param  int  $putOff  how often it was sent on to another day
     * @param  float|null  $measured  the amount that was noted when it was ticked, in the unit of its entry
     */
    public function __construct(
        public Counted $of,
        public string $recurrenceId,
        public DayCount $count,
        public Outcome $outcome,
        public bool $isFirst,
        public int $putOff = 0,
        public ?float $measured = null,
    ) {
    }

    public function key(): string
    {
        return "{$this->of->entryId}|{$this->recurrenceId}";
    }

    /** @param  Measure  $by  which minutes count */
    public function minutes(Measure $by): int
    {
        return match ($by) {
            Measure::Planned => $this->count->planned,
            Measure::Done => $this->count->done,
            Measure::Worked => $this->count->worked,
        };
    }
}
