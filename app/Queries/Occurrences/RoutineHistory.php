<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use App\Reading\RoutineHalves;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Tally\Outcome;
use PlumRota\Core\Time\TimeRange;

/**
 * What became of the past occurrences of a routine over a year: done, missed, let go, moved, skipped.
 *
 * @phpstan-type Past array{
 *     recurrence_id: string, start: string, state: string, moved: bool, done_at: string|null, title: string|null
 * }
 */
final readonly class RoutineHistory
{
    private const DAYS = 365;

    private const MOST = 120;

    /** Which state stands for a day on which several came. */
    private const SAYS_MORE = ['past' => 1, 'let_go' => 2, 'skipped' => 3, 'done' => 4, 'missed' => 5];

    public function __construct(private DaysOff $daysOff, private RoutineHalves $halves)
    {
    }

    /** @return array{done: int, missed: int, skipped: int, past: list<Past>} the latest first, of all halves where it was cut */
    public function show(User $user, Entry $entry): array
    {
        $past = [];
        foreach (
            Visible::to($user)->entries()->whereKey($this->halves->of($user, $entry->id))->with('overrides')->get() as $half
        ) {
            $past = [...$past, ...$this->ofHalf($user, $half)];
        }
        usort($past, fn (array $a, array $b): int => $b['start'] <=> $a['start']);
        $counts = array_count_values(array_column($past, 'state'));

        return [
            'done' => $counts['done'] ?? 0,
            'missed' => $counts['missed'] ?? 0,
            'skipped' => $counts['skipped'] ?? 0,
            'past' => array_slice($past, 0, self::MOST),
        ];
    }

    /** @return array{from: string, days: list<string>} a year up to today, day by day: what became of it, or nothing where it did not come */
    public function year(User $user, Entry $entry): array
    {
        $today = $user->wallNow()->date();
        $first = $today->plusDays(1 - self::DAYS);
        $states = [];
        foreach (
            Visible::to($user)->entries()->whereKey($this->halves->of($user, $entry->id))->with('overrides')->get() as $half
        ) {
            foreach ($this->ofHalf($user, $half) as $one) {
                $date = substr($one['start'], 0, 10);
                $before = $states[$date] ?? '';
                $states[$date] = (self::SAYS_MORE[$before] ?? 0) >= self::SAYS_MORE[$one['state']] ? $before : $one['state'];
            }
        }
        $days = [];
        for ($i = 0; $i < self::DAYS; $i++) {
            $days[] = $states[(string) $first->plusDays($i)] ?? '';
        }

        return ['from' => (string) $first, 'days' => $days];
    }

    /** @return list<Past> */
    private function ofHalf(User $user, Entry $entry): array
    {
        $series = SeriesOf::mendable($entry);
        if ($series === null) {
            return [];
        }
        $now = $user->wallNow();
        $window = TimeRange::of($now->plusSeconds(-self::DAYS * 86400), $now);
        $changes = $entry->overrides->keyBy('recurrence_id');
        $past = [];
        foreach (
            (new Timeline($user->timeZone(), $this->daysOff->marks($user)))->occurrences(
                $series,
                array_values($changes->map(SeriesOf::override(...))->all()),
                $window,
            ) as $one
        ) {
            $putOff = $changes->get($one->recurrenceId)->put_off ?? 0;
            $outcome = Outcome::of($one, $user->timeZone(), $now, $putOff, $entry->after_done);
            if ($outcome === Outcome::Open) {
                continue; // it is not over yet
            }
            $past[] = [
                'recurrence_id' => $one->recurrenceId,
                'start' => $one->placement->allDay ? (string) $one->seen->from->date() : (string) $one->seen->from,
                'state' => match ($outcome) {
                    Outcome::Kept, Outcome::Late => 'done',
                    Outcome::LetGo => 'let_go',
                    Outcome::Missed => 'missed',
                    Outcome::Past => 'past',
                },
                'moved' => $one->isMoved(),
                'done_at' => $one->change?->doneAt === null ? null : (string) $user->timeZone()->wall($one->change->doneAt),
                'title' => $one->details->title === $entry->title ? null : $one->details->title,
            ];
        }
        foreach ($changes as $change) {
            if (
                $change->skipped &&
                $change->recurrence_id < (string) $now &&
                $change->recurrence_id >= (string) $window->from
            ) {
                $past[] = $this->skipped($change);
            }
        }

        return $past;
    }

    /** @return Past */
    private function skipped(OccurrenceOverride $change): array
    {
        return [
            'recurrence_id' => $change->recurrence_id,
            'start' => $change->recurrence_id,
            'state' => 'skipped',
            'moved' => false,
            'done_at' => null,
            'title' => null,
        ];
    }
}
