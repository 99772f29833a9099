<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use App\Reading\EntryRow;
use App\Reading\OverrideRows;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Recurrence\CommonRhythms;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\SeriesInWords;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\PlannableDays;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** Where a rhythm lands before it is saved: its sentence, twelve months of days, and the next dates with what they meet. */
final readonly class RhythmPreview
{
    private const NEXT = 6;

    private const MOST_COUNTED = 5000;

    /** Days ahead in which the next ones are looked for first, and at the most. */
    private const FIRST_DAYS = 8;

    private const FURTHEST_DAYS = 8192;

    public function __construct(private OccurrencesBetween $occurrences, private DaysOff $daysOff, private OverrideRows $overrides)
    {
    }

    /**
     * @param  string|null  $entryId  the entry being edited, which does not meet itself
     * @param  string|null  $due  of the occurrence that is named, else of the first
     * @param  string|null  $recurrenceId  of the entry as it is saved
     * @return array<string, mixed> the schema RhythmPreview of the contract
     */
    public function show(User $user, Series $series, ?string $entryId, ?string $due = null, ?string $recurrenceId = null): array
    {
        $entry = $entryId === null ? null : Visible::to($user)->entries()->find($entryId);
        $old = $entry === null ? null : SeriesOf::mendable($entry);
        $series = $old !== null && $series->hasRhythmOf($old) ? $series : $series->startingOnRule();
        $rule = $series->rule;
        $today = $user->wallNow()->date();
        $first = LocalDate::of($today->year, $today->month, 1);
        $last = Gregorian::dayNumber($today->year + 1, $today->month, 1);
        $months = TimeRange::days($first, $last - $first->dayNumber());
        $timeline = new Timeline($user->timeZone(), $this->daysOff->marks($user));
        $lands = [];
        foreach ($timeline->occurrences($series, [], $months) as $occurrence) {
            for (
                $day = $occurrence->seen->from->dayNumber();
                $day <= max($occurrence->seen->from->dayNumber(), $occurrence->seen->to->plusSeconds(-1)->dayNumber());
                $day++
            ) {
                $lands[$day] = (string) LocalDate::fromDayNumber($day);
            }
        }
        ksort($lands);

        return [
            'rule' => $rule === null ? null : (string) $rule,
            'start' => $series->placement->startText(),
            'sentence' => SeriesInWords::of($series, $user->region(), $today) ?? 'once',
            'count' => $this->count($series, $timeline),
            'lands' => array_values($lands),
            'lands_from' => (string) $first,
            'next' => $this->next($user, $series, $timeline, $entry),
            'after_due' => $due !== null &&
                Due::parse($due)->isMissedBy(self::placed($series, $old, $recurrenceId)->seenFrom($user->timeZone())->to),
            'presses' => array_map(strval(...), CommonRhythms::from($series->placement->start->date())),
        ];
    }

    /** Where the occurrence that is edited would stand. */
    private static function placed(Series $series, ?Series $old, ?string $recurrenceId): Placement
    {
        try {
            $days =
                $old === null || $recurrenceId === null
                    ? 0
                    : $old->startOf($recurrenceId)->dayNumber() - $old->placement->start->dayNumber();
        } catch (InvalidTime) {
            $days = 0;
        }

        return $series->placement->startingAt($series->placement->start->plusSeconds($days * 86400));
    }

    /** How often it comes in all, with its seasons, pauses and days off; null when it does not end, or not soon. */
    private function count(Series $series, Timeline $timeline): ?int
    {
        $rule = $series->rule;
        if ($rule === null) {
            return 1;
        }
        if ($series->afterDone) {
            return $rule->count;
        }
        if ($rule->count === null && $rule->until === null) {
            return null;
        }
        $starts = $series->recurrenceSet()->next(self::MOST_COUNTED + 1);
        if (count($starts) > self::MOST_COUNTED) {
            return null;
        }

        return $starts === [] ? 0 : count($timeline->occurrences($series, [], self::around($series, $starts[0], end($starts))));
    }

    /** Where the occurrences of some starts may stand: a day off, or another zone, puts them elsewhere. */
    private static function around(Series $series, LocalDateTime $first, LocalDateTime $last): TimeRange
    {
        $beside = 86400 * (Zone::FURTHEST_DAYS + ($series->breaks === null ? 0 : AdjustedSet::FURTHEST));
        $length = $series->placement->end()->seconds - $series->placement->start->seconds;

        return TimeRange::of($first->plusSeconds(-$beside), $last->plusSeconds($beside + $length));
    }

    /**
     * The next ones that land: further and further ahead, until there are enough or no more come.
     *
     * @param  list<Override>  $changes
     * @return list<Occurrence>
     */
    private function upcoming(User $user, Series $series, Timeline $timeline, array $changes): array
    {
        $closed = [];
        foreach ($changes as $change) {
            $closed[$change->recurrenceId] = $change->skipped || $change->doneAt !== null || $change->letGoAt !== null;
        }
        $today = $user->wallNow()->date()->startOfDay();
        // A day off may put the first one before the start.
        $from = $today->seconds > $series->placement->start->seconds ? $today : $series->placement->start;
        $isNext = fn (Occurrence $one): bool => ! ($closed[$one->recurrenceId] ?? false) &&
            $one->placement->start->seconds >= $today->seconds;
        if ($series->afterDone) {
            $ever = TimeRange::of(
                LocalDate::of(PlannableDays::FIRST_YEAR, 1, 1)->startOfDay(),
                LocalDate::of(PlannableDays::LAST_YEAR, 12, 31)->startOfDay(),
            );

            return array_values(
                array_filter(
                    $timeline->occurrences($series, $changes, $ever),
                    fn (Occurrence $one): bool => ! ($closed[$one->recurrenceId] ?? false),
                ),
            );
        }
        $found = [];
        for ($days = self::FIRST_DAYS; count($found) < self::NEXT && $days <= self::FURTHEST_DAYS; $days *= 4) {
            $window = self::around($series, $from, $from->plusSeconds(86400 * $days));
            $found = array_values(array_filter($timeline->occurrences($series, [], $window, self::MOST_COUNTED), $isNext));
        }

        return array_slice($found, 0, self::NEXT);
    }

    /** @return list<array<string, mixed>> */
    private function next(User $user, Series $series, Timeline $timeline, ?Entry $entry): array
    {
        $upcoming = $this->upcoming($user, $series, $timeline, $entry === null ? [] : $this->changes($user, $entry));
        $others = array_filter(
            $this->others($user, $upcoming),
            fn (ResolvedOccurrence $seen): bool => $seen->entry->id !== $entry?->id,
        );

        return array_map(
            fn (Occurrence $one): array => [
                'start' => $one->placement->allDay ? (string) $one->seen->from->date() : (string) $one->seen->from,
                'end' => $one->placement->allDay ? (string) $one->seen->to->date() : (string) $one->seen->to,
                'all_day' => $one->placement->allDay,
                'meets' => $this->met($one, $others),
            ],
            $upcoming,
        );
    }

    /**
     * @return list<Override> what became of occurrences of the entry, from lately on; all of one that counts from its finishes
     */
    private function changes(User $user, Entry $entry): array
    {
        $since = $user->wallNow()->date()->plusDays(-1);

        return array_map(SeriesOf::override(...), $this->overrides->since($entry, (string) $since));
    }

    /**
     * @param  list<Occurrence>  $upcoming
     * @return list<ResolvedOccurrence>
     */
    private function others(User $user, array $upcoming): array
    {
        $timed = array_filter($upcoming, fn (Occurrence $one): bool => ! $one->placement->allDay && $one->seen->minutes() > 0);

        return iterator_to_array(
            $this->occurrences->ofEach(
                $user,
                array_values(array_map(fn (Occurrence $one): TimeRange => $one->seen, $timed)),
                which: fn (EntryRow $entry, array $rows): bool => ! $entry->all_day || $rows !== [],
            ),
            preserve_keys: false,
        );
    }

    /**
     * @param  array<int, ResolvedOccurrence>  $others
     * @return list<array{title: string, start: string, end: string}>
     */
    private function met(Occurrence $one, array $others): array
    {
        $own = new Block('', $one->seen, $one->placement->allDay, true, true);
        $met = [];
        foreach ($others as $other) {
            if (Conflicts::among([$own, $other->block]) !== []) {
                $met[$other->key()] = [
                    'title' => $other->title(),
                    'start' => (string) $other->occurrence->seen->from,
                    'end' => (string) $other->occurrence->seen->to,
                ];
            }
        }

        return array_values($met);
    }
}
