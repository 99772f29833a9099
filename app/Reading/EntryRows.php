<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Planning\CarryOver;
use PlumRota\Core\Time\LocalDate;
use stdClass;

/** Which entries of an account may stand in a stretch of days, narrowed by the database. */
final class EntryRows
{
    /*
     * A plus before user_id keeps SQLite from walking all entries of a person instead of looking up those that were found
     * (sqlite.org, "Disqualifying WHERE Clause Terms Using Unary +").
     */

    /**
     * Those that may stand in a stretch of days: what lies there, what was moved or done there, and on today what rolls on.
     *
     * @param  string  $from  the first day
     * @param  string  $to  the last day, itself included
     * @param  string|null  $today  where it lies in the stretch: what rolls on may come from any day before it
     * @return array<string, EntryRow> by id, as they are ordered by hand
     */
    public function between(Visible $who, string $from, string $to, ?string $today): array
    {
        return $this->rows(
            "where e.id in (
                select id from entries where user_id = :user and last_day is null and first_day <= :to
                union all select id from entries where user_id = :user2 and last_day >= :from and first_day <= :to2
                union all select entry_id from overrides
                    where user_id = :user3 and moved_to is not null and moved_to >= :from2 and moved_from <= :to3
                union all select entry_id from overrides
                    where user_id = :user4 and day between :from3 and :to4 and done_at is not null
                union all select r.id from entries r
                    where r.user_id = :user5 and r.missed = 'roll' and r.kind = 'task' and r.first_day <= :today and (
                        (r.rule is not null and (r.last_day is null or r.last_day >= :rolled))
                        or (r.rule is null and not exists (select 1 from overrides d
                            where d.entry_id = r.id and (d.done_at is not null or d.let_go_at is not null))))
            ) and +e.user_id = :user6 and e.start is not null order by e.position, e.id",
            [
                ...array_fill_keys(['user', 'user2', 'user3', 'user4', 'user5', 'user6'], $who->ownerId),
                ...array_fill_keys(['from', 'from2', 'from3'], $from),
                ...array_fill_keys(['to', 'to2', 'to3', 'to4'], $to),
                'today' => $today ?? '',
                'rolled' => $today === null ? '' : (string) LocalDate::parse($today)->plusDays(-CarryOver::FURTHEST - 2),
            ],
        );
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, EntryRow> by id, as they are ordered by hand
     */
    public function named(Visible $who, array $ids): array
    {
        return $this->rows('where +e.user_id = ? and e.id in (select value from json_each(?)) order by e.position, e.id', [
            $who->ownerId,
            json_encode($ids, JSON_THROW_ON_ERROR),
        ]);
    }

    /**
     * @param  array<int|string, int|string>  $values
     * @return array<string, EntryRow> by id
     */
    private function rows(string $which, array $values): array
    {
        $entries = [];
        foreach (
            DB::select(
                'select '.EntryRow::COLUMNS." from entries e join calendars c on c.id = e.calendar_id {$which}",
                $values,
            ) as $row
        ) {
            assert($row instanceof stdClass);
            $entry = EntryRow::of($row);
            $entries[$entry->id] = $entry;
        }

        return $entries;
    }

    /**
     * @return list<stdClass&object{id: string, travel: int, margin: int}> entries that keep minutes before or after them, all of
     *   them or some
     */
    public function reaching(Visible $who): array
    {
        /** @var list<stdClass&object{id: string, travel: int, margin: int}> $rows */
        $rows = DB::select(
            "select id, travel + margin_before as travel, margin + travel_back as margin from entries
                where user_id = :user and start is not null and (travel > 0 or margin > 0 or margin_before > 0 or travel_back > 0)
            union all select entry_id, coalesce(json_extract(fields, '$.travel'), 0) + coalesce(json_extract(fields, '$.margin_before'), 0)
                    + coalesce((select travel + margin_before from entries e where e.id = entry_id), 0),
                coalesce(json_extract(fields, '$.margin'), 0) + coalesce(json_extract(fields, '$.travel_back'), 0)
                    + coalesce((select margin + travel_back from entries e where e.id = entry_id), 0)
                from overrides
                where user_id = :user2 and (json_extract(fields, '$.travel') > 0 or json_extract(fields, '$.margin') > 0
                    or json_extract(fields, '$.margin_before') > 0 or json_extract(fields, '$.travel_back') > 0)",
            ['user' => $who->ownerId, 'user2' => $who->ownerId],
        );

        return $rows;
    }

    /** @return list<string> the labels that entries carry, the commonest first */
    public function labels(Visible $who): array
    {
        return array_values(
            array_map(
                fn (mixed $row): string => $row instanceof stdClass && is_string($row->label) ? $row->label : '',
                DB::select(
                    "select l.value as label, count(*) as number from entries e, json_each(e.labels) l
                        where e.user_id = ? and e.labels != '[]' group by l.value order by number desc, label limit 100",
                    [$who->ownerId],
                ),
            ),
        );
    }
}
