<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Models\Delivery;
use Carbon\CarbonImmutable;

/** What told of an occurrence is answered, in all its ways; what was put off and has not come back does not come any more. */
final class QuietReminders
{
    public static function of(string $entryId, string $recurrenceId): void
    {
        $alike = Delivery::query()->where('entry_id', $entryId)->where('recurrence_id', $recurrenceId);
        (clone $alike)->where('kind', 'later')->whereNull('handed_at')->delete();
        (clone $alike)->whereNotNull('handed_at')->whereNull('answered_at')->update(['answered_at' => CarbonImmutable::now()->getTimestamp()]);
    }
}
