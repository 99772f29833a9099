<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** Which reminders of an entry fall into a stretch of time; a list of Moment, by the instant. */
final readonly class Moments
{
    /** @param  DayMarks  $marks  the viewer's working days */
    public function __construct(private Zone $viewer, private DayMarks $marks = new DayMarks())
    {
    }

    /**
     * Done, skipped and let-go occurrences are not reminded of.
     *
     * @param  list<Override>  $changes
     * @param  list<Trigger>  $triggers  all that any of them may have
     * @param  int  $after  Unix seconds, not included
     * @param  int  $until  Unix seconds, included
     * @param  (\Closure(Occurrence): list<Trigger>)|null  $of  those that one of them has, where not each has all
     * @return list<Moment> in order of time
     */
    public function between(Series $series, array $changes, array $triggers, int $after, int $until, ?\Closure $of = null): array
    {
        if ($triggers === []) {
            return [];
        }
        [$travel, $earliest, $latest] = self::spread($series, $changes);
        $reach = max(array_map(fn (Trigger $trigger): int => $trigger->reach(), $triggers)) + $travel * 60;
        // What is reckoned from its end or its due time may fall long after it began, what is due before it began long before.
        $length = $series->placement->end()->seconds - $series->placement->start->seconds;
        $window = TimeRange::of(
            $this->viewer->wall($after)->plusSeconds(-86400 - max($length, ($latest + 1) * 86400, 0)),
            $this->viewer->wall($until + $reach)->plusSeconds(86400 + max(0, -$earliest) * 86400),
        );
        $moments = [];
        foreach ((new Timeline($this->viewer, $this->marks))->occurrences($series, $changes, $window) as $occurrence) {
            if ($occurrence->isDone() || $occurrence->isLetGo()) {
                continue;
            }
            foreach ($of === null ? $triggers : $of($occurrence) as $trigger) {
                $at = $trigger->moment($occurrence->placement, $this->viewer, $occurrence->due(), $occurrence->details->travel);
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

    /**
     * How far what reminders are reckoned from may lie from where an occurrence stands.
     *
     * @param  list<Override>  $changes
     * @return array{int, int, int} the longest travel in minutes; days from an occurrence to its due date, the least and the most
     */
    private static function spread(Series $series, array $changes): array
    {
        $days = fn (string $due, LocalDateTime $start): int => Due::parse($due)->day()->dayNumber() - $start->dayNumber();
        $due = $series->details->due;
        $travels = [$series->details->travel];
        $offsets = $due === null ? [0] : [0, $days($due, $series->placement->start)];
        foreach ($changes as $change) {
            $details = $series->details->with($change->own);
            $travels[] = $details->travel;
            $own = array_key_exists('due', $change->own) ? $details->due : null;
            try {
                $start = $series->startOf($change->recurrenceId);
            } catch (InvalidTime) {
                continue; // of a time when it had hours, or had none
            }
            if ($own !== null) {
                $offsets[] = $days($own, $start);
            }
            if ($change->placement !== null && ($own !== null || $due !== null)) {
                $offsets[] =
                    $own === null
                        ? $days((string) $due, $series->placement->start) +
                            $start->dayNumber() -
                            $change->placement->start->dayNumber()
                        : $days($own, $change->placement->start);
            }
        }

        return [max($travels), min($offsets), max($offsets)];
    }
}
