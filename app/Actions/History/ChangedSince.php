<?php

declare(strict_types=1);

namespace App\Actions\History;

use RuntimeException;

final class ChangedSince extends RuntimeException
{
    public function __construct()
    {
        parent::__construct('This cannot be taken back: something it touched has been changed since.');
    }
}
