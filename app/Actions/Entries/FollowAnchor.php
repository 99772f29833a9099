<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\Changed;
use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\LocalDate;

/**
 * What leads up to something goes along when that is moved, by whatever way, and goes when that goes. What is done stays, and so does
 * what somebody has put elsewhere.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class FollowAnchor
{
    /** What of an entry says when its lead-ups stand. */
    private const WHEN = [
        'all_day',
        'start',
        'zone',
        'rule',
        'after_done',
        'extra_dates',
        'except_dates',
        'off_day',
        'seasons',
        'pauses',
        'due',
    ];

    public function __construct(private LayLeadUp $lay, private WriteOverride $write, private DaysOff $daysOff)
    {
    }

    /** @param  list<Row>  $rows  that the change has touched so far */
    public function follow(User $user, array $rows): void
    {
        $moved = $apart = [];
        foreach ($rows as $row) {
            if ($row['table'] === 'entries' && self::isMoved($row)) {
                $moved[(string) $row['id']] = $row['after'] === null;
            }
            $entryId = $row['table'] === 'overrides' ? $row['after']['entry_id'] ?? ($row['before']['entry_id'] ?? null) : null;
            if (is_string($entryId)) {
                $apart[$entryId][] = $row;
            }
        }
        $ids = array_values(
            array_unique([...array_map(strval(...), array_keys($moved)), ...array_map(strval(...), array_keys($apart))]),
        );
        if ($ids === []) {
            return;
        }
        $leadUps = Changeable::by($user)
            ->entries()
            ->leadingTo($ids)
            ->orderBy('id')
            ->get();
        foreach ($leadUps as $leadUp) {
            $anchorId = (string) $leadUp->leads_to;
            if (isset($moved[$anchorId])) {
                $moved[$anchorId] ? self::anchorGone($leadUp) : $this->anchorMoved($user, $leadUp);
            }
            foreach ($leadUp->exists && ! ($moved[$anchorId] ?? false) ? $apart[$anchorId] ?? [] : [] as $row) {
                $this->occurrenceChanged($user, $leadUp, $row);
            }
        }
    }

    /** @param  Row  $row */
    private static function isMoved(array $row): bool
    {
        if ($row['before'] === null || $row['after'] === null) {
            // What is new was laid out together with its lead-ups, but for the later half of a routine that was cut in two.
            return $row['after'] === null || ($row['after']['continues_id'] ?? null) !== null;
        }
        foreach (self::WHEN as $name) {
            if ($row['before'][$name] !== $row['after'][$name]) {
                return true;
            }
        }

        return false;
    }

    /** What was done stays on record, of a routine those that were. */
    private static function anchorGone(Entry $leadUp): void
    {
        $done = $leadUp->overrides()->whereNotNull('done_at')->orderBy('day')->get();
        if ($done->isEmpty()) {
            RemoveEntry::whole($leadUp);

            return;
        }
        $series = SeriesOf::mendable($leadUp);
        if ($series === null || ! $series->isRoutine()) {
            return;
        }
        $starts = array_values($done->map(fn (OccurrenceOverride $one) => $series->startOf($one->recurrence_id))->all());
        // As single dates, so that each keeps its recurrence id; one alone is named twice for the same reason.
        SaveSeries::into(
            $leadUp,
            new Series('', $series->placement->startingAt($starts[0]), null, $starts, breaks: $series->breaks),
        );
        $leadUp->overrides()->whereNull('done_at')->get()->each(fn (OccurrenceOverride $one) => $one->delete());
    }

    private function anchorMoved(User $user, Entry $leadUp): void
    {
        $anchor = Changeable::by($user)->entries()->find($leadUp->leads_to);
        $lead = $leadUp->lead();
        if ($anchor === null || $lead === null) {
            return;
        }
        if (! $leadUp->isRoutine() && $leadUp->overrides()->whereNotNull('done_at')->exists()) {
            return;
        }
        $place = $leadUp->start === null ? 'basket' : 'day';
        try {
            $this->lay->lay(
                $user,
                $leadUp,
                $anchor,
                new Lead($lead->count, $lead->unit),
                LayLeadUp::isByHand($leadUp) ? null : $place,
                LayLeadUp::isDue($leadUp),
            );
        } catch (CannotReschedule) {
            // It has no date any more: what leads up to it stays where it stands.
        }
    }

    /** @param  Row  $row  of the table of overrides */
    private function occurrenceChanged(User $user, Entry $leadUp, array $row): void
    {
        $id = $row['after']['recurrence_id'] ?? ($row['before']['recurrence_id'] ?? null);
        $anchor = Changeable::by($user)->entries()->find($leadUp->leads_to);
        $series = $anchor === null ? null : SeriesOf::mendable($anchor);
        if (! is_string($id) || $series === null || ! $series->isRoutine() || ! $leadUp->isRoutine()) {
            return;
        }
        $own = SeriesOf::mendable($leadUp);
        $recurrenceId = substr($id, 0, 10);
        if ($own === null || ! $own->recurrenceSet()->includes($own->startOf($recurrenceId))) {
            return;
        }
        $is = $leadUp->overrides()->where('recurrence_id', $recurrenceId)->first();
        if ($is?->done_at !== null) {
            return;
        }
        $before = $this->day($user, $series, $leadUp, $id, $row['before']);
        $after = $this->day($user, $series, $leadUp, $id, $row['after']);
        $columns = [];
        $isThere = ($is->start ?? (string) $before) === (string) $before;
        if ((string) $before !== (string) $after && $isThere) {
            $byRule = $this->day($user, $series, $leadUp, $id, null);
            $columns =
                $after === null || (string) $after === (string) $byRule
                    ? SeriesColumns::NOT_MOVED
                    : SeriesColumns::moved(Placement::allDay($after));
        }
        $goes = fn (?array $state): bool => (bool) ($state['skipped'] ?? false) || ($state['let_go_at'] ?? null) !== null;
        if ($goes($row['before']) !== $goes($row['after'])) {
            $columns['skipped'] = $goes($row['after']);
        }
        if ($columns !== []) {
            $this->write->apply($leadUp, $recurrenceId, $columns);
            $leadUp->update(['version' => $leadUp->version + 1]);
        }
    }

    /**
     * The day on which a lead-up stands for one occurrence of a routine.
     *
     * @param  array<string, mixed>|null  $state  a row of the table of overrides; null where the occurrence has nothing of its own
     */
    private function day(User $user, Series $anchor, Entry $leadUp, string $id, ?array $state): ?LocalDate
    {
        $marks = $this->daysOff->marks($user);
        $change =
            $state === null
                ? null
                : SeriesOf::override(OccurrenceOverride::ofRow([...$state, 'skipped' => false]));
        $one = (new Timeline($user->timeZone(), $marks))->one($anchor, $id, $change);
        $lead = $leadUp->lead();
        if ($one === null || $lead === null) {
            return null;
        }
        $due = $one->due();
        $date = $due === null ? $one->placement->start->date() : LocalDate::parse(substr($due, 0, 10));

        return LocalDate::fromDayNumber($lead->before($date->dayNumber(), $marks));
    }
}
