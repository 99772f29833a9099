<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

use IntlDateFormatter;

/** What weekdays and months are called in British English, as the Unicode CLDR has it. */
final class EnglishNames
{
    private const SECONDS_A_DAY = 86_400;

    /** 5 January 1970, a Monday, in days since 1970. */
    private const A_MONDAY = 4;

    /** @var array<string, IntlDateFormatter> by pattern of Unicode TR 35 */
    private static array $formatters = [];

    /** @param  bool  $short  "Mon" instead of "Monday" */
    public static function weekday(Weekday $weekday, bool $short = false): string
    {
        return self::said($short ? 'EEE' : 'EEEE', self::A_MONDAY + $weekday->value - 1);
    }

    /**
     * @param  int  $month  1 to 12
     * @param  bool  $short  "Jan" instead of "January"
     */
    public static function month(int $month, bool $short = false): string
    {
        return mb_substr(self::said($short ? 'LLL' : 'LLLL', Gregorian::dayNumber(1970, $month, 1)), 0, $short ? 3 : null);
    }

    private static function said(string $pattern, int $day): string
    {
        $formatter = self::$formatters[$pattern] ??= new IntlDateFormatter(
            'en_GB',
            IntlDateFormatter::NONE,
            IntlDateFormatter::NONE,
            'UTC',
            IntlDateFormatter::GREGORIAN,
            $pattern,
        );

        return (string) $formatter->format($day * self::SECONDS_A_DAY);
    }
}
