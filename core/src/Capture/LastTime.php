<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** A question after the last time of something: “when did I last …”. */
final class LastTime
{
    private const ASKS = '/^\s*(?:when\s+(?:did|have|was|were|is)\s+(?:i|we|it|the)?\s*(?:last\s+)?'.
        '|(?:when|what)\s+was\s+the\s+last\s+time\s+(?:i|we|that\s+i)?\s*|(?:the\s+)?last\s+time\s+(?:i|we)?\s*)(.+?)'.
        '(?:\s+last)?\s*\??\s*$/iu';

    /** Words that ask rather than name. */
    private const FILLERS = [
        'the',
        'a',
        'an',
        'my',
        'our',
        'to',
        'for',
        'with',
        'do',
        'did',
        'done',
        'have',
        'has',
        'had',
        'was',
        'were',
        'me',
        'us',
        'of',
        'on',
        'at',
        'in',
        'and',
        'that',
        'this',
        'so',
        'ever',
        'actually',
        'again',
        'please',
        'i',
        'we',
        'it',
        'last',
        'been',
        'arrive',
        'arrived',
        'happen',
        'happened',
    ];

    /** @return string|null the words for what is asked after; null when it is no such question */
    public static function asked(string $text): ?string
    {
        if (preg_match(self::ASKS, mb_scrub($text), $m) !== 1) {
            return null;
        }
        $words = array_filter(
            (array) preg_split('/\s+/u', $m[1]),
            fn (mixed $word): bool => is_string($word) && ! in_array(mb_strtolower($word), self::FILLERS, true),
        );

        return $words === [] ? trim($m[1]) : implode(' ', $words);
    }
}
