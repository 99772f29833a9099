<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use Carbon\CarbonImmutable;
use Closure;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Reminding\Anchor;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Property;
use Sabre\VObject\Reader;

/**
 * An entry → its components of iCalendar: one for the whole, one more for each occurrence that differs.
 *
 * What has no property of its own is said in a form that others understand (days that a season or a pause takes out as EXDATE,
 * steps as lines of the description), and beside it as our own property (`OwnProperties`). Which are needed is found by reading
 * back what was written: whatever a reader would not get, is added. So nothing can be lost.
 *
 * @phpstan-import-type Row from ReadEntry
 */
final readonly class EntryWriter
{
    /** What would have no end is told others day by day until the end of the year that is so many years on. */
    private const YEARS_ON = 5;

    /**
     * @param  (Closure(Entry): iterable<array{name: string, type: string, path: string}>)|null  $files  those kept with an entry; null
     *   for none
     */
    public function __construct(
        private Zone $viewer,
        private DayMarks $marks,
        private CarbonImmutable $now,
        private ?Closure $files = null,
    ) {
    }

    /**
     * @param  iterable<OccurrenceOverride>  $overrides  of the entry
     * @return non-empty-list<Component> that of the whole first
     */
    public function components(VCalendar $into, Entry $entry, iterable $overrides): array
    {
        $rows = self::rows($overrides);
        ksort($rows);
        $series = self::readable($entry);
        $standing = $series === null || ! $entry->isRoutine() ? null : $this->standing($series, $rows);
        $whole = $this->component($into, $entry, $series?->placement, SeriesOf::details($entry));
        if ($series !== null && $standing !== null) {
            $this->rhythm($whole, $series, $standing);
        }
        self::giveBack($whole, $entry->foreign_lines);
        foreach (
            [
                'continues_id' => $entry->continues_id === null ? null : $entry->continued->uid ?? self::uidOf($entry->continues_id),
                'leads_to' => $entry->leads_to === null ? null : $entry->anchor->uid ?? self::uidOf($entry->leads_to),
                'after_id' => $entry->after_id === null ? null : $entry->preceding->uid ?? self::uidOf($entry->after_id),
            ] as $column => $uid
        ) {
            if ($uid !== null) {
                $whole->add('RELATED-TO', $uid, ['RELTYPE' => ReadEntry::RELATED[$column]]);
            }
        }
        if ($standing === null) {
            self::outcome($whole, $rows['once'] ?? []);
        }
        $components = [$whole];
        foreach ($standing->apart ?? [] as $id => $at) {
            assert($series !== null);
            $components[] = $this->occurrence($into, $entry, $series, (string) $id, $at, $rows[$id]);
        }
        $this->addOwn($components, $entry, $rows, array_map(strval(...), array_keys($standing->apart ?? [])));
        foreach ($this->files === null ? [] : ($this->files)($entry) as $file) {
            $whole->add('ATTACH', (string) file_get_contents($file['path']), [
                'FMTTYPE' => $file['type'],
                'ENCODING' => 'BASE64',
                'VALUE' => 'BINARY',
                'FILENAME' => $file['name'], // RFC 8607 4.2
            ]);
        }

        return $components;
    }

    /**
     * What came with it and means nothing here.
     *
     * @param  list<string>  $lines
     */
    private static function giveBack(Component $to, array $lines): void
    {
        if ($lines === []) {
            return;
        }
        $read = Reader::read(
            "BEGIN:VCALENDAR\nBEGIN:VTODO\n".implode("\n", $lines)."\nEND:VTODO\nEND:VCALENDAR\n",
            Reader::OPTION_FORGIVING | Reader::OPTION_IGNORE_INVALID_LINES,
        );
        foreach ($read->getComponents() as $one) {
            foreach ($one instanceof Component ? $one->children() : [] as $child) {
                if ($child instanceof Property) {
                    $to->add(clone $child);
                }
            }
        }
    }

    /** @param  array<string, Row>  $rows */
    private function standing(Series $series, array $rows): ExportedDates
    {
        $named = array_filter($rows, fn (string $id): bool => ExportedDates::names($series, $id), ARRAY_FILTER_USE_KEY);
        $said = array_map(strval(...), array_keys(array_filter($named, self::isToBeSaid(...))));

        return ExportedDates::of(
            $series,
            $this->changes($named),
            $said,
            new Timeline($this->viewer, $this->marks),
            $this->horizon($series->placement),
        );
    }

    /**
     * Whether an occurrence needs a component of its own: one that is left out has none, nor one that was only put off.
     *
     * @param  Row  $row
     */
    private static function isToBeSaid(array $row): bool
    {
        return ! ($row['skipped'] ?? false) && array_diff_key($row, ['put_off' => 0]) !== [];
    }

    /** Under which name others know it: that with which it came, else one of ours. */
    public static function uid(Entry $entry): string
    {
        return $entry->knownAs();
    }

    public static function uidOf(string $id): string
    {
        return Entry::nameOf($id);
    }

    /**
     * @param  iterable<OccurrenceOverride>  $overrides
     * @return array<string, Row> by recurrence id
     */
    public static function rows(iterable $overrides): array
    {
        $rows = [];
        foreach ($overrides as $override) {
            $rows[$override->recurrence_id] = self::row($override);
        }

        return $rows;
    }

    /** @return Row */
    private static function row(OccurrenceOverride $override): array
    {
        return array_filter(
            [
                'skipped' => $override->skipped ? true : null,
                'all_day' => $override->start === null ? null : (bool) $override->all_day,
                'start' => $override->start,
                'fields' => $override->fields,
                'done_at' => $override->done_at,
                'let_go_at' => $override->let_go_at,
                'put_off' => $override->put_off,
                'measured' => $override->measured,
            ],
            fn (mixed $value): bool => $value !== null && $value !== [] && $value !== 0,
        ) +
            ($override->foreign_lines === null ? [] : ['foreign_lines' => $override->foreign_lines]) +
            ($override->start === null ? [] : ['length' => $override->length ?? 0, 'zone' => $override->zone]);
    }

    /** @return array<string, mixed> what an entry is, as `ReadEntry` has it */
    public static function columns(Entry $entry): array
    {
        return $entry->only(array_keys(EntryFields::ofFile()));
    }

    /** @param  Details  $details  the entry's, or those of one occurrence */
    private function component(VCalendar $into, Entry $entry, ?Placement $at, Details $details): Component
    {
        $isTask = $entry->kind === 'task';
        $stamp = ($entry->updated_at ?? $this->now)->utc()->format('Ymd\THis\Z');
        $of = $into->createComponent(
            $isTask ? 'VTODO' : 'VEVENT',
            [
                'UID' => self::uid($entry),
                // Without a method it is when it was last changed (RFC 5545 3.8.7.2).
                'DTSTAMP' => $stamp,
                'LAST-MODIFIED' => $stamp,
                'CREATED' => ($entry->created_at ?? $this->now)->utc()->format('Ymd\THis\Z'),
                // Of the first version it is not written, nor of what comes several times a day: recurring_ical_events 2.0.1 shows one of
                // them a day where it is there.
                ...$entry->version > 1 && ! self::isSeveralADay($entry) ? ['SEQUENCE' => (string) ($entry->version - 1)] : [],
                'SUMMARY' => $details->title,
            ],
            false,
        );
        if ($at !== null) {
            self::addMoment($of, 'DTSTART', $at->start, $at);
        }
        $isDue = $isTask && $details->due !== null && $this->addDue($of, $details->due, $at);
        if ($at !== null && $isTask && ! $isDue) {
            $of->add('DURATION', $at->allDay ? "P{$at->length}D" : "PT{$at->length}M");
        } elseif ($at !== null && ! $isTask && ($at->allDay || $at->length > 0)) {
            $endZone = $details->end_zone !== null && $at->zone !== null ? Zone::of($details->end_zone) : $at->zone;
            $end =
                $at->zone === null || $endZone === null || $endZone === $at->zone
                    ? $at->end()
                    : $endZone->wall($at->zone->instant($at->end()));
            self::addMoment($of, 'DTEND', $end, $at, $endZone);
        }
        $steps = array_map(fn (array $step): string => ($step['done'] ? '[x] ' : '[ ] ').$step['text'], $details->checklist);
        $description = implode(
            "\n\n",
            array_filter([$details->notes, implode("\n", $steps)], fn (string $text): bool => $text !== ''),
        );
        foreach (
            [
                'DESCRIPTION' => $description,
                'LOCATION' => $details->place,
                'COLOR' => Names::COLOURS[$details->colour ?? ''] ?? '',
                'PRIORITY' => (string) (Names::PRIORITIES[$details->importance ?? ''] ?? ''),
                'CLASS' => $details->private ? 'PRIVATE' : '',
                'TRANSP' => ! $isTask && ! $details->busy ? 'TRANSPARENT' : '',
                'STATUS' => $details->tentative && ! $isTask ? 'TENTATIVE' : '',
            ] as $name => $value
        ) {
            if ($value !== '') {
                $of->add($name, $value);
            }
        }
        if ($details->link !== '') {
            // sabre/vobject would escape a comma, which a URI has not.
            self::addRaw($of, 'URL', str_replace(',', '%2C', $details->link), []);
        }
        if ($details->labels !== []) {
            $of->add('CATEGORIES', $details->labels);
        }
        $reminders = Reminder::applying(
            $details->reminders,
            $entry->calendar->reminders,
            $entry->calendar->reminders_all_day,
            $at === null || $at->allDay,
        );
        foreach ($reminders as $text) {
            $reminder = Reminder::parse($text);
            $hasAnchor = $at !== null || $reminder->trigger->momentOfDue($details->due ?? '2000-01-01', $this->viewer) !== null;
            if ($hasAnchor && ($isDue || $reminder->trigger->anchor !== Anchor::Due)) {
                Alarms::add($of, $reminder, $at, $details->travel, $details->title);
            }
        }

        return $of;
    }

    private static function isSeveralADay(Entry $entry): bool
    {
        return ($entry->extra_dates !== [] && ! $entry->all_day) ||
            (SeriesOf::mendable($entry)?->rule?->isSeveralADay() ?? false);
    }

    /** Whether a deadline can be said beside the start: it has to be of the same kind, and later (RFC 5545 3.8.2.3). */
    private function addDue(Component $of, string $due, ?Placement $at): bool
    {
        $isDate = ! str_contains($due, 'T');
        $wall = SeriesOf::moment($due);
        if ($at === null) {
            self::addMoment(
                $of,
                'DUE',
                $wall,
                $isDate ? Placement::allDay($wall->date()) : Placement::timed($wall, 0, $this->viewer),
            );

            return true;
        }
        if ($at->allDay) {
            $day = $isDate ? $wall : $wall->date()->startOfDay();
            if ($day->seconds <= $at->start->seconds) {
                return false;
            }
            self::addMoment($of, 'DUE', $day, $at);

            return true;
        }
        // A day lasts until its end.
        $moment = $isDate ? $wall->plusSeconds(86399) : $wall;
        $onWalls = $at->zone === null ? $moment : $at->zone->wall($this->viewer->instant($moment));
        if ($onWalls->seconds <= $at->start->seconds) {
            return false;
        }
        self::addMoment($of, 'DUE', $onWalls, $at);

        return true;
    }

    private function rhythm(Component $whole, Series $series, ExportedDates $standing): void
    {
        $at = $series->placement;
        if ($series->rule !== null && ! $series->afterDone) {
            $whole->add('RRULE', self::rule($series->rule, $at));
        }
        foreach (['RDATE' => $standing->extra, 'EXDATE' => $standing->except] as $name => $dates) {
            $seconds = array_unique(array_map(fn (LocalDateTime $date): int => $date->seconds, $dates));
            sort($seconds);
            foreach (array_chunk($seconds, 50) as $some) {
                $texts = array_map(fn (int $second): string => self::written(LocalDateTime::fromSeconds($second), $at), $some);
                self::addRaw($whole, $name, implode(',', $texts), self::parameters($at));
            }
        }
    }

    private function horizon(Placement $at): TimeRange
    {
        $end = LocalDate::of($this->now->year + self::YEARS_ON + 1, 1, 1)->startOfDay();

        return TimeRange::of($at->start, $end->seconds > $at->start->seconds ? $end : $at->start->plusSeconds(86400));
    }

    /**
     * @param  array<string, Row>  $rows
     * @return list<Override>
     */
    private function changes(array $rows): array
    {
        $changes = [];
        foreach ($rows as $id => $row) {
            $changes[] = new Override(
                (string) $id,
                self::placed($row),
                $row['skipped'] ?? false,
                $row['done_at'] ?? null,
                $row['let_go_at'] ?? null,
                $row['fields'] ?? [],
            );
        }

        return $changes;
    }

    /**
     * Where an occurrence stands instead; null where it was not moved.
     *
     * @param  Row  $row
     */
    private static function placed(array $row): ?Placement
    {
        return isset($row['start'], $row['length'])
            ? SeriesOf::placement($row['all_day'] ?? false, $row['start'], $row['length'], $row['zone'] ?? null)
            : null;
    }

    /** UNTIL is a moment of UTC where the start has a zone, a date where it is one, else a time of no zone (RFC 5545 3.3.10). */
    private static function rule(RecurrenceRule $rule, Placement $at): string
    {
        $until = $rule->until;
        if ($until === null) {
            return (string) $rule;
        }

        return (string) $rule->ending(
            null,
            match (true) {
                $at->allDay => Until::date($until->wall->date()),
                $at->zone === null => Until::wall($until->dateOnly ? $until->wall->plusSeconds(86399) : $until->wall),
                $until->utc => $until,
                default => Until::instant($at->zone->instant(LocalDateTime::fromSeconds($until->lastSecond($at->zone)))),
            },
        );
    }

    /**
     * Each occurrence that touches a stretch of the viewer's time as a component by itself, its times by UTC and without a
     * rhythm.
     *
     * @param  iterable<OccurrenceOverride>  $overrides  of the entry
     * @return list<Component>
     */
    public function instances(VCalendar $into, Entry $entry, iterable $overrides, TimeRange $window): array
    {
        $series = self::readable($entry);
        $rows = self::rows($overrides);
        if ($series === null || ! $entry->isRoutine()) {
            $one = $this->component($into, $entry, $series?->placement, SeriesOf::details($entry));
            self::outcome($one, $rows['once'] ?? []);

            return [self::byUtc($one)];
        }
        $named = array_filter($rows, fn (string $id): bool => ExportedDates::names($series, $id), ARRAY_FILTER_USE_KEY);
        $found = (new Timeline($this->viewer, $this->marks))->occurrences($series, $this->changes($named), $window);
        usort($found, fn (Occurrence $a, Occurrence $b): int => $a->placement->start->seconds <=> $b->placement->start->seconds);

        return array_map(
            fn (Occurrence $one): Component => self::byUtc(
                $this->occurrence($into, $entry, $series, $one->recurrenceId, $one->placement, $rows[$one->recurrenceId] ?? []),
            ),
            array_values(array_filter($found, fn (Occurrence $one): bool => ! $one->isLetGo())),
        );
    }

    /** Moments of a zone, as those of UTC. */
    private static function byUtc(Component $of): Component
    {
        foreach (['DTSTART', 'DTEND', 'DUE', 'RECURRENCE-ID'] as $name) {
            $moment = Properties::first($of, $name);
            $zone = Properties::parameter($moment, 'TZID');
            if ($moment !== null && $zone !== null) {
                $wall = LocalDateTime::parse(
                    (string) preg_replace(
                        '/^(\d{4})(\d\d)(\d\dT\d\d)(\d\d)(\d\d)$/',
                        '$1-$2-$3:$4:$5',
                        Properties::raw($moment),
                    ),
                );
                $of->remove($name);
                self::addRaw($of, $name, gmdate('Ymd\THis\Z', Zone::of($zone)->instant($wall)), []);
            }
        }

        return $of;
    }

    /** @param  Row  $row */
    private function occurrence(VCalendar $into, Entry $entry, Series $series, string $id, Placement $at, array $row): Component
    {
        $start = $series->startOf($id);
        $details = SeriesOf::details($entry);
        if ($details->due !== null) {
            $days = $start->dayNumber() - $series->placement->start->dayNumber();
            $details = $details->with(['due' => Due::shifted($details->due, $days)]);
        }
        $own = $this->component($into, $entry, $at, $details->with($row['fields'] ?? []));
        self::addMoment($own, 'RECURRENCE-ID', $start, $series->placement);
        self::outcome($own, $row);
        self::giveBack($own, $row['foreign_lines'] ?? $entry->foreign_lines);

        return $own;
    }

    /** @param  Row  $row */
    private static function outcome(Component $of, array $row): void
    {
        if (isset($row['done_at']) && $of->name === 'VTODO') {
            $of->add('STATUS', 'COMPLETED');
            $of->add('PERCENT-COMPLETE', '100');
            $of->add('COMPLETED', gmdate('Ymd\THis\Z', $row['done_at']));
        } elseif (isset($row['let_go_at']) && $of->name === 'VTODO') {
            $of->add('STATUS', 'CANCELLED');
        } elseif (($row['skipped'] ?? false) && ! Properties::has($of, 'RECURRENCE-ID')) {
            $of->add('STATUS', 'CANCELLED');
        }
    }

    /**
     * @param  non-empty-list<Component>  $components
     * @param  array<string, Row>  $rows
     * @param  list<string>  $apart  those that have a component
     */
    private function addOwn(array $components, Entry $entry, array $rows, array $apart): void
    {
        $read = EntryReader::read($components, new ZoneNames(new VCalendar(), $this->viewer));
        $whole = $components[0];
        foreach (self::columns($entry) as $name => $is) {
            if (array_key_exists($name, $read->columns) && ! DeepEquality::of($read->columns[$name], $is)) {
                OwnProperties::add($whole, $name, $read->columns[$name], $is);
            }
        }
        if (! $entry->isRoutine()) {
            if (! DeepEquality::of($read->overrides['once'] ?? [], $rows['once'] ?? [])) {
                OwnProperties::add($whole, 'once', $read->overrides['once'] ?? [], $rows['once'] ?? []);
            }

            return;
        }
        $without = array_diff_key($rows, array_flip($apart));
        if ($without !== []) {
            OwnProperties::add($whole, 'left_out', [], $without);
        }
        foreach ($apart as $i => $id) {
            if (! DeepEquality::of($read->overrides[$id] ?? null, $rows[$id])) {
                OwnProperties::add($components[$i + 1], 'row', $read->overrides[$id] ?? [], $rows[$id]);
            }
        }
    }

    /** What cannot be reckoned with any more goes out without its rhythm. */
    private static function readable(Entry $entry): ?Series
    {
        try {
            return SeriesOf::entry($entry);
        } catch (InvalidRule|InvalidTime) {
            return SeriesOf::mendable($entry);
        }
    }

    private static function addMoment(
        Component $to,
        string $name,
        LocalDateTime $wall,
        Placement $like,
        ?Zone $zone = null,
    ): void {
        self::addRaw($to, $name, self::written($wall, $like, $zone), self::parameters($like, $zone));
    }

    /** @param  array<string, string>  $parameters */
    private static function addRaw(Component $to, string $name, string $value, array $parameters): void
    {
        $property = $to->add($name, null, $parameters);
        assert($property instanceof Property);
        $property->setRawMimeDirValue($value);
    }

    /** @return array<string, string> */
    private static function parameters(Placement $like, ?Zone $zone = null): array
    {
        $name = ($zone ?? $like->zone)?->name;

        return match (true) {
            $like->allDay => ['VALUE' => 'DATE'],
            $name === null || $name === 'UTC' => [],
            default => ['TZID' => $name],
        };
    }

    private static function written(LocalDateTime $wall, Placement $like, ?Zone $zone = null): string
    {
        return $like->allDay
            ? str_replace('-', '', (string) $wall->date())
            : self::text($wall).(($zone ?? $like->zone)?->name === 'UTC' ? 'Z' : '');
    }

    private static function text(LocalDateTime $wall): string
    {
        return str_replace(['-', ':'], '', (string) $wall);
    }
}
