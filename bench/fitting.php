<?php

declare(strict_types=1);

// A hundred tasks fitted into four weeks whose days are cut up by some five hundred routines, in the core alone.

use PlumRota\Core\Planning\Fitting\Fitter;
use PlumRota\Core\Planning\Fitting\Ground;
use PlumRota\Core\Planning\Fitting\Work;
use PlumRota\Core\Planning\Fitting\Worth;

mt_srand(3);
$free = $capacity = $works = [];
for ($day = 0; $day < 28; $day++) {
    $stretches = [];
    for ($at = $day * 1440 + 360; $at < $day * 1440 + 1320;) {
        $length = mt_rand(1, 7) * 15;
        $stretches[] = [$at, $at + $length];
        $at += $length + mt_rand(1, 4) * 15;
    }
    $free[] = $stretches;
    $capacity[] = mt_rand(60, 300);
}
for ($i = 0; $i < 100; $i++) {
    $works[] = new Work(
        "w{$i}",
        mt_rand(1, 8) * 15,
        [null, 'must', 'should', 'could'][mt_rand(0, 3)],
        [null, 'light', 'steady', 'demanding'][mt_rand(0, 3)],
        mt_rand(0, 3) > 0 ? 0 : mt_rand(0, 10) * 1440,
        mt_rand(0, 2) > 0 ? null : mt_rand(1, 28) * 1440,
        mt_rand(0, 3),
        mt_rand(0, 1) === 1,
        [[($themed = mt_rand(0, 27)) * 1440, $themed * 1440 + 1440]],
        hours: mt_rand(0, 9) > 0
            ? null
            : array_map(fn (int $day): array => [$day * 1440 + 540, $day * 1440 + 780], range(0, 27)),
        after: mt_rand(0, 4) > 0 ? null : 'w'.mt_rand(0, 99),
        place: mt_rand(0, 4) > 0 ? '' : 'the shop',
        shortestPiece: mt_rand(0, 4) > 0 ? null : 30,
    );
}
$ground = new Ground(
    $free,
    $capacity,
    pause: 5,
    kept: [[3 * 1440 + 540, 3 * 1440 + 720]],
    places: ['the shop' => array_map(fn (int $day): array => [$day * 1440 + 900, $day * 1440 + 960], range(0, 27, 3))],
);
$times = [];
for ($run = 0; $run < 9; $run++) {
    $began = hrtime(true);
    $plan = (new Fitter($ground))->fit($works);
    $times[] = (hrtime(true) - $began) / 1e6;
}
sort($times);
printf(
    "\nfitting: %d of 100 tasks into %d free stretches of 28 days, worth %d: %.0f ms (median of 9; at most 300)\n",
    count($plan->starts),
    array_sum(array_map(count(...), $free)),
    (new Worth($ground))->ofPlan($works, $plan->starts),
    $times[4],
);
