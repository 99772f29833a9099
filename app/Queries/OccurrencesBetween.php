<?php

declare(strict_types=1);

namespace App\Queries;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceChange;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** What of an account touches a stretch of its wall time; the database narrows, the core computes. */
final class OccurrencesBetween
{
    /** @return list<Seen> by start */
    public function find(User $user, TimeRange $window): array
    {
        $from = (string) $window->from->date()->plusDays(-2);
        $to = (string) $window->to->date()->plusDays(2);
        $entries = $this->entries($user, $from, $to);
        $changes = $this->changes($entries, $from, $to);
        $timeline = new Timeline($user->timeZone());
        $seen = [];
        $starts = [];
        foreach ($entries as $entry) {
            $series = SeriesOf::entry($entry);
            if ($series === null) {
                continue;
            }
            $own = $changes[$entry->id] ?? [];
            $byId = [];
            $coreChanges = [];
            foreach ($own as $change) {
                $byId[$change->recurrence_id] = $change;
                $coreChanges[] = SeriesOf::change($change);
            }
            // A model's attributes are slow to read: once for each entry, not for each occurrence.
            [$isTask, $isBusy, $travel, $estimate] = [$entry->kind === 'task', $entry->busy, $entry->travel, $entry->estimate];
            foreach ($timeline->occurrences($series, $coreChanges, $window) as $occurrence) {
                $block = new Block($series->id.'|'.$occurrence->recurrenceId, $occurrence->seen, $occurrence->placement->allDay, $isTask, $isBusy, $occurrence->isDone(), $travel, $estimate);
                $seen[] = new Seen($entry, $occurrence, $byId[$occurrence->recurrenceId] ?? null, $block);
                $starts[] = $occurrence->seen->from->seconds;
            }
        }
        asort($starts); // keeps the order of the entries where starts are equal

        return array_map(fn (int $i): Seen => $seen[$i], array_keys($starts));
    }

    /** @return Collection<int, Entry> */
    private function entries(User $user, string $from, string $to): Collection
    {
        return Entry::query()
            ->where('user_id', $user->id)
            ->whereNotNull('start')
            ->where(fn (Builder $any) => $any
                ->where(fn (Builder $ranges) => $ranges
                    ->where('first_day', '<=', $to)
                    ->where(fn (Builder $ends) => $ends->whereNull('last_day')->orWhere('last_day', '>=', $from)))
                ->orWhereIn('id', OccurrenceChange::query()->select('entry_id')->where('user_id', $user->id)
                    ->where('moved_from', '<=', $to)->where('moved_to', '>=', $from))
                ->orWhereIn('id', OccurrenceChange::query()->select('entry_id')->where('user_id', $user->id)
                    ->whereNotNull('done_at')->whereBetween('day', [$from, $to])))
            ->with('calendar')
            ->orderBy('position')->orderBy('id')
            ->get()
            ->toBase();
    }

    /**
     * @param  Collection<int, Entry>  $entries
     * @return array<string, list<OccurrenceChange>>
     */
    private function changes(Collection $entries, string $from, string $to): array
    {
        $longest = $entries->max(fn (Entry $entry): int => $entry->all_day ? $entry->length : intdiv($entry->length, 1440) + 1);
        $earliest = (string) LocalDate::parse($from)->plusDays(-(is_int($longest) ? $longest : 0));
        $whole = $entries->filter(fn (Entry $entry): bool => $entry->after_done || $entry->rule === null)->map(fn (Entry $entry): string => $entry->id);
        $found = OccurrenceChange::query()
            ->whereIn('entry_id', $entries->map(fn (Entry $entry): string => $entry->id))
            ->where(fn (Builder $any) => $any
                ->whereBetween('day', [$earliest, $to])
                ->orWhere(fn (Builder $moved) => $moved->where('moved_from', '<=', $to)->where('moved_to', '>=', $from))
                ->orWhereIn('entry_id', $whole))
            ->get();
        $byEntry = [];
        foreach ($found as $change) {
            $byEntry[$change->entry_id][] = $change;
        }

        return $byEntry;
    }
}
