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

    /** How long one period is for the frequencies within a day; 86400 for all others. */
    public function secondsWithinDay(): int
    {
        return match ($this) {
            self::Secondly => 1,
            self::Minutely => 60,
            self::Hourly => 3600,
            default => 86400,
        };
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
}
