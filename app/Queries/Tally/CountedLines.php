<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Planning\Timings;
use Carbon\CarbonImmutable;
use PlumRota\Core\Tally\CountedMinutes;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * Every occurrence of a stretch with the minutes that it adds to what was planned and to what was done: what all sums of the
 * tally are made of.
 *
 * @phpstan-type Line array{entry_id: string, recurrence_id: string, title: string, calendar_id: string, area_id: string, at: string, planned: int, done: int, timed: bool}
 */
final readonly class CountedLines
{
    public function __construct(private OccurrencesBetween $occurrences, private Timings $timings)
    {
    }

    /** @return list<Line> in the order of time */
    public function over(User $user, LocalDate $from, int $days): array
    {
        $stretch = TimeRange::days($from, $days);
        $now = $user->wallNow();
        $worked = $this->worked($user, $stretch);
        $seen = $this->occurrences->find($user, $stretch);
        $ids = array_values(array_unique(array_map(fn ($one): string => $one->entry->id, $seen)));
        $everTimed = $this->timings->minutes($user, $ids);
        $lines = [];
        foreach ($seen as $one) {
            $key = "{$one->entry->id}|{$one->occurrence->recurrenceId}";
            $isTimed = isset($everTimed[$key]);
            $lines[] = [
                'entry_id' => $one->entry->id,
                'recurrence_id' => $one->occurrence->recurrenceId,
                'title' => $one->title(),
                'calendar_id' => $one->entry->calendar_id,
                'area_id' => $one->areaId,
                'at' => (string) $one->block->seen->from,
                'planned' => CountedMinutes::planned($stretch, $one->block),
                'done' => $isTimed ? $worked[$key]['minutes'] ?? 0 : CountedMinutes::done($stretch, $one->block, $now),
                'timed' => $isTimed,
            ];
            unset($worked[$key]);
        }
        $lines = array_values(
            array_filter(
                [...$lines, ...$this->elsewhere($user, $worked)],
                fn (array $line): bool => $line['planned'] > 0 || $line['done'] > 0,
            ),
        );
        usort(
            $lines,
            fn (array $a, array $b): int => [$a['at'], $a['title'], $a['entry_id']] <=> [$b['at'], $b['title'], $b['entry_id']],
        );

        return $lines;
    }

    /** @return array<string, array{entry: string, recurrence: string, minutes: int, at: string}> what was timed within the stretch, by occurrence */
    private function worked(User $user, TimeRange $stretch): array
    {
        $zone = $user->timeZone();
        [$from, $to] = [$zone->instant($stretch->from), $zone->instant($stretch->to)];
        $now = CarbonImmutable::now()->getTimestamp();
        $found = [];
        $rows = $user
            ->timings()
            ->where('started_at', '<', $to)
            ->where(fn ($all) => $all->whereNull('ended_at')->orWhere('ended_at', '>', $from))
            ->orderBy('started_at')
            ->get();
        foreach ($rows as $one) {
            $key = "{$one->entry_id}|{$one->recurrence_id}";
            $found[$key] ??= [
                'entry' => $one->entry_id,
                'recurrence' => $one->recurrence_id,
                'minutes' => 0,
                'at' => (string) $zone->wall(max($from, $one->started_at)),
            ];
            $found[$key]['minutes'] += CountedMinutes::timed($from, $to, $one->stint(), $now);
        }

        return $found;
    }

    /**
     * What was worked on within the stretch though it stands elsewhere, or has no day.
     *
     * @param  array<string, array{entry: string, recurrence: string, minutes: int, at: string}>  $worked
     * @return list<Line>
     */
    private function elsewhere(User $user, array $worked): array
    {
        $who = Visible::to($user);
        $entries = $who->entries()->whereIn('id', array_column($worked, 'entry'))->get()->keyBy('id');
        $areas = $who->areaOfCalendar();
        $lines = [];
        foreach ($worked as $one) {
            $entry = $entries->get($one['entry']);
            if ($entry instanceof Entry) {
                $lines[] = [
                    'entry_id' => $entry->id,
                    'recurrence_id' => $one['recurrence'],
                    'title' => SeriesOf::detailsOf($entry, $one['recurrence'])->title,
                    'calendar_id' => $entry->calendar_id,
                    'area_id' => $areas[$entry->calendar_id] ?? '',
                    'at' => $one['at'],
                    'planned' => 0,
                    'done' => $one['minutes'],
                    'timed' => true,
                ];
            }
        }

        return $lines;
    }
}
