<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Models\Entry;
use App\Models\OccurrenceOverride;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Series;

/** Writes what makes one occurrence differ, and removes the row again when nothing does. */
final class WriteOverride
{
    /**
     * @param  array<string, mixed>  $columns  of the changes table; "fields" replaces what was there
     *
     * @throws NoSuchOccurrence
     */
    public function apply(Entry $entry, string $recurrenceId, array $columns): OccurrenceOverride
    {
        $change = $entry->overrides()->where('recurrence_id', $recurrenceId)->first();
        if ($change === null) {
            KnownOccurrence::require($entry, $recurrenceId);
            $change = $entry->newOverride($recurrenceId)->fill([
                'day' => $recurrenceId === Series::ONCE
                        ? (substr((string) $entry->start, 0, 10) ?:
                        null)
                        : substr($recurrenceId, 0, 10),
            ]);
        }
        $change->fill($columns);
        if ($change->saysNothing()) {
            if ($change->exists) {
                $change->delete();
            }
        } else {
            $change->save();
        }

        return $change;
    }
}
