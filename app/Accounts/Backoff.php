<?php

declare(strict_types=1);

namespace App\Accounts;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Cache;

/**
 * How long somebody who was wrong has to wait before the next try: the first few at once, then twice as long each time.
 * What was right does not count, and wipes out what was wrong before it.
 *
 * @phpstan-type Count array{wrong: int, until: int}
 */
final class Backoff
{
    /** Tries that cost nothing: for one address from one machine, and for all addresses from one machine. */
    private const FREE = ['address' => 5, 'machine' => 30];

    private const FIRST_WAIT = 15;

    /** For one address, whose password may be guessed; and for all of a machine, where others sit who know theirs. */
    private const LONGEST_WAIT = ['address' => 3600, 'machine' => 15];

    private const FORGOTTEN_AFTER = 86400;

    /** @return int seconds to wait; 0 when the next try may be made */
    public function wait(string $address, string $machine): int
    {
        $now = CarbonImmutable::now()->getTimestamp();

        return max(
            0,
            ...array_values(
                array_map(fn (string $key): int => $this->count($key, $now)['until'] - $now, self::keys($address, $machine)),
            ),
        );
    }

    public function wrong(string $address, string $machine): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        foreach (self::keys($address, $machine) as $kind => $key) {
            $wrong = $this->count($key, $now)['wrong'] + 1;
            $over = $wrong - self::FREE[$kind];
            Cache::put(
                $key,
                [
                    'wrong' => $wrong,
                    'until' => $over < 0 ? 0 : $now + min(self::LONGEST_WAIT[$kind], self::FIRST_WAIT * 2 ** min(10, $over)),
                ],
                self::FORGOTTEN_AFTER,
            );
        }
    }

    public function right(string $address, string $machine): void
    {
        Cache::forget(self::keys($address, $machine)['address']);
    }

    public static function sentence(int $seconds): string
    {
        return 'Too many wrong tries. Wait '.
            ($seconds < 90 ? "{$seconds} seconds" : ceil($seconds / 60).' minutes').
            ', then try again.';
    }

    /** @return array{address: string, machine: string} */
    private static function keys(string $address, string $machine): array
    {
        return [
            'address' => 'wrong-'.hash('sha256', mb_strtolower($address)."|{$machine}"),
            'machine' => 'wrong-'.hash('sha256', $machine),
        ];
    }

    /**
     * One that lasts longer than any was begun by a clock that was wrong, and is none.
     *
     * @return Count
     */
    private function count(string $key, int $now): array
    {
        /** @var Count|null $kept */
        $kept = Cache::get($key);

        return $kept === null || max(self::LONGEST_WAIT) < $kept['until'] - $now ? ['wrong' => 0, 'until' => 0] : $kept;
    }
}
