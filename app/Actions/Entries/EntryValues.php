<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use PlumRota\Core\Schedule\Series;

/**
 * What an entry is to be, checked: its place and rhythm as the core's object, the rest as columns.
 *
 * @phpstan-import-type Line from KeepLeadUps
 */
final readonly class EntryValues
{
    /**
     * @param  Series|null  $series  null for a task in the basket; its id plays no part
     * @param  array<string, mixed>  $columns  everything else of the entries table
     * @param  list<string>|null  $sent  the fields of the contract that were given; null for all. What was not stays as it is
     * @param  list<Line>|null  $leadUps  what leads up to it; null where nothing was said of that
     */
    public function __construct(
        public ?Series $series,
        public array $columns,
        private ?array $sent = null,
        public ?array $leadUps = null,
    ) {
    }

    public function has(string ...$fields): bool
    {
        return $this->sent === null || array_intersect($fields, $this->sent) !== [];
    }

    /** @param  array<string, mixed>  $columns */
    public function with(?Series $series, array $columns): self
    {
        return new self($series, [...$this->columns, ...$columns], $this->sent, $this->leadUps);
    }

    public function title(): string
    {
        $title = $this->columns['title'] ?? '';

        return is_string($title) ? $title : '';
    }
}
