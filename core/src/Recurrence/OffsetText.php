<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** A moment as ISO 8601 writes it: wall time, with the offset where a zone is given. */
final class OffsetText
{
    /** "2026-03-29T03:30:00+02:00": a time that a clock change leaves out is written as the clock then shows it. */
    public static function of(LocalDateTime $wall, ?Zone $zone): string
    {
        if ($zone === null) {
            return (string) $wall;
        }
        $instant = $zone->instant($wall);
        $offset = $zone->offsetAt($instant);
        $minutes = intdiv(abs($offset), 60);

        return $zone->wall($instant).($offset < 0 ? '-' : '+').sprintf('%02d:%02d', intdiv($minutes, 60), $minutes % 60);
    }
}
