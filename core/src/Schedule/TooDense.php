<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use DomainException;

/** A routine whose occurrences lie on one another, or fall more often than can be planned; the message says what to do. */
final class TooDense extends DomainException
{
    /** @param  bool  $mayBeWished  whether it is kept when it is asked for */
    public function __construct(string $sentence, public readonly bool $mayBeWished)
    {
        parent::__construct($sentence);
    }
}
