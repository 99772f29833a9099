<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** What became of an occurrence, as it counts for keeping something up. What was skipped or lies in a pause has none: it is not due. */
enum Outcome: string
{
    /** Done on its day, or before it. */
    case Kept = 'kept';

    /** Done after its day. */
    case Late = 'late';

    /** Its day is over and it is not done. */
    case Missed = 'missed';

    /** Decided against: it was due and was not done, so it counts as missed. */
    case LetGo = 'let_go';

    /** It can still be done on its day, or has rolled on. */
    case Open = 'open';

    /** An event that is over; events are not ticked. */
    case Past = 'past';

    /**
     * Its day is the last one on which it stands; of one that rolled on, or was put off, the day that its rule gave it.
     *
     * @param  bool  $waits  whether it is open until it is done, as what counts from when it was done
     */
    public static function of(Occurrence $one, Zone $viewer, LocalDateTime $now, int $putOff = 0, bool $waits = false): self
    {
        if ($one->isLetGo()) {
            return self::LetGo;
        }
        $isOver = $one->seen->to->seconds <= $now->seconds;
        if (! $one->details->isTask) {
            return $isOver ? self::Past : self::Open;
        }
        $doneAt = $one->change?->doneAt;
        if ($doneAt === null) {
            return $isOver && $one->since === null && ! $waits ? self::Missed : self::Open;
        }
        $day = max($one->seen->from->seconds, $one->seen->to->seconds - 1);
        $isSentOn = $one->isMoved() && ($putOff > 0 || $one->details->missed === 'roll');
        if ($isSentOn && $one->isRoutine) {
            $day = min($day, LocalDateTime::parse(substr($one->recurrenceId, 0, 10).'T00:00:00')->seconds);
        }

        return $viewer->wall($doneAt)->dayNumber() > intdiv($day, 86400) ? self::Late : self::Kept;
    }

    /**
     * Of a day on which it was only worked on: done or not. Whether it was done in time is said where it stands.
     *
     * @param  int|null  $doneAt  in Unix seconds
     */
    public static function ofWork(?int $doneAt): self
    {
        return $doneAt === null ? self::Open : self::Kept;
    }

    /** Whether it counts among those that were due. */
    public function isDue(): bool
    {
        return $this->isDone() || $this->isNotDone();
    }

    public function isDone(): bool
    {
        return $this === self::Kept || $this === self::Late;
    }

    public function isNotDone(): bool
    {
        return $this === self::Missed || $this === self::LetGo;
    }
}
