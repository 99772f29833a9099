<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalTime;

/** A date, or a date and time, as it stands in a cell of a table: in figures in an order that is known, or with the name of its month. */
final readonly class TableMoment
{
    private const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

    /** Days since 30 December 1899, as a spreadsheet keeps a date (ISO/IEC 29500-1 18.17.4.1), from 1954 to 2119. */
    private const SERIAL = '/^([2-7]\d{4})(?:[.,](\d{1,10}))?$/D';

    private const FIGURES = '/^(\d{1,4})[.\/\-](\d{1,2})[.\/\-](\d{1,4})\.?(?:[T ,]+(.+))?$/D';

    private function __construct(public LocalDate $date, public ?LocalTime $time)
    {
    }

    /**
     * @param  'dmy'|'mdy'  $order  of a date in figures that does not begin with its year
     *
     * @throws InvalidTime with a sentence
     */
    public static function read(string $text, string $order): self
    {
        $text = trim($text);
        if (preg_match(self::SERIAL, $text, $m) === 1) {
            $minutes = (int) round((float) ('0.'.($m[2] ?? '0')) * 1440);

            return new self(
                LocalDate::of(1899, 12, 30)->plusDays((int) $m[1]),
                isset($m[2]) ? LocalTime::of(intdiv($minutes, 60) % 24, $minutes % 60) : null,
            );
        }
        if (preg_match(self::FIGURES, $text, $m) === 1) {
            [$year, $month, $day] = match (true) {
                strlen($m[1]) === 4 => [$m[1], $m[2], $m[3]],
                $order === 'mdy' => [$m[3], $m[1], $m[2]],
                default => [$m[3], $m[2], $m[1]],
            };

            return new self(self::date($year, (int) $month, $day, $text), self::time($m[4] ?? ''));
        }
        if (preg_match('/^(?:\p{L}+,?\s+)?(\d{1,2})\.?\s+(\p{L}{3,})\.?,?\s+(\d{4})(?:[T ,]+(.+))?$/uD', $text, $m) === 1) {
            $month = array_search(strtolower(substr($m[2], 0, 3)), self::MONTHS, true);
            if ($month !== false) {
                return new self(self::date($m[3], $month + 1, $m[1], $text), self::time($m[4] ?? ''));
            }
        }
        throw new InvalidTime('“'.mb_substr($text, 0, 40).'” is no date.');
    }

    public static function isOne(string $text): bool
    {
        try {
            self::read($text, 'dmy');

            return true;
        } catch (InvalidTime) {
            return false;
        }
    }

    /**
     * In which order dates in figures are written: one of them with a part above twelve says so.
     *
     * @param  list<string>  $cells
     * @return 'dmy'|'mdy'|null null where nothing says so and it matters
     */
    public static function order(array $cells): ?string
    {
        $isOpen = false;
        foreach ($cells as $cell) {
            if (preg_match(self::FIGURES, trim($cell), $m) !== 1 || strlen($m[1]) === 4) {
                continue;
            }
            if ((int) $m[1] > 12 || (int) $m[2] > 12) {
                return (int) $m[1] > 12 ? 'dmy' : 'mdy';
            }
            $isOpen = $isOpen || $m[1] !== $m[2];
        }

        return $isOpen ? null : 'dmy';
    }

    /** @throws InvalidTime */
    public static function time(string $text): ?LocalTime
    {
        $text = trim($text);
        if ($text === '') {
            return null;
        }
        if (preg_match('/^0[.,](\d{1,10})$/D', $text, $m) === 1 && strlen($m[1]) !== 2) {
            $minutes = (int) round((float) "0.{$m[1]}" * 1440); // a part of a day, as a spreadsheet keeps a time

            return LocalTime::of(intdiv($minutes, 60) % 24, $minutes % 60);
        }
        if (preg_match('/^(\d{1,2})(?:[:.](\d\d))?(?:[:.]\d\d(?:\.\d+)?)?\s*([ap])?\.?(?:m\.?)?(?:Z)?$/iD', $text, $m) !== 1) {
            throw new InvalidTime('“'.mb_substr($text, 0, 40).'” is no time of day.');
        }
        $hour = (int) $m[1];
        $half = strtolower($m[3] ?? '');

        return LocalTime::of($half === '' ? $hour : ($hour % 12) + ($half === 'p' ? 12 : 0), (int) ($m[2] ?? 0));
    }

    private static function date(string $year, int $month, string $day, string $text): LocalDate
    {
        try {
            return LocalDate::of((int) $year < 100 ? 2000 + (int) $year : (int) $year, $month, (int) $day);
        } catch (InvalidTime) {
            throw new InvalidTime('“'.mb_substr($text, 0, 40).'” is no date there is.');
        }
    }
}
