<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Models\Area;
use App\Models\Calendar;
use App\Models\User;
use App\Queries\Planning\Filing;
use App\Queries\Planning\Holidays;
use App\Queries\Planning\Themes;
use App\Queries\Templates\TemplatesShown;
use PlumRota\Core\Capture\CaptureReader;
use PlumRota\Core\Capture\Context;
use PlumRota\Core\Capture\Draft;
use PlumRota\Core\Capture\Segment;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Schedule\SeriesInWords;
use PlumRota\Core\Time\LocalDate;

/** A captured line, read against the account's own calendars and clock. */
final readonly class CaptureReading
{
    /** Days on in which a day is looked for that is mainly for what is caught. */
    private const THEMES_AHEAD = 15;

    /** Letters of a title that is looked for in a line. */
    private const SHORTEST_TITLE = 4;

    private const MOST_NAMED = 20;

    /** Before the name of a calendar that is to be made. */
    private const NEW = 'new:';

    public function __construct(private Filing $filing, private Holidays $holidays, private Labels $labels)
    {
    }

    /** @param  list<int>  $plain  characters at which phrases begin that are to stay ordinary words */
    public function read(Context $context, string $line, array $plain = []): Draft
    {
        return CaptureReader::read($line, $context, array_map(fn (int $at): int => strlen(mb_substr($line, 0, $at)), $plain));
    }

    /**
     * What is known when a line is read.
     *
     * @param  LocalDate|null  $on  the day on which it was read before: saved a moment after midnight, "tomorrow" is still what
     *   was shown
     * @param  list<string>  $newLabels  names that are to be taken for labels, though nothing carries them yet
     * @param  string|null  $newCalendar  the name of a calendar that is to be made for it
     */
    public function context(
        User $user,
        string $line,
        ?LocalDate $on = null,
        array $newLabels = [],
        ?string $newCalendar = null,
    ): Context {
        $now = $user->wallNow();
        if ($on !== null && $on->dayNumber() === $now->dayNumber() - 1) {
            $now = $on->at(23, 59, 59);
        }
        $hours = $user->week[$now->date()->weekday()->value - 1];

        return new Context(
            $now,
            $user->timeZone(),
            [...$this->names($user), ...($newCalendar === null ? [] : [self::NEW.$newCalendar => $newCalendar])],
            self::withNew($this->labels->of($user), $newLabels),
            $this->holidays->of($user->holidays),
            $user->first_weekday,
            $user->date_order === 'month',
            $hours['wakes'],
            $hours['sleeps'],
            self::entriesNamed($user, $line),
        );
    }

    /** The name of the calendar that is to be made for a draft; null where there is one. */
    public function newCalendar(Draft $draft): ?string
    {
        return str_starts_with($draft->calendar ?? '', self::NEW) ? substr((string) $draft->calendar, strlen(self::NEW)) : null;
    }

    /**
     * @param  list<string>  $labels
     * @param  list<string>  $new
     * @return list<string> one that is there by now stays as it is written there
     */
    private static function withNew(array $labels, array $new): array
    {
        $known = array_map(mb_strtolower(...), $labels);

        return [...$labels, ...array_filter($new, fn (string $one): bool => ! in_array(mb_strtolower($one), $known, true))];
    }

    /**
     * Entries to come that a line names: what is to be done before the fair is reckoned from its day.
     *
     * @return array<string, LocalDate> by title
     */
    private static function entriesNamed(User $user, string $line): array
    {
        if (preg_match('/\b(?:before|b4|until|till?|by|after)\b/i', $line) !== 1) {
            return [];
        }
        $found = [];
        $entries = Visible::to($user)
            ->entries()
            ->whereNull('rule')
            ->where('start', '>=', (string) $user->wallNow()->date())
            ->namedIn($line, self::SHORTEST_TITLE)
            ->orderByDesc('start')
            ->limit(self::MOST_NAMED)
            ->get(['title', 'start']);
        foreach ($entries as $entry) {
            $found[$entry->title] = LocalDate::parse(substr((string) $entry->start, 0, 10)); // of two alike the next one
        }

        return $found;
    }

    /**
     * The calendar a draft goes to: the one it names, or the first of the area it names, the one its words file it into, or the
     * default.
     */
    public function calendar(User $user, Draft $draft): ?Calendar
    {
        [$kind, $id] = [...explode(':', $draft->calendar ?? '', 2), ''];
        $calendars = Visible::to($user)->calendars()->whereNull('follows')->with('area')->get();

        return match ($kind) {
            'calendar' => $calendars->firstWhere('id', $id),
            'area' => $calendars->firstWhere('area_id', $id),
            default => null,
        } ??
            ($calendars->firstWhere('id', $this->filing->for($user, $draft->title)['calendar_id']) ??
                ($calendars->firstWhere('id', $user->default_calendar_id) ?? $calendars->first()));
    }

    /** @return array{name: string, kind: string, parts: int}|null the template that a line names, where it says nothing else to do */
    private static function template(User $user, Draft $draft): ?array
    {
        $named = TemplatesShown::named($user, $draft->title);

        return $named === null ? null : ['name' => $named->name, 'kind' => $named->kind, 'parts' => count($named->parts)];
    }

    /** @return array<string, mixed> the schema CaptureReading of the contract */
    public function describe(User $user, Draft $draft): array
    {
        $calendar = $this->calendar($user, $draft);
        $new = $this->newCalendar($draft);
        $series = $draft->series();

        return [
            'today' => (string) $user->wallNow()->date(),
            'title' => $draft->title,
            'kind' => $draft->isTask ? 'task' : 'event',
            'calendar_id' => $new === null ? $calendar?->id : null,
            'area_id' => $calendar?->area_id,
            'calendar' => $new ?? $calendar?->name,
            'new_calendar' => $new !== null,
            'all_day' => $draft->placement === null || $draft->placement->allDay,
            'start' => $draft->placement?->startText(),
            'length' => $draft->placement?->length,
            'rule' => $draft->rule === null ? null : (string) $draft->rule,
            'in_words' => $series === null || $draft->rule === null ? null : SeriesInWords::of($series, $user->region(), $user->wallNow()->date()),
            'due' => $draft->due,
            'not_before' => $draft->notBefore === null ? null : (string) $draft->notBefore,
            'around' => $draft->around === null ? null : (string) $draft->around,
            'importance' => $draft->importance,
            'estimate' => $draft->estimate,
            'reminders' => array_map(strval(...), $draft->reminders),
            'effort' => $draft->effort,
            'labels' => $draft->labels,
            'place' => $draft->place,
            'steps' => $draft->steps,
            'template' => self::template($user, $draft),
            'theme_day' => $draft->placement !== null || $draft->due !== null || ! $draft->isTask
                ? null
                : Themes::dayFor(
                    $user,
                    implode(' ', [$draft->title, $calendar->name ?? '', ...$draft->labels]),
                    $user->wallNow()->date(),
                    self::THEMES_AHEAD,
                ),
            'lead_ups' => array_map(
                fn (array $one): array => [...$one, 'in_words' => (new Lead($one['count'], $one['unit']))->inWords()],
                $draft->leadUps,
            ),
            'problems' => $draft->problems,
            'other_time' => $draft->otherTime === null ? null : substr((string) $draft->otherTime, 0, 5),
            'other_date' => $draft->otherDate === null ? null : (string) $draft->otherDate,
            'others' => $draft->others,
            'aim' => $draft->aim,
            'no_reminder' => $draft->isSilent,
            'unknown_label' => $draft->unknownLabel,
            'unknown_calendar' => $draft->unknownCalendar,
            'segments' => array_map(
                fn (Segment $segment): array => ['text' => $segment->text, 'role' => $segment->role],
                $draft->segments,
            ),
        ];
    }

    /** @return array<string, string> */
    private function names(User $user): array
    {
        $names = [];
        foreach (Visible::to($user)->calendars()->whereNull('follows')->get() as $calendar) {
            $names['calendar:'.$calendar->id] = $calendar->name;
        }
        /** @var Area $area */
        foreach (Visible::to($user)->areas()->get() as $area) {
            $names['area:'.$area->id] = $area->name;
        }

        return $names;
    }
}
