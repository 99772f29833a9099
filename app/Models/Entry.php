<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Reminding\Reminder;

/**
 * An event or a task, once or as a routine.
 *
 * @property string $id
 * @property int $user_id
 * @property string $calendar_id
 * @property string|null $uid with which it came from elsewhere
 * @property string|null $resource_name last part of its CalDAV address, where a client chose it
 * @property list<string> $foreign_lines lines of iCalendar that came with it and mean nothing here
 * @property 'task'|'event' $kind
 * @property string $title
 * @property string $notes
 * @property bool $all_day
 * @property string|null $start wall time: a date, or a date and time; null in the basket
 * @property int $length days when all-day, else minutes
 * @property string|null $zone
 * @property string|null $rule RRULE
 * @property bool $after_done
 * @property list<string> $extra_dates
 * @property list<string> $except_dates
 * @property string|null $due of the first occurrence
 * @property string $missed hold, roll or lapse
 * @property string|null $leads_to the entry that it leads up to
 * @property int|null $lead_count
 * @property string|null $lead_unit days, weeks or working_days
 * @property int $lead_shift days from an occurrence of that to the date that is counted back from
 * @property string|null $lead_at the date that the lead gave it last
 * @property int|null $shortest_piece minutes
 * @property list<array{days: list<int>, from: int, to: int}> $own_hours ISO weekdays, minutes of the day
 * @property string|null $template_id
 * @property int|null $template_part
 * @property string|null $after_id an entry that has to be done before
 * @property string|null $continues_id the earlier half of the same routine
 * @property list<string> $reminders its own; see remindersFor
 * @property bool $own_reminders
 * @property bool $always_through quiet hours do not hold it back
 * @property string|null $importance must, should or could
 * @property string|null $effort light, steady or demanding
 * @property int|null $estimate minutes
 * @property bool $busy
 * @property bool $private
 * @property bool $protected
 * @property bool $tentative
 * @property int $travel minutes before
 * @property int $margin minutes after
 * @property int $margin_before minutes, besides the travel
 * @property int $travel_back minutes after it, besides the margin
 * @property string|null $end_zone null for that of the start
 * @property string|null $colour null for the calendar's
 * @property list<string> $labels
 * @property string $off_day keep, skip, before or after
 * @property list<array{from: string, to: string}> $seasons MM-DD
 * @property list<array{from: string, to: string}> $pauses dates
 * @property string $place
 * @property string $link
 * @property 'week'|'month'|null $opens_round the round that it stands for
 * @property string|null $measure the unit of the amount that is noted on ticking
 * @property int|null $aim times a week
 * @property list<array{text: string, done: bool}> $checklist
 * @property string|null $not_before a date
 * @property string|null $around a week of ISO 8601, or a month
 * @property string $waiting_for
 * @property string|null $ask_again a date
 * @property int $position
 * @property string|null $first_day
 * @property string|null $last_day
 * @property bool $overlaps its occurrences may lie on one another
 * @property int $version
 * @property \Illuminate\Support\Carbon|null $created_at
 * @property \Illuminate\Support\Carbon|null $updated_at
 * @property Calendar $calendar
 */
final class Entry extends Model
{
    use HasFields;
    use HasUlids;
    use Recorded;
    use WithinAccount;

    /** The relations with which it is written for others. */
    public const WRITTEN_WITH = ['calendar', 'overrides', 'continued', 'anchor', 'preceding'];

    protected $table = 'entries';

    protected $guarded = [];

    /**
     * Those in force for an occurrence that has hours, or none: its own, else its calendar's. Where its own need hours and
     * an occurrence has none, as when it was put on a day's list, those of the calendar for whole days stand in.
     *
     * @return list<string>
     */
    public function remindersFor(bool $allDay): array
    {
        return Reminder::applying(
            $this->own_reminders ? $this->reminders : null,
            $this->calendar->reminders,
            $this->calendar->reminders_all_day,
            $allDay,
        );
    }

    /** How long before what it leads up to it stands, where it leads up to something. */
    public function lead(): ?Lead
    {
        return $this->lead_count === null || $this->lead_unit === null
            ? null
            : new Lead($this->lead_count, $this->lead_unit, $this->lead_shift);
    }

    /** Under which name others know it: that with which it came, else one of ours. */
    public function knownAs(): string
    {
        return $this->uid ?? self::nameOf($this->id);
    }

    public static function nameOf(string $id): string
    {
        return strtolower($id).'@plum-rota.invalid';
    }

    /** Whether it may come more than once. */
    public function isRoutine(): bool
    {
        return $this->rule !== null || $this->extra_dates !== [];
    }

    /** @return BelongsTo<Calendar, $this> */
    public function calendar(): BelongsTo
    {
        return $this->belongsTo(Calendar::class);
    }

    /** @return BelongsTo<Entry, $this> the earlier half of the same routine */
    public function continued(): BelongsTo
    {
        return $this->belongsTo(self::class, 'continues_id');
    }

    /** @return HasMany<Entry, $this> what leads up to it, the earliest first */
    public function leadUps(): HasMany
    {
        return $this->hasMany(self::class, 'leads_to')->orderBy('position')->orderBy('id');
    }

    /** @return BelongsTo<Entry, $this> what it leads up to */
    public function anchor(): BelongsTo
    {
        return $this->belongsTo(self::class, 'leads_to');
    }

    /** @return BelongsTo<Entry, $this> what has to be done before it */
    public function preceding(): BelongsTo
    {
        return $this->belongsTo(self::class, 'after_id');
    }

    /** @return HasMany<OccurrenceOverride, $this> */
    public function overrides(): HasMany
    {
        return $this->hasMany(OccurrenceOverride::class);
    }

    /**
     * As one value: a statement takes so many and no more.
     *
     * @param  Builder<Entry>  $query
     * @param  list<string>  $ids
     */
    public function scopeAmong(Builder $query, array $ids): void
    {
        $query->whereRaw('entries.id in (select value from json_each(?))', [json_encode($ids, JSON_THROW_ON_ERROR)]);
    }

    /**
     * What leads up to some of these.
     *
     * @param  Builder<Entry>  $query
     * @param  list<string>  $ids
     */
    public function scopeLeadingTo(Builder $query, array $ids): void
    {
        $query
            ->whereNotNull('leads_to')
            ->whereRaw('leads_to in (select value from json_each(?))', [json_encode($ids, JSON_THROW_ON_ERROR)]);
    }

    /**
     * What came out of one file entry beside it, as what it is from a day on.
     *
     * @param  Builder<Entry>  $query
     */
    public function scopeCutFrom(Builder $query, string $uid): void
    {
        $query->whereRaw('substr(uid, 1, ?) = ?', [mb_strlen("{$uid}#"), "{$uid}#"]);
    }

    /**
     * Whose title stands in a line.
     *
     * @param  Builder<Entry>  $query
     * @param  int  $shortest  characters of a title that is looked for
     */
    public function scopeNamedIn(Builder $query, string $line, int $shortest): void
    {
        $query->whereRaw('length(title) >= ?', [$shortest])->whereRaw('instr(lower(?), lower(title)) > 0', [$line]);
    }

    /** What a single occurrence has of its own, not kept yet. */
    public function newOverride(string $recurrenceId): OccurrenceOverride
    {
        return new OccurrenceOverride(['entry_id' => $this->id, 'user_id' => $this->user_id, 'recurrence_id' => $recurrenceId]);
    }
}
