<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** Series and their changes in, occurrences out, as someone in a zone sees them. */
final readonly class Timeline
{
    /** No two zones are further apart than 26 hours. */
    private const FURTHEST_ZONES = 26 * 3600;

    public function __construct(private Zone $viewer)
    {
    }

    /**
     * The occurrences that touch a window of the viewer's wall time, by start.
     *
     * @param  list<Change>  $changes  of this series; for one that counts after it is done all of them, else at least
     *                                 those whose recurrence id or whose new place lies near the window
     * @return list<Occurrence>
     */
    public function occurrences(Series $series, array $changes, TimeRange $window): array
    {
        $byId = [];
        foreach ($changes as $change) {
            $byId[$change->recurrenceId] = $change;
        }
        $length = $series->placement->end()->seconds - $series->placement->start->seconds;
        $around = TimeRange::of(
            $window->from->plusSeconds(-$length - self::FURTHEST_ZONES),
            $window->to->plusSeconds(self::FURTHEST_ZONES),
        );
        $found = [];
        foreach ($this->starts($series, $changes, $around) as $start) {
            $id = $series->recurrenceId($start);
            $change = $byId[$id] ?? null;
            unset($byId[$id]);
            $found[] = $this->occurrence($series, $id, $start, $change);
        }
        foreach ($byId as $id => $change) {
            $found[] = $this->strayed($series, (string) $id, $change);
        }
        $found = array_values(array_filter($found, fn (?Occurrence $o): bool => $o !== null && $o->seen->touches($window)));
        usort($found, fn (Occurrence $a, Occurrence $b): int => $a->seen->from->seconds <=> $b->seen->from->seconds);

        return $found;
    }

    /**
     * @param  list<Change>  $changes
     * @return iterable<LocalDateTime>
     */
    private function starts(Series $series, array $changes, TimeRange $around): iterable
    {
        $afterDone = $series->afterDone();
        if ($afterDone === null) {
            return $series->recurrenceSet()->between($around->from, $around->to);
        }
        $finishes = [];
        $starts = [];
        foreach ($changes as $change) {
            $start = $this->parsed($series, $change->recurrenceId);
            if ($start === null || ($change->doneAt === null && ! $change->skipped)) {
                continue;
            }
            $finishes[] = $change->doneAt === null ? $start : $this->viewer->wall($change->doneAt);
            $starts[$start->seconds] = $start;
        }
        $open = $afterDone->open($finishes);
        if ($open !== null) {
            $starts[$open->seconds] = $open;
        }

        return array_values($starts);
    }

    private function occurrence(Series $series, string $id, LocalDateTime $start, ?Change $change): ?Occurrence
    {
        if ($change !== null && $change->skipped) {
            return null;
        }
        $placement = $change->placement ?? $series->placement->startingAt($start);

        return new Occurrence($series->id, $id, $placement, $placement->seenFrom($this->viewer), $change);
    }

    /** One whose recurrence id lies elsewhere: moved into the window, or done before the rule was changed. */
    private function strayed(Series $series, string $id, Change $change): ?Occurrence
    {
        if ($change->placement === null && $change->doneAt === null) {
            return null;
        }
        $start = $this->parsed($series, $id);
        if ($start === null) {
            return null;
        }
        $belongs = $change->doneAt !== null || $series->afterDone || $series->recurrenceSet()->includes($start);

        return $belongs ? $this->occurrence($series, $id, $start, $change) : null;
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
