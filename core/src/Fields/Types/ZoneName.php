<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\Zone;

/** A time zone of the IANA database. */
final readonly class ZoneName implements Type
{
    public function read(mixed $value): string
    {
        try {
            return Zone::of(is_string($value) ? $value : '')->name;
        } catch (InvalidTime $e) {
            throw new NotAllowed($e->getMessage());
        }
    }
}
