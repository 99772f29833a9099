<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Models\User;
use App\Reading\EntryRow;
use App\Reading\OverrideRow;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDateTime;
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
        $ranges = array_map(fn (LocalDateTime $start): TimeRange => $placement->startingAt($start)->seenFrom($user->timeZone()), $starts);
        $lasting = array_values(array_filter($ranges, fn (TimeRange $range): bool => $range->minutes() > 0));
        foreach ($this->occurrences->ofEach($user, $lasting, which: self::mayBeProtected(...)) as $other) {
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

    /** @param  list<OverrideRow>  $rows */
    private static function mayBeProtected(EntryRow $entry, array $rows): bool
    {
        $isOwn = fn (OverrideRow $row): bool => ($row->fields['protected'] ?? false) === true;

        return $entry->protected || array_filter($rows, $isOwn) !== [];
    }
}
