<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * An entry, a day or a week that is kept to be stamped again.
 *
 * @property string $id
 * @property int $user_id
 * @property 'entry'|'day'|'week' $kind
 * @property string $name
 * @property list<array{part: int, day: int, at: int|null, length: int, fields: array<string, mixed>}> $parts day from 0; at: minute of it; length: minutes, days where it has no hour; fields: columns of an entry
 * @property int $position
 * @property int $version
 */
final class Template extends Model
{
    use HasUlids;
    use Recorded;

    protected $guarded = [];

    protected $attributes = ['parts' => '[]', 'position' => 0, 'version' => 1];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['parts' => 'array'];
    }
}
