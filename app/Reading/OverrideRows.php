<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Recurrence\LivedSet;
use PlumRota\Core\Time\LocalDate;
use stdClass;

/** What makes occurrences of some entries differ in a stretch of days, narrowed by the database. */
final class OverrideRows
{
    /**
     * @param  array<string, EntryRow>  $entries
     * @return array<string, list<ChangeRow>> by entry
     */
    public function between(Visible $who, array $entries, string $from, string $to): array
    {
        $longest = 0;
        $whole = [];
        foreach ($entries as $entry) {
            $longest = max($longest, $entry->all_day ? $entry->length : intdiv($entry->length, 1440) + 1);
            if ($entry->after_done || $entry->rule === null || ($entry->missed === Missed::Roll->value && $entry->kind === 'task')) {
                $whole[] = $entry->id;
            }
        }
        // A day off may send an occurrence either way from its recurrence id.
        $offDays = array_unique(array_map(fn (EntryRow $entry): string => $entry->off_day, $entries));
        $earliest = (string) LocalDate::parse($from)->plusDays(-$longest - (in_array('after', $offDays, true) ? LivedSet::FURTHEST : 0));
        $latest = (string) LocalDate::parse($to)->plusDays(in_array('before', $offDays, true) ? LivedSet::FURTHEST : 0);
        $rows = DB::select('select '.ChangeRow::COLUMNS.' from changes where user_id = :user and day between :from and :to
            union select '.ChangeRow::COLUMNS.' from changes where user_id = :user2 and moved_from <= :to2 and moved_to >= :from2
            union select '.ChangeRow::COLUMNS.' from changes where entry_id in (select value from json_each(:whole))',
            ['user' => $who->ownerId, 'user2' => $who->ownerId, 'from' => $earliest, 'from2' => $from, 'to' => $latest, 'to2' => $to, 'whole' => json_encode($whole, JSON_THROW_ON_ERROR)]);
        $byEntry = [];
        foreach ($rows as $row) {
            assert($row instanceof stdClass);
            $change = ChangeRow::of($row);
            if (isset($entries[$change->entry_id])) {
                $byEntry[$change->entry_id][] = $change;
            }
        }

        return $byEntry;
    }

    /** @return list<ChangeRow> of one entry from a day on; all of one that counts from its finishes, and of what happens once */
    public function since(EntryRow $entry, string $since): array
    {
        return $this->rows('entry_id = ? and (? or day >= ? or moved_to >= ?)', [$entry->id, $entry->after_done || ! $entry->isRoutine(), $since, $since]);
    }

    /**
     * @param  array<int, int>  $ids
     * @return array<int, ChangeRow> by id
     */
    public function named(array $ids): array
    {
        $changes = [];
        foreach (DB::select('select id, '.ChangeRow::COLUMNS.' from changes where id in (select value from json_each(?))', [json_encode(array_values($ids), JSON_THROW_ON_ERROR)]) as $row) {
            assert($row instanceof stdClass && is_int($row->id));
            $changes[$row->id] = ChangeRow::of($row);
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
        foreach (DB::select('select entry_id, max(done_at) as at from changes where entry_id in (select value from json_each(?)) and done_at is not null group by entry_id', [json_encode($entryIds, JSON_THROW_ON_ERROR)]) as $row) {
            assert($row instanceof stdClass && is_string($row->entry_id) && is_numeric($row->at));
            $last[$row->entry_id] = (int) $row->at;
        }

        return $last;
    }

    /** @return list<stdClass> what was done between two instants (Unix seconds), with what is shown of each, the latest first */
    public function done(Visible $who, int $from, int $to): array
    {
        /** @var list<stdClass> $rows */
        $rows = DB::select("select h.entry_id, h.recurrence_id, h.done_at, coalesce(json_extract(h.fields, '$.title'), e.title) as title, coalesce(json_extract(h.fields, '$.estimate'), e.estimate) as estimate,
                c.id as calendar_id, c.area_id, coalesce(json_extract(h.fields, '$.colour'), e.colour) as colour, e.rule is not null or e.extra_dates <> '[]' as routine
            from changes h join entries e on e.id = h.entry_id join calendars c on c.id = coalesce(json_extract(h.fields, '$.calendar_id'), e.calendar_id)
            where h.user_id = ? and h.done_at >= ? and h.done_at < ? order by h.done_at desc, h.id", [$who->ownerId, $from, $to]);

        return $rows;
    }

    /**
     * @param  list<bool|int|string>  $values
     * @return list<ChangeRow>
     */
    private function rows(string $where, array $values): array
    {
        $changes = [];
        foreach (DB::select('select '.ChangeRow::COLUMNS." from changes where {$where}", $values) as $row) {
            assert($row instanceof stdClass);
            $changes[] = ChangeRow::of($row);
        }

        return $changes;
    }
}
