<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields;

/** A type whose values have parts: a list, or values by their names. A database keeps them as JSON. */
interface Composite extends Type
{
}
