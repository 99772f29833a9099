<?php

declare(strict_types=1);

namespace App\Actions\Calendars;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\User;

final readonly class OrderCalendars
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  list<string>  $ids in the new order; ids of others are passed over */
    public function order(User $user, array $ids): void
    {
        $this->writes->run($user, 'Reordered the calendars', function () use ($user, $ids): void {
            Changeable::by($user)
                ->calendars()
                ->get()
                ->each(function (Calendar $calendar) use ($ids): void {
                    $place = array_search($calendar->id, $ids, true);
                    $calendar->update(['position' => $place === false ? count($ids) : $place]);
                });
        });
    }
}
