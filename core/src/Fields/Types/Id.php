<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;

/** The id of a row (a ULID in small letters) of the same account. */
final readonly class Id implements Type
{
    /** @param  string|null  $of  the table of the row that it names; null for the row's own */
    public function __construct(public ?string $of = null)
    {
    }

    public function read(mixed $value): string
    {
        return is_string($value) && preg_match('/^[0-9a-z]{26}$/D', $value) === 1
            ? $value
            : throw new NotAllowed('It names nothing that there is.');
    }
}
