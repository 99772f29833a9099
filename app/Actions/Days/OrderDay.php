<?php

declare(strict_types=1);

namespace App\Actions\Days;

use App\Access\Changeable;
use App\Actions\Entries\WriteOverride;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Time\LocalDate;

/** Chooses the musts of a day and puts its tasks in order. Of a routine only the one occurrence is chosen. */
final readonly class OrderDay
{
    public function __construct(private WritePath $writes, private WriteOverride $overrides)
    {
    }

    /**
     * @param  list<string>  $musts  keys: entry id, bar, recurrence id
     * @param  list<string>  $others
     *
     * @throws NoSuchOccurrence when one of them is not there any more
     */
    public function order(User $user, LocalDate $day, array $musts, array $others): void
    {
        $this->writes->run($user, "Put {$day} in order", function () use ($user, $musts, $others): void {
            $chosen = array_flip($musts);
            foreach ([...$musts, ...$others] as $position => $key) {
                $id = explode('|', $key, 2);
                $entry = Changeable::by($user)->entries()->find($id[0]) ?? throw new NoSuchOccurrence();
                $this->place($entry, $id[1] ?? 'once', isset($chosen[$key]), $position);
            }
        });
    }

    private function place(Entry $entry, string $recurrenceId, bool $isMust, int $position): void
    {
        $change = $entry->overrides()->where('recurrence_id', $recurrenceId)->first();
        $fields = $change->fields ?? [];
        $now = array_key_exists('importance', $fields) ? $fields['importance'] : $entry->importance;
        $importance = $isMust ? 'must' : ($now === 'must' ? null : $now);
        if (! $entry->isRoutine()) {
            $entry->update(['importance' => $importance, 'position' => $position]);

            return;
        }
        $this->overrides->apply($entry, $recurrenceId, [
            'fields' => [...$fields, 'importance' => $importance, 'position' => $position],
        ]);
    }
}
