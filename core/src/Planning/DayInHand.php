<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/** Which day someone means who is still up after midnight: the one that has ended, until the first hour of waking. */
final class DayInHand
{
    /** @param  int  $wakes  minute of the day */
    public static function of(LocalDateTime $now, int $wakes): LocalDate
    {
        $minute = intdiv($now->seconds - $now->date()->startOfDay()->seconds, 60);

        return $minute < $wakes ? $now->date()->plusDays(-1) : $now->date();
    }
}
