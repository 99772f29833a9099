<?php

declare(strict_types=1);

namespace App\Archive;

use Closure;
use Illuminate\Support\Facades\DB;

/**
 * Reads the database as it was at one moment, whoever writes meanwhile: a connection of its own in a transaction that only reads
 * (https://www.sqlite.org/isolation.html, write-ahead logging).
 */
final class Snapshot
{
    private const NAME = 'snapshot';

    /**
     * @template T
     *
     * @param  Closure(string): T  $work  with the name of the connection
     * @return T
     */
    public static function during(Closure $work): mixed
    {
        $usual = config('database.default');
        assert(is_string($usual));
        $settings = config("database.connections.{$usual}");
        if (! is_array($settings) || ($settings['database'] ?? '') === ':memory:') {
            return $work($usual); // a database that nobody else can see
        }
        config(['database.connections.'.self::NAME => $settings]);
        $connection = DB::connection(self::NAME);
        $connection->getPdo()->exec('begin');
        $connection->select('select count(*) from users'); // the moment is that of the first look
        try {
            return $work(self::NAME);
        } finally {
            $connection->getPdo()->exec('rollback');
            DB::purge(self::NAME);
        }
    }
}
