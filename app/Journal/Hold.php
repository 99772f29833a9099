<?php

declare(strict_types=1);

namespace App\Journal;

use Carbon\CarbonImmutable;
use Illuminate\Contracts\Auth\Authenticatable;
use Illuminate\Support\Facades\DB;

/**
 * Keeps an account from being changed for a moment, so that what is laid aside of it is what is replaced. It ends by itself:
 * whoever began it may be killed.
 */
final class Hold
{
    /** Seconds without a word from whoever holds it. */
    public const LASTS = 60;

    public static function on(int $userId): void
    {
        DB::table('users')->where('id', $userId)->update(['held_until' => CarbonImmutable::now()->getTimestamp() + self::LASTS]);
    }

    public static function end(int $userId): void
    {
        DB::table('users')->where('id', $userId)->update(['held_until' => 0]);
    }

    /**
     * For what takes long and is done aside: it would come to nothing.
     *
     * @throws AccountHeld
     */
    public static function requireNone(int $userId): void
    {
        $until = DB::table('users')->where('id', $userId)->value('held_until');
        if (self::isOn(is_numeric($until) ? (int) $until : 0)) {
            throw new AccountHeld();
        }
    }

    /** One that lasts longer than any was begun by a clock that was wrong. */
    private static function isOn(int $until): bool
    {
        $left = $until - CarbonImmutable::now()->getTimestamp();

        return $left > 0 && $left <= self::LASTS;
    }

    /**
     * The first statement of a change: it writes, so that the lock is held before anything is read.
     *
     * @throws AccountHeld
     */
    public static function pass(Authenticatable $user): void
    {
        $id = $user->getAuthIdentifier();
        $now = CarbonImmutable::now()->getTimestamp();
        // One that lasts longer than any was begun by a clock that was wrong.
        $passed = DB::table('users')
            ->where('id', $id)
            ->whereNotBetween('held_until', [$now + 1, $now + self::LASTS])
            ->increment('revision');
        if ($passed === 0 && DB::table('users')->where('id', $id)->where('held_until', '>', 0)->exists()) {
            throw new AccountHeld();
        }
    }
}
