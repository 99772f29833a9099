<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/** The rhythms that are one press away, as they follow from the day a routine starts on. */
final class CommonRhythms
{
    /**
     * @return array<'every_day'|'weekdays'|'weekly'|'fortnightly'|'monthly_by_date'|'monthly_by_weekday'|'last_day'|'yearly', RecurrenceRule>
     */
    public static function from(LocalDate $start): array
    {
        $weekday = WeekdayNum::of($start->weekday());
        $working = array_map(fn (Weekday $day): WeekdayNum => WeekdayNum::of($day), array_slice(Weekday::cases(), 0, 5));
        $nth = intdiv($start->day - 1, 7) + 1;

        return [
            'every_day' => new RecurrenceRule(Frequency::Daily),
            'weekdays' => new RecurrenceRule(Frequency::Weekly, byDay: $working),
            'weekly' => new RecurrenceRule(Frequency::Weekly, byDay: [$weekday]),
            'fortnightly' => new RecurrenceRule(Frequency::Weekly, 2, byDay: [$weekday]),
            // On the 29th and later a shorter month's last day stands in (RFC 7529).
            'monthly_by_date' => new RecurrenceRule(
                Frequency::Monthly,
                byMonthDay: [$start->day],
                skip: $start->day > 28 ? Skip::Backward : Skip::Omit,
            ),
            // A fifth weekday is rare: the last one is meant.
            'monthly_by_weekday' => new RecurrenceRule(
                Frequency::Monthly,
                byDay: [WeekdayNum::of($start->weekday(), $nth === 5 ? -1 : $nth)],
            ),
            'last_day' => new RecurrenceRule(Frequency::Monthly, byMonthDay: [-1]),
            'yearly' => new RecurrenceRule(
                Frequency::Yearly,
                byMonthDay: [$start->day],
                byMonth: [$start->month],
                skip: $start->day === 29 && $start->month === 2 ? Skip::Backward : Skip::Omit,
            ),
        ];
    }
}
