<?php

declare(strict_types=1);

namespace App\Access;

use RuntimeException;

/** An entry comes from an address that is followed: it is changed where it comes from. */
final class OnlyFollowed extends RuntimeException
{
    public function __construct()
    {
        parent::__construct('It comes from a calendar that you follow, and is changed only there.');
    }
}
