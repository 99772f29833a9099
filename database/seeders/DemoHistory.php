<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/** What became of the demo's routines up to a moment. Which are done, and how long they took, is fixed by their name and date. */
final readonly class DemoHistory
{
    /** A year of ticks, and so many weeks more of routines before it. */
    private const WEEKS = 54;

    /** Of what is timed: from which minute of the day, and how long it takes: at least, and up to so many minutes more. */
    public const TIMED = [
        'Propagation bench' => [14 * 60 + 5, 138, 37],
        'Post and accounts' => [13 * 60 + 2, 96, 34],
        'Wages sheet' => [10 * 60, 34, 12],
        'Bread' => [19 * 60, 40, 16],
        'Orchid house' => [14 * 60, 78, 26],
        'Sowing' => [9 * 60, 172, 30],
        'Water the orchids' => [12 * 60 + 15, 25, 12],
    ];

    private LocalDateTime $wallNow;

    private LocalDate $today;

    private LocalDate $monday;

    /** @param  int  $now  Unix seconds */
    public function __construct(private Zone $zone, private int $now)
    {
        $this->wallNow = $zone->wall($now);
        $this->today = $this->wallNow->date();
        $this->monday = $this->today->startOfWeek(Weekday::MO);
    }

    /** The year that has gone by, and the present week up to today. */
    public function year(): TimeRange
    {
        return TimeRange::days($this->monday->plusDays(-7 * self::WEEKS), 7 * self::WEEKS + $this->today->weekday()->value);
    }

    /**
     * @param  list<string>  $said  recurrence ids of those that are something else already, and stay so
     * @return iterable<string, array<string, mixed>> columns of overrides, by recurrence id
     */
    public function outcomes(Entry $entry, TimeRange $window, array $said): iterable
    {
        foreach ($this->occurrences($entry, $window) as $occurrence) {
            if (in_array($occurrence->recurrenceId, $said, true)) {
                continue;
            }
            if ($this->isTicked($entry, $occurrence)) {
                $day = $occurrence->placement->start->date();
                $at = $occurrence->placement->allDay ? $day->at(16, 40) : $occurrence->placement->end();
                $chance = crc32("{$entry->title}{$day}");
                // One in fifteen is done the day after, where that is over.
                $late = $chance % 15 === 4 && $day->dayNumber() < $this->today->dayNumber() - 1 ? 1 : 0;
                yield $occurrence->recurrenceId => [
                    'done_at' => $this->zone->instant($at->plusSeconds(86400 * $late)),
                    'measured' => $entry->measure === null ? null : 7 + ($chance % 16) / 2,
                    'put_off' => $late,
                ];
            } elseif ($entry->missed === 'hold' && $this->isLetGo($entry, $occurrence)) {
                $day = $occurrence->placement->start->date();
                yield $occurrence->recurrenceId => ['let_go_at' => $this->zone->instant($day->at(21))];
            }
        }
    }

    /** @return iterable<array{recurrence_id: string, started_at: int, ended_at: int}> of an entry with its overrides */
    public function timings(Entry $entry): iterable
    {
        [$at, $least, $more] = self::TIMED[$entry->title];
        $window = TimeRange::days($this->monday->plusDays(-7 * self::WEEKS), 7 * self::WEEKS);
        $done = $entry->overrides->whereNotNull('done_at')->keyBy('recurrence_id');
        foreach ($this->occurrences($entry, $window) as $occurrence) {
            $day = $occurrence->seen->from->date();
            $chance = crc32("timed {$entry->title} {$day}");
            // Most of it is timed, from the beginning of the year on; of tasks what was ticked.
            if ($chance % 10 > 6 || ($entry->kind === 'task' && ! $done->has($occurrence->recurrenceId))) {
                continue;
            }
            $started = $this->zone->instant($day->at(intdiv($at, 60), $at % 60)) + 60 * ($chance % 4);
            $ended = $started + 60 * ($least + (($chance >> 4) % $more));
            if ($ended < $this->now) {
                yield ['recurrence_id' => $occurrence->recurrenceId, 'started_at' => $started, 'ended_at' => $ended];
            }
        }
    }

    /** @return list<Occurrence> */
    private function occurrences(Entry $entry, TimeRange $window): array
    {
        $series = SeriesOf::entry($entry);

        return $series === null ? [] : (new Timeline($this->zone))->occurrences($series, [], $window);
    }

    /** Half of what was not done before the present week was decided against when its day was closed. */
    private function isLetGo(Entry $entry, Occurrence $occurrence): bool
    {
        return $occurrence->seen->to->dayNumber() < $this->monday->dayNumber() &&
            crc32("let go {$entry->title} {$occurrence->recurrenceId}") % 2 === 0;
    }

    private function isTicked(Entry $entry, Occurrence $occurrence): bool
    {
        $over = $occurrence->placement->allDay ? $occurrence->seen->to->seconds : $occurrence->seen->to->seconds + 600;
        $isThisWeek = $occurrence->seen->from->dayNumber() >= $this->monday->dayNumber();
        $chance = crc32($entry->title.$occurrence->recurrenceId) % 100;

        // The run before work slips on Thursdays, in the spring most of all, when the glasshouse begins early.
        $day = $occurrence->seen->from->date();
        $slips = $entry->title === 'Hill run' && $day->weekday() === Weekday::TH;
        $often = ['Pill box' => 94, 'Vent check' => 88, 'Water the orchids' => 96][$entry->title] ?? 81;

        return $over <= $this->wallNow->seconds &&
            $chance < ($isThisWeek ? 92 : ($slips ? (in_array($day->month, [3, 4, 5], true) ? 30 : 62) : $often));
    }
}
