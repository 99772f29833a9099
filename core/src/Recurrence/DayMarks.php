<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/** Which days a person works: the weekdays, less the holidays and days away that the caller knows of. */
final readonly class DayMarks
{
    /** A stretch without a single working day is not looked across any further. */
    private const FURTHEST = 60;

    /** @var array<int, true> by weekday number */
    private array $weekdays;

    /** @var array<int, true> by day number */
    private array $off;

    /**
     * @param  list<LocalDate>  $off  holidays and days away
     * @param  list<Weekday>  $weekdays  on which work is done
     */
    public function __construct(
        array $off = [],
        array $weekdays = [Weekday::MO, Weekday::TU, Weekday::WE, Weekday::TH, Weekday::FR],
    ) {
        $this->off = array_fill_keys(array_map(fn (LocalDate $date): int => $date->dayNumber(), $off), true);
        $this->weekdays = array_fill_keys(array_map(fn (Weekday $weekday): int => $weekday->value, $weekdays), true);
    }

    public function isWorking(int $day): bool
    {
        return isset($this->weekdays[Weekday::numberOf($day)]) && ! isset($this->off[$day]);
    }

    /** The nearest working day from a day on, itself included; null when there is none within two months. */
    public function nearest(int $day, bool $forward): ?int
    {
        for ($steps = 0; $steps <= self::FURTHEST; $steps++, $day += $forward ? 1 : -1) {
            if ($this->isWorking($day)) {
                return $day;
            }
        }

        return null;
    }

    /**
     * The nth working day of a month, or back from its end; null when it has no so many.
     *
     * @param  int  $first  the month's first day
     * @param  int  $nth  from 1, or back from -1
     */
    public function nthOf(int $first, int $length, int $nth): ?int
    {
        $left = abs($nth);
        for ($i = 0; $i < $length; $i++) {
            $day = $nth > 0 ? $first + $i : $first + $length - 1 - $i;
            if ($this->isWorking($day) && --$left === 0) {
                return $day;
            }
        }

        return null;
    }
}
