<?php

declare(strict_types=1);

namespace App\Actions\Feeds;

use App\Models\Feed;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** Makes the address of a feed, another one for it, or ends it. */
final class KeepFeed
{
    /** @param  array{calendar_id: string|null, area_id: string|null, busy_only: bool, hides_private: bool}  $values */
    public function make(User $user, array $values): Feed
    {
        return DB::transaction(fn (): Feed => $user->feeds()->create([...$values, ...self::secret()]));
    }

    public function renew(Feed $feed): Feed
    {
        DB::transaction(fn () => $feed->update([...self::secret(), 'asked_at' => null]));

        return $feed;
    }

    public function end(Feed $feed): void
    {
        DB::transaction(fn () => $feed->delete());
    }

    /** @return array{secret: string, secret_hash: string} 256 bits, in the letters of an address (RFC 4648, 5) */
    private static function secret(): array
    {
        $secret = rtrim(strtr(base64_encode(random_bytes(32)), '+/', '-_'), '=');

        return ['secret' => $secret, 'secret_hash' => hash('sha256', $secret)];
    }
}
