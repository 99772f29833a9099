<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Models\User;
use App\Queries\Occurrences\LeadUps;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use App\Queries\Occurrences\Unreadable;
use App\Queries\Planning\DayPlan;
use App\Queries\Planning\Holidays;
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Tally\CountedMinutes;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** A year on the wall: how full every day is, how much lies on it, and what goes on for whole days. */
final readonly class Year
{
    public function __construct(
        private OccurrencesBetween $occurrences,
        private Holidays $holidays,
        private Unreadable $unreadable,
        private LeadUps $leadUps,
    ) {
    }

    /** @return array<string, mixed> the schema Year of the contract */
    public function show(User $user, int $year): array
    {
        $first = LocalDate::of($year, 1, 1);
        $days = Gregorian::isLeap($year) ? 366 : 365;
        $load = new LoadOfDays($first, $days);
        $start = $first->dayNumber();
        $counts = array_fill(0, $days, []);
        $window = TimeRange::days($first, $days);
        $entries = $bars = $minutes = $leading = [];
        foreach ($this->occurrences->each($user, $window) as $one) {
            $load->add($one->block);
            $minutes[$one->areaId] = ($minutes[$one->areaId] ?? 0) + CountedMinutes::planned($window, $one->block);
            $day = $one->block->seen->from->dayNumber() - $start;
            // What began before is of the year before.
            if ($day >= 0) {
                $counts[$day][$one->details()->calendar_id] = ($counts[$day][$one->details()->calendar_id] ?? 0) + 1;
            }
            if ($one->entry->leads_to !== null) {
                $leading[] = $one;
            }
            if (self::isBar($one)) {
                $entries[$one->entry->id] ??= OccurrenceAsShown::shared($one->entry);
                $bars[] = OccurrenceAsShown::of($one, [], null);
            }
        }
        foreach ($this->occurrences->reaching($user, $window) as $block) {
            $load->add($block);
        }
        usort($bars, fn (array $a, array $b): int => $a['start'] <=> $b['start']);
        $holidays = $this->holidays->of($user->holidays);
        $leads = $this->leads($user, $leading);
        $shown = [];
        foreach ($load->loads(DayPlan::capacities($user, $first, $days)) as $day => $one) {
            $date = (string) $one->day;
            $shown[] = [
                'date' => $date,
                'minutes' => $one->minutes(),
                'capacity' => $one->capacity,
                'over' => $one->isOverFull(),
                'holiday' => $holidays[$date] ?? null,
                'counts' => (object) $counts[$day],
                'leads' => $leads[$date] ?? [],
            ];
        }

        return [
            'year' => $year,
            'days' => $shown,
            'entries' => (object) $entries,
            'occurrences' => $bars,
            'areas' => HoursByArea::shown($user, $minutes, $days),
            'unreadable' => $this->unreadable->all(),
            'now' => (string) $user->wallNow(),
            'revision' => $user->revision,
        ];
    }

    /**
     * @param  list<ResolvedOccurrence>  $leading
     * @return array<string, list<array{title: string, toward: string, date: string, done: bool}>> by the date of each
     */
    private function leads(User $user, array $leading): array
    {
        /** @var array<string, array{title: string, date: string}> $toward */
        $toward = (array) $this->leadUps->of($user, Board::named($leading, []))['toward'];
        $leads = [];
        foreach ($leading as $one) {
            $date = $toward[$one->key()] ?? null;
            if ($date !== null) {
                $leads[(string) $one->block->seen->from->date()][] = [
                    'title' => $one->title(),
                    'toward' => $date['title'],
                    'date' => $date['date'],
                    'done' => $one->block->isDone,
                ];
            }
        }

        return $leads;
    }

    /** All-day events, and whatever lasts for several days. */
    private static function isBar(ResolvedOccurrence $one): bool
    {
        return $one->block->allDay
            ? ! $one->block->isTask || $one->block->seen->minutes() > 1440
            : $one->block->seen->minutes() >= 1440;
    }
}
