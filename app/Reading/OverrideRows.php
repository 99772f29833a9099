<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use App\Models\Entry;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Time\LocalDate;
use stdClass;

/** What makes occurrences of some entries differ in a stretch of days, narrowed by the database. */
final class OverrideRows
{
    /** Days that an occurrence may reach beyond its own without being looked for by itself. */
    private const SHORT = 2;

    /**
     * What may make occurrences of a stretch differ: rows whose recurrence id, or whose new place, lies near it. Near is as far
     * as the entry is long, and as far as a day off may send it where that is asked for. Of what counts from when it was done,
     * the latest finish besides, and those that were done ahead of their day; of what happens once, its one row.
     *
     * @param  array<string, EntryRow>  $entries  by id
     * @param  string  $from  the first day
     * @param  string  $to  the last day, itself included
     * @param  bool  $isAll  whether these are most of what a person has, so that their days are looked up and not each entry
     * @return array<string, list<OverrideRow>> by entry
     */
    public function near(Visible $who, array $entries, string $from, string $to, bool $isAll = true): array
    {
        $wide = $once = $lastDone = $whole = [];
        foreach ($entries as $entry) {
            if (self::needsEveryFinish($entry)) {
                $whole[] = $entry->id;

                continue;
            }
            if (! $entry->isRoutine()) {
                $once[] = $entry->id;
            } elseif ($entry->after_done) {
                $lastDone[] = $entry->id;
            }
            // What happens once may have been a routine, of which what was done stays where it was.
            [$before, $after] = [
                self::daysBefore($entry),
                ($entry->off_day === 'before' ? AdjustedSet::FURTHEST : 0) + ($entry->lead()?->reach() ?? 0),
            ];
            if (! $isAll || $before > self::SHORT || $after > 0) {
                $wide[] = [
                    $entry->id,
                    (string) LocalDate::parse($from)->plusDays(-$before),
                    (string) LocalDate::parse($to)->plusDays($after),
                ];
            }
        }
        $json = fn (array $list): string => json_encode($list, JSON_THROW_ON_ERROR);
        $rows = DB::select(
            'select '.
                OverrideRow::COLUMNS.
                " from overrides where id in (
            select id from overrides where :all and user_id = :user and day between :from and :to
            union all select id from overrides
                where :all2 and user_id = :user2 and moved_to is not null and moved_to >= :from2 and moved_from <= :to2
            union all select c.id from json_each(:few) f join overrides c
                on c.entry_id = f.value and c.moved_to is not null and c.moved_to >= :from3 and c.moved_from <= :to3
            union all select c.id from json_each(:wide) w join overrides c on c.entry_id = json_extract(w.value, '$[0]')
                and c.day between json_extract(w.value, '$[1]') and json_extract(w.value, '$[2]')
            union all select c.id from json_each(:once) o join overrides c on c.entry_id = o.value and c.recurrence_id = 'once'
            union all select c.id from json_each(:whole) o join overrides c on c.entry_id = o.value
            union all select (select c.id from overrides c where c.entry_id = o.value and c.done_at is not null
                order by c.done_at desc limit 1) from json_each(:finished) o
            union all select (select c.id from overrides c where c.entry_id = o.value and (c.skipped = 1 or c.let_go_at is not null)
                order by c.day desc limit 1) from json_each(:finished2) o
            union all select c.id from json_each(:finished3) o join overrides c on c.entry_id = o.value and c.done_at is not null
                and c.day > (select date(max(d.done_at), 'unixepoch', '-2 days') from overrides d where d.entry_id = o.value)
            )",
            [
                'all' => $isAll,
                'all2' => $isAll,
                'few' => $json($isAll ? [] : array_keys($entries)),
                'from3' => $from,
                'to3' => $to,
                'user' => $who->ownerId,
                'user2' => $who->ownerId,
                'from' => (string) LocalDate::parse($from)->plusDays(-self::SHORT),
                'from2' => $from,
                'to' => $to,
                'to2' => $to,
                'wide' => $json($wide),
                'once' => $json($once),
                'whole' => $json($whole),
                'finished' => $json($lastDone),
                'finished2' => $json($lastDone),
                'finished3' => $json($lastDone),
            ],
        );
        $byEntry = [];
        foreach ($rows as $row) {
            assert($row instanceof stdClass);
            $change = OverrideRow::of($row);
            if (isset($entries[$change->entry_id])) {
                $byEntry[$change->entry_id][] = $change;
            }
        }

