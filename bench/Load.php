<?php

declare(strict_types=1);

namespace Bench;

/** What a number of requests cost the server: processor time of its process, and time until the whole answer, medians. */
final readonly class Load
{
    public function __construct(private Server $server)
    {
    }

    /**
     * @param  \Closure(int): void  $ask  one request, by its number
     * @return array{cpu: float, wall: float} milliseconds
     */
    public function of(\Closure $ask, int $times = 25, int $warm = 4): array
    {
        for ($i = 0; $i < $warm; $i++) {
            $ask($i);
        }
        $cpu = $wall = [];
        for ($i = $warm; $i < $warm + $times; $i++) {
            [$before, $start] = [$this->server->processorTime(), hrtime(true)];
            $ask($i);
            $wall[] = (hrtime(true) - $start) / 1e6;
            $cpu[] = $this->server->processorTime() - $before;
        }
        sort($cpu);
        sort($wall);

        return ['cpu' => $cpu[intdiv($times, 2)], 'wall' => $wall[intdiv($times, 2)]];
    }
}
