<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/** A date that can be planned: YYYY-MM-DD. */
final readonly class Date implements Type
{
    /** @param  string  $asks  said where there is none */
    public function __construct(public string $asks = 'It is a date.')
    {
    }

    public function read(mixed $value): string
    {
        try {
            return (string) PlannableDays::date(is_string($value) ? $value : '');
        } catch (InvalidTime $e) {
            throw new NotAllowed($e->getMessage());
        }
    }
}
