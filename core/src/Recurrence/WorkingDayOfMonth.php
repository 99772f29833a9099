<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDate;

/** The nth working day of every month, holidays and days away considered: "the last working day", "the third". */
final readonly class WorkingDayOfMonth
{
    /** @throws InvalidRule when no month could have so many */
    public function __construct(private DayMarks $marks, private int $nth)
    {
        if ($nth === 0 || abs($nth) > 23) {
            throw new InvalidRule("The {$nth}th working day: they count from 1 or back from -1, and no month has more than 23.");
        }
    }

    /**
     * @param  int  $interval  every how many months
     * @return list<LocalDate> one a month at most, from the month of the start on
     */
    public function next(LocalDate $start, int $limit, int $interval = 1): array
    {
        $found = [];
        $month = $start->year * 12 + $start->month - 1;
        for ($tried = 0; count($found) < $limit && $tried < $limit + 1200; $tried++, $month += $interval) {
            [$year, $number] = [intdiv($month, 12), ($month % 12) + 1];
            $day = $this->marks->nthOf(
                Gregorian::dayNumber($year, $number, 1),
                Gregorian::daysInMonth($year, $number),
                $this->nth,
            );
            if ($day !== null && $day >= $start->dayNumber()) {
                $found[] = LocalDate::fromDayNumber($day);
            }
        }

        return $found;
    }
}
