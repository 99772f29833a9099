<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Access\Visible;
use App\Follows\Follows;
use App\Journal\Journal;
use App\Models\User;
use Illuminate\Database\Seeder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Fills the first account up to 5,000 entries and 50,000 changes with words in them, for measuring the search. */
final class ManyEntriesSeeder extends Seeder
{
    private const ENTRIES = 5000;

    private const CHANGES = 50_000;

    private const WORDS = [
        'north',
        'frame',
        'boiler',
        'fern',
        'orchid',
        'citrus',
        'gutter',
        'hinge',
        'fleece',
        'tray',
        'label',
        'seed',
        'hose',
        'valve',
        'ledger',
        'choir',
        'folder',
        'radiator',
        'sheet',
        'bread',
        'clinic',
        'form',
        'lamp',
        'gate',
    ];

    private int $at = 0;

    public function run(): void
    {
        // Rows in bulk: what follows from them is made at the end.
        app(Journal::class)->unrecorded(fn () => $this->fill());
        User::query()->each(fn (User $user) => app(Follows::class)->rebuild($user->id));
    }

    private function fill(): void
    {
        $user = User::query()->firstOrFail();
        $calendars = Visible::to($user)->calendars()->pluck('id');
        DB::transaction(function () use ($user, $calendars): void {
            $there = DB::table('entries')->where('user_id', $user->id)->count();
            $ids = [];
            $rows = [];
            for ($i = $there; $i < self::ENTRIES; $i++) {
                $day = date('Y-m-d', (int) strtotime('2023-01-01') + ($i % 1500) * 86400);
                $rows[] = [
                    'id' => ($ids[] = strtolower((string) Str::ulid())),
                    'user_id' => $user->id,
                    'calendar_id' => $calendars[$i % count($calendars)],
                    'kind' => 'task',
                    'title' => ucfirst($this->words(3)),
                    'notes' => $this->words(30),
                    'start' => $day,
                    'first_day' => $day,
                    'last_day' => $day,
                    'extra_dates' => '[]',
                    'except_dates' => '[]',
                    'reminders' => '[]',
                    'checklist' => '[]',
                    'rule' => $i % 4 === 0 ? 'FREQ=WEEKLY' : null,
                ];
            }
            foreach (array_chunk($rows, 500) as $chunk) {
                DB::table('entries')->insert($chunk);
            }
            DB::table('entries')
                ->where('rule', 'FREQ=WEEKLY')
                ->update(['last_day' => null]);
            $changes = [];
            for ($i = DB::table('overrides')->where('user_id', $user->id)->count(); $i < self::CHANGES; $i++) {
                $entry = $rows[($i * 4) % count($rows)];
                $day = date('Y-m-d', (int) strtotime($entry['start']) + (intdiv($i * 4, count($rows)) + 1) * 7 * 86400);
                $changes[] = [
                    'entry_id' => $entry['id'],
                    'user_id' => $user->id,
                    'recurrence_id' => $day,
                    'day' => $day,
                    'done_at' => strtotime($day),
                    'fields' => $i % 3 === 0
                            ? (string) json_encode(['title' => ucfirst($this->words(2)), 'notes' => $this->words(12)])
                            : '{}',
                ];
            }
            foreach (array_chunk($changes, 1000) as $chunk) {
                DB::table('overrides')->insertOrIgnore($chunk);
            }
        });
    }

    private function words(int $number): string
    {
        $words = [];
        for ($i = 0; $i < $number; $i++) {
            $this->at = ($this->at * 1103515245 + 12345) % 2147483648;
            $words[] = self::WORDS[intdiv($this->at, 65536) % count(self::WORDS)];
        }

        return implode(' ', $words);
    }
}
