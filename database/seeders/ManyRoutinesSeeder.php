<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Journal\WritePath;
use App\Mapping\SeriesColumns;
use App\Models\Entry;
use App\Models\User;
use Illuminate\Database\Seeder;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDateTime;

/** Fills the first account up to 300 routines of many rhythms, for measuring. */
final class ManyRoutinesSeeder extends Seeder
{
    private const ROUTINES = 300;

    private const RULES = ['FREQ=DAILY;INTERVAL=3', 'FREQ=WEEKLY;BYDAY=MO,WE,FR', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=TH', 'FREQ=MONTHLY;BYDAY=2TU', 'FREQ=MONTHLY;BYMONTHDAY=-1',
        'FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=25', 'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1', 'FREQ=WEEKLY;BYDAY=SA', 'FREQ=DAILY;BYMONTH=11,12', 'FREQ=DAILY;INTERVAL=10'];

    public function run(WritePath $writes): void
    {
        $user = User::query()->firstOrFail();
        $calendars = $user->calendars()->pluck('id');
        $writes->begin(function () use ($user, $calendars): void {
            $there = Entry::query()->where('user_id', $user->id)->whereNotNull('rule')->count();
            for ($i = $there; $i < self::ROUTINES; $i++) {
                $rule = RuleParser::parse(self::RULES[$i % count(self::RULES)]);
                $start = RecurrenceSet::firstOnOrAfter($rule, LocalDateTime::parse(sprintf('2024-%02d-01T%02d:00', $i % 12 + 1, $i % 12 + 7)));
                $series = new Series('', Placement::timed($start ?? LocalDateTime::parse('2024-01-01T09:00'), 15 + $i % 4 * 15, $user->timeZone()), $rule);
                Entry::query()->create(['user_id' => $user->id, 'calendar_id' => $calendars[$i % count($calendars)], 'title' => "Routine {$i}", ...SeriesColumns::of($series)]);
            }
        });
    }
}
