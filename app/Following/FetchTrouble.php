<?php

declare(strict_types=1);

namespace App\Following;

use RuntimeException;

/** Why an address could not be read, in a sentence for whoever follows it. */
final class FetchTrouble extends RuntimeException
{
}
