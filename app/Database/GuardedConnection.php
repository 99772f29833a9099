<?php

declare(strict_types=1);

namespace App\Database;

use Closure;
use Illuminate\Database\SQLiteConnection;
use PDO;

/** A connection to SQLite that shows every statement to somebody before it is run, who may refuse it by throwing. */
final class GuardedConnection extends SQLiteConnection
{
    /** Statements that change nothing; of those that begin with a table of their own the ones that go on to read. */
    private const READING =
        '/^\s*(?:select|pragma|explain|values|with\b(?!.*(?:\binto\s|\bupdate\s+\S+\s+set\s|\bdelete\s+from\s)))/is';

    /** @var (Closure(string): void)|null */
    private static ?Closure $guard = null;

    /** Whether what is under way reads only. */
    private static bool $reads = false;

    /** @param  Closure(string): void  $guard */
    public static function guardedBy(Closure $guard): void
    {
        self::$guard = $guard;
    }

    /**
     * Refuses whatever would change something meanwhile.
     *
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     *
     * @throws WroteWhileReading
     */
    public static function readingOnly(Closure $work): mixed
    {
        return self::while(true, $work);
    }

    /**
     * Lets be kept what was found while something is read, so that it is found sooner the next time: it says nothing that cannot be
     * found again.
     *
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    public static function keeping(Closure $work): mixed
    {
        return self::while(false, $work);
    }

    /**
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    private static function while(bool $reads, Closure $work): mixed
    {
        $before = self::$reads;
        self::$reads = $reads;
        try {
            return $work();
        } finally {
            self::$reads = $before;
        }
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
        if (self::$reads && preg_match(self::READING, $query) !== 1) {
            throw new WroteWhileReading($query);
        }
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
