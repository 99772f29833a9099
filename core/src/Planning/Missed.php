<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

/** What becomes of a task that was not done on its day. */
enum Missed: string
{
    /** It stays on its day and waits to be decided when the day is closed. */
    case Hold = 'hold';

    /** It stands on today, every morning anew, until it is done or the next one comes. */
    case Roll = 'roll';

    /** It counts as missed; the next one comes anyway. */
    case Lapse = 'lapse';
}
