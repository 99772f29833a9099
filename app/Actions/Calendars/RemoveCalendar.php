<?php

declare(strict_types=1);

namespace App\Actions\Calendars;

use App\Access\Changeable;
use App\Actions\Entries\RemoveEntry;
use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;

/** Deletes a calendar; its entries go to another one or with it. */
final readonly class RemoveCalendar
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  Calendar|null  $heir takes the entries; null deletes them */
    public function remove(User $user, Calendar $calendar, ?Calendar $heir): void
    {
        $this->writes->run($user, "Deleted the calendar “{$calendar->name}”", function () use ($user, $calendar, $heir): void {
            $calendar
                ->entries()
                ->get()
                ->each(function (Entry $entry) use ($heir): void {
                    if ($heir === null) {
                        RemoveEntry::whole($entry);
                    } else {
                        $entry->update(['calendar_id' => $heir->id, 'version' => $entry->version + 1]);
                    }
                });
            // Single occurrences that stood there by themselves go back to the calendar of their routine.
            Changeable::by($user)
                ->overrides()
                ->standingIn($calendar)
                ->get()
                ->each(
                    fn (OccurrenceOverride $change) => $change->update([
                        'fields' => array_diff_key($change->fields, ['calendar_id' => true]),
                    ]),
                );
            if ($user->default_calendar_id === $calendar->id) {
                $user->update([
                    'default_calendar_id' => $heir->id ?? Changeable::by($user)->openCalendars()->whereKeyNot($calendar->id)->first()?->id,
                ]);
            }
            $calendar->delete();
        });
    }
}
