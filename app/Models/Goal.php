<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * What a week or a month is for.
 *
 * @property string $id
 * @property int $user_id
 * @property 'week'|'month' $kind
 * @property string $start the date on which that begins
 * @property string $title
 * @property string|null $area_id
 * @property int|null $minutes that it needs
 * @property list<string> $tasks ids of entries that are tied to it
 * @property 'kept'|'partly'|'dropped'|'carried'|null $answer what became of it
 * @property int $position
 */
final class Goal extends Model
{
    use HasUlids;
    use Recorded;

    protected $guarded = [];

    protected $attributes = ['tasks' => '[]', 'position' => 0];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['tasks' => 'array'];
    }
}
