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
                if ($block->allDay) {
                    $minutes += $block->isTask ? $block->estimate ?? 0 : 0;

                    continue;
                }
                $from = max($window->from->seconds, $block->seen->from->seconds);
                $to = min($window->to->seconds, $block->seen->to->seconds);
                $minutes += max(0, intdiv($to - $from, 60));
            }

            return $minutes;
        }, $byArea);
    }
}
