<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** Where one occurrence stands now. */
final readonly class OccurrencePlace
{
    public function __construct(private DaysOff $daysOff)
    {
    }

    /** @throws NoSuchOccurrence */
    public function of(User $user, Entry $entry, string $recurrenceId): Placement
    {
        $series = SeriesOf::entry($entry) ?? throw new NoSuchOccurrence();
        $change = $entry->overrides()->where('recurrence_id', $recurrenceId)->first();
        if ($change !== null && $change->start !== null) {
            return SeriesOf::placement((bool) $change->all_day, $change->start, $change->length ?? 1, $change->zone);
        }
        if ($recurrenceId === Series::ONCE) {
            return $series->placement;
        }
        try {
            $start = $series->startOf($recurrenceId);
        } catch (InvalidTime) {
            throw new NoSuchOccurrence();
        }
        if ($series->breaks === null || $series->afterDone) {
            return $series->placement->startingAt($start);
        }
        $reach = AdjustedSet::FURTHEST + ($series->breaks->lead?->reach() ?? 0);
        $window = TimeRange::days(LocalDate::fromDayNumber($start->dayNumber() - $reach), 2 * $reach);
        $stands = array_filter(
            (new Timeline($user->timeZone(), $this->daysOff->marks($user)))->occurrences($series, [], $window),
            fn (Occurrence $one): bool => $one->recurrenceId === $recurrenceId,
        );

        return reset($stands) === false ? throw new NoSuchOccurrence() : reset($stands)->placement;
    }
}
