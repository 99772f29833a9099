<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Time\LocalDate;

/** The due date of a routine is that of its first occurrence: when the start moves, it moves along. */
final class DueWithStart
{
    /** @param  string  $due a date, or a date and time; the starts likewise */
    public static function moved(string $due, string $oldStart, string $newStart): string
    {
        return Due::shifted(
            $due,
            LocalDate::parse(substr($newStart, 0, 10))->dayNumber() - LocalDate::parse(substr($oldStart, 0, 10))->dayNumber(),
        );
    }
}
