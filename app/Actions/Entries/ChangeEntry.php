<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDateTime;

/**
 * Saves an entry as its sheet shows it: for one occurrence, from one on, or for the whole.
 *
 * The sheet of a routine shows its first day. From here on that day stands for the day of the cut, and for one
 * occurrence for that one's own day.
 */
final readonly class ChangeEntry
{
    /** What a single occurrence may have of its own, besides its place. */
    public const OWN = ['title', 'notes', 'importance', 'effort', 'checklist', 'labels', 'colour', 'place', 'link', 'estimate'];

    public function __construct(
        private WritePath $writes,
        private TouchOccurrence $touch,
        private SplitRoutine $split,
        private RekeyChanges $rekey,
    ) {
    }

    /** @throws StaleEntry|CannotReschedule|NoSuchOccurrence */
    public function change(User $user, Entry $entry, EntryValues $values, Scope $scope, ?string $recurrenceId, ?int $version): Entry
    {
        return $this->writes->run($user, "Changed “{$entry->title}”", function () use ($entry, $values, $scope, $recurrenceId, $version): Entry {
            $entry->refresh();
            StaleEntry::check($entry, $version);
            $old = SeriesOf::mendable($entry);
            if ($old === null || ! $old->isRoutine() || $recurrenceId === null) {
                return $this->whole($entry, $values, null);
            }

            return match ($scope) {
                Scope::One => $this->one($entry, $old, $values, $recurrenceId),
                Scope::Onward => $this->onward($entry, $old, $values, $recurrenceId),
                Scope::Whole => $this->whole($entry, $values, null),
            };
        });
    }

    private function one(Entry $entry, Series $old, EntryValues $values, string $recurrenceId): Entry
    {
        $new = $values->series;
        if ($new === null || (string) $new->rule !== (string) $old->rule || $new->afterDone !== $old->afterDone
            || $new->placement->start->dayNumber() !== $old->placement->start->dayNumber()) {
            throw new CannotReschedule('Another rhythm or first day concerns more than this one. Choose from here on, or the whole routine.');
        }
        $own = $entry->changes()->where('recurrence_id', $recurrenceId)->first();
        $fields = $own->fields ?? [];
        foreach (self::OWN as $name) {
            if (array_key_exists($name, $values->columns) && $values->columns[$name] !== $entry->getAttribute($name)) {
                $fields[$name] = $values->columns[$name];
            }
        }
        $columns = ['fields' => $fields];
        if (SeriesColumns::place($new->placement) !== SeriesColumns::place($old->placement)) {
            $columns += SeriesColumns::moved(self::onDayOf($new->placement, $own === null || $own->start === null ? $old->startOf($recurrenceId) : SeriesOf::moment($own->start)));
        }
        $this->touch->apply($entry, $recurrenceId, $columns);
        $entry->version++;
        $entry->save();

        return $entry;
    }

    private function onward(Entry $entry, Series $old, EntryValues $values, string $recurrenceId): Entry
    {
        $cut = $old->startOf($recurrenceId);
        $sameDay = $values->series !== null && $values->series->placement->start->dayNumber() === $old->placement->start->dayNumber();
        $before = (string) $entry->start;
        $tail = $this->split->at($entry, $recurrenceId);

        return $this->whole($tail, $values, $sameDay ? $cut : null, $before);
    }

    /** @param  LocalDateTime|null  $day stands for the first day, when only what comes from it on is meant */
    private function whole(Entry $entry, EntryValues $values, ?LocalDateTime $day, ?string $shownStart = null): Entry
    {
        $old = SeriesOf::mendable($entry);
        $new = $values->series;
        $columns = $values->columns;
        if ($new !== null && $day !== null) {
            $rule = $new->rule !== null && $old?->rule !== null && $new->rule->ending(null, null) == $old->rule->ending(null, null) && $new->rule->count !== null
                ? $old->rule : $new->rule;
            $new = new Series('', self::onDayOf($new->placement, $day), $rule, $new->extra, $new->except, $new->afterDone, $new->breaks);
            if (is_string($columns['due'] ?? null) && $shownStart !== null) {
                $columns['due'] = DueWithStart::moved($columns['due'], $shownStart, (string) $day->date());
            }
        }
        $new = $new === null ? null : self::startingOnRule($new);
        SaveSeries::into($entry, $new, $columns);
        if ($old !== null) {
            $this->rekey->apply($entry, $old, $new, fn (LocalDateTime $date): LocalDateTime => $new === null ? $date
                : LocalDateTime::fromSeconds($date->dayNumber() * 86400 + $new->placement->start->seconds - $new->placement->start->dayNumber() * 86400));
        }

        return $entry;
    }

    /** A start that its rule does not choose gives way to the first one it does. */
    private static function startingOnRule(Series $series): Series
    {
        if ($series->rule === null || $series->afterDone || $series->rule->namesTimes()) {
            return $series;
        }
        $first = RecurrenceSet::firstOnOrAfter($series->rule, $series->placement->start) ?? $series->placement->start;

        return new Series($series->id, $series->placement->startingAt($first), $series->rule, $series->extra, $series->except, $series->afterDone, $series->breaks);
    }

    private static function onDayOf(Placement $placement, LocalDateTime $day): Placement
    {
        return $placement->startingAt($placement->start->plusSeconds(($day->dayNumber() - $placement->start->dayNumber()) * 86400));
    }
}
