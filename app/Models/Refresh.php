<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * How the reading of an address that a calendar follows stands. It is no part of what undo takes back.
 *
 * @property string $calendar_id
 * @property int $user_id
 * @property string|null $etag of the last answer
 * @property string|null $last_modified of the last answer, as it was written
 * @property int $every seconds
 * @property int $next_at Unix seconds
 * @property int|null $good_at Unix seconds
 * @property int $failures since it was last good
 * @property string|null $trouble why the last try failed, in a sentence
 * @property int $left_out entries of its last content
 * @property User $user
 */
final class Refresh extends Model
{
    public $incrementing = false;

    public $timestamps = false;

    protected $primaryKey = 'calendar_id';

    protected $keyType = 'string';

    protected $guarded = [];

    protected $attributes = ['every' => 3600, 'next_at' => 0, 'failures' => 0, 'left_out' => 0];

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
