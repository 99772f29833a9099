<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\IsoWeek;
use PlumRota\Core\Time\PlannableDays;

/** A week of ISO 8601 that can be planned: 2026-W14. */
final readonly class Week implements Type
{
    public function read(mixed $value): string
    {
        try {
            $week = IsoWeek::parse(is_string($value) ? $value : '');
            PlannableDays::require($week->monday());

            return (string) $week;
        } catch (InvalidTime $e) {
            throw new NotAllowed($e->getMessage());
        }
    }
}
