<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Schedule\Placement;

/** What a line of English was understood to mean. */
final readonly class Draft
{
    /**
     * @param  string|null  $calendar  the key the caller gave with the calendar's name; null when none was named
     * @param  string|null  $due  a date, or a date and time
     * @param  list<Trigger>  $reminders
     * @param  list<Segment>  $segments  the whole line in order, piece by piece
     */
    public function __construct(
        public string $title,
        public bool $isTask,
        public ?Placement $placement,
        public ?RecurrenceRule $rule,
        public bool $afterDone,
        public ?string $calendar,
        public ?string $due,
        public ?string $importance,
        public ?int $estimate,
        public array $reminders,
        public array $segments,
    ) {
    }
}
