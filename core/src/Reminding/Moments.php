<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Planning\Due;
use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Schedule\Change;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** Which reminders of an entry fall into a stretch of time. */
final readonly class Moments
{
    /** @param  DayMarks  $marks  the viewer's working days */
    public function __construct(private Zone $viewer, private DayMarks $marks = new DayMarks)
    {
    }

    /**
     * Done, skipped and let-go occurrences are not reminded of.
     *
     * @param  list<Change>  $changes
     * @param  list<Trigger>  $triggers
     * @param  int  $after  Unix seconds, not included
     * @param  int  $until  Unix seconds, included
     * @param  string|null  $due  of the first occurrence
     * @param  int  $travel  minutes before the start
     * @return list<Moment> in order of time
     */
    public function between(Series $series, array $changes, array $triggers, int $after, int $until, ?string $due = null, int $travel = 0): array
    {
        if ($triggers === []) {
            return [];
        }
        $reach = max(array_map(fn (Trigger $trigger): int => $trigger->reach(), $triggers)) + $travel * 60;
        // What is reckoned from its end or its due time may fall long after it began, what is due before it began long before.
        $length = $series->placement->end()->seconds - $series->placement->start->seconds;
        $offset = $due === null ? 0 : Due::parse($due)->day()->dayNumber() - $series->placement->start->dayNumber();
        $window = TimeRange::of(
            $this->viewer->wall($after)->plusSeconds(-86400 - max($length, ($offset + 1) * 86400, 0)),
            $this->viewer->wall($until + $reach)->plusSeconds(86400 + max(0, -$offset) * 86400),
        );
        $moments = [];
        foreach ((new Timeline($this->viewer, $this->marks))->occurrences($series, $changes, $window) as $occurrence) {
            if ($occurrence->isDone() || $occurrence->isLetGo()) {
                continue;
            }
            foreach ($triggers as $trigger) {
                $at = $trigger->moment($occurrence->placement, $this->viewer, $this->dueOf($series, $occurrence, $due), $travel);
                if ($at !== null && $at > $after && $at <= $until) {
                    $moments[] = new Moment($occurrence, $trigger, $at);
                }
            }
        }
        usort($moments, fn (Moment $a, Moment $b): int => $a->at <=> $b->at);

        return $moments;
    }

    /**
     * Of a task that has no place yet only what is reckoned from its due time can be said.
     *
     * @param  list<Trigger>  $triggers
     * @param  int  $after  Unix seconds, not included
     * @param  int  $until  Unix seconds, included
     * @return list<array{trigger: Trigger, at: int}>
     */
    public function ofUnscheduled(string $due, array $triggers, int $after, int $until): array
    {
        $moments = [];
        foreach ($triggers as $trigger) {
            $at = $trigger->momentOfDue($due, $this->viewer);
            if ($at !== null && $at > $after && $at <= $until) {
                $moments[] = ['trigger' => $trigger, 'at' => $at];
            }
        }

        return $moments;
    }

    private function dueOf(Series $series, Occurrence $occurrence, ?string $due): ?string
    {
        return $due === null || ! $series->isRoutine() ? $due
            : Due::ofOccurrence($due, $series->placement->start->date(), LocalDate::parse(substr($occurrence->recurrenceId, 0, 10)));
    }
}
