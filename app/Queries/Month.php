<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\User;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** Some weeks with everything that lies in them, drawn small: without lanes and without the basket. */
final readonly class Month
{
    public function __construct(private OccurrencesBetween $occurrences, private BoardDays $days, private HoursByArea $hours)
    {
    }

    /** @return array<string, mixed> the schema Month of the contract */
    public function show(User $user, LocalDate $first, int $days): array
    {
        $window = TimeRange::days($first, $days);
        $load = new LoadOfDays($first, $days);
        $entries = $blocks = $areaOf = $shown = $starts = [];
        foreach ($this->occurrences->each($user, $window) as $one) {
            $entries[$one->entry->id] ??= OccurrenceAsShown::shared($one->entry);
            $load->add($one->block);
            $blocks[] = $one->block;
            $areaOf[] = $one->entry->area_id;
            $shown[] = OccurrenceAsShown::of($one, [], null);
            $starts[] = $one->block->seen->from->seconds;
        }
        asort($starts);
        $clashes = [];
        foreach (Conflicts::among($blocks) as [, $second]) {
            $day = (string) $second->seen->from->date();
            $clashes[$day] = ($clashes[$day] ?? 0) + 1;
        }

        return [
            'from' => (string) $first,
            'days' => $this->days->shown($user, $load->loads(DayPlan::capacities($user, $first, $days)), $clashes),
            'entries' => (object) $entries,
            'occurrences' => array_map(fn (int $i): array => $shown[$i], array_keys($starts)),
            'areas' => $this->hours->within($user, $window, $days, $blocks, $areaOf),
            'now' => (string) $user->wallNow(),
            'revision' => $user->revision,
        ];
    }
}
