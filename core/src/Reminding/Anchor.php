<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

/**
 * What a reminder is reckoned from. Start and end are those of RELATED in a VALARM's TRIGGER (RFC 5545 3.8.6.3); a due
 * time is the end of a VTODO there; the time to leave is the start less the travel before it.
 */
enum Anchor: string
{
    case Start = 'start';
    case End = 'end';
    case Due = 'due';
    case Leave = 'leave';
}
