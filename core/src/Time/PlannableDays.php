<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/**
 * The days that can be planned: those of the years 1900 to 2200. What lies further away is a slip of the pen, and reckoning
 * on from there would leave the years that can be written.
 */
final class PlannableDays
{
    public const FIRST_YEAR = 1900;

    public const LAST_YEAR = 2200;

    public const SENTENCE = 'Dates lie in the years 1900 to 2200.';

    /**
     * @param  string  $text YYYY-MM-DD
     *
     * @throws InvalidTime
     */
    public static function date(string $text): LocalDate
    {
        $date = LocalDate::parse($text);
        self::require($date);

        return $date;
    }

    /**
     * @param  string  $text YYYY-MM-DDTHH:MM or YYYY-MM-DDTHH:MM:SS
     *
     * @throws InvalidTime
     */
    public static function moment(string $text): LocalDateTime
    {
        $moment = LocalDateTime::parse($text);
        self::require($moment->date());

        return $moment;
    }

    /** @throws InvalidTime */
    public static function require(LocalDate $date): void
    {
        if ($date->year < self::FIRST_YEAR || $date->year > self::LAST_YEAR) {
            throw new InvalidTime(self::SENTENCE);
        }
    }
}
