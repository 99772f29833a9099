<?php

declare(strict_types=1);

namespace App\Access;

use App\Models\Calendar;
use Illuminate\Database\Eloquent\Builder;

/** The calendars of all accounts that follow an address: for what reads them, which nobody asks for. */
final class Followed
{
    /**
     * @param  int  $now  Unix seconds
     * @return Builder<Calendar> those that are to be read by now, the longest due first
     */
    public static function due(int $now): Builder
    {
        return Calendar::query()
            ->select('calendars.*')
            ->leftJoin('refreshes', 'refreshes.calendar_id', '=', 'calendars.id')
            ->whereNotNull('calendars.follows')
            // One that came back by undo has no state, and is read anew.
            ->whereRaw('coalesce(refreshes.next_at, 0) <= ?', [$now])
            ->orderBy('refreshes.next_at');
    }
}
