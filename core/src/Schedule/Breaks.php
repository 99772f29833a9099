<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\Pause;
use PlumRota\Core\Recurrence\Season;

/** When a routine does not come round, or stands elsewhere, although its rule would have it so. */
final readonly class Breaks
{
    /**
     * @param  list<Season>  $seasons  none stands for all the year
     * @param  list<Pause>  $pauses
     * @param  Lead|null  $lead  how long before each occurrence of what it leads up to, whose rhythm this is
     */
    public function __construct(
        public OffDay $offDay = OffDay::Keep,
        public array $seasons = [],
        public array $pauses = [],
        public ?Lead $lead = null,
    ) {
    }
}
