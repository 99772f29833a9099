<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use PlumRota\Core\Capture\Folded;

/** What stands around the first of some words in a longer text. */
final class Snippet
{
    private const BEFORE = 4;

    private const WORDS = 14;

    /**
     * @param  list<string>  $asked  folded
     * @return string what matches between U+0002 and U+0003; empty where nothing does
     */
    public static function of(string $text, array $asked): string
    {
        $isAsked = fn (string $word): bool => array_filter(
            Folded::words($word),
            fn (string $one): bool => array_filter($asked, fn (string $of): bool => Folded::isAsked($one, $of)) !== [],
        ) !== [];
        $text = mb_scrub($text);
        preg_match_all('/[\p{L}\p{M}\p{N}\p{Co}]+|\p{So}/u', $text, $found, PREG_OFFSET_CAPTURE);
        $words = $found[0];
        $first = null;
        foreach ($words as $i => [$word]) {
            if ($isAsked($word)) {
                $first = $i;
                break;
            }
        }
        if ($first === null) {
            return '';
        }
        $from = max(0, $first - self::BEFORE);
        $kept = array_slice($words, $from, self::WORDS);
        $snippet = $from === 0 ? '' : '…';
        $at = $from === 0 ? 0 : $kept[0][1];
        foreach ($kept as [$word, $offset]) {
            $snippet .= substr($text, $at, $offset - $at).($isAsked($word) ? "\x02{$word}\x03" : $word);
            $at = $offset + strlen($word);
        }

        return $snippet.($from + self::WORDS < count($words) ? '…' : substr($text, $at));
    }
}
