<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\NoSuchOccurrence;

/** Makes a step of a checklist a task of its own: it leaves the list and waits in the basket. */
final readonly class TakeStepOut
{
    public function __construct(private WritePath $writes, private WriteOverride $overrides)
    {
    }

    /**
     * @param  string|null  $recurrenceId  of a routine, whose list this one starts afresh; null for the list of all
     *
     * @throws NoSuchOccurrence when there is no such step
     */
    public function take(User $user, Entry $entry, int $index, ?string $recurrenceId): Entry
    {
        return $this->writes->run($user, "Took a step out of “{$entry->title}”", function () use (
            $user,
            $entry,
            $index,
            $recurrenceId,
        ): Entry {
            $change = $recurrenceId === null ? null : $entry->overrides()->where('recurrence_id', $recurrenceId)->first();
            $fields = $change->fields ?? [];
            /** @var list<array{text: string, done: bool}> $steps */
            $steps = $fields['checklist'] ?? $entry->checklist;
            $step = $steps[$index] ?? throw new NoSuchOccurrence();
            array_splice($steps, $index, 1);
            if ($recurrenceId === null) {
                $entry->update(['checklist' => $steps, 'version' => $entry->version + 1]);
            } else {
                $this->overrides->apply($entry, $recurrenceId, ['fields' => [...$fields, 'checklist' => $steps]]);
            }
            $task = Changeable::by($user)->newEntry([
                'calendar_id' => $entry->calendar_id,
                'kind' => 'task',
                'title' => $step['text'],
                ...$entry->calendar->defaults(),
                'notes' => "From “{$entry->title}”.",
            ]);
            SaveSeries::into($task, null);

            return $task;
        });
    }
}
