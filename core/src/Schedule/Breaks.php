<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\Pause;
use PlumRota\Core\Recurrence\Season;

/** When a routine does not come round although its rule would have it so. */
final readonly class Breaks
{
    /**
     * @param  list<Season>  $seasons  none stands for all the year
     * @param  list<Pause>  $pauses
     */
    public function __construct(public OffDay $offDay = OffDay::Keep, public array $seasons = [], public array $pauses = [])
    {
    }
}
