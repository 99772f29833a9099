<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;

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
            $this->requireOccurrence($entry, $recurrenceId);
            $change = new OccurrenceOverride([
                'entry_id' => $entry->id,
                'user_id' => $entry->user_id,
                'recurrence_id' => $recurrenceId,
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

    private function requireOccurrence(Entry $entry, string $recurrenceId): void
    {
        $series = SeriesOf::entry($entry);
        if ($series === null || ! $series->isRoutine()) {
            if ($recurrenceId !== Series::ONCE) {
                throw new NoSuchOccurrence();
            }

            return;
        }
        try {
            $start = $series->startOf($recurrenceId);
        } catch (InvalidTime) {
            throw new NoSuchOccurrence();
        }
        if ($recurrenceId === Series::ONCE || ! ($series->afterDone || $series->recurrenceSet()->includes($start))) {
            throw new NoSuchOccurrence();
        }
    }
}
