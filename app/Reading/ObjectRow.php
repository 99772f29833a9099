<?php

declare(strict_types=1);

namespace App\Reading;

/** An entry as clients of CalDAV know it, or one that is no longer in a calendar. */
final readonly class ObjectRow
{
    /**
     * @param  string  $name  last part of its address
     * @param  int  $revision  of its account, at which it was last another
     * @param  'task'|'event'|null  $kind  null: it is not there any more
     * @param  string|null  $changedAt  as the database has it, by UTC
     */
    public function __construct(
        public string $entryId,
        public string $name,
        public int $revision,
        public ?string $kind,
        public ?string $changedAt,
    ) {
    }
}
