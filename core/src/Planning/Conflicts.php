<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

/** Double bookings: pairs of busy, certain, timed, unfinished blocks that want the same time. */
final class Conflicts
{
    /** Pairs that are worked out; nobody looks at more. */
    private const MOST = 5000;

    /**
     * @param  list<Block>  $blocks
     * @return list<array{Block, Block}> each pair once, the earlier first
     */
    public static function among(array $blocks): array
    {
        $wanted = array_values(
            array_filter(
                $blocks,
                fn (Block $block): bool => ! $block->allDay &&
                    $block->isBusy &&
                    ! $block->isTentative &&
                    ! $block->isDone &&
                    $block->seen->minutes() > 0,
            ),
        );
        usort($wanted, fn (Block $a, Block $b): int => $a->seen->from->seconds <=> $b->seen->from->seconds);
        $entries = array_map(fn (Block $block): string => explode('|', $block->key)[0], $wanted);
        $pairs = [];
        foreach ($wanted as $i => $block) {
            for ($j = $i + 1; $j < count($wanted) && $wanted[$j]->seen->from->seconds < $block->seen->to->seconds; $j++) {
                if ($entries[$i] === $entries[$j]) {
                    continue; // a routine lies on itself only where that is wished
                }
                $pairs[] = [$block, $wanted[$j]];
                if (count($pairs) >= self::MOST) {
                    return $pairs;
                }
            }
        }

        return $pairs;
    }
}
