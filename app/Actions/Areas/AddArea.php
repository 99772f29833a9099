<?php

declare(strict_types=1);

namespace App\Actions\Areas;

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
            $area = Area::query()->create([...$values, 'user_id' => $user->id, 'position' => $user->areas()->count()]);
            $calendar = Calendar::query()->create(['user_id' => $user->id, 'area_id' => $area->id, 'name' => $values['name'], 'position' => 0]);
            if ($user->default_calendar_id === null) {
                $user->update(['default_calendar_id' => $calendar->id]);
            }

            return $area->refresh();
        });
    }
}
