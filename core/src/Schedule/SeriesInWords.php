<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\RuleInWords;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Region;

/** The rhythm of a series as a sentence without its full stop, with the dates that come besides its rule or not at all. */
final class SeriesInWords
{
    /** More dates than this are counted instead of named. */
    private const MOST_NAMED = 3;

    /** Null where it comes only once. */
    public static function of(Series $series, Region $region = new Region()): ?string
    {
        if (! $series->isRoutine()) {
            return null;
        }
        $start = $series->placement->start;
        $sentence = $series->rule === null ? 'once' : (new RuleInWords($series->rule, $start, $series->afterDone, $region))->sentence();
        $besides = $series->extra;
        if (! $series->startsOnRule() && ! self::isAmong($start, $series->except)) {
            array_unshift($besides, $start);
        }
        $besides = array_values(array_filter($besides, fn (LocalDateTime $date): bool => ! self::isAmong($date, $series->except)));

        $offDay = match ($series->breaks?->offDay) {
            OffDay::Skip => ', but on no day off',
            OffDay::Before => ', on the working day before where that is a day off',
            OffDay::After => ', on the working day after where that is a day off',
            default => '',
        };

        return $sentence.$offDay.self::dates(', and also on ', $besides, $region).
            self::dates(', but not on ', $series->except, $region);
    }

    /** @param  list<LocalDateTime>  $dates */
    private static function dates(string $lead, array $dates, Region $region): string
    {
        if ($dates === []) {
            return '';
        }
        if (count($dates) > self::MOST_NAMED) {
            return $lead.count($dates).' single dates';
        }
        $names = array_values(
            array_unique(array_map(fn (LocalDateTime $date): string => $region->date($date->date()), $dates)),
        );
        $last = array_pop($names);

        return $lead.($names === [] ? $last : implode(', ', $names).' and '.$last);
    }

    /** @param  list<LocalDateTime>  $dates */
    private static function isAmong(LocalDateTime $date, array $dates): bool
    {
        return array_filter($dates, fn (LocalDateTime $other): bool => $other->seconds === $date->seconds) !== [];
    }
}
