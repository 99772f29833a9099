<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Time\LocalDate;
use stdClass;

/** Which tasks have a deadline, narrowed by the database. */
final class DueRows
{
    /** @return array<mixed> rows of what happens once and is due on some days, with whether it is done or let go */
    public function single(Visible $who, LocalDate $first, int $days): array
    {
        return DB::select(
            "select e.id as entry_id, e.title, e.calendar_id, c.area_id, e.due, e.importance, e.effort, e.labels, e.colour,
                coalesce(max(h.done_at), 0) > 0 as done, coalesce(max(h.let_go_at), 0) > 0 as gone
            from entries e join calendars c on c.id = e.calendar_id left join overrides h on h.entry_id = e.id
            where e.user_id = ? and e.rule is null and e.extra_dates = '[]' and e.kind = 'task' and e.due >= ? and e.due < ?
            group by e.id order by e.due, e.position",
            [$who->ownerId, (string) $first, (string) $first->plusDays($days)],
        );
    }

    /**
     * @return list<stdClass&object{id: string, days: float, gives_way: int}> routines with a deadline, how many days after the day
     *   that its rule says each is due, and whether it gives way on days off; a single occurrence with its own
     */
    public function ofRoutines(Visible $who, LocalDate $first, int $days): array
    {
        /** @var list<stdClass&object{id: string, days: float, gives_way: int}> $rows */
        $rows = DB::select(
            "select id, julianday(substr(due, 1, 10)) - julianday(substr(start, 1, 10)) as days,
                off_day in ('before', 'after') as gives_way from entries
                where user_id = :user and (rule is not null or extra_dates <> '[]') and kind = 'task' and due is not null
            union all select h.entry_id, julianday(substr(json_extract(h.fields, '$.due'), 1, 10)) - julianday(h.day),
                e.off_day in ('before', 'after') from overrides h join entries e on e.id = h.entry_id
                where h.user_id = :user2 and json_extract(h.fields, '$.due') is not null and e.kind = 'task'
                    and json_extract(h.fields, '$.due') >= :from and json_extract(h.fields, '$.due') < :to",
            [
                'user' => $who->ownerId,
                'user2' => $who->ownerId,
                'from' => (string) $first,
                'to' => (string) $first->plusDays($days),
            ],
        );

        return $rows;
    }

    /**
     * Where occurrences of some days were moved to.
     *
     * @param  list<string>  $entryIds
     * @return array{earliest: string|null, latest: string|null} dates
     */
    public function moved(Visible $who, LocalDate $from, LocalDate $to, array $entryIds): array
    {
        $moved = DB::selectOne(
            'select min(moved_from) as earliest, max(moved_to) as latest from overrides
                where user_id = ? and start is not null and day >= ? and day < ? and entry_id in (select value from json_each(?))',
            [$who->ownerId, (string) $from, (string) $to, json_encode($entryIds, JSON_THROW_ON_ERROR)],
        );
        assert($moved instanceof stdClass);

        return [
            'earliest' => is_string($moved->earliest) ? $moved->earliest : null,
            'latest' => is_string($moved->latest) ? $moved->latest : null,
        ];
    }
}
