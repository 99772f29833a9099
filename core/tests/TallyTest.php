<?php

declare(strict_types=1);

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Stint;
use PlumRota\Core\Tally\CountedMinutes;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** A block of any kind somewhere in the first ten days of November. */
function anyBlock(int $i): Block
{
    $start = LocalDate::parse('2026-11-01')->startOfDay();
    $allDay = mt_rand(0, 3) === 0;
    $from = $allDay ? $start->plusSeconds(mt_rand(0, 9) * 86400) : $start->plusSeconds(mt_rand(0, 10 * 1440) * 60);
    $to = $allDay ? $from->plusSeconds(mt_rand(1, 3) * 86400) : $from->plusSeconds(mt_rand(0, 2000) * 60);
    $isTask = mt_rand(0, 1) === 1;

    return new Block(
        "b{$i}",
        TimeRange::of($from, $to),
        $allDay,
        $isTask,
        true,
        $isTask && mt_rand(0, 1) === 1,
        estimate: $isTask && mt_rand(0, 3) > 0 ? mt_rand(1, 240) : null,
    );
}

test('minutes are those that a person would count one by one, and a stretch counts as its parts together', function () {
    mt_srand(18);
    $found = 0;
    for ($case = 0; $case < 400; $case++) {
        $block = anyBlock($case);
        $first = LocalDate::parse('2026-11-01')->plusDays(mt_rand(0, 6));
        $days = mt_rand(1, 4);
        $stretch = TimeRange::days($first, $days);
        $now = $first->startOfDay()->plusSeconds(mt_rand(-1440, 6 * 1440) * 60);

        // Minute by minute, by what the words say.
        $planned = $done = 0;
        for ($at = $stretch->from->seconds; $at < $stretch->to->seconds; $at += 60) {
            $isIn = $at >= $block->seen->from->seconds && $at < $block->seen->to->seconds;
            $counts = $block->allDay
                ? ($block->isTask && $at === $block->seen->from->seconds
                    ? $block->estimate ?? 0
                    : 0)
                : ($isIn
                    ? 1
                    : 0);
            $planned += $counts;
            $done += $block->isTask ? ($block->isDone ? $counts : 0) : ($at < $now->seconds ? $counts : 0);
        }
        expect(CountedMinutes::planned($stretch, $block))
            ->toBe($planned)
            ->and(CountedMinutes::done($stretch, $block, $now))
            ->toBe($done);

        $ofDays = [0, 0];
        for ($day = 0; $day < $days; $day++) {
            $ofDays[0] += CountedMinutes::planned(TimeRange::days($first->plusDays($day), 1), $block);
            $ofDays[1] += CountedMinutes::done(TimeRange::days($first->plusDays($day), 1), $block, $now);
        }
        expect($ofDays)->toBe([$planned, $done]);
        $found += $planned + $done;
    }
    expect($found)->toBeGreaterThan(10_000);
});

test('timed work adds up to the minute however it is cut, and a night with 25 hours has them all', function () {
    mt_srand(19);
    for ($case = 0; $case < 500; $case++) {
        $started = mt_rand(1_800_000_000, 1_800_400_000);
        $stint = new Stint($started, $started + mt_rand(0, 20_000));
        [$from, $to] = [1_800_000_000, 1_800_500_000];
        $cut = mt_rand($from, $to);
        expect(CountedMinutes::timed($from, $cut, $stint, $to) + CountedMinutes::timed($cut, $to, $stint, $to))->toBe(
            CountedMinutes::timed($from, $to, $stint, $to),
        );
    }
    // The clock goes back on 25 October 2026 at 3:00 (IANA time zone data).
    $zone = Zone::of('Europe/Amsterdam');
    $at = fn (string $wall): int => $zone->instant(LocalDateTime::parse($wall));
    $night = new Stint($at('2026-10-25T00:00:00'), $at('2026-10-25T04:00:00'));
    expect(
        CountedMinutes::timed($at('2026-10-25T00:00:00'), $at('2026-10-26T00:00:00'), $night, $at('2026-10-27T00:00:00')),
    )->toBe(300);
});

test('what runs counts up to now; what was forgotten counts nothing until it is ended', function () {
    expect(CountedMinutes::timed(0, 86400, new Stint(36_000, null), 36_000 + 600))
        ->toBe(10)
        ->and(CountedMinutes::timed(0, 86400, new Stint(36_000, null), 36_000 + 5 * 3600))
        ->toBe(0);
});
