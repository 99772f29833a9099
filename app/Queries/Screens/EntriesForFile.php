<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use Illuminate\Database\Eloquent\Builder;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** The entries that a file is to have, and what the file is called. */
final readonly class EntriesForFile
{
    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /** @return array{string, string|null, Builder<Entry>} name, colour, entries */
    public function find(User $user, ?string $entry, ?string $calendar, ?string $area, ?string $from, ?string $to): array
    {
        $mine = Visible::to($user);
        $entries = $mine->entries()->with(Entry::WRITTEN_WITH)->orderBy('id');
        if ($entry !== null) {
            $found = $mine->entry($entry);

            return [$found->title, null, $entries->where('id', $found->id)];
        }
        if ($calendar !== null) {
            $found = $mine->calendars()->with('area')->findOrFail($calendar);

            return [$found->name, $found->colour ?? $found->area->colour, $entries->where('calendar_id', $found->id)];
        }
        if ($area !== null) {
            $found = $mine->areas()->findOrFail($area);

            return [
                $found->name,
                $found->colour,
                $entries->whereIn('calendar_id', $mine->calendars()->where('area_id', $found->id)->select('id')),
            ];
        }
        if ($from !== null && $to !== null) {
            return [
                "{$from} to {$to}",
                null,
                $entries->among($this->standingIn($user, $from, $to)),
            ];
        }

        return ['Plum Rota', null, $entries];
    }

    /** @return list<string> the calendars that are meant by one, or by an area */
    public function calendars(User $user, ?string $calendar, ?string $area): array
    {
        /** @var list<string> $ids */
        $ids = $calendar !== null ? [$calendar] : Visible::to($user)->calendars()->where('area_id', $area)->pluck('id')->all();

        return $ids;
    }

    /** @return list<string> ids */
    private function standingIn(User $user, string $from, string $to): array
    {
        $ids = [];
        $window = TimeRange::of(LocalDate::parse($from)->startOfDay(), LocalDate::parse($to)->plusDays(1)->startOfDay());
        foreach ($this->occurrences->each($user, $window) as $one) {
            $ids[$one->occurrence->seriesId] = true;
        }

        return array_map(strval(...), array_keys($ids));
    }
}
