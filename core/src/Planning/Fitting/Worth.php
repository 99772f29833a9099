<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/**
 * What it is worth that a work stands somewhere, in points, by reason; and what it costs that free time is cut up, and that a day gets
 * full. The worth of a plan is the sum of the one less the sum of the others. A work that finds no place is worth nothing.
 */
final readonly class Worth
{
    private const IMPORTANCE = ['must' => 1000, 'should' => 600, '' => 450, 'could' => 300];

    private const PUT_OFF = 40;

    private const MOST_PUT_OFF = 200;

    private const NEAR = 300;

    /** Days from which on a due date is not near. */
    private const FAR_DAYS = 14;

    private const THEME = 80;

    private const STRENGTH = 60;

    private const LACKS = 50;

    private const KEPT = 70;

    private const LATER_DAY = 20;

    /** Minutes of a day for each of which a point is lost. */
    private const LATER_MINUTES = 120;

    /** For work that is neither light nor demanding. */
    private const GOOD_HOUR = 15;

    /** What it costs that a day gives all it has; half of it costs a quarter. */
    private const FULL_DAY = 250;

    /** Free time in a piece that nothing much fits into. */
    private const SHORT = 30;

    private const COST_SHORT = 25;

    private const COST_PIECE = 10;

    /** Minutes of free time in a piece from which on it is long, and costs nothing. */
    public const LONG = 120;

    /** For standing next to something at the same place: one way instead of two. */
    private const PLACE = 50;

    /** Minutes between the two at most. */
    public const NEXT_TO = 45;

    public function __construct(private Ground $ground)
    {
    }

    /** @return array<string, int> points by reason; "day" is what a later hour costs */
    public function reasons(Work $work, int $start): array
    {
        $day = Ground::dayOf($start);
        $left = $work->isLate
            ? 0
            : ($work->due === null
                ? self::FAR_DAYS
                : min(self::FAR_DAYS, max(0, Ground::dayOf($work->due))));

        return [
            'importance' => self::IMPORTANCE[$work->importance ?? ''] ?? self::IMPORTANCE[''],
            'due' => intdiv(self::NEAR * (self::FAR_DAYS - $left), self::FAR_DAYS),
            'put_off' => min(self::MOST_PUT_OFF, self::PUT_OFF * $work->putOff),
            'lacks' => $work->areaLacks ? self::LACKS : 0,
            'theme' => self::isWithin($work->themeHours, $start) ? self::THEME : 0,
            'strength' => $this->strength($work, $start),
            'kept' => $work->was === $start ? self::KEPT : 0,
            'place' => $this->isWhereOneIs($work, $start) ? self::PLACE : 0,
            'day' => -self::LATER_DAY * $day - intdiv($start % Ground::DAY, self::LATER_MINUTES),
        ];
    }

    public function of(Work $work, int $start): int
    {
        return array_sum($this->reasons($work, $start));
    }

    /** What a piece of free time costs by being one: the fewer and the larger, the better. */
    public static function costOf(int $minutes): int
    {
        return match (true) {
            $minutes <= 0 => 0,
            $minutes < self::SHORT => self::COST_SHORT,
            $minutes >= self::LONG => 0,
            default => self::COST_PIECE,
        };
    }

    /** What a day costs by giving some minutes more than it gave before: the fuller it gets the more, so that days are filled alike. */
    public function costOfDay(int $day, int $given): int
    {
        $has = max(60, $this->ground->capacity[$day] ?? 0);

        return intdiv(self::FULL_DAY * $given * $given, $has * $has);
    }

    /**
     * @param  list<Work>  $works
     * @param  array<string, int>  $starts  of those that have a place, by key
     */
    public function ofPlan(array $works, array $starts): int
    {
        $worth = 0;
        $taken = $given = [];
        foreach ($works as $work) {
            if (isset($starts[$work->key])) {
                $worth += $this->of($work, $starts[$work->key]);
                $taken[] = [$starts[$work->key] - $work->lead, $starts[$work->key] + $work->minutes + $work->trail];
                $day = Ground::dayOf($starts[$work->key]);
                $given[$day] = ($given[$day] ?? 0) + $work->load();
            }
        }
        foreach ($given as $day => $minutes) {
            $worth -= $this->costOfDay($day, $minutes);
        }
        sort($taken);
        foreach ($this->ground->free as $stretches) {
            foreach ($stretches as [$from, $to]) {
                foreach ($taken as [$begins, $ends]) {
                    if ($begins >= $from && $begins < $to) {
                        $worth -= self::costOf($begins - $this->ground->pause - $from);
                        $from = $ends + $this->ground->pause;
                    }
                }
                $worth -= self::costOf($to - $from);
            }
        }

        return $worth;
    }

    /** @param  list<array{int, int}>  $stretches */
    private static function isWithin(array $stretches, int $start): bool
    {
        foreach ($stretches as [$from, $to]) {
            if ($start >= $from && $start < $to) {
                return true;
            }
        }

        return false;
    }

    private function isWhereOneIs(Work $work, int $start): bool
    {
        foreach ($work->place === '' ? [] : $this->ground->places[mb_strtolower($work->place)] ?? [] as [$from, $to]) {
            $apart = max($start - $to, $from - $start - $work->minutes);
            if ($apart >= 0 && $apart <= self::NEXT_TO) {
                return true;
            }
        }

        return false;
    }

    /** Demanding work at one's best, light work where one is not. */
    private function strength(Work $work, int $start): int
    {
        $is = $this->ground->strength[intdiv($start % Ground::DAY, 60)] ?? 0;

        return match ($work->effort) {
            'demanding' => intdiv(self::STRENGTH * $is, 2),
            'light' => intdiv(self::STRENGTH * (2 - $is), 4),
            default => self::GOOD_HOUR * $is,
        };
    }
}
