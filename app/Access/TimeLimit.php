<?php

declare(strict_types=1);

namespace App\Access;

/** How much processor time a request may take; work that is done part by part is given it for each part. */
final class TimeLimit
{
    private const SECONDS = 2;

    /** From now on as much time as a request has. */
    public static function begin(): void
    {
        if (PHP_SAPI !== 'cli') {
            set_time_limit(self::SECONDS);
        }
    }
}
