<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Weekday;

/** Reads dates, times and lengths in English, as seen from a given day. */
final readonly class MomentReader
{
    public const DATE =
        '(?:today|tonight|tomorrow|the\s+day\s+after\s+tomorrow|in\s+'.
        Words::NUMBER.
        '\s+(?:days?|weeks?|months?)'.
        '|\d{4}-\d\d-\d\d|\d{1,2}(?:st|nd|rd|th)?\s+(?:of\s+)?'.
        Words::MONTH.
        '(?:\s+\d{4})?|'.
        Words::MONTH.
        '\s+\d{1,2}(?:st|nd|rd|th)?(?:,?\s+\d{4})?'.
        '|the\s+\d{1,2}(?:st|nd|rd|th)|(?:(?:next|this)\s+)?'.
        Words::WEEKDAY.
        '|next\s+week)';

    public const TIME = '(?:noon|midday|midnight|\d{1,2}(?:[:.][0-5]\d)?\s?(?:am|pm)\b|\d{1,2}:[0-5]\d)';

    public const HOUR = '(?:'.self::TIME.'|\d{1,2}(?:[:.][0-5]\d)?)';

    public const LENGTH =
        '(?:half\s+an\s+hour|an?\s+hour\s+and\s+a\s+half|an?\s+hour|'.
        '\d+(?:[.,]\d+)?\s?(?:hours?|hrs?|h)(?:\s?(?:and\s+)?\d+(?:\s?(?:minutes?|mins?|m))?)?|\d+\s?(?:minutes?|mins?))';

    public function __construct(private LocalDate $today, private Weekday $firstWeekday = Weekday::MO)
    {
    }

    public function date(string $words): ?LocalDate
    {
        $words = strtolower((string) preg_replace('/\s+/', ' ', trim($words)));
        try {
            return $this->named($words) ?? ($this->numbered($words) ?? $this->ofWeekday($words));
        } catch (InvalidTime) {
            return null;
        }
    }

    public function time(string $words): ?LocalTime
    {
        $words = strtolower(trim($words));
        if ($words === 'noon' || $words === 'midday') {
            return LocalTime::of(12);
        }
        if ($words === 'midnight') {
            return LocalTime::of(0);
        }
        if (preg_match('/^(\d{1,2})(?:[:.](\d\d))?\s?(am|pm)?$/D', $words, $m) !== 1) {
            return null;
        }
        $hour = (int) $m[1];
        $half = $m[3] ?? '';
        if ($half !== '' && ($hour < 1 || $hour > 12)) {
            return null;
        }
        $hour = $half === '' ? $hour : ($hour % 12) + ($half === 'pm' ? 12 : 0);
        try {
            return LocalTime::of($hour, (int) ($m[2] ?? 0));
        } catch (InvalidTime) {
            return null;
        }
    }

    /** Minutes. */
    public function length(string $words): int
    {
        $words = strtolower((string) preg_replace('/\s+/', ' ', trim($words)));
        if ($words === 'half an hour') {
            return 30;
        }
        if (preg_match('/^an? hour( and a half)?$/D', $words, $m) === 1) {
            return isset($m[1]) ? 90 : 60;
        }
        if (preg_match('/^(\d+(?:[.,]\d+)?) ?h(?:ours?|rs?)?(?: ?(?:and )?(\d+).*)?$/D', $words, $m) === 1) {
            return (int) round((float) str_replace(',', '.', $m[1]) * 60) + (int) ($m[2] ?? 0);
        }

        return (int) $words;
    }

    private function named(string $words): ?LocalDate
    {
        if (preg_match('/^in ('.Words::NUMBER.') (day|week|month)s?$/D', $words, $m) === 1) {
            $number = Words::number($m[1]);

            return $m[2] === 'month' ? $this->monthsOn($number) : $this->today->plusDays($number * ($m[2] === 'week' ? 7 : 1));
        }

        return match ($words) {
            'today', 'tonight' => $this->today,
            'tomorrow' => $this->today->plusDays(1),
            'the day after tomorrow' => $this->today->plusDays(2),
            'next week' => $this->today->startOfWeek($this->firstWeekday)->plusDays(7),
            default => null,
        };
    }

    private function numbered(string $words): ?LocalDate
    {
        if (preg_match('/^\d{4}-\d\d-\d\d$/D', $words) === 1) {
            return LocalDate::parse($words);
        }
        if (preg_match('/^the (\d{1,2})/', $words, $m) === 1) {
            return $this->nextDateOfMonth((int) $m[1]);
        }
        if (
            preg_match('/^(?<d>\d{1,2})(?:st|nd|rd|th)? (?:of )?(?<m>[a-z]+)(?: (?<y>\d{4}))?$/D', $words, $m) !== 1 &&
            preg_match('/^(?<m>[a-z]{3,9}) (?<d>\d{1,2})(?:st|nd|rd|th)?(?:,? (?<y>\d{4}))?$/D', $words, $m) !== 1
        ) {
            return null;
        }
        if (($m['y'] ?? '') !== '') {
            return LocalDate::of((int) $m['y'], Words::month($m['m']), (int) $m['d']);
        }
        for ($year = $this->today->year; $year <= $this->today->year + 8; $year++) {
            try {
                $date = LocalDate::of($year, Words::month($m['m']), (int) $m['d']);
            } catch (InvalidTime) {
                continue; // 29 February waits for the next leap year
            }
            if (! $date->isBefore($this->today)) {
                return $date;
            }
        }

        return null;
    }

    private function ofWeekday(string $words): ?LocalDate
    {
        if (preg_match('/^(?:(next|this) )?('.Words::WEEKDAY.')$/D', $words, $m) !== 1) {
            return null;
        }
        $weekday = Words::weekday($m[2]);
        $ahead = ($weekday->value - $this->today->weekday()->value + 7) % 7;
        if ($m[1] === 'next') {
            $monday = $this->today->startOfWeek($this->firstWeekday)->plusDays(7);

            return $monday->plusDays(($weekday->value - $this->firstWeekday->value + 7) % 7);
        }

        return $this->today->plusDays($ahead === 0 && $m[1] !== 'this' ? 7 : $ahead);
    }

    private function nextDateOfMonth(int $day): ?LocalDate
    {
        for ($month = 0; $month < 12; $month++) {
            $index = $this->today->year * 12 + $this->today->month - 1 + $month;
            try {
                $date = LocalDate::of(intdiv($index, 12), ($index % 12) + 1, $day);
            } catch (InvalidTime) {
                continue;
            }
            if (! $date->isBefore($this->today)) {
                return $date;
            }
        }

        return null;
    }

    private function monthsOn(int $months): LocalDate
    {
        $index = $this->today->year * 12 + $this->today->month - 1 + $months;
        for ($day = $this->today->day; $day > 28; $day--) {
            try {
                return LocalDate::of(intdiv($index, 12), ($index % 12) + 1, $day);
            } catch (InvalidTime) {
                continue;
            }
        }

        return LocalDate::of(intdiv($index, 12), ($index % 12) + 1, $day);
    }
}
