<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** A line as patterns see it: what stands in quotation marks is nobody's to understand. */
final readonly class Text
{
    /** Before and after a phrase: nothing that would make it part of a word, a number or another's property. */
    private const FROM = '(?<![\p{L}\p{N}_.:\/\'’–-])';

    private const TO = '(?![\p{L}\p{N}_–-]|[\'’]\p{L}|[.:\/]\p{N})';

    /** As patterns see it: in usual spelling (Spelling). Places of phrases are bytes of it. */
    public string $seen;

    /** Another for each line that is read. */
    public int $number;

    /** @var list<int> where in the line each byte of what is seen begins */
    private array $begins;

    /** @var list<int> where in the line it ends */
    private array $ends;

    public function __construct(public string $line)
    {
        $this->number = ++Kept::$lines;
        [$this->seen, $this->begins, $this->ends] = Spelling::seen(
            (string) preg_replace_callback(
                '/"[^"]*"|“[^”]*”|‘[^’]*’|«[^»]*»|(?<![\p{L}\p{N}])\'[^\']{4,}\'(?![\p{L}])/u',
                fn (array $quoted): string => str_repeat("\x01", strlen($quoted[0])),
                $line,
            ),
        );
    }

    /** @return array{int, int} the bytes of the line that a stretch of what is seen stands for */
    public function written(int $from, int $to): array
    {
        $begin = $this->begins[$from] ?? strlen($this->line);

        return [$begin, $to > $from ? max($begin, $this->ends[$to - 1] ?? strlen($this->line)) : $begin];
    }

    /**
     * Everything that matches a pattern as a phrase of its own.
     *
     * @param  string  $pattern  without delimiters, case-insensitive
     * @return list<Found>
     */
    public function all(string $pattern): array
    {
        preg_match_all(
            Kept::$patterns[2][$pattern] ??= '~'.self::FROM.'(?:'.$pattern.')'.self::TO.'~iu',
            $this->seen,
            $matches,
            PREG_OFFSET_CAPTURE | PREG_SET_ORDER | PREG_UNMATCHED_AS_NULL,
        );

        return array_map($this->found(...), $matches);
    }

    /** What matches a pattern right at a place. */
    public function at(string $pattern, int $at, bool $isWhole = true): ?Found
    {
        return preg_match(
            Kept::$patterns[$isWhole ? 1 : 0][$pattern] ??= '~\G(?:'.$pattern.')'.($isWhole ? self::TO : '').'~iu',
            $this->seen,
            $match,
            PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL,
            $at,
        ) === 1
            ? $this->found($match)
            : null;
    }

    /** Whether a pattern matches right at a place; names in it may come again. */
    public function beginsWith(string $pattern, int $at): bool
    {
        return preg_match(Kept::$patterns[3][$pattern] ??= '~\G(?:'.$pattern.')~iuJ', $this->seen, offset: $at) === 1;
    }

    /**
     * Whether any of them is in it.
     *
     * @param  string  $name  of them all, under which they are kept as one
     * @param  list<string>  $patterns
     */
    public function has(string $name, array $patterns): bool
    {
        return preg_match(Kept::$patterns[6][$name] ??= '~'.self::FROM.'(?:'.implode('|', $patterns).')~iuJ', $this->seen) === 1;
    }

    /** @return list<int> the bytes at which words begin */
    public function wordStarts(): array
    {
        preg_match_all('~'.self::FROM.'[\p{L}\p{N}@]~u', $this->seen, $matches, PREG_OFFSET_CAPTURE);

        return array_map(fn (array $match): int => (int) $match[1], $matches[0]);
    }

    /** The word before a place, in small letters; empty where a sign or nothing stands there. */
    public function wordBefore(int $at): string
    {
        return preg_match('/([\p{L}\p{N}]+)\s+$/u', substr($this->seen, 0, $at), $m) === 1 ? mb_strtolower($m[1]) : '';
    }

    /** @param  array<int|string, array{string|null, int}>  $match */
    private function found(array $match): Found
    {
        $groups = $written = $places = [];
        foreach ($match as $name => [$text, $at]) {
            if ($text !== null) {
                [$from, $to] = $this->written($at, $at + strlen($text));
                $groups[$name] = $text;
                $written[$name] = substr($this->line, $from, $to - $from);
                $places[$name] = $at;
            }
        }

        return new Found($match[0][1], $match[0][1] + strlen((string) $match[0][0]), $groups, $written, $places);
    }
}
