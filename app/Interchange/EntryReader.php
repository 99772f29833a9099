<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Mapping\SeriesOf;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\TolerantRule;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\PlannableDays;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Component;
use Sabre\VObject\Property;

/**
 * The components of one UID → an entry: a VEVENT or VTODO, and one more for each occurrence that differs.
 *
 * What is read is tolerant; each thing that is read otherwise than it is written is said in a sentence. What cannot be kept is
 * refused with one (`CannotKeep`).
 *
 * @phpstan-import-type Columns from ReadEntry
 * @phpstan-import-type Row from ReadEntry
 */
final class EntryReader
{
    /** Single dates that an entry has room for. */
    private const MOST_DATES = 1000;

    /** What several rules come to is written out for so many days. */
    private const DAYS_WRITTEN_OUT = 3653;

    /** What a component says beside when it is, under the names of columns: an occurrence may have each of its own. */
    private const DETAILS = [
        'title',
        'notes',
        'place',
        'link',
        'labels',
        'colour',
        'importance',
        'busy',
        'tentative',
        'private',
        'checklist',
        'reminders',
        'due',
        'end_zone',
    ];

    /** Properties that have a place here; others are kept as they are. */
    public const KNOWN = [
        'UID',
        'DTSTAMP',
        'LAST-MODIFIED',
        'CREATED',
        'SEQUENCE',
        'SUMMARY',
        'DESCRIPTION',
        'LOCATION',
        'URL',
        'COLOR',
        'CATEGORIES',
        'PRIORITY',
        'CLASS',
        'TRANSP',
        'STATUS',
        'DTSTART',
        'DTEND',
        'DURATION',
        'DUE',
        'COMPLETED',
        'PERCENT-COMPLETE',
        'RRULE',
        'EXRULE',
        'RDATE',
        'EXDATE',
        'RECURRENCE-ID',
    ];

    private const LONGEST_KEPT = 2000;

    private const MOST_KEPT = 200;

    /** @var list<string> */
    private array $repairs = [];

    /** When a routine was called finished as a whole. */
    private ?int $finished = null;

    private function __construct(private readonly ZoneNames $zones)
    {
    }

    /**
     * @param  non-empty-list<Component>  $components  all of one UID
     *
     * @throws CannotKeep
     */
    public static function read(array $components, ZoneNames $zones): ReadEntry
    {
        return (new self($zones))->entry($components);
    }

    /** @param  non-empty-list<Component>  $components */
    private function entry(array $components): ReadEntry
    {
        $masters = $others = $later = [];
        foreach ($components as $one) {
            $named = Properties::first($one, 'RECURRENCE-ID');
            if ($named === null) {
                $masters[] = $one;
            } elseif (strtoupper(Properties::parameter($named, 'RANGE') ?? '') === 'THISANDFUTURE') {
                $later[] = $one;
            } else {
                $others[] = $one;
            }
        }
        if ($masters === []) {
            $masters = [array_shift($others) ?? $components[0]];
            $this->repairs[] = 'Only single times of a routine are there; the first stands for itself.';
        }
        $master = $this->latest($masters);
        try {
            $columns = $this->columns($master);
            $overrides = $this->overrides($master, $others, $columns);
            $onward = $this->onward($master, $later, $columns);
        } catch (InvalidTime|InvalidRule $e) {
            throw new CannotKeep($e->getMessage());
        }
        /** @var list<string> $told */
        $told = $columns['reminders'];
        $this->takeOwn($master, $columns, $overrides);
        $changed = Properties::text($master, 'LAST-MODIFIED') ?: Properties::text($master, 'DTSTAMP');

        return new ReadEntry(
            Properties::text($master, 'UID'),
            $columns,
            $overrides,
            $changed === '' ? null : $changed,
            max(0, (int) Properties::text($master, 'SEQUENCE')),
            array_values(array_unique($this->repairs)),
            $onward,
            self::related($master),
            Properties::text($master, 'CREATED') ?: null,
            told: $told,
            finished: $this->finished,
        );
    }

