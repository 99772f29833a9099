<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

/** A stretch of work that is timed; all moments are Unix seconds. */
final readonly class Stint
{
    /** Seconds after which an open one that was not meant to end is taken for forgotten. */
    private const LONG = 4 * 3600;

    /** Seconds by which one that was meant to end may run over. */
    private const OVER = 3600;

    /** @param  int|null  $planned  minutes it is meant to last; null for as long as it takes */
    public function __construct(public int $started, public ?int $ended, public ?int $planned = null)
    {
    }

    /** Seconds, so far for one that still runs. */
    public function seconds(int $now): int
    {
        return max(0, ($this->ended ?? $now) - $this->started);
    }

    /** When the minutes it was meant to last are over. */
    public function bell(): ?int
    {
        return $this->planned === null ? null : $this->started + $this->planned * 60;
    }

    /** Nobody works that long without a look at the clock: it has to be asked about. */
    public function isForgotten(int $now): bool
    {
        return $this->ended === null &&
            $now - $this->started > ($this->planned === null ? self::LONG : $this->planned * 60 + self::OVER);
    }

    /**
     * Whole minutes of several stints together: rounded once, not each.
     *
     * @param  list<self>  $stints
     */
    public static function minutes(array $stints, int $now): int
    {
        return (int) round(array_sum(array_map(fn (self $one): int => $one->seconds($now), $stints)) / 60);
    }
}
