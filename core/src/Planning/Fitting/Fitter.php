<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/**
 * Gives work places on a ground: first each where it gains the most, what is worth more before what is worth less; then a few are taken
 * up at a time and laid out anew, in every order and every good place, while that makes the plan worth more. The same input gives the
 * same plan, since nothing of it is left to chance or to the clock.
 */
final class Fitter
{
    /** Works that are laid out anew at a time. */
    private const AT_ONCE = 6;

    /** Places of one that are tried then. */
    private const PLACES = 6;

    /** Places of one by which the days are chosen that are looked at then. */
    private const LOOKED_AT = 12;

    /** Steps of a search, and of all of them. */
    private const STEPS = 3000;

    private const ALL_STEPS = 8_000;

    /** What one may gain more than it seems, by the pieces of free time that its neighbours leave. */
    private const SLACK = 100;

    private int $steps = 0;

    private int $budget = self::ALL_STEPS;

    private readonly Worth $worth;

    public function __construct(private readonly Ground $ground)
    {
        $this->worth = new Worth($ground);
    }

    /**
     * @param  list<Work>  $works
     * @return Plan where each stands, and what holds back those that do not
     */
    public function fit(array $works): Plan
    {
        $places = new Places($this->ground, $this->worth, $works);
        $inOrder = $this->inOrder($works);
        foreach ($inOrder as $work) {
            $best = $places->of($work, most: 1)[0] ?? null;
            if ($best !== null && $best[0] > 0) {
                $places->put($work, $best[1]);
            }
        }
        for ($round = 0; $round < 3 && $this->budget > 0; $round++) {
            $isBetter = false;
            foreach ($this->groups($inOrder, $places) as $group) {
                $isBetter = $this->layAnew($places, self::withLater($group, $inOrder)) || $isBetter;
            }
            if (! $isBetter) {
                break;
            }
        }
        $starts = $places->starts;
        $pieces = $this->split($inOrder, $places);
        ksort($starts);
        $left = [];
        foreach ($works as $work) {
            if (! isset($starts[$work->key]) && ! isset($pieces[$work->key])) {
                $left[$work->key] = HeldBack::of($work, $places, $works);
            }
        }

        return new Plan($starts, $left, $pieces);
    }

    /**
     * What found no stretch that is long enough and may be split. What comes after it waits until it is done.
     *
     * @param  list<Work>  $works
     * @return array<string, list<array{int, int}>> start and minutes of each piece, by key
     */
    private function split(array $works, Places $places): array
    {
        $pieces = [];
        foreach ($works as $work) {
            if (isset($places->starts[$work->key]) || $work->shortestPiece === null) {
                continue;
            }
            $found = Splitting::of($work, $places, $work->shortestPiece);
            foreach ($found as $i => [$start, $minutes]) {
                $places->put($work->piece("{$work->key}#{$i}", $minutes), $start);
            }
            if ($found !== []) {
                $pieces[$work->key] = $found;
            }
        }

        return $pieces;
    }

    /**
     * @param  list<Work>  $works
     * @return list<Work> what is worth most first, then what is due first and takes longest
     */
    private function inOrder(array $works): array
    {
        $rank = [];
        foreach ($works as $i => $work) {
            $rank[$i] = [-$this->worth->of($work, $work->notBefore), $work->due ?? PHP_INT_MAX, -$work->minutes, $work->key];
        }
        asort($rank);

        return self::inTurn(array_map(fn (int $i): Work => $works[$i], array_keys($rank)));
    }

    /**
     * @param  list<Work>  $works
     * @return list<Work> the same, what comes after another behind it; of those that wait for one another none stays
     */
    private static function inTurn(array $works): array
    {
        $known = array_fill_keys(array_map(fn (Work $one): string => $one->key, $works), true);
        $inTurn = $done = [];
        do {
            $waiting = [];
            foreach ($works as $work) {
                if ($work->after === null || ! isset($known[$work->after]) || isset($done[$work->after])) {
                    $inTurn[] = $work;
                    $done[$work->key] = true;
                } else {
                    $waiting[] = $work;
                }
            }
            $isLess = count($waiting) < count($works);
            $works = $waiting;
        } while ($works !== [] && $isLess);

        return $inTurn;
    }

