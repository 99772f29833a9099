<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\Entries\DueWithStart;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;

/** What one occurrence of an entry has of its own, as its sheet shows it. */
final class ThisOne
{
    /**
     * @param  int  $timed  minutes worked on it
     * @return array<string, mixed> this_one of the schema Entry of the contract
     */
    public static function shown(User $user, Entry $entry, string $recurrenceId, int $timed): array
    {
        $change = $entry->changes()->where('recurrence_id', $recurrenceId)->first();
        $details = SeriesOf::detailsOf($entry, $recurrenceId);
        $own = array_intersect_key($change->fields ?? [], array_flip(array_diff(Details::OWN, ['checklist', 'own_reminders'])));
        if (array_key_exists('reminders', $own)) {
            $own['reminders'] = $details->reminders;
        }
        $placement = $change === null ? null : SeriesOf::change($change)->placement;
        $seen = $placement?->seenFrom($user->timeZone());

        return [
            'checklist' => $details->checklist,
            'done' => $change?->done_at !== null,
            'timed' => $timed,
            'due' => self::due($entry, $recurrenceId),
            'due_as_all' => self::dueAsAll($entry, $recurrenceId),
            'own' => (object) $own,
            'place' => $placement === null || $seen === null || $recurrenceId === Series::ONCE ? null : [
                'all_day' => $placement->allDay,
                'start' => $placement->allDay ? (string) $seen->from->date() : (string) $seen->from,
                'end' => $placement->allDay ? (string) $seen->to->date()->plusDays(-1) : (string) $seen->to,
            ],
        ];
    }

    /** A date, or a date and time. */
    public static function due(Entry $entry, string $recurrenceId): ?string
    {
        $fields = $entry->changes()->where('recurrence_id', $recurrenceId)->first()->fields ?? [];
        if (! array_key_exists('due', $fields)) {
            return self::dueAsAll($entry, $recurrenceId);
        }

        return is_string($fields['due']) ? $fields['due'] : null;
    }

    private static function dueAsAll(Entry $entry, string $recurrenceId): ?string
    {
        if ($entry->due === null || $entry->start === null || $recurrenceId === Series::ONCE) {
            return $entry->due;
        }
        try {
            return DueWithStart::moved($entry->due, $entry->start, $recurrenceId);
        } catch (InvalidTime) {
            return $entry->due;
        }
    }
}
