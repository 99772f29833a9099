<?php

declare(strict_types=1);

namespace App\Reading;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * The lines that were written when days were closed and in the rounds of weeks and months, and what those were for; what is of a
 * round stands on its first day. They are a person's own and never shared.
 *
 * @phpstan-type Line array{date: string, question: string, answer: string, of: 'day'|'week'|'month'}
 */
final class JournalLines
{
    private const MOST_FOUND = 20;

    private const BECAME = ['kept' => 'kept', 'partly' => 'kept in part', 'dropped' => 'dropped', 'carried' => 'carried on'];

    /**
     * @param  list<string>  $words  letters and digits only, all of which are in the line, in any case
     * @return list<Line> the latest first
     */
    public function with(User $user, array $words): array
    {
        if ($words === []) {
            return [];
        }
        $all = implode(' and ', array_fill(0, count($words), 'j.answer like ?'));

        return self::lines($user, "and {$all} order by j.date desc, j.place limit ".self::MOST_FOUND, [
            ...array_map(fn (string $word): string => '%'.$word.'%', $words),
        ]);
    }

    /** @return list<Line> of the days from a date to another, both included, the latest first */
    public function between(User $user, string $from, string $to): array
    {
        return self::lines($user, 'and j.date between ? and ? order by j.date desc, j.of, j.place', [$from, $to]);
    }

    /**
     * @param  list<int|string>  $values
     * @return list<Line>
     */
    private static function lines(User $user, string $where, array $values): array
    {
        $lines = [];
        foreach (
            DB::select(
                "select j.date, j.question, j.answer, j.of, j.became from (
                    select c.date as date, 'day' as of, l.key as place, json_extract(l.value, '\$.question') as question,
                        json_extract(l.value, '\$.answer') as answer, null as became
                    from closings c, json_each(c.answers) l where c.user_id = ?
                    union all select r.start, r.kind, l.key, json_extract(l.value, '\$.question'),
                        json_extract(l.value, '\$.answer'), null
                    from rounds r, json_each(r.answers) l where r.user_id = ?
                    union all select g.start, g.kind, 1000 + g.position, 'Goal', g.title, g.answer from goals g where g.user_id = ?
                ) j where j.answer <> '' {$where}",
                [$user->id, $user->id, $user->id, ...$values],
            ) as $row
        ) {
            /** @var stdClass&object{date: string, question: string, answer: string, of: 'day'|'week'|'month', became: string|null} $row */
            $became = self::BECAME[$row->became ?? ''] ?? null;
            $lines[] = [
                'date' => $row->date,
                'question' => $became === null ? $row->question : "{$row->question}, {$became}",
                'answer' => $row->answer,
                'of' => $row->of,
            ];
        }

        return $lines;
    }
}
