<?php

declare(strict_types=1);

namespace App\Follows;

use App\Journal\Changed;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Capture\Folded;

/**
 * The words that are searched (SQLite FTS5), folded (`Capture\Folded`): of entries, of what single occurrences have of their own, and of
 * the lines that were written when days were closed and in rounds, each with a word for its account. `searched` has them as they are
 * written, `searched_endings` by their stems (the Porter stemmer of SQLite). They follow every change of what is recorded; where rows
 * come in bulk they are made anew for the account.
 *
 * @phpstan-import-type Row from Changed
 *
 * @phpstan-type Words array{entry_id: string, override_id: int|null, account: string, title: string, place: string, link: string,
 *   steps: string, notes: string, labels: string}
 */
final readonly class SearchWords
{
    /** Columns whose words are searched. */
    private const OF_ENTRY = ['title', 'place', 'link', 'checklist', 'notes', 'labels'];

    private const TEXTS = ['title', 'place', 'link', 'steps', 'notes', 'labels'];

    /** By table with lines of the journal: what is written there. */
    private const OF_JOURNAL = ['closings' => 'answers', 'rounds' => 'answers', 'goals' => 'title'];

    private const AT_ONCE = 100;

    /** @param  list<Row>  $rows  before and after */
    public function follow(array $rows): void
    {
        $entries = $overrides = $gone = $of = $lines = [];
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
            } elseif (isset(self::OF_JOURNAL[$table]) && self::differs($before, $after, [self::OF_JOURNAL[$table]])) {
                $lines[$table][] = (string) $id;
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
        foreach ($lines as $table => $ids) {
            foreach (array_chunk($ids, 2000) as $some) {
                self::forget($connection, 'entry_id in (select value from json_each(?))', [self::json($some)]);
                self::write($connection, self::lines($table, 'j.id in (select value from json_each(?))'), [self::json($some)]);
            }
        }
    }

    /** All of an account, as its rows are now. */
    public function rebuild(int $userId): void
    {
        $this->forgetAll($userId);
        foreach (self::ofAccount() as $sql) {
            self::write(DB::connection(), $sql, [$userId]);
        }
    }

    /** Before an account goes. */
    public function forgetAll(int $userId): void
    {
        $all = ["account : account{$userId} OR account : lines{$userId}"];
        DB::delete('delete from searched_rows where rowid in (select rowid from searched where searched match ?)', $all);
        DB::delete('delete from searched_rows where entry_id in (select id from entries where user_id = ?)', [$userId]);
        DB::delete('delete from searched_endings where searched_endings match ?', $all);
        DB::delete('delete from searched where searched match ?', $all);
    }

    /** @return list<string> what would be written anew of an account, and what stands there, where they differ: one line each */
    public function differences(int $userId): array
    {
        $is = $wanted = [];
        $connection = DB::connection();
        $line = fn (mixed ...$values): string => json_encode($values, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
        $columns = 's.'.implode(', s.', ['entry_id', 'override_id', 'account', ...self::TEXTS]);
        foreach (
            $connection->select(
                "select {$columns}, e.words as endings from searched s left join searched_endings e on e.rowid = s.rowid
                    where s.searched match ?",
                ["account : account{$userId} OR account : lines{$userId}"],
            ) as $row
        ) {
            $is[] = $line(...array_values((array) $row));
        }
        foreach (self::ofAccount() as $sql) {
            foreach ($connection->select($sql, [$userId]) as $row) {
                $words = self::folded($row);
                $wanted[] = $line(...array_values($words), ...[self::endings($words)]);
            }
        }
        sort($is);
        sort($wanted);

        return [...array_diff($is, $wanted), ...array_diff($wanted, $is)];
    }

    /** @param  list<mixed>  $values */
    private static function forget(ConnectionInterface $connection, string $which, array $values): void
    {
        $rows = "select rowid from searched_rows where {$which}";
        $connection->delete("delete from searched where rowid in ({$rows})", $values);
        $connection->delete("delete from searched_endings where rowid in ({$rows})", $values);
        $connection->delete("delete from searched_rows where {$which}", $values);
    }

    /**
     * @param  string  $rows  a query for what is to be found, with the columns of Words
     * @param  list<mixed>  $values
     */
    private static function write(ConnectionInterface $connection, string $rows, array $values): void
    {
        $last = $connection->scalar('select coalesce(max(id), 0) from searched_content');
        $last = is_numeric($last) ? (int) $last : 0;
        $some = [];
        // One after the other, since all notes of an account may be a lot.
        foreach ($connection->cursor($rows, $values) as $row) {
            $some[] = self::folded($row);
            if (count($some) === self::AT_ONCE) {
                self::put($connection, $some, $last);
                $last += count($some);
                $some = [];
            }
        }
        self::put($connection, $some, $last);
    }

    /** @param  list<Words>  $all */
    private static function put(ConnectionInterface $connection, array $all, int $last): void
    {
        $searched = $endings = $keys = [];
        foreach ($all as $words) {
            $last++;
            array_push($searched, $last, ...array_values($words));
            array_push($endings, $last, $words['account'], self::endings($words));
            array_push($keys, $words['entry_id'], $words['override_id'] ?? 0, $last);
        }
        if ($all !== []) {
            self::insert($connection, 'searched', ['rowid', 'entry_id', 'override_id', 'account', ...self::TEXTS], $searched);
            self::insert($connection, 'searched_endings', ['rowid', 'account', 'words'], $endings);
            self::insert($connection, 'searched_rows', ['entry_id', 'override_id', 'rowid'], $keys);
        }
    }

    /**
     * @param  list<string>  $columns
     * @param  list<int|string|null>  $values  of all rows, one after the other
     */
    private static function insert(ConnectionInterface $connection, string $table, array $columns, array $values): void
    {
        $row = '('.implode(', ', array_fill(0, count($columns), '?')).')';
        $rows = implode(', ', array_fill(0, intdiv(count($values), count($columns)), $row));
        $connection->insert("insert into {$table} (".implode(', ', $columns).") values {$rows}", $values);
    }

    /** @return Words */
    private static function folded(mixed $row): array
    {
        $row = (array) $row;
        $words = [
            'entry_id' => is_string($row['entry_id']) ? $row['entry_id'] : '',
            'override_id' => is_numeric($row['override_id']) ? (int) $row['override_id'] : null,
            'account' => is_string($row['account']) ? $row['account'] : '',
        ];
        foreach (self::TEXTS as $name) {
            $words[$name] = Folded::text(mb_scrub(is_scalar($row[$name]) ? (string) $row[$name] : ''));
        }
        /** @var Words $words */

        return $words;
    }

    /** @param  Words  $words */
    private static function endings(array $words): string
    {
        return trim(implode(' ', array_filter(array_intersect_key($words, array_flip(self::TEXTS)))));
    }

    /** @return list<string> queries for all of an account */
    private static function ofAccount(): array
    {
        return [
            self::entries('e.user_id = ?'),
            self::overrides('o.user_id = ?'),
            ...array_map(fn (string $table): string => self::lines($table, 'j.user_id = ?'), array_keys(self::OF_JOURNAL)),
        ];
    }

    private static function entries(string $which): string
    {
        return "select e.id as entry_id, null as override_id, 'account' || e.user_id as account, e.title, e.place, e.link, ".
            self::steps('e.checklist').
            " as steps, e.notes, coalesce((select group_concat(value, ' · ') from json_each(".self::sound('e.labels').")), '') as labels
            from entries e where {$which} order by e.id";
    }

    /** Each line of the journal by itself, in the order of their days. */
    private static function lines(string $table, string $which): string
    {
        $columns = "'lines' || j.user_id as account, '' as title, '' as place, '' as link, '' as steps";
        $date = $table === 'closings' ? 'date' : 'start';

        return $table === 'goals'
            ? "select j.id as entry_id, 0 as override_id, {$columns}, j.title as notes, '' as labels
                from goals j where {$which} order by j.start, j.id"
            : "select j.id as entry_id, l.key as override_id, {$columns}, json_extract(l.value, '$.answer') as notes, '' as labels
                from {$table} j, json_each(".self::sound('j.answers').") l
                where coalesce(json_extract(l.value, '$.answer'), '') <> '' and {$which}
                order by j.{$date}, j.id, l.key";
    }

    private static function overrides(string $which): string
    {
        $own = fn (string $name): string => "coalesce(json_extract(o.fields, '$.{$name}'), '')";

        return "select o.entry_id, o.id as override_id, 'account' || o.user_id as account,
            {$own('title')} as title, '' as place, '' as link, ".
            self::steps("json_extract(o.fields, '$.checklist')").
            " as steps, {$own('notes')} as notes, '' as labels
            from overrides o where o.fields not in ('{}', '[]') and {$which} order by o.id";
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

    /** A list of JSON, or none where a row has something else there. */
    private static function sound(string $json): string
    {
        return "case when json_valid({$json}) then {$json} else '[]' end";
    }

    private static function steps(string $json): string
    {
        return "coalesce((select group_concat(json_extract(value, '$.text'), ' · ') from json_each(".self::sound($json).")), '')";
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
