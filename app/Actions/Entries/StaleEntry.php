<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Models\Entry;
use RuntimeException;

/** The entry was changed elsewhere since the sender saw it; carries how it stands now. */
final class StaleEntry extends RuntimeException
{
    public function __construct(public readonly Entry $current)
    {
        parent::__construct('This entry was changed elsewhere meanwhile. Look at how it stands now, then save again.');
    }

    public static function check(Entry $entry, ?int $version): void
    {
        if ($version !== null && $version !== $entry->version) {
            throw new self($entry);
        }
    }
}
