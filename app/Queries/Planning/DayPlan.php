<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Models\User;
use App\Queries\Occurrences\ResolvedOccurrence;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Time\LocalDate;

/** The load of each of some days. */
final class DayPlan
{
    /**
     * @param  iterable<ResolvedOccurrence>  $seen
     * @param  iterable<Block>  $reaching  from beside those days
     * @return list<DayLoad>
     */
    public static function loads(User $user, iterable $seen, iterable $reaching, LocalDate $first, int $days): array
    {
        return self::load($seen, $reaching, $first, $days)->loads(self::capacities($user, $first, $days));
    }

    /**
     * @param  iterable<ResolvedOccurrence>  $seen
     * @param  iterable<Block>  $reaching  from beside those days
     */
    public static function load(iterable $seen, iterable $reaching, LocalDate $first, int $days): LoadOfDays
    {
        $load = new LoadOfDays($first, $days);
        foreach ($seen as $one) {
            $load->add($one->block);
        }
        foreach ($reaching as $block) {
            $load->add($block);
        }

        return $load;
    }

    /** @return list<int> minutes each day has */
    public static function capacities(User $user, LocalDate $first, int $days): array
    {
        $week = $user->week;
        $weekday = $first->weekday()->value - 1;
        $own = self::exceptions($user, $first, $days);
        $capacities = [];
        for ($day = 0; $day < $days; $day++) {
            $capacities[] =
                ($own === [] ? null : $own[(string) $first->plusDays($day)] ?? null) ?? $week[($weekday + $day) % 7]['minutes'];
        }

        return $capacities;
    }

    /** @return array<string, int> minutes of the dates that have hours of their own */
    public static function exceptions(User $user, LocalDate $first, int $days): array
    {
        /** @var array<string, int> $own */
        $own = $user
            ->dayHours()
            ->whereBetween('date', [(string) $first, (string) $first->plusDays($days - 1)])
            ->pluck('minutes', 'date')
            ->all();

        return $own;
    }

    /** @return list<Block> */
    public static function timed(ResolvedOccurrence ...$seen): array
    {
        return array_values(
            array_filter(
                array_map(fn (ResolvedOccurrence $one): Block => $one->block, $seen),
                fn (Block $block): bool => ! $block->allDay,
            ),
        );
    }
}
