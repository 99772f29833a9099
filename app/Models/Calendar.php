<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Database\Eloquent\Relations\HasOne;
use PlumRota\Core\Fields\Tables\PlanFields;

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
 * @property int $margin_before minutes that new entries have
 * @property int $margin_after
 * @property list<string> $reminders of what has hours
 * @property list<string> $reminders_all_day of what has none
 * @property string|null $resource_name last part of its CalDAV address, where a client chose it
 * @property string|null $follows the address that its entries come from; null for a calendar of one's own
 * @property bool $counted whether its entries fill the day
 * @property list<string> $hidden_words entries of an address with one of them in the title are left out
 * @property Area $area
 * @property Refresh|null $refreshing
 */
final class Calendar extends Model
{
    use HasFields;
    use HasUlids;
    use Recorded;
    use WithinAccount;

    protected $table = 'calendars';

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [...FieldCasts::of(PlanFields::calendars()), 'follows' => 'encrypted'];
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

    /** @return HasOne<Refresh, $this> how the reading of its address stands */
    public function refreshing(): HasOne
    {
        return $this->hasOne(Refresh::class);
    }

    /** @return array{missed: string, busy: bool} what a new entry in it has, unless said otherwise */
    public function defaults(): array
    {
        return [
            'missed' => $this->missed,
            'busy' => $this->busy,
            'margin_before' => $this->margin_before,
            'margin' => $this->margin_after,
        ];
    }
}
