<?php

declare(strict_types=1);

namespace App\Queries\Rounds;

use App\Access\Visible;
use App\Models\Goal;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use PlumRota\Core\Planning\Round\Period;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Tally\CountedMinutes;

/** What weeks and months are for, with the tasks tied to each goal, the hours it needs and those that are placed. */
final readonly class Goals
{
    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /** @return list<array<string, mixed>> the schema Goal of the contract */
    public function of(User $user, Period $period): array
    {
        $goals = $user->goals()->where('kind', $period->kind)->where('start', (string) $period->start)->get()->all();

        return $this->shown($user, array_values($goals), $period);
    }

    /** @return list<array<string, mixed>> goals of the months before that nobody has said of what became of them: asked until one has */
    public function unanswered(User $user, Period $before): array
    {
        $goals = $user
            ->goals()
            ->where('kind', $before->kind)
            ->where('start', '<', (string) $before->start)
            ->whereNull('answer')
            ->where('start', '>=', (string) $before->start->plusDays(-120))
            ->get()
            ->all();

        return $this->shown($user, array_values($goals), $before);
    }

    /**
     * @param  list<Goal>  $goals
     * @return list<array<string, mixed>>
     */
    private function shown(User $user, array $goals, Period $period): array
    {
        if ($goals === []) {
            return [];
        }
        $ids = array_values(array_unique(array_merge(...array_map(fn (Goal $goal): array => $goal->tasks, $goals))));
        $entries = Visible::to($user)
            ->entries()
            ->whereIn('id', $ids)
            ->with(['overrides'])
            ->get()
            ->keyBy('id');
        $placed = $isOpen = [];
        foreach ($this->occurrences->each($user, $period->range(), $ids) as $one) {
            // What has no hours yet is placed nowhere.
            $hours = $one->block->allDay ? 0 : CountedMinutes::planned($period->range(), $one->block);
            $placed[$one->entry->id] = ($placed[$one->entry->id] ?? 0) + $hours;
            $isOpen[$one->entry->id] = ($isOpen[$one->entry->id] ?? false) || ! $one->block->isDone;
        }
        $shown = [];
        foreach ($goals as $goal) {
            $tasks = [];
            foreach ($goal->tasks as $id) {
                $entry = $entries->get($id);
                if ($entry === null) {
                    continue;
                }
                $once = $entry->overrides->firstWhere('recurrence_id', Series::ONCE);
                $tasks[] = [
                    'entry_id' => $id,
                    'title' => $entry->title,
                    'calendar_id' => $entry->calendar_id,
                    'minutes' => max($entry->estimate ?? 0, $placed[$id] ?? 0),
                    'placed' => $placed[$id] ?? 0,
                    'start' => $entry->start,
                    'done' => $entry->isRoutine() ? ($isOpen[$id] ?? null) === false : $once?->done_at !== null,
                ];
            }
            $shown[] = [
                'id' => $goal->id,
                'kind' => $goal->kind,
                'start' => $goal->start,
                'title' => $goal->title,
                'area_id' => $goal->area_id,
                'needs' => $goal->minutes ?? array_sum(array_column($tasks, 'minutes')),
                'minutes' => $goal->minutes,
                'placed' => array_sum(array_column($tasks, 'placed')),
                'tasks' => $tasks,
                'answer' => $goal->answer,
                'position' => $goal->position,
            ];
        }

        return $shown;
    }
}
