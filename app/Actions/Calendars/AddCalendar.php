<?php

declare(strict_types=1);

namespace App\Actions\Calendars;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\User;

final readonly class AddCalendar
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array<string, mixed>  $values columns of the calendars table */
    public function add(User $user, array $values): Calendar
    {
        $name = is_string($values['name'] ?? null) ? $values['name'] : '';

        return $this->writes->run($user, "Added the calendar “{$name}”", function () use ($user, $values): Calendar {
            $mine = Changeable::by($user);
            $calendar = $mine->newCalendar([...$values, 'position' => $mine->calendars()->count()]);
            $calendar->save();
            if ($user->default_calendar_id === null) {
                $user->update(['default_calendar_id' => $calendar->id]);
            }

            return $calendar->refresh();
        });
    }
}
