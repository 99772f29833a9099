<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use DomainException;

/** A rule that says nothing or contradicts itself; the message names the part and the reason. */
final class InvalidRule extends DomainException
{
}
