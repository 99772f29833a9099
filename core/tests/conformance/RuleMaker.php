<?php

declare(strict_types=1);

namespace PlumRota\Core\Tests\conformance;

/** Makes rules of all shapes from a seed. */
final class RuleMaker
{
    private const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];

    public function __construct(int $seed)
    {
        mt_srand($seed);
    }

    public function rule(): string
    {
        $freq = $this->pick([
            'YEARLY',
            'YEARLY',
            'YEARLY',
            'MONTHLY',
            'MONTHLY',
            'MONTHLY',
            'WEEKLY',
            'WEEKLY',
            'DAILY',
            'DAILY',
            'HOURLY',
            'MINUTELY',
        ]);
        $parts = ['FREQ' => $freq];
        if ($this->chance(50)) {
            $parts['INTERVAL'] = (string) mt_rand(2, $freq === 'YEARLY' ? 4 : ($freq === 'MINUTELY' ? 90 : 7));
        }
        $parts += match ($freq) {
            'YEARLY' => $this->yearly(),
            'MONTHLY' => $this->monthly(),
            'WEEKLY' => array_filter([
                'BYDAY' => $this->chance(70) ? $this->some(self::DAYS) : '',
                'BYMONTH' => $this->chance(20) ? $this->some(range(1, 12)) : '',
                'WKST' => $this->chance(30) ? $this->pick(self::DAYS) : '',
            ]),
            'DAILY' => array_filter([
                'BYDAY' => $this->chance(25) ? $this->some(self::DAYS) : '',
                'BYMONTH' => $this->chance(25) ? $this->some(range(1, 12)) : '',
                'BYMONTHDAY' => $this->chance(20) ? $this->some([...range(1, 31), -1, -2, -15]) : '',
            ]),
            'HOURLY' => array_filter([
                'BYHOUR' => $this->chance(30) ? $this->some(range(0, 23)) : '',
                'BYDAY' => $this->chance(30) ? $this->some(self::DAYS) : '',
                'BYMINUTE' => $this->chance(30) ? $this->some([0, 10, 15, 30, 45, 50]) : '',
            ]),
            default => array_filter([
                'BYHOUR' => $this->chance(40) ? $this->some(range(0, 23)) : '',
                'BYDAY' => $this->chance(20) ? $this->some(self::DAYS) : '',
            ]),
        };
        if (in_array($freq, ['YEARLY', 'MONTHLY', 'WEEKLY', 'DAILY'], true) && $this->chance(15)) {
            $parts['BYHOUR'] = $this->some(range(6, 20));
        }
        if ($this->chance(25)) {
            $parts['COUNT'] = (string) mt_rand(2, 20);
        }

        return implode(';', array_map(fn (string $name, string $value): string => "{$name}={$value}", array_keys($parts), $parts));
    }

    public function start(): string
    {
        return sprintf(
            '%04d-%02d-%02dT%02d:%02d:00',
            mt_rand(1990, 2040),
            mt_rand(1, 12),
            mt_rand(1, 28),
            mt_rand(0, 23),
            $this->pick([0, 15, 30]),
        );
    }

    /** @return array<string, string> */
    private function yearly(): array
    {
        return match (mt_rand(0, 6)) {
            0 => [],
            1 => ['BYMONTH' => $this->some(range(1, 12))],
            2 => ['BYMONTH' => $this->some(range(1, 12)), 'BYDAY' => $this->some($this->numbered([1, 2, 3, 4, -1, -2]))],
            3 => ['BYYEARDAY' => $this->some([1, 59, 60, 61, 100, 200, 365, -1, -2, -100, -306])],
            4 => ['BYWEEKNO' => $this->some([2, 10, 20, 26, 38, 50, -2, -10]), 'BYDAY' => $this->some(self::DAYS)],
            5 => ['BYDAY' => $this->some($this->numbered([1, 2, 10, 20, 45, -1, -3, -20]))],
            default => [
                'BYMONTH' => $this->some(range(1, 12)),
                'BYDAY' => $this->some(self::DAYS),
                'BYSETPOS' => $this->pick(['1', '2', '-1', '1,-1']),
            ],
        };
    }

    /** @return array<string, string> */
    private function monthly(): array
    {
        $chosen = match (mt_rand(0, 5)) {
            0 => [],
            1 => ['BYMONTHDAY' => $this->some([...range(1, 31), -1, -2, -3, -10, -28, -31])],
            2 => ['BYDAY' => $this->some($this->numbered([1, 2, 3, 4, 5, -1, -2, -5]))],
            3 => ['BYDAY' => $this->some(self::DAYS)],
            4 => [
                'BYDAY' => $this->pick(['MO,TU,WE,TH,FR', 'SA,SU', 'MO,WE']),
                'BYSETPOS' => $this->pick(['1', '2', '-1', '-2', '1,-1']),
            ],
            default => [
                'BYDAY' => $this->some(self::DAYS),
                'BYMONTHDAY' => $this->pick(['13', '7,8,9,10,11,12,13', '-1,-2,-3', '25,26,27,28']),
            ],
        };

        return $chosen + ($this->chance(15) ? ['BYMONTH' => $this->some(range(1, 12))] : []);
    }

    /**
     * @param  list<int>  $numbers
     * @return list<string>
     */
    private function numbered(array $numbers): array
    {
        return array_map(fn (): string => $this->pick($numbers).$this->pick(self::DAYS), range(1, 4));
    }

    private function chance(int $percent): bool
    {
        return mt_rand(1, 100) <= $percent;
    }

    /** @param  list<mixed>  $from */
    private function pick(array $from): string
    {
        return (string) $from[mt_rand(0, count($from) - 1)];
    }

    /**
     * Numbers in ascending order: their order says nothing (RFC 5545 3.3.10), but two of the references keep it.
     *
     * @param  list<mixed>  $from
     */
    private function some(array $from): string
    {
        $taken = array_unique(array_map(fn (): string => $this->pick($from), range(1, mt_rand(1, 3))));
        sort($taken, SORT_NATURAL);

        return implode(',', $taken);
    }
}
