<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A reminder in one of its ways, written down before it falls.
 *
 * @property int $id
 * @property int $user_id
 * @property 'reminder'|'later'|'agenda'|'evening' $kind
 * @property string|null $entry_id
 * @property string $recurrence_id of an agenda or an evening, its date
 * @property string $trigger
 * @property 'screen'|'mail'|'phone' $way
 * @property string $key
 * @property int $fell_at Unix seconds
 * @property int $moment Unix seconds at which it may be handed over
 * @property int $starts_at Unix seconds
 * @property string|null $claim
 * @property int|null $claimed_at
 * @property int|null $handed_at
 * @property bool $gathered
 * @property int|null $shown_at
 * @property int|null $answered_at
 * @property Entry|null $entry
 * @property User $user
 */
final class Delivery extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['gathered' => 'boolean'];
    }

    /** @return BelongsTo<Entry, $this> */
    public function entry(): BelongsTo
    {
        return $this->belongsTo(Entry::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
