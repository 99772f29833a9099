<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use App\Database\GuardedConnection;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;
use stdClass;

/**
 * What the tally counted of weeks that are over. `Follows\TalliedWeeks` forgets a week when it may count differently.
 *
 * @phpstan-type EntryFacts stdClass&object{id: string, title: string, calendar_id: string, kind: string, routine: int,
 *   importance: string|null, effort: string|null, labels: string}
 */
final class TallyWeekRows
{
    /** Goes up when what is kept of a week means something else than before. */
    private const FORMAT = 1;

    /**
     * @param  'lines'|'sums'  $what
     * @param  list<string>  $starts
     * @return array<string, string> JSON by the first date of each that is kept
     */
    public function find(Visible $who, string $what, array $starts): array
    {
        $found = [];
        foreach (
            DB::select(
                "select start, {$what} as kept from tally_weeks
                    where user_id = ? and format = ? and start in (select value from json_each(?))",
                [$who->ownerId, self::FORMAT, json_encode($starts, JSON_THROW_ON_ERROR)],
            ) as $row
        ) {
            assert($row instanceof stdClass && is_string($row->start) && is_string($row->kept));
            $found[$row->start] = $row->kept;
        }

        return $found;
    }

    /**
     * Keeps weeks that were computed at a revision of the account; not where it has been changed since, nor where the database is
     * busy: then they are computed again another time.
     *
     * @param  list<array{start: string, last: string, from_at: int, to_at: int, lines: string, sums: string}>  $weeks
     */
    public function keep(Visible $who, int $revision, array $weeks): void
    {
        try {
            GuardedConnection::keeping(fn () => DB::transaction(function () use ($who, $revision, $weeks): void {
                foreach ($weeks as $week) {
                    DB::insert(
                        'insert or replace into tally_weeks (user_id, format, start, last, from_at, to_at, lines, sums)
                            select id, ?, ?, ?, ?, ?, ?, ? from users where id = ? and revision = ?',
                        [
                            self::FORMAT,
                            $week['start'],
                            $week['last'],
                            $week['from_at'],
                            $week['to_at'],
                            $week['lines'],
                            $week['sums'],
                            $who->ownerId,
                            $revision,
                        ],
                    );
                }
            }));
        } catch (QueryException) {
            // Nothing is lost: it is only slower.
        }
    }

    /**
     * What lines can be counted by, of entries as they are.
     *
     * @param  list<string>  $ids
     * @return list<EntryFacts>
     */
    public function entries(array $ids): array
    {
        /** @var list<EntryFacts> $rows */
        $rows = DB::select(
            "select id, title, calendar_id, kind, rule is not null or extra_dates <> '[]' as routine, importance, effort, labels
                from entries where id in (select value from json_each(?))",
            [json_encode($ids, JSON_THROW_ON_ERROR)],
        );

        return $rows;
    }
}
