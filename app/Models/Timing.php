<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use PlumRota\Core\Planning\Stint;

/**
 * Work on an occurrence that is or was timed.
 *
 * @property string $id
 * @property int $user_id
 * @property string $entry_id
 * @property string $recurrence_id
 * @property int $started_at Unix seconds
 * @property int|null $ended_at Unix seconds; null while it runs
 * @property int|null $planned minutes
 */
final class Timing extends Model
{
    use HasUlids;
    use Recorded;
    use WithinAccount;

    protected $guarded = [];

    public function stint(): Stint
    {
        return new Stint($this->started_at, $this->ended_at, $this->planned);
    }

    /**
     * What was timed at some moment between two.
     *
     * @param  Builder<Timing>  $query
     * @param  int  $from  Unix seconds
     * @param  int  $to  Unix seconds
     * @param  int  $now  Unix seconds, until which one that runs has come
     */
    public function scopeTouching(Builder $query, int $from, int $to, int $now): void
    {
        $query->where('started_at', '<', $to)->whereRaw('coalesce(ended_at, ?) > ?', [$now, $from]);
    }
}