    /**
     * What belongs together: those without a place, each with some that stand where it could.
     *
     * @param  list<Work>  $works
     * @return list<list<Work>>
     */
    private function groups(array $works, Places $places): array
    {
        if (count($works) <= self::AT_ONCE) {
            return [$works];
        }
        $loose = array_values(array_filter($works, fn (Work $one): bool => ! isset($places->starts[$one->key])));
        $placed = array_values(array_filter($works, fn (Work $one): bool => isset($places->starts[$one->key])));
        usort($placed, fn (Work $a, Work $b): int => $places->starts[$a->key] <=> $places->starts[$b->key]);
        $groups = [];
        for ($i = 0; $i < count($placed); $i += self::AT_ONCE - 2) {
            $groups[] = [...array_slice($placed, $i, self::AT_ONCE - 1), ...array_slice($loose, 0, 1)];
        }
        foreach (array_slice($loose, 0, 20) as $i => $one) {
            $near = array_values(
                array_filter($placed, fn (Work $other): bool => $one->due === null || $places->starts[$other->key] < $one->due),
            );
            $groups[] = [$one, ...array_slice($near, (3 * $i) % max(1, count($near)), self::AT_ONCE - 2)];
        }

        return $groups;
    }

    /**
     * @param  list<Work>  $group
     * @param  list<Work>  $works  what is before another is before it here
     * @return list<Work> with all that comes after one of them, which has no place where that has none
     */
    private static function withLater(array $group, array $works): array
    {
        $in = array_fill_keys(array_map(fn (Work $one): string => $one->key, $group), true);
        $isChained = false;
        foreach ($works as $work) {
            if ($work->after !== null && isset($in[$work->after])) {
                $in[$work->key] = $isChained = true;
            }
        }

        return $isChained ? array_values(array_filter($works, fn (Work $one): bool => isset($in[$one->key]))) : $group;
    }

    /** @param  list<Work>  $group */
    private function layAnew(Places $places, array $group): bool
    {
        $before = [];
        foreach ($group as $work) {
            if (isset($places->starts[$work->key])) {
                $before[$work->key] = $places->starts[$work->key];
            }
        }
        $worthBefore = 0;
        foreach (array_reverse($group) as $work) {
            if (isset($before[$work->key])) {
                $places->take($work);
            }
        }
        // What they gained as they stood, laid out one after another.
        foreach ($group as $work) {
            if (isset($before[$work->key])) {
                $worthBefore += $places->gainAt($work, $before[$work->key]);
                $places->put($work, $before[$work->key]);
            }
        }
        foreach ($group as $work) {
            if (isset($before[$work->key])) {
                $places->take($work);
            }
        }
        $most = $days = [];
        foreach ($group as $i => $work) {
            $all = $places->of($work, inOrder: false, most: self::LOOKED_AT);
            $most[$i] = max(0, ($all[0] ?? [0])[0]) + self::SLACK;
            $days[$i] = array_values(array_unique(array_map(fn (array $one): int => Ground::dayOf($one[1]), $all)));
        }
        $best = [$worthBefore, $before];
        $this->steps = min(self::STEPS, $this->budget);
        $given = $this->steps;
        $this->search($places, $group, $days, $most, 0, [], $best);
        $this->budget -= $given - max(0, $this->steps);
        foreach ($group as $work) {
            if (isset($best[1][$work->key])) {
                $places->put($work, $best[1][$work->key]);
            }
        }

        return $best[0] > $worthBefore;
    }

    /**
     * @param  list<Work>  $group
     * @param  array<int, list<int>>  $days  on which each could stand well
     * @param  array<int, int>  $most  what each can gain at most
     * @param  array<string, int>  $starts
     * @param  array{int, array<string, int>}  $best  worth, and where each stands then
     */
    private function search(
        Places $places,
        array $group,
        array $days,
        array $most,
        int $gained,
        array $starts,
        array &$best,
    ): void {
        if ($gained > $best[0]) {
            $best = [$gained, $starts];
        }
        if ($most === [] || $gained + array_sum($most) <= $best[0]) {
            return;
        }
        foreach (array_keys($most) as $i) {
            $work = $group[$i];
            $rest = $most;
            unset($rest[$i]);
            foreach ($places->of($work, $days[$i], most: self::PLACES) as [$gain, $start]) {
                if (--$this->steps < 0) {
                    return;
                }
                $places->put($work, $start);
                $this->search($places, $group, $days, $rest, $gained + $gain, [...$starts, $work->key => $start], $best);
                $places->take($work);
            }
        }
    }
}
