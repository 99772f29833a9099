<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A named layer inside one life area, with the defaults of its entries.
 *
 * @property string $id
 * @property int $user_id
 * @property string $area_id
 * @property string $name
 * @property string|null $colour null for the area's
 * @property int $position
 * @property bool $hidden
 * @property string $missed hold, roll or lapse
 * @property bool $busy
 * @property list<string> $reminders of what has hours
 * @property list<string> $reminders_all_day of what has none
 * @property string|null $resource_name last part of its CalDAV address, where a client chose it
 * @property Area $area
 */
final class Calendar extends Model
{
    use HasUlids;
    use Recorded;

    protected $guarded = [];

    protected $attributes = [
        'reminders' => '[]',
        'reminders_all_day' => '[]',
        'missed' => 'hold',
        'busy' => true,
        'hidden' => false,
    ];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['hidden' => 'boolean', 'busy' => 'boolean', 'reminders' => 'array', 'reminders_all_day' => 'array'];
    }

    /** @return BelongsTo<Area, $this> */
    public function area(): BelongsTo
    {
        return $this->belongsTo(Area::class);
    }

    /** @return HasMany<Entry, $this> */
    public function entries(): HasMany
    {
        return $this->hasMany(Entry::class);
    }

    /** @return array{missed: string, busy: bool} what a new entry in it has, unless said otherwise */
    public function defaults(): array
    {
        return ['missed' => $this->missed, 'busy' => $this->busy];
    }
}
