<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Entry;
use PlumRota\Core\Time\LocalDate;

/** One occurrence as the page gets it: the schema Occurrence of the contract. */
final class OccurrenceAsShown
{
    /** @return array<string, mixed> what all occurrences of an entry have in common */
    public static function shared(Entry $entry): array
    {
        return [
            'entry_id' => $entry->id,
            'title' => $entry->title,
            'kind' => $entry->kind,
            'calendar_id' => $entry->calendar_id,
            'area_id' => $entry->calendar->area_id,
            'routine' => $entry->rule !== null || $entry->extra_dates !== [],
            'importance' => $entry->importance,
            'due' => $entry->due,
            'estimate' => $entry->estimate,
            'travel' => $entry->travel,
            'busy' => $entry->busy,
            'private' => $entry->private,
            'protected' => $entry->protected,
            'steps' => count($entry->checklist),
            'steps_done' => count(array_filter($entry->checklist, fn (array $step): bool => $step['done'])),
            'has_notes' => $entry->notes !== '',
            'position' => $entry->position,
            'version' => $entry->version,
        ];
    }

    /**
     * @param  array<string, mixed>  $shared  of its entry
     * @param  list<string>  $meets  titles of what it is double-booked with
     * @param  array{lane: int, lanes: int}|null  $lane
     * @return array<string, mixed>
     */
    public static function of(Seen $seen, array $shared, array $meets, ?array $lane): array
    {
        $occurrence = $seen->occurrence;
        $allDay = $occurrence->placement->allDay;
        $steps = $seen->change === null ? null : $seen->checklist();

        return [
            ...$shared,
            'key' => $seen->key(),
            'recurrence_id' => $occurrence->recurrenceId,
            'title' => $seen->change === null ? $shared['title'] : $seen->title(),
            'all_day' => $allDay,
            'start' => $allDay ? (string) $occurrence->seen->from->date() : (string) $occurrence->seen->from,
            'end' => $allDay ? (string) $occurrence->seen->to->date() : (string) $occurrence->seen->to,
            'minutes' => $occurrence->seen->minutes(),
            'moved' => $occurrence->isMoved(),
            'edited' => $seen->change !== null && $seen->change->fields !== [],
            'done' => $occurrence->isDone(),
            'importance' => $seen->change === null ? $shared['importance'] : $seen->importance(),
            'due' => $shared['due'] === null ? null : self::due($seen),
            'steps' => $steps === null ? $shared['steps'] : count($steps),
            'steps_done' => $steps === null ? $shared['steps_done'] : count(array_filter($steps, fn (array $step): bool => $step['done'])),
            'meets' => $meets,
            'lane' => $lane['lane'] ?? 0,
            'lanes' => $lane['lanes'] ?? 1,
        ];
    }

    /** The due date of a routine moves with its occurrences. */
    private static function due(Seen $seen): ?string
    {
        $entry = $seen->entry;
        if ($entry->due === null || $entry->start === null || $entry->rule === null) {
            return $entry->due;
        }
        $days = LocalDate::parse(substr($seen->occurrence->recurrenceId, 0, 10))->dayNumber() - LocalDate::parse(substr($entry->start, 0, 10))->dayNumber();

        return LocalDate::parse(substr($entry->due, 0, 10))->plusDays($days).substr($entry->due, 10);
    }
}