    /** @return array<string, string> UIDs of others, by the column that names them */
    private static function related(Component $master): array
    {
        $related = [];
        foreach (Properties::all($master, 'RELATED-TO') as $property) {
            $column = array_search(Properties::parameter($property, 'RELTYPE'), ReadEntry::RELATED, true);
            if ($column !== false) {
                $related[$column] = trim((string) $property);
            }
        }

        return $related;
    }

    /**
     * Of several with the same UID the one that was changed last.
     *
     * @param  non-empty-list<Component>  $masters
     */
    private function latest(array $masters): Component
    {
        if (count($masters) > 1) {
            $this->repairs[] = 'It stands in the file '.count($masters).' times; the one changed last was taken.';
            $age = fn (Component $one): array => [
                (int) Properties::text($one, 'SEQUENCE'),
                Properties::text($one, 'LAST-MODIFIED') ?: Properties::text($one, 'DTSTAMP'),
            ];
            usort($masters, fn (Component $a, Component $b): int => $age($b) <=> $age($a));
        }

        return $masters[0];
    }

    /** @return Columns what an entry is of which a file says nothing */
    public static function nothingSaid(): array
    {
        return array_map(fn (Field $field): mixed => $field->default, EntryFields::ofFile());
    }

    /** @return Columns */
    private function columns(Component $master): array
    {
        if ($master->name !== 'VEVENT' && $master->name !== 'VTODO') {
            throw new CannotKeep(
                match ($master->name) {
                    'VJOURNAL' => 'It is an entry of a diary (VJOURNAL), neither an event nor a task.',
                    'VFREEBUSY' => 'It says when somebody is busy (VFREEBUSY), and names no event and no task.',
                    default => 'It is of a kind that is not known here, neither an event nor a task.',
                },
            );
        }
        $isTask = $master->name === 'VTODO';
        $at = $this->placement($master);
        if ($at === null && ! $isTask) {
            throw new CannotKeep('An event without a beginning has no place.');
        }
        $columns = [
            ...self::nothingSaid(),
            'kind' => $isTask ? 'task' : 'event',
            ...$this->details($master, $at),
            ...$at === null
                ? ['all_day' => true, 'start' => null, 'length' => 1, 'zone' => null]
                : ['all_day' => $at->allDay, 'start' => $at->startText(), 'length' => $at->length, 'zone' => $at->zone?->name],
            'foreign_lines' => $this->unknown($master),
        ];

        return $at === null ? $columns : [...$columns, ...$this->rhythm($master, $at)];
    }

    /**
     * Lines that mean nothing here: they are given back to whoever reads the entry again.
     *
     * @return list<string>
     */
    private function unknown(Component $master): array
    {
        $lines = [];
        foreach ($master->children() as $child) {
            if (
                $child instanceof Property &&
                ! in_array($child->name, self::KNOWN, true) &&
                ! str_starts_with($child->name, Names::OWN) &&
                ! ($child->name === 'RELATED-TO' && in_array(Properties::parameter($child, 'RELTYPE'), ReadEntry::RELATED, true))
            ) {
                $line = trim((string) preg_replace('/\r?\n[ \t]/', '', $child->serialize()));
                if (strlen($line) <= self::LONGEST_KEPT && count($lines) < self::MOST_KEPT) {
                    $lines[] = $line;
                } else {
                    $this->repairs[] = 'Some of what is not known here was too much to be kept.';
                }
            }
        }

        return $lines;
    }

