<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields;

use DomainException;

/** A value that its field cannot have. The message can be read by whoever sent it. */
final class NotAllowed extends DomainException
{
}
