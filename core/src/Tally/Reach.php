<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\Zone;

/**
 * How far from the day of its recurrence id an occurrence may count: what has been kept of those days says something else when it
 * changes.
 */
final class Reach
{
    /** Days before it, through whatever zone it is seen: sent back by a day off, or by what it leads up to. */
    public static function back(Series $series): int
    {
        return Zone::FURTHEST_DAYS + self::sent($series, OffDay::Before);
    }

    /** Days after it, with those that it lasts. */
    public static function on(Series $series): int
    {
        $lasts = $series->placement->end()->seconds - $series->placement->start->seconds;

        return Zone::FURTHEST_DAYS + self::sent($series, OffDay::After) + intdiv($lasts, 86400) + 1;
    }

    private static function sent(Series $series, OffDay $way): int
    {
        $breaks = $series->breaks;

        return ($breaks?->offDay === $way ? AdjustedSet::FURTHEST : 0) + ($breaks?->lead?->reach() ?? 0);
    }
}
