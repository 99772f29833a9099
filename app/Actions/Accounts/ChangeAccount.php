<?php

declare(strict_types=1);

namespace App\Actions\Accounts;

use App\Actions\Entries\SaveSeries;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\User;
use App\Queries\Screens\AnotherZone;
use PlumRota\Core\Time\Zone;

final readonly class ChangeAccount
{
    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  array<string, mixed>  $values  columns of the users table
     * @param  bool  $routinesKeepWall  in another time zone: routines stay at their time of day, rather than at their moment
     */
    public function change(User $user, array $values, bool $routinesKeepWall = true): User
    {
        return $this->writes->run($user, 'Changed the settings', function () use ($user, $values, $routinesKeepWall): User {
            $zone = $values['zone'] ?? null;
            if ($routinesKeepWall && is_string($zone) && $zone !== $user->zone) {
                $this->takeAlong($user, Zone::of($zone));
            }
            $user->update($values);

            return $user;
        });
    }

    /**
     * Routines of the old zone go by the clocks of the new one; what happens once stays at its moment, and what has no zone at
     * its hour.
     */
    private function takeAlong(User $user, Zone $zone): void
    {
        foreach (AnotherZone::routines($user) as $entry) {
            $series = SeriesOf::mendable($entry);
            if ($series === null || ! $series->isRoutine()) {
                continue;
            }
            foreach ($entry->overrides()->where('zone', $user->zone)->get() as $change) {
                $change->update(['zone' => $zone->name]);
            }
            SaveSeries::into($entry, $series->inZone($zone));
        }
    }
}
