<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use Illuminate\Database\Eloquent\Builder;
use PlumRota\Core\Schedule\SeriesInWords;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Region;
use PlumRota\Core\Time\TimeRange;

/** Entries, or each time that something comes, as rows of a table. */
final readonly class EntriesAsTable
{
    public const OF_ENTRIES = [
        'Title',
        'Kind',
        'Life area',
        'Calendar',
        'Start',
        'End',
        'Rhythm',
        'Due',
        'Importance',
        'Effort',
        'Estimate (min)',
        'Labels',
        'Place',
        'Link',
        'Notes',
        'Changed',
        'Identifier',
    ];

    public const OF_TIMES = [
        'Date',
        'From',
        'To',
        'Minutes',
        'Title',
        'Kind',
        'Life area',
        'Calendar',
        'Done',
        'Importance',
        'Effort',
        'Labels',
        'Place',
    ];

    /** A moment by UTC as iCalendar has it, which no spreadsheet takes for a date and writes otherwise. */
    public const CHANGED = 'Ymd\THis\Z';

    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /**
     * @param  Builder<Entry>  $entries
     * @return iterable<list<string|int|null>>
     */
    public function entries(Builder $entries, Region $region): iterable
    {
        foreach ($entries->with('calendar.area')->lazy(200) as $entry) {
            $series = SeriesOf::mendable($entry);
            $cells = [
                ...self::cells($entry),
                'Life area' => $entry->calendar->area->name,
                'Calendar' => $entry->calendar->name,
                'Rhythm' => $series?->isRoutine() === true ? SeriesInWords::of($series, $region) : null,
            ];
            yield array_map(fn (string $name): string|int|null => $cells[$name], self::OF_ENTRIES);
        }
    }

    /** When an entry was last changed. */
    public static function changed(Entry $entry): string
    {
        return $entry->updated_at?->utc()->format(self::CHANGED) ?? '';
    }

    /** @return array<string, string|int|null> what a row says of an entry by itself, by the names of the columns */
    public static function cells(Entry $entry): array
    {
        $series = SeriesOf::mendable($entry);
        $end = $series?->placement->end();

        return [
            'Title' => $entry->title,
            'Kind' => $entry->kind,
            'Start' => $series === null ? null : str_replace('T', ' ', $series->placement->startText()),
            'End' => match (true) {
                $end === null => null,
                $entry->all_day => (string) $end->date()->plusDays(-1),
                default => str_replace('T', ' ', (string) $end),
            },
            'Due' => $entry->due === null ? null : str_replace('T', ' ', $entry->due),
            'Importance' => $entry->importance,
            'Effort' => $entry->effort,
            'Estimate (min)' => $entry->estimate,
            'Labels' => implode('; ', $entry->labels),
            'Place' => $entry->place,
            'Link' => $entry->link,
            'Notes' => $entry->notes,
            // By these two the same row is known again, and whether it was changed here since.
            'Changed' => self::changed($entry),
            'Identifier' => $entry->knownAs(),
        ];
    }

    /**
     * @param  string  $from  the first day
     * @param  string  $to  the last day, itself included
     * @param  list<string>|null  $calendars  those that matter, where not all do
     * @return iterable<list<string|int|null>> by when it begins
     */
    public function times(User $user, string $from, string $to, ?array $calendars): iterable
    {
        $names = [];
        foreach (Visible::to($user)->calendars()->with('area')->get() as $calendar) {
            $names[$calendar->id] = [$calendar->area->name, $calendar->name];
        }
        $window = TimeRange::of(LocalDate::parse($from)->startOfDay(), LocalDate::parse($to)->plusDays(1)->startOfDay());
        foreach ($this->occurrences->find($user, $window) as $one) {
            $details = $one->details();
            if ($calendars !== null && ! in_array($details->calendar_id, $calendars, true)) {
                continue;
            }
            $seen = $one->occurrence->seen;
            $isAllDay = $one->occurrence->placement->allDay;
            $done = $one->change?->done_at;
            yield [
                (string) $seen->from->date(),
                $isAllDay ? null : substr((string) $seen->from->time(), 0, 5),
                $isAllDay ? null : substr((string) $seen->to->time(), 0, 5),
                $isAllDay ? null : intdiv($seen->to->seconds - $seen->from->seconds, 60),
                $details->title,
                $details->isTask ? 'task' : 'event',
                ...$names[$details->calendar_id] ?? ['', ''],
                $done === null ? null : str_replace('T', ' ', substr((string) $user->timeZone()->wall($done), 0, 16)),
                $details->importance,
                $details->effort,
                implode('; ', $details->labels),
                $details->place,
            ];
        }
    }
}
