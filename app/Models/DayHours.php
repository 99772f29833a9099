<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * What a single date has to give, where it is not what its weekday has.
 *
 * @property string $id
 * @property int $user_id
 * @property string $date
 * @property int $minutes
 */
final class DayHours extends Model
{
    use HasUlids;
    use Recorded;

    protected $table = 'day_hours';

    protected $guarded = [];
}
