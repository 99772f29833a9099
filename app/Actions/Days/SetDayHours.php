<?php

declare(strict_types=1);

namespace App\Actions\Days;

use App\Journal\WritePath;
use App\Models\User;
use PlumRota\Core\Time\LocalDate;

/** Gives a single date hours of its own, or those of its weekday again. */
final readonly class SetDayHours
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  int|null  $minutes null for what its weekday has */
    public function set(User $user, LocalDate $day, ?int $minutes): void
    {
        $this->writes->run($user, "Changed the hours of {$day}", function () use ($user, $day, $minutes): void {
            $own = $user->dayHours()->firstOrNew(['date' => (string) $day]);
            if ($minutes === null) {
                $own->exists ? $own->delete() : null;

                return;
            }
            $own->minutes = $minutes;
            $own->save();
        });
    }
}
