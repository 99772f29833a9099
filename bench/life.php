<?php

declare(strict_types=1);

use Bench\Life;

// Data as old as a person's (database/seeders/LongLifeSeeder): every question at one year and at ten years of it.
$ages = array_map(intval(...), explode(',', getenv('BENCH_AGES') ?: '1,10'));
$figures = array_map(fn (int $tenths): array => (new Life($tenths))->figures(), $ages);
printf("Processor time of the server, median, in milliseconds\n%-22s", '');
foreach ($ages as $tenths) {
    printf(' %10s', "{$tenths} year".($tenths === 1 ? '' : 's'));
}
printf("%9s %8s\n", 'growth', 'aim');
foreach (Life::AIMS as $what => $aim) {
    $row = array_column($figures, $what);
    printf(
        "%-22s%s %8.0f%% %8s\n",
        $what,
        implode('', array_map(fn (float $one): string => sprintf(' %10.1f', $one), $row)),
        ($row[count($row) - 1] / max(0.01, $row[0]) - 1) * 100,
        $aim ?? '',
    );
}
