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

    public function __construct(private readonly SearchRows $searchRows)
    {
    }

    /**
     * @param  list<string>  $words  folded, all of which are in the line
     * @return list<Line> the latest first
     */
    public function with(User $user, array $words): array
    {
        $found = $this->searchRows->lines($user, $words);

        return $found === []
            ? []
            : self::lines(
                $user,
                'and exists (select 1 from json_each(?) f
                    where json_extract(f.value, \'$[0]\') = j.id and json_extract(f.value, \'$[1]\') = j.line)
                    order by j.date desc, j.place limit '.self::MOST_FOUND,
                [json_encode($found, JSON_THROW_ON_ERROR)],
                array_values(array_unique(array_column($found, 0))),
            );
    }

    /** @return list<Line> of the days from a date to another, both included, the latest first */
    public function between(User $user, string $from, string $to): array
    {
        return self::lines($user, 'and j.date between ? and ? order by j.date desc, j.of, j.place', [$from, $to]);
    }

    /**
     * @param  list<int|string>  $values
     * @param  list<string>|null  $ids  of closings, rounds and goals, where only some are looked at
     * @return list<Line>
     */
    private static function lines(User $user, string $where, array $values, ?array $ids = null): array
    {
        $lines = [];
        [$of, $given] = $ids === null
            ? ['', []]
            : [' and id in (select value from json_each(?))', [json_encode($ids, JSON_THROW_ON_ERROR)]];
        $mine = [$user->id, ...$given];
        foreach (
            DB::select(
                "select j.date, j.question, j.answer, j.of, j.became from (
                    select c.id, l.key as line, c.date as date, 'day' as of, l.key as place,
                        json_extract(l.value, '\$.question') as question, json_extract(l.value, '\$.answer') as answer, null as became
                    from (select * from closings where user_id = ?{$of}) c, json_each(c.answers) l
                    union all select r.id, l.key, r.start, r.kind, l.key, json_extract(l.value, '\$.question'),
                        json_extract(l.value, '\$.answer'), null
                    from (select * from rounds where user_id = ?{$of}) r, json_each(r.answers) l
                    union all select g.id, 0, g.start, g.kind, 1000 + g.position, 'Goal', g.title, g.answer
                    from (select * from goals where user_id = ?{$of}) g
                ) j where j.answer <> '' {$where}",
                [...$mine, ...$mine, ...$mine, ...$values],
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
