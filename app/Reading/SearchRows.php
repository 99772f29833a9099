<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;

/** The index of all words (FTS5), which triggers keep. */
final class SearchRows
{
    /** A word in the title counts most, then the place, the steps, the notes, the labels. */
    private const WEIGHTS = '0, 0, 0, 10, 4, 3, 1, 4';

    /** @return array<mixed> rows of entries and of single occurrences, the best first */
    public function matching(Visible $who, string $match): array
    {
        return DB::select('select entry_id, change_id, snippet(searched, 6, char(2), char(3), char(8230), 14) as snippet, title, bm25(searched, '.self::WEIGHTS.') as rank
            from searched where searched match ? and user_id = ? order by rank limit 200', [$match, $who->ownerId]);
    }
}
