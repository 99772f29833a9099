<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/** What becomes of a date that its month does not have (RFC 7529 4.1, SKIP). */
enum Skip: string
{
    case Omit = 'OMIT';
    case Backward = 'BACKWARD';
    case Forward = 'FORWARD';
}
