<?php

declare(strict_types=1);

namespace App\Following;

/** What an address answered. */
final readonly class Fetched
{
    /**
     * @param  string|null  $path  of a file with what came; null where nothing has changed
     * @param  string|null  $etag  to ask with the next time
     * @param  string|null  $lastModified  to ask with the next time
     */
    public function __construct(public ?string $path, public ?string $etag, public ?string $lastModified)
    {
    }
}
