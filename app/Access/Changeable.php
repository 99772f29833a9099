<?php

declare(strict_types=1);

namespace App\Access;

use App\Models\Area;
use App\Models\Calendar;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Validation\Rule;
use Illuminate\Validation\Rules\Exists;

/**
 * What a person may change: areas, calendars, entries and single occurrences. Whatever is changed is found through one of these,
 * and what is new gets its owner here, so that changing what others share is a change of this class.
 */
final readonly class Changeable
{
    private function __construct(private User $who)
    {
    }

    public static function by(User $user): self
    {
        return new self($user);
    }

    /** @return Builder<Area> in order */
    public function areas(): Builder
    {
        return Area::query()->where('user_id', $this->who->id)->orderBy('position')->orderBy('id');
    }

    /** @return Builder<Calendar> in order */
    public function calendars(): Builder
    {
        return Calendar::query()->where('user_id', $this->who->id)->orderBy('position')->orderBy('id');
    }

    /** @return Builder<Calendar> those into which entries may be put, in order: all but those that follow an address */
    public function openCalendars(): Builder
    {
        return $this->calendars()->whereNull('follows');
    }

    /** @return Builder<Entry> */
    public function entries(): Builder
    {
        return Entry::query()
            ->where('user_id', $this->who->id)
            ->whereNotIn(
                'calendar_id',
                Calendar::query()->where('user_id', $this->who->id)->whereNotNull('follows')->select('id'),
            );
    }

    /** @return Builder<OccurrenceOverride> */
    public function overrides(): Builder
    {
        return OccurrenceOverride::query()->where('user_id', $this->who->id);
    }

    /** @throws ModelNotFoundException */
    public function area(string $id): Area
    {
        return $this->areas()->findOrFail($id);
    }

    /** @throws ModelNotFoundException */
    public function calendar(string $id): Calendar
    {
        return $this->calendars()->findOrFail($id);
    }

    /** @throws ModelNotFoundException|OnlyFollowed */
    public function entry(string $id): Entry
    {
        return $this->entries()->find($id) ??
            (Visible::to($this->who)->entries()->whereKey($id)->exists()
                ? throw new OnlyFollowed()
                : throw (new ModelNotFoundException())->setModel(Entry::class, [$id]));
    }

    /** That a request names a calendar into which entries may be put. */
    public function namesCalendar(): Exists
    {
        return Rule::exists('calendars', 'id')->where('user_id', $this->who->id)->whereNull('follows');
    }

    /** That a request names an entry. */
    public function namesEntry(): Exists
    {
        return Rule::exists('entries', 'id')->where('user_id', $this->who->id);
    }

    /** That a request names an area into which calendars may be put. */
    public function namesArea(): Exists
    {
        return Rule::exists('areas', 'id')->where('user_id', $this->who->id);
    }

    /** @param  array<string, mixed>  $columns */
    public function newArea(array $columns): Area
    {
        return new Area([...$columns, 'user_id' => $this->who->id]);
    }

    /** @param  array<string, mixed>  $columns */
    public function newCalendar(array $columns): Calendar
    {
        return new Calendar([...$columns, 'user_id' => $this->who->id]);
    }

    /** @param  array<string, mixed>  $columns */
    public function newEntry(array $columns): Entry
    {
        return new Entry([...$columns, 'user_id' => $this->who->id]);
    }
}
