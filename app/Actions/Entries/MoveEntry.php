<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\ProtectedBlocks;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Shift;

/** Gives an entry, or one occurrence of it and what should follow, another place; or takes a task back to the basket. */
final readonly class MoveEntry
{
    public function __construct(
        private WritePath $writes,
        private WriteOverride $overrides,
        private SplitRoutine $split,
        private RekeyOverrides $rekey,
        private ProtectedBlocks $protected,
    ) {
    }

    /**
     * @param  Placement|null  $to  null for the basket
     * @param  bool  $mayCover  whether it may come to lie over protected blocks
     *
     * @throws StaleEntry|CannotReschedule|NoSuchOccurrence|IsProtected
     */
    public function move(
        User $user,
        Entry $entry,
        ?Placement $to,
        Scope $scope,
        ?string $recurrenceId,
        ?int $version,
        bool $mayCover = false,
    ): Entry {
        return $this->writes->run($user, "Moved “{$entry->title}”", function () use (
            $user,
            $entry,
            $to,
            $scope,
            $recurrenceId,
            $version,
            $mayCover,
        ): Entry {
            $entry->refresh();
            StaleEntry::check($entry, $version);
            $series = SeriesOf::entry($entry);
            $to = $to === null || $series === null ? $to : self::onClocksOf($series->placement, $to);
            if (! $mayCover) {
                $this->protected->keepFree($user, $to, $entry->id);
            }
            if ($series === null || ! $series->isRoutine()) {
                return $this->single($entry, $to);
            }
            if ($to === null) {
                throw new CannotReschedule('A routine keeps its days. Skip this one, or let it go in its sheet.');
            }
            if ($recurrenceId === null) {
                throw new NoSuchOccurrence();
            }
            if ($scope === Scope::One) {
                $this->overrides->apply($entry, $recurrenceId, [
                    ...SeriesColumns::moved($to),
                    ...$this->keptLength($entry, $recurrenceId, $to),
                ]);
                $entry->version++;
                $entry->save();

                return $entry;
            }
            if ($entry->leads_to !== null) {
                throw new CannotReschedule('It comes before each of another routine. Move that, or this one alone.');
            }
            $routine = $scope === Scope::Onward && ! $series->afterDone ? $this->split->at($entry, $recurrenceId) : $entry;

            return $this->shift($user, $routine, $recurrenceId, $to);
        });
    }

    /** An entry keeps the zone it lives in: what was dropped on the viewer's walls is read off its own. */
    private static function onClocksOf(Placement $own, Placement $to): Placement
    {
        if ($to->allDay || $own->allDay || $to->zone === $own->zone || $to->zone === null) {
            return $to;
        }

        return Placement::timed(
            $own->zone === null ? $to->start : $own->zone->wall($to->zone->instant($to->start)),
            $to->length,
            $own->zone,
        );
    }

    private function single(Entry $entry, ?Placement $to): Entry
    {
        if ($to === null && $entry->kind !== 'task') {
            throw new CannotReschedule('Only tasks can wait in the basket; an event needs its day.');
        }
        $had = self::lengthOf($entry, SeriesOf::entry($entry)?->placement, $to);
        SaveSeries::into($entry, $to === null ? null : new Series('', $to), $had === null ? [] : ['estimate' => $had]);
        $day = $entry->start === null ? null : substr($entry->start, 0, 10);
        $entry
            ->overrides()
            ->get()
            ->each(fn ($change) => $change->recurrence_id === Series::ONCE ? $change->update(['day' => $day]) : null);

        return $entry;
    }

    /**
     * How long something took that leaves the hours for a list or the basket: without them it is what the work is thought to
     * take.
     *
     * @return int|null minutes; null where nothing is lost
     */
    private static function lengthOf(Entry $entry, ?Placement $from, ?Placement $to): ?int
    {
        return $entry->kind === 'task' &&
            $entry->estimate === null &&
            $from !== null &&
            ! $from->allDay &&
            $from->length > 0 &&
            ($to === null || $to->allDay)
            ? $from->length
            : null;
    }

    /** @return array{fields?: array<string, mixed>} columns of the change of one occurrence */
    private function keptLength(Entry $entry, string $recurrenceId, Placement $to): array
    {
        $change = $entry->overrides()->where('recurrence_id', $recurrenceId)->first();
        $fields = $change->fields ?? [];
        $from = $change === null ? null : SeriesOf::override($change)->placement;
        $had = self::lengthOf($entry, $from ?? SeriesOf::entry($entry)?->placement, $to);

        return $had === null || array_key_exists('estimate', $fields) ? [] : ['fields' => [...$fields, 'estimate' => $had]];
    }

    private function shift(User $user, Entry $routine, string $recurrenceId, Placement $to): Entry
    {
        $series = SeriesOf::entry($routine);
        assert($series !== null);
        $from = $series->startOf($recurrenceId);
        $shift = Shift::of($series, $from, $to, $user->timeZone());
        if ($routine->due !== null) {
            $routine->due = DueWithStart::moved(
                $routine->due,
                (string) $routine->start,
                $shift->series->placement->startText(),
            );
        }
        $had = self::lengthOf($routine, $series->placement, $to);
        if ($had !== null) {
            $routine->estimate = $had;
        }
        // What this one had of a place of its own gives way to the new place of all.
        $own = $routine->overrides()->where('recurrence_id', $recurrenceId)->first();
        if ($own !== null && $own->start !== null) {
            $this->overrides->apply($routine, $recurrenceId, SeriesColumns::NOT_MOVED);
        }
        SaveSeries::into($routine, $shift->series);
        $this->rekey->apply($routine, $series, $shift->series, $shift->moment(...));

        return $routine;
    }
}
