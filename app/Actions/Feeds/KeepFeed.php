<?php

declare(strict_types=1);

namespace App\Actions\Feeds;

use App\Access\Visible;
use App\Models\Feed;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Makes the address of a feed, another one for it, or ends it; and notes when it is asked for. */
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

    /** The feed under an address, which somebody asks for now; null where there is none. */
    public function asked(string $secret): ?Feed
    {
        $feed = Feed::query()->where('secret_hash', hash('sha256', $secret))->with('user')->first();
        if ($feed === null) {
            return null;
        }
        $now = CarbonImmutable::now();
        $revision = Visible::to($feed->user)->revision();
        if ($feed->revision !== $revision || $feed->changed_at === null) {
            $feed->forceFill(['revision' => $revision, 'changed_at' => $now]);
        }
        DB::transaction(fn () => $feed->forceFill(['asked_at' => $now])->save());

        return $feed;
    }

    /** @return array{secret: string, secret_hash: string} 256 bits, in the letters of an address (RFC 4648, 5) */
    private static function secret(): array
    {
        $secret = rtrim(strtr(base64_encode(random_bytes(32)), '+/', '-_'), '=');

        return ['secret' => $secret, 'secret_hash' => hash('sha256', $secret)];
    }
}
