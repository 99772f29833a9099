<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\User;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Str;

/**
 * Whether a password is that of an account. It takes as long where there is no such account, so that nobody is told by the time.
 */
final class KnownPassword
{
    public function isOf(?User $user, string $password): bool
    {
        $isRight = Hash::check($password, $user->password ?? self::ofNobody());

        return $isRight && $user !== null;
    }

    /** A hash that costs what those of accounts cost, of a password that nobody has. */
    private static function ofNobody(): string
    {
        $kept = Cache::get('hash-of-nobody');
        if (! is_string($kept) || Hash::needsRehash($kept)) {
            $kept = Hash::make(Str::random(40));
            Cache::forever('hash-of-nobody', $kept);
        }

        return $kept;
    }
}
