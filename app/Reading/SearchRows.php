<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * The index of all words (SQLite FTS5), which `Follows\SearchWords` keeps. What has the words exactly comes first, then what has words that
 * begin so, then what has them with another ending.
 */
final class SearchRows
{
    /** A word in the title counts most, then the place and the labels, the link and the steps, the notes. */
    private const WEIGHTS = '0, 0, 0, 10, 4, 3, 3, 1, 4';

    private const MOST = 200;

    /**
     * @param  list<string>  $words  folded
     * @param  'AND'|'OR'  $join  all of them, or any
     * @return list<array{entry_id: string, override_id: int|null, title: string}> entries and single occurrences, the best first
     */
    public function matching(Visible $who, array $words, string $join): array
    {
        $rank = ' and rank match \'bm25('.self::WEIGHTS.')\' order by rank';

        return array_slice($this->found("account{$who->ownerId}", $words, $join, $rank, ' order by e.rank'), 0, self::MOST);
    }

    /**
     * @param  list<string>  $words  folded
     * @return list<array{0: string, 1: int}> lines of the journal with all of them: of which closing, round or goal, and its place there
     */
    public function lines(User $user, array $words): array
    {
        // What was written later has a greater number.
        $rows = $this->found("lines{$user->id}", $words, 'AND', ' order by rowid desc', ' order by e.rowid desc');

        return array_map(fn (array $row): array => [$row['entry_id'], $row['override_id'] ?? 0], $rows);
    }

    /**
     * @param  list<string>  $words  letters, numbers and pictographs
     * @return list<array{entry_id: string, override_id: int|null, title: string}>
     */
    private function found(string $account, array $words, string $join, string $order, string $orderOfEndings): array
    {
        if ($words === []) {
            return [];
        }
        $match = function (string $columns, int ...$begun) use ($account, $join, $words): string {
            $quoted = [];
            foreach ($words as $i => $word) {
                $quoted[] = "\"{$word}\"".(in_array($i, $begun, true) ? '*' : '');
            }

            return "account : {$account} AND {{$columns}} : (".implode(" {$join} ", $quoted).')';
        };
        $columns = 'title place link steps notes labels';
        $most = self::MOST;
        $written = "select entry_id, override_id, title from searched where searched match ?{$order} limit {$most}";
        $byEnding = "select s.entry_id, s.override_id, s.title from searched_endings e join searched s on s.rowid = e.rowid
            where e.searched_endings match ?{$orderOfEndings} limit {$most}";
        $found = [];
        foreach (
            [
                [$written, $match($columns)],
                [$written, $match($columns, ...array_keys($words))],
                [$byEnding, $match('words')],
                // One that is still being typed, after others with another ending.
                [$byEnding, $match('words', count($words) - 1)],
            ] as $i => [$query, $what]
        ) {
            if (count($found) >= $most || ($i === 3 && $found !== [])) {
                break;
            }
            foreach (DB::select($query, [$what]) as $row) {
                assert($row instanceof stdClass && is_string($row->entry_id) && is_string($row->title));
                $found["{$row->entry_id}|".(is_scalar($row->override_id) ? $row->override_id : '')] ??= [
                    'entry_id' => $row->entry_id,
                    'override_id' => is_numeric($row->override_id) ? (int) $row->override_id : null,
                    'title' => $row->title,
                ];
            }
        }

        return array_values($found);
    }
}
