<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** What keeps a work from a place, and the longest stretch that is left for it. */
final readonly class HeldBack
{
    private function __construct(private Work $work, public int $longest)
    {
    }

    public static function of(Work $work, Places $left): self
    {
        return new self($work, $left->longestFor($work));
    }

    public function sentence(): string
    {
        $before = $this->work->due === null ? '' : ' before it is due';

        return match (true) {
            $this->longest <= 0 => "No free time is left{$before}.",
            $this->longest < $this->work->minutes => 'It takes '.
                self::length($this->work->minutes).
                ", and the longest stretch that is left{$before} has ".
                self::length($this->longest).
                '.',
            default => 'There is room on the clock, but the days with room have given all their hours'.
                ($this->work->isDemanding() ? ', or have demanding work beside it already.' : '.'),
        };
    }

    /** As lengths are said in sentences: 45 min, 1 h, 1 h 30 min. */
    private static function length(int $minutes): string
    {
        $parts = [intdiv($minutes, 60) > 0 ? intdiv($minutes, 60).' h' : '', $minutes % 60 > 0 ? ($minutes % 60).' min' : ''];

        return implode(' ', array_filter($parts));
    }
}