    /** Null for a task without a day. */
    private function placement(Component $of): ?Placement
    {
        $isTask = $of->name === 'VTODO';
        $start =
            Properties::first($of, 'DTSTART') ??
            ($isTask && Properties::has($of, 'RRULE') ? Properties::first($of, 'DUE') : null);
        if ($start === null) {
            return null;
        }
        if (! Properties::has($of, 'DTSTART')) {
            $this->repairs[] = 'A task that repeats needs a day to start on; that of its deadline was taken.';
        }
        $from = DateTimeValue::of($start, $this->zones, $this->repairs);
        PlannableDays::require($from->wall->date());
        $end = $isTask ? null : Properties::first($of, 'DTEND');
        if ($end === null && Properties::has($of, 'DURATION')) {
            $seconds = max(0, Alarms::seconds(Properties::text($of, 'DURATION')) ?? 0);

            return $from->isDate
                ? Placement::allDay($from->wall->date(), max(1, intdiv($seconds + 86399, 86400)))
                : Placement::timed($from->wall, intdiv($seconds + 59, 60), $from->zone);
        }
        if ($end === null) {
            return $from->isDate
                ? Placement::allDay($from->wall->date())
                : Placement::timed($from->wall, $isTask ? 30 : 0, $from->zone);
        }
        $to = DateTimeValue::of($end, $this->zones, $this->repairs);
        $last = $to->on($from->zone);
        if ($last->seconds < $from->wall->seconds) {
            $this->repairs[] = 'It ended before it began; its end was left out.';
            $last = $from->wall;
        }
        if ($from->isDate) {
            return Placement::allDay($from->wall->date(), max(1, intdiv($last->seconds - $from->wall->seconds + 86399, 86400)));
        }

        return Placement::timed($from->wall, intdiv($last->seconds - $from->wall->seconds + 59, 60), $from->zone);
    }

    /** @return Columns by the names in DETAILS */
    private function details(Component $of, ?Placement $at): array
    {
        [$notes, $steps] = $this->notesAndSteps($this->text($of, 'DESCRIPTION'));
        $title = trim((string) preg_replace('/\s+/u', ' ', $this->text($of, 'SUMMARY')));
        if ($title === '') {
            $title = 'No title';
            $this->repairs[] = 'It has no title.';
        }
        $status = strtoupper($this->text($of, 'STATUS'));
        $end = Properties::parameter(Properties::first($of, 'DTEND'), 'TZID');
        $endZone = $of->name === 'VEVENT' && $end !== null ? $this->zones->zone($end)?->name : null;

        return [
            ...Fitted::titleAndNotes($title, $notes, $this->repairs),
            'checklist' => $steps,
            'place' => Fitted::text('place', $this->text($of, 'LOCATION'), $this->repairs),
            'link' => Fitted::link($this->text($of, 'URL'), $this->repairs),
            'labels' => $this->labels($of),
            'colour' => Names::colour($this->text($of, 'COLOR')),
            'importance' => Names::importance((int) $this->text($of, 'PRIORITY')),
            'busy' => strtoupper($this->text($of, 'TRANSP')) !== 'TRANSPARENT',
            'tentative' => $status === 'TENTATIVE',
            'private' => in_array(strtoupper($this->text($of, 'CLASS')), ['PRIVATE', 'CONFIDENTIAL'], true),
            'due' => $this->due($of, $at),
            'end_zone' => $endZone === $at?->zone?->name ? null : $endZone,
            'reminders' => Alarms::read($of, $at, $of->name === 'VTODO' && Properties::has($of, 'DUE'), $this->repairs),
        ];
    }

    private function due(Component $of, ?Placement $at): ?string
    {
        $due = $of->name === 'VTODO' ? Properties::first($of, 'DUE') : null;

        return $due === null
            ? null
            : DateTimeValue::of($due, $this->zones, $this->repairs)->text($at->zone ?? $this->zones->account);
    }

    /** @return list<string> */
    private function labels(Component $of): array
    {
        $labels = [];
        foreach (Properties::all($of, 'CATEGORIES') as $property) {
            foreach ($property->getParts() as $label) {
                $labels[] = is_string($label) ? mb_scrub($label) : '';
            }
        }

        return Fitted::labels($labels, $this->repairs);
    }

