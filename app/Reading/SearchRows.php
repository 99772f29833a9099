<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use Illuminate\Support\Facades\DB;

/** The index of all words (SQLite FTS5), which triggers keep. */
final class SearchRows
{
    /** A word in the title counts most, then the place, the steps, the notes, the labels. */
    private const WEIGHTS = '0, 0, 0, 10, 4, 3, 1, 4';

    private const MOST = 200;

    /**
     * @param  string  $match  a query of FTS5
     * @return array<mixed> rows of entries and of single occurrences, the best first
     */
    public function matching(Visible $who, string $match): array
    {
        $here = "account : account{$who->ownerId} AND {title place steps notes labels} : ({$match})";

        return DB::select(
            // Ordered by rank, the index sorts by itself and cuts snippets only of what is kept.
            'select entry_id, override_id, snippet(searched, 6, char(2), char(3), char(8230), 14) as snippet, title from searched
            where searched match ? and rank match ? order by rank limit '.self::MOST,
            [$here, 'bm25('.self::WEIGHTS.')'],
        );
    }
}
