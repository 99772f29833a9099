<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\Type;

/** Something, or nothing. */
final readonly class Maybe implements Type
{
    public function __construct(public Type $of)
    {
    }

    public function read(mixed $value): mixed
    {
        $read = $value === null ? null : $this->of->read($value);

        return $read === '' ? null : $read;
    }
}
