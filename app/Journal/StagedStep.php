<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Support\Facades\DB;
use PlumRota\Core\Fields\Tables\Tables;

/**
 * The rows of a step that were made elsewhere (`AccountCopy`), laid ready beside their tables in temporary ones, so that putting
 * them there takes a few statements and holds the lock for a moment only.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class StagedStep
{
    private const PREFIX = 'step_';

    /** @param  non-empty-list<Row>  $rows  as they will be noted */
    private function __construct(public array $rows)
    {
    }

    /**
     * @param  non-empty-list<Row>  $rows  before and after
     * @param  AccountCopy  $copy  in which they are now
     */
    public static function of(array $rows, AccountCopy $copy): self
    {
        $numbered = self::numbered($rows);
        foreach (array_keys(Tables::all()) as $table) {
            $name = self::PREFIX.$table;
            DB::statement("drop table if exists temp.{$name}");
            $ids = []; // here, by what they are in the copy
            foreach ($rows as $i => $row) {
                if ($row['table'] === $table && $row['after'] !== null) {
                    $ids[$row['id']] = $numbered[$i]['id'];
                }
            }
            if ($ids === []) {
                continue;
            }
            DB::statement("create temporary table {$name} as select * from {$table} where 0");
            $put = null;
            foreach ($copy->rows($table, array_keys($ids)) as $row) {
                $put ??= DB::connection()
                    ->getPdo()
                    ->prepare("insert into temp.{$name} values (".implode(', ', array_fill(0, count($row), '?')).')');
                $put->execute(array_values([...$row, 'id' => $ids[$row['id']]]));
            }
        }

        return new self($numbered);
    }

    /** Within a transaction, over the very rows that the step began with. */
    public function put(): void
    {
        $of = fn (string $table): array => array_values(array_filter($this->rows, fn (array $row): bool => $row['table'] === $table));
        // Those first that name others.
        foreach (array_reverse(array_keys(Tables::all())) as $table) {
            $gone = array_column(array_filter($of($table), fn (array $row): bool => $row['after'] === null), 'id');
            foreach (array_chunk($gone, 1000) as $ids) {
                DB::table($table)->whereIn('id', $ids)->delete();
            }
        }
        foreach ($of('users') as $row) {
            DB::table('users')->where('id', $row['id'])->update($row['after'] ?? []);
        }
        foreach (array_keys(Tables::all()) as $table) {
            if (array_filter($of($table), fn (array $row): bool => $row['after'] !== null) !== []) {
                self::take($table);
            }
        }
    }

    public function drop(): void
    {
        foreach (array_keys(Tables::all()) as $table) {
            DB::statement('drop table if exists temp.'.self::PREFIX.$table);
        }
    }

    private static function take(string $table): void
    {
        $columns = array_map(fn (string $one): string => "\"{$one}\"", DB::getSchemaBuilder()->getColumnListing($table));
        $changed = implode(', ', array_map(
            fn (string $one): string => "{$one} = excluded.{$one}",
            array_filter($columns, fn (string $one): bool => $one !== '"id"'),
        ));
        $all = implode(', ', $columns);
        $name = self::PREFIX.$table;
        if ($table === 'overrides') {
            // One may take the place that another of them leaves.
            DB::update("update overrides set recurrence_id = 'leaves ' || id where id in (select id from temp.{$name})");
        }
        DB::insert("insert into {$table} ({$all}) select {$all} from temp.{$name} where true order by rowid
            on conflict (id) do update set {$changed}");
    }

    /**
     * Rows of the copy that its database numbered get numbers of this one, which nobody else is given.
     *
     * @param  non-empty-list<Row>  $rows
     * @return non-empty-list<Row>
     */
    private static function numbered(array $rows): array
    {
        $isNew = fn (array $row): bool => $row['table'] === 'overrides' && $row['before'] === null;
        $count = count(array_filter($rows, $isNew));
        if ($count === 0) {
            return $rows;
        }
        $next = self::reserve('overrides', $count);
        foreach ($rows as $i => $row) {
            if ($isNew($row)) {
                $rows[$i]['id'] = $next;
                $rows[$i]['after'] = [...$row['after'] ?? [], 'id' => $next];
                $next++;
            }
        }

        return $rows;
    }

    /** @return int the first of so many numbers that are given to nobody else (https://www.sqlite.org/autoinc.html) */
    private static function reserve(string $table, int $count): int
    {
        return DB::transaction(function () use ($table, $count): int {
            if (DB::update('update sqlite_sequence set seq = seq + ? where name = ?', [$count, $table]) === 0) {
                DB::insert('insert into sqlite_sequence (name, seq) values (?, ?)', [$table, $count]);
            }
            $last = DB::scalar('select seq from sqlite_sequence where name = ?', [$table]);

            return (is_numeric($last) ? (int) $last : 0) - $count + 1;
        });
    }
}
