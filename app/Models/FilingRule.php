<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * Files an entry by a word in its title: into a calendar, in a colour, or both.
 *
 * @property string $id
 * @property int $user_id
 * @property string $words
 * @property string|null $calendar_id
 * @property string|null $colour
 * @property int $position
 */
final class FilingRule extends Model
{
    use HasUlids;
    use Recorded;

    protected $guarded = [];
}
