<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/** A date, or a date and a time of its wall: YYYY-MM-DD or YYYY-MM-DDTHH:MM:SS. */
final readonly class Moment implements Type
{
    public function read(mixed $value): string
    {
        try {
            return is_string($value) && str_contains($value, 'T')
                ? (string) PlannableDays::moment($value)
                : (string) PlannableDays::date(is_string($value) ? $value : '');
        } catch (InvalidTime $e) {
            throw new NotAllowed($e->getMessage());
        }
    }
}
