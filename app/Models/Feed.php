<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * An address under which whoever has it reads a calendar or an area. It is no part of what undo takes back: an address that was
 * ended stays ended.
 *
 * @property string $id
 * @property int $user_id
 * @property string|null $calendar_id
 * @property string|null $area_id
 * @property bool $busy_only
 * @property bool $hides_private
 * @property string $secret_hash SHA-256
 * @property string $secret encrypted in the database
 * @property int $revision of the account when it was last asked for
 * @property \Illuminate\Support\Carbon|null $changed_at when that revision was first seen
 * @property \Illuminate\Support\Carbon|null $asked_at
 * @property User $user
 */
final class Feed extends Model
{
    use HasUlids;
    use WithinAccount;

    protected $guarded = [];

    protected $hidden = ['secret', 'secret_hash'];

    protected $attributes = ['busy_only' => false, 'hides_private' => false, 'revision' => 0];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'busy_only' => 'boolean',
            'hides_private' => 'boolean',
            'secret' => 'encrypted',
            'changed_at' => 'datetime',
            'asked_at' => 'datetime',
        ];
    }

    /**
     * Of two answers with the same tag the second says nothing new (RFC 9110 8.8.3).
     *
     * @param  int  $year  the present one: what has no end is written out until a year that moves on with it
     */
    public function tag(int $year): string
    {
        $parts = [$this->id, $this->revision, $year, (int) $this->busy_only, (int) $this->hides_private];

        return substr(hash('sha256', implode(' ', $parts)), 0, 20);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
