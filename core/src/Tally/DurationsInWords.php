<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/** What measured durations say against estimates, in a sentence. */
final class DurationsInWords
{
    /** Share by which the middle must be off to be worth a word. */
    private const WORTH = 0.15;

    /** @param  list<array{title: string, estimate: int|null, middle: int}>  $things  minutes */
    public static function of(array $things): string
    {
        if ($things === []) {
            return 'Nothing was timed twice yet. Time what you do, and it is held against what you estimate.';
        }
        $off = [];
        foreach ($things as $one) {
            if ($one['estimate'] !== null && $one['estimate'] > 0) {
                $off[] = [$one['title'], $one['middle'] / $one['estimate'] - 1];
            }
        }
        if ($off === []) {
            return 'None of what was timed has an estimate yet.';
        }
        usort($off, fn (array $a, array $b): int => $b[1] <=> $a[1]);
        $said = [];
        [$longest, $by] = $off[0];
        if ($by >= self::WORTH) {
            $said[] =
                $by >= 0.9
                    ? "{$longest} takes about twice as long as you think, or more"
                    : "{$longest} takes ".self::share($by).' longer than you think';
        }
        [$shortest, $under] = $off[count($off) - 1];
        if ($under <= -self::WORTH) {
            $said[] = "{$shortest} is quicker";
        }

        return $said === [] ? 'Things take about as long as you think.' : implode('; ', $said).'.';
    }

    private static function share(float $by): string
    {
        return match (true) {
            $by >= 0.6 => 'two thirds',
            $by >= 0.42 => 'half',
            $by >= 0.29 => 'a third',
            $by >= 0.2 => 'a quarter',
            default => 'a sixth',
        };
    }
}
