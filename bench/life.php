<?php

declare(strict_types=1);

use Bench\Life;
use Bench\Load;

// Data as old as a person's (database/seeders/LongLifeSeeder): every question at one year and at ten years of it, side by side.
$lives = array_map(fn (string $tenths): Life => new Life((int) $tenths), explode(',', getenv('BENCH_AGES') ?: '1,10'));
$servers = array_map(fn (Life $one) => $one->server, $lives);
$questions = array_map(fn (Life $one): array => $one->questions(), $lives);
printf("Processor time of the server, median, in milliseconds\n%-22s", '');
foreach ($lives as $life) {
    printf(' %10s', "{$life->tenths} year".($life->tenths === 1 ? '' : 's'));
}
printf("%9s %8s\n", 'growth', 'aim');
foreach (Life::AIMS as $what => $aim) {
    $row = $what === Life::WORKER
        ? array_map(fn (Life $one): float => $one->worker(), $lives)
        : Load::sideBySide($servers, array_column($questions, $what), $what === 'year' ? 12 : 25);
    printf('%-22s', $what);
    foreach ($row as $figure) {
        printf(' %10.1f', $figure);
    }
    printf(" %8.0f%% %8s\n", ($row[count($row) - 1] / max(0.01, $row[0]) - 1) * 100, $aim ?? '');
}
