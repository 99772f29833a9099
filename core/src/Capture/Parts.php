<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use Closure;

/**
 * A line that means several entries, divided: "buy the tree on the 12th and decorate it on the 23rd", and with one title for
 * both "run Tue and Thu at 7 and Sat at 10".
 *
 * @phpstan-import-type Role from Segment
 */
final class Parts
{
    /** More than so many a line does not mean. */
    private const MOST = 4;

    /** So often a piece of a line is read at the most. */
    private const MOST_READINGS = 20;

    /** Where a line may be divided, the surest first. */
    private const JOINTS = [
        '/\s*;\s+|(?<=\p{L}{3})\.\s+|,?\s+(?:and\s+)?(?:also|then)\s+/iu',
        '/,?\s+and\s+|\s*[&+]\s*/iu',
        '/,\s+/u',
    ];

    /** Of each kind no more are tried. */
    private const MOST_JOINTS = 6;

    /** What is said once at the end holds for all. */
    private const SHARED = ['length', 'calendar', 'importance', 'effort', 'label', 'place', 'kind'];

    /** @var array<string, Draft> by what was read */
    private array $readings = [];

    /** @param  Closure(string): Draft  $read */
    private function __construct(private readonly Closure $read, private readonly bool $mayShareTitle)
    {
    }

    /**
     * @param  list<Segment>  $segments  the line as one entry, piece by piece
     * @param  Closure(string): Draft  $read  a line as one entry
     * @param  bool  $mayShareTitle  whether a part may say no more than when
     * @return list<string> lines of one entry each, at least two; none where it means one
     */
    public static function of(string $line, array $segments, Closure $read, bool $mayShareTitle): array
    {
        // Of two entries that say all of themselves both titles are left, with a joint between them.
        $left = implode('', array_map(
            fn (Segment $one): string => $one->role === 'title' ? $one->text : str_repeat(' ', strlen($one->text)),
            $segments,
        ));
        preg_match_all('/;|\.\s|\b(?:and|also|then)\b/iu', $line, $m, PREG_OFFSET_CAPTURE);
        $isBetween = fn (int $at): bool => preg_match('/\p{L}/u', substr($left, 0, $at)) === 1 &&
            preg_match('/(?<=[;.\s])\p{L}/u', substr($left, $at + 1)) === 1;
        if (! $mayShareTitle && array_filter(array_column($m[0], 1), $isBetween) === []) {
            return [];
        }

        return (new self($read, $mayShareTitle))->divided($line, self::MOST);
    }

    /**
     * In two where that can be, else in more.
     *
     * @return list<string>
     */
    private function divided(string $line, int $most): array
    {
        $cuts = $this->cuts($line);
        foreach ($cuts as [$head, $first, $tail, $joint]) {
            $two = $this->two($head, $first, $tail, $joint);
            if ($two !== []) {
                return $two;
            }
        }
        foreach ($most > 2 ? $cuts : [] as [$head, $first, $tail]) {
            $isOneTitle = $this->mayShareTitle && preg_match('/^(?:on\s+)?(?:the\s+)?(?:\d|'.Words::WEEKDAY.'\b)/iu', $tail) === 1;
            $more = $this->divided($isOneTitle ? "{$first->title} {$tail}" : $tail, $most - 1);
            if ($more !== []) {
                return [$head, ...$more];
            }
        }

        return [];
    }

    /** @return list<array{string, Draft, string, string}> an entry by itself, what it says, the rest, and what stands between */
    private function cuts(string $line): array
    {
        $cuts = [];
        foreach (self::JOINTS as $i => $joints) {
            if ($i === 2 && ! $this->mayShareTitle) {
                break;
            }
            preg_match_all($joints, $line, $m, PREG_OFFSET_CAPTURE);
            foreach (array_slice($m[0], 0, self::MOST_JOINTS) as [$joint, $at]) {
                $head = substr($line, 0, $at);
                $first = $this->whole($head);
                if ($first !== null && self::hasTitle($first)) {
                    $cuts[] = [$head, $first, substr($line, $at + strlen($joint)), $joint];
                }
            }
        }

        return $cuts;
    }

    /** @return list<string> */
    private function two(string $head, Draft $first, string $tail, string $joint): array
    {
        $rest = $this->read($tail);
        // What is said of the first only, after the joint, leaves the rest to it as well.
        if ($rest === null || in_array($rest->segments[0]->role ?? 'title', ['reminder', ...self::SHARED], true)) {
            return [];
        }
        $said = array_filter($first->segments, fn (Segment $one): bool => $one->role !== 'title');
        $mayShare = $this->mayShareTitle && preg_match('/[.;]/', $joint) !== 1 && (end($said) ?: null)?->role !== 'reminder';
        if ($mayShare && ! self::hasTitle($rest)) {
            $next = self::atAnotherTime($first, $rest, $tail) ?? "{$first->title} {$tail}";

            return $this->whole($next) === null
                ? []
                : [self::onTheDaysOf($rest, $first) ?? $this->withShared($head, $first, $rest), $next];
        }
        $next = self::forAnother($first->title, $rest->title, $tail);
        $isApart = preg_match('/[\pL;.]/u', $joint) === 1;

        return $isApart && $this->isTitle($first->title, $joint) && $this->isTitle($rest->title, $joint) && $this->whole($next) !== null
            ? [$head, $next]
            : [];
    }

