<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * What some days are mainly for, besides the themes of the weekdays.
 *
 * @property string $id
 * @property int $user_id
 * @property string $words
 * @property string $date that day, or the first of those that come every so many weeks
 * @property int $weeks 0 for that day alone
 * @property 'morning'|'afternoon'|null $half null for the whole day
 */
final class Theme extends Model
{
    use HasUlids;
    use Recorded;

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [];
    }
}
