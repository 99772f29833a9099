<?php

declare(strict_types=1);

namespace App\Queries\Templates;

use App\Access\Visible;
use App\Models\Template;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use PlumRota\Core\Time\TimeRange;

/** What was stamped from templates and is to come. */
final readonly class Stamped
{
    /** Days on that are looked at. */
    private const AHEAD = 400;

    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /** @return array<string, string> the recurrence id of the next that is open, by entry */
    public function toCome(User $user, Template $template): array
    {
        $ids = Visible::to($user)->entries()->where('template_id', $template->id)->pluck('id')->all();

        return $this->next($user, array_values(array_filter($ids, is_string(...))));
    }

    /** @return array<string, int> how many entries of each template have something to come, by template */
    public function numbers(User $user): array
    {
        $of = Visible::to($user)->entries()->whereNotNull('template_id')->pluck('template_id', 'id')->all();
        $numbers = [];
        foreach ($this->next($user, array_map(strval(...), array_keys($of))) as $id => $next) {
            $template = $of[$id] ?? null;
            if (is_string($template)) {
                $numbers[$template] = ($numbers[$template] ?? 0) + 1;
            }
        }

        return $numbers;
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, string>
     */
    private function next(User $user, array $ids): array
    {
        if ($ids === []) {
            return [];
        }
        $next = $first = [];
        $now = $user->wallNow();
        foreach ($this->occurrences->each($user, TimeRange::days($now->date(), self::AHEAD), $ids) as $one) {
            $id = $one->entry->id;
            $start = $one->block->seen->from->seconds;
            if (! $one->block->isDone && $start >= $now->seconds && $start < ($first[$id] ?? PHP_INT_MAX)) {
                [$next[$id], $first[$id]] = [$one->occurrence->recurrenceId, $start];
            }
        }

        return $next;
    }
}
