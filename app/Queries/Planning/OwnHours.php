<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use PlumRota\Core\Planning\Fitting\Ground;
use PlumRota\Core\Time\LocalDate;

/** The hours in which alone something can be done, as those of an office that answers the phone (RFC 7953's kind of availability). */
final class OwnHours
{
    /**
     * @param  list<array{days: list<int>, from: int, to: int}>  $hours  ISO weekdays, minutes of the day
     * @param  int  $offset  days from the first midnight that is counted from to the first of the days
     * @return list<array{int, int}>|null minutes from that midnight; null where any hour will do
     */
    public static function within(array $hours, LocalDate $first, int $days, int $offset = 0): ?array
    {
        if ($hours === []) {
            return null;
        }
        $stretches = [];
        for ($day = 0; $day < $days; $day++) {
            $weekday = $first->plusDays($day)->weekday()->value;
            foreach ($hours as $one) {
                if (in_array($weekday, $one['days'], true)) {
                    $midnight = ($offset + $day) * Ground::DAY;
                    $stretches[] = [$midnight + $one['from'], $midnight + $one['to']];
                }
            }
        }
        sort($stretches);

        return $stretches;
    }
}
