<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/**
 * Feasts that are known by name in every country, whoever has the day off: those that move with Easter, Advent, and some of fixed
 * dates.
 *
 * Easter is reckoned as in J.-M. Oudin 1940, quoted in the Explanatory Supplement to the Astronomical Almanac (1992), p. 582:
 * Gregorian, Western churches.
 */
final class Feasts
{
    /** Days from Easter Sunday, by name. */
    private const BY_EASTER = [
        'shrove tuesday' => -47,
        'pancake day' => -47,
        'ash wednesday' => -46,
        'palm sunday' => -7,
        'maundy thursday' => -3,
        'good friday' => -2,
        'easter saturday' => -1,
        'holy saturday' => -1,
        'easter' => 0,
        'easter sunday' => 0,
        'easter monday' => 1,
        'ascension' => 39,
        'ascension day' => 39,
        'whitsun' => 49,
        'whit sunday' => 49,
        'pentecost' => 49,
        'whit monday' => 50,
        'corpus christi' => 60,
    ];

    /** Month and day, by name. */
    private const FIXED = [
        "new year's day" => [1, 1],
        'new year' => [1, 1],
        'epiphany' => [1, 6],
        'twelfth night' => [1, 5],
        "valentine's day" => [2, 14],
        'halloween' => [10, 31],
        "all saints' day" => [11, 1],
        'christmas eve' => [12, 24],
        'christmas day' => [12, 25],
        'christmas' => [12, 25],
        'boxing day' => [12, 26],
        "st stephen's day" => [12, 26],
        "new year's eve" => [12, 31],
    ];

    /** The fourth Thursday of November, as the United States keep it (5 U.S.C. 6103). */
    private const THANKSGIVING = 'thanksgiving';

    private const ADVENT = ['advent sunday', 'first advent', 'first sunday of advent', 'first sunday in advent', '1st advent'];

    /** @return list<string> in small letters */
    public static function names(): array
    {
        return [...array_keys(self::BY_EASTER), ...array_keys(self::FIXED), ...self::ADVENT, self::THANKSGIVING];
    }

    /** The one that is to come, or is on that day. */
    public static function next(string $name, LocalDate $from): ?LocalDate
    {
        $plain = fn (string $text): string => str_replace(['’', "'"], '', mb_strtolower(trim((string) preg_replace('/\s+/', ' ', $text))));
        $name = array_combine(array_map($plain, self::names()), self::names())[$plain($name)] ?? '';
        foreach ([$from->year, $from->year + 1] as $year) {
            $date = self::of($name, $year);
            if ($date !== null && ! $date->isBefore($from)) {
                return $date;
            }
        }

        return null;
    }

    public static function easter(int $year): LocalDate
    {
        $century = intdiv($year, 100);
        $golden = $year % 19;
        $k = intdiv($century - 17, 25);
        $i = ($century - intdiv($century, 4) - intdiv($century - $k, 3) + 19 * $golden + 15) % 30;
        $i -= intdiv($i, 28) * (1 - intdiv($i, 28) * intdiv(29, $i + 1) * intdiv(21 - $golden, 11));
        $j = ($year + intdiv($year, 4) + $i + 2 - $century + intdiv($century, 4)) % 7;
        $l = $i - $j;
        $month = 3 + intdiv($l + 40, 44);

        return LocalDate::of($year, $month, $l + 28 - 31 * intdiv($month, 4));
    }

    private static function of(string $name, int $year): ?LocalDate
    {
        return match (true) {
            isset(self::BY_EASTER[$name]) => self::easter($year)->plusDays(self::BY_EASTER[$name]),
            isset(self::FIXED[$name]) => LocalDate::of($year, ...self::FIXED[$name]),
            in_array($name, self::ADVENT, true) => self::advent($year),
            $name === self::THANKSGIVING => LocalDate::of($year, 11, 22)->plusDays((11 - LocalDate::of($year, 11, 22)->weekday()->value) % 7),
            default => null,
        };
    }

    /** The fourth Sunday before Christmas. */
    private static function advent(int $year): LocalDate
    {
        $christmas = LocalDate::of($year, 12, 25);

        return $christmas->plusDays(-($christmas->weekday()->value % 7 === 0 ? 7 : $christmas->weekday()->value) - 21);
    }
}
