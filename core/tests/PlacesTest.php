<?php

declare(strict_types=1);

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Planning\Fitting\Ground;
use PlumRota\Core\Planning\Fitting\Places;
use PlumRota\Core\Planning\Fitting\Work;
use PlumRota\Core\Planning\Fitting\Worth;
use PlumRota\Core\Planning\Lanes;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/** A ground of two days with a few free stretches, and three works of all kinds. */
function ground_and_works(): array
{
    $any = fn (mixed ...$ones): mixed => $ones[mt_rand(0, count($ones) - 1)];
    $free = [];
    foreach ([0, 1] as $day) {
        $at = $day * 1440 + mt_rand(28, 40) * 15;
        foreach (range(1, mt_rand(1, 3)) as $_) {
            $free[$day][] = [$at, $at += mt_rand(3, 12) * 15];
            $at += mt_rand(1, 6) * 15;
        }
    }
    $ground = new Ground($free, [$any(120, 400), $any(200, 400)], pause: $any(0, 15), places: ['the shop' => [[480, 540]]]);
    $works = [];
    foreach (['a', 'b', 'c'] as $key) {
        $works[] = new Work(
            $key,
            mt_rand(1, 6) * 15,
            $any(null, 'must', 'could'),
            $any(null, 'light', 'demanding'),
            putOff: $any(0, 2),
            place: $any('', 'the shop'),
            lead: $any(0, 15),
            trail: $any(0, 0, 30),
        );
    }

    return [$ground, $works];
}

/** Told by the whole plan before and after, which is added up in another class and another way. */
test('what a place gains is what the plan is worth more', function () {
    mt_srand(21);
    $seen = 0;
    for ($case = 0; $case < 400; $case++) {
        [$ground, $works] = ground_and_works();
        $worth = new Worth($ground);
        $places = new Places($ground, $worth, $works);
        foreach ($works as $work) {
            $before = $worth->ofPlan($works, $places->starts);
            $found = $places->of($work);
            foreach ($found as [$gain, $start]) {
                $after = $worth->ofPlan($works, [...$places->starts, $work->key => $start]);
                expect($gain)->toBe($after - $before, "case {$case}, {$work->key} at {$start}")->and($places->gainAt($work, $start))->toBe($gain);
                $seen++;
            }
            $inOrder = $found;
            usort($inOrder, fn (array $a, array $b): int => [$b[0], $a[1]] <=> [$a[0], $b[1]]);
            expect($found)->toBe($inOrder)->and($places->of($work, most: 2))->toBe(array_slice($found, 0, 2));
            if ($found !== []) {
                $places->put($work, $found[mt_rand(0, count($found) - 1)][1]);
            }
        }
    }
    expect($seen)->toBeGreaterThan(2000);
});

/** @return list<Block> of so many entries, all in the same hour */
function at_once(int $number): array
{
    $hour = TimeRange::of(LocalDateTime::parse('2026-11-25T09:00'), LocalDateTime::parse('2026-11-25T10:00'));

    return array_map(fn (int $i): Block => new Block("e{$i}|once", $hour, false, false, true), range(1, $number));
}

test('of double bookings five thousand pairs are worked out', function (int $blocks, int $pairs) {
    expect(Conflicts::among(at_once($blocks)))->toHaveCount($pairs);
})->with([[2, 1], [100, 4950], [101, 5000], [200, 5000]]);

test('what is double-booked overlaps by a second at least', function (string $from, int $pairs) {
    $first = new Block('a|once', TimeRange::of(LocalDateTime::parse('2026-11-25T09:00'), LocalDateTime::parse('2026-11-25T10:00')), false, false, true);
    $other = new Block('b|once', TimeRange::of(LocalDateTime::parse($from), LocalDateTime::parse('2026-11-25T11:00')), false, false, true);
    expect(Conflicts::among([$other, $first]))->toHaveCount($pairs);
})->with([['2026-11-25T09:59:59', 1], ['2026-11-25T10:00:00', 0]]);

test('each lane is told from the left, and a group counts its own', function () {
    $block = fn (string $key, string $from, string $to): Block => new Block(
        $key,
        TimeRange::of(LocalDateTime::parse("2026-11-25T{$from}"), LocalDateTime::parse("2026-11-25T{$to}")),
        false,
        false,
        true,
    );
    expect(Lanes::of([$block('a', '09:00', '11:00'), $block('b', '10:00', '12:00'), $block('c', '11:00', '12:00'), $block('d', '12:00', '13:00')]))->toBe([
        'a' => ['lane' => 0, 'lanes' => 2],
        'b' => ['lane' => 1, 'lanes' => 2],
        'c' => ['lane' => 0, 'lanes' => 2],
        'd' => ['lane' => 0, 'lanes' => 1],
    ]);
});

test('a part of a template lies on one of seven days, at a minute of the day', function (int $day, ?int $at, bool $is) {
    $make = fn (): PlumRota\Core\Planning\Stamping\Part => new PlumRota\Core\Planning\Stamping\Part($day, $at, 30);
    $is ? expect($make()->at)->toBe($at) : expect($make)->toThrow(PlumRota\Core\Time\InvalidTime::class);
})->with([[0, 0, true], [6, 1439, true], [6, null, true], [7, 0, false], [-1, 0, false], [0, 1440, false], [0, -1, false]]);
