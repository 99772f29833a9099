<?php

declare(strict_types=1);

namespace App\Queries;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Reading\RoutineHalves;
use PlumRota\Core\Planning\CarryOver;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Timeline;

/** The occurrence of a rolling task that stands on today instead of its own day. */
final readonly class RolledOn
{
    public function __construct(private DaysOff $daysOff, private RoutineHalves $halves)
    {
    }

    public function of(User $user, Entry $entry): ?Occurrence
    {
        $series = $entry->kind === 'task' && $entry->missed === Missed::Roll->value ? SeriesOf::mendable($entry) : null;
        $this->halves->forget();
        $followedOn = $this->halves->followedOn($user, $entry->id);
        if ($series === null || ($followedOn !== null && $followedOn <= (string) $user->wallNow()->date())) {
            return null;
        }
        $carryOver = new CarryOver(new Timeline($user->timeZone(), $this->daysOff->marks($user)), $user->wallNow()->date());

        return $carryOver->missed($series, array_values($entry->changes()->get()->map(SeriesOf::change(...))->all()));
    }
}
