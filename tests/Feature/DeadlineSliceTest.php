<?php

declare(strict_types=1);

use App\Models\User;
use App\Queries\Occurrences\Deadlines;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/** @return list<string> "due day, title" of what is due in some days */
function dueBetween(object $test, LocalDate $first, int $days): array
{
    app()->forgetScopedInstances();
    $found = [];
    foreach (app(Deadlines::class)->on(User::query()->firstOrFail(), $first, $days) as $date => $all) {
        foreach ($all as $one) {
            $found[] = "{$date} {$one['title']} {$one['recurrence_id']}";
        }
    }
    sort($found);

    return $found;
}

test('a deadline is there, though its occurrence stands on another day than its rule says', function (array $fields, string $day) {
    $this->entry($fields);
    $due = fn (LocalDate $first, int $days): array => array_map(
        fn (string $one): string => substr($one, 0, 10),
        dueBetween($this, $first, $days),
    );
    $date = LocalDate::parse($day);
    expect($due($date, 1))->toBe([$day])->and($due($date->startOfWeek(Weekday::MO), 7))->toContain($day);
})->with([
    // Saturdays, done on the Monday after, due on the Saturday itself.
    [['start' => '2026-11-28', 'rule' => 'FREQ=WEEKLY', 'off_day' => 'after', 'due' => '2026-11-28'], '2026-12-05'],
    // Sunday late in New York is Monday here.
    [[
        'all_day' => false, 'start' => '2026-11-29T23:30:00', 'end' => '2026-11-29T23:45:00', 'zone' => 'America/New_York',
        'rule' => 'FREQ=WEEKLY', 'due' => '2026-11-29',
    ], '2026-12-06'],
]);

/** DEADLINE_SEED is where the cases begin, DEADLINE_CASES how many accounts are made. */
test('deadlines through any window are a slice of the whole, whatever zones, days off and moves do', function () {
    mt_srand((int) (getenv('DEADLINE_SEED') ?: 11));
    $one = fn (array $all): mixed => $all[mt_rand(0, count($all) - 1)];
    $this->api('PATCH', 'account', ['holidays' => 'DE', 'work_days' => [1, 2, 3, 4]])->assertOk();
    for ($case = 0; $case < (int) (getenv('DEADLINE_CASES') ?: 2); $case++) {
        for ($i = 0; $i < 12; $i++) {
            $start = LocalDate::of(2026, 11, 2)->plusDays(mt_rand(0, 40));
            $due = $start->plusDays(mt_rand(-3, 5));
            $isTimed = mt_rand(0, 1) === 1;
            $hour = $one(['00:30', '07:15', '23:30']);
            $entry = $this->entry([
                'title' => "Task {$case} {$i}",
                'all_day' => ! $isTimed,
                'start' => $isTimed ? "{$start}T{$hour}:00" : (string) $start,
                'end' => $isTimed ? "{$start}T".substr($hour, 0, 3).'45:00' : (string) $start,
                'zone' => $isTimed ? $one(['Europe/Berlin', 'America/New_York', 'Pacific/Kiritimati', 'Africa/Casablanca']) : null,
                'rule' => $one(['FREQ=WEEKLY', 'FREQ=DAILY;INTERVAL=3', 'FREQ=MONTHLY', 'FREQ=WEEKLY;INTERVAL=2']),
                'off_day' => $one(['keep', 'skip', 'before', 'after']),
                'due' => $one([(string) $due, "{$due}T18:00:00"]),
                'missed' => $one(['hold', 'lapse', 'roll']),
            ]);
            if (mt_rand(0, 2) === 0) {
                $this->api('POST', "entries/{$entry['id']}/move", [
                    'scope' => 'one',
                    'recurrence_id' => substr($entry['start'], 0, $isTimed ? 19 : 10),
                    'start' => (string) $start->plusDays($one([-20, -1, 1, 9, 30])),
                    'all_day' => true,
                    'length' => 1,
                ]);
            }
        }
        $first = LocalDate::of(2026, 11, 2);
        $whole = dueBetween($this, $first, 70);
        expect(count($whole))->toBeGreaterThan(40);
        foreach ([1, 7] as $length) {
            for ($at = 0; $at < 70; $at += $length) {
                [$from, $to] = [(string) $first->plusDays($at), (string) $first->plusDays($at + $length)];
                expect(dueBetween($this, $first->plusDays($at), $length))->toBe(
                    array_values(array_filter($whole, fn (string $due): bool => substr($due, 0, 10) >= $from && substr($due, 0, 10) < $to)),
                    "from {$from} for {$length} days",
                );
            }
        }
    }
});
