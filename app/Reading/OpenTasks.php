<?php

declare(strict_types=1);

namespace App\Reading;

use App\Access\Visible;
use App\Models\Entry;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;

/** Tasks that happen once and are neither done nor let go. */
final class OpenTasks
{
    /** @return Collection<int, Entry> those with no place yet, as they are ordered by hand, each with its calendar and its override */
    public function unscheduled(Visible $who): Collection
    {
        return self::open($who)
            ->whereNull('start')
            ->with([
                'calendar',
                'overrides' => fn ($all) => $all->where('recurrence_id', 'once'),
                'preceding.overrides' => fn ($all) => $all->where('recurrence_id', 'once'),
            ])
            ->orderBy('position')
            ->orderBy('id')
            ->get();
    }

    /** @return Collection<int, Entry> those that wait for somebody who is to be asked again by a day */
    public function toAskAgain(Visible $who, string $day): Collection
    {
        return self::open($who)
            ->where('waiting_for', '<>', '')
            ->whereNotNull('ask_again')
            ->where('ask_again', '<=', $day)
            ->orderBy('ask_again')
            ->get();
    }

    /** @return Builder<Entry> */
    private static function open(Visible $who): Builder
    {
        return $who
            ->entries()
            ->whereDoesntHave(
                'overrides',
                fn ($decided) => $decided
                    ->where('recurrence_id', 'once')
                    ->where(fn ($either) => $either->whereNotNull('done_at')->orWhereNotNull('let_go_at')),
            );
    }
}
