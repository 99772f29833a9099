<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What makes one occurrence differ from its rule.
 *
 * @property int $id
 * @property string $entry_id
 * @property int $user_id
 * @property string $recurrence_id
 * @property string|null $day of the recurrence id
 * @property bool $skipped
 * @property bool|null $all_day
 * @property string|null $start where it stands instead
 * @property int|null $length
 * @property string|null $zone
 * @property string|null $moved_from
 * @property string|null $moved_to
 * @property array<string, mixed> $fields of this one alone
 * @property int|null $done_at Unix seconds
 * @property int|null $let_go_at Unix seconds
 * @property int $put_off how often it was sent on
 * @property float|null $measured the amount noted when it was ticked
 * @property list<string>|null $foreign_lines lines of iCalendar that mean nothing here; null: those of its entry
 * @property Entry $entry
 */
final class OccurrenceOverride extends Model
{
    use HasFields;
    use Recorded;
    use WithinAccount;

    protected $table = 'overrides';

    protected $guarded = [];

    /** @return BelongsTo<Entry, $this> */
    public function entry(): BelongsTo
    {
        return $this->belongsTo(Entry::class);
    }

    /** Whether anything is left that differs from the rule. */
    public function saysNothing(): bool
    {
        return ! $this->skipped &&
            $this->start === null &&
            $this->fields === [] &&
            $this->done_at === null &&
            $this->let_go_at === null &&
            $this->put_off === 0 &&
            $this->foreign_lines === null;
    }

    /**
     * Those that stand in a calendar by themselves, away from the one of their routine.
     *
     * @param  Builder<OccurrenceOverride>  $query
     */
    public function scopeStandingIn(Builder $query, Calendar $calendar): void
    {
        $query->whereRaw("fields <> '{}' and fields <> '[]' and json_extract(fields, '$.calendar_id') = ?", [$calendar->id]);
    }

    /**
     * As a row was, which is not kept any more or not as it is now.
     *
     * @param  array<string, mixed>  $columns
     */
    public static function ofRow(array $columns): self
    {
        return (new self())->setRawAttributes($columns);
    }
}
