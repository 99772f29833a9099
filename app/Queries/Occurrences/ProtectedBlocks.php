<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Models\User;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\TimeRange;

/** Whether something would lie over a protected block. */
final readonly class ProtectedBlocks
{
    /** Of a routine so many of its next occurrences are looked at. */
    private const LOOKED_AT = 6;

    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /**
     * @param  Series|Placement|null  $wished  what has no hours lies over nothing
     * @param  string|null  $except  the entry itself
     *
     * @throws IsProtected
     */
    public function keepFree(User $user, Series|Placement|null $wished, ?string $except = null): void
    {
        $placement = $wished instanceof Series ? $wished->placement : $wished;
        if ($placement === null || $placement->allDay) {
            return;
        }
        $now = $user->wallNow()->date()->startOfDay();
        $starts =
            $wished instanceof Series && $wished->isRoutine() && ! $wished->afterDone
                ? $wished
                    ->recurrenceSet()
                    ->next(self::LOOKED_AT, $now->seconds > $placement->start->seconds ? $now : $placement->start)
                : [$placement->start];
        foreach ($starts as $start) {
            $range = $placement->startingAt($start)->seenFrom($user->timeZone());
            foreach (
                $range->minutes() === 0 ? [] : $this->occurrences->find($user, TimeRange::of($range->from, $range->to)) as $other
            ) {
                if (
                    $other->details()->protected &&
                    ! $other->block->allDay &&
                    ! $other->block->isDone &&
                    $other->entry->id !== $except
                ) {
                    throw new IsProtected($other->title());
                }
            }
        }
    }
}
