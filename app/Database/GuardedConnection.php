<?php

declare(strict_types=1);

namespace App\Database;

use Closure;
use Illuminate\Database\SQLiteConnection;
use PDO;

/** A connection to SQLite that shows every statement to somebody before it is run, who may refuse it by throwing. */
final class GuardedConnection extends SQLiteConnection
{
    /** @var (Closure(string): void)|null */
    private static ?Closure $guard = null;

    /** @param  Closure(string): void  $guard */
    public static function guardedBy(Closure $guard): void
    {
        self::$guard = $guard;
    }

    /**
     * Lets all that is asked of it meanwhile be answered by another database, whatever transaction it is in.
     *
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    public function over(PDO $other, Closure $work): mixed
    {
        $before = [$this->pdo, $this->readPdo, $this->transactions, $this->transactionsManager];
        [$this->pdo, $this->readPdo, $this->transactions, $this->transactionsManager] = [$other, $other, 0, null];
        try {
            return $work();
        } finally {
            [$this->pdo, $this->readPdo, $this->transactions, $this->transactionsManager] = $before;
        }
    }

    /**
     * @param  string  $query
     * @param  array<mixed>  $bindings
     * @return mixed
     */
    protected function run($query, $bindings, Closure $callback)
    {
        if (self::$guard !== null) {
            (self::$guard)($query);
        }

        // Within a transaction the lock is held already.
        return $this->transactions > 0
            ? parent::run($query, $bindings, $callback)
            : Patience::keep(fn (): mixed => parent::run($query, $bindings, $callback));
    }

    protected function createTransaction()
    {
        Patience::keep(function (): void {
            parent::createTransaction();
        });
    }
}
