<?php

declare(strict_types=1);

namespace App\Actions\Areas;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Area;
use App\Models\Calendar;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;

/** Puts life areas, or calendars, in an order by hand. */
final readonly class PutInOrder
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  list<string>  $ids  in the new order; those left out come last, ids of others are passed over */
    public function areas(User $user, array $ids): void
    {
        $this->order($user, 'Reordered the life areas', Changeable::by($user)->areas(), $ids);
    }

    /** @param  list<string>  $ids  in the new order; those left out come last, ids of others are passed over */
    public function calendars(User $user, array $ids): void
    {
        $this->order($user, 'Reordered the calendars', Changeable::by($user)->calendars(), $ids);
    }

    /**
     * @param  Builder<Area>|Builder<Calendar>  $all
     * @param  list<string>  $ids
     */
    private function order(User $user, string $label, Builder $all, array $ids): void
    {
        $this->writes->run($user, $label, function () use ($all, $ids): void {
            foreach ($all->get() as $one) {
                $place = array_search($one->id, $ids, true);
                $one->update(['position' => $place === false ? count($ids) : $place]);
            }
        });
    }
}
