<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\User;
use App\Reading\EntryRow;
use App\Reading\EntryRows;
use App\Reading\OverrideRow;
use App\Reading\OverrideRows;
use Carbon\CarbonImmutable;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\CarryOver;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Schedule\Density;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;
use Throwable;

/** What of an account touches a stretch of its wall time; the database narrows, the core computes. */
final readonly class OccurrencesBetween
{
    /** Of one entry on a day, on average; more are counted, not shown. */
    private const MOST_A_DAY = Density::MOST_A_DAY + 12;

    public function __construct(
        private DaysOff $daysOff,
        private Unreadable $unreadable,
        private RolledOn $rolledOn,
        private EntryRows $entryRows,
        private OverrideRows $overrideRows,
    ) {
    }

    /**
     * @param  (\Closure(EntryRow, list<OverrideRow>): bool)|null  $which  entries, where not all matter
     * @return list<ResolvedOccurrence> by start
     */
    public function find(User $user, TimeRange $window, ?\Closure $which = null): array
    {
        $seen = [];
        $starts = [];
        $begins = (new Timeline($user->timeZone()))->beginning($window);
        foreach ($this->ofEach($user, [$window], which: $which) as $one) {
            $seen[] = $one;
            $starts[] = $begins($one->occurrence);
        }
        asort($starts); // keeps the order of the entries where starts are equal

        return array_map(fn (int $i): ResolvedOccurrence => $seen[$i], array_keys($starts));
    }

    /**
     * @param  list<string>|null  $only  the entries that matter, where not all do
     * @return iterable<ResolvedOccurrence> entry by entry, none kept: for what only counts them
     */
    public function each(User $user, TimeRange $window, ?array $only = null): iterable
    {
        return $this->ofEach($user, [$window], $only);
    }

    /**
     * What touches any of some stretches, with one look into the database: they may lie far from one another.
     *
     * @param  list<TimeRange>  $windows
     * @param  list<string>|null  $only  the entries that matter, where not all do
     * @param  (\Closure(EntryRow, list<OverrideRow>): bool)|null  $which  of those, by what is there of them: the entry and what
     *   makes its occurrences differ
     * @param  bool  $withLetGo  with what was decided against
     * @param  bool  $rolls  whether what has rolled on stands on today; else where it was missed
     * @return iterable<ResolvedOccurrence> entry by entry
     */
    public function ofEach(
        User $user,
        array $windows,
        ?array $only = null,
        ?\Closure $which = null,
        bool $withLetGo = false,
        bool $rolls = true,
    ): iterable {
        if ($windows === []) {
            return;
        }
        $from = min(
            array_map(fn (TimeRange $one): string => (string) $one->from->date()->plusDays(-Zone::FURTHEST_DAYS), $windows),
        );
        $to = max(array_map(fn (TimeRange $one): string => (string) $one->to->date()->plusDays(Zone::FURTHEST_DAYS), $windows));
        $today = $user->wallNow()->date();
        $holdToday = array_map(fn (TimeRange $one): bool => $rolls && TimeRange::days($today, 1)->touches($one), $windows);
        $entries =
            $only === null
                ? $this->entryRows->between(
                    Visible::to($user),
                    $from,
                    $to,
                    in_array(true, $holdToday, true) ? (string) $today : null,
                )
                : $this->entryRows->named(Visible::to($user), $only);
        $changes = $this->overrideRows->near(Visible::to($user), $entries, $from, $to, $only === null);
        $areas = Visible::to($user)->areaOfCalendar();
        $timeline = new Timeline($user->timeZone(), $this->daysOff->marks($user));
        $rolledOn =
            $rolls && $this->concernsWhatRollsOn($windows, $today) ? $this->rolledOn->ofAll($user, $entries, $today) : [];
        $carryOver = new CarryOver($timeline, $today);
        $now = CarbonImmutable::now()->getTimestamp();
        foreach ($entries as $entry) {
            if ($which !== null && ! $which($entry, $changes[$entry->id] ?? [])) {
                continue;
            }
            $seen = [];
            if ($entry->odd !== []) {
                $this->unreadable->odd($entry->id, $entry->title, $entry->odd);
            }
            try {
                $rolled = $rolledOn[$entry->id] ?? null;
                $rows = $rolled === null ? $changes[$entry->id] ?? [] : [...$rolled['rows'], ...$changes[$entry->id] ?? []];
                $series = SeriesOf::entry($entry);
                if ($series === null) {
                    continue;
                }
                foreach ($windows as $i => $window) {
                    $onToday = $rolled !== null && $holdToday[$i] ? $carryOver->onToday($rolled['missed']) : null;
                    $seen = [
                        ...$seen,
                        ...$this->ofEntry(
                            $entry,
                            $series,
                            $rows,
                            $areas,
                            $timeline,
                            $rolled['missed'] ?? null,
                            $onToday,
                            $window,
                            $now,
                            $withLetGo,
                        ),
                    ];
                }
            } catch (Throwable $fault) {
                $this->unreadable->failed($entry->id, $entry->title, $fault);

                continue;
            }
            yield from $seen;
        }
    }

    /**
     * Whether any of these reaches up to today, where it stands, or lies in the days from which something may have rolled on.
     *
     * @param  list<TimeRange>  $windows
     */
    private function concernsWhatRollsOn(array $windows, LocalDate $today): bool
    {
        $days = TimeRange::days($today->plusDays(-CarryOver::FURTHEST), CarryOver::FURTHEST + 1);

        return array_filter($windows, fn (TimeRange $one): bool => $one->touches($days)) !== [];
    }

    /**
     * What lies beside a stretch and reaches into it only by its travel or its margin: it counts in the load of those days,
     * and is not shown there. A day's load is the same through whatever window it is seen.
     *
     * @return iterable<Block>
     */
    public function reaching(User $user, TimeRange $window): iterable
    {
        $rows = $this->entryRows->reaching(Visible::to($user));
        if ($rows === []) {
            return;
        }
        $ids = array_values(array_unique(array_column($rows, 'id')));
        foreach (
            [
                TimeRange::of($window->from->plusSeconds(-60 * max(1, ...array_column($rows, 'margin'))), $window->from),
                TimeRange::of($window->to, $window->to->plusSeconds(60 * max(1, ...array_column($rows, 'travel')))),
            ] as $beside
        ) {
            foreach ($this->each($user, $beside, $ids) as $one) {
                if (! $one->block->seen->touches($window)) {
                    yield $one->block;
                }
            }
        }
    }

    /**
     * @param  list<OverrideRow>  $changes
     * @param  array<string, string>  $areas  by calendar
     * @return list<ResolvedOccurrence>
     *
     * @throws InvalidTime|InvalidRule when a row holds what cannot be reckoned with
     */
    private function ofEntry(
        EntryRow $entry,
        Series $series,
        array $changes,
        array $areas,
        Timeline $timeline,
        ?Occurrence $missed,
        ?Occurrence $onToday,
        TimeRange $window,
        int $now,
        bool $withLetGo,
    ): array {
        $most = self::MOST_A_DAY * (intdiv($window->to->seconds - $window->from->seconds, 86400) + 4);
        $byId = [];
        $coreChanges = [];
        foreach ($changes as $change) {
            $byId[$change->recurrence_id] = $change;
            $coreChanges[$change->recurrence_id] = SeriesOf::override($change);
        }
        $isTask = $entry->kind === 'task';
        $occurrences = $timeline->occurrences($series, array_values($coreChanges), $window, $most);
        $shown = self::MOST_A_DAY * max(1, intdiv($window->to->seconds - $window->from->seconds, 86400));
        if (count($occurrences) > $shown) {
            $length = $series->placement->end()->seconds - $series->placement->start->seconds;
            $all = count($series->recurrenceSet()->between($window->from->plusSeconds(-max(0, $length - 1)), $window->to));
            $this->unreadable->cut($entry->id, $entry->title, $shown, max(0, $all - $shown));
            $occurrences = array_slice($occurrences, 0, $shown);
        }
        if ($missed !== null) {
            // It stands on today, and no longer where it was missed.
            $occurrences = array_filter(
                $occurrences,
                fn (Occurrence $one): bool => $one->recurrenceId !== $missed->recurrenceId,
            );
            $occurrences = $onToday === null ? $occurrences : [...$occurrences, $onToday];
        }
        $seen = [];
        foreach ($occurrences as $occurrence) {
            if (! $withLetGo && $occurrence->isLetGo()) {
                continue;
            }
            $details = $occurrence->details;
            $block = new Block(
                $entry->id.'|'.$occurrence->recurrenceId,
                $occurrence->seen,
                $occurrence->placement->allDay,
                $isTask,
                $details->busy,
                $occurrence->isDone(),
                $details->before(),
                $details->estimate ??
                    ($occurrence->since === null || $series->placement->allDay ? null : $series->placement->length),
                $details->after(),
                $details->tentative,
            );
            $occurrence->isAfterDue(); // what cannot be told of one is found here, not while a view is made of all
            $seen[] = new ResolvedOccurrence(
                $entry,
                $occurrence,
                $byId[$occurrence->recurrenceId] ?? null,
                $block,
                $areas[$details->calendar_id] ?? $entry->area_id,
                $isTask && $occurrence->isLate($timeline->viewer, $now),
            );
        }

        return $seen;
    }
}
