<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

use PlumRota\Core\Time\Length;

/** What keeps a work from a place, the longest stretch that is left for it, and what would help. */
final readonly class HeldBack
{
    /** Minutes of the shortest piece that is offered where nothing was said of it. */
    private const PIECE = 30;

    /**
     * @param  list<int>  $pieces  minutes of pieces that would fit; none where none do
     * @param  string|null  $gives  the key of a work that is worth less and would make room
     */
    private function __construct(
        private Work $work,
        public int $longest,
        private ?string $waitsFor,
        public array $pieces,
        public ?string $gives,
    ) {
    }

    /** @param  list<Work>  $works  all that was fitted in */
    public static function of(Work $work, Places $left, array $works): self
    {
        $longest = $left->longestFor($work);
        $waitsFor =
            $work->after !== null &&
            ! isset($left->starts[$work->after]) &&
            in_array($work->after, array_column($works, 'key'), true)
                ? $work->after
                : null;
        if ($waitsFor !== null) {
            return new self($work, $longest, $waitsFor, [], null);
        }
        $pieces = array_column(Splitting::of($work, $left, $work->shortestPiece ?? self::PIECE), 1);

        return new self($work, $longest, null, $pieces, self::giving($work, $left, $works));
    }

    public function sentence(): string
    {
        $before = $this->work->due === null ? '' : ' before it is due';

        return match (true) {
            $this->waitsFor !== null => 'It comes after something that finds no place.',
            $this->longest <= 0 && $this->work->hours !== null => "No free time is left in its own hours{$before}.",
            $this->longest <= 0 => "No free time is left{$before}.",
            $this->longest < $this->work->minutes => 'It takes '.
                Length::inWords($this->work->minutes).
                ", and the longest stretch that is left{$before} has ".
                Length::inWords($this->longest).
                '.',
            default => 'There is room on the clock, but the days with room have given all their hours'.
                ($this->work->isDemanding() ? ', or have demanding work beside it already.' : '.'),
        };
    }

    /**
     * The one worth least of those that are worth less and without which it would fit.
     *
     * @param  list<Work>  $works
     */
    private static function giving(Work $work, Places $left, array $works): ?string
    {
        $rank = ['could' => 0, '' => 1, 'should' => 2, 'must' => 3];
        $of = fn (Work $one): int => $rank[$one->importance ?? ''] ?? 1;
        $lighter = array_values(
            array_filter($works, fn (Work $one): bool => isset($left->starts[$one->key]) && $of($one) < $of($work)),
        );
        usort($lighter, fn (Work $a, Work $b): int => [$of($a), $a->minutes, $a->key] <=> [$of($b), $b->minutes, $b->key]);
        foreach ($lighter as $one) {
            $tried = clone $left;
            $tried->take($one);
            if ($tried->of($work) !== []) {
                return $one->key;
            }
        }

        return null;
    }
}
