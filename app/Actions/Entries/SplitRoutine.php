<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Split;

/** Cuts a routine in two rows; the changes from the cut on travel with the tail. */
final class SplitRoutine
{
    /**
     * @return Entry the tail; the entry itself when nothing lies before the cut
     *
     * @throws CannotReschedule
     */
    public function at(Entry $entry, string $recurrenceId): Entry
    {
        $series =
            SeriesOf::entry($entry) ?? throw new CannotReschedule('This entry has no rhythm that could change from here on.');
        $cut = $series->startOf($recurrenceId);
        $split = Split::at($series, $cut);
        if ($split->head === null) {
            return $entry;
        }
        $tail = $entry->replicate(['uid', 'resource_name']);
        $tail->continues_id = $entry->id;
        if ($entry->due !== null) {
            $tail->due = DueWithStart::moved($entry->due, (string) $entry->start, (string) $cut->date());
        }
        SaveSeries::into(
            $tail,
            new Series(
                '',
                $split->tail->placement,
                $split->tail->rule,
                $split->tail->extra,
                $split->tail->except,
                breaks: $split->tail->breaks,
            ),
        );
        SaveSeries::into($entry, $split->head);
        $entry
            ->overrides()
            ->where('day', '>=', (string) $cut->date())
            ->get()
            ->each(function (OccurrenceOverride $change) use ($series, $cut, $tail): void {
                if ($series->startOf($change->recurrence_id)->seconds >= $cut->seconds) {
                    $change->entry_id = $tail->id;
                    $change->save();
                }
            });

        // What leads up to each occurrence is cut with them.
        foreach ($entry->leadUps()->get() as $leadUp) {
            if ($leadUp->isRoutine()) {
                $later = $this->at($leadUp, substr($recurrenceId, 0, 10));
                $later->leads_to = $tail->id;
                $later->save();
            }
        }

        return $tail;
    }
}
