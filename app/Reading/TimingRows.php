<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;
use stdClass;

/** How long was worked on occurrences. */
final class TimingRows
{
    /** @return array<string, true> the occurrences on which any work was timed, by key (entry id, bar, recurrence id) */
    public function occurrences(Visible $who): array
    {
        $keys = [];
        foreach (
            DB::select("select distinct entry_id || '|' || recurrence_id as key from timings where user_id = ?", [
                $who->ownerId,
            ]) as $row
        ) {
            assert($row instanceof stdClass && is_string($row->key));
            $keys[$row->key] = true;
        }

        return $keys;
    }

    /**
     * @param  list<string>  $entryIds
     * @return array<mixed> rows of entry_id, recurrence_id, started_at and ended_at (Unix seconds)
     */
    public function of(Visible $who, array $entryIds): array
    {
        return DB::select(
            'select entry_id, recurrence_id, started_at, ended_at from timings where user_id = ? and entry_id in (select value from json_each(?))',
            [$who->ownerId, json_encode($entryIds, JSON_THROW_ON_ERROR)],
        );
    }
}
