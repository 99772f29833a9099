<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use RuntimeException;

/** The same request, sent twice at once, has its answer already: what this one did is not kept. */
final class AnsweredMeanwhile extends RuntimeException
{
}
