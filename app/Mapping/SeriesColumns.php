<?php

declare(strict_types=1);

namespace App\Mapping;

use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\PlannableDays;
use PlumRota\Core\Time\Zone;

/** The core's objects as columns of the database. */
final class SeriesColumns
{
    /** A routine with more instances than this is kept open-ended rather than counted out. */
    private const MOST_COUNTED = 2000;

    /** The first day that can be planned. */
    private const FROM_THE_FIRST = PlannableDays::FIRST_YEAR.'-01-01';

    /** @return array<string, mixed> */
    public static function of(Series $series): array
    {
        $offDay = $series->breaks?->offDay;
        $first = array_reduce(
            $series->extra,
            fn (LocalDateTime $first, LocalDateTime $date): LocalDateTime => $date->seconds < $first->seconds ? $date : $first,
            $series->placement->start,
        );
        $text = fn (LocalDateTime $date): string => $series->placement->allDay ? (string) $date->date() : (string) $date;

        return [
            ...self::place($series->placement),
            'rule' => $series->rule === null ? null : (string) $series->rule,
            'after_done' => $series->afterDone,
            'extra_dates' => array_map($text, $series->extra),
            'except_dates' => array_map($text, $series->except),
            // Done before its start, the next one may lie before it.
            'first_day' => $series->afterDone ? self::FROM_THE_FIRST : (string) $first
                ->date()
                ->plusDays(
                    -Zone::FURTHEST_DAYS -
                        ($offDay === OffDay::Before ? AdjustedSet::FURTHEST : 0) -
                        ($series->breaks?->lead?->reach() ?? 0),
                ),
            'last_day' => self::lastDay($series),
            ...$series->rule === null ? ['off_day' => 'keep', 'seasons' => [], 'pauses' => []] : [],
        ];
    }

    /** @return array{all_day: bool, start: string, length: int, zone: string|null} */
    public static function place(Placement $placement): array
    {
        return [
            'all_day' => $placement->allDay,
            'start' => $placement->startText(),
            'length' => $placement->length,
            'zone' => $placement->zone?->name,
        ];
    }

    /** The columns of a change whose occurrence stands where its rule puts it. */
    public const NOT_MOVED = [
        'all_day' => null,
        'start' => null,
        'length' => null,
        'zone' => null,
        'moved_from' => null,
        'moved_to' => null,
    ];

    /** @return array{all_day: bool, start: string, length: int, zone: string|null, moved_from: string, moved_to: string} */
    public static function moved(Placement $placement): array
    {
        return [
            ...self::place($placement),
            'moved_from' => (string) $placement->start->date()->plusDays(-Zone::FURTHEST_DAYS),
            'moved_to' => (string) $placement->end()->date()->plusDays(Zone::FURTHEST_DAYS),
        ];
    }

    private static function lastDay(Series $series): ?string
    {
        $length = $series->placement->end()->seconds - $series->placement->start->seconds;
        $rule = $series->rule;
        if ($series->afterDone || ($rule !== null && $rule->count === null && $rule->until === null)) {
            return null;
        }
        if ($rule?->count !== null && $rule->count > self::MOST_COUNTED) {
            return null;
        }
        $last = $series->placement->start->seconds;
        if ($rule?->until !== null) {
            $last = max($last, $rule->until->lastSecond($series->placement->zone));
        } elseif ($rule !== null) {
            foreach ($series->recurrenceSet()->next(self::MOST_COUNTED) as $date) {
                $last = $date->seconds;
            }
        }
        foreach ($series->extra as $date) {
            $last = max($last, $date->seconds);
        }

        return (string) LocalDateTime::fromSeconds($last + $length)
            ->date()
            ->plusDays(
                Zone::FURTHEST_DAYS +
                    ($series->breaks?->offDay === OffDay::After ? AdjustedSet::FURTHEST : 0) +
                    max(0, $series->breaks->lead->shift ?? 0),
            );
    }
}
