<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Access\Visible;
use App\Models\User;
use App\Reading\DueRows;
use Carbon\CarbonImmutable;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;
use stdClass;

/**
 * What is due on each of some days, wherever the work on it is placed.
 *
 * @phpstan-type Wanted array{
 *     entry_id: string, recurrence_id: string, title: string, calendar_id: string, area_id: string, due: string, done: bool,
 *     importance: string|null, effort: string|null, labels: list<string>, colour: string|null, routine: bool
 * }
 * @phpstan-type Deadline array{
 *     entry_id: string, recurrence_id: string, title: string, calendar_id: string, area_id: string, due: string, done: bool,
 *     importance: string|null, effort: string|null, labels: list<string>, colour: string|null, routine: bool, late: bool
 * }
 */
final readonly class Deadlines
{
    /** Days for which a routine's one is still asked after. */
    private const REACH = 14;

    /** Days between an occurrence and its due date; what is further apart is not looked for. */
    private const FURTHEST = 3660;

    /** Days for which what has rolled on is looked for on today. */
    private const ROLLED = 400;

    public function __construct(private OccurrencesBetween $occurrences, private Unreadable $unreadable, private DueRows $rows)
    {
    }

    /**
     * @return array<string, list<Deadline>>
     *   by date
     */
    public function on(User $user, LocalDate $first, int $days): array
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $found = [];
        foreach ([...$this->single($user, $first, $days), ...$this->routines($user, $first, $days)] as $one) {
            $found[substr($one['due'], 0, 10)][] = [...$one, 'late' => ! $one['done'] && $this->isLate($user, $one, $now)];
        }

        return $found;
    }

    /**
     * @return list<Deadline>
     *   what should be done by now, the latest first
     */
    public function late(User $user): array
    {
        $today = $user->wallNow()->date();
        $now = CarbonImmutable::now()->getTimestamp();
        $single = $this->single(
            $user,
            LocalDate::of(1900, 1, 1),
            $today->dayNumber() - LocalDate::of(1900, 1, 1)->dayNumber() + 1,
        );
        $late = [];
        foreach ([...$single, ...$this->routines($user, $today->plusDays(-self::REACH), self::REACH + 1)] as $one) {
            if (! $one['done'] && $this->isLate($user, $one, $now)) {
                $late[] = [...$one, 'late' => true];
            }
        }
        usort($late, fn (array $a, array $b): int => $a['due'] <=> $b['due']);

        return $late;
    }

    /** @param  array{entry_id: string, title: string, due: string}  $one */
    private function isLate(User $user, array $one, int $now): bool
    {
        try {
            return Due::parse($one['due'])->isLate($user->timeZone(), $now);
        } catch (InvalidTime $fault) {
            $this->unreadable->failed($one['entry_id'], $one['title'], $fault);

            return false;
        }
    }

    /**
     * @return list<Wanted>
     */
    private function single(User $user, LocalDate $first, int $days): array
    {
        $rows = $this->rows->single(Visible::to($user), $first, $days);
        $found = [];
        foreach ($rows as $row) {
            assert(
                $row instanceof stdClass &&
                    is_string($row->entry_id) &&
                    is_string($row->title) &&
                    is_string($row->calendar_id) &&
                    is_string($row->area_id) &&
                    is_string($row->due),
            );
            if (! $row->gone) {
                $found[] = [
                    'entry_id' => $row->entry_id,
                    'recurrence_id' => 'once',
                    'title' => $row->title,
                    'calendar_id' => $row->calendar_id,
                    'area_id' => $row->area_id,
                    'due' => $row->due,
                    'done' => (bool) $row->done,
                    ...self::filterable(
                        $row->importance,
                        $row->effort,
                        is_string($row->labels) ? json_decode($row->labels, true) : [],
                        $row->colour,
                    ),
                    'routine' => false,
                ];
            }
        }

        return $found;
    }

    /**
     * @return list<Wanted>
     */
    private function routines(User $user, LocalDate $first, int $days): array
    {
        $rows = $this->rows->ofRoutines(Visible::to($user), $first, $days);
        if ($rows === []) {
            return [];
        }
        $today = $user->wallNow()->dayNumber();
        $found = [];
        foreach ($this->mayBeDue($user, $rows, $first, $days) as $one) {
            // What lapses is missed when it is over; what rolls on and was followed by the next one too.
            $isOver =
                ! $one->block->isDone &&
                $one->block->seen->from->dayNumber() < $today &&
                $one->entry->missed !== Missed::Hold->value;
            $due = ! $one->occurrence->isRoutine || ! $one->block->isTask || $isOver ? null : $one->occurrence->due();
            if (
                $due !== null &&
                substr($due, 0, 10) >= (string) $first &&
                substr($due, 0, 10) < (string) $first->plusDays($days)
            ) {
                $found[] = [
                    'entry_id' => $one->entry->id,
                    'recurrence_id' => $one->occurrence->recurrenceId,
                    'title' => $one->title(),
                    'calendar_id' => $one->details()->calendar_id,
                    'area_id' => $one->areaId,
                    'due' => $due,
                    'done' => $one->block->isDone,
                    ...self::filterable(
                        $one->details()->importance,
                        $one->details()->effort,
                        $one->details()->labels,
                        $one->details()->colour,
                    ),
                    'routine' => true,
                ];
            }
        }

        return $found;
    }

    /**
     * Those that give way on days off may stand much farther from the day that their rule says than the others.
     *
     * @param  non-empty-list<stdClass&object{id: string, days: float, gives_way: int}>  $rows
     * @return iterable<ResolvedOccurrence>
     */
    private function mayBeDue(User $user, array $rows, LocalDate $first, int $days): iterable
    {
        $ways = [];
        foreach ($rows as $row) {
            $ways[$row->gives_way][] = $row;
        }
        foreach ($ways as $givesWay => $some) {
            $apart = Zone::FURTHEST_DAYS + ($givesWay === 1 ? AdjustedSet::FURTHEST : 0);
            $window = $this->places($user, $some, $first, $days, $apart);
            yield from $this->occurrences->each($user, $window, array_values(array_unique(array_column($some, 'id'))));
        }
    }

    /**
     * Where the occurrences may stand that are due on some days: as long before or after as their due dates are, and as far from the
     * day of their rule as a zone or a day off puts them, wherever single ones were moved, and on today for what has rolled on.
     *
     * @param  non-empty-list<stdClass&object{id: string, days: float, gives_way: int}>  $rows
     * @param  int  $apart  days
     */
    private function places(User $user, array $rows, LocalDate $first, int $days, int $apart): TimeRange
    {
        $offsets = array_map(intval(...), array_column($rows, 'days'));
        $from = $first->plusDays(-min(self::FURTHEST, max(0, ...$offsets)) - $apart)->dayNumber();
        $to = $first
            ->plusDays($days + min(self::FURTHEST, max(0, ...array_map(fn (int $offset): int => -$offset, $offsets))) + $apart)
            ->dayNumber();
        $moved = $this->rows->moved(
            Visible::to($user),
            LocalDate::fromDayNumber($from),
            LocalDate::fromDayNumber($to),
            array_column($rows, 'id'),
        );
        $today = $user->wallNow()->dayNumber();
        $ends = [
            $moved['earliest'] !== null ? LocalDate::parse($moved['earliest'])->dayNumber() : $from,
            $moved['latest'] !== null ? LocalDate::parse($moved['latest'])->dayNumber() : $to,
            $today >= $from && $today - $to < self::ROLLED ? $today + 1 : $to,
        ];
        $from = min($from, ...$ends);

        return TimeRange::days(LocalDate::fromDayNumber($from), max($to, ...$ends) - $from);
    }

    /**
     * @return array{importance: string|null, effort: string|null, labels: list<string>, colour: string|null} what a filter looks
     *   at
     */
    private static function filterable(mixed $importance, mixed $effort, mixed $labels, mixed $colour): array
    {
        return [
            'importance' => is_string($importance) ? $importance : null,
            'effort' => is_string($effort) ? $effort : null,
            'labels' => array_values(array_filter(is_array($labels) ? $labels : [], is_string(...))),
            'colour' => is_string($colour) ? $colour : null,
        ];
    }
}
