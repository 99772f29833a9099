<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\Storage;

/**
 * All of an account as a file that is kept here, or one on its way.
 *
 * @property string $id
 * @property int $user_id
 * @property 'own'|'daily'|'aside'|'brought'|'leaving' $kind
 * @property 'waiting'|'writing'|'restoring'|'good'|'bad' $state
 * @property int $done rows, of those in total
 * @property int $total
 * @property string|null $trouble a sentence
 * @property int $bytes
 * @property array<string, int> $counts rows by table
 * @property int $made_at Unix seconds
 * @property User $user
 */
final class StoredArchive extends Model
{
    use HasUlids;

    public $timestamps = false;

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

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
