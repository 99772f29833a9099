<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Stint;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** What an occurrence adds to one day. All sums of the tally are sums of these. */
final readonly class DayCount
{
    private const DAY = 86400;

    /**
     * @param  int  $from  seconds on the planner's wall at which it begins on that day
     * @param  int  $to  seconds on the wall; the same for what has no hours
     * @param  int  $planned  minutes placed, or estimated of a task without hours
     * @param  int  $done  minutes of those that were done, as they were placed
     * @param  int  $worked  minutes that were timed; of what was not timed those that were done
     * @param  list<array{int, int}>  $parts  of timed work: seconds on the wall, and minutes from there, none beyond a full hour
     */
    public function __construct(
        public int $from,
        public int $to,
        public int $planned,
        public int $done,
        public int $worked,
        public bool $isTimed = false,
        public array $parts = [],
    ) {
    }

    /**
     * @param  list<Stint>  $stints  those that touch the stretch
     * @param  bool  $isTimed  whether any work on it was timed, then or at another time
     * @param  LocalDateTime  $now  on the planner's walls
     * @param  int  $instant  the same moment in Unix seconds
     * @return list<self> at most one a day, in order
     */
    public static function of(
        TimeRange $stretch,
        ?Block $block,
        array $stints,
        bool $isTimed,
        LocalDateTime $now,
        int $instant,
        Zone $zone,
    ): array {
        $days = [];
        if ($block !== null) {
            foreach (self::placed($stretch, $block) as [$day, $from, $to]) {
                $part = TimeRange::days(LocalDateTime::fromSeconds($day * self::DAY)->date(), 1);
                $done = CountedMinutes::done($part, $block, $now);
                $days[$day] = new self(
                    $from,
                    $to,
                    CountedMinutes::planned($part, $block),
                    $done,
                    $isTimed ? 0 : $done,
                    $isTimed,
                );
            }
        }
        foreach (self::worked($stretch, $stints, $instant, $zone) as $day => $parts) {
            $there = $days[$day] ?? new self($parts[0][0], $parts[0][0], 0, 0, 0);
            $minutes = array_sum(array_column($parts, 1));
            $days[$day] = new self($there->from, $there->to, $there->planned, $there->done, $minutes, true, $parts);
        }
        ksort($days);

        return array_values($days);
    }

    /**
     * The days on which it stands; without hours the first of them.
     *
     * @return iterable<array{int, int, int}> the number of the day, and from when to when on it
     */
    private static function placed(TimeRange $stretch, Block $block): iterable
    {
        $from = $block->seen->from->seconds;
        if ($block->allDay || $block->seen->to->seconds <= $from) {
            if ($from >= $stretch->from->seconds && $from < $stretch->to->seconds) {
                yield [self::day($from), $from, $from];
            }

            return;
        }
        $from = max($from, $stretch->from->seconds);
        $end = min($block->seen->to->seconds, $stretch->to->seconds);
        while ($from < $end) {
            $day = self::day($from);
            $to = min($end, ($day + 1) * self::DAY);
            yield [$day, $from, $to];
            $from = $to;
        }
    }

    /**
     * Timed work cut at every full hour of the wall, and at a change of the clock.
     *
     * @param  list<Stint>  $stints
     * @return array<int, non-empty-list<array{int, int}>> by day
     */
    private static function worked(TimeRange $stretch, array $stints, int $instant, Zone $zone): array
    {
        $days = [];
        foreach ($stints as $stint) {
            $at = max($stint->started, $zone->instant($stretch->from));
            $end = min($stint->ended ?? $instant, $zone->instant($stretch->to));
            while ($at < $end) {
                $wall = $zone->wall($at)->seconds;
                $to = min($end, $at + 3600 - ((($wall % 3600) + 3600) % 3600));
                $minutes = CountedMinutes::timed($at, $to, $stint, $instant);
                if ($minutes > 0) {
                    $days[self::day($wall)][] = [$wall, $minutes];
                }
                $at = $to;
            }
        }

        return $days;
    }

    /** The number of the day in which seconds of the wall lie. */
    private static function day(int $seconds): int
    {
        return intdiv($seconds < 0 ? $seconds - self::DAY + 1 : $seconds, self::DAY);
    }
}
