<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

use DomainException;

/** A date, time or zone that does not exist; the message is a sentence for the person who gave it. */
final class InvalidTime extends DomainException
{
}
