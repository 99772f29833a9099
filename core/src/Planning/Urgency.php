<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Zone;

/**
 * What presses most in the basket comes first: late by its due date, the longest first; due within a week, or meant for
 * this week, or to be asked after; due later; no date at all. In each the earlier date goes before, then what is more
 * important, then the order by hand. What is not to be touched yet comes last of what has a date.
 */
final readonly class Urgency
{
    public const GROUPS = ['late', 'soon', 'later', 'none'];

    private const SOON = 7;

    public function __construct(private Zone $zone, private LocalDate $today, private int $now)
    {
    }

    /** @return 'late'|'soon'|'later'|'none' */
    public function group(UnscheduledTask $one): string
    {
        if ($one->due?->isLate($this->zone, $this->now)) {
            return 'late';
        }
        $day = $this->day($one);
        if ($day === null) {
            return 'none';
        }

        return $day->dayNumber() - $this->today->dayNumber() <= self::SOON && ! $this->rests($one) ? 'soon' : 'later';
    }

    /** Whether nothing is to be done about it yet. */
    public function rests(UnscheduledTask $one): bool
    {
        $until = $one->notBefore ?? ($one->due === null ? $one->askAgain ?? $one->around : null);

        return $until !== null && $this->today->isBefore($until);
    }

    /**
     * @param  list<UnscheduledTask>  $all
     * @return list<UnscheduledTask>
     */
    public function inOrder(array $all): array
    {
        $keys = [];
        foreach ($all as $i => $one) {
            $day = $this->day($one);
            $keys[$i] = [
                array_search($this->group($one), self::GROUPS, true),
                $this->rests($one),
                $day === null ? PHP_INT_MAX : $day->dayNumber(),
                Importance::weight($one->importance),
                $one->position,
                $i,
            ];
        }
        asort($keys);

        return array_map(fn (int $i): UnscheduledTask => $all[$i], array_keys($keys));
    }

    /** The day that its turn is reckoned by: the first of what there is. */
    private function day(UnscheduledTask $one): ?LocalDate
    {
        $days = array_filter([$one->due?->day(), $one->around, $one->askAgain, $one->notBefore]);
        usort($days, fn (LocalDate $a, LocalDate $b): int => $a->dayNumber() <=> $b->dayNumber());

        return $days[0] ?? null;
    }
}
