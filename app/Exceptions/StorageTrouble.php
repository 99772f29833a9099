<?php

declare(strict_types=1);

namespace App\Exceptions;

use Illuminate\Http\JsonResponse;
use PDOException;
use Throwable;

/**
 * What is said when the database or the disk cannot take a change at the moment: it did not happen, and may be sent again.
 *
 * The numbers are SQLite's result codes (https://www.sqlite.org/rescode.html).
 */
final class StorageTrouble
{
    private const BUSY = [5, 6]; // SQLITE_BUSY, SQLITE_LOCKED

    private const FULL = [13]; // SQLITE_FULL

    private const UNREACHABLE = [8, 10, 14]; // SQLITE_READONLY, SQLITE_IOERR, SQLITE_CANTOPEN

    /** Null where it is another kind of fault. */
    public static function answer(Throwable $fault): ?JsonResponse
    {
        $sentence = self::sentence($fault);

        return $sentence === null ? null : response()->json(['message' => $sentence], 503, ['Retry-After' => '5']);
    }

    public static function sentence(Throwable $fault): ?string
    {
        $code = $fault instanceof PDOException ? $fault->errorInfo[1] ?? null : null;

        return match (true) {
            in_array($code, self::BUSY, true) => 'The database is busy just now. Nothing was changed; it is tried again in a moment.',
            in_array($code, self::FULL, true),
            self::saysFull($fault) => 'The disk is full, so nothing can be kept. Nothing was changed; make room, then try again.',
            in_array($code, self::UNREACHABLE, true) => 'The database cannot be written at the moment. Nothing was changed; try again in a moment.',
            default => null,
        };
    }

    /** Sessions, logs and files are written outside the database. */
    private static function saysFull(Throwable $fault): bool
    {
        return str_contains($fault->getMessage(), 'No space left on device') ||
            str_contains($fault->getMessage(), 'errno=28') ||
            str_contains($fault->getMessage(), 'out of free disk space');
    }
}
