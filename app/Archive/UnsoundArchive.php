<?php

declare(strict_types=1);

namespace App\Archive;

use RuntimeException;

/** Why a file is not all of an account, or not any more. */
final class UnsoundArchive extends RuntimeException
{
}
