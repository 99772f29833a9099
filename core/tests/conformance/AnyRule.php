<?php

declare(strict_types=1);

namespace PlumRota\Core\Tests\conformance;

use PlumRota\Core\Recurrence\OtherCalendar;

/** Makes rules without sense from a seed: every part with every frequency, long lists, great intervals. Many are no rules. */
final class AnyRule
{
    private const FREQUENCIES = ['YEARLY', 'MONTHLY', 'WEEKLY', 'DAILY', 'HOURLY', 'MINUTELY', 'SECONDLY'];

    public function __construct(int $seed)
    {
        mt_srand($seed);
    }

    public function next(): string
    {
        $parts = ['FREQ='.self::FREQUENCIES[mt_rand(0, 6)]];
        if (mt_rand(0, 1) === 1) {
            $parts[] = 'INTERVAL='.[mt_rand(2, 10), mt_rand(2, 2000), mt_rand(1, 9_999_999)][mt_rand(0, 2)];
        }
        $lists = [
            'BYHOUR' => [25, range(0, 23)],
            'BYMINUTE' => [25, range(0, 59)],
            'BYSECOND' => [15, range(0, 59)],
            'BYMONTH' => [30, range(1, 12)],
            'BYMONTHDAY' => [25, [...range(1, 31), ...range(-31, -1)]],
            'BYYEARDAY' => [15, [...range(1, 366), ...range(-366, -1)]],
            'BYWEEKNO' => [10, [...range(1, 53), ...range(-53, -1)]],
            'BYDAY' => [
                30,
                mt_rand(0, 2) === 0 ? ['1MO', '2TU', '5FR', '-1WE', '-2SU', '53MO'] : ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'],
            ],
            'BYSETPOS' => [10, [...range(1, 366), ...range(-366, -1)]],
            'RSCALE' => [15, [OtherCalendar::NAMES[array_rand(OtherCalendar::NAMES)]]],
            'SKIP' => [10, [['BACKWARD', 'FORWARD'][mt_rand(0, 1)]]],
        ];
        foreach ($lists as $part => [$chance, $values]) {
            if (mt_rand(1, 100) <= $chance) {
                shuffle($values);
                $parts[] = $part.'='.implode(',', mt_rand(0, 5) === 0 ? $values : array_slice($values, 0, mt_rand(1, 3)));
            }
        }
        if (mt_rand(1, 100) <= 25) {
            $parts[] = 'COUNT='.[mt_rand(1, 20), mt_rand(1, 100_000), 1_000_000_000][mt_rand(0, 2)];
        }

        return implode(';', $parts);
    }
}
