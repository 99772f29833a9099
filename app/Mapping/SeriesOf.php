<?php

declare(strict_types=1);

namespace App\Mapping;

use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Reading\EntryRow;
use App\Reading\OverrideRow;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\Pause;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\Season;
use PlumRota\Core\Schedule\Breaks;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;
use WeakMap;

/** Rows of the database as the core's objects. */
final class SeriesOf
{
    /** @var WeakMap<EntryRow, Series>|null what was made of a row, for as long as somebody has the row */
    private static ?WeakMap $made = null;

    /**
     * Null for a task in the basket, which has no place yet. A row does not change: several who ask for it are given the same.
     *
     * @throws InvalidRule|InvalidTime when a row holds what cannot be reckoned with
     */
    public static function entry(Entry|EntryRow $entry): ?Series
    {
        if ($entry->start === null) {
            return null;
        }
        if ($entry instanceof Entry) {
            return self::series($entry, $entry->start);
        }
        self::$made ??= new WeakMap();

        return self::$made[$entry] ??= self::series($entry, $entry->start);
    }

    private static function series(Entry|EntryRow $entry, string $start): Series
    {
        return new Series(
            $entry->id,
            self::placement($entry->all_day, $start, $entry->length, $entry->zone),
            $entry->rule === null ? null : self::rule($entry->rule),
            array_map(self::moment(...), $entry->extra_dates),
            array_map(self::moment(...), $entry->except_dates),
            $entry->after_done,
            self::breaks($entry->off_day, $entry->seasons, $entry->pauses, $entry->isRoutine() ? $entry->lead() : null),
            self::details($entry),
        );
    }

    public static function details(Entry|EntryRow $entry): Details
    {
        return new Details(
            $entry->title,
            $entry->calendar_id,
            $entry->kind === 'task',
            $entry->missed,
            $entry->due,
            $entry->importance,
            $entry->effort,
            $entry->estimate,
            $entry->busy,
            $entry->tentative,
            $entry->private,
            $entry->protected,
            $entry->travel,
            $entry->margin,
            $entry->place,
            $entry->link,
            $entry->notes,
            $entry->labels,
            $entry->colour,
            $entry->checklist,
            $entry->own_reminders ? $entry->reminders : null,
            $entry->always_through,
            $entry->end_zone,
            $entry->margin_before,
            $entry->travel_back,
        );
    }

    /** The same where a rule cannot be read any more: its place without the rhythm, so that it can be opened and mended. */
    public static function mendable(Entry|EntryRow $entry): ?Series
    {
        try {
            return self::entry($entry);
        } catch (InvalidRule) {
            return $entry->start === null
                ? null
                : new Series(
                    $entry->id,
                    self::placement($entry->all_day, $entry->start, $entry->length, $entry->zone),
                    details: self::details($entry),
                );
        }
    }

    /**
     * @param  list<array{from: string, to: string}>  $seasons  MM-DD
     * @param  list<array{from: string, to: string}>  $pauses  dates
     */
    public static function breaks(string $offDay, array $seasons, array $pauses, ?Lead $lead = null): ?Breaks
    {
        if ($offDay === 'keep' && $seasons === [] && $pauses === [] && $lead === null) {
            return null;
        }
        $day = fn (string $text): array => [(int) substr($text, 0, 2), (int) substr($text, 3, 2)];

        return new Breaks(
            OffDay::from($offDay),
            array_map(fn (array $season): Season => Season::of(...$day($season['from']), ...$day($season['to'])), $seasons),
            array_map(
                fn (array $pause): Pause => Pause::of(LocalDate::parse($pause['from']), LocalDate::parse($pause['to'])),
                $pauses,
            ),
            $lead,
        );
    }

    /** Many routines share their rhythm; each text is read once. */
    private static function rule(string $text): RecurrenceRule
    {
        /** @var array<string, RecurrenceRule> $read */
        static $read = [];

        return $read[$text] ??= RuleParser::parse($text);
    }

    public static function override(OccurrenceOverride|OverrideRow $change): Override
    {
        $placement =
            $change->start === null
                ? null
                : self::placement((bool) $change->all_day, $change->start, $change->length ?? 1, $change->zone);

        return new Override(
            $change->recurrence_id,
            $placement,
            $change->skipped,
            $change->done_at,
            $change->let_go_at,
            $change->fields,
        );
    }

    public static function placement(bool $allDay, string $start, int $length, ?string $zone): Placement
    {
        return $allDay
            ? Placement::allDay(LocalDate::parse(substr($start, 0, 10)), $length)
            : Placement::timed(LocalDateTime::parse($start), $length, $zone === null ? null : Zone::of($zone));
    }

    /** What one occurrence of an entry is, whatever it has of its own. */
    public static function detailsOf(Entry $entry, string $recurrenceId): Details
    {
        return self::details($entry)->with($entry->overrides()->where('recurrence_id', $recurrenceId)->first()->fields ?? []);
    }

    /** A date stands for its midnight. */
    public static function moment(string $text): LocalDateTime
    {
        return str_contains($text, 'T') ? LocalDateTime::parse($text) : LocalDate::parse($text)->startOfDay();
    }
}
