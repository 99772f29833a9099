<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/** What becomes of an occurrence that falls on a day off. */
enum OffDay: string
{
    case Keep = 'keep';
    case Skip = 'skip';
    case Before = 'before';
    case After = 'after';
}
