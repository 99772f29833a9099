<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\Pause;
use PlumRota\Core\Recurrence\RuleInWords;
use PlumRota\Core\Recurrence\Season;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Region;

/** The rhythm of a series as a sentence without its full stop, with the dates that come besides its rule or not at all. */
final class SeriesInWords
{
    /** More dates than this are counted instead of named. */
    private const MOST_NAMED = 3;

    /**
     * Null where it comes only once.
     *
     * @param  LocalDate|null  $today  a pause that is over by then is not said
     */
    public static function of(Series $series, Region $region = new Region(), ?LocalDate $today = null): ?string
    {
        if (! $series->isRoutine()) {
            return null;
        }
        $start = $series->placement->start;
        $sentence = $series->rule === null
            ? 'once'
            : (new RuleInWords($series->rule, $start, $series->afterDone, $region, $series->placement->zone))->sentence();
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

        return $sentence.
            $offDay.
            self::seasons($series->breaks->seasons ?? [], $region).
            self::pauses($series->breaks->pauses ?? [], $region, $today).
            self::dates(', and also on ', $besides, $region).
            self::dates(', but not on ', $series->except, $region);
    }

    /** @param  list<Season>  $seasons */
    private static function seasons(array $seasons, Region $region): string
    {
        $day = fn (string $text): string => $region->dayOfMonth((int) substr($text, 3), (int) substr($text, 0, 2));
        $said = array_map(fn (Season $one): string => "from {$day($one->from())} to {$day($one->to())}", $seasons);

        return $said === [] ? '' : ', only '.implode(' and ', $said);
    }

    /** @param  list<Pause>  $pauses */
    private static function pauses(array $pauses, Region $region, ?LocalDate $today): string
    {
        $left = array_values(array_filter($pauses, fn (Pause $one): bool => $today === null || ! $one->last->isBefore($today)));
        $said = array_map(
            fn (Pause $one): string => (string) $one->first === (string) $one->last
                ? "on {$region->date($one->first)}"
                : "from {$region->date($one->first)} to {$region->date($one->last)}",
            $left,
        );

        return match (true) {
            $said === [] => '',
            count($said) > self::MOST_NAMED => ', with '.count($said).' pauses',
            default => ', but not '.implode(' and ', $said),
        };
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
