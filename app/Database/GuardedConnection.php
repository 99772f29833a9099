<?php

declare(strict_types=1);

namespace App\Database;

use Closure;
use Illuminate\Database\SQLiteConnection;

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
     * @param  string  $query
     * @param  array<mixed>  $bindings
     * @return mixed
     */
    protected function run($query, $bindings, Closure $callback)
    {
        if (self::$guard !== null) {
            (self::$guard)($query);
        }

        return parent::run($query, $bindings, $callback);
    }
}
