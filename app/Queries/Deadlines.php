<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Planning\Due;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use stdClass;

/** What is due on each of some days, wherever the work on it is placed. */
final readonly class Deadlines
{
    /** Days for which a routine's one is still asked after. */
    private const REACH = 14;

    /** Days. */
    private const FURTHEST_BACK = 3660;

    public function __construct(private OccurrencesBetween $occurrences, private Unreadable $unreadable)
    {
    }

    /** @return array<string, list<array{entry_id: string, recurrence_id: string, title: string, calendar_id: string, area_id: string, due: string, done: bool, late: bool}>> by date */
    public function on(User $user, LocalDate $first, int $days): array
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $found = [];
        foreach ([...$this->single($user, $first, $days), ...$this->routines($user, $first, $days)] as $one) {
            $found[substr($one['due'], 0, 10)][] = [...$one, 'late' => ! $one['done'] && $this->isLate($user, $one, $now)];
        }

        return $found;
    }

    /** @return list<array{entry_id: string, recurrence_id: string, title: string, calendar_id: string, area_id: string, due: string, done: bool, late: bool}> what should be done by now, the latest first */
    public function late(User $user): array
    {
        $today = $user->wallNow()->date();
        $now = CarbonImmutable::now()->getTimestamp();
        $single = $this->single($user, LocalDate::of(1900, 1, 1), $today->dayNumber() - LocalDate::of(1900, 1, 1)->dayNumber() + 1);
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

    /** @return list<array{entry_id: string, recurrence_id: string, title: string, calendar_id: string, area_id: string, due: string, done: bool}> */
    private function single(User $user, LocalDate $first, int $days): array
    {
        $rows = DB::select("select e.id as entry_id, e.title, e.calendar_id, c.area_id, e.due, coalesce(max(h.done_at), 0) > 0 as done, coalesce(max(h.let_go_at), 0) > 0 as gone
            from entries e join calendars c on c.id = e.calendar_id left join changes h on h.entry_id = e.id
            where e.user_id = ? and e.rule is null and e.kind = 'task' and e.due >= ? and e.due < ? group by e.id order by e.due, e.position",
            [$user->id, (string) $first, (string) $first->plusDays($days)]);
        $found = [];
        foreach ($rows as $row) {
            assert($row instanceof stdClass && is_string($row->entry_id) && is_string($row->title) && is_string($row->calendar_id) && is_string($row->area_id) && is_string($row->due));
            if (! $row->gone) {
                $found[] = ['entry_id' => $row->entry_id, 'recurrence_id' => 'once', 'title' => $row->title, 'calendar_id' => $row->calendar_id, 'area_id' => $row->area_id, 'due' => $row->due, 'done' => (bool) $row->done];
            }
        }

        return $found;
    }

    /** @return list<array{entry_id: string, recurrence_id: string, title: string, calendar_id: string, area_id: string, due: string, done: bool}> */
    private function routines(User $user, LocalDate $first, int $days): array
    {
        /** @var list<stdClass&object{id: string, days: float}> $rows  and how many days after its start each is due */
        $rows = DB::select("select id, julianday(substr(due, 1, 10)) - julianday(substr(start, 1, 10)) as days from entries where user_id = ? and rule is not null and kind = 'task' and due is not null", [$user->id]);
        if ($rows === []) {
            return [];
        }
        // What is due years after it began is looked for among the occurrences of so long before, and no longer.
        $back = min(self::FURTHEST_BACK, max(0, ...array_map(intval(...), array_column($rows, 'days'))));
        $today = $user->wallNow()->dayNumber();
        $found = [];
        foreach ($this->occurrences->each($user, TimeRange::days($first->plusDays(-$back), $days + $back), array_column($rows, 'id')) as $one) {
            // What lapses is missed when it is over; what rolls on and was followed by the next one too.
            $isOver = ! $one->block->isDone && $one->block->seen->from->dayNumber() < $today && $one->entry->missed !== 'hold';
            $due = $one->entry->rule === null || ! $one->block->isTask || $isOver ? null : OccurrenceAsShown::due($one);
            if ($due !== null && substr($due, 0, 10) >= (string) $first && substr($due, 0, 10) < (string) $first->plusDays($days)) {
                $found[] = ['entry_id' => $one->entry->id, 'recurrence_id' => $one->occurrence->recurrenceId, 'title' => $one->title(), 'calendar_id' => $one->entry->calendar_id, 'area_id' => $one->entry->area_id, 'due' => $due, 'done' => $one->block->isDone];
            }
        }

        return $found;
    }
}
