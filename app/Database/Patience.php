<?php

declare(strict_types=1);

namespace App\Database;

use Closure;
use PDOException;

/**
 * Whoever is at a command line waits while somebody else has the lock, and is told so; a request is answered that it be sent
 * again, and a worker looks again by itself.
 */
final class Patience
{
    /** SQLITE_BUSY and SQLITE_LOCKED (https://www.sqlite.org/rescode.html). */
    private const BUSY = [5, 6];

    private const LONGEST_SECONDS = 180;

    private const PAUSE_MICROSECONDS = 100_000;

    /** @var (Closure(string): void)|null */
    private static ?Closure $says = null;

    /** @param  (Closure(string): void)|null  $says  null for no patience beyond that of the database itself */
    public static function has(?Closure $says): void
    {
        self::$says = $says;
    }

    /**
     * @template T
     *
     * @param  Closure(): T  $work  that did nothing where it finds the database locked
     * @return T
     */
    public static function keep(Closure $work): mixed
    {
        $began = microtime(true);
        for ($try = 0; ; $try++) {
            try {
                return $work();
            } catch (PDOException $e) {
                if (
                    self::$says === null ||
                    ! in_array($e->errorInfo[1] ?? null, self::BUSY, true) ||
                    microtime(true) - $began > self::LONGEST_SECONDS
                ) {
                    throw $e;
                }
                if ($try === 0) {
                    (self::$says)('Somebody else is writing something large. Waiting until it is done …');
                }
                usleep(self::PAUSE_MICROSECONDS);
            }
        }
    }
}
