<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Time\TimeRange;

/** How many minutes are placed for each life area in a stretch of time. */
final class AreaHours
{
    /**
     * Timed blocks count as far as they lie within, tasks without hours by their estimate; all-day events have none.
     *
     * @param  array<string, list<Block>>  $byArea
     * @return array<string, int> minutes
     */
    public static function within(TimeRange $window, array $byArea): array
    {
        return array_map(function (array $blocks) use ($window): int {
            $minutes = 0;
            foreach ($blocks as $block) {
                $minutes += self::of($window, $block);
            }

            return $minutes;
        }, $byArea);
    }

    /** Minutes that one block adds. */
    public static function of(TimeRange $window, Block $block): int
    {
        if ($block->allDay) {
            return $block->isTask && $block->seen->touches($window) ? $block->estimate ?? 0 : 0;
        }
        $from = max($window->from->seconds, $block->seen->from->seconds);
        $to = min($window->to->seconds, $block->seen->to->seconds);

        return max(0, intdiv($to - $from, 60));
    }
}
