<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;

/** A whole number between two, both included. */
final readonly class Whole implements Type
{
    public function __construct(public int $least, public int $most)
    {
    }

    public function read(mixed $value): int
    {
        return is_int($value) && $value >= $this->least && $value <= $this->most
            ? $value
            : throw new NotAllowed("It is a whole number between {$this->least} and {$this->most}.");
    }
}
