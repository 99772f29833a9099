<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Access\Visible;
use App\Follows\Follows;
use App\Journal\Journal;
use App\Journal\WritePath;
use App\Mapping\SeriesColumns;
use App\Models\Entry;
use App\Models\User;
use Illuminate\Database\Seeder;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDateTime;

/** Fills the first account up to 500 routines of many rhythms with 20,000 changes over three years, for measuring. */
final class ManyRoutinesSeeder extends Seeder
{
    private const ROUTINES = 500;

    private const CHANGES = 20_000;

    public const RULES = [
        'FREQ=DAILY;INTERVAL=3',
        'FREQ=WEEKLY;BYDAY=MO,WE,FR',
        'FREQ=WEEKLY;INTERVAL=2;BYDAY=TH',
        'FREQ=MONTHLY;BYDAY=2TU',
        'FREQ=MONTHLY;BYMONTHDAY=-1',
        'FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=25',
        'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
        'FREQ=WEEKLY;BYDAY=SA',
        'FREQ=DAILY;BYMONTH=11,12',
        'FREQ=DAILY;INTERVAL=10',
    ];

    public function run(WritePath $writes): void
    {
        // Rows in bulk: what follows from them is made at the end.
        app(Journal::class)->unrecorded(fn () => $this->fill($writes));
        User::query()->each(fn (User $user) => app(Follows::class)->rebuild($user->id));
    }

    private function fill(WritePath $writes): void
    {
        $user = User::query()->firstOrFail();
        $calendars = Visible::to($user)->calendars()->pluck('id');
        $series = [];
        $writes->begin(function () use ($user, $calendars, &$series): void {
            $there = Entry::query()->where('user_id', $user->id)->whereNotNull('rule')->count();
            for ($i = $there; $i < self::ROUTINES; $i++) {
                $rule = RuleParser::parse(self::RULES[$i % count(self::RULES)]);
                $minute = 6 * 60 + (($i * 37) % 900);
                $start =
                    RecurrenceSet::firstOnOrAfter(
                        $rule,
                        LocalDateTime::parse(
                            sprintf('2024-%02d-01T%02d:%02d', ($i % 12) + 1, intdiv($minute, 60), ($minute % 60) - ($minute % 5)),
                        ),
                    ) ?? LocalDateTime::parse('2024-01-01T09:00');
                $isListed = $i % 20 < 10; // as many tasks on the days' lists as in their hours
                $one = new Series(
                    '',
                    $isListed
                        ? Placement::allDay($start->date())
                        : Placement::timed($start, 15 + ($i % 4) * 15, $user->timeZone()),
                    $rule,
                );
                $entry = Entry::query()->create([
                    'user_id' => $user->id,
                    'calendar_id' => $calendars[$i % count($calendars)],
                    'kind' => ! $isListed && $i % 3 === 0 ? 'event' : 'task',
                    'title' => "Routine {$i}",
                    'estimate' => $isListed ? 5 + ($i % 3) * 5 : null,
                    ...SeriesColumns::of($one),
                ]);
                $series[$entry->id] = $one;
            }
        });
        DB::transaction(fn () => $this->changes($user, $series));
    }

    /** @param  array<string, Series>  $series */
    private function changes(User $user, array $series): void
    {
        $rows = [];
        $each = (int) ceil(self::CHANGES / max(1, count($series) * 0.7)); // the rarer rhythms have fewer to change
        foreach ($series as $id => $one) {
            foreach ($one->recurrenceSet()->next($each) as $i => $start) {
                if (count($rows) >= self::CHANGES) {
                    break 2;
                }
                $to = SeriesColumns::moved($one->placement->startingAt($start->plusMinutes(45)));
                $blank = [
                    'all_day' => null,
                    'start' => null,
                    'length' => null,
                    'zone' => null,
                    'moved_from' => null,
                    'moved_to' => null,
                ];
                $rows[] = [
                    'entry_id' => $id,
                    'user_id' => $user->id,
                    'recurrence_id' => $one->recurrenceId($start),
                    'day' => (string) $start->date(),
                    'skipped' => $i % 7 === 3,
                    'fields' => $i % 5 === 1 ? '{"title":"Another way this once"}' : '{}',
                    'done_at' => $i % 7 === 3 ? null : $start->seconds,
                    ...$i % 4 === 2 ? $to : $blank,
                ];
            }
        }
        foreach (array_chunk($rows, 500) as $chunk) {
            DB::table('overrides')->insert($chunk);
        }
    }
}
