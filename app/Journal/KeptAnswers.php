<?php

declare(strict_types=1);

namespace App\Journal;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * What was answered to a change, under the key with which it was sent, so that it is safe to send it twice. It is kept within the
 * transaction of the change itself: one that failed leaves nothing behind.
 *
 * @phpstan-type Answer array{fingerprint: string, status: int, body: string}
 */
final readonly class KeptAnswers
{
    private const KEPT_HOURS = 24;

    public function __construct(private int $userId)
    {
    }

    /**
     * @param  string  $fingerprint  of what is asked for under the key
     * @return bool whether nobody has used the key before
     */
    public function take(string $key, string $fingerprint): bool
    {
        return DB::table('answers')->insertOrIgnore([
            'user_id' => $this->userId,
            'key' => $key,
            'fingerprint' => $fingerprint,
            'created_at' => CarbonImmutable::now(),
        ]) === 1;
    }

    /** Under a key that was taken; answers of long ago go. */
    public function keep(string $key, int $status, string $body): void
    {
        DB::table('answers')->where(['user_id' => $this->userId, 'key' => $key])->update(['status' => $status, 'body' => $body]);
        DB::table('answers')
            ->where('created_at', '<', CarbonImmutable::now()->subHours(self::KEPT_HOURS))
            ->delete();
    }

    /** @return Answer|null null where the key was never used; one that was taken and not answered yet is empty */
    public function find(string $key): ?array
    {
        $kept = DB::table('answers')
            ->where(['user_id' => $this->userId, 'key' => $key])
            ->first(['fingerprint', 'status', 'body']);

        return $kept === null
            ? null
            : [
                'fingerprint' => is_string($kept->fingerprint) ? $kept->fingerprint : '',
                'status' => is_numeric($kept->status) ? (int) $kept->status : 200,
                'body' => is_string($kept->body) ? $kept->body : '',
            ];
    }
}
