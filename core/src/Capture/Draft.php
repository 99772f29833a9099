<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Schedule\Breaks;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;

/** What a line of English was understood to mean. */
final readonly class Draft
{
    /**
     * @param  string|null  $calendar  the key the caller gave with the calendar's name; null when none was named
     * @param  string|null  $due  a date, or a date and time
     * @param  LocalDate|null  $notBefore  nothing to be done until then
     * @param  Around|null  $around  the week or month it is meant for
     * @param  list<Reminder>  $reminders
     * @param  OffDay  $offDay  what becomes of one on a day without work
     * @param  list<Segment>  $segments  the whole line in order, piece by piece
     * @param  list<string>  $labels
     * @param  list<string>  $steps
     * @param  list<array{title: string, count: int, unit: string, estimate: int|null}>  $leadUps  what is to be done so long
     *   before
     * @param  list<string>  $problems  sentences about what was understood and does not exist or cannot be kept
     * @param  LocalTime|null  $otherTime  the other half of the day, where a bare hour left it open
     * @param  LocalDate|null  $otherDate  the other day that the words may mean
     * @param  list<array{words: string, line: string}>  $others  what else the words may mean, and the whole line that says it
     * @param  string|null  $unknownLabel  a label that it names and that nothing carries yet
     * @param  string|null  $unknownCalendar  a calendar that it names and that there is not yet
     * @param  list<string>  $parts  where it sounds like several entries, a line for each
     * @param  int|null  $aim  how often a week it is meant to be done
     * @param  bool  $isSilent  it says that nobody is to be reminded, whatever is usual for the calendar
     * @param  list<LocalDate>  $except  days on which its rhythm does not come
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
        public ?LocalDate $notBefore = null,
        public ?Around $around = null,
        public OffDay $offDay = OffDay::Keep,
        public ?string $effort = null,
        public array $labels = [],
        public string $place = '',
        public array $steps = [],
        public array $problems = [],
        public ?LocalTime $otherTime = null,
        public ?LocalDate $otherDate = null,
        public array $leadUps = [],
        public array $except = [],
        public array $others = [],
        public ?string $unknownLabel = null,
        public ?string $unknownCalendar = null,
        public array $parts = [],
        public ?int $aim = null,
        public bool $isSilent = false,
    ) {
    }

    /** Where it stands and how it comes round; null for what has no place yet. */
    public function series(): ?Series
    {
        return $this->placement === null
            ? null
            : new Series(
                '',
                $this->placement,
                $this->rule,
                except: array_map(
                    fn (LocalDate $day): LocalDateTime => LocalDateTime::of($day, $this->placement->start->time()),
                    $this->rule === null ? [] : $this->except,
                ),
                afterDone: $this->afterDone,
                breaks: new Breaks($this->offDay),
            );
    }

    /** The same at a place, if it names none of its own; how long it was said to take is then how long it lasts. */
    public function offeredAt(?Placement $place): self
    {
        if ($place === null || $this->placement !== null) {
            return $this;
        }
        $lasts =
            $this->estimate !== null && ! $place->allDay
                ? Placement::timed($place->start, $this->estimate, $place->zone)
                : $place;

        $estimate = $place->allDay ? $this->estimate : null;

        /** @phpstan-ignore argument.type (the names and types are this class's own properties) */
        return new self(...[...get_object_vars($this), 'placement' => $lasts, 'estimate' => $estimate]);
    }
}
