<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use stdClass;

/** The labels an account's entries carry, the commonest first. */
final class Labels
{
    /** @return list<string> */
    public function of(User $user): array
    {
        return array_values(array_map(
            fn (mixed $row): string => $row instanceof stdClass && is_string($row->label) ? $row->label : '',
            DB::select("select l.value as label, count(*) as number from entries e, json_each(e.labels) l where e.user_id = ? and e.labels != '[]' group by l.value order by number desc, label limit 100", [$user->id]),
        ));
    }
}
