<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;

/** One of some words. */
final readonly class OneOf implements Type
{
    /** @param  non-empty-list<string>  $words */
    public function __construct(public array $words)
    {
    }

    public function read(mixed $value): string
    {
        return is_string($value) && in_array($value, $this->words, true)
            ? $value
            : throw new NotAllowed('It is one of '.implode(', ', $this->words).'.');
    }
}
