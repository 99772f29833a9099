<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\User;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;

/** Gives several their places, each its own, as one step: what was proposed and is accepted. */
final readonly class PlaceMany
{
    public function __construct(private WritePath $writes, private MoveEntry $move)
    {
    }

    /**
     * @param  non-empty-list<array{entry_id: string, recurrence_id: string, place: Placement}>  $places
     *
     * @throws CannotReschedule|IsProtected|NoSuchOccurrence|StaleEntry and nothing of it is done
     */
    public function place(User $user, array $places): void
    {
        $mine = Changeable::by($user);
        $number = count($places);
        $label = $number === 1 ? "Placed “{$mine->entry($places[0]['entry_id'])->title}”" : "Placed {$number} tasks";
        $this->writes->run($user, $label, function () use ($user, $mine, $places): void {
            foreach ($places as $one) {
                $isRoutine = $one['recurrence_id'] !== Series::ONCE;
                $this->move->move(
                    $user,
                    $mine->entry($one['entry_id']),
                    $one['place'],
                    $isRoutine ? Scope::One : Scope::Whole,
                    $isRoutine ? $one['recurrence_id'] : null,
                    null,
                );
            }
        });
    }
}
