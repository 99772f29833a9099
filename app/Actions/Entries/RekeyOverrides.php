<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Models\Entry;
use App\Models\OccurrenceOverride;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDateTime;

/**
 * What becomes of the changes of a routine when its rule or its start is edited: each follows its occurrence to the
 * new recurrence id; what the new rhythm does not know any more is dropped, but what was done or let go stays so.
 */
final class RekeyOverrides
{
    /**
     * @param  Series  $old  the series under whose ids the changes stand
     * @param  Series|null  $new  null when the entry goes to the basket
     * @param  \Closure(LocalDateTime): LocalDateTime  $moved  where an old instance went
     */
    public function apply(Entry $entry, Series $old, ?Series $new, \Closure $moved): void
    {
        $changes = $entry->overrides()->get();
        $rekeyed = [];
        foreach ($changes as $change) {
            $id = $this->newId($change, $old, $new, $moved);
            if ($id === $change->recurrence_id) {
                continue;
            }
            $change->delete();
            if ($id !== null) {
                $rekeyed[$id] = $change;
            }
        }
        foreach ($rekeyed as $id => $change) {
            $entry->overrides()->where('recurrence_id', $id)->get()->each(fn (OccurrenceOverride $taken) => $taken->delete());
            $copy = $change->replicate();
            $copy->recurrence_id = (string) $id;
            $copy->day = $id === Series::ONCE ? substr((string) $entry->start, 0, 10) : substr((string) $id, 0, 10);
            $copy->save();
        }
    }

    /** What was done, or decided against, stays in the record. */
    private static function isDecided(OccurrenceOverride $change): bool
    {
        return $change->done_at !== null || $change->let_go_at !== null;
    }

    /** @param  \Closure(LocalDateTime): LocalDateTime  $moved */
    private function newId(OccurrenceOverride $change, Series $old, ?Series $new, \Closure $moved): ?string
    {
        if ($new === null) {
            return $change->recurrence_id === Series::ONCE ? Series::ONCE : null;
        }
        $start = $moved($old->startOf($change->recurrence_id));
        if (! $new->isRoutine()) {
            $isOnlyOne = $start->seconds === $new->placement->start->seconds;

            return match (true) {
                $isOnlyOne => Series::ONCE,
                self::isDecided($change) => $change->recurrence_id,
                default => null,
            };
        }
        $known = $new->afterDone || $new->recurrenceSet()->includes($start);

        return $known || self::isDecided($change) ? $new->recurrenceId($start) : null;
    }
}
