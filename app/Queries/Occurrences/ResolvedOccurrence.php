<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Reading\EntryRow;
use App\Reading\OverrideRow;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Occurrence;

/** An occurrence with the row it comes from, the one that changes it, and the area of its calendar. */
final readonly class ResolvedOccurrence
{
    public function __construct(
        public EntryRow $entry,
        public Occurrence $occurrence,
        public ?OverrideRow $change,
        public Block $block,
        public string $areaId,
        public bool $isLate = false,
    ) {
    }

    public function key(): string
    {
        return $this->block->key;
    }

    public function title(): string
    {
        return $this->occurrence->details->title;
    }

    public function details(): Details
    {
        return $this->occurrence->details;
    }
}
