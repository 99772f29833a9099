<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/**
 * What is left of a line and sounds like a time, a date, a rhythm or a reminder: it is said, and nothing is saved that may be
 * half of what was meant.
 */
final class Leftovers
{
    /** Wherever it stands, what was understood beside it may be half of the phrase. */
    private const GRAVE = [
        'every|each(?!\s+other)',
        '(?<!\bwait )until|till',
        'except(?:ing)?|excluding',
        '(?<!\bthe )(?<!\babout )(?<!\bblack )(?<!\bgood )(?:(?:mon|tues|wednes|thurs|fri|satur|sun)days?(?![\'’]s)|tues?'.
            '|thurs?|thu|tue|fri)(?![\'’]s)',
        '(?<=\bthis )(?:mon|wed|sat|sun)|(?<=\bnext )(?:mon|wed|sat|sun)|(?<=\bcoming )(?:mon|wed|sat|sun)',
        'january|february|(?<!\bask )(?<!\btell )(?<!\bcall )(?<!\bring )(?<!\bthank )(?<!\bmeet )(?:april|june|august)|july'.
            '|september|october|november|december|jan|feb|apr|aug|sept|oct|nov|dec',
        '(?:mon|wed|fri|sat|sun)(?=\s*(?:to|until|till|and|or|&|\+|/|[-–])\s*(?:mon|tue|wed|thu|fri|sat|sun))|(?<=\bto )'.
            '(?:mon|wed|fri|sat|sun)|(?:mon|wed|fri|sat|sun)(?=\s+(?:at\s+)?(?:\d|\x02))|(?<=\band )(?:mon|wed|fri|sat|sun)'.
            '(?=[\s,]|$)',
        'tomorrow|tonight|today|yesterday|fortnight(?:ly)?',
        // Of other languages, which nothing here reads.
        '(?:mon|diens|donners|frei|sams|sonn)tag|mittwoch|lundi|mardi|mercredi|jeudi|vendredi|samedi|dimanche|demain|heute',
        '(?<!\bthe )(?<!\bin )(?<!\bmon )(?:mon|wed|sat|sun)(?=\s*(?:,|\x02))',
        Words::WEEKDAY.'\s+(?:after\s+next|before|mornings?|afternoons?|evenings?|nights?)',
        '\d{1,2}\s+may|(?:working|business)\s+days?|in\s+(?:ten|five|fifteen|twenty|\d{1,2})(?=\s*$)',
        'any\s+(?:week\s?)?day(?!\s+now)|in\s+march|\d{1,2}\s+march|march\s+\d{1,2}|the\s+\d{1,2}\s+of|(?:bi-?|semi-?)(?:weekly|monthly)',
        '(?:\d+|'.Words::HOUR_WORD.'|half\s+an)\s+(?:days?|weeks?|months?|hours?|hrs?|years?|fortnights?)(?![-\s]+old|[\'’])',
        '(?<!version )(?<!chapter )(?<!\bthe )\d{1,2}[:.][0-5]\d(?:\s?[ap]m)?|\d{1,2}\s?[ap]m',
        '\d{1,2}/\d{1,2}(?:/\d{2,4})?|\d{1,2}\.\d{1,2}\.(?:\d{2,4})?|20\d\d-\d\d-\d\d',
        '\d{1,2}h\d\d|(?<!\bthe )\d{1,2}\s+o[’\']?clock',
        '(?<=^)week\s+\d{1,2}|(?<=^)\d{1,2}\s?[-–]\s?\d{1,2}(?=\s+\p{L})',
        '(?:first|second|third|fourth|last|penultimate)\s+(?:working\s+)?(?:day|week|weekday|weekend)s?\s+(?:of|in)',
        '(?:\d+|once|twice|two|three|four|five|six)\s+(?:times\s+)?(?:a|per)\s+(?:day|week|month|year)',
        '(?:next|this|last|following)\s+(?:week|month|year|weekend|morning|afternoon|evening)',
        'in\s+20\d\d|noon|midday|(?:at|@)\s+\d{1,2}(?!\d|\s*%|,\d{3})',
        'some\s?time|any\s?time(?!\s+of)|eom|eod|(?:semi|bi)-?annual(?:ly)?|thrice|mos',
        'fortnights?|monthly\s+on|weekly\s+on',
    ];

