<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Split;
use PlumRota\Core\Schedule\Successor;
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
                return $this->whole($entry, $values);
            }

            return match ($scope) {
                Scope::One => $this->one($entry, $old, $values, $recurrenceId),
                Scope::Onward => $this->onward($entry, $old, $values, $recurrenceId),
                Scope::Whole => $this->whole($entry, $values),
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
        $before = (string) $entry->start;
        $tail = $this->split->at($entry, $recurrenceId);
        $new = $values->series;
        if ($new === null || $new->placement->start->dayNumber() !== $old->placement->start->dayNumber()) {
            return $this->whole($tail, $values);
        }
        $cutOff = SeriesOf::mendable($tail);
        $columns = $values->columns;
        if (is_string($columns['due'] ?? null)) {
            $columns['due'] = DueWithStart::moved($columns['due'], $before, (string) $cut->date());
        }
        $isSameRule = (string) $new->rule === (string) $old->rule;
        $rule = $isSameRule || ($new->rule !== null && $old->rule !== null && $new->rule->count !== null && $new->rule->ending(null, null) == $old->rule->ending(null, null))
            ? $cutOff?->rule : $new->rule;
        $isSame = $isSameRule && SeriesColumns::place($new->placement) === SeriesColumns::place($old->placement);
        $start = $isSame && $cutOff !== null ? $cutOff->placement->start : Split::startOfTail($old, $cut, $new);
        $new = new Series('', $new->placement->startingAt($start), $rule, $cutOff->extra ?? [], $cutOff->except ?? [], $new->afterDone, $new->breaks);

        return $this->whole($tail, new EntryValues($new, $columns));
    }

    /** Where the dates stay, every instance keeps its recurrence id, and a start besides the rule its place. */
    private function whole(Entry $entry, EntryValues $values): Entry
    {
        $old = SeriesOf::mendable($entry);
        $new = $values->series;
        if ($old !== null && $new !== null && $new->hasRhythmOf($old)) {
            SaveSeries::into($entry, $new, $values->columns);

            return $entry;
        }
        $new = $new?->startingOnRule();
        if ($old !== null && $new !== null) {
            $new = self::withSingleDates($old, $new);
        }
        SaveSeries::into($entry, $new, $values->columns);
        if ($old !== null) {
            $this->rekey->apply($entry, $old, $new, fn (LocalDateTime $date): LocalDateTime => $new === null ? $date : (new Successor($old, $new))->of($date));
        }

        return $entry;
    }

    /** Single dates that were not touched go along to the new hours. */
    private static function withSingleDates(Series $old, Series $new): Series
    {
        $dates = fn (Series $series, string $which): array => array_map(strval(...), $which === 'extra' ? $series->extra : $series->except);
        $along = array_map((new Successor($old, $new))->of(...), [...$old->extra, ...$old->except]);
        $extra = $dates($new, 'extra') === $dates($old, 'extra') ? array_slice($along, 0, count($old->extra)) : $new->extra;
        $except = $dates($new, 'except') === $dates($old, 'except') ? array_slice($along, count($old->extra)) : $new->except;

        return new Series($new->id, $new->placement, $new->rule, $extra, $except, $new->afterDone, $new->breaks);
    }

    private static function onDayOf(Placement $placement, LocalDateTime $day): Placement
    {
        return $placement->startingAt($placement->start->plusSeconds(($day->dayNumber() - $placement->start->dayNumber()) * 86400));
    }
}
