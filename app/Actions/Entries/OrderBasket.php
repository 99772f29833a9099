<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\User;

/** Puts what has no place yet into an order by hand. */
final readonly class OrderBasket
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  list<string>  $ids  all that are to stand first, in order; what is not among them keeps its place after them */
    public function order(User $user, array $ids): void
    {
        $this->writes->run($user, 'Put the basket in order', function () use ($user, $ids): void {
            $entries = Changeable::by($user)
                ->entries()
                ->whereNull('start')
                ->orderBy('position')
                ->orderBy('id')
                ->get()
                ->keyBy('id');
            $named = array_values(array_filter($ids, fn (string $id): bool => $entries->has($id)));
            foreach ([...$named, ...array_diff($entries->keys()->all(), $named)] as $position => $id) {
                $entries[$id]?->update(['position' => $position]);
            }
        });
    }
}
