<?php

declare(strict_types=1);

namespace App\Dav;

use App\Models\Calendar;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use App\Reading\EntryRow;
use App\Reading\ObjectRows;

/** Which entries of a calendar have an occurrence in a stretch. */
final readonly class StandingEntries
{
    /** Beyond so many days from the end that is given, what the rows say of first and last days is sure in every zone. */
    private const NEAR = 4;

    public function __construct(private OccurrencesBetween $occurrences, private ObjectRows $rows)
    {
    }

    /** @return array<string, true> by id of the entry */
    public function in(User $user, Calendar $calendar, TimeSpan $span): array
    {
        $window = $span->on($user->timeZone(), self::NEAR);
        $ids = [];
        foreach ($this->of($user, $calendar, $span) as $one) {
            $ids[$one->entry->id] = true;
        }
        if ($span->to === null) {
            $ids += array_fill_keys($this->rows->lastingBeyond($calendar, (string) $window->to->date()), true);
        } elseif ($span->from === null) {
            $ids += array_fill_keys($this->rows->begunBefore($calendar, (string) $window->from->date()), true);
        }

        return $ids;
    }

    /** @return iterable<ResolvedOccurrence> */
    public function of(User $user, Calendar $calendar, TimeSpan $span): iterable
    {
        return $this->occurrences->ofEach(
            $user,
            [$span->on($user->timeZone(), self::NEAR)],
            which: fn (EntryRow $row): bool => $row->calendar_id === $calendar->id,
        );
    }
}
