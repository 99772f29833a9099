<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Entry;
use PlumRota\Core\Time\LocalDate;

/** One occurrence as the page gets it. */
final class OccurrenceAsShown
{
    /**
     * @param  list<string>  $meets  titles of what it is double-booked with
     * @param  array{lane: int, lanes: int}|null  $lane
     * @return array<string, mixed> the schema Occurrence of the contract
     */
    public static function of(Seen $seen, array $meets = [], ?array $lane = null): array
    {
        $entry = $seen->entry;
        $occurrence = $seen->occurrence;
        $allDay = $occurrence->placement->allDay;
        $steps = $seen->checklist();

        return [
            'key' => $seen->key(),
            'entry_id' => $entry->id,
            'recurrence_id' => $occurrence->recurrenceId,
            'title' => $seen->title(),
            'kind' => $entry->kind,
            'calendar_id' => $entry->calendar_id,
            'area_id' => $entry->calendar->area_id,
            'all_day' => $allDay,
            'start' => $allDay ? (string) $occurrence->seen->from->date() : (string) $occurrence->seen->from,
            'end' => $allDay ? (string) $occurrence->seen->to->date() : (string) $occurrence->seen->to,
            'minutes' => $occurrence->seen->minutes(),
            'routine' => $entry->rule !== null || $entry->extra_dates !== [],
            'moved' => $occurrence->isMoved(),
            'edited' => ($seen->change->fields ?? []) !== [],
            'done' => $occurrence->isDone(),
            'importance' => $seen->importance(),
            'due' => self::due($entry, $seen),
            'estimate' => $entry->estimate,
            'travel' => $entry->travel,
            'busy' => $entry->busy,
            'private' => $entry->private,
            'protected' => $entry->protected,
            'steps' => count($steps),
            'steps_done' => count(array_filter($steps, fn (array $step): bool => $step['done'])),
            'has_notes' => $entry->notes !== '',
            'meets' => $meets,
            'lane' => $lane['lane'] ?? 0,
            'lanes' => $lane['lanes'] ?? 1,
            'position' => $entry->position,
            'version' => $entry->version,
        ];
    }

    /** The due date of a routine moves with its occurrences. */
    private static function due(Entry $entry, Seen $seen): ?string
    {
        if ($entry->due === null || $entry->start === null || $entry->rule === null) {
            return $entry->due;
        }
        $id = $seen->occurrence->recurrenceId;
        $days = LocalDate::parse(substr($id, 0, 10))->dayNumber()
            - LocalDate::parse(substr($entry->start, 0, 10))->dayNumber();

        return LocalDate::parse(substr($entry->due, 0, 10))->plusDays($days).substr($entry->due, 10);
    }
}
