<?php

declare(strict_types=1);

namespace App\Mapping;

use App\Models\Entry;
use App\Models\OccurrenceChange;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Change;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** Rows of the database as the core's objects. */
final class SeriesOf
{
    /** Null for a task in the basket, which has no place yet. */
    public static function entry(Entry $entry): ?Series
    {
        if ($entry->start === null) {
            return null;
        }

        return new Series(
            $entry->id,
            self::placement($entry->all_day, $entry->start, $entry->length, $entry->zone),
            $entry->rule === null ? null : self::rule($entry->rule),
            array_map(self::moment(...), $entry->extra_dates),
            array_map(self::moment(...), $entry->except_dates),
            $entry->after_done,
        );
    }

    /** Many routines share their rhythm; each text is read once. */
    private static function rule(string $text): RecurrenceRule
    {
        /** @var array<string, RecurrenceRule> $read */
        static $read = [];

        return $read[$text] ??= RuleParser::parse($text);
    }

    public static function change(OccurrenceChange $change): Change
    {
        $placement = $change->start === null ? null
            : self::placement((bool) $change->all_day, $change->start, $change->length ?? 1, $change->zone);

        return new Change($change->recurrence_id, $placement, $change->skipped, $change->done_at);
    }

    public static function placement(bool $allDay, string $start, int $length, ?string $zone): Placement
    {
        return $allDay
            ? Placement::allDay(LocalDate::parse(substr($start, 0, 10)), $length)
            : Placement::timed(LocalDateTime::parse($start), $length, $zone === null ? null : Zone::of($zone));
    }

    /** A date stands for its midnight. */
    public static function moment(string $text): LocalDateTime
    {
        return str_contains($text, 'T') ? LocalDateTime::parse($text) : LocalDate::parse($text)->startOfDay();
    }
}
