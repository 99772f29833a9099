<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Area;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Planning\Lanes;
use PlumRota\Core\Tally\AreaHours;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** Some days as the board shows them: entries in lanes, the load of each day, hours by area, and the basket beside. */
final readonly class Board
{
    public function __construct(private OccurrencesBetween $occurrences)
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
        $titles = [];
        foreach ($seen as $one) {
            $titles[$one->key()] = $one->title();
        }
        foreach (Conflicts::among(DayPlan::timed(...$seen)) as [$a, $b]) {
            $met[$a->key][] = $titles[$b->key];
            $met[$b->key][] = $titles[$a->key];
            $day = (string) $b->seen->from->date();
            $conflictsByDay[$day] = ($conflictsByDay[$day] ?? 0) + 1;
        }
        $lanes = $this->lanes($seen, $first, $days);

        return [
            'from' => (string) $first,
            'days' => array_map(fn (DayLoad $load): array => $this->day($user, $load, $conflictsByDay[(string) $load->day] ?? 0), $loads),
            'occurrences' => $this->shown($seen, $met, $lanes),
            'basket' => $this->basket($user),
            'areas' => $this->hours($user, $window, $seen, $days),
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
        $shared = [];

        return array_map(function (Seen $one) use (&$shared, $met, $lanes): array {
            $id = $one->occurrence->seriesId;
            $shared[$id] ??= OccurrenceAsShown::shared($one->entry);

            return OccurrenceAsShown::of($one, $shared[$id], $met[$one->key()] ?? [], $lanes[$one->key()] ?? null);
        }, $seen);
    }

    /** @return array<string, mixed> */
    private function day(User $user, DayLoad $load, int $conflicts): array
    {
        $settings = $user->week[$load->day->weekday()->value - 1];

        return [
            'date' => (string) $load->day,
            'placed' => $load->placed,
            'listed' => $load->listed,
            'capacity' => $load->capacity,
            'over' => $load->isOverFull(),
            'tasks' => $load->tasks,
            'done' => $load->done,
            'conflicts' => $conflicts,
            'theme' => $settings['theme'],
            'wakes' => $settings['wakes'],
            'sleeps' => $settings['sleeps'],
        ];
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

    /**
     * @param  list<Seen>  $seen
     * @return list<array<string, mixed>>
     */
    private function hours(User $user, TimeRange $window, array $seen, int $days): array
    {
        $areas = $user->areas()->get();
        /** @var array<string, list<Block>> $byArea */
        $byArea = $areas->mapWithKeys(fn (Area $area): array => [$area->id => []])->all();
        $areaOf = [];
        foreach ($seen as $one) {
            $areaOf[$one->occurrence->seriesId] ??= $one->entry->calendar->area_id;
            $byArea[$areaOf[$one->occurrence->seriesId]][] = $one->block;
        }
        $minutes = AreaHours::within($window, $byArea);

        return array_values($areas->map(fn (Area $area): array => [
            'area_id' => $area->id,
            'placed' => $minutes[$area->id],
            'intended' => $area->intended_minutes === null ? null : (int) round($area->intended_minutes * $days / 7),
        ])->all());
    }
}
