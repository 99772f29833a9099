<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Time\LocalDate;
use stdClass;

/** What was done, day by day: when, by whom, and how long it took where that was timed. */
final readonly class DoneByDay
{
    public function __construct(private Timings $timings)
    {
    }

    /** @return list<array{date: string, done: list<array<string, mixed>>}> the latest day first */
    public function show(User $user, LocalDate $first, int $days): array
    {
        $zone = $user->timeZone();
        $rows = DB::select("select h.entry_id, h.recurrence_id, h.done_at, coalesce(json_extract(h.fields, '$.title'), e.title) as title, coalesce(json_extract(h.fields, '$.estimate'), e.estimate) as estimate,
                c.id as calendar_id, c.area_id, coalesce(json_extract(h.fields, '$.colour'), e.colour) as colour, e.rule is not null or e.extra_dates <> '[]' as routine
            from changes h join entries e on e.id = h.entry_id join calendars c on c.id = coalesce(json_extract(h.fields, '$.calendar_id'), e.calendar_id)
            where h.user_id = ? and h.done_at >= ? and h.done_at < ? order by h.done_at desc, h.id",
            [$user->id, $zone->instant($first->startOfDay()), $zone->instant($first->plusDays($days)->startOfDay())]);
        /** @var list<string> $ids */
        $ids = array_column($rows, 'entry_id');
        $minutes = $this->timings->minutes($user, array_values(array_unique($ids)));
        $byDay = [];
        foreach ($rows as $row) {
            assert($row instanceof stdClass && is_string($row->entry_id) && is_string($row->recurrence_id) && is_int($row->done_at));
            $at = $zone->wall($row->done_at);
            $byDay[(string) $at->date()][] = [
                'entry_id' => $row->entry_id,
                'recurrence_id' => $row->recurrence_id,
                'title' => $row->title,
                'calendar_id' => $row->calendar_id,
                'area_id' => $row->area_id,
                'colour' => $row->colour,
                'routine' => (bool) $row->routine,
                'done_at' => (string) $at,
                'by' => $user->name,
                'estimate' => $row->estimate,
                'timed' => $minutes["{$row->entry_id}|{$row->recurrence_id}"] ?? null,
            ];
        }

        return array_map(fn (string $date): array => ['date' => $date, 'done' => $byDay[$date]], array_keys($byDay));
    }
}
