<?php

declare(strict_types=1);

namespace App\Archive;

use Illuminate\Support\Facades\DB;

/**
 * Rows that are ready to be put into their tables, in temporary ones beside them: these are the connection's own, so that nobody
 * waits while they are filled (https://www.sqlite.org/lang_createtable.html, and "temp_store"). One set at a time.
 */
final class StagedRows
{
    private const PREFIX = 'staged_';

    public function open(string $table): void
    {
        $name = self::PREFIX.$table;
        DB::statement("drop table if exists temp.{$name}");
        DB::statement("create temporary table {$name} as select * from {$table} where 0");
    }

    /** @param  non-empty-list<array<string, mixed>>  $rows  with the same columns */
    public function add(string $table, array $rows): void
    {
        DB::table(self::PREFIX.$table)->insert($rows);
    }

    /** Entries may name others that were left out after them. */
    public function untie(): void
    {
        foreach (['leads_to', 'after_id', 'continues_id'] as $column) {
            DB::statement(
                'update '.self::PREFIX."entries set {$column} = null".
                    " where {$column} is not null and {$column} not in (select id from ".self::PREFIX.'entries)',
            );
        }
    }

    /** @return int how many rows came into their table */
    public function put(string $table): int
    {
        $name = self::PREFIX.$table;
        $columns = implode(', ', array_map(fn (string $one): string => "\"{$one}\"", $this->columns($table)));

        return DB::affectingStatement("insert into {$table} ({$columns}) select {$columns} from temp.{$name} order by rowid");
    }

    public function drop(): void
    {
        foreach (AccountTables::all() as $table) {
            DB::statement('drop table if exists temp.'.self::PREFIX.$table);
        }
    }

    /** @return list<string> but for a number that the database gives by itself */
    private function columns(string $table): array
    {
        return array_values(array_filter(
            DB::getSchemaBuilder()->getColumnListing($table),
            fn (string $column): bool => $table !== 'overrides' || $column !== 'id',
        ));
    }
}
