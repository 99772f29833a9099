<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A reminder that has fallen.
 *
 * @property int $id
 * @property int $user_id
 * @property string $entry_id
 * @property string $recurrence_id
 * @property string $trigger
 * @property int $moment Unix seconds
 * @property int $starts_at Unix seconds
 * @property int|null $claimed_at
 * @property int|null $answered_at
 * @property Entry $entry
 */
final class Delivery extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    /** @return BelongsTo<Entry, $this> */
    public function entry(): BelongsTo
    {
        return $this->belongsTo(Entry::class);
    }
}