        return $byEntry;
    }

    /** @return list<OverrideRow> of one entry from a day on; all of one that counts from its finishes, and of what happens once */
    public function since(EntryRow|Entry $entry, string $since): array
    {
        return $this->rows('entry_id = ? and (? or day >= ? or moved_to >= ?)', [
            $entry->id,
            $entry->after_done || ! $entry->isRoutine(),
            $since,
            $since,
        ]);
    }

    /**
     * Takes along with an entry what may make its occurrences differ from a day on, wherever they are due.
     *
     * @param  string  $day  on which the first of them may still end, or be due
     * @param  int  $dueDays  how many days after it begins an occurrence may be due
     * @param  list<string>  $recurrenceIds  of those that matter besides
     */
    public function load(Entry $entry, string $day, int $dueDays, array $recurrenceIds): void
    {
        $all = $entry->overrides();
        if ($entry->isRoutine() && ! self::needsEveryFinish($entry)) {
            $from = (string) LocalDate::parse($day)->plusDays(-max($dueDays, self::daysBefore($entry)));
            $finishes = $entry->after_done
                ? array_filter([
                    $entry->overrides()->whereNotNull('done_at')->orderByDesc('done_at')->value('id'),
                    $entry
                        ->overrides()
                        ->where(fn ($either) => $either->where('skipped', true)->orWhereNotNull('let_go_at'))
                        ->orderByDesc('day')
                        ->value('id'),
                ])
                : [];
            $all->where(
                fn ($any) => $any
                    ->where('day', '>=', $from)
                    ->orWhere('moved_to', '>=', $from)
                    ->orWhereNotNull('fields->due')
                    ->orWhereIn('recurrence_id', $recurrenceIds)
                    ->orWhereIn('id', $finishes),
            );
        }
        $entry->setRelation('overrides', $all->get());
    }

    /** Whether every finish of what counts from them matters: where they are counted, or one sends the next somewhere. */
    private static function needsEveryFinish(EntryRow|Entry $entry): bool
    {
        $hasBreaks = $entry->off_day !== 'keep' || $entry->seasons !== [] || $entry->pauses !== [];

        return $entry->isRoutine() && $entry->after_done && (str_contains((string) $entry->rule, 'COUNT=') || $hasBreaks);
    }

    /** How many days before a stretch the recurrence id of what reaches into it may lie. */
    private static function daysBefore(EntryRow|Entry $entry): int
    {
        $length = $entry->all_day ? $entry->length : intdiv($entry->length, 1440) + 1;

        return $length + ($entry->off_day === 'after' ? AdjustedSet::FURTHEST : 0) + max(0, $entry->lead_shift);
    }

    /**
     * @param  array<int, int>  $ids
     * @return array<int, OverrideRow> by id
     */
    public function named(array $ids): array
    {
        $changes = [];
        foreach (
            DB::select('select id, '.OverrideRow::COLUMNS.' from overrides where id in (select value from json_each(?))', [
                json_encode(array_values($ids), JSON_THROW_ON_ERROR),
            ]) as $row
        ) {
            assert($row instanceof stdClass && is_int($row->id));
            $changes[$row->id] = OverrideRow::of($row);
        }

        return $changes;
    }

    /**
     * @param  list<string>  $entryIds
     * @return array<string, int> Unix seconds of the last tick of each
     */
    public function lastDone(array $entryIds): array
    {
        $last = [];
        foreach (
            DB::select(
                // For each the end of its index, and not all that was ever done of it.
                'select e.value as entry_id, (select max(done_at) from overrides where entry_id = e.value and done_at is not null) as at
                    from json_each(?) e where at is not null',
                [json_encode($entryIds, JSON_THROW_ON_ERROR)],
            ) as $row
        ) {
            assert($row instanceof stdClass && is_string($row->entry_id) && is_numeric($row->at));
            $last[$row->entry_id] = (int) $row->at;
        }

        return $last;
    }

    /**
     * @param  list<string>  $entryIds
     * @return string|null the first day of which an occurrence was marked
     */
    public function firstDay(array $entryIds): ?string
    {
        $days = [];
        foreach (
            DB::select(
                "select (select min(day) from overrides where entry_id = e.value and day <> '') as day from json_each(?) e",
                [json_encode($entryIds, JSON_THROW_ON_ERROR)],
            ) as $row
        ) {
            assert($row instanceof stdClass);
            if (is_string($row->day)) {
                $days[] = $row->day;
            }
        }

        return $days === [] ? null : min($days);
    }

    /**
     * @param  list<array{string, string}>  $which  entry and recurrence id
     * @return array<string, OverrideRow> by both, with a bar between
     */
    public function ofOccurrences(array $which): array
    {
        $changes = [];
        foreach (
            DB::select(
                'select '.
                    OverrideRow::COLUMNS.
                    " from json_each(?) w join overrides o
                    on o.entry_id = json_extract(w.value, '$[0]') and o.recurrence_id = json_extract(w.value, '$[1]')",
                [json_encode($which, JSON_THROW_ON_ERROR)],
            ) as $row
        ) {
            assert($row instanceof stdClass);
            $change = OverrideRow::of($row);
            $changes["{$change->entry_id}|{$change->recurrence_id}"] = $change;
        }

        return $changes;
    }

    /** @return list<stdClass> what was done between two instants (Unix seconds), with what is shown of each, the latest first */
    public function done(Visible $who, int $from, int $to): array
    {
        /** @var list<stdClass> $rows */
        $rows = DB::select(
            "select h.entry_id, h.recurrence_id, h.done_at, coalesce(json_extract(h.fields, '$.title'), e.title) as title,
                coalesce(json_extract(h.fields, '$.estimate'), e.estimate) as estimate,
                c.id as calendar_id, c.area_id, coalesce(json_extract(h.fields, '$.colour'), e.colour) as colour,
                e.rule is not null or e.extra_dates <> '[]' as routine
            from overrides h join entries e on e.id = h.entry_id
                join calendars c on c.id = coalesce(json_extract(h.fields, '$.calendar_id'), e.calendar_id)
            where h.user_id = ? and h.done_at >= ? and h.done_at < ? order by h.done_at desc, h.id",
            [$who->ownerId, $from, $to],
        );

        return $rows;
    }

    /**
     * @param  list<bool|int|string>  $values
     * @return list<OverrideRow>
     */
    private function rows(string $where, array $values): array
    {
        $changes = [];
        foreach (DB::select('select '.OverrideRow::COLUMNS." from overrides where {$where}", $values) as $row) {
            assert($row instanceof stdClass);
            $changes[] = OverrideRow::of($row);
        }

        return $changes;
    }
}
