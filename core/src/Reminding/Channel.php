<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

/**
 * How a reminder reaches someone; the ACTIONs of a VALARM are DISPLAY for screen and phone, EMAIL for mail (RFC 5545 3.8.6.1).
 */
enum Channel: string
{
    case Screen = 'screen';
    case Mail = 'mail';
    case Phone = 'phone';
}
