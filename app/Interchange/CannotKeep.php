<?php

declare(strict_types=1);

namespace App\Interchange;

use RuntimeException;

/** A component that has no place here; the message says why. */
final class CannotKeep extends RuntimeException
{
}
