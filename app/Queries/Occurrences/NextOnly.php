<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Models\User;
use App\Reading\RoutineHalves;
use PlumRota\Core\Time\TimeRange;

/** Of each routine only its next occurrence: the first that is still open and not over. */
final readonly class NextOnly
{
    public function __construct(private OccurrencesBetween $occurrences, private RoutineHalves $halves)
    {
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen  by start
     * @return list<ResolvedOccurrence>
     */
    public function of(User $user, array $seen, TimeRange $window): array
    {
        $now = $user->wallNow();
        $had = [];
        if ($window->from->seconds > $now->seconds) {
            foreach ($this->occurrences->each($user, TimeRange::of($now, $window->from)) as $one) {
                if (! $one->block->isDone) {
                    $had[$this->halves->first($user, $one->entry->id)] = true;
                }
            }
        }
        $kept = [];
        foreach ($seen as $one) {
            if ($one->entry->isRoutine()) {
                $routine = $this->halves->first($user, $one->entry->id);
                if (isset($had[$routine]) || $one->block->isDone || $one->block->seen->to->seconds <= $now->seconds) {
                    continue;
                }
                $had[$routine] = true;
            }
            $kept[] = $one;
        }

        return $kept;
    }
}
