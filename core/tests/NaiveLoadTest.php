<?php

declare(strict_types=1);

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Fitting\KeptWhole;
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** @return list<Block> around four days, some over midnight, some all day, some long before and after */
function some_blocks(LocalDate $first): array
{
    $blocks = [];
    foreach (range(1, mt_rand(1, 7)) as $i) {
        $allDay = mt_rand(0, 2) === 0;
        $from = $first->startOfDay()->plusMinutes($allDay ? mt_rand(-2, 5) * 1440 : mt_rand(-2000, 7000));
        $to = $from->plusMinutes($allDay ? mt_rand(1, 3) * 1440 : mt_rand(0, 1500));
        $blocks[] = new Block(
            "b{$i}",
            TimeRange::of($from, $to),
            $allDay,
            mt_rand(0, 1) === 1,
            mt_rand(0, 3) > 0,
            mt_rand(0, 1) === 1,
            mt_rand(0, 3) * 20,
            [null, 0, 25, 90][mt_rand(0, 3)],
            mt_rand(0, 2) * 15,
        );
    }

    return $blocks;
}

/** Each minute of the days is painted by hand. */
test('the load of days is what a person gets who paints every minute', function () {
    mt_srand(11);
    $first = LocalDate::parse('2026-11-23');
    $zero = $first->startOfDay()->seconds;
    for ($case = 0; $case < 400; $case++) {
        $blocks = some_blocks($first);
        $load = new LoadOfDays($first, 4);
        $painted = $listed = $tasks = $done = [];
        foreach ($blocks as $one) {
            $load->add($one);
            $from = intdiv($one->seen->from->seconds - $zero, 60);
            $to = intdiv($one->seen->to->seconds - $zero, 60);
            if (! $one->allDay && $one->isBusy) {
                for ($at = $from - $one->travel; $at < $to + $one->margin; $at++) {
                    $painted[$at] = true;
                }
            }
            for ($day = -10; $one->isTask && $day < 10; $day++) {
                $isOn = $one->allDay ? $from < ($day + 1) * 1440 && $to > $day * 1440 : $from >= $day * 1440 && $from < ($day + 1) * 1440;
                if ($isOn) {
                    $tasks[$day] = ($tasks[$day] ?? 0) + 1;
                    $done[$day] = ($done[$day] ?? 0) + ($one->isDone ? 1 : 0);
                    $listed[$day] = ($listed[$day] ?? 0) + ($one->allDay && $one->isBusy ? $one->estimate ?? 0 : 0);
                }
            }
        }
        foreach ($load->loads([480, 481, 482, 0]) as $day => $is) {
            $minutes = array_filter(range($day * 1440, $day * 1440 + 1439), fn (int $at): bool => isset($painted[$at]));
            expect([(string) $is->day, $is->placed, $is->listed, $is->capacity, $is->tasks, $is->done])->toBe(
                [(string) $first->plusDays($day), count($minutes), $listed[$day] ?? 0, [480, 481, 482, 0][$day], $tasks[$day] ?? 0, $done[$day] ?? 0],
                "case {$case}, day {$day}",
            );
            [$from, $to, $least] = [mt_rand(0, 600), mt_rand(700, 1440), mt_rand(1, 90)];
            expect($load->free($day, $from, $to, $least))->toBe(free_by_hand($painted, $day, $from, $to, $least), "case {$case}, day {$day}");
        }
    }
});

/**
 * @param  array<int, true>  $painted
 * @return list<array{from: int, to: int}>
 */
function free_by_hand(array $painted, int $day, int $from, int $to, int $least): array
{
    $gaps = [];
    $begins = null;
    for ($at = $from; $at <= $to; $at++) {
        if ($at < $to && ! isset($painted[$day * 1440 + $at])) {
            $begins ??= $at;
        } elseif ($begins !== null) {
            $gaps = $at - $begins >= $least ? [...$gaps, ['from' => $begins, 'to' => $at]] : $gaps;
            $begins = null;
        }
    }

    return $gaps;
}

test('what is over full and what is left to breathe', function () {
    $day = new PlumRota\Core\Planning\DayLoad(LocalDate::parse('2026-11-23'), 300, 100, 400, 0, 0);
    expect([$day->minutes(), $day->free(), $day->free(15), $day->isOverFull(), $day->breathing(20)])->toBe([400, 0, -15, false, 0]);
    $free = new PlumRota\Core\Planning\DayLoad(LocalDate::parse('2026-11-23'), 300, 50, 400, 0, 0);
    expect([$free->free(), $free->breathing(20), $free->breathing(10), $free->isOverFull()])->toBe([50, 50, 40, false]);
    $over = new PlumRota\Core\Planning\DayLoad(LocalDate::parse('2026-11-23'), 300, 101, 400, 0, 0);
    expect([$over->free(), $over->breathing(20), $over->isOverFull()])->toBe([-1, 0, true]);
});

/** Every start at every quarter of an hour is tried, and each of its quarters added up. */
test('what is kept whole is the strongest stretch, of equals the earliest', function () {
    mt_srand(12);
    $seen = 0;
    for ($case = 0; $case < 500; $case++) {
        $strength = array_map(fn (): int => mt_rand(0, 2), range(0, 23));
        $free = $capacity = [];
        foreach ([0, 1, 2] as $day) {
            $at = $day * 1440 + mt_rand(20, 40) * 15;
            $free[$day] = [];
            for ($i = mt_rand(0, 3); $i > 0; $i--) {
                $free[$day][] = [$at, $at += mt_rand(1, 14) * 15];
                $at += mt_rand(1, 8) * 15;
            }
            $capacity[$day] = mt_rand(2, 16) * 15;
        }
        $minutes = mt_rand(2, 10) * 15;
        $days = [[0, 1, 2], [1, 2], [2]][mt_rand(0, 2)];
        $best = null;
        $most = -1;
        for ($start = 0; $start < 3 * 1440; $start += 15) {
            $day = intdiv($start, 1440);
            $isFree = array_filter($free[$day], fn (array $one): bool => $one[0] <= $start && $start + $minutes <= $one[1]) !== [];
            $is = 0;
            for ($at = $start; $at < $start + $minutes; $at += 15) {
                $is += $strength[intdiv($at % 1440, 60)];
            }
            if (in_array($day, $days, true) && $capacity[$day] >= $minutes && $isFree && $is > $most) {
                [$best, $most] = [[$start, $start + $minutes], $is];
            }
        }
        $seen += $best === null ? 0 : 1;
        expect(KeptWhole::of($free, $days, $strength, $minutes, $capacity))->toBe($best, "case {$case}");
    }
    expect($seen)->toBeGreaterThan(200);
});
