<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/** A week of ISO 8601 or a month that can be planned: 2026-W14, 2027-01. */
final readonly class WeekOrMonth implements Type
{
    public function read(mixed $value): string
    {
        try {
            $around = Around::parse(is_string($value) ? $value : '');
            PlannableDays::require($around->first);

            return (string) $around;
        } catch (InvalidTime $e) {
            throw new NotAllowed($e->getMessage());
        }
    }
}
