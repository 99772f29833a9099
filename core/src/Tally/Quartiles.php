<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/**
 * The middle half of some numbers, by definition 7 of Hyndman and Fan, Sample Quantiles in Statistical Packages (The American
 * Statistician 50, 1996): the quantile p of n numbers in order lies at (n − 1)p + 1, between two of them by the straight line.
 */
final readonly class Quartiles
{
    /** Share by which an estimate must be off for the middle to be worth taking over. */
    private const WORTH = 0.05;

    private function __construct(public float $low, public float $middle, public float $high)
    {
    }

    /** @param  non-empty-list<int|float>  $numbers */
    public static function of(array $numbers): self
    {
        sort($numbers);

        return new self(self::at($numbers, 0.25), self::at($numbers, 0.5), self::at($numbers, 0.75));
    }

    /** Minutes, at least one: what may be estimated from now on. */
    public function estimate(): int
    {
        return max(1, (int) round($this->middle));
    }

    /** Whether it is better than what is estimated. */
    public function isBetterThan(?int $estimate): bool
    {
        return $estimate === null || abs($this->estimate() - $estimate) >= self::WORTH * $estimate;
    }

    /** @param  non-empty-list<int|float>  $sorted */
    private static function at(array $sorted, float $share): float
    {
        $place = (count($sorted) - 1) * $share;
        $below = (int) floor($place);
        $above = min($below + 1, count($sorted) - 1);

        return $sorted[$below] + ($place - $below) * ($sorted[$above] - $sorted[$below]);
    }
}
