<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencePlace;
use App\Queries\Occurrences\ProtectedBlocks;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;

/** Makes a second entry like one there is: a single one from a single occurrence, or a whole routine again. */
final readonly class CopyEntry
{
    public function __construct(
        private WritePath $writes,
        private OccurrencePlace $places,
        private ProtectedBlocks $protected,
        private KeepLeadUps $leadUps,
    ) {
    }

    /**
     * @param  string|null  $recurrenceId  the one that is copied; null for the whole entry with its rhythm
     * @param  Placement|null  $to  null for where it stands
     * @param  string|null  $calendarId  null for its own
     * @param  bool  $mayCover  whether it may lie over protected blocks
     *
     * @throws NoSuchOccurrence|IsProtected
     */
    public function copy(
        User $user,
        Entry $entry,
        ?string $recurrenceId,
        ?Placement $to,
        ?string $calendarId,
        bool $mayCover = false,
    ): Entry {
        return $this->writes->run($user, "Copied “{$entry->title}”", function () use (
            $user,
            $entry,
            $recurrenceId,
            $to,
            $calendarId,
            $mayCover,
        ): Entry {
            if (! $mayCover) {
                $this->protected->keepFree($user, $to);
            }
            $copy = $entry->replicate(['version', 'continues_id', 'uid', 'resource_name', 'leads_to', 'lead_at', 'after_id']);
            $copy->version = 1;
            $copy->calendar_id = $calendarId ?? $entry->calendar_id;
            if ($recurrenceId === null && $to === null) {
                $copy->save();
                $this->copyLeadUps($user, $entry, $copy);

                return $copy;
            }
            $id = $recurrenceId ?? Series::ONCE;
            $own = $entry->overrides()->where('recurrence_id', $id)->first();
            $place = $to ?? ($entry->start === null ? null : $this->places->of($user, $entry, $id));
            $fields = array_intersect_key($own->fields ?? [], array_flip(Details::OWN));
            $steps = $fields['checklist'] ?? $entry->checklist;
            $due =
                $entry->due === null || $entry->start === null || $place === null
                    ? $entry->due
                    : DueWithStart::moved($entry->due, $entry->start, $place->startText());
            SaveSeries::into($copy, $place === null ? null : new Series('', $place), [
                'due' => $due,
                ...$fields,
                'calendar_id' => $calendarId ?? ($fields['calendar_id'] ?? $entry->calendar_id),
                'checklist' => is_array($steps)
                    ? array_map(
                        fn (mixed $step): array => ['text' => is_array($step) ? $step['text'] ?? '' : '', 'done' => false],
                        array_values($steps),
                    )
                    : [],
                'lead_count' => null,
                'lead_unit' => null,
                'lead_shift' => 0,
            ]);
            $this->copyLeadUps($user, $entry, $copy);

            return $copy;
        });
    }

    private function copyLeadUps(User $user, Entry $entry, Entry $copy): void
    {
        if ($copy->start === null && $copy->due === null) {
            return; // there is no date yet that they could lead up to
        }
        $lines = KeepLeadUps::lines($entry);
        if ($lines !== []) {
            $this->leadUps->keep($user, $copy, array_map(fn (array $line): array => [...$line, 'id' => null], $lines));
        }
    }
}
