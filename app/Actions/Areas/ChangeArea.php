<?php

declare(strict_types=1);

namespace App\Actions\Areas;

use App\Journal\WritePath;
use App\Models\Area;
use App\Models\User;

final readonly class ChangeArea
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array<string, mixed>  $values columns of the areas table */
    public function change(User $user, Area $area, array $values): Area
    {
        $label = match (array_keys($values)) {
            ['hidden'] => ($values['hidden'] === true ? 'Hid' : 'Showed')." “{$area->name}”",
            default => "Changed the life area “{$area->name}”",
        };

        return $this->writes->run($user, $label, function () use ($area, $values): Area {
            $area->update($values);

            return $area;
        });
    }
}
