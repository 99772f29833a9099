<?php

declare(strict_types=1);

namespace PlumRota\Core\Interchange;

use PlumRota\Core\Time\LocalDateTime;

/**
 * One of the offsets of a zone and when it begins: a STANDARD or DAYLIGHT of a VTIMEZONE (RFC 5545 3.6.5).
 */
final readonly class Observance
{
    /**
     * @param  int  $from  seconds east of UTC before it
     * @param  int  $to  seconds east of UTC while it is in force
     * @param  non-empty-list<LocalDateTime>  $onsets  by the clocks before it; the first is its DTSTART
     * @param  string|null  $rule  RRULE by which it goes on from its first onset, without end; then there is one onset
     */
    public function __construct(
        public int $from,
        public int $to,
        public string $name,
        public bool $isDaylight,
        public array $onsets,
        public ?string $rule = null,
    ) {
    }
}
