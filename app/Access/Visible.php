<?php

declare(strict_types=1);

namespace App\Access;

use App\Models\Area;
use App\Models\Calendar;
use App\Models\Entry;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\ModelNotFoundException;

/**
 * What a person may see: areas, calendars, entries. All of them are read through one of these, so that seeing what others share
 * is a change of this class, and of the conditions beside it in `Reading`.
 */
final readonly class Visible
{
    private function __construct(public int $ownerId)
    {
    }

    public static function to(User $user): self
    {
        return new self($user->id);
    }

    /** @return Builder<Area> in order */
    public function areas(): Builder
    {
        return Area::query()->where('user_id', $this->ownerId)->orderBy('position')->orderBy('id');
    }

    /** @return Builder<Calendar> in order */
    public function calendars(): Builder
    {
        return Calendar::query()->where('user_id', $this->ownerId)->orderBy('position')->orderBy('id');
    }

    /** @return Builder<Entry> */
    public function entries(): Builder
    {
        return Entry::query()->where('user_id', $this->ownerId);
    }

    /** @throws ModelNotFoundException */
    public function entry(string $id): Entry
    {
        return $this->entries()->findOrFail($id);
    }

    /** What these were changed for the last time by: something that was found is good for as long as it is the same. */
    public function revision(): int
    {
        $revision = User::query()->toBase()->where('id', $this->ownerId)->value('revision');

        return is_int($revision) ? $revision : 0;
    }

    /** @return array<string, string> the area of each calendar, by its id */
    public function areaOfCalendar(): array
    {
        /** @var array<string, string> $areas */
        $areas = $this->calendars()->toBase()->pluck('area_id', 'id')->all();

        return $areas;
    }
}