    /** A number of a month. */
    private const ORDINAL = '\d{1,2}(?:st|nd|rd|th)(?!\s+(?:birthday|floor|class|edition|century|grade|coat|draft|try|half|hand))';

    /** The same where another day is said: before a word it counts that, as "the 3rd instalment". */
    private const ORDINAL_BESIDE = '\d{1,2}(?:st|nd|rd|th)(?!\s+(?!(?:of|and|to|until|till|or|each|every|at|in|on|from|for|monthly|'.
        Words::WEEKDAY.'|'.Words::MONTH.')(?!\p{L}))\p{L}{3,})';

    /** Two numbers at the end, where no day is said. */
    private const HOURS = '(?<!s )(?<![\d.:])(?:1\d|2[0-4]|[1-9])\s?[-–]\s?(?:1\d|2[0-4]|[1-9])(?=\s*$)';

    /** Days by name, where the line is given no other: they are ordinary words beside one, as "Christmas Eve shopping on Saturday". */
    private const DAYS = [
        '(?:first|second|third|fourth|1st|2nd|3rd|4th)\s+advent|advent\s+sunday|christmas\s+(?:eve|day)|boxing\s+day'.
            '|new\s+year[\'’]?s\s+(?:eve|day)|good\s+friday'.
            '|(?:easter|whit|palm|ash|shrove|maundy)\s+(?:sun|mon|tues|wednes|thurs|fri|satur)day',
    ];

    /** The same, where hours are taken, which would otherwise stand today. */
    private const DAYS_OF_HOURS = ['(?:mon|tues|wednes|thurs|fri|satur|sun)day[\'’]s'];

    /** Right beside something that was understood. */
    private const BESIDE = [
        'before|after(?=\s+(?:the\s+)?(?:\d|half|quarter|noon|midday|next|this|last|tomorrow|today|'.Words::HOUR_WORD.'|'.Words::WEEKDAY.
            '|'.Words::MONTH.')(?!\p{L}))|by|from|between|not|but|or(?!\s+(?:they|he|she|it|we|I|you)\b)|instead|skip|starting'.
            '|beginning|ending|(?:around|about)(?!\s+\p{L})',
        'daily|weekly|monthly|quarterly|yearly|annually|alternate|other|early|late|mid|due|deadline|end|all|per|months?'.
            '|weeks?|years?|roughly|approximately|towards?|once|twice',
        'remind(?:er|ers)?|nudge|ping|alert',
    ];

    /**
     * Right behind something that was understood: before it they may be what it is about, as "parents' evening", "platform 9".
     */
    private const BEHIND = [
        'morning|afternoon|evening|night|lunch(?:time)?(?=\s*(?:,|$))|weekdays?|weekends?',
        'am|pm|h|hrs?|utc|gmt|bst|cet|cest|e[sd]?t|p[sd]t|pt|[cm][sd]?t|ist|\p{L}+\s+time(?=\s*(?:,|$))'.
            '|min|mins|minutes',
        '\d{1,4}(?!\s+\p{L})|[x×]\s?\d{1,3}',
    ];

