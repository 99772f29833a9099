<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Mapping\SeriesColumns;
use App\Models\Entry;
use PlumRota\Core\Schedule\Breaks;
use PlumRota\Core\Schedule\Density;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/** Writes a series, or its absence, into the columns of its entry under a new version. */
final class SaveSeries
{
    /**
     * @param  array<string, mixed>  $columns other columns to save with it
     *
     * @throws InvalidTime when it lies in years that cannot be planned
     * @throws TooDense when its occurrences would lie on one another and that is not wished
     */
    public static function into(Entry $entry, ?Series $series, array $columns = []): void
    {
        self::fill($entry, $series, $columns);
        $entry->save();
    }

    /**
     * The same, not saved yet.
     *
     * @param  array<string, mixed>  $columns
     *
     * @throws InvalidTime|TooDense
     */
    public static function fill(Entry $entry, ?Series $series, array $columns = []): void
    {
        $entry->fill($columns);
        if ($series !== null) {
            $series = self::withLead($entry, $series);
            PlannableDays::require($series->placement->start->date());
            PlannableDays::require($series->placement->end()->date());
            Density::check($series, $entry->overlaps);
        }
        $entry->fill(
            $series !== null
                ? SeriesColumns::of($series)
                : [
                    'start' => null,
                    'all_day' => true,
                    'length' => 1,
                    'zone' => null,
                    'rule' => null,
                    'after_done' => false,
                    'extra_dates' => [],
                    'except_dates' => [],
                    'first_day' => null,
                    'last_day' => null,
                    'end_zone' => null,
                    'off_day' => 'keep',
                    'seasons' => [],
                    'pauses' => [],
                ],
        );
        $entry->version = $entry->exists ? $entry->version + 1 : 1;
    }

    /** What leads up to each of a routine stands so long before the dates of its rhythm, whoever changes what of it. */
    private static function withLead(Entry $entry, Series $series): Series
    {
        $lead = $series->isRoutine() ? $entry->lead() : null;
        if ($lead === null) {
            return $series;
        }
        $breaks = $series->breaks ?? new Breaks();

        return $series->withBreaks(new Breaks($breaks->offDay, $breaks->seasons, $breaks->pauses, $lead));
    }
}
