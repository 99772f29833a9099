<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Schedule\Change;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * Which missed occurrence of a rolling task stands on today.
 *
 * Nothing is written down each morning: the answer follows from what was done and from what day it is, so it is the same
 * however long nobody looked, and there is never more than one. The latest one before today decides. Where the next one
 * has come, an earlier one is missed for good.
 */
final readonly class CarryOver
{
    /** Days looked back, the shorter way first. */
    private const LOOKS = [8, 64, 400];

    public function __construct(private Timeline $timeline, private LocalDate $today)
    {
    }

    /**
     * @param  list<Change>  $changes  all of the series
     * @return Occurrence|null the occurrence as it stands on its own day; null when nothing has rolled on
     */
    public function missed(Series $series, array $changes): ?Occurrence
    {
        foreach ($this->looks($series) as $days) {
            $found = $this->timeline->occurrences($series, $changes, TimeRange::days($this->today->plusDays(-$days), $days + 1));
            $latest = end($found);
            if ($latest !== false) {
                return $this->isMissed($latest) ? $latest : null;
            }
        }

        return null;
    }

    /** The same one on today: in the day's list, for its hours are over. */
    public function onToday(Occurrence $missed): Occurrence
    {
        return $missed->onDay($this->today, $missed->seen->from->date());
    }

    /** How many mornings it has rolled on. */
    public function times(Occurrence $onToday): int
    {
        return $onToday->since === null ? 0 : $this->today->dayNumber() - $onToday->since->dayNumber();
    }

    private function isMissed(Occurrence $one): bool
    {
        $today = $this->today->startOfDay()->seconds;

        return ! $one->isDone() && ! $one->isLetGo() && $one->seen->from->seconds < $today && $one->seen->to->seconds <= $today;
    }

    /** @return list<int> */
    private function looks(Series $series): array
    {
        if ($series->isRoutine()) {
            return self::LOOKS;
        }

        // What happens once may have been moved anywhere, by itself or by its change.
        return [max(self::LOOKS[0], $this->today->dayNumber() - $series->placement->start->dayNumber() + 2)];
    }
}
