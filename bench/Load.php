<?php

declare(strict_types=1);

namespace Bench;

/**
 * What a number of requests cost servers side by side: one asks after the other, so that a machine whose pace changes meanwhile is
 * as slow for each of them.
 */
final class Load
{
    /**
     * @param  list<Server>  $servers
     * @param  list<\Closure(int): void>  $asks  one request to each of them, by its number
     * @return list<float> milliseconds of processor time of each, medians
     */
    public static function sideBySide(array $servers, array $asks, int $times = 25, int $warm = 3): array
    {
        $spent = array_map(fn (): array => [], $servers);
        for ($i = 0; $i < $warm + $times; $i++) {
            foreach ($servers as $n => $server) {
                $before = $server->processorTime();
                $asks[$n]($i);
                if ($i >= $warm) {
                    $spent[$n][] = $server->processorTime() - $before;
                }
            }
        }

        return array_map(function (array $all): float {
            sort($all);

            return $all[intdiv(count($all), 2)];
        }, $spent);
    }
}
