<?php

declare(strict_types=1);

namespace App\Follows;

use App\Journal\Changed;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Facades\DB;

/**
 * The words that are searched (SQLite FTS5): of entries, and of what single occurrences have of their own, each with a word for
 * its account. They follow every change of what is recorded; where rows come in bulk they are made anew for the account.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class SearchWords
{
    /** Columns whose words are searched. */
    private const OF_ENTRY = ['title', 'place', 'checklist', 'notes', 'labels'];

    private const COLUMNS = 'entry_id, override_id, account, title, place, steps, notes, labels';

    /** @param  list<Row>  $rows  before and after */
    public function follow(array $rows): void
    {
        $entries = $overrides = $gone = $of = [];
        foreach ($rows as ['table' => $table, 'id' => $id, 'before' => $before, 'after' => $after]) {
            if ($table === 'entries' && self::differs($before, $after, self::OF_ENTRY)) {
                $entries[] = (string) $id;
                if ($after === null) {
                    $gone[] = (string) $id; // with whatever its occurrences had
                }
            } elseif (
                $table === 'overrides' &&
                self::differs($before, $after, ['fields', 'entry_id']) &&
                (self::hasOwn($before) || self::hasOwn($after)) // most are ticks, which say nothing
            ) {
                $overrides[] = (int) $id;
                array_push($of, $before['entry_id'] ?? null, $after['entry_id'] ?? null);
            }
        }
        $connection = DB::connection();
        foreach (array_chunk($gone, 2000) as $some) {
            self::forget($connection, 'entry_id in (select value from json_each(?))', [self::json($some)]);
        }
        foreach (array_chunk($entries, 2000) as $some) {
            self::forget($connection, 'override_id = 0 and entry_id in (select value from json_each(?))', [self::json($some)]);
            self::write($connection, self::entries('e.id in (select value from json_each(?))'), [self::json($some)]);
        }
        $of = self::json(array_values(array_unique(array_filter($of, is_string(...)))));
        foreach (array_chunk($overrides, 2000) as $some) {
            self::forget(
                $connection,
                'entry_id in (select value from json_each(?)) and override_id in (select value from json_each(?))',
                [$of, self::json($some)],
            );
            self::write($connection, self::overrides('o.id in (select value from json_each(?))'), [self::json($some)]);
        }
    }

    /** All of an account, as its rows are now. */
    public function rebuild(int $userId): void
    {
        $connection = DB::connection();
        $this->forgetAll($userId);
        self::write($connection, self::entries('e.user_id = ?'), [$userId]);
        self::write($connection, self::overrides('o.user_id = ?'), [$userId]);
    }

    /** Before an account goes. */
    public function forgetAll(int $userId): void
    {
        $all = ['account : account'.$userId];
        DB::delete('delete from searched_rows where rowid in (select rowid from searched where searched match ?)', $all);
        DB::delete('delete from searched_rows where entry_id in (select id from entries where user_id = ?)', [$userId]);
        DB::delete('delete from searched where searched match ?', $all);
    }

    /** @return list<string> what would be written anew of an account, and what stands there, where they differ: one line each */
    public function differences(int $userId): array
    {
        $is = $wanted = [];
        $connection = DB::connection();
        foreach (
            $connection->select(
                'select '.self::COLUMNS.' from searched where searched match ?',
                ['account : account'.$userId],
            ) as $row
        ) {
            $is[] = json_encode(array_values((array) $row), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
        }
        foreach ([self::entries('e.user_id = ?'), self::overrides('o.user_id = ?')] as $sql) {
            foreach ($connection->select($sql, [$userId]) as $row) {
                $wanted[] = json_encode(array_values((array) $row), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
            }
        }
        sort($is);
        sort($wanted);

        return [...array_diff($is, $wanted), ...array_diff($wanted, $is)];
    }

    /** @param  list<mixed>  $values */
    private static function forget(ConnectionInterface $connection, string $which, array $values): void
    {
        $connection->delete("delete from searched where rowid in (select rowid from searched_rows where {$which})", $values);
        $connection->delete("delete from searched_rows where {$which}", $values);
    }

    /** @param  list<mixed>  $values */
    private static function write(ConnectionInterface $connection, string $rows, array $values): void
    {
        $last = $connection->scalar('select coalesce(max(id), 0) from searched_content');
        $last = is_numeric($last) ? (int) $last : 0;
        $columns = self::COLUMNS;
        $connection->insert(
            "insert into searched (rowid, {$columns}) select {$last} + row_number() over (order by entry_id, override_id), {$columns} from ({$rows})",
            $values,
        );
        $connection->insert(
            "insert into searched_rows (entry_id, override_id, rowid) select entry_id, coalesce(override_id, 0), rowid from searched where rowid > {$last}",
        );
    }

    private static function entries(string $which): string
    {
        return "select e.id as entry_id, null as override_id, 'account' || e.user_id as account, e.title, e.place, ".
            self::steps('e.checklist').
            " as steps, e.notes, coalesce((select group_concat(value, ' · ') from json_each(e.labels)), '') as labels
            from entries e where {$which}";
    }

    private static function overrides(string $which): string
    {
        $own = fn (string $name): string => "coalesce(json_extract(o.fields, '$.{$name}'), '')";

        return "select o.entry_id, o.id as override_id, 'account' || o.user_id as account, {$own('title')} as title, '' as place, ".
            self::steps("json_extract(o.fields, '$.checklist')").
            " as steps, {$own('notes')} as notes, '' as labels from overrides o where o.fields not in ('{}', '[]') and {$which}";
    }

    /**
     * Whether an occurrence has anything of its own.
     *
     * @param  array<string, mixed>|null  $row
     */
    private static function hasOwn(?array $row): bool
    {
        return ! in_array($row['fields'] ?? '{}', ['{}', '[]'], true);
    }

    private static function steps(string $json): string
    {
        return "coalesce((select group_concat(json_extract(value, '$.text'), ' · ') from json_each({$json})), '')";
    }

    /**
     * @param  array<string, mixed>|null  $before
     * @param  array<string, mixed>|null  $after
     * @param  list<string>  $columns
     */
    private static function differs(?array $before, ?array $after, array $columns): bool
    {
        foreach ($columns as $name) {
            if (($before[$name] ?? null) !== ($after[$name] ?? null)) {
                return true;
            }
        }

        return $before === null || $after === null;
    }

    /** @param  list<int|string>  $ids */
    private static function json(array $ids): string
    {
        return json_encode($ids, JSON_THROW_ON_ERROR);
    }
}
