<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\Storage;

/**
 * All of an account as a file that is kept here, or one on its way.
 *
 * @property string $id
 * @property int $user_id
 * @property 'own'|'daily'|'aside'|'brought'|'leaving' $kind
 * @property 'waiting'|'writing'|'looking'|'restoring'|'good'|'bad' $state
 * @property int $done rows, of those in total
 * @property int $total
 * @property string|null $trouble a sentence
 * @property int $bytes
 * @property array<string, int> $counts rows by table
 * @property int $made_at Unix seconds
 * @property int|null $alive_at Unix seconds at which it was asked for, or whoever is at it said so last
 * @property User $user
 */
final class StoredArchive extends Model
{
    use HasUlids;

    public $timestamps = false;

    /** Seconds without a sign of life after which whoever was at it is taken for dead. */
    private const LONGEST_SILENCE = 60;

    /** Seconds between two signs of life. */
    private const BEATS_EVERY = 2;

    protected $table = 'archives';

    protected $guarded = [];

    protected $attributes = ['state' => 'waiting', 'done' => 0, 'total' => 0, 'bytes' => 0, 'counts' => '{}'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['counts' => 'array'];
    }

    public static function folder(int $user): string
    {
        return Storage::disk('local')->path("archives/{$user}");
    }

    public function path(): string
    {
        return self::folder($this->user_id)."/{$this->id}.zip";
    }

    /**
     * Says that somebody is at it, and how far.
     *
     * @return bool whether it was time to say so
     */
    public function beat(?int $done = null, ?int $total = null): bool
    {
        $now = CarbonImmutable::now()->getTimestamp();
        if ($this->alive_at !== null && abs($now - $this->alive_at) < self::BEATS_EVERY && ($done === null || $done !== $total)) {
            return false;
        }
        $this->forceFill(
            ['alive_at' => $now, ...$done === null ? [] : ['done' => $done], ...$total === null ? [] : ['total' => $total]],
        );
        // Where the database is busy it is said the next time.
        rescue(fn () => self::query()
            ->whereKey($this->id)
            ->update(array_intersect_key($this->getAttributes(), ['alive_at' => 0, 'done' => 0, 'total' => 0])), report: false);

        return true;
    }

    /**
     * What somebody was at who was killed is given up: one that was being written is none, one that was being brought back is as
     * good as before, and so is what is here. What waits for its turn in the queue is not dead, however long that takes.
     *
     * @return int how many
     */
    public static function giveUpDead(): int
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $lately = $now - self::LONGEST_SILENCE;
        $dead = fn (string ...$states) => self::query()
            ->whereIn('state', $states)
            // A sign of life from a time to come was given by a clock that was wrong.
            ->where(fn ($silent) => $silent->where('alive_at', '<', $lately)->orWhere('alive_at', '>', $now + self::LONGEST_SILENCE))
            ->whereNotExists(fn (Builder $jobs): Builder => $jobs
                ->from('jobs')
                ->whereRaw("payload like '%' || archives.id || '%'")
                ->where(fn (Builder $job): Builder => $job->whereNull('reserved_at')->orWhere('reserved_at', '>=', $lately)));

        return $dead('waiting', 'writing')->update(
            ['state' => 'bad', 'trouble' => 'It was stopped before it was whole. Ask for another.'],
        ) +
            $dead('looking')->update(
                ['state' => 'bad', 'trouble' => 'It was stopped before it was read whole. Bring it once more.'],
            ) +
            $dead('restoring')->update(
                ['state' => 'good', 'trouble' => 'It was stopped. What is here stays as it is; try again.'],
            );
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /**
     * One of them first, then the latest; those of a time to come, which a wrong clock made, last.
     *
     * @param  \Illuminate\Database\Eloquent\Builder<StoredArchive>  $query
     * @param  int  $now  Unix seconds
     */
    public function scopeLatestFirst(\Illuminate\Database\Eloquent\Builder $query, string $first, int $now): void
    {
        $query
            ->orderByRaw('id = ? desc, made_at > ?', [$first, $now])
            ->orderByDesc('made_at')
            ->orderByDesc('id');
    }
}
