<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/**
 * The table of RFC 5545 3.3.10 as it stands there, line by line:
 *
 *   +----------+--------+--------+-------+-------+------+-------+------+
 *   |          |SECONDLY|MINUTELY|HOURLY |DAILY  |WEEKLY|MONTHLY|YEARLY|
 *   +----------+--------+--------+-------+-------+------+-------+------+
 *   |BYMONTH   |Limit   |Limit   |Limit  |Limit  |Limit |Limit  |Expand|
 *   |BYWEEKNO  |N/A     |N/A     |N/A    |N/A    |N/A   |N/A    |Expand|
 *   |BYYEARDAY |Limit   |Limit   |Limit  |N/A    |N/A   |N/A    |Expand|
 *   |BYMONTHDAY|Limit   |Limit   |Limit  |Limit  |N/A   |Expand |Expand|
 *   |BYDAY     |Limit   |Limit   |Limit  |Limit  |Expand|Note 1 |Note 2|
 *   |BYHOUR    |Limit   |Limit   |Limit  |Expand |Expand|Expand |Expand|
 *   |BYMINUTE  |Limit   |Limit   |Expand |Expand |Expand|Expand |Expand|
 *   |BYSECOND  |Limit   |Expand  |Expand |Expand |Expand|Expand |Expand|
 *   |BYSETPOS  |Limit   |Limit   |Limit  |Limit  |Limit |Limit  |Limit |
 *   +----------+--------+--------+-------+-------+------+-------+------+
 */
final class ByPartTable
{
    private const COLUMNS = ['SECONDLY', 'MINUTELY', 'HOURLY', 'DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'];

    private const LINES = [
        'BYMONTH' => 'L L L L L L E',
        'BYWEEKNO' => '- - - - - - E',
        'BYYEARDAY' => 'L L L - - - E',
        'BYMONTHDAY' => 'L L L L - E E',
        'BYDAY' => 'L L L L E 1 2',
        'BYHOUR' => 'L L L E E E E',
        'BYMINUTE' => 'L L E E E E E',
        'BYSECOND' => 'L E E E E E E',
        'BYSETPOS' => 'L L L L L L L',
    ];

    /** @param  key-of<self::LINES>  $part */
    public static function effect(string $part, Frequency $freq): ByPartEffect
    {
        $column = (int) array_search($freq->value, self::COLUMNS, true);

        return match (self::LINES[$part][2 * $column]) {
            'E' => ByPartEffect::Expand,
            'L' => ByPartEffect::Limit,
            '1' => ByPartEffect::MonthlyDays,
            '2' => ByPartEffect::YearlyDays,
            default => ByPartEffect::None,
        };
    }
}
