<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Models\Delivery;
use Carbon\CarbonImmutable;

/** What told of an occurrence is answered, in all its channels; what was put off and has not come back does not come any more. */
final class QuietReminders
{
    /** @param  bool  $forGood  false where it may be taken back: an undone tick brings back what was put off */
    public static function of(string $entryId, string $recurrenceId, bool $forGood = false): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $alike = Delivery::query()->where('entry_id', $entryId)->where('recurrence_id', $recurrenceId);
        $later = (clone $alike)->where('kind', 'later')->whereNull('handed_at');
        $forGood ? $later->delete() : $later->whereNull('dropped_at')->update(['dropped_at' => $now]);
        $fallen = (clone $alike)->fallen()->whereNull('answered_at');
        // Not handed over yet and to be taken back: kept aside by ReconcileReminders.
        ($forGood ? $fallen : $fallen->whereNotNull('handed_at'))->update(['answered_at' => $now]);
    }
}
