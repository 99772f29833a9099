<?php

declare(strict_types=1);

namespace App\Reading;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * The lines that were written when days were closed. They are a person's own and never shared.
 *
 * @phpstan-type Line array{date: string, question: string, answer: string}
 */
final class ClosingLines
{
    private const MOST_FOUND = 20;

    /**
     * @param  list<string>  $words  letters and digits only, all of which are in the line, in any case
     * @return list<Line> the latest first
     */
    public function with(User $user, array $words): array
    {
        if ($words === []) {
            return [];
        }
        $all = implode(' and ', array_fill(0, count($words), "json_extract(l.value, '\$.answer') like ?"));

        return self::lines(
            "and {$all} order by c.date desc, l.key limit ".self::MOST_FOUND,
            [$user->id, ...array_map(fn (string $word): string => '%'.$word.'%', $words)],
        );
    }

    /** @return list<Line> of the days from a date to another, both included, the latest first */
    public function between(User $user, string $from, string $to): array
    {
        return self::lines('and c.date between ? and ? order by c.date desc, l.key', [$user->id, $from, $to]);
    }

    /**
     * @param  list<int|string>  $values
     * @return list<Line>
     */
    private static function lines(string $where, array $values): array
    {
        $lines = [];
        foreach (
            DB::select(
                "select c.date, json_extract(l.value, '\$.question') as question, json_extract(l.value, '\$.answer') as answer
                    from closings c, json_each(c.answers) l where c.user_id = ? and answer <> '' {$where}",
                $values,
            ) as $row
        ) {
            assert($row instanceof stdClass && is_string($row->date) && is_string($row->question) && is_string($row->answer));
            $lines[] = ['date' => $row->date, 'question' => $row->question, 'answer' => $row->answer];
        }

        return $lines;
    }
}
