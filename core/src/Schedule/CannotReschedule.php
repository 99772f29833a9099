<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use DomainException;

/** A move that the rhythm of a routine cannot follow; the message says what to do instead. */
final class CannotReschedule extends DomainException
{
}
