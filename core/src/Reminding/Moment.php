<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Schedule\Occurrence;

/** One reminder of one occurrence, and the instant it falls on. */
final readonly class Moment
{
    /** @param  int  $at Unix seconds */
    public function __construct(public Occurrence $occurrence, public Trigger $trigger, public int $at)
    {
    }
}
