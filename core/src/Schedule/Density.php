<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

/** How close the occurrences of a routine lie. One that lasts longer than the time to the next is refused, unless that is wished. */
final class Density
{
    /** One every five minutes. */
    public const MOST_A_DAY = 288;

    /** Even where it is wished. */
    public const MOST_AT_ONCE = 20;

    /** What lies ten years apart does not lie close. */
    private const FAR = 3650 * 86400;

    /** Occurrences that are looked at, from the first on. */
    private const LOOKED_AT = 400;

    /**
     * @param  bool  $mayOverlap  whether it is wished that they lie on one another
     *
     * @throws TooDense
     */
    public static function check(Series $series, bool $mayOverlap): void
    {
        if ($series->rule === null || $series->afterDone) {
            return;
        }
        $starts = [];
        foreach (
            $series
                ->recurrenceSet()
                ->between($series->placement->start, $series->placement->start->plusSeconds(self::FAR), self::LOOKED_AT) as $start
        ) {
            $starts[] = $start->seconds;
        }
        $length = $series->placement->end()->seconds - $series->placement->start->seconds;
        for ($i = 1; $i < count($starts); $i++) {
            if ($i >= self::MOST_A_DAY && $starts[$i] - $starts[$i - self::MOST_A_DAY] < 86400) {
                throw new TooDense(
                    'That falls more than '.
                        self::MOST_A_DAY.
                        ' times a day. One every five minutes is the most that can be planned.',
                    false,
                );
            }
            if ($i >= self::MOST_AT_ONCE && $length > $starts[$i] - $starts[$i - self::MOST_AT_ONCE]) {
                throw new TooDense(
                    'More than '.
                        self::MOST_AT_ONCE.
                        ' of them would go on at once. Make each shorter, or let them come less often.',
                    false,
                );
            }
        }
        for ($i = 1; $i < count($starts) && ! $mayOverlap; $i++) {
            if ($length > $starts[$i] - $starts[$i - 1]) {
                throw new TooDense(
                    'Each lasts '.
                        self::span($length).
                        ', but the next one begins after '.
                        self::span($starts[$i] - $starts[$i - 1]).
                        '. Make each shorter, or let them lie on one another.',
                    true,
                );
            }
        }
    }

    private static function span(int $seconds): string
    {
        $minutes = intdiv($seconds, 60);

        return match (true) {
            $seconds < 60 => "{$seconds} seconds",
            $minutes % 1440 === 0 => $minutes === 1440 ? 'a day' : intdiv($minutes, 1440).' days',
            $minutes < 60 => "{$minutes} min",
            default => intdiv($minutes, 60).' h'.($minutes % 60 === 0 ? '' : sprintf(' %02d', $minutes % 60)),
        };
    }
}
