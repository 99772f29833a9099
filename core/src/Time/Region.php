<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/** How somebody writes dates, times and numbers, and counts weeks; the words are English everywhere. */
final readonly class Region
{
    /**
     * @param  'day'|'month'|'year'  $dateOrder  what comes first in a date
     * @param  '24'|'12'  $clock  hours of the day, or of its halves
     * @param  'point'|'comma'  $decimalMark
     * @param  'iso'|'january'  $weekNumbers  the first week of a year holds its first four days (ISO 8601), or 1 January
     */
    public function __construct(
        public string $dateOrder = 'day',
        public string $clock = '24',
        public string $decimalMark = 'point',
        public string $weekNumbers = 'iso',
        public Weekday $firstWeekday = Weekday::MO,
    ) {
    }

    /** "4 December", "December 4" */
    public function dayOfMonth(int $day, int $month): string
    {
        return $this->inOrder($day, EnglishNames::month($month));
    }

    /** "4 December 2026", "December 4, 2026", "2026-12-04" */
    public function date(LocalDate $date): string
    {
        return match ($this->dateOrder) {
            'month' => "{$this->dayOfMonth($date->day, $date->month)}, {$date->year}",
            'year' => (string) $date,
            default => "{$this->dayOfMonth($date->day, $date->month)} {$date->year}",
        };
    }

    /** "4 Dec", "Dec 4" */
    public function shortDate(LocalDate $date): string
    {
        return $this->inOrder($date->day, EnglishNames::month($date->month, short: true));
    }

    /** "Fri 4 Dec", "Fri, Dec 4", "Fri Dec 4" */
    public function namedDate(LocalDate $date): string
    {
        return EnglishNames::weekday($date->weekday(), short: true).
            ($this->dateOrder === 'month' ? ', ' : ' ').
            $this->shortDate($date);
    }

    /** "7:15", "7:15 am" */
    public function time(int $hour, int $minute): string
    {
        $minutes = sprintf('%02d', $minute);

        return $this->clock === '24'
            ? "{$hour}:{$minutes}"
            : (($hour + 11) % 12 + 1).":{$minutes} ".($hour % 24 < 12 ? 'am' : 'pm');
    }

    private function inOrder(int $day, string $month): string
    {
        return $this->dateOrder === 'day' ? "{$day} {$month}" : "{$month} {$day}";
    }
}
