<?php

declare(strict_types=1);

namespace App\Retention;

use Illuminate\Support\Facades\DB;

/**
 * Room in the file of the database that nothing is in any more: given back to the disk, so little at a time that nobody waits.
 */
final class Space
{
    /** Pages a statement: about a megabyte. */
    private const AT_ONCE = 256;

    /** Pages that stay free, for what comes next. */
    private const SPARE = 128;

    private const MOST_SECONDS = 60;

    /** @return int bytes that were given back */
    public function giveBack(): int
    {
        $began = microtime(true);
        $before = self::number('page_count');
        while (self::number('freelist_count') > self::SPARE && microtime(true) - $began < self::MOST_SECONDS) {
            $left = self::number('freelist_count');
            // Each page is one step of the statement: it is read to its end.
            DB::select('pragma incremental_vacuum('.self::AT_ONCE.')');
            if (self::number('freelist_count') >= $left) {
                break; // it is none that gives anything back
            }
        }

        return max(0, ($before - self::number('page_count')) * self::number('page_size'));
    }

    private static function number(string $pragma): int
    {
        $value = DB::scalar("pragma {$pragma}");

        return is_numeric($value) ? (int) $value : 0;
    }
}
