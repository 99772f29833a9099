<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Models\User;
use App\Queries\Occurrences\Deadlines;
use App\Queries\Occurrences\LeadUps;
use App\Queries\Occurrences\NextOnly;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use App\Queries\Occurrences\Unreadable;
use App\Queries\Planning\DayPlan;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * Some weeks with everything that lies in them, drawn small and without lanes; the hours by area are those of the month in their
 * middle.
 */
final readonly class Month
{
    public function __construct(
        private OccurrencesBetween $occurrences,
        private BoardDays $days,
        private HoursByArea $hours,
        private NextOnly $nextOnly,
        private Unreadable $unreadable,
        private Deadlines $deadlines,
        private LeadUps $leadUps,
    ) {
    }

    /**
     * @param  bool  $nextOnly  of a routine only the next one that is open
     * @return array<string, mixed> the schema Month of the contract
     */
    public function show(User $user, LocalDate $first, int $days, bool $nextOnly = false): array
    {
        $window = TimeRange::days($first, $days);
        $middle = $first->plusDays(intdiv($days, 2));
        $own = TimeRange::days(
            LocalDate::of($middle->year, $middle->month, 1),
            Gregorian::daysInMonth($middle->year, $middle->month),
        );
        $load = new LoadOfDays($first, $days);
        $entries = $blocks = $areaOf = $shown = $starts = $kept = $named = [];
        foreach ($this->occurrences->each($user, $window) as $one) {
            $entries[$one->entry->id] ??= OccurrenceAsShown::shared($one->entry);
            $load->add($one->block);
            $named[] = [$one->entry->id, $one->occurrence->recurrenceId];
            $blocks[] = $one->block;
            $areaOf[] = $one->areaId;
            if ($nextOnly) {
                $kept[] = $one;
            } else {
                $shown[] = OccurrenceAsShown::of($one, [], null);
            }
            $starts[] = $one->block->seen->from->seconds;
        }
        foreach ($this->occurrences->reaching($user, $window) as $block) {
            $load->add($block);
        }
        asort($starts);
        $clashes = [];
        foreach (Conflicts::among($blocks) as [, $second]) {
            $day = (string) $second->seen->from->date();
            $clashes[$day] = ($clashes[$day] ?? 0) + 1;
        }

        $due = $this->deadlines->on($user, $first, $days);

        return [
            'from' => (string) $first,
            'lead_ups' => $this->leadUps->of($user, [...$named, ...Board::named([], $due)]),
            'days' => $this->days->shown($user, $load->loads(DayPlan::capacities($user, $first, $days)), $clashes, due: $due),
            'entries' => (object) $entries,
            'occurrences' => $nextOnly
                ? array_map(
                    fn (ResolvedOccurrence $one): array => OccurrenceAsShown::of($one, [], null),
                    $this->nextOnly->of(
                        $user,
                        array_map(fn (int $i): ResolvedOccurrence => $kept[$i], array_keys($starts)),
                        $window,
                    ),
                )
                : array_map(fn (int $i): array => $shown[$i], array_keys($starts)),
            'areas' => $this->hours->within(
                $user,
                $own,
                Gregorian::daysInMonth($middle->year, $middle->month),
                $blocks,
                $areaOf,
            ),
            'unreadable' => $this->unreadable->all(),
            'now' => (string) $user->wallNow(),
            'revision' => $user->revision,
        ];
    }
}
