<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

/**
 * Blocks that overlap stand side by side in the fewest lanes: taken by start, each into the first lane that is free
 * (interval partitioning; the number of lanes equals the greatest number of blocks at one moment).
 */
final class Lanes
{
    /** Shorter blocks are drawn as tall as this many minutes and need that much room. */
    private const LEAST_MINUTES = 25;

    /**
     * @param  list<Block>  $blocks  timed ones
     * @return array<string, array{lane: int, lanes: int}> by key: which lane from 0, and how many its group has
     */
    public static function of(array $blocks): array
    {
        usort(
            $blocks,
            fn (Block $a, Block $b): int => [$a->seen->from->seconds, -$a->seen->to->seconds] <=> [
                $b->seen->from->seconds,
                -$b->seen->to->seconds,
            ],
        );
        $placed = [];
        $group = [];
        $ends = [];
        foreach ($blocks as $block) {
            $from = $block->seen->from->seconds;
            if ($ends !== [] && $from >= max($ends)) {
                $placed += self::closed($group, count($ends));
                $group = $ends = [];
            }
            $lane = 0;
            while (isset($ends[$lane]) && $ends[$lane] > $from) {
                $lane++;
            }
            $ends[$lane] = max($block->seen->to->seconds, $from + self::LEAST_MINUTES * 60);
            $group[$block->key] = $lane;
        }

        return $placed + self::closed($group, count($ends));
    }

    /**
     * @param  array<string, int>  $group
     * @return array<string, array{lane: int, lanes: int}>
     */
    private static function closed(array $group, int $lanes): array
    {
        return array_map(fn (int $lane): array => ['lane' => $lane, 'lanes' => $lanes], $group);
    }
}
