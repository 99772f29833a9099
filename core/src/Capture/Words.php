<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\Weekday;

/** The English words for weekdays, months, numbers and places in a row, as patterns and as values. */
final class Words
{
    public const WEEKDAY = '(?:mon(?:days?)?|tue(?:s|sdays?)?|wed(?:s|nesdays?)?|thu(?:r|rs|rsdays?)?|fri(?:days?)?|sat(?:urdays?)?|sun(?:days?)?)';

    public const WEEKDAYS = self::WEEKDAY.'(?:(?:\s*,\s*(?:and\s+)?|\s+and\s+)'.self::WEEKDAY.')*';

    public const PLURALS = '(?:mon|tues|wednes|thurs|fri|satur|sun)days(?:(?:\s*,\s*(?:and\s+)?|\s+and\s+)(?:mon|tues|wednes|thurs|fri|satur|sun)days)*';

    public const MONTH = '(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)';

    public const NUMBER = '(?:\d{1,3}|an?|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)';

    public const PLACE = '(?:first|second|third|fourth|fifth|last|1st|2nd|3rd|4th|5th)';

    public const DAY_OF_MONTH = '(?:\d{1,2}(?:st|nd|rd|th)|last\s+day)';

    private const NUMBERS = [
        'a' => 1,
        'an' => 1,
        'one' => 1,
        'two' => 2,
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
    ];

    private const PLACES = ['first' => 1, 'second' => 2, 'third' => 3, 'fourth' => 4, 'fifth' => 5, 'last' => -1];

    private const MONTHS = [
        'jan' => 1,
        'feb' => 2,
        'mar' => 3,
        'apr' => 4,
        'may' => 5,
        'jun' => 6,
        'jul' => 7,
        'aug' => 8,
        'sep' => 9,
        'oct' => 10,
        'nov' => 11,
        'dec' => 12,
    ];

    public static function number(string $word): int
    {
        return self::NUMBERS[strtolower($word)] ?? (int) $word;
    }

    /** 1 for "first" or "1st", -1 for "last". */
    public static function place(string $word): int
    {
        return self::PLACES[strtolower($word)] ?? (int) $word;
    }

    public static function month(string $word): int
    {
        return self::MONTHS[strtolower(substr($word, 0, 3))] ?? 1;
    }

    public static function weekday(string $word): Weekday
    {
        return Weekday::tryFromLetters(strtoupper(substr($word, 0, 2))) ?? Weekday::MO;
    }

    /** @return list<Weekday> in the order of the week, each once */
    public static function weekdays(string $text): array
    {
        preg_match_all('/'.self::WEEKDAY.'/i', $text, $m);
        $days = [];
        foreach ($m[0] as $word) {
            $days[self::weekday($word)->value] = self::weekday($word);
        }
        ksort($days);

        return array_values($days);
    }
}
