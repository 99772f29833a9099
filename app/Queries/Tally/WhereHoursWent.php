<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\Visible;
use App\Models\User;
use App\Queries\Planning\DayPlan;
use PlumRota\Core\Tally\Fact;
use PlumRota\Core\Tally\HoursInWords;
use PlumRota\Core\Tally\HoursOfWeek;
use PlumRota\Core\Tally\Measure;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;

/** What was planned and done in a stretch: by group, week by week, by weekday and hour; and the lines each sum is made of. */
final readonly class WhereHoursWent
{
    /** Groups that are told apart week by week; the smaller ones are taken together. */
    private const MOST_GROUPS = 16;

    public function __construct(private CountedLines $lines)
    {
    }

    /**
     * @param  'area'|'calendar'|'label'|'theme'|'effort'|'entry'|'person'  $by
     * @return array<string, mixed> the schema Tally of the contract
     */
    public function over(User $user, LocalDate $from, int $days, string $by, Measure $of, Choice $choice): array
    {
        $stretch = $this->lines->over($user, $from, $days);
        [$before, $allBefore] = $this->before($user, $from->plusDays(-$days), $days, $by, $of, $choice);
        $grouping = Grouping::by($by, $user, $from, $days);
        $weeks = self::weeks($from, $days, $user->first_weekday);
        $first = $from->dayNumber();
        $weekOf = [];
        foreach ($weeks as $i => [$start, $length]) {
            for ($day = $start->dayNumber() - $first; $length > 0; $length--) {
                $weekOf[$day++] = $i;
            }
        }
        $none = ['planned' => 0, 'done' => 0, 'worked' => 0];
        $sums = array_fill_keys($grouping->known(), $none);
        $cells = [];
        /** @var list<array<string, int>> $facts minutes planned, and how often by the value of Fact */
        $facts = array_fill(0, count($weeks), ['planned' => 0, ...array_fill_keys(array_column(Fact::cases(), 'value'), 0)]);
        $all = $none;
        $hours = new HoursOfWeek();
        $isEverything = $choice->isEverything();
        foreach ($stretch->lines as $line) {
            if (! $isEverything && ! $choice->takes($line)) {
                continue;
            }
            $week = $weekOf[(int) floor($line->count->from / 86400) - $first];
            foreach (Fact::cases() as $fact) {
                $facts[$week][$fact->value] += $fact->times($line);
            }
            $count = $line->count;
            if ($count->planned === 0 && $count->worked === 0) {
                continue;
            }
            $hours->add($line);
            $facts[$week]['planned'] += $count->planned;
            $all['planned'] += $count->planned;
            $all['done'] += $count->done;
            $all['worked'] += $count->worked;
            foreach ($grouping->of($line) as $group) {
                $sums[$group] ??= $none;
                $sums[$group]['planned'] += $count->planned;
                $sums[$group]['done'] += $count->done;
                $sums[$group]['worked'] += $count->worked;
                $cells[$week][$group] ??= $none;
                $cells[$week][$group]['planned'] += $count->planned;
                $cells[$week][$group]['done'] += $count->done;
                $cells[$week][$group]['worked'] += $count->worked;
            }
        }
        if ($grouping->known() === []) {
            uasort($sums, fn (array $a, array $b): int => $b['worked'] + $b['planned'] <=> $a['worked'] + $a['planned']);
        }
        foreach (array_keys($before) as $group) {
            $sums[$group] ??= $none;
        }
        $apart = array_slice(array_map(strval(...), array_keys($sums)), 0, self::MOST_GROUPS);
        $intended = $by === 'area' ? $this->intended($user, $days) : [];
        $groups = array_map(
            fn (string $id): array => [
                'id' => $id,
                'name' => $grouping->name($id),
                ...$sums[$id],
                'before' => $before[$id] ?? 0,
                'intended' => $intended[$id] ?? null,
            ],
            array_map(strval(...), array_keys($sums)),
        );
        $shown = $this->shownWeeks($user, $stretch, $weeks, $apart, $of, $cells, $facts);
        $minutes = $hours->minutes()[$of->value];
        $goesOn = $from->plusDays($days)->startOfDay()->seconds > $user->wallNow()->seconds;

        return [
            'from' => (string) $from,
            'days' => $days,
            'by' => $by,
            'of' => $of->value,
            'adds_up' => $grouping->addsUp(),
            'all' => [...$all, 'before' => $allBefore],
            'groups' => $groups,
            'apart' => count($apart),
            'weeks' => $shown,
            'hours' => $minutes,
            'says' => [
                'groups' => HoursInWords::ofGroups(
                    array_map(fn (array $one): array => [...$one, 'minutes' => $one[$of->value]], $groups),
                    $days / 7,
                    $goesOn,
                    $of === Measure::Planned ? 'planned' : 'done',
                ),
                'weeks' => HoursInWords::ofWeeks(array_map(fn (array $one): array => self::said($one, $user), $shown)),
                'hours' => HoursInWords::ofHours($minutes, $user->region()),
            ],
            'goes_on' => $goesOn,
        ];
    }

    /** @return array{sum: int, lines: list<array<string, mixed>>} the schema TallyLines of the contract */
    public function lines(User $user, LocalDate $from, int $days, Figure $figure, Choice $choice): array
    {
        $grouping = Grouping::by($figure->by, $user, $from, $days);
        $lines = [];
        foreach ($this->lines->over($user, $from, $days)->lines as $line) {
            $share = $choice->takes($line) ? $figure->share($line, $grouping) : 0;
            if ($share > 0) {
                $isTimed = $figure->of === Measure::Worked && $line->count->isTimed;
                $lines[] = [
                    'entry_id' => $line->of->entryId,
                    'recurrence_id' => $line->recurrenceId,
                    'title' => $line->of->title,
                    'calendar_id' => $line->of->calendarId,
                    'at' => (string) LocalDateTime::fromSeconds($line->count->from),
                    'has_hours' => $line->count->to > $line->count->from || $isTimed,
                    'share' => $share,
                    'timed' => $isTimed,
                ];
            }
        }
        usort(
            $lines,
            fn (array $a, array $b): int => [$a['at'], $a['title'], $a['entry_id'], $a['recurrence_id']] <=> [
                $b['at'],
                $b['title'],
                $b['entry_id'],
                $b['recurrence_id'],
            ],
        );

        return ['sum' => array_sum(array_column($lines, 'share')), 'lines' => $lines];
    }

    /** @return list<array{LocalDate, int}> the first date and the days of each week, cut where the stretch begins and ends */
    private static function weeks(LocalDate $from, int $days, Weekday $first): array
    {
        $weeks = [];
        $end = $from->dayNumber() + $days;
        for ($at = $from; $at->dayNumber() < $end; $at = $next) {
            $next = $at->startOfWeek($first)->plusDays(7);
            $weeks[] = [$at, min($end, $next->dayNumber()) - $at->dayNumber()];
        }

        return $weeks;
    }

    /**
     * @param  list<array{LocalDate, int}>  $weeks
     * @param  list<string>  $apart  groups that are told apart
     * @param  array<int, array<string, array{planned: int, done: int, worked: int}>>  $cells  by week and group
     * @param  list<array<string, int>>  $facts  minutes planned, and how often by the value of Fact
     * @return list<array<string, mixed>>
     */
    private function shownWeeks(
        User $user,
        CountedStretch $stretch,
        array $weeks,
        array $apart,
        Measure $of,
        array $cells,
        array $facts,
    ): array {
        $capacities = DayPlan::capacities($user, $stretch->from, $stretch->days);
        $first = $stretch->from->dayNumber();
        $shown = [];
        foreach ($weeks as $i => [$start, $days]) {
            $over = [];
            $load = $capacity = 0;
            for ($day = $start->dayNumber() - $first, $n = 0; $n < $days; $n++, $day++) {
                $load += $stretch->load($day);
                $capacity += $capacities[$day];
                if ($stretch->load($day) > $capacities[$day]) {
                    $over[] = (string) $start->plusDays($n);
                }
            }
            $here = $cells[$i] ?? [];
            $rest = array_diff_key($here, array_flip($apart));
            $shown[] = [
                'from' => (string) $start,
                'days' => $days,
                'capacity' => $capacity,
                'load' => $load,
                'over' => $over,
                'minutes' => [
                    ...array_map(fn (string $id): int => $here[$id][$of->value] ?? 0, $apart),
                    array_sum(array_column($rest, $of->value)),
                ],
                ...$facts[$i],
            ];
        }

        return $shown;
    }

    /**
     * @param  array<string, mixed>  $week
     * @return array{name: string, load: int, capacity: int, over: int, musts: int, musts_done: int, is_over: bool}
     */
    private static function said(array $week, User $user): array
    {
        /** @var array{from: string, days: int, load: int, capacity: int, over: list<string>, musts: int, musts_done: int} $week */
        $start = LocalDate::parse($week['from']);

        return [
            'name' => 'the week of '.$user->region()->shortDate($start),
            'load' => $week['load'],
            'capacity' => $week['capacity'],
            'over' => count($week['over']),
            'musts' => $week['musts'],
            'musts_done' => $week['musts_done'],
            'is_over' => $start->plusDays($week['days'])->startOfDay()->seconds <= $user->wallNow()->seconds,
        ];
    }

    /**
     * @param  'area'|'calendar'|'label'|'theme'|'effort'|'entry'|'person'  $by
     * @return array{array<string, int>, int} minutes of the stretch of the same length before, by group, and of all
     */
    private function before(User $user, LocalDate $from, int $days, string $by, Measure $of, Choice $choice): array
    {
        $grouping = Grouping::by($by, $user, $from, $days);
        $sums = [];
        $all = 0;
        $lines =
            $of === Measure::Planned || $grouping->needsLines()
                ? $this->lines->over($user, $from, $days)->lines
                : $this->lines->sums($user, $from, $days);
        foreach ($lines as $line) {
            $minutes = $line->minutes($of);
            if ($minutes > 0 && $choice->takes($line)) {
                $all += $minutes;
                foreach ($grouping->of($line) as $group) {
                    $sums[$group] = ($sums[$group] ?? 0) + $minutes;
                }
            }
        }

        return [$sums, $all];
    }

    /** @return array<string, int|null> minutes meant for each area in so many days */
    private function intended(User $user, int $days): array
    {
        $intended = [];
        foreach (Visible::to($user)->areas()->get() as $area) {
            $intended[$area->id] = $area->intended_minutes === null ? null : (int) round(($area->intended_minutes * $days) / 7);
        }

        return $intended;
    }
}
