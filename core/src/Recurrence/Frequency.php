<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/** RFC 5545 3.3.10, FREQ. */
enum Frequency: string
{
    case Secondly = 'SECONDLY';
    case Minutely = 'MINUTELY';
    case Hourly = 'HOURLY';
    case Daily = 'DAILY';
    case Weekly = 'WEEKLY';
    case Monthly = 'MONTHLY';
    case Yearly = 'YEARLY';

    public function isWithinDay(): bool
    {
        return in_array($this, [self::Secondly, self::Minutely, self::Hourly], true);
    }

    public function unit(): string
    {
        return match ($this) {
            self::Secondly => 'second',
            self::Minutely => 'minute',
            self::Hourly => 'hour',
            self::Daily => 'day',
            self::Weekly => 'week',
            self::Monthly => 'month',
            self::Yearly => 'year',
        };
    }

    /** Days that one of these lasts at most. */
    public function longestDays(): int
    {
        return match ($this) {
            self::Weekly => 7,
            self::Monthly => 31,
            self::Yearly => 366,
            default => 1,
        };
    }
}
