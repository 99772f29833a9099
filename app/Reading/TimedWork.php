<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;
use stdClass;

/** How long each occurrence took that was timed, as far as that is ended. */
final class TimedWork
{
    /**
     * @param  int  $most  of each title, the latest
     * @return list<stdClass&object{entry_id: string, recurrence_id: string, seconds: int, ended_at: int}> the latest first; of what
     *   is not finished nothing: it may take longer
     */
    public function finished(Visible $who, int $most): array
    {
        /** @var list<stdClass&object{entry_id: string, recurrence_id: string, seconds: int, ended_at: int}> $rows */
        $rows = DB::select(
            "select entry_id, recurrence_id, seconds, ended_at from (
                select w.*, row_number() over (partition by e.title order by w.ended_at desc, w.entry_id) as place
                from (
                    select entry_id, recurrence_id, sum(ended_at - started_at) as seconds, max(ended_at) as ended_at
                    from timings where user_id = ? group by entry_id, recurrence_id having count(*) = count(ended_at)
                ) w join entries e on e.id = w.entry_id
                where w.seconds >= 30 and (e.kind = 'event' or exists (select 1 from overrides o
                    where o.entry_id = w.entry_id and o.recurrence_id = w.recurrence_id and o.done_at is not null))
            ) where place <= ? order by ended_at desc, entry_id",
            [$who->ownerId, $most],
        );

        return $rows;
    }
}