    /** What says when without an hour or a day, in a title: it stays there, and is said. */
    private const VAGUE = [
        '(?:before|b4|after|around|over|during)\s+(?:the\s+|my\s+)?(?:breakfast|brunch|lunch(?:\s?time|\s+break)?|tea(?:\s?time)?|dinner|supper|work'.
            '|school(?:\s+run)?|class|bed(?:\s?time)?|sunrise|sunset|dark|dusk|dawn|church)',
        '(?:in|over|during|this|next|last|early|late|mid)\s+(?:the\s+)?(?:spring|summer|autumn|winter|term|half[- ]term)',
        '(?:in|during)\s+the\s+(?:early\s+|late\s+)?(?:morning|afternoon|evening)|at\s+night|first\s+thing'.
            '|end\s+of\s+(?:the\s+)?day|some\s?day|sometimes|now\s+and\s+then|regularly|occasionally',
        'remind(?:er)?s?\s+(?:me|at|on|the|\d+)|cal(?:endar)?\s*:|label\s*:',
        'travel(?:l?ing)?(?:\s+time)?\s*:?\s*\d+\s*(?:min|mins|minutes|h|hrs?|hours?)',
        '\d+\s*(?:min|mins|minutes|h|hrs?|hours?)\s+(?:of\s+)?travel',
    ];

    /** What comes again and again. */
    private const OF_TIME = 'days?|weeks?|months?|years?|hours?|minutes?|quarters?|fortnights?|mornings?|afternoons?'.
        '|evenings?|nights?'.
        '|noons?|weekdays?|weekends?|working|business|other|few|couple|single|alternate|odd|even|half|now|so|time|term|lesson'.
            '|school'.
        '|season|spring|summer|autumn|winter|easter|christmas|holidays?|pay|payday|full|new|first|last|meal|breakfast|lunch'.
            '|dinner'.
        '|supper|'.Words::NUMBER.'|'.Words::PLACE.'|'.Words::WEEKDAY.'|'.Words::MONTH;

    private const NAMES = [
        'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday', 'january', 'february', 'august', 'september',
        'october', 'november', 'december', 'morning', 'evening', 'afternoon', 'fortnight', 'weekend', 'weekday', 'second', 'fourth',
    ];

    /** Kinds of phrases that say when. */
    public const WHEN = Phrase::RHYTHM |
        Phrase::DATE |
        Phrase::TIME |
        Phrase::END |
        Phrase::DUE |
        Phrase::TURN |
        Phrase::MONTHS |
        Phrase::DAYS_OUT |
        Phrase::DATES_OUT;

