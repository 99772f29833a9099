<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\Deadlines;
use App\Queries\Occurrences\Leftovers;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Planning\Timings;
use App\Reading\OpenTasks;
use PlumRota\Core\Planning\FullDay;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * What stands beside the board of a day that is worked: what is late, whom to ask again, what was left over before, how long was
 * worked on what.
 */
final readonly class WorkingDay
{
    public function __construct(
        private Deadlines $deadlines,
        private OccurrencesBetween $occurrences,
        private Leftovers $leftovers,
        private Timings $timings,
        private OpenTasks $tasks,
    ) {
    }

    /** @return array<string, mixed> the schema WorkingDay of the contract */
    public function show(User $user, LocalDate $day): array
    {
        $today = TimeRange::days($day, 1);
        $yesterday = $day->plusDays(-1);
        // What was left over before and what stands on the day, found at once.
        $seen = $this->occurrences->find($user, TimeRange::of(Leftovers::window($yesterday)->from, $today->to));
        $ids = [];
        $musts = $others = 0;
        foreach ($seen as $one) {
            if (! $one->block->seen->touches($today)) {
                continue;
            }
            $ids[$one->entry->id] = $one->entry->id;
            if ($one->block->isTask) {
                $one->details()->importance === 'must' ? $musts++ : $others++;
            }
        }

        return [
            'date' => (string) $day,
            'late' => $this->deadlines->late($user),
            'ask' => $this->toAsk($user, $day),
            'left' => count($this->leftovers->among($seen, $yesterday)),
            'places' => ['musts' => $musts, 'others' => $others],
            'full' => (new FullDay($user->must_limit, $user->other_limit))->complaints($musts, $others),
            'closed' => $user->closings()->where('date', (string) $day)->whereNotNull('closed_at')->exists(),
            'timed' => (object) $this->timings->minutes($user, array_values($ids)),
            'running' => $this->timings->running($user),
        ];
    }

    /** @return list<array{entry_id: string, title: string, waiting_for: string, ask_again: string}> */
    private function toAsk(User $user, LocalDate $day): array
    {
        return array_values(
            $this->tasks
                ->toAskAgain(Visible::to($user), (string) $day)
                ->map(
                    fn (Entry $entry): array => [
                        'entry_id' => $entry->id,
                        'title' => $entry->title,
                        'waiting_for' => $entry->waiting_for,
                        'ask_again' => (string) $entry->ask_again,
                    ],
                )
                ->all(),
        );
    }
}
