<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use Illuminate\Support\Collection;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;

/** What a change of a routine would touch, from one occurrence on or as a whole. */
final class ScopePreview
{
    private const MOST_COUNTED = 1000;

    /** @return array<string, mixed> the schema ReachAccount of the contract */
    public function show(Entry $entry, string $recurrenceId): array
    {
        $series = SeriesOf::mendable($entry);
        if ($series === null || ! $series->isRoutine()) {
            /** @var Collection<int, OccurrenceOverride> $none */
            $none = collect();

            return ['onward' => self::part(null, 1, $none), 'whole' => self::part(null, 1, $none)];
        }
        try {
            $cut = $series->startOf($recurrenceId);
        } catch (InvalidTime) {
            $cut = $series->placement->start;
        }
        $changes = $entry->overrides()->get();
        $text = $series->placement->allDay ? (string) $cut->date() : (string) $cut;

        return [
            'onward' => self::part(
                $text,
                $this->count($series, $cut),
                $changes->filter(fn (OccurrenceOverride $change): bool => $change->recurrence_id >= $text),
            ),
            'whole' => self::part($entry->start, $this->count($series, $series->placement->start), $changes),
        ];
    }

    /** Null when it never ends, or not soon. */
    private function count(Series $series, LocalDateTime $from): ?int
    {
        $rule = $series->rule;
        if ($series->afterDone || ($rule !== null && $rule->count === null && $rule->until === null)) {
            return null;
        }
        $number = count($series->recurrenceSet()->next(self::MOST_COUNTED, $from));

        return $number === self::MOST_COUNTED ? null : $number;
    }

    /**
     * @param  Collection<int, OccurrenceOverride>  $changes
     * @return array{from: string|null, count: int|null, done: int, moved: int, edited: int, skipped: int}
     */
    private static function part(?string $from, ?int $count, Collection $changes): array
    {
        return [
            'from' => $from,
            'count' => $count,
            'done' => $changes->filter(fn (OccurrenceOverride $change): bool => $change->done_at !== null)->count(),
            'moved' => $changes->filter(fn (OccurrenceOverride $change): bool => $change->start !== null)->count(),
            'edited' => $changes->filter(fn (OccurrenceOverride $change): bool => $change->fields !== [])->count(),
            'skipped' => $changes->filter(fn (OccurrenceOverride $change): bool => $change->skipped)->count(),
        ];
    }
}
