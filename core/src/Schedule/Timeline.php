<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** From series and their overrides to occurrences, on the walls of a viewer's time zone. */
final readonly class Timeline
{
    /** @param  DayMarks  $marks  the viewer's working days, less holidays and days away */
    public function __construct(public Zone $viewer, private DayMarks $marks = new DayMarks())
    {
    }

    /**
     * The occurrences that touch a window of the viewer's wall time, in the order in which they begin: where clocks are
     * changed that is not the order of the times on the wall.
     *
     * @param  list<Override>  $changes  of this series; for one that counts after it is done all of them, else at least
     *                                 those whose recurrence id or whose new place lies near the window
     * @param  int  $most  instances of the rule that are looked at; the first ones
     * @return list<Occurrence>
     */
    public function occurrences(Series $series, array $changes, TimeRange $window, int $most = RecurrenceSet::MOST): array
    {
        $byId = [];
        foreach ($changes as $change) {
            $byId[$change->recurrenceId] = $change;
        }
        $length = $series->placement->end()->seconds - $series->placement->start->seconds;
        // On one's own walls nothing stands elsewhere than it is seen, unless clocks are changed near it.
        $isOwnWall = $series->placement->allDay || ($series->placement->zone ?? $this->viewer) === $this->viewer;
        $apart =
            $isOwnWall && $this->viewer->isSteady($window->from->plusSeconds(-$length), $window->to)
                ? 0
                : Zone::FURTHEST_SECONDS;
        $around = TimeRange::of($window->from->plusSeconds(-$length - $apart), $window->to->plusSeconds($apart));
        $found = [];
        $stands = $this->stands($series, $changes, $around);
        foreach (
            $stands === null ? $this->starts($series, $changes, $around, $most) : array_column($stands, 'id') as $i => $start
        ) {
            $id = $series->recurrenceId($start);
            $change = $byId[$id] ?? null;
            unset($byId[$id]);
            $one = $this->occurrence($series, $id, $stands[$i]['at'] ?? $start, $change);
            if ($one !== null && $one->seen->touches($window)) {
                $found[] = $one;
            }
        }
        foreach ($byId as $id => $change) {
            $one = $this->strayed($series, (string) $id, $change);
            if ($one !== null && $one->seen->touches($window)) {
                $found[] = $one;
            }
        }

        return $this->inOrder($found, $window);
    }

    /**
     * By when they begin, and by recurrence id where they begin together. Most are in order already: only what was moved is not, and
     * what lies near a change of clocks.
     *
     * @param  list<Occurrence>  $found
     * @return list<Occurrence>
     */
    private function inOrder(array $found, TimeRange $window): array
    {
        $begins = array_map($this->beginning($window), $found);
        for ($i = 1, $number = count($found); $i < $number; $i++) {
            if ([$begins[$i - 1], $found[$i - 1]->recurrenceId] > [$begins[$i], $found[$i]->recurrenceId]) {
                $ids = array_map(fn (Occurrence $one): string => $one->recurrenceId, $found);
                array_multisort($begins, SORT_NUMERIC, $ids, SORT_STRING, $found);
                break;
            }
        }

        return $found;
    }

    /**
     * What occurrences of a window are ordered by. Where clocks are set back, an earlier time on the wall may come later.
     *
     * @return \Closure(Occurrence): int seconds
     */
    public function beginning(TimeRange $window): \Closure
    {
        return $this->viewer->isSteady($window->from, $window->to)
            ? fn (Occurrence $one): int => $one->seen->from->seconds
            : fn (Occurrence $one): int => $one->placement->startsAt($this->viewer);
    }

    /**
     * @param  list<Override>  $changes
     * @return list<array{id: LocalDateTime, at: LocalDateTime}>|null null where every occurrence stands where its rule puts it
     */
    private function stands(Series $series, array $changes, TimeRange $around): ?array
    {
        if ($series->breaks === null) {
            return null;
        }
        $adjusted = $this->adjusted($series, $series->breaks);
        if ($series->afterDone) {
            $stands = [];
            [$finished, $open] = $this->afterDone($series, $changes);
            foreach ($finished as $id) {
                $stands[] = ['id' => $id, 'at' => $adjusted->firstFrom($id) ?? $id];
            }
            $at = $open === null ? null : $adjusted->firstFrom($open);

            return $open === null || $at === null ? $stands : [...$stands, ['id' => $open, 'at' => $at]];
        }

        return $adjusted->between($around->from, $around->to);
    }

    private function adjusted(Series $series, Breaks $breaks): AdjustedSet
    {
        return new AdjustedSet(
            $series->recurrenceSet(),
            $this->marks,
            $breaks->offDay,
            $breaks->seasons,
            $breaks->pauses,
            $breaks->lead,
        );
    }

    /** Where the start that a recurrence id names is sent by a day off or a lead; the start itself where a break takes it out. */
    private function sent(Series $series, LocalDateTime $start): LocalDateTime
    {
        return $series->breaks === null || $series->afterDone || ! $series->isRoutine()
            ? $start
            : $this->adjusted($series, $series->breaks)->stands($start) ?? $start;
    }

    /**
     * @param  list<Override>  $changes
     * @return list<LocalDateTime>
     */
    private function starts(Series $series, array $changes, TimeRange $around, int $most): array
    {
        if (! $series->afterDone || $series->rule === null) {
            return $series->recurrenceSet()->between($around->from, $around->to, $most);
        }
        [$finished, $open] = $this->afterDone($series, $changes);

        return $open === null ? $finished : [...$finished, $open];
    }

    /**
     * Of a routine that counts from its last finish: those that were finished, and the one that is open.
     *
     * @param  list<Override>  $changes
     * @return array{list<LocalDateTime>, LocalDateTime|null}
     */
    private function afterDone(Series $series, array $changes): array
    {
        $finishes = [];
        $starts = [];
        foreach ($changes as $change) {
            $start = $this->parsed($series, $change->recurrenceId);
            if ($start === null || ($change->doneAt === null && $change->letGoAt === null && ! $change->skipped)) {
                continue;
            }
            $finishes[] = $change->doneAt === null ? $start : $this->viewer->wall($change->doneAt);
            $starts[$start->seconds] = $start;
        }
        $starts = array_values($starts);

        return [$starts, $series->afterDone()?->open($finishes, $starts)];
    }

    /**
     * One occurrence by its recurrence id, whatever became of it; null where it was skipped, or where that names no time of the
     * series.
     */
    public function one(Series $series, string $id, ?Override $change): ?Occurrence
    {
        $start = $this->parsed($series, $id);

        return $start === null ? null : $this->occurrence($series, $id, $this->sent($series, $start), $change);
    }

    private function occurrence(Series $series, string $id, LocalDateTime $start, ?Override $change): ?Occurrence
    {
        if ($change !== null && $change->skipped) {
            return null;
        }
        $placement = $change->placement ?? $series->placement->startingAt($start);

        $details = $change === null ? $series->details : $series->details->with($change->own);

        return new Occurrence(
            $series->id,
            $id,
            $placement,
            $placement->seenFrom($this->viewer),
            $change,
            $details,
            self::dueDays($series, $id, $start, $change),
            $series->isRoutine(),
        );
    }

    /** By how many days the due date of a routine has gone along; one of its own stays. */
    private static function dueDays(Series $series, string $id, LocalDateTime $start, ?Override $change): int
    {
        if (
            $series->details->due === null ||
            $id === Series::ONCE ||
            ($change !== null && array_key_exists('due', $change->own))
        ) {
            return 0;
        }

        // What leads up to something is due where its lead puts it.
        $day = $series->breaks?->lead === null ? LocalDate::parse(substr($id, 0, 10))->dayNumber() : $start->dayNumber();

        return $day - $series->placement->start->dayNumber();
    }

    /** One whose recurrence id lies elsewhere: moved into the window, or done before the rule was changed. */
    private function strayed(Series $series, string $id, Override $change): ?Occurrence
    {
        if ($change->placement === null && $change->doneAt === null && $change->letGoAt === null) {
            return null;
        }
        $start = $this->parsed($series, $id);
        if ($start === null) {
            return null;
        }
        $belongs =
            $change->doneAt !== null ||
            $change->letGoAt !== null ||
            // Of what counts from its last finish one is open; what another was moved to is of no account any more.
            (! $series->afterDone && $series->recurrenceSet()->includes($start));

        return $belongs ? $this->occurrence($series, $id, $this->sent($series, $start), $change) : null;
    }

    private function parsed(Series $series, string $id): ?LocalDateTime
    {
        try {
            return $series->startOf($id);
        } catch (InvalidTime) {
            return null;
        }
    }
}
