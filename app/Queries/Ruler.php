<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\User;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** How full every day of many weeks is. */
final readonly class Ruler
{
    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /** @return list<array{date: string, minutes: int, capacity: int, over: bool}> */
    public function show(User $user, LocalDate $first, int $weeks): array
    {
        $seen = $this->occurrences->each($user, TimeRange::days($first, $weeks * 7));

        return array_map(fn (DayLoad $load): array => [
            'date' => (string) $load->day,
            'minutes' => $load->minutes(),
            'capacity' => $load->capacity,
            'over' => $load->isOverFull(),
        ], DayPlan::loads($user, $seen, $first, $weeks * 7));
    }
}
