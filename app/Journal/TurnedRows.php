<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Support\Facades\DB;

/**
 * Puts rows back as they were before a step, or as it left them, where they stand as the step has it.
 *
 * @phpstan-import-type Row from Changed
 */
final class TurnedRows
{
    /** Rows of a statement, which takes so many values and no more. */
    private const AT_ONCE = 200;

    /**
     * @param  list<Row>  $rows  before: as they have to stand now; after: as they are to be
     *
     * @throws ChangedSince
     */
    public static function put(array $rows): void
    {
        match (true) {
            array_filter(array_column($rows, 'after')) === [] => self::remove($rows),
            array_filter(array_column($rows, 'before')) === [] => self::bringBack($rows),
            default => self::turnEach($rows),
        };
    }

    /**
     * All that a step made, as a file that was brought in: a few statements, whose lock is held for a moment.
     *
     * @param  list<Row>  $rows
     */
    private static function remove(array $rows): void
    {
        // Those first that name others.
        foreach (array_reverse(self::byTable($rows), true) as $table => $some) {
            foreach (array_chunk($some, self::AT_ONCE, true) as $portion) {
                $there = DB::table($table)->whereIn('id', array_keys($portion))->get()->keyBy('id');
                foreach ($portion as $id => $row) {
                    self::requireSame($there[$id] ?? null, $row['before']);
                }
                DB::table($table)->whereIn('id', array_keys($portion))->delete();
            }
        }
    }

    /**
     * All that a step removed, or made before it was taken back.
     *
     * @param  list<Row>  $rows
     */
    private static function bringBack(array $rows): void
    {
        foreach (self::byTable($rows) as $table => $some) {
            foreach (array_chunk($some, self::AT_ONCE, true) as $portion) {
                if (DB::table($table)->whereIn('id', array_keys($portion))->exists()) {
                    throw new ChangedSince();
                }
                $alike = [];
                foreach ($portion as $row) {
                    $columns = $row['after'] ?? [];
                    ksort($columns);
                    $alike[implode(' ', array_keys($columns))][] = $columns;
                }
                foreach ($alike as $columns) {
                    DB::table($table)->insert($columns);
                }
            }
        }
    }

    /** @param  list<Row>  $rows */
    private static function turnEach(array $rows): void
    {
        foreach ($rows as $row) {
            self::putOne($row['table'], $row['id'], $row['before'], $row['after']);
        }
    }

    /**
     * @param  list<Row>  $rows
     * @return array<string, array<int|string, Row>> by table, those first that others name, and by id
     */
    private static function byTable(array $rows): array
    {
        $tables = array_fill_keys(Journal::tables(), []);
        foreach ($rows as $row) {
            $tables[$row['table']][$row['id']] = $row;
        }

        return $tables;
    }

    /**
     * @param  array<string, mixed>|null  $from  as the step has left it
     *
     * @throws ChangedSince
     */
    private static function requireSame(?object $now, ?array $from): void
    {
        $stands = $now === null ? null : array_intersect_key((array) $now, $from ?? []);
        unset($from['updated_at'], $stands['updated_at'], $from['version'], $stands['version']);
        if ($stands != $from) {
            throw new ChangedSince();
        }
    }

    /**
     * @param  array<string, mixed>|null  $from
     * @param  array<string, mixed>|null  $to
     */
    private static function putOne(string $table, int|string $id, ?array $from, ?array $to): void
    {
        assert(in_array($table, Journal::tables(), true));
        $query = fn () => DB::table($table)->where('id', $id);
        $now = $query()->first();
        self::requireSame($now, $from);
        if (isset($to['version'], $now->version) && is_numeric($now->version)) {
            $to['version'] = (int) $now->version + 1; // a version never comes back: a stale page would take it for its own
        }
        match (true) {
            $to === null => $query()->delete(),
            $now === null => DB::table($table)->insert($to),
            default => $query()->update($to),
        };
    }
}
