<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/**
 * How something was kept up. What can still be done counts for nothing yet; what was skipped or lay in a pause is not among the
 * marks, so it breaks no row. With an aim of so many times a week the weeks are counted instead of the times.
 */
final readonly class HabitRecord
{
    /**
     * @param  int  $due  times, or weeks with an aim
     * @param  int  $kept  of them
     * @param  int  $late  of those kept, done after their day; 0 with an aim
     * @param  int  $row  how many were kept one after the other up to now
     * @param  int  $longest  the longest such row
     * @param  list<array{due: int, kept: int}>  $weekdays  times by weekday, Monday first
     * @param  float  $sum  of what was measured
     * @param  int|null  $since  number of the day of the first mark
     * @param  bool  $isWhole  whether every one of them was kept: then an earlier time may belong to the present row
     */
    private function __construct(
        public int $due,
        public int $kept,
        public int $late,
        public int $row,
        public int $longest,
        public array $weekdays,
        public float $sum,
        public ?int $since,
        public bool $isWhole,
    ) {
    }

    /**
     * @param  list<HabitMark>  $marks  in any order
     * @param  int|null  $aim  times a week; null: each time it comes
     * @param  LocalDate  $today  a week that is not over counts once its aim is reached
     */
    public static function of(array $marks, ?int $aim, Weekday $firstWeekday, LocalDate $today): self
    {
        $marks = self::inOrder($marks);
        $weekdays = array_fill(0, 7, ['due' => 0, 'kept' => 0]);
        $sum = 0.0;
        $late = 0;
        $results = [];
        foreach ($marks as $mark) {
            if (! $mark->outcome->isDue()) {
                continue;
            }
            $isKept = $mark->outcome->isDone();
            $results[] = $isKept;
            $late += $mark->outcome === Outcome::Late ? 1 : 0;
            $weekday = Weekday::ofDayNumber($mark->day)->value - 1;
            $weekdays[$weekday]['due']++;
            $weekdays[$weekday]['kept'] += $isKept ? 1 : 0;
            $sum += $isKept ? $mark->measured ?? 0 : 0;
        }
        if ($aim !== null) {
            $results = self::weeks($marks, $aim, $firstWeekday, $today);
            $late = 0;
        }
        [$row, $longest] = self::rows($results);

        return new self(
            count($results),
            count(array_filter($results)),
            $late,
            $row,
            $longest,
            $weekdays,
            $sum,
            $marks === [] ? null : $marks[0]->day,
            $results !== [] && ! in_array(false, $results, true),
        );
    }

    /**
     * Most are in order already, which is cheaper to see than to sort.
     *
     * @param  list<HabitMark>  $marks
     * @return list<HabitMark>
     */
    private static function inOrder(array $marks): array
    {
        $before = PHP_INT_MIN;
        foreach ($marks as $mark) {
            if ($mark->at < $before) {
                usort($marks, fn (HabitMark $a, HabitMark $b): int => $a->at <=> $b->at);

                return $marks;
            }
            $before = $mark->at;
        }

        return $marks;
    }

    /**
     * @param  list<HabitMark>  $marks  in order
     * @return list<bool> whether each week reached the aim, from that of the first mark on
     */
    private static function weeks(array $marks, int $aim, Weekday $firstWeekday, LocalDate $today): array
    {
        if ($marks === []) {
            return [];
        }
        $weekOf = fn (int $day): int => LocalDate::fromDayNumber($day)->startOfWeek($firstWeekday)->dayNumber();
        $done = $due = [];
        foreach ($marks as $mark) {
            $week = $weekOf($mark->day);
            $due[$week] = true;
            $done[$week] = ($done[$week] ?? 0) + ($mark->outcome->isDone() ? 1 : 0);
        }
        $results = [];
        foreach (array_keys($due) as $week) {
            $isOver = $week + 7 <= $today->dayNumber();
            if ($isOver || $done[$week] >= $aim) {
                $results[] = $done[$week] >= $aim;
            }
        }

        return $results;
    }

    /**
     * @param  list<bool>  $results
     * @return array{int, int} the row up to the end, and the longest
     */
    private static function rows(array $results): array
    {
        $row = $longest = 0;
        foreach ($results as $isKept) {
            $row = $isKept ? $row + 1 : 0;
            $longest = max($longest, $row);
        }

        return [$row, $longest];
    }
}
