<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Models\Entry;

/** One of several that were chosen together. */
final readonly class ChosenOccurrences
{
    /** @param  string|null  $recurrenceId null for what happens once */
    public function __construct(public Entry $entry, public ?string $recurrenceId)
    {
    }
}
