<?php

declare(strict_types=1);

namespace App\Journal;

use App\Database\GuardedConnection;
use Closure;
use Illuminate\Support\Facades\DB;
use LogicException;
use PDO;

/**
 * What an account keeps, copied into a database of its own that lives in memory: what takes long is done there, where nobody
 * waits for its lock. What follows from changes (words to search, revisions, kept weeks) is not made there.
 */
final readonly class AccountCopy
{
    private function __construct(private PDO $rows)
    {
    }

    public static function of(int $userId): self
    {
        $connection = self::connection();
        $config = $connection->getConfig();
        assert(is_array($config));
        $copy = app('db.connector.sqlite')->connect([...$config, 'database' => ':memory:']);
        $copy->exec('pragma foreign_keys = off');
        $source = $connection->getPdo();
        // One state of all of it; in a transaction of somebody else it is that one's.
        $isOwn = ! $source->inTransaction();
        if ($isOwn) {
            $source->exec('begin deferred');
        }
        try {
            self::build($source, $copy);
            foreach (Journal::tables() as $table) {
                self::take($source, $copy, $table, $userId);
            }
        } finally {
            if ($isOwn) {
                $source->exec('rollback');
            }
        }
        $copy->exec('pragma foreign_keys = on');

        return new self($copy);
    }

    /**
     * @template T
     *
     * @param  Closure(): T  $work  that finds the copy wherever it asks the database
     * @return T
     */
    public function within(Closure $work): mixed
    {
        return self::connection()->over($this->rows, $work);
    }

    /**
     * @param  list<int|string>  $ids
     * @return iterable<array{id: int|string, ...}> whole rows, in the order of their numbers
     */
    public function rows(string $table, array $ids): iterable
    {
        $found = $this->rows->prepare("select * from {$table} where id in (select value from json_each(?)) order by rowid");
        $found->execute([json_encode($ids, JSON_THROW_ON_ERROR)]);
        while (is_array($row = $found->fetch(PDO::FETCH_ASSOC))) {
            /** @var array{id: int|string, ...} $row */
            yield $row;
        }
    }

    /** Tables and their indexes, but for those of the search. */
    private static function build(PDO $source, PDO $copy): void
    {
        $parts = $source->query(
            "select sql from sqlite_master where type in ('table', 'index') and sql is not null
                and name not like 'sqlite\\_%' escape '\\' and tbl_name not like 'searched%' order by type desc",
        );
        foreach ($parts === false ? [] : $parts->fetchAll(PDO::FETCH_COLUMN) as $sql) {
            $copy->exec(is_string($sql) ? $sql : '');
        }
    }

    private static function take(PDO $source, PDO $copy, string $table, int $userId): void
    {
        $rows = $source->prepare("select * from {$table} where ".($table === 'users' ? 'id' : 'user_id').' = ?');
        $rows->execute([$userId]);
        $copy->exec('begin');
        $put = null;
        while (is_array($row = $rows->fetch(PDO::FETCH_ASSOC))) {
            $put ??= $copy->prepare(
                "insert into {$table} (\"".implode('", "', array_keys($row)).'") values ('.rtrim(str_repeat('?, ', count($row)), ', ').')',
            );
            $put->execute(array_values($row));
        }
        $copy->exec('commit');
    }

    private static function connection(): GuardedConnection
    {
        $connection = DB::connection();

        return $connection instanceof GuardedConnection ? $connection : throw new LogicException('The database is none of ours.');
    }
}
