<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;

/** An amount from nothing to so much. */
final readonly class Amount implements Type
{
    public function __construct(public int $most)
    {
    }

    public function read(mixed $value): float
    {
        return (is_int($value) || is_float($value)) && $value >= 0 && $value <= $this->most
            ? (float) $value
            : throw new NotAllowed("It is an amount between 0 and {$this->most}.");
    }
}
