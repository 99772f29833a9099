<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

/** How far an edit of a routine reaches. */
enum Scope: string
{
    case One = 'one';
    case Onward = 'onward';
    case Whole = 'whole';
}
