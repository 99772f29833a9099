<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/** What a line of the tally is of: an entry, or one occurrence of it that differs; with what it can be counted by. */
final readonly class Counted
{
    /**
     * @param  string  $title  of this one
     * @param  string  $habit  of the entry: entries of one title are kept up as one
     * @param  list<string>  $labels
     * @param  bool  $isOwn  whether it is of one occurrence that differs from its entry
     */
    public function __construct(
        public string $entryId,
        public string $title,
        public string $habit,
        public string $calendarId,
        public string $areaId,
        public bool $isTask,
        public bool $isRoutine,
        public ?string $importance,
        public ?string $effort,
        public array $labels,
        public bool $isOwn = false,
    ) {
    }
}
