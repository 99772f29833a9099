<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Entry;
use App\Models\OccurrenceChange;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Schedule\Occurrence;

/** An occurrence with the row it comes from and the one that changes it. */
final readonly class Seen
{
    public function __construct(public Entry $entry, public Occurrence $occurrence, public ?OccurrenceChange $change, public Block $block)
    {
    }

    public function key(): string
    {
        return $this->block->key;
    }

    public function title(): string
    {
        $own = $this->change->fields['title'] ?? null;

        return is_string($own) ? $own : $this->entry->title;
    }

    public function importance(): ?string
    {
        $fields = $this->change->fields ?? [];
        $own = $fields['importance'] ?? null;

        return array_key_exists('importance', $fields) ? (is_string($own) ? $own : null) : $this->entry->importance;
    }

    /** @return list<array{text: string, done: bool}> a routine's steps start afresh each time */
    public function checklist(): array
    {
        /** @var list<array{text: string, done: bool}>|null $own */
        $own = $this->change->fields['checklist'] ?? null;

        return $own ?? $this->entry->checklist;
    }
}
