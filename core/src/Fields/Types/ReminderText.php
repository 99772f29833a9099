<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Types;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Time\InvalidTime;

/** When to remind, and by which channels: "-PT15M;mail,phone". */
final readonly class ReminderText implements Type
{
    public const MOST = 60;

    public function read(mixed $value): string
    {
        if (! is_string($value) || strlen($value) > self::MOST) {
            throw new NotAllowed('It is a reminder of up to '.self::MOST.' characters.');
        }
        try {
            Reminder::parse($value);

            return $value;
        } catch (InvalidTime $e) {
            throw new NotAllowed($e->getMessage());
        }
    }
}
