<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * With which a program on a device reads and writes the calendars of an account (CalDAV), and nothing else.
 *
 * @property string $id
 * @property int $user_id
 * @property string $name given by whoever made it
 * @property string $password_hash SHA-256
 * @property int $made_at Unix seconds
 * @property int|null $used_at Unix seconds, to the minute or so
 * @property User $user
 */
final class DevicePassword extends Model
{
    use HasUlids;

    public $timestamps = false;

    protected $guarded = [];

    protected $hidden = ['password_hash'];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