    /** Whether some word of it says what, and not only when and where to. */
    private static function hasTitle(Draft $draft): bool
    {
        $left = array_map(fn (Segment $one): string => $one->role === 'title' ? $one->text : ' ', $draft->segments);

        return preg_match('/\p{L}/u', (string) preg_replace('/(?<!\p{L})(?:and|at|on|for|in)(?!\p{L})/iu', '', implode('', $left))) === 1;
    }

    /** Of one word it is a title only where it stands well apart. */
    private function isTitle(string $title, string $joint): bool
    {
        return preg_match('/^(?!(?:on|at|in|by|from|to|until|before|after|every|each|not|but|or|ends?|ending|stops?|finish'.
            '(?:es|ing)?|'.Words::WEEKDAY.')\b)\p{L}/Diu', $title) === 1 &&
            (str_contains($title, ' ') || preg_match('/[,;.]/', $joint) === 1 || $this->mayShareTitle);
    }

    /** "School run Mon-Fri 8:15 and 15:30": where the second says only another time, all else is said again. */
    private static function atAnotherTime(Draft $first, Draft $rest, string $tail): ?string
    {
        return self::saysDays($rest) || ! self::saysDays($first) || ! self::saysTime($rest) ? null : self::withTime($first->segments, $tail);
    }

    /** "Feed citrus at 8:15 and at 18:40 every day": the days stand with the second. */
    private static function onTheDaysOf(Draft $rest, Draft $first): ?string
    {
        $times = array_filter($first->segments, fn (Segment $one): bool => $one->role === 'time');
        $time = reset($times) ?: null;
        $line = $time === null || self::saysDays($first) || ! self::saysDays($rest) ? null : self::withTime($rest->segments, $time->text);

        return $line === null ? null : "{$first->title} {$line}";
    }

    private static function saysTime(Draft $draft): bool
    {
        return array_filter($draft->segments, fn (Segment $one): bool => $one->role === 'time') !== [];
    }

    private static function saysDays(Draft $draft): bool
    {
        return array_filter($draft->segments, fn (Segment $one): bool => $one->role === 'date' || $one->role === 'rhythm') !== [];
    }

    /** @param  list<Segment>  $segments */
    private static function withTime(array $segments, string $time): ?string
    {
        $pieces = array_map(fn (Segment $one): string => $one->text, $segments);
        $at = array_search('time', array_map(fn (Segment $one): string => $one->role, $segments), true);
        if ($at === false) {
            return null;
        }
        $isJoined = $at > 0 && preg_match('/\bat\s+$/i', $pieces[$at - 1]) === 1;
        $pieces[$at] = $isJoined ? (string) preg_replace('/^\s*at\s+/i', '', $time) : $time;

        return trim(implode('', $pieces));
    }

    /**
     * "Dentist for Finn on Monday and for Lena on Tuesday", "call Anna Monday and Ben Tuesday": the second is to be called, too.
     */
    private static function forAnother(string $first, string $second, string $tail): string
    {
        $lead = preg_match('/^(?:for|with)(?= )/iu', $second, $m) === 1 ? " {$m[0]} " : null;
        if ($lead !== null && str_contains($first, $lead)) {
            return strstr($first, $lead, true)." {$tail}";
        }

        return preg_match('/^\p{Lu}\p{Ll}+$/u', $second) === 1 && preg_match('/^(.+) \p{Lu}\p{Ll}+$/u', $first, $what) === 1
            ? "{$what[1]} {$tail}"
            : $tail;
    }

    /** What stands behind the last and says nothing of when holds for the first, too, unless that says it itself. */
    private function withShared(string $head, Draft $first, Draft $last): string
    {
        $has = array_map(fn (Segment $one): string => $one->role, $first->segments);
        $line = $head;
        foreach ($last->segments as $i => $one) {
            $isBehind = $i > 0 && preg_match('/,\s*$/', $last->segments[$i - 1]->text) === 1;
            $isSaid = in_array($one->role, $has, true) || ($one->role === 'length' && in_array('end', $has, true));
            if ($isBehind && ! $isSaid && in_array($one->role, self::SHARED, true)) {
                $line .= ", {$one->text}";
            }
        }
        $with = $line === $head ? null : $this->whole($line);

        return $with !== null && $with->title === $first->title ? $line : $head;
    }

    /** A piece that is an entry by itself: a title, and a day or a deadline. */
    private function whole(string $piece): ?Draft
    {
        $isDated = preg_match('~\p{N}|(?<!\p{L})(?:'.Words::WEEKDAY.'s?|tomorrow|tonight|today|noon|every|each|once|twice'.
            '|daily|weekly'.
            '|fortnightly|monthly|yearly|weekdays)(?!\p{L})~iu', (new Text($piece))->seen) === 1;
        $draft = $isDated ? $this->read($piece) : null;

        return $draft !== null &&
            $draft->title !== '' &&
            ($draft->placement !== null || $draft->due !== null) &&
            $draft->problems === []
                ? $draft
                : null;
    }

    private function read(string $piece): ?Draft
    {
        if (! isset($this->readings[$piece]) && count($this->readings) === self::MOST_READINGS) {
            return null;
        }

        return $this->readings[$piece] ??= ($this->read)($piece);
    }
}
