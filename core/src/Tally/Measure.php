<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/** Which minutes are counted. */
enum Measure: string
{
    /** What was placed, or is estimated of a task without hours. */
    case Planned = 'planned';

    /** Of that what was done, as long as it was planned. */
    case Done = 'done';

    /** What was timed; of what was not timed what was done. */
    case Worked = 'worked';
}
