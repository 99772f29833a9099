<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Schedule\Change;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
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
     * Done and skipped occurrences are not reminded of.
     *
     * @param  list<Change>  $changes
     * @param  list<Trigger>  $triggers
     * @param  int  $after  Unix seconds, not included
     * @param  int  $until  Unix seconds, included
     * @return list<Moment> in order of time
     */
    public function between(Series $series, array $changes, array $triggers, int $after, int $until): array
    {
        if ($triggers === []) {
            return [];
        }
        $reach = max(array_map(fn (Trigger $trigger): int => $trigger->reach(), $triggers));
        $window = TimeRange::of($this->viewer->wall($after)->plusSeconds(-86400), $this->viewer->wall($until + $reach)->plusSeconds(86400));
        $moments = [];
        foreach ((new Timeline($this->viewer, $this->marks))->occurrences($series, $changes, $window) as $occurrence) {
            if ($occurrence->isDone()) {
                continue;
            }
            foreach ($triggers as $trigger) {
                $at = $trigger->moment($occurrence->placement, $this->viewer);
                if ($at > $after && $at <= $until) {
                    $moments[] = new Moment($occurrence, $trigger, $at);
                }
            }
        }
        usort($moments, fn (Moment $a, Moment $b): int => $a->at <=> $b->at);

        return $moments;
    }
}
