<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Stint;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/**
 * How many minutes of an occurrence count in a stretch of time. A stretch that is cut in two counts the same as its halves
 * together: time is cut at full minutes and never rounded. Two entries at the same time count both. Placed time is read off
 * the clock on the wall, as on the board; timed work is counted as it passed, also through a night on which the clock changes.
 */
final class CountedMinutes
{
    /** What was planned: the part that lies within; of a task without hours its estimate, on its first day; of an all-day event nothing. */
    public static function planned(TimeRange $stretch, Block $block): int
    {
        if (! $block->allDay) {
            return self::between(
                max($stretch->from->seconds, $block->seen->from->seconds),
                min($stretch->to->seconds, $block->seen->to->seconds),
            );
        }
        $begins = $block->seen->from->seconds;

        return $block->isTask && $begins >= $stretch->from->seconds && $begins < $stretch->to->seconds
            ? $block->estimate ?? 0
            : 0;
    }

    /**
     * What was done of an occurrence that was not timed: a task that is ticked as it was planned, an event as far as it is over.
     *
     * @param  LocalDateTime  $now  on the planner's walls
     */
    public static function done(TimeRange $stretch, Block $block, LocalDateTime $now): int
    {
        if ($block->isTask) {
            return $block->isDone ? self::planned($stretch, $block) : 0;
        }
        if ($block->allDay || $now->seconds <= $stretch->from->seconds) {
            return 0;
        }

        return $now->seconds >= $stretch->to->seconds
            ? self::planned($stretch, $block)
            : self::planned(TimeRange::of($stretch->from, $now), $block);
    }

    /**
     * What was timed; all moments are Unix seconds. One that still runs counts up to now, a forgotten one not before it is ended.
     */
    public static function timed(int $from, int $to, Stint $stint, int $now): int
    {
        return $stint->isForgotten($now) ? 0 : self::between(max($from, $stint->started), min($to, $stint->ended ?? $now));
    }

    /** Full minutes of the clock that are passed between two moments in seconds. */
    private static function between(int $from, int $to): int
    {
        return $to <= $from ? 0 : (int) floor($to / 60) - (int) floor($from / 60);
    }
}
