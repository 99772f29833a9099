<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencePlace;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Time\LocalDate;

/**
 * Sends one occurrence to the list of another day. Its hours were those of the day it leaves; how long they were is kept
 * as its estimate, and how often it was put off is counted.
 */
final readonly class PutOnDay
{
    public function __construct(
        private WritePath $writes,
        private MoveEntry $moves,
        private WriteOverride $overrides,
        private OccurrencePlace $places,
    ) {
    }

    /**
     * @param  bool  $putsOff  false where it only follows what has become of it
     *
     * @throws NoSuchOccurrence
     */
    public function put(User $user, Entry $entry, string $recurrenceId, LocalDate $day, bool $putsOff = true): void
    {
        $this->writes->run($user, "Moved “{$entry->title}”", function () use (
            $user,
            $entry,
            $recurrenceId,
            $day,
            $putsOff,
        ): void {
            $entry->refresh();
            $was = $entry->start === null ? null : $this->places->of($user, $entry, $recurrenceId);
            $change = $entry->overrides()->where('recurrence_id', $recurrenceId)->first();
            $isRoutine = $entry->isRoutine();
            $this->moves->move(
                $user,
                $entry,
                Placement::allDay($day, $was !== null && $was->allDay ? $was->length : 1),
                Scope::One,
                $isRoutine ? $recurrenceId : null,
                null,
            );
            $entry->refresh();
            $lasted = $was === null || $was->allDay || $entry->estimate !== null ? null : $was->length;
            if ($lasted !== null && ! $isRoutine) {
                $entry->update(['estimate' => $lasted]);
            }
            $this->overrides->apply(
                $entry,
                $recurrenceId,
                array_filter(
                    [
                        'put_off' => ($change->put_off ?? 0) + ($putsOff ? 1 : 0),
                        'fields' => $lasted !== null && $isRoutine ? ['estimate' => $lasted, ...$change->fields ?? []] : null,
                    ],
                    fn (mixed $value): bool => $value !== null,
                ),
            );
        });
    }
}
