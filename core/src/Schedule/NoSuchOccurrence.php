<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use RuntimeException;

/** A recurrence id that the rhythm of its routine does not know (any more). */
final class NoSuchOccurrence extends RuntimeException
{
    public function __construct()
    {
        parent::__construct('The routine does not come round at that moment any more.');
    }
}