    /**
     * Steps stand at the end of a description, one a line, each with a box before it.
     *
     * @return array{string, list<array{text: string, done: bool}>}
     */
    private function notesAndSteps(string $text): array
    {
        $lines = explode("\n", $text);
        $steps = [];
        while (
            $lines !== [] &&
            count($steps) < 100 &&
            preg_match('/^\[([ x])\] (.{1,250})$/uD', $lines[count($lines) - 1], $m) === 1
        ) {
            array_unshift($steps, ['text' => $m[2], 'done' => $m[1] === 'x']);
            array_pop($lines);
        }
        if ($steps !== [] && $lines !== [] && $lines[count($lines) - 1] === '') {
            array_pop($lines);
        }

        return [implode("\n", $lines), $steps];
    }

    /** @return Columns */
    private function rhythm(Component $master, Placement $at): array
    {
        $rules = $this->rules($master, 'RRULE');
        $extra = $this->dates($master, 'RDATE', $at);
        $except = $this->dates($master, 'EXDATE', $at);
        $until = $at->start->plusSeconds(self::DAYS_WRITTEN_OUT * 86400);
        if (count($rules) > 1) {
            $this->repairs[] =
                'It has several rules; the first was kept, the dates of the others stand one by one for ten years.';
            $set = new RecurrenceSet($at->start, array_slice($rules, 1), zone: $at->zone);
            $extra = [...$extra, ...$set->between($at->start, $until, self::MOST_DATES)];
        }
        $without = $this->rules($master, 'EXRULE');
        if ($without !== []) {
            $this->repairs[] = 'A rule of dates on which it does not come stands one by one for ten years.';
            $set = new RecurrenceSet($at->start, $without, zone: $at->zone);
            $except = [...$except, ...$set->between($at->start, $until, self::MOST_DATES)];
        }
        $isRoutine = $rules !== [] || $extra !== [];

        return [
            'rule' => $rules === [] ? null : (string) $rules[0],
            'extra_dates' => $this->texts($extra, $at),
            'except_dates' => $isRoutine ? $this->texts($except, $at) : [],
        ];
    }

    /**
     * Single dates as they are kept: each once, in order.
     *
     * @param  list<LocalDateTime>  $dates
     * @return list<string>
     */
    private function texts(array $dates, Placement $at): array
    {
        $texts = array_map(fn (LocalDateTime $date): string => $at->allDay ? (string) $date->date() : (string) $date, $dates);
        $texts = array_values(array_unique($texts));
        sort($texts);
        if (count($texts) > self::MOST_DATES) {
            $this->repairs[] = 'It has more than '.self::MOST_DATES.' single dates; the first were taken.';
        }

        return array_slice($texts, 0, self::MOST_DATES);
    }

    /** @return list<RecurrenceRule> */
    private function rules(Component $master, string $name): array
    {
        $rules = [];
        foreach (Properties::all($master, $name) as $property) {
            $text = Properties::raw($property);
            $rules[] = $rule = TolerantRule::parse($text);
            if (
                $rule->until?->utc === false &&
                ! $rule->until->dateOnly &&
                preg_match('/UNTIL=\d{8}T\d{6}(?!Z)/', $text) === 1 &&
                Properties::parameter(Properties::first($master, 'DTSTART'), 'TZID') !== null
            ) {
                $this->repairs[] = 'Its last time was written without a zone; it was taken for one of its own zone.';
            }
        }

        return $rules;
    }

    /** @return list<LocalDateTime> */
    private function dates(Component $master, string $name, Placement $at): array
    {
        $dates = [];
        foreach (Properties::all($master, $name) as $property) {
            foreach (DateTimeValue::all($property, $this->zones, $this->repairs) as $moment) {
                $wall = $moment->on($at->zone);
                // A date stands for the hour of the start.
                $dates[] = match (true) {
                    $at->allDay => $wall->date()->startOfDay(),
                    $moment->isDate => LocalDateTime::of($wall->date(), $at->start->time()),
                    default => $wall,
                };
            }
        }

        return $dates;
    }

