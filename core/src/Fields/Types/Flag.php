<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;

/** Yes or no; a row of a database says it as 1 or 0. */
final readonly class Flag implements Type
{
    public function read(mixed $value): bool
    {
        return match (true) {
            $value === true, $value === 1 => true,
            $value === false, $value === 0 => false,
            default => throw new NotAllowed('It is yes or no.'),
        };
    }
}
