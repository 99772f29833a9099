<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use PlumRota\Core\Schedule\Series;

/** What an entry is to be, checked: its place and rhythm as the core's object, the rest as columns. */
final readonly class EntryValues
{
    /**
     * @param  Series|null  $series  null for a task in the basket; its id plays no part
     * @param  array<string, mixed>  $columns  everything else of the entries table
     */
    public function __construct(public ?Series $series, public array $columns)
    {
    }

    public function title(): string
    {
        $title = $this->columns['title'] ?? '';

        return is_string($title) ? $title : '';
    }
}
