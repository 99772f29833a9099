<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

/** What an entry is besides its place and its rhythm; and what one occurrence of it is, where that has some of it of its own. */
final readonly class Details
{
    /** Whatever a single occurrence may have of its own, by the names under which it is kept. */
    public const OWN = [
        'title',
        'notes',
        'calendar_id',
        'due',
        'importance',
        'effort',
        'estimate',
        'busy',
        'tentative',
        'private',
        'protected',
        'travel',
        'margin',
        'margin_before',
        'travel_back',
        'place',
        'link',
        'labels',
        'colour',
        'checklist',
        'own_reminders',
        'reminders',
        'always_through',
        'end_zone',
    ];

    /**
     * @param  string|null  $due  a date, or a date and time; of a routine that of its first occurrence
     * @param  int|null  $estimate  minutes of work
     * @param  int  $travel  minutes kept before it
     * @param  int  $margin  minutes kept after it
     * @param  list<string>  $labels
     * @param  int  $margin_before  minutes kept before it, besides the travel
     * @param  int  $travel_back  minutes kept after it, besides the margin
     * @param  list<array{text: string, done: bool}>  $checklist
     * @param  list<string>|null  $reminders  null for those of its calendar
     * @param  bool  $always_through  its reminders do not wait for the end of the quiet hours
     */
    public function __construct(
        public string $title = '',
        public string $calendar_id = '',
        public bool $isTask = true,
        public string $missed = 'hold',
        public ?string $due = null,
        public ?string $importance = null,
        public ?string $effort = null,
        public ?int $estimate = null,
        public bool $busy = true,
        public bool $tentative = false,
        public bool $private = false,
        public bool $protected = false,
        public int $travel = 0,
        public int $margin = 0,
        public string $place = '',
        public string $link = '',
        public string $notes = '',
        public array $labels = [],
        public ?string $colour = null,
        public array $checklist = [],
        public ?array $reminders = null,
        public bool $always_through = false,
        public ?string $end_zone = null,
        public int $margin_before = 0,
        public int $travel_back = 0,
    ) {
    }

    /** Minutes that are kept before it: the way there, and the margin. */
    public function before(): int
    {
        return $this->travel + $this->margin_before;
    }

    /** Minutes that are kept after it: the margin, and the way back. */
    public function after(): int
    {
        return $this->margin + $this->travel_back;
    }

    /** @param  array<string, mixed>  $own  by the names of OWN; others are passed over */
    public function with(array $own): self
    {
        $own = array_intersect_key($own, array_flip(self::OWN));
        if (array_key_exists('own_reminders', $own)) {
            $own['reminders'] = $own['own_reminders'] === true ? $own['reminders'] ?? [] : null;
        }
        unset($own['own_reminders']);

        /** @phpstan-ignore argument.type (each was checked when it was saved) */
        return $own === [] ? $this : new self(...[...get_object_vars($this), ...$own]);
    }
}
