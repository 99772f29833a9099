<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;
use stdClass;

/** What of an account leads up to something, and what became of it. */
final class LeadUpRows
{
    /** @return array<string, string> the entry that each leads up to, by its id */
    public function all(Visible $who): array
    {
        $anchors = [];
        foreach (
            DB::select('select id, leads_to from entries where user_id = ? and leads_to is not null order by position, id', [
                $who->ownerId,
            ]) as $row
        ) {
            assert($row instanceof stdClass && is_string($row->id) && is_string($row->leads_to));
            $anchors[$row->id] = $row->leads_to;
        }

        return $anchors;
    }

    /**
     * @param  list<string>  $ids  of lead-ups
     * @param  list<string>  $recurrenceIds
     * @return array<string, 'done'|'gone'> by entry and recurrence id, with a bar between; what is neither is left out
     */
    public function outcomes(array $ids, array $recurrenceIds): array
    {
        $outcomes = [];
        foreach (
            DB::select(
                'select o.entry_id, o.recurrence_id, o.done_at is not null as done from json_each(?) e join overrides o on o.entry_id = e.value
                    where o.recurrence_id in (select value from json_each(?)) and (o.done_at is not null or o.skipped = 1 or o.let_go_at is not null)',
                [json_encode($ids, JSON_THROW_ON_ERROR), json_encode($recurrenceIds, JSON_THROW_ON_ERROR)],
            ) as $row
        ) {
            assert($row instanceof stdClass && is_string($row->entry_id) && is_string($row->recurrence_id));
            $outcomes["{$row->entry_id}|{$row->recurrence_id}"] = $row->done ? 'done' : 'gone';
        }

        return $outcomes;
    }
}
