<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\AccountLink;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Str;

/** Links that are sent by mail and good once. Only their SHA-256 is kept: whoever reads the database cannot use them. */
final class Links
{
    private const SECONDS = ['reset' => 3600, 'invitation' => 7 * 86400];

    /**
     * A later one of the same kind to the same address takes the place of an earlier one.
     *
     * @param  'reset'|'invitation'  $kind
     * @return string the token
     */
    public function make(string $kind, User $user, string $email): string
    {
        $token = Str::random(40);
        AccountLink::query()->where('kind', $kind)->where('email', $email)->whereNull('used_at')->delete();
        AccountLink::query()->create([
            'kind' => $kind,
            'user_id' => $user->id,
            'email' => $email,
            'token_hash' => hash('sha256', $token),
            'expires_at' => CarbonImmutable::now()->getTimestamp() + self::SECONDS[$kind],
        ]);

        return $token;
    }

    /** Under the address of this installation, never under the one that a request claims: a forged Host leads nobody away. */
    public static function url(string $path): string
    {
        $root = config('app.url');

        return rtrim(is_string($root) ? $root : '', '/').$path;
    }

    /** @param  'reset'|'invitation'  $kind */
    public function find(string $kind, string $token): ?AccountLink
    {
        $now = CarbonImmutable::now()->getTimestamp();

        return AccountLink::query()
            ->where('kind', $kind)
            ->where('token_hash', hash('sha256', $token))
            ->whereNull('used_at')
            ->where('expires_at', '>', $now)
            ->where('expires_at', '<=', $now + self::SECONDS[$kind]) // later, it was made by a clock that was wrong
            ->with('user')
            ->first();
    }

    public function use(AccountLink $link): void
    {
        $link->update(['used_at' => CarbonImmutable::now()->getTimestamp()]);
    }
}
