<?php

declare(strict_types=1);

namespace App\Backup;

use RuntimeException;

/** An archive that cannot be opened, counted, or does not hold what it says. Its sentence can be read by a person. */
final class UnsoundBackup extends RuntimeException
{
}
