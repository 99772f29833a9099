<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

/** What makes one occurrence differ from its rule. */
final readonly class Change
{
    /**
     * @param  string  $recurrenceId  the start the rule gave it, or Series::ONCE
     * @param  Placement|null  $placement  where it stands instead
     * @param  int|null  $doneAt  Unix seconds
     */
    public function __construct(
        public string $recurrenceId,
        public ?Placement $placement = null,
        public bool $skipped = false,
        public ?int $doneAt = null,
    ) {
    }
}
