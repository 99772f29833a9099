<?php

declare(strict_types=1);

namespace App\Actions\Rounds;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Goal;
use App\Models\User;
use PlumRota\Core\Planning\Round\Period;
use PlumRota\Core\Time\LocalDate;

/** Sets, changes and takes out what a week or a month is for. */
final readonly class KeepGoal
{
    /** So many lines, and no more: what is for everything is for nothing. */
    private const MOST = 5;

    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  array{title: string, area_id: string|null, minutes: int|null, tasks: list<string>}  $values
     *
     * @throws TooManyGoals
     */
    public function add(User $user, Period $period, array $values): Goal
    {
        return $this->writes->run($user, "Set the goal “{$values['title']}”", function () use ($user, $period, $values): Goal {
            $of = $user->goals()->where('kind', $period->kind)->where('start', (string) $period->start);
            if ($of->count() >= self::MOST) {
                throw new TooManyGoals("A {$period->kind} has up to ".self::MOST.' goals. Take one out first.');
            }
            $goal = new Goal([
                ...$values,
                'tasks' => self::known($user, $values['tasks']),
                'user_id' => $user->id,
                'kind' => $period->kind,
                'start' => (string) $period->start,
                'position' => $of->count() + 1,
            ]);
            $goal->save();

            return $goal;
        });
    }

    /** @param  array{title?: string, area_id?: string|null, minutes?: int|null, tasks?: list<string>, position?: int}  $values */
    public function change(User $user, Goal $goal, array $values): Goal
    {
        return $this->writes->run($user, "Changed the goal “{$goal->title}”", function () use ($user, $goal, $values): Goal {
            if (isset($values['tasks'])) {
                $values['tasks'] = self::known($user, $values['tasks']);
            }
            $goal->fill($values)->save();

            return $goal;
        });
    }

    /**
     * Says what became of it. What is carried on is a goal of another period, with the tasks that are tied to it.
     *
     * @param  'kept'|'partly'|'dropped'|'carried'|null  $answer
     * @param  Period|null  $into  where it is carried on
     *
     * @throws TooManyGoals
     */
    public function answer(User $user, Goal $goal, ?string $answer, ?Period $into): void
    {
        $this->writes->run($user, "Said what became of “{$goal->title}”", function () use ($user, $goal, $answer, $into): void {
            $wasCarried = $goal->answer === 'carried';
            $goal->update(['answer' => $answer]);
            $copy = self::copyOf($user, $goal);
            if ($answer !== 'carried' && $wasCarried) {
                $copy?->delete();
            }
            // Carried once more it is the same goal.
            if (
                $answer === 'carried' &&
                $into !== null &&
                ! $into->holds(LocalDate::parse($goal->start)) &&
                $copy?->start !== (string) $into->start
            ) {
                $wasCarried ? $copy?->delete() : null;
                $this->add($user, $into, [
                    'title' => $goal->title,
                    'area_id' => $goal->area_id,
                    'minutes' => $goal->minutes,
                    'tasks' => $goal->tasks,
                ]);
            }
        });
    }

    /** What was made of a goal in a later period: as it was carried there, and not answered yet. What was changed since is a goal of its own. */
    private static function copyOf(User $user, Goal $goal): ?Goal
    {
        return $user
            ->goals()
            ->where('kind', $goal->kind)
            ->where('start', '>', $goal->start)
            ->where('title', $goal->title)
            ->where('area_id', $goal->area_id)
            ->where('minutes', $goal->minutes)
            ->whereNull('answer')
            ->reorder('start')
            ->first();
    }

    /**
     * A task more or less, whatever others are tied to it by now.
     *
     * @param  array{tie: string|null, untie: string|null}  $tied
     */
    public function tie(User $user, Goal $goal, array $tied): void
    {
        $this->writes->run($user, "Tied a task to “{$goal->title}”", function () use ($user, $goal, $tied): void {
            $goal->refresh();
            $tasks = array_filter(
                [...$goal->tasks, $tied['tie']],
                fn (?string $id): bool => $id !== null && $id !== $tied['untie'],
            );
            $goal->update(['tasks' => self::known($user, array_values($tasks))]);
        });
    }

    public function remove(User $user, Goal $goal): void
    {
        $this->writes->run($user, "Took out the goal “{$goal->title}”", fn () => $goal->delete());
    }

    /**
     * @param  list<string>  $tasks
     * @return list<string> those that are there, each once
     */
    private static function known(User $user, array $tasks): array
    {
        $known = Changeable::by($user)->entries()->whereIn('id', $tasks)->pluck('id')->all();

        return array_values(array_unique(array_filter($tasks, fn (string $id): bool => in_array($id, $known, true))));
    }
}
