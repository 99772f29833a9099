<?php

declare(strict_types=1);

namespace App\Queries\Rounds;

use App\Access\Visible;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use App\Queries\Planning\DayPlan;
use App\Queries\Screens\HoursByArea;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Planning\Round\Period;
use PlumRota\Core\Planning\Round\Slipped;

/** A week or a month that is over, or is ending: where its hours went, what was put off, what slipped, which days were too full. */
final readonly class LookBack
{
    /** How often something was put off that is worth a word. */
    private const PUT_OFF = 2;

    private const MOST = 12;

    public function __construct(private OccurrencesBetween $occurrences, private HoursByArea $hours, private Goals $goals)
    {
    }

    /** @return array<string, mixed> the schema LookBack of the contract */
    public function over(User $user, Period $period): array
    {
        $window = $period->range();
        $seen = $this->occurrences->find($user, $window);
        $loads = DayPlan::loads($user, $seen, $this->occurrences->reaching($user, $window), $period->start, $period->days);

        return [
            'from' => (string) $period->start,
            'days' => $period->days,
            'areas' => $this->hours->within(
                $user,
                $window,
                $period->days,
                array_map(fn (ResolvedOccurrence $one): Block => $one->block, $seen),
                array_map(fn (ResolvedOccurrence $one): string => $one->areaId, $seen),
            ),
            'goals' => $this->goals->of($user, $period),
            'put_off' => $this->putOff($user),
            'slipped' => $this->slipped($user, $seen),
            'over_full' => array_values(
                array_map(
                    fn (DayLoad $day): array => [
                        'date' => (string) $day->day,
                        'minutes' => $day->minutes(),
                        'capacity' => $day->capacity,
                    ],
                    array_filter($loads, fn (DayLoad $day): bool => $day->isOverFull()),
                ),
            ),
        ];
    }

    /** @return list<array<string, mixed>> what is open and was sent on more than twice, wherever it stands now */
    private function putOff(User $user): array
    {
        $rows = Visible::to($user)
            ->entries()
            ->whereHas(
                'overrides',
                fn ($all) => $all->where('put_off', '>', self::PUT_OFF)->whereNull('done_at')->whereNull('let_go_at'),
            )
            ->with([
                'overrides' => fn ($all) => $all
                    ->where('put_off', '>', self::PUT_OFF)
                    ->whereNull('done_at')
                    ->whereNull('let_go_at'),
            ])
            ->orderBy('id')
            ->get();
        $found = [];
        foreach ($rows as $entry) {
            foreach ($entry->overrides as $one) {
                $found[] = [
                    'entry_id' => $entry->id,
                    'recurrence_id' => $one->recurrence_id,
                    'title' => is_string($one->fields['title'] ?? null) ? $one->fields['title'] : $entry->title,
                    'calendar_id' => $entry->calendar_id,
                    'times' => $one->put_off,
                ];
            }
        }
        usort($found, fn (array $a, array $b): int => $b['times'] <=> $a['times']);

        return array_slice($found, 0, self::MOST);
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen
     * @return list<array<string, mixed>>
     */
    private function slipped(User $user, array $seen): array
    {
        $now = $user->wallNow()->seconds;
        $routines = $told = [];
        foreach ($seen as $one) {
            $block = $one->block;
            if ($block->isTask && $one->entry->isRoutine() && $block->seen->to->seconds <= $now) {
                $routines[] = [$one->entry->id, $block->seen->from->date(), $block->isDone];
                $told[$one->entry->id] ??= ['title' => $one->entry->title, 'calendar_id' => $one->entry->calendar_id];
            }
        }

        return array_map(
            fn (Slipped $one): array => [
                'entry_id' => $one->key,
                ...$told[$one->key],
                'missed' => $one->missed,
                'of' => $one->of,
                'weekdays' => $one->weekdays,
            ],
            array_slice(Slipped::among($routines), 0, self::MOST),
        );
    }
}
