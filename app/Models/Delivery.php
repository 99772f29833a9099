<?php

declare(strict_types=1);

namespace App\Models;

use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Facades\DB;

/**
 * A reminder by one of its channels, written down before it falls.
 *
 * @property int $id
 * @property int $user_id
 * @property 'reminder'|'later'|'agenda'|'evening' $kind
 * @property string|null $entry_id
 * @property string $recurrence_id of an agenda or an evening, its date
 * @property string $trigger
 * @property 'screen'|'mail'|'phone' $channel
 * @property string $key
 * @property int $fell_at Unix seconds
 * @property int $moment Unix seconds at which it may be handed over
 * @property int $starts_at Unix seconds
 * @property string|null $claim
 * @property int|null $claimed_at
 * @property int|null $handed_at
 * @property bool $gathered
 * @property int|null $shown_at
 * @property int|null $answered_at
 * @property bool $all_day its occurrence has no hours
 * @property int|null $dropped_at since when its occurrence is done or gone; null while it stands
 * @property int $tries that failed
 * @property int|null $retry_at Unix seconds before which it is not tried again
 * @property string|null $trouble why the last try failed
 * @property string|null $note_key of the note it was first sent with
 * @property bool $early handed over by a clock that was ahead
 * @property int $repeated how often it was handed over again for that reason
 * @property Entry|null $entry
 * @property User $user
 */
final class Delivery extends Model
{
    use WithinAccount;

    /** Rows of a statement, which takes so many values and no more. */
    private const AT_ONCE = 500;

    public $timestamps = false;

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['gathered' => 'boolean', 'all_day' => 'boolean', 'early' => 'boolean'];
    }

    /** @return BelongsTo<Entry, $this> */
    public function entry(): BelongsTo
    {
        return $this->belongsTo(Entry::class);
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /**
     * What stands and whose moment has come, handed over or not.
     *
     * @param  Builder<Delivery>  $query
     */
    public function scopeFallen(Builder $query): void
    {
        $query
            ->whereNull('dropped_at')
            ->where(
                fn (Builder $either) => $either
                    ->where(fn (Builder $handed) => $handed->whereNotNull('handed_at')->where('early', false))
                    ->orWhere('moment', '<=', CarbonImmutable::now()->getTimestamp()),
            );
    }

    /**
     * What may be handed over at all, found by an index that holds only what is open, whatever SQLite has counted.
     *
     * @param  Builder<Delivery>  $query
     */
    public function scopeStillOpen(Builder $query): void
    {
        $query->fromRaw('deliveries indexed by deliveries_open')->whereNull('handed_at')->whereNull('answered_at')->whereNull('dropped_at');
    }

    /**
     * The screen first, what may have to wait for a mail server last.
     *
     * @param  Builder<Delivery>  $query
     */
    public function scopeInOrder(Builder $query): void
    {
        $query
            ->orderByRaw("case channel when 'screen' then 0 when 'phone' then 1 else 2 end")
            ->orderBy('moment')
            ->orderBy('id');
    }

    /**
     * Writes down what is to fall.
     *
     * @param  list<non-empty-array<string, int|string|bool|null>>  $rows  all of the same columns
     * @param  bool  $anew  what stands there already under its key falls anew where it falls at another moment now; else it stays
     */
    public static function put(array $rows, bool $anew): void
    {
        $whereItStands = $anew
            ? 'update set entry_id = excluded.entry_id, fell_at = excluded.fell_at, moment = excluded.moment,
                starts_at = excluded.starts_at, all_day = excluded.all_day, claim = null, claimed_at = null, handed_at = null,
                gathered = 0, shown_at = null, answered_at = null, dropped_at = null, tries = 0, retry_at = null, trouble = null,
                note_key = null, early = 0 where deliveries.fell_at <> excluded.fell_at'
            : 'nothing';
        foreach (array_chunk($rows, self::AT_ONCE) as $some) {
            $columns = array_keys($some[0]);
            $marks = implode(', ', array_fill(0, count($some), '('.implode(', ', array_fill(0, count($columns), '?')).')'));
            DB::insert(
                'insert into deliveries ("'.implode('", "', $columns)."\") values {$marks} on conflict (key) do {$whereItStands}",
                array_merge(...array_map(array_values(...), $some)),
            );
        }
    }
}
