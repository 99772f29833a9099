<?php

declare(strict_types=1);

namespace App\Queries\Rounds;

use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Planning\DayPlan;
use App\Queries\Planning\Grounds;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** What of some days is free: the breathing space that is left of each, its longest free stretch, and the stretch of the week that is kept whole. */
final readonly class WhiteSpace
{
    public function __construct(private OccurrencesBetween $occurrences, private Grounds $grounds)
    {
    }

    /** @return array{days: list<array<string, mixed>>, kept: array{start: string, minutes: int}|null} */
    public function in(User $user, LocalDate $first, int $days): array
    {
        $seen = $this->occurrences->find($user, TimeRange::days($first, $days));
        $ground = $this->grounds->of($user, $first, $days, $seen);
        $reaching = $this->occurrences->reaching($user, TimeRange::days($first, $days));
        $shown = [];
        foreach (DayPlan::loads($user, $seen, $reaching, $first, $days) as $i => $day) {
            $longest = null;
            foreach ($ground->free[$i] as $stretch) {
                if ($longest === null || $stretch[1] - $stretch[0] > $longest[1] - $longest[0]) {
                    $longest = $stretch;
                }
            }
            $shown[] = [
                'date' => (string) $day->day,
                'capacity' => $day->capacity,
                'free' => $day->free(),
                'wanted' => intdiv($day->capacity * $user->breathing, 100),
                'left' => $day->breathing($user->breathing),
                'longest' => $longest === null ? null : self::stretch($first, $longest),
            ];
        }

        return ['days' => $shown, 'kept' => $ground->kept === [] ? null : self::stretch($first, $ground->kept[0])];
    }

    /**
     * @param  array{int, int}  $stretch
     * @return array{start: string, minutes: int}
     */
    private static function stretch(LocalDate $first, array $stretch): array
    {
        return ['start' => (string) $first->startOfDay()->plusMinutes($stretch[0]), 'minutes' => $stretch[1] - $stretch[0]];
    }
}
