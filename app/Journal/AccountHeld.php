<?php

declare(strict_types=1);

namespace App\Journal;

use RuntimeException;

/**
 * A change that came while an archive takes the place of all that an account has, or a large file is taken in. It did not happen,
 * and may be sent again.
 */
final class AccountHeld extends RuntimeException
{
    /** Seconds after which it is worth another try. */
    public const RETRY_AFTER = 3;

    public function __construct()
    {
        parent::__construct('Something large is taking its place here just now. Nothing was changed; it is tried again in a moment.');
    }
}
