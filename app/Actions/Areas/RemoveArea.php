<?php

declare(strict_types=1);

namespace App\Actions\Areas;

use App\Actions\Calendars\RemoveCalendar;
use App\Journal\WritePath;
use App\Models\Area;
use App\Models\Calendar;
use App\Models\User;

/** Deletes a life area with its calendars; their entries go to another calendar or with them. */
final readonly class RemoveArea
{
    public function __construct(private WritePath $writes, private RemoveCalendar $calendars)
    {
    }

    /** @param  Calendar|null  $heir takes the entries; null deletes them */
    public function remove(User $user, Area $area, ?Calendar $heir): void
    {
        $this->writes->run($user, "Deleted the life area “{$area->name}”", function () use ($user, $area, $heir): void {
            $area->calendars()->get()->each(fn (Calendar $calendar) => $this->calendars->remove($user, $calendar, $heir));
            $area->delete();
        });
    }
}
