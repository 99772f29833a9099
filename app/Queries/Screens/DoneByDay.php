<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Models\User;
use App\Queries\Planning\Timings;
use App\Reading\JournalLines;
use App\Reading\OverrideRows;
use PlumRota\Core\Time\LocalDate;

/** What was done, day by day: when, by whom, and how long it took where that was timed. */
final readonly class DoneByDay
{
    public function __construct(private Timings $timings, private OverrideRows $rows, private JournalLines $lines)
    {
    }

    /**
     * Days on which something was done, or that were closed with a line or two.
     *
     * @return list<array{date: string, done: list<array<string, mixed>>, lines: list<array<string, string>>}> the latest day first
     */
    public function show(User $user, LocalDate $first, int $days): array
    {
        $zone = $user->timeZone();
        $rows = $this->rows->done(
            Visible::to($user),
            $zone->instant($first->startOfDay()),
            $zone->instant($first->plusDays($days)->startOfDay()),
        );
        /** @var list<string> $ids */
        $ids = array_column($rows, 'entry_id');
        $minutes = $this->timings->minutes($user, array_values(array_unique($ids)));
        $byDay = [];
        foreach ($rows as $row) {
            assert(is_string($row->entry_id) && is_string($row->recurrence_id) && is_int($row->done_at));
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

        $lines = [];
        foreach ($this->lines->between($user, (string) $first, (string) $first->plusDays($days - 1)) as $line) {
            $lines[$line['date']][] = $line;
        }
        $dates = array_keys($byDay + $lines);
        rsort($dates);

        return array_map(
            fn (string $date): array => ['date' => $date, 'done' => $byDay[$date] ?? [], 'lines' => $lines[$date] ?? []],
            $dates,
        );
    }
}
