<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Models\Area;
use App\Models\User;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Tally\CountedMinutes;
use PlumRota\Core\Time\TimeRange;

/** The ribbon's meters: minutes placed for each area, beside what was intended for so many days. */
final class HoursByArea
{
    /**
     * @param  list<Block>  $blocks
     * @param  list<string>  $areaOf  the area of each
     * @return list<array{area_id: string, placed: int, intended: int|null}>
     */
    public function within(User $user, TimeRange $window, int $days, array $blocks, array $areaOf): array
    {
        $minutes = [];
        foreach ($blocks as $i => $block) {
            $minutes[$areaOf[$i]] = ($minutes[$areaOf[$i]] ?? 0) + CountedMinutes::planned($window, $block);
        }

        return self::shown($user, $minutes, $days);
    }

    /**
     * @param  array<string, int>  $minutes  by area
     * @return list<array{area_id: string, placed: int, intended: int|null}>
     */
    public static function shown(User $user, array $minutes, int $days): array
    {
        return array_values(
            Visible::to($user)
                ->areas()
                ->get()
                ->map(
                    fn (Area $area): array => [
                        'area_id' => $area->id,
                        'placed' => $minutes[$area->id] ?? 0,
                        'intended' => $area->intended_minutes === null ? null : (int) round(($area->intended_minutes * $days) / 7),
                    ],
                )
                ->all(),
        );
    }
}
