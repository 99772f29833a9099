<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Planning\DayPlan;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** How full every day of many weeks is. */
final readonly class Ruler
{
    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /**
     * @param  int  $adding  minutes that each day is imagined to hold besides
     * @return list<array{date: string, minutes: int, capacity: int, free: int, over: bool}> free is below nothing where a day is
     *   over-full
     */
    public function show(User $user, LocalDate $first, int $weeks, int $adding = 0): array
    {
        $window = TimeRange::days($first, $weeks * 7);

        return array_map(
            fn (DayLoad $load): array => [
                'date' => (string) $load->day,
                'minutes' => $load->minutes() + $adding,
                'capacity' => $load->capacity,
                'free' => $load->free($adding),
                'over' => $load->free($adding) < 0,
            ],
            DayPlan::loads(
                $user,
                $this->occurrences->each($user, $window),
                $this->occurrences->reaching($user, $window),
                $first,
                $weeks * 7,
            ),
        );
    }
}
