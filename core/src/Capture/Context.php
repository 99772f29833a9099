<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/** What a line is read against: when and where it is written, and what the writer has names for. */
final readonly class Context
{
    /**
     * @param  LocalDateTime  $now  on the walls of the zone
     * @param  array<string, string>  $calendars  names of calendars and areas, by the caller's keys; of two alike the first wins
     * @param  list<string>  $labels  those in use
     * @param  array<string, string>  $holidays  names of public holidays by their dates, in the order of the dates
     * @param  bool  $monthFirst  whether 3/4 is the fourth of March
     * @param  int  $wakes  minute of the day
     * @param  int  $sleeps  minute of the day
     * @param  array<string, LocalDate>  $entries  days of entries to come, by their titles: "before the fair" is before one of
     *   them
     */
    public function __construct(
        public LocalDateTime $now,
        public Zone $zone,
        public array $calendars = [],
        public array $labels = [],
        public array $holidays = [],
        public Weekday $firstWeekday = Weekday::MO,
        public bool $monthFirst = false,
        public int $wakes = 6 * 60,
        public int $sleeps = 22 * 60,
        public array $entries = [],
    ) {
    }

    /** The first day of a month that is still to come, or has begun. */
    public function firstOf(int $month): LocalDate
    {
        $today = $this->today();

        return LocalDate::of($today->year + ($month < $today->month ? 1 : 0), $month, 1);
    }

    public function today(): LocalDate
    {
        return $this->now->date();
    }
}
