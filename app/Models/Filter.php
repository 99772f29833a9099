<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * A choice of what to see, kept under a name.
 *
 * @property string $id
 * @property int $user_id
 * @property string $name
 * @property array<string, mixed> $choice
 */
final class Filter extends Model
{
    use HasUlids;
    use Recorded;

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['choice' => 'array'];
    }
}
