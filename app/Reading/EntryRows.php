<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Which entries of an account may stand in a stretch of days, narrowed by the database. */
final class EntryRows
{
    /**
     * @param  string|null  $today  where it lies in the window: what rolls on may come from any day before it
     * @param  list<string>|null  $only
     * @return array<string, EntryRow> by id
     */
    public function between(Visible $who, string $from, string $to, ?string $today, ?array $only): array
    {
        $ids = $only === null ? [] : ['only' => json_encode($only, JSON_THROW_ON_ERROR)];
        $rows = DB::select('select '.EntryRow::COLUMNS." from entries e join calendars c on c.id = e.calendar_id
            where e.user_id = :user and e.start is not null and (
                (e.first_day <= :to and (e.last_day is null or e.last_day >= :from))
                or e.id in (select value from json_each(:changed))
                or e.id in (select r.id from entries r where r.user_id = :user2 and r.missed = 'roll' and r.kind = 'task' and r.first_day <= :today
                    and (r.rule is not null or not exists (select 1 from changes d where d.entry_id = r.id and (d.done_at is not null or d.let_go_at is not null)))))
            ".($only === null ? '' : 'and e.id in (select value from json_each(:only))').'
            order by e.position, e.id', [...$ids, 'user' => $who->ownerId, 'user2' => $who->ownerId, 'today' => $today ?? '', 'from' => $from, 'to' => $to, 'changed' => json_encode($this->changed($who, $from, $to), JSON_THROW_ON_ERROR)]);
        $entries = [];
        foreach ($rows as $row) {
            assert($row instanceof stdClass);
            $entry = EntryRow::of($row);
            $entries[$entry->id] = $entry;
        }

        return $entries;
    }

    /** @return list<string> entries that stand here only by what was changed: moved here, or done here under an older rule */
    private function changed(Visible $who, string $from, string $to): array
    {
        /** @var list<stdClass&object{entry_id: string}> $rows */
        $rows = DB::select('select entry_id from changes where user_id = :user and moved_from <= :to and moved_to >= :from
            union select entry_id from changes where user_id = :user2 and day between :from2 and :to2 and done_at is not null',
            ['user' => $who->ownerId, 'user2' => $who->ownerId, 'from' => $from, 'from2' => $from, 'to' => $to, 'to2' => $to]);

        return array_column($rows, 'entry_id');
    }

    /** @return list<stdClass&object{id: string, travel: int, margin: int}> entries that keep minutes before or after them, all of them or some */
    public function reaching(Visible $who): array
    {
        /** @var list<stdClass&object{id: string, travel: int, margin: int}> $rows */
        $rows = DB::select("select id, travel, margin from entries where user_id = :user and start is not null and (travel > 0 or margin > 0)
            union all select entry_id, coalesce(json_extract(fields, '$.travel'), 0), coalesce(json_extract(fields, '$.margin'), 0) from changes
                where user_id = :user2 and fields <> '{}' and fields <> '[]' and (json_extract(fields, '$.travel') > 0 or json_extract(fields, '$.margin') > 0)", ['user' => $who->ownerId, 'user2' => $who->ownerId]);

        return $rows;
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, EntryRow> by id
     */
    public function named(Visible $who, array $ids): array
    {
        $entries = [];
        foreach (DB::select('select '.EntryRow::COLUMNS.' from entries e join calendars c on c.id = e.calendar_id where e.user_id = ? and e.id in (select value from json_each(?))', [$who->ownerId, json_encode($ids, JSON_THROW_ON_ERROR)]) as $row) {
            assert($row instanceof stdClass);
            $entry = EntryRow::of($row);
            $entries[$entry->id] = $entry;
        }

        return $entries;
    }

    /** @return list<string> the labels that entries carry, the commonest first */
    public function labels(Visible $who): array
    {
        return array_values(array_map(
            fn (mixed $row): string => $row instanceof stdClass && is_string($row->label) ? $row->label : '',
            DB::select("select l.value as label, count(*) as number from entries e, json_each(e.labels) l where e.user_id = ? and e.labels != '[]' group by l.value order by number desc, label limit 100", [$who->ownerId]),
        ));
    }
}
