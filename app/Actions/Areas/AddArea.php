<?php

declare(strict_types=1);

namespace App\Actions\Areas;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Area;
use App\Models\Calendar;
use App\Models\User;

/** A new life area comes with a calendar of the same name, so that something can be put into it at once. */
final readonly class AddArea
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array{name: string, colour: string, intended_minutes?: int|null}  $values */
    public function add(User $user, array $values): Area
    {
        return $this->writes->run($user, "Added the life area “{$values['name']}”", function () use ($user, $values): Area {
            $mine = Changeable::by($user);
            $area = $mine->newArea([...$values, 'position' => $mine->areas()->count()]);
            $area->save();
            $calendar = $mine->newCalendar(['area_id' => $area->id, 'name' => $values['name'], 'position' => 0]);
            $calendar->save();
            if ($user->default_calendar_id === null) {
                $user->update(['default_calendar_id' => $calendar->id]);
            }

            return $area->refresh();
        });
    }
}
