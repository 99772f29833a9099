<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\LocalDateTime;

/**
 * A recurrence set with its breaks applied: only in its seasons, not in its pauses, and on days off as it was asked for; of what leads up
 * to something, so long before it. The ideas are not those of iCalendar; how others are told the same is in the application's Interchange.
 *
 * An occurrence keeps the recurrence id that its rule gives it, wherever a day off sends it.
 */
final readonly class AdjustedSet
{
    /** A day off sends an occurrence no further than this many days. */
    public const FURTHEST = 60;

    /**
     * @param  list<Season>  $seasons  none stands for all the year
     * @param  list<Pause>  $pauses
     * @param  Lead|null  $lead  how long before an occurrence it stands; the breaks are those of what it leads up to
     */
    public function __construct(
        private RecurrenceSet $set,
        private DayMarks $marks = new DayMarks(),
        private OffDay $offDay = OffDay::Keep,
        private array $seasons = [],
        private array $pauses = [],
        private ?Lead $lead = null,
    ) {
    }

    /**
     * The occurrences that stand in a window, in order.
     *
     * @return list<array{id: LocalDateTime, at: LocalDateTime}> the start its rule gives it, and where it stands
     */
    public function between(LocalDateTime $from, LocalDateTime $to): array
    {
        $reach =
            (($this->offDay === OffDay::Before || $this->offDay === OffDay::After ? self::FURTHEST : 0) +
                ($this->lead?->reach() ?? 0)) *
            86400;
        $found = [];
        foreach ($this->set->between($from->plusSeconds(-$reach), $to->plusSeconds($reach)) as $id) {
            $at = $this->stands($id);
            if ($at === null || $at->seconds < $from->seconds || $at->seconds >= $to->seconds) {
                continue;
            }
            // Of several that come to stand at the same time there is one: the one that belongs there, else the first.
            if (! isset($found[$at->seconds]) || $at->seconds === $id->seconds) {
                $found[$at->seconds] = ['id' => $id, 'at' => $at];
            }
        }
        ksort($found);

        return array_values($found);
    }

    /**
     * Where something stands that has to come once, as what is counted from its last finish has: on its day, or on the first
     * after it that lies in a season and in no pause; a day off sends it on, or back where that is wished.
     *
     * @return LocalDateTime|null null when no such day comes within ten years
     */
    public function firstFrom(LocalDateTime $id): ?LocalDateTime
    {
        for ($days = 0; $days < 3660; $days++) {
            $at = $this->stands($id->plusSeconds($days * 86400));
            if ($at !== null && ($days === 0 || $at->seconds >= $id->seconds)) {
                return $at;
            }
        }

        return null;
    }

    /** Where the occurrence of an id stands; null where a break takes it out. */
    public function stands(LocalDateTime $id): ?LocalDateTime
    {
        $at = $this->withinBreaks($id);
        if ($at === null || $this->lead === null) {
            return $at;
        }
        $day = $at->dayNumber();

        return $at->plusSeconds(($this->lead->before($day + $this->lead->shift, $this->marks) - $day) * 86400);
    }

    private function withinBreaks(LocalDateTime $id): ?LocalDateTime
    {
        $day = $id->dayNumber();
        if (! $this->isOpen($day)) {
            return null;
        }
        if ($this->offDay === OffDay::Keep || $this->marks->isWorking($day)) {
            return $id;
        }
        $other = $this->offDay === OffDay::Skip ? null : $this->marks->nearest($day, $this->offDay === OffDay::After);

        return $other === null || ! $this->isOpen($other) ? null : $id->plusSeconds(($other - $day) * 86400);
    }

    /** Whether a day lies in a season and in no pause. */
    private function isOpen(int $day): bool
    {
        foreach ($this->pauses as $pause) {
            if ($pause->holds($day)) {
                return false;
            }
        }
        foreach ($this->seasons as $season) {
            if ($season->holds($day)) {
                return true;
            }
        }

        return $this->seasons === [];
    }
}
