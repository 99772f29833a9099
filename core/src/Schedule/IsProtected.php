<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use DomainException;

/** Something would lie over a block that is kept free of other things, and nobody said that it may. */
final class IsProtected extends DomainException
{
    public function __construct(string $title)
    {
        parent::__construct("“{$title}” is protected. Lay it over that all the same?");
    }
}
