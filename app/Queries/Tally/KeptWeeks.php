<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\Visible;
use App\Models\User;
use App\Reading\TallyWeekRows;
use PlumRota\Core\Tally\Counted;
use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Tally\DayCount;
use PlumRota\Core\Tally\Outcome;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * The lines of weeks that are over, kept so that they need not be computed again. A week is forgotten when anything changes that
 * may count in it (`Follows\TalliedWeeks`), whoever changes it. What has rolled on to today is kept where it was missed;
 * CountedLines takes it out.
 */
final readonly class KeptWeeks
{
    public function __construct(private TallyWeekRows $rows)
    {
    }

    /**
     * @param  list<LocalDate>  $starts
     * @return array<string, CountedStretch> by the first date of each that is kept
     */
    public function find(User $user, array $starts): array
    {
        $kept = $ids = [];
        foreach ($this->rows->find(Visible::to($user), 'lines', array_map(strval(...), $starts)) as $start => $text) {
            /** @var array{list<string|non-empty-list<mixed>>, array<mixed>, list<int>, list<int>, list<string>} $week */
            $week = json_decode($text, true, flags: JSON_THROW_ON_ERROR);
            $kept[$start] = $week;
            foreach ($week[0] as $one) {
                $ids[is_string($one) ? $one : (is_string($one[0]) ? $one[0] : '')] = true;
            }
        }
        $areas = Visible::to($user)->areaOfCalendar();
        $known = $this->entries(array_keys($ids), $areas);
        $found = [];
        foreach ($kept as $start => $week) {
            $found[$start] = self::read(LocalDate::parse($start), $week, $known, $areas);
        }

        return $found;
    }

    /**
     * Entries as they are; those of lines that differ are kept with their week.
     *
     * @param  list<string>  $ids
     * @param  array<string, string>  $areas  by calendar
     * @return array<string, Counted> by id
     */
    private function entries(array $ids, array $areas): array
    {
        $entries = [];
        foreach ($this->rows->entries($ids) as $row) {
            /** @var list<string> $labels */
            $labels = $row->labels === '[]' ? [] : json_decode($row->labels, true, flags: JSON_THROW_ON_ERROR);
            $entries[$row->id] = new Counted(
                $row->id,
                $row->title,
                $row->title,
                $row->calendar_id,
                $areas[$row->calendar_id] ?? '',
                $row->kind === 'task',
                $row->routine === 1,
                $row->importance,
                $row->effort,
                $labels,
            );
        }

        return $entries;
    }

    /**
     * Sums of weeks that are kept, for what needs no single line. What has rolled on to today is in none of what was done.
     *
     * @param  list<LocalDate>  $starts
     * @return list<CountedLine>|null each stands for all that are alike, with the minutes done and worked of them together; null
     *   where not all of the weeks are kept
     */
    public function sums(User $user, array $starts): ?array
    {
        $rows = $this->rows->find(Visible::to($user), 'sums', array_map(strval(...), $starts));
        if (count($rows) < count($starts)) {
            return null;
        }
        $sums = [];
        foreach ($rows as $text) {
            /** @var list<array{string, string, int, int, string|null, string|null, list<string>, string, int, int}> $kept */
            $kept = json_decode($text, true, flags: JSON_THROW_ON_ERROR);
            foreach (
                $kept as [$calendar, $area, $isTask, $isRoutine, $importance, $effort, $labels, $outcome, $done, $worked]
            ) {
                $of = new Counted('', '', '', $calendar, $area, $isTask === 1, $isRoutine === 1, $importance, $effort, $labels);
                $sums[] = new CountedLine($of, '', new DayCount(0, 0, 0, $done, $worked), Outcome::from($outcome), false);
            }
        }

        return $sums;
    }

    private static function summed(CountedStretch $week): string
    {
        $sums = [];
        foreach ($week->lines as $line) {
            $of = $line->of;
            if ($line->count->done === 0 && $line->count->worked === 0) {
                continue;
            }
            $key = [
                $of->calendarId,
                $of->areaId,
                (int) $of->isTask,
                (int) $of->isRoutine,
                $of->importance,
                $of->effort,
                $of->labels,
                ($line->outcome->isDone() ? Outcome::Kept : Outcome::Open)->value,
            ];
            $name = json_encode($key, JSON_THROW_ON_ERROR);
            $sums[$name] ??= [...$key, 0, 0];
            $sums[$name][8] += $line->count->done;
            $sums[$name][9] += $line->count->worked;
        }

        return json_encode(array_values($sums), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
    }

    /**
     * @param  int  $revision  of the account when they were computed
     * @param  list<CountedStretch>  $weeks
     */
    public function keep(User $user, int $revision, array $weeks): void
    {
        $zone = $user->timeZone();
        $this->rows->keep(
            Visible::to($user),
            $revision,
            array_map(function (CountedStretch $week) use ($zone): array {
                $range = TimeRange::days($week->from, $week->days);

                return [
                    'start' => (string) $week->from,
                    'last' => (string) $week->from->plusDays($week->days - 1),
                    'from_at' => $zone->instant($range->from),
                    'to_at' => $zone->instant($range->to),
                    'lines' => self::written($week),
                    'sums' => self::summed($week),
                ];
            }, $weeks),
        );
    }

    private static function written(CountedStretch $week): string
    {
        $start = $week->from->dayNumber() * 86400;
        $places = $of = $lines = [];
        foreach ($week->lines as $line) {
            $one = $line->of;
            if (! isset($places[spl_object_id($one)])) {
                $places[spl_object_id($one)] = count($of);
                $of[] = $one->isOwn
                    ? [$one->entryId, $one->title, $one->calendarId, $one->importance, $one->effort, $one->labels]
                    : $one->entryId;
            }
            $count = $line->count;
            // Column by column, which is read much faster than line by line.
            $lines[0][] = $places[spl_object_id($one)];
            $lines[1][] = $line->recurrenceId;
            $lines[2][] = $count->from - $start;
            $lines[3][] = $count->to - $count->from;
            $lines[4][] = $count->planned;
            $lines[5][] = $count->done;
            $lines[6][] = $count->worked;
            $lines[7][] = $count->isTimed
                ? array_map(fn (array $part): array => [$part[0] - $start, $part[1]], $count->parts)
                : 0;
            $lines[8][] = $line->outcome->value;
            $lines[9][] = (int) $line->isFirst;
            $lines[10][] = $line->putOff;
            $lines[11][] = $line->measured;
        }

        return json_encode(
            [$of, $lines, $week->placed, $week->listed, $week->busy],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
        );
    }

    /**
     * @param  array{list<string|non-empty-list<mixed>>, array<mixed>, list<int>, list<int>, list<string>}  $kept
     * @param  array<string, Counted>  $known  entries as they are
     * @param  array<string, string>  $areas  by calendar
     */
    private static function read(LocalDate $first, array $kept, array $known, array $areas): CountedStretch
    {
        $start = $first->dayNumber() * 86400;
        /**
         * @var list<string|array{string, string, string, string|null, string|null, list<string>}> $of
         * @var array{}|array{
         *     list<int>, list<string>, list<int>, list<int>, list<int>, list<int>, list<int>, list<list<array{int, int}>|0>,
         *     list<string>, list<int>, list<int>, list<float|null>
         * } $columns
         */
        [$of, $columns, $placed, $listed, $busy] = $kept;
        $counted = [];
        foreach ($of as $one) {
            if (is_string($one)) {
                $counted[] = $known[$one];

                continue;
            }
            [$id, $title, $calendar, $importance, $effort, $labels] = $one;
            $entry = $known[$id];
            $counted[] = new Counted(
                $id,
                $title,
                $entry->habit,
                $calendar,
                $areas[$calendar] ?? $entry->areaId,
                $entry->isTask,
                $entry->isRoutine,
                $importance,
                $effort,
                $labels,
                true,
            );
        }
        $lines = [];
        foreach ($columns[0] ?? [] as $i => $place) {
            $parts = $columns[7][$i];
            if ($parts !== 0) {
                foreach ($parts as $n => $part) {
                    $parts[$n][0] = $part[0] + $start;
                }
            }
            $from = $start + $columns[2][$i];
            $lines[] = new CountedLine(
                $counted[$place],
                $columns[1][$i],
                new DayCount(
                    $from,
                    $from + $columns[3][$i],
                    $columns[4][$i],
                    $columns[5][$i],
                    $columns[6][$i],
                    $parts !== 0,
                    $parts === 0 ? [] : $parts,
                ),
                Outcome::from($columns[8][$i]),
                $columns[9][$i] === 1,
                $columns[10][$i],
                $columns[11][$i] === null ? null : (float) $columns[11][$i],
            );
        }

        return new CountedStretch($first, 7, $lines, $placed, $listed, $busy);
    }
}
