<?php

declare(strict_types=1);

namespace App\Journal;

use RuntimeException;

/** A step cannot be turned: a row that it names is another by now. */
final class ChangedSince extends RuntimeException
{
    public function __construct()
    {
        parent::__construct('This cannot be taken back: something it touched has been changed since.');
    }
}
