<?php

declare(strict_types=1);

namespace App\Database;

use Closure;
use PDO;

/**
 * Keeps everybody from changing the database while another takes its place: a file beside it, which every transaction looks for
 * once it has the lock. It ends by itself, since whoever began it may be killed.
 */
final class DatabaseHold
{
    /** Seconds after which it is taken for that of somebody who is gone. */
    private const LASTS = 120;

    /** Seconds that are waited for a change that is under way. */
    private const PATIENCE = 30;

    /**
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    public static function during(string $database, Closure $work): mixed
    {
        $file = self::file($database);
        touch($file);
        try {
            // Whoever has the lock already has begun before, and is waited for; whoever gets it from here on finds the file.
            $own = new PDO("sqlite:{$database}", options: [
                PDO::ATTR_TIMEOUT => self::PATIENCE,
                PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION,
            ]);
            $own->exec('begin immediate');
            $own->exec('rollback');
            unset($own);

            return $work();
        } finally {
            @unlink($file);
        }
    }

    public static function isOn(string $database): bool
    {
        $file = self::file($database);
        if (! is_file($file)) {
            return false;
        }
        clearstatcache(true, $file);

        return abs(time() - (int) @filemtime($file)) < self::LASTS;
    }

    private static function file(string $database): string
    {
        return "{$database}.held";
    }
}
