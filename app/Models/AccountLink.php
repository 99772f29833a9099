<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A link that is good once: to set a new password, or to make an account.
 *
 * @property int $id
 * @property 'reset'|'invitation' $kind
 * @property int $user_id whose password, or who invites
 * @property string $email
 * @property string $token_hash SHA-256
 * @property int $expires_at Unix seconds
 * @property int|null $used_at Unix seconds
 * @property User $user
 */
final class AccountLink extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $hidden = ['token_hash'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
