<?php

declare(strict_types=1);

namespace App\Actions\Calendars;

use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\User;

final readonly class ChangeCalendar
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array<string, mixed>  $values columns of the calendars table, and "default" */
    public function change(User $user, Calendar $calendar, array $values): Calendar
    {
        return $this->writes->run($user, "Changed the calendar “{$calendar->name}”", function () use (
            $user,
            $calendar,
            $values,
        ): Calendar {
            if (($values['default'] ?? false) === true) {
                $user->update(['default_calendar_id' => $calendar->id]);
            }
            $calendar->update(array_diff_key($values, ['default' => true]));

            return $calendar;
        });
    }
}
