<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A part of life, with its colour.
 *
 * @property string $id
 * @property int $user_id
 * @property string $name
 * @property string $colour
 * @property int|null $intended_minutes a week
 * @property int $position
 * @property bool $hidden
 */
final class Area extends Model
{
    use HasUlids;
    use Recorded;
    use WithinAccount;

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['hidden' => 'boolean'];
    }

    /** @return HasMany<Calendar, $this> */
    public function calendars(): HasMany
    {
        return $this->hasMany(Calendar::class)->orderBy('position')->orderBy('id');
    }
}
