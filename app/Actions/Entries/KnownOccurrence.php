<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;

/** Whether an entry has an occurrence of some recurrence id, before something is written about it. */
final class KnownOccurrence
{
    /** @throws NoSuchOccurrence */
    public static function require(Entry $entry, string $recurrenceId): void
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
