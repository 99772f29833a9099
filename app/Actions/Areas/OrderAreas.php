<?php

declare(strict_types=1);

namespace App\Actions\Areas;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Area;
use App\Models\User;

final readonly class OrderAreas
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  list<string>  $ids in the new order; ids of others are passed over */
    public function order(User $user, array $ids): void
    {
        $this->writes->run($user, 'Reordered the life areas', function () use ($user, $ids): void {
            Changeable::by($user)
                ->areas()
                ->get()
                ->each(function (Area $area) use ($ids): void {
                    $place = array_search($area->id, $ids, true);
                    $area->update(['position' => $place === false ? count($ids) : $place]);
                });
        });
    }
}
