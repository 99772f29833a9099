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
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Split;
use PlumRota\Core\Schedule\Successor;
use PlumRota\Core\Time\LocalDateTime;

/**
 * Saves an entry as its sheet shows it: for one occurrence, from one on, or for the whole.
 *
 * The start that is sent is that of the whole routine. From here on its day stands for the day of the cut, and for one
 * occurrence for that one's own day. The due date that is sent is that of the occurrence, where one is named.
 */
final readonly class ChangeEntry
{
    /** What a routine has once for all of its occurrences, with its name on the screen. */
    private const OF_ALL = [
        'kind' => 'its kind',
        'missed' => 'what becomes of it when it is missed',
        'off_day' => 'its days off',
        'seasons' => 'its seasons',
        'pauses' => 'its pauses',
        'overlaps' => 'whether it may lie on itself',
    ];

    /** What the sheet cannot change for one occurrence: what all share, and the rhythm itself. */
    public const SHARED = [
        'kind',
        'missed',
        'off_day',
        'seasons',
        'pauses',
        'overlaps',
        'rule',
        'after_done',
        'extra_dates',
        'except_dates',
        'lead_ups',
    ];

    private const RHYTHM = [
        'start',
        'all_day',
        'rule',
        'after_done',
        'extra_dates',
        'except_dates',
        'off_day',
        'seasons',
        'pauses',
        'due',
    ];

    private const PLACE = ['start', 'end', 'all_day', 'zone', 'end_zone', 'floating'];

    public function __construct(
        private WritePath $writes,
        private WriteOverride $overrides,
        private SplitRoutine $split,
        private RekeyOverrides $rekey,
        private ProtectedBlocks $protected,
        private KeepLeadUps $leadUps,
    ) {
    }

    /**
     * @param  bool  $mayCover  whether it may come to lie over protected blocks
     *
     * @throws StaleEntry|CannotReschedule|NoSuchOccurrence|IsProtected
     */
    public function change(
        User $user,
        Entry $entry,
        EntryValues $values,
        Scope $scope,
        ?string $recurrenceId,
        ?int $version,
        bool $mayCover = false,
    ): Entry {
        return $this->writes->run($user, "Changed “{$entry->title}”", function () use (
            $user,
            $entry,
            $values,
            $scope,
            $recurrenceId,
            $version,
            $mayCover,
        ): Entry {
            $entry->refresh();
            StaleEntry::check($entry, $version);
            self::requireOwnRhythm($entry, $values, $scope);
            $old = SeriesOf::mendable($entry);
            if (! $mayCover && $values->has('rule', ...self::PLACE)) {
                $this->protected->keepFree($user, $this->wished($old, $values, $scope, $recurrenceId), $entry->id);
            }
            if ($old === null || ! $old->isRoutine() || $recurrenceId === null) {
                return $this->withLeadUps($user, $this->whole($entry, $values), $values);
            }
            $due = $values->columns['due'] ?? null;
            if ($scope === Scope::Whole && $values->has('due') && is_string($due)) {
                $values = $values->with($values->series, [
                    'due' => DueWithStart::moved(
                        $due,
                        (string) $old->startOf($recurrenceId)->date(),
                        (string) $old->placement->start->date(),
                    ),
                ]);
            }

            $changed = match ($scope) {
                Scope::One => $this->one($entry, $old, $values, $recurrenceId),
                Scope::Onward => $this->onward($entry, $old, $values, $recurrenceId),
                Scope::Whole => $this->whole($entry, $values),
            };

            return $scope === Scope::One ? $changed : $this->withLeadUps($user, $changed, $values);
        });
    }

    private function withLeadUps(User $user, Entry $entry, EntryValues $values): Entry
    {
        if ($values->leadUps !== null && $values->has('lead_ups')) {
            $this->leadUps->keep($user, $entry, $values->leadUps);
        }

        return $entry;
    }

    /** @throws CannotReschedule where the days of a lead-up would be changed, which are those of what it leads up to */
    private static function requireOwnRhythm(Entry $entry, EntryValues $values, Scope $scope): void
    {
        if ($scope === Scope::One && $values->has('lead_ups') && $values->leadUps !== KeepLeadUps::lines($entry)) {
            throw new CannotReschedule(
                'All of a routine share what leads up to it. Choose from here on, or the whole routine.',
            );
        }
        if ($scope === Scope::One || ! $entry->isRoutine() || $entry->leads_to === null) {
            return;
        }
        $is =
            $values->series === null
                ? null
                : [...SeriesColumns::of($values->series), ...array_intersect_key($values->columns, array_flip(self::RHYTHM))];
        $old = $entry->only(self::RHYTHM);
        if ($is === null || array_intersect_key($is, $old) != $old) {
            throw new CannotReschedule(
                'It comes before each of another routine. Change the rhythm there, or move this one alone.',
            );
        }
    }

    /** What would come to stand: of one occurrence its own place, else all of them. */
    private function wished(?Series $old, EntryValues $values, Scope $scope, ?string $recurrenceId): Series|Placement|null
    {
        return $scope === Scope::One && $old !== null && $old->isRoutine() && $recurrenceId !== null && $values->series !== null
            ? self::onDayOf($values->series->placement, $old->startOf($recurrenceId))
            : $values->series;
    }

    private function one(Entry $entry, Series $old, EntryValues $values, string $recurrenceId): Entry
    {
        $new = $values->series;
        if (
            $new === null ||
            (string) $new->rule !== (string) $old->rule ||
            $new->afterDone !== $old->afterDone ||
            $new->placement->start->dayNumber() !== $old->placement->start->dayNumber()
        ) {
            throw new CannotReschedule(
                'Another rhythm or first day concerns more than this one. Choose from here on, or the whole routine.',
            );
        }
        $ofAll = array_filter(
            self::OF_ALL,
            fn (string $name): bool => array_key_exists($name, $values->columns) &&
                $values->columns[$name] !== $entry->getAttribute($name),
            ARRAY_FILTER_USE_KEY,
        );
        if (
            $ofAll !== [] ||
            array_map(strval(...), $new->extra) !== array_map(strval(...), $old->extra) ||
            array_map(strval(...), $new->except) !== array_map(strval(...), $old->except)
        ) {
            throw new CannotReschedule(
                'All of a routine share '.
                    (implode(', ', $ofAll) ?: 'its single dates').
                    '. Choose from here on, or the whole routine.',
            );
        }
        $fields = $entry->overrides()->where('recurrence_id', $recurrenceId)->first()->fields ?? [];
        $columns = ['fields' => $this->own($entry, $values, $fields, $old, $recurrenceId)];
        if ($values->has(...self::PLACE)) {
            $start = $old->startOf($recurrenceId);
            $columns +=
                SeriesColumns::place($new->placement) === SeriesColumns::place($old->placement)
                    ? SeriesColumns::NOT_MOVED
                    : SeriesColumns::moved(self::onDayOf($new->placement, $start));
        }
        $this->overrides->apply($entry, $recurrenceId, $columns);
        $entry->version++;
        $entry->save();

        return $entry;
    }

    /**
     * What one occurrence has of its own after a save: of what was sent whatever differs from the whole.
     *
     * @param  array<string, mixed>  $fields  what it had
     * @return array<string, mixed>
     */
    private function own(Entry $entry, EntryValues $values, array $fields, Series $old, string $recurrenceId): array
    {
        foreach (Details::OWN as $name) {
            if (! array_key_exists($name, $values->columns) || ! $values->has($name === 'own_reminders' ? 'reminders' : $name)) {
                continue;
            }
            $all = $entry->getAttribute($name);
            if ($name === 'due' && is_string($all)) {
                $all = DueWithStart::moved(
                    $all,
                    (string) $old->placement->start->date(),
                    (string) $old->startOf($recurrenceId)->date(),
                );
            }
            if ($values->columns[$name] === $all) {
                unset($fields[$name]);
            } else {
                $fields[$name] = $values->columns[$name];
            }
        }
        // Reminders are a list and whether it counts: one is nothing without the other.
        if (array_key_exists('reminders', $fields) || array_key_exists('own_reminders', $fields)) {
            $fields += ['own_reminders' => $entry->own_reminders, 'reminders' => $entry->reminders];
        }

        return $fields;
    }

    private function onward(Entry $entry, Series $old, EntryValues $values, string $recurrenceId): Entry
    {
        $cut = $old->startOf($recurrenceId);
        $before = (string) $entry->start;
        $tail = $this->split->at($entry, $recurrenceId);
        $new = $values->series;
        if ($new === null) {
            return $this->whole($tail, $values);
        }
        // Of several a day the one that was chosen goes on, where the rhythm alone is changed and names no hours.
        $isChosenHour = $old->namesTimes() &&
            ! $new->namesTimes() &&
            SeriesColumns::place($new->placement) === SeriesColumns::place($old->placement);
        $hour = $cut->seconds - $cut->date()->startOfDay()->seconds;
        // Single dates before the cut stay with the head, whether or not others were added.
        $new = new Series(
            '',
            $isChosenHour ? $new->placement->startingAt($new->placement->start->date()->startOfDay()->plusSeconds($hour)) : $new->placement,
            $new->rule,
            self::from($cut, $new->extra),
            self::from($cut, $new->except),
            $new->afterDone,
            $new->breaks,
        );
        if ($new->placement->start->dayNumber() !== $old->placement->start->dayNumber()) {
            return $this->whole($tail, $values->with($new, []));
        }
        $cutOff = SeriesOf::mendable($tail);
        $columns = $values->columns;
        if (is_string($columns['due'] ?? null) && ! $values->has('due')) {
            $columns['due'] = DueWithStart::moved($columns['due'], $before, (string) $cut->date());
        }
        $isSameRule = (string) $new->rule === (string) $old->rule;
        $rule =
            $isSameRule ||
            ($new->rule !== null &&
                $old->rule !== null &&
                $new->rule->count !== null &&
                $new->rule->ending(null, null) == $old->rule->ending(null, null))
                ? $cutOff?->rule
                : $new->rule;
        $isSame = $isSameRule && SeriesColumns::place($new->placement) === SeriesColumns::place($old->placement);
        $start = $isSame && $cutOff !== null ? $cutOff->placement->start : Split::startOfTail($old, $cut, $new);
        $new = new Series(
            '',
            $new->placement->startingAt($start),
            $rule,
            $new->extra,
            $new->except,
            $new->afterDone,
            $new->breaks,
        );

        return $this->whole($tail, $values->with($new, $columns));
    }

    /**
     * @param  list<LocalDateTime>  $dates
     * @return list<LocalDateTime> those from a day on
     */
    private static function from(LocalDateTime $day, array $dates): array
    {
        return array_values(array_filter($dates, fn (LocalDateTime $date): bool => $date->dayNumber() >= $day->dayNumber()));
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
            $this->rekey->apply(
                $entry,
                $old,
                $new,
                fn (LocalDateTime $date): LocalDateTime => $new === null ? $date : (new Successor($old, $new))->of($date),
            );
        }

        return $entry;
    }

    /** Single dates that were not touched go along to the new hours. */
    private static function withSingleDates(Series $old, Series $new): Series
    {
        $dates = fn (Series $series, string $which): array => array_map(
            strval(...),
            $which === 'extra' ? $series->extra : $series->except,
        );
        $along = array_map((new Successor($old, $new))->of(...), [...$old->extra, ...$old->except]);
        $extra = $dates($new, 'extra') === $dates($old, 'extra') ? array_slice($along, 0, count($old->extra)) : $new->extra;
        $except = $dates($new, 'except') === $dates($old, 'except') ? array_slice($along, count($old->extra)) : $new->except;

        return new Series($new->id, $new->placement, $new->rule, $extra, $except, $new->afterDone, $new->breaks);
    }

    private static function onDayOf(Placement $placement, LocalDateTime $day): Placement
    {
        return $placement->startingAt(
            $placement->start->plusSeconds(($day->dayNumber() - $placement->start->dayNumber()) * 86400),
        );
    }
}
