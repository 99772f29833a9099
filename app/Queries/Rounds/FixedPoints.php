<?php

declare(strict_types=1);

namespace App\Queries\Rounds;

use App\Models\User;
use App\Queries\Occurrences\Deadlines;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use App\Queries\Planning\DayPlan;
use App\Queries\Planning\Holidays;
use App\Queries\Planning\WeatherAhead;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * What does not move in some days: appointments, what lasts for days, deadlines, public holidays, clock changes. What comes several
 * times a week is its rhythm, and no fixed point.
 *
 * @phpstan-type Point array{date: string, kind: 'appointment'|'all_day'|'due'|'holiday'|'clocks'|'weather', title: string, start: string|null,
 *   end: string|null, entry_id: string|null, recurrence_id: string|null, calendar_id: string|null, meets: list<string>,
 *   offers: 'frost_watch'|null}
 */
final readonly class FixedPoints
{
    public function __construct(
        private OccurrencesBetween $occurrences,
        private Deadlines $deadlines,
        private Holidays $holidays,
        private WeatherAhead $weather,
    ) {
    }

    /** @return list<Point> by date and time */
    public function in(User $user, LocalDate $first, int $days): array
    {
        $seen = $this->occurrences->find($user, TimeRange::days($first, $days));
        $meets = self::meets($seen);
        $points = [
            ...self::holidays($this->holidays->of($user->holidays), $first, $days),
            ...self::clocks($user, $first, $days),
            ...$this->frosts($user, $first, $days, $seen),
        ];
        $timesInWeek = [];
        foreach ($seen as $one) {
            $week = (string) $one->block->seen->from->date()->startOfWeek($user->first_weekday);
            $timesInWeek[$one->entry->id.$week] = ($timesInWeek[$one->entry->id.$week] ?? 0) + 1;
        }
        foreach ($seen as $one) {
            $date = $one->block->seen->from->date();
            $week = (string) $date->startOfWeek($user->first_weekday);
            $isLong = $one->block->allDay && $one->block->seen->minutes() > 1440;
            $isMeeting = isset($meets[$one->key()]);
            if (
                ($one->block->isTask && ! $isLong && ! $isMeeting) ||
                ($timesInWeek[$one->entry->id.$week] > 1 && ! $isMeeting)
            ) {
                continue;
            }
            $points[] = [
                'date' => (string) ($date->isBefore($first) ? $first : $date),
                'kind' => $one->block->allDay ? 'all_day' : 'appointment',
                'title' => $one->title(),
                'start' => (string) $one->block->seen->from,
                'end' => (string) $one->block->seen->to,
                'entry_id' => $one->entry->id,
                'recurrence_id' => $one->occurrence->recurrenceId,
                'calendar_id' => $one->details()->calendar_id,
                'meets' => $meets[$one->key()] ?? [],
                'offers' => null,
            ];
        }
        foreach ($this->deadlines->on($user, $first, $days) as $date => $due) {
            foreach ($due as $one) {
                if (! $one['done']) {
                    $points[] = [
                        'date' => (string) $date,
                        'kind' => 'due',
                        'title' => $one['title'],
                        'start' => strlen($one['due']) > 10 ? $one['due'] : null,
                        'end' => null,
                        'entry_id' => $one['entry_id'],
                        'recurrence_id' => $one['recurrence_id'],
                        'calendar_id' => $one['calendar_id'],
                        'meets' => [],
                        'offers' => null,
                    ];
                }
            }
        }
        usort($points, fn (array $a, array $b): int => [$a['date'], $a['start'] ?? ''] <=> [$b['date'], $b['start'] ?? '']);

        return $points;
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen
     * @return array<string, list<string>> titles of what each is double-booked with, by key
     */
    private static function meets(array $seen): array
    {
        $titles = [];
        foreach ($seen as $one) {
            $titles[$one->key()] = $one->title();
        }
        $meets = [];
        foreach (Conflicts::among(DayPlan::timed(...$seen)) as [$a, $b]) {
            $meets[$a->key][] = $titles[$b->key];
            $meets[$b->key][] = $titles[$a->key];
        }

        return $meets;
    }

    /**
     * @param  array<string, string>  $holidays  names by date
     * @return list<Point>
     */
    private static function holidays(array $holidays, LocalDate $first, int $days): array
    {
        $points = [];
        for ($i = 0; $i < $days; $i++) {
            $date = (string) $first->plusDays($i);
            if (isset($holidays[$date])) {
                $points[] = self::ofDay($date, 'holiday', $holidays[$date]);
            }
        }

        return $points;
    }

    /**
     * Nights of frost and days of heat that are expected. Where nothing that has frost in its name stands on a day of frost, a
     * frost watch is offered.
     *
     * @param  list<ResolvedOccurrence>  $seen
     * @return list<Point>
     */
    private function frosts(User $user, LocalDate $first, int $days, array $seen): array
    {
        $points = [];
        foreach ($this->weather->of($user) as $date => $day) {
            $warns = array_diff($day->warnings(), ['rain']);
            if ($warns !== [] && $date >= (string) $first && $date < (string) $first->plusDays($days)) {
                $isFrost = in_array('frost', $warns, true);
                $range = TimeRange::days(LocalDate::parse($date), 1);
                $watches = array_filter(
                    $seen,
                    fn (ResolvedOccurrence $one): bool => $one->block->seen->touches($range) &&
                        preg_match('/frost/iu', $one->title()) === 1,
                );
                $points[] = [
                    ...self::ofDay(
                        $date,
                        'weather',
                        $isFrost ? "Frost expected, {$day->low}°" : "Heat expected, {$day->high}°",
                    ),
                    'offers' => $isFrost && $watches === [] ? 'frost_watch' : null,
                ];
            }
        }

        return $points;
    }

    /** @return list<Point> */
    private static function clocks(User $user, LocalDate $first, int $days): array
    {
        $zone = $user->timeZone();
        if ($zone->isSteady($first->startOfDay(), $first->plusDays($days)->startOfDay())) {
            return [];
        }
        $points = [];
        for ($i = 0; $i < $days; $i++) {
            $day = $first->plusDays($i);
            $from = $zone->offsetAt($zone->instant($day->startOfDay()));
            $to = $zone->offsetAt($zone->instant($day->plusDays(1)->startOfDay()));
            if ($from !== $to) {
                $minutes = intdiv(abs($to - $from), 60);
                $points[] = self::ofDay(
                    (string) $day,
                    'clocks',
                    "Clocks go {$minutes} minutes ".($to > $from ? 'forward: a shorter day' : 'back: a longer day'),
                );
            }
        }

        return $points;
    }

    /**
     * @param  'holiday'|'clocks'|'weather'  $kind
     * @return Point
     */
    private static function ofDay(string $date, string $kind, string $title): array
    {
        return [
            'date' => $date,
            'kind' => $kind,
            'title' => $title,
            'start' => null,
            'end' => null,
            'entry_id' => null,
            'recurrence_id' => null,
            'calendar_id' => null,
            'meets' => [],
            'offers' => null,
        ];
    }
}