    /**
     * @param  list<Phrase>  $chosen
     * @return list<string> words of the line, as they are written
     */
    public static function of(Text $text, array $chosen): array
    {
        $seen = $text->seen;
        foreach ($chosen as $one) {
            // What is said already ("31 November" does not exist) is not said again.
            $isWhen = $one->role !== 'title' && ($one->slots & self::WHEN) !== 0;
            $mark = $isWhen || $one->role === 'reminder' ? "\x02" : "\x03";
            $seen = substr_replace($seen, str_repeat($mark, $one->to - $one->from), $one->from, $one->to - $one->from);
        }
        $found = [];
        $taken = array_reduce($chosen, fn (int $slots, Phrase $one): int => $slots | $one->slots, 0);
        $grave = ($taken & (Phrase::DATE | Phrase::RHYTHM | Phrase::DUE)) !== 0
            ? [...self::GRAVE, self::ORDINAL_BESIDE]
            : [...self::GRAVE, self::ORDINAL, self::HOURS, ...self::DAYS, ...(($taken & Phrase::TIME) === 0 ? [] : self::DAYS_OF_HOURS)];
        foreach ($grave as $words) {
            preg_match_all('~(?<![\p{L}\p{N}\'’-])(?:'.$words.')(?![\p{L}\p{N}]|[\'’-]\p{L})~iu', $seen, $m, PREG_OFFSET_CAPTURE);
            array_push($found, ...$m[0]);
        }
        $glue = '[\s,;:.()–-]{0,3}(?:(?:the|on|at|in|and|or|of)\s+)?';
        foreach (self::BESIDE as $words) {
            preg_match_all("~(?<=\x02)[\s,;:.()–-]{0,3}(?<w>{$words})(?![\p{L}\p{N}]|['’-]\p{L})|(?<![\p{L}\p{N}'’-])".
                "(?<v>{$words}){$glue}(?=\x02)~iu", $seen, $m, PREG_OFFSET_CAPTURE | PREG_SET_ORDER);
            foreach ($m as $one) {
                $found[] = ($one['w'][0] ?? '') !== '' ? $one['w'] : $one['v'] ?? $one[0];
            }
        }
        if (($taken & Phrase::RHYTHM) !== 0) {
            preg_match_all('~(?<![\p{L}\p{N}])(?:half[- ]?term|term[- ]?time|school\s+holidays?)(?![\p{L}\p{N}])~iu', $seen, $m, PREG_OFFSET_CAPTURE);
            array_push($found, ...$m[0]);
        }
        // "13 and 14 March": the first of them is a day as well.
        preg_match_all('~(?<![\p{L}\p{N}:.])\d{1,2}(?:st|nd|rd|th)?(?=\s*(?:and|&|/|\+|or)\s*\x02)~iu', $seen, $m, PREG_OFFSET_CAPTURE);
        array_push($found, ...$m[0]);
        preg_match_all('~(?<![\p{L}\p{N}])(?:second|third|fourth|fifth|last|\d(?:st|nd|rd|th))\s+(?=\x02)~iu', $seen, $m, PREG_OFFSET_CAPTURE);
        array_push($found, ...array_map(fn (array $one): array => [rtrim($one[0]), $one[1]], $m[0]));
        foreach (self::BEHIND as $words) {
            $pattern = "~(?<=\x02)[\s,;:.()–-]{0,3}(?<w>{$words})(?![\p{L}\p{N}]|['’-]\p{L})~iu";
            preg_match_all($pattern, $seen, $m, PREG_OFFSET_CAPTURE | PREG_SET_ORDER);
            array_push($found, ...array_column($m, 'w'));
        }
        // Names of months and days that are words as well count without a comma between.
        preg_match_all("~(?<=\x02)\s{1,2}(?<w>(?:in\s+|of\s+|during\s+)?(?:may|march|mar|sun|sat|mon|jun|jul|sep)|(?:in|of|during)\s+(?:spring|summer".
            "|autumn|winter|term|easter|advent|christmas)|(?:spring|summer|autumn|winter|term|easter|advent|christmas)(?!\s+\p{L}))(?![\p{L}\p{N}]|['’-]\p{L})~iu", $seen, $m, PREG_OFFSET_CAPTURE | PREG_SET_ORDER);
        array_push($found, ...array_column($m, 'w'));
        $found = array_values(array_filter($found, fn (array $one): bool => ! self::isEveryOne($seen, (string) $one[0], (int) $one[1])));
        usort($found, fn (array $one, array $other): int => $one[1] <=> $other[1]);
        $said = [];
        foreach ($found as [$word, $at]) {
            [$from, $to] = $text->written((int) $at, (int) $at + strlen((string) $word));
            $said[$from] = substr($text->line, $from, $to - $from);
        }

        return array_values(array_unique($said));
    }

    /** @return list<string> words of a title that sound like a time which nothing was made of */
    public static function vague(string $title): array
    {
        preg_match_all('~(?<![\p{L}\p{N}])(?:'.implode('|', self::VAGUE).')(?=\s*(?:[,;.!]|$))~iu', $title, $m);

        return $m[0];
    }

    /** "Check every pot": something is done to each of them. */
    private static function isEveryOne(string $seen, string $word, int $at): bool
    {
        if (
            ! in_array(strtolower($word), ['every', 'each'], true) ||
            preg_match('~(?<![\p{L}])(?:'.Words::DEEDS.')\s+$~iu', substr($seen, 0, $at)) !== 1 ||
            preg_match('~\G\s+(?!(?:'.self::OF_TIME.')(?!\p{L}))(?<noun>\p{L}{3,})~iu', $seen, $m, offset: $at + strlen($word)) !== 1
        ) {
            return false;
        }
        $noun = strtolower($m['noun']);

        // A day or a month with a mistake in it is none of them.
        return array_filter(self::NAMES, fn (string $name): bool => levenshtein($noun, $name) <= 2) === [];
    }
}
