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
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Planning\Lanes;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use stdClass;

/** Some days as the board shows them: entries in lanes, the load of each day, hours by area, and what is double-booked. */
final readonly class Board
{
    /** Of what is double-booked, so many others are named at each; the days count them all. */
    private const MOST_NAMED = 5;

    private const MOST_LISTED = 200;

    public function __construct(
        private OccurrencesBetween $occurrences,
        private BoardDays $days,
        private HoursByArea $hours,
        private NextOnly $nextOnly,
        private Deadlines $deadlines,
        private Unreadable $unreadable,
        private LeadUps $leadUps,
    ) {
    }

    /**
     * @param  bool  $nextOnly  of a routine only the next one that is open
     * @return array<string, mixed> the schema Board of the contract
     */
    public function show(User $user, LocalDate $first, int $days, bool $nextOnly = false): array
    {
        $window = TimeRange::days($first, $days);
        $seen = $this->occurrences->find($user, $window);
        $load = DayPlan::load($seen, $this->occurrences->reaching($user, $window), $first, $days);
        $loads = $load->loads(DayPlan::capacities($user, $first, $days));
        $met = [];
        $conflictsByDay = [];
        $conflicts = [];
        $titles = [];
        foreach ($seen as $one) {
            $titles[$one->key()] = $one->title();
        }
        foreach (Conflicts::among(DayPlan::timed(...$seen)) as [$a, $b]) {
            foreach ([[$a, $b], [$b, $a]] as [$one, $other]) {
                if (count($met[$one->key] ?? []) < self::MOST_NAMED) {
                    $met[$one->key][] = $titles[$other->key];
                }
            }
            $day = (string) $b->seen->from->date();
            $conflictsByDay[$day] = ($conflictsByDay[$day] ?? 0) + 1;
            if (count($conflicts) < self::MOST_LISTED) {
                $conflicts[] = ['first' => $a->key, 'second' => $b->key, 'day' => $day];
            }
        }
        $lanes = $this->lanes($seen, $first, $days);
        $visible = $nextOnly ? $this->nextOnly->of($user, $seen, $window) : $seen;

        $due = $this->deadlines->on($user, $first, $days);

        return [
            'from' => (string) $first,
            'days' => $this->days->shown($user, $loads, $conflictsByDay, $load, $due),
            'lead_ups' => $this->leadUps->of($user, self::named($visible, $due)),
            'entries' => self::entries($seen),
            'occurrences' => $this->shown($visible, $met, $lanes),
            'conflicts' => $conflicts,
            'areas' => $this->hours->within(
                $user,
                $window,
                $days,
                array_map(fn (ResolvedOccurrence $one): Block => $one->block, $seen),
                array_map(fn (ResolvedOccurrence $one): string => $one->areaId, $seen),
            ),
            'unreadable' => $this->unreadable->all(),
            'now' => (string) $user->wallNow(),
            'revision' => $user->revision,
        ];
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen
     * @param  array<string, list<string>>  $met
     * @param  array<string, array{lane: int, lanes: int}>  $lanes
     * @return list<array<string, mixed>>
     */
    private function shown(array $seen, array $met, array $lanes): array
    {
        return array_map(
            fn (ResolvedOccurrence $one): array => OccurrenceAsShown::of(
                $one,
                $met[$one->key()] ?? [],
                $lanes[$one->key()] ?? null,
            ),
            $seen,
        );
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen
     * @return stdClass what the occurrences of each entry have in common, by its id
     */
    private static function entries(array $seen): stdClass
    {
        $entries = [];
        foreach ($seen as $one) {
            $entries[$one->entry->id] ??= OccurrenceAsShown::shared($one->entry);
        }

        return (object) $entries;
    }

    /**
     * @param  iterable<ResolvedOccurrence>  $seen
     * @param  array<string, list<array{entry_id: string, recurrence_id: string, ...}>>  $due
     * @return iterable<array{string, string}> entry and recurrence id of all of them
     */
    public static function named(iterable $seen, array $due): iterable
    {
        foreach ($seen as $one) {
            yield [$one->entry->id, $one->occurrence->recurrenceId];
        }
        foreach (array_merge(...array_values($due)) as $one) {
            yield [$one['entry_id'], $one['recurrence_id']];
        }
    }

    /**
     * Lanes are counted day by day: a block that crosses midnight has them on the day it starts.
     *
     * @param  list<ResolvedOccurrence>  $seen
     * @return array<string, array{lane: int, lanes: int}>
     */
    private function lanes(array $seen, LocalDate $first, int $days): array
    {
        $byDay = [];
        foreach (DayPlan::timed(...$seen) as $block) {
            $day = max($first->dayNumber(), $block->seen->from->dayNumber());
            $byDay[$day][] = $block;
        }
        $lanes = [];
        foreach ($byDay as $blocks) {
            $lanes += Lanes::of($blocks);
        }

        return $lanes;
    }
}
