<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\User;
use App\Reading\EntryRow;
use App\Reading\EntryRows;
use App\Reading\LeadUpRows;
use App\Reading\OverrideRows;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use stdClass;

/**
 * What leads up to what, for whatever a view shows: at a lead-up the date that it comes before, at that date how many of its lead-ups are
 * done.
 *
 * @phpstan-type Toward array{entry_id: string, title: string, date: string}
 * @phpstan-type Count array{done: int, all: int}
 */
final readonly class LeadUps
{
    public function __construct(
        private LeadUpRows $rows,
        private EntryRows $entries,
        private OverrideRows $overrides,
        private DaysOff $daysOff,
    ) {
    }

    /**
     * @param  iterable<array{string, string}>  $shown  entry and recurrence id of all that is shown
     * @return array{toward: stdClass, counts: stdClass} Toward and Count by entry and recurrence id, with a bar between
     */
    public function of(User $user, iterable $shown): array
    {
        $anchors = $this->rows->all(Visible::to($user));
        if ($anchors === []) {
            return ['toward' => new stdClass(), 'counts' => new stdClass()];
        }
        $leading = $led = [];
        $leadUps = [];
        foreach ($anchors as $id => $anchor) {
            $leadUps[$anchor][] = $id;
        }
        foreach ($shown as [$entryId, $recurrenceId]) {
            if (isset($anchors[$entryId])) {
                $leading["{$entryId}|{$recurrenceId}"] = [$entryId, $recurrenceId];
            }
            if (isset($leadUps[$entryId])) {
                $led["{$entryId}|{$recurrenceId}"] = [$entryId, $recurrenceId];
            }
        }

        return [
            'toward' => (object) $this->toward($user, $leading, $anchors),
            'counts' => (object) $this->counts($led, $leadUps),
        ];
    }

    /**
     * @param  array<string, array{string, string}>  $led
     * @param  array<string, list<string>>  $leadUps  by anchor
     * @return array<string, Count>
     */
    private function counts(array $led, array $leadUps): array
    {
        if ($led === []) {
            return [];
        }
        $day = fn (string $id): string => $id === Series::ONCE ? $id : substr($id, 0, 10);
        $outcomes = $this->rows->outcomes(
            array_merge(...array_values(array_intersect_key($leadUps, array_flip(array_column($led, 0))))),
            array_values(array_unique(array_map($day, array_column($led, 1)))),
        );
        $counts = [];
        foreach ($led as $key => [$anchor, $recurrenceId]) {
            $became = array_map(
                fn (string $id): string => $outcomes["{$id}|{$day($recurrenceId)}"] ?? 'open',
                $leadUps[$anchor],
            );
            $all = count(array_filter($became, fn (string $one): bool => $one !== 'gone'));
            if ($all > 0) {
                $counts[$key] = ['done' => count(array_keys($became, 'done', true)), 'all' => $all];
            }
        }

        return $counts;
    }

    /**
     * @param  array<string, array{string, string}>  $leading
     * @param  array<string, string>  $anchors
     * @return array<string, Toward>
     */
    private function toward(User $user, array $leading, array $anchors): array
    {
        $ids = array_values(array_unique(array_map(fn (array $one): string => $anchors[$one[0]], array_values($leading))));
        if ($ids === []) {
            return [];
        }
        $rows = $this->entries->named(Visible::to($user), $ids);
        $wanted = [];
        foreach ($leading as $key => [$entryId, $recurrenceId]) {
            $anchor = $rows[$anchors[$entryId]] ?? null;
            $id = $anchor === null ? null : self::idOf($anchor, $recurrenceId);
            if ($anchor !== null && $id !== null) {
                $wanted[$key] = [$anchor, $id];
            }
        }
        $changes = $this->overrides->ofOccurrences(
            array_map(fn (array $one): array => [$one[0]->id, $one[1]], array_values($wanted)),
        );
        $timeline = new Timeline($user->timeZone(), $this->daysOff->marks($user));
        $toward = [];
        foreach ($wanted as $key => [$anchor, $id]) {
            $change = $changes["{$anchor->id}|{$id}"] ?? null;
            try {
                $series = SeriesOf::entry($anchor);
                $one =
                    $series === null
                        ? null
                        : $timeline->one($series, $id, $change === null ? null : SeriesOf::override($change));
            } catch (InvalidTime|InvalidRule) {
                continue;
            }
            $due = $series === null ? $anchor->due : $one?->due();
            $date = $due ?? ($one === null ? null : (string) $one->placement->start);
            if ($date !== null) {
                $toward[$key] = [
                    'entry_id' => $anchor->id,
                    'title' => $one->details->title ?? $anchor->title,
                    'date' => substr($date, 0, 10),
                ];
            }
        }

        return $toward;
    }

    /** The recurrence id of the occurrence that a lead-up comes before; null where their rhythms do not meet any more. */
    private static function idOf(EntryRow $anchor, string $recurrenceId): ?string
    {
        if (! $anchor->isRoutine()) {
            return $recurrenceId === Series::ONCE ? $recurrenceId : null;
        }
        if ($recurrenceId === Series::ONCE) {
            return null;
        }

        return $anchor->all_day ? $recurrenceId : $recurrenceId.substr((string) $anchor->start, 10);
    }
}
