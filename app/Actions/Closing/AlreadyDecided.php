<?php

declare(strict_types=1);

namespace App\Actions\Closing;

use RuntimeException;

/** In another window, or by doing it meanwhile. */
final class AlreadyDecided extends RuntimeException
{
    public function __construct(string $title)
    {
        parent::__construct("“{$title}” is not left over any more: it was decided or moved meanwhile.");
    }
}
