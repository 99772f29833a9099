<?php

declare(strict_types=1);

namespace App\Access;

use App\Models\Calendar;
use Illuminate\Database\Eloquent\Builder;
use PlumRota\Core\Time\ClockDrift;

/** The calendars of all accounts that follow an address: for what reads them, which nobody asks for. */
final class Followed
{
    /** Seconds until the next try at most, after some that failed. */
    public const LONGEST_WAIT = 86400;

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
            ->where(
                fn (Builder $due): Builder => $due
                    ->whereRaw('coalesce(refreshes.next_at, 0) <= ?', [$now])
                    // What lies further ahead than it may was written down by a clock that was wrong.
                    ->orWhereRaw('refreshes.next_at > ? + max(refreshes.every, ?)', [$now, self::LONGEST_WAIT])
                    ->orWhere('refreshes.good_at', '>', $now + ClockDrift::SECONDS),
            )
            ->orderBy('refreshes.next_at');
    }
}
