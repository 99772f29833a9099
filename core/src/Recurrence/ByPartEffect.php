<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/** What a BY part does to the instances of a frequency (RFC 5545 3.3.10, the table). */
enum ByPartEffect
{
    case Expand;
    case Limit;
    /** Note 1: limits where BYMONTHDAY stands beside it, expands otherwise. */
    case MonthlyDays;
    /** Note 2: limits where BYYEARDAY or BYMONTHDAY stands beside it, expands otherwise. */
    case YearlyDays;
    /** N/A: the two do not go together. */
    case None;
}
