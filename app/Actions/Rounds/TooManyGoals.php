<?php

declare(strict_types=1);

namespace App\Actions\Rounds;

use RuntimeException;

/** A week or a month has as many goals as it can have. */
final class TooManyGoals extends RuntimeException
{
}
