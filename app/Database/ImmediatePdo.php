<?php

declare(strict_types=1);

namespace App\Database;

use PDO;

/**
 * A connection to SQLite whose transactions take the write lock as they begin.
 *
 * A deferred transaction that reads first and writes later fails with "database is locked" as soon as another commit
 * comes in between, and no waiting helps it (SQLite, "Isolation", and https://www.sqlite.org/lang_transaction.html 2.2).
 * PHP before 8.4 has no setting for that, and its own book-keeping does not see a BEGIN IMMEDIATE.
 */
final class ImmediatePdo extends PDO
{
    private bool $open = false;

    /** @param  array<int, mixed>|null  $options */
    public function __construct(private readonly string $dsn, ?string $username = null, ?string $password = null, ?array $options = null)
    {
        parent::__construct($dsn, $username, $password, $options);
    }

    public function beginTransaction(): bool
    {
        $this->exec('BEGIN IMMEDIATE TRANSACTION');
        if (DatabaseHold::isOn(substr($this->dsn, strlen('sqlite:')))) {
            $this->exec('ROLLBACK');
            throw new DatabaseHeld();
        }

        return $this->open = true;
    }

    public function commit(): bool
    {
        // Stays open when it fails, so that it can be tried again or rolled back.
        $this->exec('COMMIT');
        $this->open = false;

        return true;
    }

    public function rollBack(): bool
    {
        $this->open = false;
        try {
            $this->exec('ROLLBACK');
        } catch (\PDOException $e) {
            // A full disk or a failed read has rolled back by itself (https://www.sqlite.org/lang_transaction.html 3).
            if (! str_contains($e->getMessage(), 'no transaction is active')) {
                throw $e;
            }
        }

        return true;
    }

    public function exec(string $statement): int|false
    {
        try {
            return parent::exec($statement);
        } catch (\PDOException $e) {
            // The same for a part of a transaction: with the whole of it rolled back there is nothing left to go back to.
            if (str_starts_with($statement, 'ROLLBACK TO') && str_contains($e->getMessage(), 'no such savepoint')) {
                return 0;
            }
            throw $e;
        }
    }

    public function inTransaction(): bool
    {
        return $this->open;
    }
}
