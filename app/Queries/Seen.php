<?php

declare(strict_types=1);

namespace App\Queries;

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Schedule\Occurrence;

/** An occurrence with the row it comes from and the one that changes it. */
final readonly class Seen
{
    public function __construct(public EntryRow $entry, public Occurrence $occurrence, public ?ChangeRow $change, public Block $block)
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

    /** What this one has of its own under a name, else what the entry has. */
    public function own(string $name): mixed
    {
        $fields = $this->change->fields ?? [];

        return array_key_exists($name, $fields) ? $fields[$name] : $this->entry->{$name};
    }

    /** @return list<array{text: string, done: bool}> a routine's steps start afresh each time */
    public function checklist(): array
    {
        /** @var list<array{text: string, done: bool}>|null $own */
        $own = $this->change->fields['checklist'] ?? null;

        return $own ?? $this->entry->checklist;
    }
}
