<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** Of all readings of a line those that fit together: none overlap, nothing is said twice, and most of the line is understood. */
final class Choice
{
    /** More readings than a line of the longest kind has; of stranger lines the later ones are left out. */
    private const MOST = 160;

    /** The line ends here, or is divided. */
    private const DIVIDED = '~\G\s*(?:(?:please|pls|thanks)?[.!]?\s*$|[,;:)\]]|[.](?:\s|$)|[–—-]\s)~iu';

    /** What may stand between two phrases without dividing them from what they say. */
    private const GLUE = '~\G[\s,;:.()\[\]–—-]*(?:(?:on|at|in|and|for|the)\s+)?$~iu';

    /** @var list<Phrase> by where they begin */
    private array $phrases;

    /** @var array<string, array{float, list<int>}> */
    private array $known = [];

    /** @param  list<Phrase>  $phrases */
    private function __construct(array $phrases)
    {
        usort($phrases, fn (Phrase $a, Phrase $b): int => [$a->from, $b->to] <=> [$b->from, $a->to]);
        $this->phrases = array_slice($phrases, 0, self::MOST);
    }

    /**
     * @param  list<Phrase>  $phrases
     * @return list<Phrase> by where they begin
     */
    public static function of(Text $text, array $phrases): array
    {
        while (true) {
            $choice = new self($phrases);
            $chosen = array_map(fn (int $i): Phrase => $choice->phrases[$i], $choice->best(0, 0)[1]);
            $unfounded = array_filter($chosen, fn (Phrase $one): bool => ! self::isFounded($text, $one, $chosen));
            if ($unfounded === []) {
                return $chosen;
            }
            // One at a time, the least sure first: the others may stand without it.
            usort($unfounded, fn (Phrase $a, Phrase $b): int => $a->score() <=> $b->score());
            $phrases = array_values(array_filter($choice->phrases, fn (Phrase $one): bool => $one !== $unfounded[0]));
        }
    }

    /** @return array{float, list<int>} the score of the best set from a phrase on, and its members */
    private function best(int $i, int $said): array
    {
        if ($i >= count($this->phrases)) {
            return [0.0, []];
        }
        $key = "{$i}|{$said}";
        if (isset($this->known[$key])) {
            return $this->known[$key];
        }
        $best = $this->best($i + 1, $said);
        $one = $this->phrases[$i];
        if (($one->slots & $said) === 0) {
            $next = $i + 1;
            while ($next < count($this->phrases) && $this->phrases[$next]->from < $one->to) {
                $next++;
            }
            [$score, $members] = $this->best($next, $said | $one->slots);
            if ($score + $one->score() > $best[0]) {
                $best = [$score + $one->score(), [$i, ...$members]];
            }
        }

        return $this->known[$key] = $best;
    }

    /** @param  list<Phrase>  $chosen */
    private static function isFounded(Text $text, Phrase $one, array $chosen): bool
    {
        $comesRound = array_filter($chosen, fn (Phrase $other): bool => $other->comesRound()) !== [];
        if (($one->needsRhythm && ! $comesRound) || ($one->notWithRhythm && $comesRound)) {
            return false;
        }
        // So many days say something of a rhythm or of a date without hours, and nothing by themselves.
        if ($one->slots === Phrase::END && ! $comesRound) {
            $said = array_reduce($chosen, fn (int $said, Phrase $other): int => $said | $other->slots, 0);
            if (($said & Phrase::DATE) === 0 || ($said & Phrase::TIME) !== 0) {
                return false;
            }
        }
        if ($one->needsDay) {
            return array_filter($chosen, fn (Phrase $other): bool => ($other->slots & (Phrase::DATE | Phrase::RHYTHM)) !== 0) !== [];
        }
        if ($one->needsBefore) {
            return array_filter(
                $chosen,
                fn (Phrase $other): bool => $other !== $one && $other->to <= $one->from && self::isGlue($text, $other->to, $one->from),
            ) !== [];
        }
        if (! $one->isLoose && ! $one->needsNeighbour) {
            return true;
        }
        foreach ($chosen as $other) {
            if ($other !== $one && $other->to <= $one->from && self::isGlue($text, $other->to, $one->from)) {
                return true;
            }
            if ($other !== $one && $other->from >= $one->to && self::isGlue($text, $one->to, $other->from)) {
                return true;
            }
        }

        return ! $one->needsNeighbour &&
            preg_match(self::DIVIDED, $text->seen, offset: $one->to) === 1;
    }

    private static function isGlue(Text $text, int $from, int $to): bool
    {
        return preg_match(self::GLUE, substr($text->seen, $from, $to - $from)) === 1;
    }
}