    /**
     * @param  list<Component>  $others
     * @param  Columns  $columns
     * @return array<string, Row>
     */
    private function overrides(Component $master, array $others, array &$columns): array
    {
        $at = $columns['start'] === null ? null : $this->placement($master);
        $isRoutine = $columns['rule'] !== null || $columns['extra_dates'] !== [];
        $rows = [];
        if (! $isRoutine) {
            $rows = array_filter(['once' => $this->outcome($master)]);
        } elseif ($this->outcome($master) !== []) {
            $this->finished = $this->outcome($master)['done_at'] ?? null;
            $this->repairs[] = 'The whole routine was called finished; which of its times were is not said.';
        }
        foreach ($others as $other) {
            $named = Properties::first($other, 'RECURRENCE-ID');
            if ($at === null || $named === null || ! $isRoutine) {
                $this->repairs[] = 'A time of its own of what comes once was left out.';

                continue;
            }
            $id = DateTimeValue::of($named, $this->zones, $this->repairs);
            $start = $at->allDay
                ? $id->wall->date()->startOfDay()
                : ($id->isDate
                    ? LocalDateTime::of($id->wall->date(), $at->start->time())
                    : $id->on($at->zone));
            $key = $at->allDay ? (string) $start->date() : (string) $start;
            $row = $this->row($other, $at->startingAt($start), $columns);
            $this->takeOwnOfRow($other, $row);
            if ($row === []) {
                continue;
            }
            $rows[$key] = $row;
        }
        ksort($rows);

        return $rows;
    }

    /**
     * What a routine is from one of its times on (RANGE=THISANDFUTURE, RFC 5545 3.2.13), the earliest first.
     *
     * @param  list<Component>  $later
     * @param  Columns  $columns  of the whole
     * @return list<array{id: string, columns: Columns}>
     */
    private function onward(Component $master, array $later, array $columns): array
    {
        $at = $columns['start'] === null ? null : $this->placement($master);
        $onward = [];
        foreach ($later as $one) {
            $named = Properties::first($one, 'RECURRENCE-ID');
            if ($at === null || $named === null || $columns['rule'] === null) {
                continue;
            }
            $id = DateTimeValue::of($named, $this->zones, $this->repairs)->on($at->zone);
            $key = $at->allDay ? (string) $id->date() : (string) $id;
            $stands = $this->placement($one) ?? $at->startingAt($id);
            $onward[$key] = [
                'id' => $key,
                'columns' => [
                    ...$this->details($one, $stands),
                    'all_day' => $stands->allDay,
                    'start' => $stands->startText(),
                    'length' => $stands->length,
                    'zone' => $stands->zone?->name,
                ],
            ];
        }
        ksort($onward);

        return array_values($onward);
    }

    /** @return Row */
    private function outcome(Component $of): array
    {
        $status = strtoupper($this->text($of, 'STATUS'));
        $at = fn (string ...$names): int => $this->instant($of, ...$names);

        return match (true) {
            $of->name !== 'VTODO' => [],
            Properties::has($of, 'COMPLETED') || $status === 'COMPLETED' || $this->text($of, 'PERCENT-COMPLETE') === '100' => [
                'done_at' => $at('COMPLETED', 'LAST-MODIFIED', 'DTSTAMP'),
            ],
            $status === 'CANCELLED' => ['let_go_at' => $at('LAST-MODIFIED', 'DTSTAMP')],
            default => [],
        };
    }

