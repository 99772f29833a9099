<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** The stretch of a week that is kept whole for work that wants one's best hours. */
final class KeptWhole
{
    /**
     * @param  list<list<array{int, int}>>  $free  of each day its free stretches, in minutes from the first midnight
     * @param  list<int>  $days  those of the week, from 0
     * @param  list<int>  $strength  of each of the 24 hours
     * @param  int  $minutes  that it lasts
     * @param  list<int>  $capacity  what each day has to give still, in minutes: on a day that is full nothing is kept for more work
     * @return array{int, int}|null where one is strongest; of equals the earliest; null where no stretch is as long
     */
    public static function of(array $free, array $days, array $strength, int $minutes, array $capacity): ?array
    {
        $best = null;
        $most = -1;
        foreach ($days as $day) {
            if (($capacity[$day] ?? 0) < $minutes) {
                continue;
            }
            foreach ($free[$day] ?? [] as [$from, $to]) {
                for ($start = $from; $start + $minutes <= $to; $start += Places::STEP) {
                    $is = 0;
                    for ($at = $start; $at < $start + $minutes; $at += Places::STEP) {
                        $is += $strength[intdiv($at % Ground::DAY, 60)] ?? 0;
                    }
                    if ($is > $most) {
                        [$best, $most] = [[$start, $start + $minutes], $is];
                    }
                }
            }
        }

        return $best;
    }
}
