<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Reminding\Moment;
use PlumRota\Core\Reminding\Moments;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** @return array{Series, list<Override>, list<Trigger>} a routine or something that happens once, some of it moved, done or with a due day of its own */
function reminded_series(): array
{
    $any = fn (mixed ...$ones): mixed => $ones[mt_rand(0, count($ones) - 1)];
    $allDay = mt_rand(0, 2) === 0;
    $day = LocalDate::parse('2026-03-20')->plusDays(mt_rand(0, 12));
    $zone = Zone::of($any('Europe/Berlin', 'Europe/Berlin', 'America/New_York', 'Pacific/Auckland'));
    $placement = $allDay
        ? Placement::allDay($day, mt_rand(1, 4))
        : Placement::timed($day->startOfDay()->plusMinutes(mt_rand(0, 95) * 15), $any(0, 30, 90, 1500, 5000), $zone);
    $rule = $any(null, 'FREQ=DAILY', 'FREQ=WEEKLY;BYDAY=MO,TH', 'FREQ=MONTHLY');
    $due = $any(null, (string) $day->plusDays(mt_rand(-20, 30)), $day->plusDays(mt_rand(-2, 3)).'T12:00:00');
    $series = new Series('s', $placement, $rule === null ? null : RuleParser::parse($rule), details: new Details(due: $due, travel: $any(0, 0, 45, 1400)));
    $changes = [];
    foreach ($series->recurrenceSet()->between($placement->start, $placement->start->plusSeconds(20 * 86400)) as $start) {
        if (mt_rand(0, 3) === 0) {
            $to = LocalDate::parse('2026-03-20')->plusDays(mt_rand(-5, 40));
            $changes[] = new Override(
                $series->recurrenceId($start),
                $any(null, Placement::allDay($to, 1), Placement::timed($to->startOfDay()->plusMinutes(mt_rand(0, 95) * 15), 45, $zone)),
                mt_rand(0, 9) === 0,
                $any(null, null, null, 1_774_000_000),
                null,
                $any([], [], ['due' => (string) $to->plusDays(mt_rand(-30, 30))], ['travel' => 600], ['due' => null]),
            );
        }
    }
    $triggers = array_map(Trigger::parse(...), array_values(array_unique(array_map(
        fn (): string => $any('-PT0M', '-PT15M', '-PT1441M', '-P1D@18:00', '-P7D@07:00').$any('', '', '@due', '@end', '@leave'),
        range(1, 3),
    ))));

    return [$series, $changes, $triggers];
}

/** The second way looks at every occurrence of half a year, and at each of its triggers. */
test('what falls into a stretch is what a look at every occurrence finds', function () {
    mt_srand((int) (getenv('REMINDERS_SEED') ?: 5));
    $berlin = Zone::of('Europe/Berlin');
    $all = TimeRange::days(LocalDate::parse('2025-11-01'), 300);
    $seen = 0;
    for ($case = 0; $case < 600; $case++) {
        [$series, $changes, $triggers] = reminded_series();
        $after = $berlin->instant(LocalDate::parse('2026-03-01')->plusDays(mt_rand(0, 50))->startOfDay()) + mt_rand(0, 1440) * 60;
        $until = $after + mt_rand(0, 10 * 1440) * 60;
        $wanted = [];
        foreach ((new Timeline($berlin))->occurrences($series, $changes, $all) as $one) {
            foreach ($one->isDone() || $one->isLetGo() ? [] : $triggers as $trigger) {
                $at = $trigger->moment($one->placement, $berlin, $one->due(), $one->details->travel);
                if ($at !== null && $at > $after && $at <= $until) {
                    $wanted[] = "{$at} {$one->recurrenceId} {$trigger}";
                }
            }
        }
        $found = (new Moments($berlin))->between($series, $changes, $triggers, $after, $until);
        $seen += count($found);
        $times = array_map(fn (Moment $one): int => $one->at, $found);
        $inOrder = $times;
        sort($inOrder);
        expect($times)->toBe($inOrder);
        $is = array_map(fn (Moment $one): string => "{$one->at} {$one->occurrence->recurrenceId} {$one->trigger}", $found);
        sort($is);
        sort($wanted);
        expect($is)->toBe($wanted, "case {$case}");
    }
    expect($seen)->toBeGreaterThan(1000);
});

test('a moment is reckoned from what it says, to the minute', function (string $trigger, ?string $due, int $travel, ?string $at) {
    $berlin = Zone::of('Europe/Berlin');
    $from = Placement::timed(LocalDateTime::parse('2026-11-26T22:30'), 120, $berlin);
    $is = Trigger::parse($trigger)->moment($from, $berlin, $due, $travel);
    expect($is === null ? null : substr((string) $berlin->wall($is), 0, 16))->toBe($at);
})->with([
    ['-PT0M', null, 0, '2026-11-26T22:30'],
    ['-PT90M', null, 20, '2026-11-26T21:00'],
    ['-PT0M@leave', null, 20, '2026-11-26T22:10'],
    ['-PT10M@leave', null, 0, '2026-11-26T22:20'],
    ['-PT10M@end', null, 20, '2026-11-27T00:20'],
    ['-P0D@18:00', null, 0, '2026-11-26T18:00'],
    ['-P1D@18:00@end', null, 0, '2026-11-26T18:00'],
    ['-PT30M@due', null, 0, null],
    ['-PT30M@due', '2026-11-30', 0, '2026-11-30T23:30'],
    ['-PT30M@due', '2026-11-30T12:00:00', 0, '2026-11-30T11:30'],
    ['-P2D@08:15@due', '2026-11-30', 0, '2026-11-28T08:15'],
]);

test('a reminder comes up to 366 days before and no earlier', function () {
    foreach (['-PT527041M', '-P367D@08:00', '-PT-1M', '-P1D@24:00', '-P1D@8:00', '-PT15M@noon'] as $text) {
        expect(fn () => Trigger::parse($text))->toThrow(InvalidTime::class);
    }
    expect((string) Trigger::parse('-PT527040M'))
        ->toBe('-PT527040M')
        ->and((string) Trigger::parse('-P366D@08:00@due'))
        ->toBe('-P366D@08:00@due')
        ->and(Trigger::parse('-PT30M')->reach())
        ->toBe(1800)
        ->and(Trigger::parse('-P2D@08:00')->reach())
        ->toBe(3 * 86400)
        ->and((string) Reminder::parse('-PT15M;mail,phone,mail'))
        ->toBe('-PT15M;mail,phone')
        ->and((string) Reminder::parse('-PT15M;screen'))
        ->toBe('-PT15M')
        ->and(fn () => Reminder::parse('-PT15M;mail;phone'))
        ->toThrow(InvalidTime::class);
});
