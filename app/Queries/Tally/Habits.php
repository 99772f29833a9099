<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Reading\OverrideRows;
use App\Reading\RoutineHalves;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use PlumRota\Core\Recurrence\AdjustedSet;
use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Tally\HabitMark;
use PlumRota\Core\Tally\HabitRecord;
use PlumRota\Core\Tally\HabitsInWords;
use PlumRota\Core\Tally\Outcome;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * What is kept up: routines that are ticked. Entries of one title are one habit, so are the halves of a routine that was cut.
 *
 * @phpstan-type Habit array{title: string, ids: list<string>, calendar: string, area: string, marks: list<HabitMark>,
 *   aim: int|null, unit: string|null}
 */
final readonly class Habits
{
    /** Days that are read before the end of a stretch, so that most rows are seen from their beginning. */
    private const READ = 371;

    /** Habits that are listed. */
    private const MOST = 200;

    /** What a day of the strip says where several came on it. */
    private const SAYS_MORE = ['' => 0, 'past' => 0, 'open' => 1, 'kept' => 2, 'late' => 3, 'let_go' => 4, 'missed' => 5];

    /** One letter for what became of a day, in a strip. */
    private const LETTERS = [
        '' => '.',
        'past' => '.',
        'open' => 'o',
        'kept' => 'k',
        'late' => 'l',
        'let_go' => 'g',
        'missed' => 'm',
        'skipped' => 's',
        'paused' => 'p',
    ];

    public function __construct(
        private CountedLines $lines,
        private OccurrencesBetween $occurrences,
        private RoutineHalves $halves,
        private OverrideRows $overrides,
    ) {
    }

    /** @return array<string, mixed> the schema Habits of the contract */
    public function over(User $user, LocalDate $from, int $days, Choice $choice): array
    {
        $end = $from->plusDays($days);
        $read = $from->dayNumber() < $end->dayNumber() - self::READ ? $from : $end->plusDays(-self::READ);
        $lines = $this->lines->over($user, $read, $end->dayNumber() - $read->dayNumber())->lines;
        $habits = $this->gathered($user, $choice->isEverything() ? $lines : array_filter($lines, $choice->takes(...)));
        $today = $user->wallNow()->date();
        $first = $from->dayNumber();
        $records = $this->records($user, $habits, $end);
        $shown = $said = [];
        foreach ($habits as $i => $habit) {
            $here = array_values(
                array_filter($habit['marks'], fn (HabitMark $one): bool => $one->day >= $first && $one->day < $first + $days),
            );
            if ($here === []) {
                continue;
            }
            $record = HabitRecord::of($here, $habit['aim'], $user->first_weekday, $today);
            $long = $records[$i];
            $shown[] = [
                'title' => $habit['title'],
                'entry_ids' => $habit['ids'],
                'calendar_id' => $habit['calendar'],
                'area_id' => $habit['area'],
                'aim' => $habit['aim'],
                'unit' => $habit['unit'],
                'due' => $record->due,
                'kept' => $record->kept,
                'late' => $record->late,
                'row' => $long->row,
                'weekdays' => $record->weekdays,
                'sum' => $record->sum,
                'strip' => self::strip($here, $first, $days),
            ];
            $said[] = [
                'title' => $habit['title'],
                'record' => $record,
                'row' => $long->row,
                'is_weekly' => $habit['aim'] !== null,
            ];
        }
        usort($shown, fn (array $a, array $b): int => [$b['due'], $a['title']] <=> [$a['due'], $b['title']]);

        return [
            'from' => (string) $from,
            'days' => $days,
            'habits' => array_slice($shown, 0, self::MOST),
            'says' => HabitsInWords::of($said),
        ];
    }

    /**
     * @return array<string, mixed> the schema Habit of the contract: one of them over all of its time
     *
     * @throws ModelNotFoundException where no routine of that title is ticked
     */
    public function one(User $user, string $title): array
    {
        $today = $user->wallNow()->date();
        $entries = Visible::to($user)
            ->entries()
            ->where('title', $title)
            ->where('kind', 'task')
            ->where(fn ($one) => $one->whereNotNull('rule')->orWhere('extra_dates', '<>', '[]'))
            ->get();
        $ids = [];
        foreach ($entries as $entry) {
            array_push($ids, ...$this->halves->of($user, $entry->id));
        }
        $models = Visible::to($user)
            ->entries()
            ->whereIn('id', array_unique($ids))
            ->with(['overrides' => fn ($all) => $all->where('skipped', true)])
            ->orderBy('start')
            ->get();
        if ($models->isEmpty()) {
            throw (new ModelNotFoundException())->setModel(Entry::class);
        }
        /** @var list<string> $known */
        $known = $models->pluck('id')->all();
        $marks = array_merge(...array_values($this->marksOf($user, $known, $today->plusDays(1))));
        usort($marks, fn (HabitMark $a, HabitMark $b): int => $a->at <=> $b->at);
        $last = $models->reverse()->firstOrFail();
        $record = HabitRecord::of($marks, $last->aim, $user->first_weekday, $today);
        $start = $today->plusDays(1 - 364)->startOfWeek($user->first_weekday);
        $days = $today->dayNumber() - $start->dayNumber() + 1;
        $strip = self::strip($marks, $start->dayNumber(), $days);
        foreach ($models as $entry) {
            $strip = $this->withBreaks($entry, $strip, $start);
        }

        return [
            'title' => $last->title,
            'entry_ids' => $known,
            'calendar_id' => $last->calendar_id,
            'aim' => $last->aim,
            'unit' => $last->measure,
            'due' => $record->due,
            'kept' => $record->kept,
            'late' => $record->late,
            'row' => $record->row,
            'longest' => $record->longest,
            'since' => $record->since === null ? null : (string) LocalDate::fromDayNumber($record->since),
            'weekdays' => $record->weekdays,
            'sum' => $record->sum,
            'from' => (string) $start,
            'strip' => $strip,
            'course' => array_values(
                array_map(
                    fn (HabitMark $one): array => [
                        'date' => (string) LocalDate::fromDayNumber($one->day),
                        'amount' => $one->measured,
                    ],
                    array_filter($marks, fn (HabitMark $one): bool => $one->measured !== null && $one->outcome->isDone()),
                ),
            ),
        ];
    }

    /**
     * @param  array<CountedLine>  $lines
     * @return list<Habit>
     */
    private function gathered(User $user, array $lines): array
    {
        $marks = $latest = [];
        foreach ($lines as $line) {
            if ($line->isFirst && $line->of->isTask && $line->of->isRoutine) {
                $id = $line->of->entryId;
                $marks[$id][] = self::mark($line);
                if (! isset($latest[$id]) || $latest[$id]->count->from < $line->count->from) {
                    $latest[$id] = $line;
                }
            }
        }
        $halves = [];
        foreach (array_keys($marks) as $id) {
            $halves[$this->halves->first($user, $id)][] = $id;
        }
        // A routine that was cut goes by the name of its latest half.
        $byTitle = [];
        foreach ($halves as $ids) {
            usort($ids, fn (string $a, string $b): int => $latest[$b]->count->from <=> $latest[$a]->count->from);
            $title = $latest[$ids[0]]->of->habit;
            $byTitle[$title] = [...$byTitle[$title] ?? [], ...$ids];
        }
        $own = Visible::to($user)
            ->entries()
            ->where(fn ($one) => $one->whereNotNull('aim')->orWhereNotNull('measure'))
            ->get(['id', 'aim', 'measure'])
            ->keyBy('id');
        $habits = [];
        foreach ($byTitle as $title => $ids) {
            $of = $latest[$ids[0]]->of;
            $entries = $own->only($ids);
            $habits[] = [
                'title' => (string) $title,
                'ids' => $ids,
                'calendar' => $of->calendarId,
                'area' => $of->areaId,
                'marks' => array_merge(...array_map(fn (string $id): array => $marks[$id], $ids)),
                'aim' => $entries->whereNotNull('aim')->first()?->aim,
                'unit' => $entries->whereNotNull('measure')->first()?->measure,
            ];
        }

        return $habits;
    }

    private static function mark(CountedLine $line): HabitMark
    {
        return new HabitMark((int) floor($line->count->from / 86400), $line->count->from, $line->outcome, $line->measured);
    }

    /**
     * The record of each up to a day. Where all that was read was kept, the row may reach further back: then it is read whole.
     *
     * @param  list<Habit>  $habits
     * @return list<HabitRecord>
     */
    private function records(User $user, array $habits, LocalDate $end): array
    {
        $today = $user->wallNow()->date();
        $records = $ids = [];
        foreach ($habits as $habit) {
            $record = HabitRecord::of($habit['marks'], $habit['aim'], $user->first_weekday, $today);
            $records[] = $record;
            $ids = $record->isWhole ? [...$ids, ...$habit['ids']] : $ids;
        }
        $marks = $ids === [] ? [] : $this->marksOf($user, $ids, $end);
        foreach ($habits as $i => $habit) {
            if ($records[$i]->isWhole) {
                $own = [];
                foreach ($habit['ids'] as $id) {
                    array_push($own, ...$marks[$id] ?? []);
                }
                $records[$i] = HabitRecord::of($own, $habit['aim'], $user->first_weekday, $today);
            }
        }

        return array_values($records);
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, list<HabitMark>> of all their time before a day, by entry
     */
    private function marksOf(User $user, array $ids, LocalDate $end): array
    {
        $starts = Visible::to($user)->entries()->whereIn('id', $ids)->min('start');
        if (! is_string($starts)) {
            return [];
        }
        // Done before its start, or sent there by a day off, one may stand before it.
        $day = min($starts, $this->overrides->firstDay($ids) ?? $starts);
        $first = LocalDate::parse(substr($day, 0, 10))->plusDays(-AdjustedSet::FURTHEST - 2);
        $zone = $user->timeZone();
        $now = $user->wallNow();
        $window = TimeRange::of($first->startOfDay(), $end->startOfDay());
        $marks = [];
        foreach ($this->occurrences->ofEach($user, [$window], $ids, withLetGo: true) as $one) {
            $from = $one->block->seen->from;
            if ($from->seconds < $window->to->seconds) {
                $outcome = Outcome::of($one->occurrence, $zone, $now, $one->change->put_off ?? 0, $one->entry->after_done);
                $marks[$one->entry->id][] = new HabitMark(
                    $from->dayNumber(),
                    $from->seconds,
                    $outcome,
                    $one->change?->measured,
                );
            }
        }

        return $marks;
    }

    /** @param  list<HabitMark>  $marks */
    private static function strip(array $marks, int $first, int $days): string
    {
        $states = [];
        foreach ($marks as $mark) {
            $state = $mark->outcome->value;
            $there = $states[$mark->day] ?? '';
            if (self::SAYS_MORE[$state] > self::SAYS_MORE[$there]) {
                $states[$mark->day] = $state;
            }
        }
        $strip = '';
        for ($day = $first; $day < $first + $days; $day++) {
            $strip .= self::LETTERS[$states[$day] ?? ''];
        }

        return $strip;
    }

    /** A strip with the days on which it was skipped, and those of its pauses. */
    private function withBreaks(Entry $entry, string $strip, LocalDate $start): string
    {
        foreach ($entry->pauses as $pause) {
            $from = max(0, LocalDate::parse($pause['from'])->dayNumber() - $start->dayNumber());
            $to = min(strlen($strip) - 1, LocalDate::parse($pause['to'])->dayNumber() - $start->dayNumber());
            for ($day = $from; $day <= $to; $day++) {
                $strip[$day] = $strip[$day] === '.' ? self::LETTERS['paused'] : $strip[$day];
            }
        }
        foreach ($entry->overrides as $change) {
            $day = SeriesOf::moment($change->recurrence_id)->dayNumber() - $start->dayNumber();
            if ($change->skipped && $day >= 0 && $day < strlen($strip) && $strip[$day] === '.') {
                $strip[$day] = self::LETTERS['skipped'];
            }
        }

        return $strip;
    }
}
