<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\Weekday;

/** The English words for weekdays, months, numbers and places in a row, as patterns and as values. */
final class Words
{
    public const WEEKDAY = '(?:mon(?:days?)?|tue(?:sdays?|s)?|wed(?:nesdays?|s)?|thu(?:rsdays?|rs|r)?|fri(?:days?)?|sat'.
        '(?:urdays?)?|sun(?:days?)?)';

    /** Between two of a row. */
    public const AND = '(?:\s*,\s*(?:and\s+)?|\s+and\s+(?:on\s+)?(?:the\s+)?|\s*&\s*|\s*/\s*|\s*\+\s*)';

    public const WEEKDAYS = self::WEEKDAY.'(?:(?:'.self::AND.'|\s+)'.self::WEEKDAY.')*';

    public const PLURALS =
        '(?:mon|tues|wednes|thurs|fri|satur|sun)days(?:'.self::AND.'(?:mon|tues|wednes|thurs|fri|satur|sun)days)*';

    public const MONTH =
        '(?:january|february|march|april|may|june|july|august|september|october|november|december|'.
        'jan|feb|mar|apr|jun|jul|aug|sept|sep|oct|nov|dec)\b';

    public const MONTHS = self::MONTH.'(?:'.self::AND.self::MONTH.')*';

    private const WORDS =
        'one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|forty-five|fifty|ninety';

    /** With these a task begins: "Fri collect the keys". */
    public const DEEDS = 'add|answer|arrange|ask|bake|book|bring|buy|call|cancel|change|check|clean|clear|collect|cook|copy'.
        '|count|cut|decide|do|draft|drop|email|empty|feed|fetch|fill|find|finish|fix|get|give|go|hang|help|hoover|invite|iron'.
        '|lock|look|mail|make|meet|mend|mop|move|mow|oil|open|order|organise|pack|paint|pay|phone|pick|plan|plant|post|pot'.
        '|prepare|print|prune|put|read|renew|repair|replace|reply|return|ring|scan|sell|send|sew|sort|start|sweep|take|tell'.
        '|test|text|thank|tidy|trim|turn|update|visit|wash|watch|water|weed|wipe|wrap|write';

    public const NUMBER = '(?:\d{1,3}|an?|couple\s+of|'.self::WORDS.')';

    public const HOUR_WORD = '(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)';

    public const PLACE = '(?:first|second[-\s]+(?:to[-\s]+)?last|last\s+but\s+one|penultimate|second|third|fourth|fifth|last'.
        '|1st|2nd|3rd|4th|5th)';

    public const DAY = '(?:\d{1,2}(?:st|nd|rd|th))';

    /** Parts of a day, with what tells the half of the clock. */
    public const PART = '(?:early\s+)?(?:morning|afternoon|evening|night)';

    private const NUMBERS = [
        'a' => 1,
        'an' => 1,
        'one' => 1,
        'two' => 2,
        'couple of' => 2,
        'three' => 3,
        'four' => 4,
        'five' => 5,
        'six' => 6,
        'seven' => 7,
        'eight' => 8,
        'nine' => 9,
        'ten' => 10,
        'eleven' => 11,
        'twelve' => 12,
        'fifteen' => 15,
        'twenty' => 20,
        'thirty' => 30,
        'forty' => 40,
        'forty-five' => 45,
        'fifty' => 50,
        'ninety' => 90,
    ];

    private const PLACES = [
        'first' => 1,
        'second' => 2,
        'third' => 3,
        'fourth' => 4,
        'fifth' => 5,
        'last' => -1,
        'penultimate' => -2,
        'second last' => -2,
        'second to last' => -2,
        'last but one' => -2,
        'other' => 2,
        'alternate' => 2,
    ];

    private const MONTH_NUMBERS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

    public static function number(string $word): int
    {
        $word = (string) preg_replace('/\s+/', ' ', strtolower(trim($word)));

        return self::NUMBERS[$word] ?? (int) $word;
    }

    /** 1 for "first" or "1st", -1 for "last", 2 for "other". */
    public static function place(string $word): int
    {
        $word = (string) preg_replace('/[-\s]+/', ' ', strtolower(trim($word)));

        return self::PLACES[$word] ?? (int) $word;
    }

    public static function month(string $word): int
    {
        return (int) array_search(strtolower(substr(trim($word), 0, 3)), self::MONTH_NUMBERS, true) + 1;
    }

    /** @return list<int> */
    public static function months(string $text): array
    {
        preg_match_all('~'.self::MONTH.'~i', $text, $m);

        return array_map(self::month(...), $m[0]);
    }

    /** @return list<int> the months from one to another, both included, over the end of the year too */
    public static function monthsBetween(int $from, int $to): array
    {
        return array_values(
            array_filter(range(1, 12), fn (int $one): bool => ($one - $from + 12) % 12 <= ($to - $from + 12) % 12),
        );
    }

    public static function weekday(string $word): Weekday
    {
        return Weekday::tryFromLetters(strtoupper(substr(trim($word), 0, 2))) ?? Weekday::MO;
    }

    /** @return list<Weekday> in the order of the week, each once */
    public static function weekdays(string $text): array
    {
        preg_match_all('~(?<!\p{L})'.self::WEEKDAY.'(?!\p{L})~iu', $text, $m);
        $days = [];
        foreach ($m[0] as $word) {
            $days[self::weekday($word)->value] = self::weekday($word);
        }
        ksort($days);

        return array_values($days);
    }

    /** @return list<Weekday> from one weekday to another, both included */
    public static function weekdaysBetween(Weekday $from, Weekday $to): array
    {
        return array_values(
            array_filter(
                Weekday::cases(),
                fn (Weekday $day): bool => ($day->value - $from->value + 7) % 7 <= ($to->value - $from->value + 7) % 7,
            ),
        );
    }
}
