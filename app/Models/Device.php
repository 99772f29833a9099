<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A browser in which somebody is signed in.
 *
 * @property string $id
 * @property int $user_id
 * @property string $name browser and system, as they name themselves
 * @property string|null $token_hash SHA-256 of what a remembered one brings along
 * @property int $signed_in_at Unix seconds
 * @property int $seen_at Unix seconds
 * @property int $expires_at Unix seconds
 * @property User $user
 */
final class Device extends Model
{
    use HasUlids;

    public $timestamps = false;

    protected $guarded = [];

    protected $hidden = ['token_hash'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
