<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Time\LocalDate;

/** A task without a place in the calendar (a VTODO without DTSTART), with all that decides its rank in the basket. */
final readonly class UnscheduledTask
{
    /**
     * @param  string  $key  the caller's name for it
     * @param  int  $position  by hand, the lowest first
     * @param  LocalDate|null  $notBefore  nothing to be done until then
     * @param  LocalDate|null  $around  the Monday of the week it is meant for
     * @param  LocalDate|null  $askAgain  it waits for someone, who is asked again then
     */
    public function __construct(
        public string $key,
        public ?Due $due,
        public ?string $importance,
        public int $position = 0,
        public ?LocalDate $notBefore = null,
        public ?LocalDate $around = null,
        public ?LocalDate $askAgain = null,
    ) {
    }
}