    /**
     * @param  Columns  $columns  of the whole
     * @return Row
     */
    private function row(Component $other, Placement $usual, array $columns): array
    {
        if ($other->name === 'VEVENT' && strtoupper($this->text($other, 'STATUS')) === 'CANCELLED') {
            return ['skipped' => true];
        }
        $row = $this->outcome($other);
        $stands = $this->placement($other);
        if (
            $stands !== null &&
            ($stands->startText() !== $usual->startText() ||
                $stands->length !== $usual->length ||
                $stands->allDay !== $usual->allDay ||
                $stands->zone !== $usual->zone)
        ) {
            $row += [
                'all_day' => $stands->allDay,
                'start' => $stands->startText(),
                'length' => $stands->length,
                'zone' => $stands->zone?->name,
            ];
        }
        $own = $this->details($other, $stands ?? $usual);
        // Its deadline goes along with it, unless it has one of its own.
        $usualDue = $this->shiftedDue($columns, $usual);
        $fields = [];
        foreach (self::DETAILS as $name) {
            $whole = $name === 'due' ? $usualDue : $columns[$name];
            if ($own[$name] !== $whole) {
                $fields[$name] = $own[$name];
            }
        }
        if (array_key_exists('reminders', $fields)) {
            $fields['own_reminders'] = true;
        }

        $lines = $this->unknown($other);
        if ($lines !== $columns['foreign_lines']) {
            $row['foreign_lines'] = $lines;
        }

        return $fields === [] ? $row : [...$row, 'fields' => $fields];
    }

    /** @param  Columns  $columns */
    private function shiftedDue(array $columns, Placement $usual): ?string
    {
        if (! is_string($columns['due']) || ! is_string($columns['start'])) {
            return null;
        }
        $days = $usual->start->dayNumber() - SeriesOf::moment($columns['start'])->dayNumber();

        return Due::shifted($columns['due'], $days);
    }

    /**
     * Our own properties, where what they stand beside is still what it was when they were written: a change by another program
     * wins.
     *
     * @param  Columns  $columns
     * @param  array<string, Row>  $overrides
     */
    private function takeOwn(Component $master, array &$columns, array &$overrides): void
    {
        foreach (OwnProperties::of($master) as $name => [$instead, $value]) {
            if ($name === 'ONCE' || $name === 'LEFT-OUT') {
                $read = $name === 'ONCE' ? $overrides['once'] ?? [] : [];
                if (is_array($value) && OwnProperties::stands($read, $instead)) {
                    $rows = array_map(
                        fn (mixed $row): ?array => is_array($row) ? OwnValues::readRow($row) : null,
                        $name === 'ONCE' ? ['once' => $value] : $value,
                    );
                    /** @var array<string, Row> $known */
                    $known = array_filter($rows, fn (?array $row): bool => $row !== null);
                    if (count($known) < count($rows)) {
                        $this->repairs[] = 'What it has of its own at one of its times could not be kept.';
                    }
                    $overrides = array_filter([...$overrides, ...$known]);
                }

                continue;
            }
            $column = strtolower(str_replace('-', '_', $name));
            if (! array_key_exists($column, $columns) || ! OwnProperties::stands($columns[$column], $instead)) {
                continue;
            }
            $own = OwnValues::read($column, $value);
            if ($own !== null) {
                $columns[$column] = $own[0];
            } else {
                $this->repairs[] = 'What it says of '.(EntryFields::all()[$column]->called ?: $column).' could not be kept.';
            }
        }
        ksort($overrides);
    }

    /** @param  Row  $row */
    private function takeOwnOfRow(Component $other, array &$row): void
    {
        foreach (OwnProperties::of($other) as $name => [$instead, $value]) {
            if ($name !== 'ROW' || ! OwnProperties::stands($row, $instead)) {
                continue;
            }
            $own = is_array($value) ? OwnValues::readRow($value) : null;
            if ($own !== null) {
                $row = $own;
            } else {
                $this->repairs[] = 'What it has of its own at one of its times could not be kept.';
            }
        }
    }

    private function instant(Component $of, string ...$names): int
    {
        foreach ($names as $name) {
            try {
                $property = Properties::first($of, $name);
                if ($property !== null) {
                    $moment = DateTimeValue::of($property, $this->zones, $this->repairs);

                    return ($moment->zone ?? Zone::of('UTC'))->instant($moment->wall);
                }
            } catch (InvalidTime) {
                continue;
            }
        }

        return 0;
    }

    private function text(Component $of, string $name): string
    {
        $text = str_replace(["\r\n", "\r"], "\n", mb_scrub(Properties::text($of, $name)));

        return trim((string) preg_replace('/[^\P{C}\n\t]/u', '', $text));
    }
}
