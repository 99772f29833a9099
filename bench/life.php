<?php

declare(strict_types=1);

use Bench\Life;
use Bench\Load;

/** @var string $part */

// Data as old as a person's (database/seeders/LongLifeSeeder), every question side by side: a life of one year and one of ten, and
// beside them with `growth` lives in which one thing alone is ten times what it is after a year.
$lives = [new Life('1 year', 1, 1, 1)];
if ($part === 'growth') {
    $lives[] = new Life('history', 10, 1, 1);
    $lives[] = new Life('ended', 1, 10, 1);
    $lives[] = new Life('accounts', 1, 1, 10);
}
$lives[] = new Life('10 years', 10, 10, 10);
$servers = array_map(fn (Life $one) => $one->server, $lives);
$questions = array_map(fn (Life $one): array => $one->questions(), $lives);
printf("Processor time of the server, median, in milliseconds; growth beside the first column\n%-22s", '');
foreach ($lives as $life) {
    printf(count($lives) > 2 ? ' %15s' : ' %10s', $life->name);
}
printf("%9s %8s\n", 'growth', 'aim');
$slow = ['year', 'tally of a year', 'habits of a year'];
foreach (Life::AIMS as $what => $aim) {
    $row = $what === Life::WORKER
        ? array_map(fn (Life $one): float => $one->worker(), $lives)
        : Load::sideBySide($servers, array_column($questions, $what), in_array($what, $slow, true) ? 12 : 25);
    printf('%-22s', $what);
    $growth = fn (float $figure): float => ($figure / max(0.01, $row[0]) - 1) * 100;
    foreach ($row as $i => $figure) {
        echo count($lives) > 2 && $i > 0
            ? sprintf(' %8.1f %+4.0f %%', $figure, $growth($figure))
            : sprintf(count($lives) > 2 ? ' %15.1f' : ' %10.1f', $figure);
    }
    printf(" %8.0f%% %8s\n", $growth($row[count($row) - 1]), $aim ?? '');
}
