<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Time\Zone;

/** A stretch of every day in which nobody is to be disturbed; it may lie across midnight. */
final readonly class QuietHours
{
    /**
     * @param  int  $from  minute of the day
     * @param  int  $to  minute of the day; the same as from for none
     */
    public function __construct(public int $from, public int $to)
    {
    }

    /**
     * The moment at which something that falls then may be handed over: the same, or the end of the quiet.
     *
     * @param  int  $at  Unix seconds
     * @return int Unix seconds
     */
    public function held(int $at, Zone $zone): int
    {
        $wall = $zone->wall($at);
        $minute = intdiv($wall->time()->seconds, 60);
        if (! $this->holds($minute)) {
            return $at;
        }
        $day = $wall->date();

        return $zone->instant(
            ($this->from > $this->to && $minute >= $this->from ? $day->plusDays(1) : $day)->at(
                intdiv($this->to, 60),
                $this->to % 60,
            ),
        );
    }

    private function holds(int $minute): bool
    {
        return $this->from <= $this->to
            ? $minute >= $this->from && $minute < $this->to
            : $minute >= $this->from || $minute < $this->to;
    }
}
