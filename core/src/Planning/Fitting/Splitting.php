<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** Divides a work that finds no stretch long enough into pieces that do: as few and as alike as can be. */
final class Splitting
{
    private const MOST_PIECES = 4;

    /**
     * Where its pieces could stand; nothing is put there.
     *
     * @param  int  $shortest  minutes
     * @return list<array{int, int}> start and minutes of each, in order; none where it cannot be done
     */
    public static function of(Work $work, Places $places, int $shortest): array
    {
        $shortest = max(Places::STEP, $shortest);
        for ($number = 2; $number <= self::MOST_PIECES; $number++) {
            $most = intdiv($work->minutes + $number * Places::STEP - 1, $number * Places::STEP) * Places::STEP;
            $minutes = array_fill(0, $number - 1, $most);
            $minutes[] = $work->minutes - ($number - 1) * $most;
            if (min($minutes) < $shortest) {
                break;
            }
            $found = self::place($work, $places, $minutes);
            if ($found !== []) {
                return $found;
            }
        }

        return self::place($work, $places, self::byRoom($work, $places, $shortest));
    }

    /**
     * As long as there is room for, the longest first.
     *
     * @return list<int> minutes
     */
    private static function byRoom(Work $work, Places $places, int $shortest): array
    {
        $tried = clone $places;
        $minutes = [];
        for ($left = $work->minutes; $left > 0; $left -= $piece) {
            $room = intdiv($tried->longestFor($work), Places::STEP) * Places::STEP;
            $piece = min($left, $room);
            $piece = $left - $piece > 0 && $left - $piece < $shortest ? $left - $shortest : $piece;
            $best = $piece < $shortest ? null : $tried->of($work->piece("{$work->key}#", $piece))[0] ?? null;
            if ($best === null || count($minutes) === self::MOST_PIECES) {
                return [];
            }
            $tried->put($work->piece("{$work->key}#".count($minutes), $piece), $best[1]);
            $minutes[] = $piece;
        }

        return $minutes;
    }

    /**
     * @param  list<int>  $minutes
     * @return list<array{int, int}>
     */
    private static function place(Work $work, Places $places, array $minutes): array
    {
        $tried = clone $places;
        $found = [];
        foreach ($minutes as $i => $piece) {
            $part = $work->piece("{$work->key}#{$i}", $piece);
            $best = $tried->of($part)[0] ?? null;
            if ($best === null) {
                return [];
            }
            $tried->put($part, $best[1]);
            $found[] = [$best[1], $piece];
        }
        sort($found);

        return $found;
    }
}
