<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;

/** How long was worked on occurrences. */
final class TimingRows
{
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
