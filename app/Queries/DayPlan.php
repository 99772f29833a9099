<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\User;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Time\LocalDate;

/** The load of each of some days. */
final class DayPlan
{
    /**
     * @param  list<Seen>  $seen
     * @return list<DayLoad>
     */
    public static function loads(User $user, array $seen, LocalDate $first, int $days): array
    {
        $byDay = array_fill(0, $days, []);
        $start = $first->dayNumber();
        foreach ($seen as $one) {
            $block = $one->block;
            $from = max(0, $block->seen->from->plusSeconds(-$block->travel * 60)->dayNumber() - $start);
            $to = min($days - 1, $block->seen->to->plusSeconds($block->seen->minutes() > 0 ? -1 : 0)->dayNumber() - $start);
            for ($day = $from; $day <= $to; $day++) {
                $byDay[$day][] = $block;
            }
        }

        return array_map(fn (int $day, array $blocks): DayLoad => DayLoad::of($first->plusDays($day), $blocks, self::capacity($user, $first->plusDays($day))), array_keys($byDay), $byDay);
    }

    public static function capacity(User $user, LocalDate $day): int
    {
        return $user->week[$day->weekday()->value - 1]['minutes'];
    }

    /** @return list<Block> */
    public static function timed(Seen ...$seen): array
    {
        return array_values(array_filter(array_map(fn (Seen $one): Block => $one->block, $seen), fn (Block $block): bool => ! $block->allDay));
    }
}
