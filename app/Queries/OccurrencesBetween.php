<?php

declare(strict_types=1);

namespace App\Queries;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\User;
use App\Reading\ChangeRow;
use App\Reading\EntryRow;
use App\Reading\EntryRows;
use App\Reading\OverrideRows;
use App\Reading\RoutineHalves;
use Carbon\CarbonImmutable;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\CarryOver;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Schedule\Density;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** What of an account touches a stretch of its wall time; the database narrows, the core computes. */
final readonly class OccurrencesBetween
{
    /** Of one entry on a day, on average; more are counted, not shown. */
    private const MOST_A_DAY = Density::MOST_A_DAY + 12;

    public function __construct(private DaysOff $daysOff, private Unreadable $unreadable, private RoutineHalves $halves, private EntryRows $entryRows, private OverrideRows $overrideRows)
    {
    }

    /** @return list<Seen> by start */
    public function find(User $user, TimeRange $window): array
    {
        $seen = [];
        $starts = [];
        $begins = (new Timeline($user->timeZone()))->beginning($window);
        foreach ($this->each($user, $window) as $one) {
            $seen[] = $one;
            $starts[] = $begins($one->occurrence);
        }
        asort($starts); // keeps the order of the entries where starts are equal

        return array_map(fn (int $i): Seen => $seen[$i], array_keys($starts));
    }

    /**
     * @param  list<string>|null  $only  the entries that matter, where not all do
     * @return iterable<Seen> entry by entry, none kept: for what only counts them
     */
    public function each(User $user, TimeRange $window, ?array $only = null): iterable
    {
        $from = (string) $window->from->date()->plusDays(-2);
        $to = (string) $window->to->date()->plusDays(2);
        $today = $user->wallNow()->date();
        $holdsToday = TimeRange::days($today, 1)->touches($window);
        $entries = $this->entryRows->between(Visible::to($user), $from, $to, $holdsToday ? (string) $today : null, $only);
        $changes = $this->overrideRows->between(Visible::to($user), $entries, $from, $to);
        $areas = Visible::to($user)->areaOfCalendar();
        $timeline = new Timeline($user->timeZone(), $this->daysOff->marks($user));
        $carryOver = $window->from->seconds < $today->plusDays(1)->startOfDay()->seconds ? new CarryOver($timeline, $today) : null;
        $this->halves->forget();
        $most = self::MOST_A_DAY * (intdiv($window->to->seconds - $window->from->seconds, 86400) + 4);
        foreach ($entries as $entry) {
            try {
                $seen = $this->ofEntry($entry, $changes[$entry->id] ?? [], $areas, $timeline, $this->isFollowed($user, $entry->id, $today) ? null : $carryOver, $window, $holdsToday, $most);
            } catch (InvalidTime|InvalidRule $fault) {
                $this->unreadable->failed($entry->id, $entry->title, $fault);

                continue;
            }
            yield from $seen;
        }
    }

    /** Whether the next half of a routine that was cut has come: then what was missed of this one is missed for good. */
    private function isFollowed(User $user, string $entryId, LocalDate $today): bool
    {
        $from = $this->halves->followedOn($user, $entryId);

        return $from !== null && $from <= (string) $today;
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
        foreach ([TimeRange::of($window->from->plusSeconds(-60 * max(1, ...array_column($rows, 'margin'))), $window->from), TimeRange::of($window->to, $window->to->plusSeconds(60 * max(1, ...array_column($rows, 'travel'))))] as $beside) {
            foreach ($this->each($user, $beside, $ids) as $one) {
                if (! $one->block->seen->touches($window)) {
                    yield $one->block;
                }
            }
        }
    }

    /**
     * @param  list<ChangeRow>  $changes
     * @param  array<string, string>  $areas  by calendar
     * @return list<Seen>
     *
     * @throws InvalidTime|InvalidRule when a row holds what cannot be reckoned with
     */
    private function ofEntry(EntryRow $entry, array $changes, array $areas, Timeline $timeline, ?CarryOver $carryOver, TimeRange $window, bool $holdsToday, int $most): array
    {
        $series = SeriesOf::entry($entry);
        if ($series === null) {
            return [];
        }
        $byId = [];
        $coreChanges = [];
        foreach ($changes as $change) {
            $byId[$change->recurrence_id] = $change;
            $coreChanges[] = SeriesOf::change($change);
        }
        $isTask = $entry->kind === 'task';
        $missed = $isTask && $entry->missed === Missed::Roll->value ? $carryOver?->missed($series, $coreChanges) : null;
        $occurrences = $timeline->occurrences($series, $coreChanges, $window, $most);
        $shown = self::MOST_A_DAY * max(1, intdiv($window->to->seconds - $window->from->seconds, 86400));
        if (count($occurrences) > $shown) {
            $length = $series->placement->end()->seconds - $series->placement->start->seconds;
            $all = count($series->recurrenceSet()->between($window->from->plusSeconds(-max(0, $length - 1)), $window->to));
            $this->unreadable->cut($entry->id, $entry->title, $shown, max(0, $all - $shown));
            $occurrences = array_slice($occurrences, 0, $shown);
        }
        if ($missed !== null) {
            // It stands on today, and no longer where it was missed.
            $occurrences = array_filter($occurrences, fn (Occurrence $one): bool => $one->recurrenceId !== $missed->recurrenceId);
            $occurrences = $holdsToday ? [...$occurrences, $carryOver->onToday($missed)] : $occurrences;
        }
        $now = CarbonImmutable::now()->getTimestamp();
        $seen = [];
        foreach ($occurrences as $occurrence) {
            if ($occurrence->isLetGo()) {
                continue;
            }
            $details = $occurrence->details;
            $block = new Block($entry->id.'|'.$occurrence->recurrenceId, $occurrence->seen, $occurrence->placement->allDay, $isTask, $details->busy, $occurrence->isDone(), $details->travel,
                $details->estimate ?? ($occurrence->since === null || $series->placement->allDay ? null : $series->placement->length), $details->margin, $details->tentative);
            $occurrence->isAfterDue(); // what cannot be told of one is found here, not while a view is made of all
            $seen[] = new Seen($entry, $occurrence, $byId[$occurrence->recurrenceId] ?? null, $block, $areas[$details->calendar_id] ?? $entry->area_id, $isTask && $occurrence->isLate($timeline->viewer, $now));
        }

        return $seen;
    }
}
