<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use Normalizer;
use Transliterator;

/**
 * Text as it is looked for: without case and accents in any script (Unicode case folding, so ß is ss; NFKD without marks; Latin letters
 * that are no letter with a mark, as ø and ł, by CLDR's Latin-ASCII), and every pictograph a word of its own.
 */
final class Folded
{
    /** What English words that are the same may end with, after what they have in common. */
    private const ENDING = '/^(?:|e|y|s|es|ies|ied|ly|[a-z]?(?:ed|er|ers|ing|ings)|d|r)$/D';

    /** Pictographs are written as their number behind a sign for private use, which nobody types. */
    private const PICTOGRAPH = "\u{E000}";

    public static function text(string $text): string
    {
        if (preg_match('/[^\x00-\x7F]/', $text) !== 1) {
            return strtolower($text);
        }
        $text = self::withoutMarks(mb_convert_case(mb_scrub($text), MB_CASE_FOLD));
        $text = (string) preg_replace_callback(
            '/\p{So}/u',
            fn (array $sign): string => ' '.self::PICTOGRAPH.dechex((int) mb_ord($sign[0])).' ',
            $text,
        );
        if (preg_match('/[^\x00-\x7F]/', $text) !== 1) {
            return $text;
        }
        /** @var Transliterator|null $latin */
        static $latin = null;
        $latin ??= Transliterator::create('[:Latin:] Latin-ASCII');

        $whole = Normalizer::normalize((string) $latin?->transliterate($text), Normalizer::FORM_C);

        return is_string($whole) ? $whole : $text;
    }

    /** @return list<string> folded */
    public static function words(string $text): array
    {
        preg_match_all('/[\p{L}\p{M}\p{N}\p{Co}]+/u', self::text(mb_scrub($text)), $words);

        return $words[0];
    }

    /** Whether a folded word is one that is asked for: it begins so, or is the same but for its ending ("ferns", "potted"). */
    public static function isAsked(string $word, string $asked): bool
    {
        if (str_starts_with($word, $asked)) {
            return true;
        }
        $same = strspn($word ^ $asked, "\0");

        return $same >= 3 && preg_match(self::ENDING, substr($word, $same)) === 1 && preg_match(self::ENDING, substr($asked, $same)) === 1;
    }

    /** Marks of scripts that write them as part of a letter, as those of Devanagari or the voiced kana, stay. */
    private static function withoutMarks(string $text): string
    {
        $apart = Normalizer::normalize($text, Normalizer::FORM_KD);

        return (string) preg_replace(
            '/(?![\x{3099}\x{309A}])(?=[\p{Inherited}\p{Latin}\p{Greek}\p{Cyrillic}\p{Hebrew}\p{Arabic}\p{Syriac}])\p{Mn}/u',
            '',
            is_string($apart) ? $apart : $text,
        );
    }
}
