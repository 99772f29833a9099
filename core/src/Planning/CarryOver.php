<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
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
    /** Days looked back for the latest one, the shorter way first: most routines have one within the first. */
    public const LOOKS = [8, 64, self::FURTHEST];

    /** Days after which what was missed does not stand on today any more. */
    public const FURTHEST = 400;

    public function __construct(private Timeline $timeline, private LocalDate $today)
    {
    }

    /**
     * @param  callable(LocalDate, LocalDate): list<Override>  $changes  of the series near a stretch of days, given the first and
     *   the last
     * @return Occurrence|null the occurrence as it stands on its own day; null when nothing has rolled on
     */
    public function missed(Series $series, callable $changes): ?Occurrence
    {
        foreach ($this->looks($series) as $days) {
            $latest = $this->latest($series, $changes($this->today->plusDays(-$days), $this->today), $days);
            if ($latest !== null) {
                return $this->isMissed($latest) ? $latest : null;
            }
        }

        return null;
    }

    /**
     * The latest occurrence up to today, whatever became of it; it decides.
     *
     * @param  list<Override>  $changes  of the series near that many days before today
     * @return Occurrence|null null where there is none in those days
     */
    public function latest(Series $series, array $changes, int $days): ?Occurrence
    {
        $found = $this->timeline->occurrences($series, $changes, TimeRange::days($this->today->plusDays(-$days), $days + 1));

        return $found === [] ? null : $found[count($found) - 1];
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

    /** Whether the latest one is over and was not done: then it has rolled on. */
    public function isMissed(Occurrence $one): bool
    {
        $today = $this->today->startOfDay()->seconds;

        return ! $one->isDone() && ! $one->isLetGo() && $one->seen->from->seconds < $today && $one->seen->to->seconds <= $today;
    }

    /** @return list<int> how many days to look back, one after the other */
    public function looks(Series $series): array
    {
        if ($series->isRoutine()) {
            $gap = $series->rule === null ? 0 : $series->rule->freq->longestDays() * $series->rule->interval;
            $looks = array_values(array_filter(self::LOOKS, fn (int $days): bool => $days > $gap));

            return $looks === [] ? [self::FURTHEST] : $looks;
        }

        // What happens once may have been moved anywhere, by itself or by its change.
        return [max(self::LOOKS[0], $this->today->dayNumber() - $series->placement->start->dayNumber() + 2)];
    }
}
