<?php

declare(strict_types=1);

namespace App\Upgrade;

/** What a database is to this version of the program. */
enum State
{
    /** Nothing is in it yet. */
    case Empty;

    /** It is as this version has it. */
    case Current;

    /** It is of a state that landed, and migrations of this version have not been run on it. */
    case Behind;

    /** It is of a time before landed states were kept apart, and is carried into a new one. */
    case Older;
}
