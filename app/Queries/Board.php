<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Planning\Lanes;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use stdClass;

/** Some days as the board shows them: entries in lanes, the load of each day, hours by area, and the basket beside. */
final readonly class Board
{
    /** Of what is double-booked, so many others are named at each; the days count them all. */
    private const MOST_NAMED = 5;

    private const MOST_LISTED = 200;

    public function __construct(private OccurrencesBetween $occurrences, private BoardDays $days, private HoursByArea $hours)
    {
    }

    /** @return array<string, mixed> the schema Board of the contract */
    public function show(User $user, LocalDate $first, int $days): array
    {
        $window = TimeRange::days($first, $days);
        $seen = $this->occurrences->find($user, $window);
        $loads = DayPlan::loads($user, $seen, $first, $days);
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

        return [
            'from' => (string) $first,
            'days' => $this->days->shown($user, $loads, $conflictsByDay),
            'entries' => self::entries($seen),
            'occurrences' => $this->shown($seen, $met, $lanes),
            'conflicts' => $conflicts,
            'basket' => $this->basket($user),
            'areas' => $this->hours->within($user, $window, $days, array_map(fn (Seen $one): Block => $one->block, $seen), array_map(fn (Seen $one): string => $one->entry->area_id, $seen)),
            'now' => (string) $user->wallNow(),
            'revision' => $user->revision,
        ];
    }

    /**
     * @param  list<Seen>  $seen
     * @param  array<string, list<string>>  $met
     * @param  array<string, array{lane: int, lanes: int}>  $lanes
     * @return list<array<string, mixed>>
     */
    private function shown(array $seen, array $met, array $lanes): array
    {
        return array_map(fn (Seen $one): array => OccurrenceAsShown::of($one, $met[$one->key()] ?? [], $lanes[$one->key()] ?? null), $seen);
    }

    /**
     * @param  list<Seen>  $seen
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
     * Lanes are counted day by day: a block that crosses midnight has them on the day it starts.
     *
     * @param  list<Seen>  $seen
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

    /** @return list<array<string, mixed>> */
    private function basket(User $user): array
    {
        $today = (string) $user->wallNow()->date();

        return array_values(Entry::query()->where('user_id', $user->id)->whereNull('start')
            ->whereDoesntHave('changes', fn ($done) => $done->whereNotNull('done_at'))
            ->with('calendar')->orderByRaw('due is null, due, position, id')->get()
            ->map(fn (Entry $entry): array => [
                'entry_id' => $entry->id,
                'title' => $entry->title,
                'calendar_id' => $entry->calendar_id,
                'area_id' => $entry->calendar->area_id,
                'due' => $entry->due,
                'late' => $entry->due !== null && substr($entry->due, 0, 10) < $today,
                'estimate' => $entry->estimate,
                'importance' => $entry->importance,
                'version' => $entry->version,
            ])->all());
    }
}
