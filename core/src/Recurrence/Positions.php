<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/** BYSETPOS (RFC 5545 3.3.10): the nth of all that fall into one period. */
final class Positions
{
    /**
     * @param  list<int>  $places  from 1, or back from -1; none stands for all
     * @param  list<int>  $all  ascending
     * @return list<int> ascending
     */
    public static function of(array $places, array $all): array
    {
        if ($places === []) {
            return $all;
        }
        $chosen = [];
        foreach ($places as $place) {
            $index = $place > 0 ? $place - 1 : count($all) + $place;
            if (isset($all[$index])) {
                $chosen[$index] = $all[$index];
            }
        }
        ksort($chosen);

        return array_values($chosen);
    }
}
