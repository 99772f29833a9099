<?php

declare(strict_types=1);

namespace App\Upgrade;

use RuntimeException;

/**
 * Why a database is not brought to this version; it stays as it was. The message can be read by whoever runs the installation.
 */
final class CannotUpgrade extends RuntimeException
{
}
