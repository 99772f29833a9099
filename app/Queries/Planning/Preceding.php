<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Models\Entry;
use PlumRota\Core\Schedule\Series;

/** What a task waits for. */
final class Preceding
{
    /** What has to be done before it and is not yet; a routine, which is never done for good, holds nothing back. */
    public static function open(Entry $entry): ?Entry
    {
        $before = $entry->after_id === null ? null : $entry->preceding;
        if ($before === null || $before->isRoutine()) {
            return null;
        }
        $became = $before->overrides->firstWhere('recurrence_id', Series::ONCE);

        return $became?->done_at !== null || $became?->let_go_at !== null ? null : $before;
    }
}
