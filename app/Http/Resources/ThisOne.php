<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\Entries\ChangeEntry;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;

/** What one occurrence of an entry has of its own, as its sheet shows it. */
final class ThisOne
{
    /**
     * @param  int  $timed  minutes worked on it
     * @return array<string, mixed> this_one of the schema Entry of the contract
     */
    public static function shown(User $user, Entry $entry, string $recurrenceId, int $timed): array
    {
        $change = $entry->overrides()->where('recurrence_id', $recurrenceId)->first();
        $details = SeriesOf::detailsOf($entry, $recurrenceId);
        $own = array_intersect_key($change->fields ?? [], array_flip(array_diff(Details::OWN, ['checklist', 'own_reminders'])));
        if (array_key_exists('reminders', $own)) {
            $own['reminders'] = $details->reminders;
        }
        $series = SeriesOf::mendable($entry);
        $timeline = new Timeline($user->timeZone());
        $one =
            $series === null
                ? null
                : $timeline->one($series, $recurrenceId, $change === null ? null : SeriesOf::override($change));
        $asAll = $series === null ? null : $timeline->one($series, $recurrenceId, null);

        return [
            'checklist' => $details->checklist,
            'done' => $change?->done_at !== null,
            'timed' => $timed,
            'due' => $one === null ? $details->due : $one->due(),
            'due_as_all' => $asAll === null ? $entry->due : $asAll->due(),
            'own' => (object) $own,
            'shared' => ChangeEntry::SHARED,
            'place' => $one === null || ! $one->isMoved() || $recurrenceId === Series::ONCE
                    ? null
                    : [
                        'all_day' => $one->placement->allDay,
                        'start' => $one->placement->allDay ? (string) $one->seen->from->date() : (string) $one->seen->from,
                        'end' => $one->placement->allDay
                            ? (string) $one->seen->to->date()->plusDays(-1)
                            : (string) $one->seen->to,
                    ],
        ];
    }

    /** Whether one occurrence stands so that it ends after it is due. */
    public static function isAfterDue(User $user, Entry $entry, string $recurrenceId): bool
    {
        $series = SeriesOf::mendable($entry);
        $change = $entry->overrides()->where('recurrence_id', $recurrenceId)->first();

        return $series !== null &&
            (new Timeline($user->timeZone()))
                ->one($series, $recurrenceId, $change === null ? null : SeriesOf::override($change))
                ?->isAfterDue() === true;
    }
}
