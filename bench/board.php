<?php

declare(strict_types=1);

use Bench\Server;

$measure = function (Server $server, string $path): string {
    for ($warm = 0; $warm < 5; $warm++) {
        $server->time($path);
    }
    $times = array_map(fn (): float => $server->time($path), range(1, 40));
    sort($times);

    return sprintf('median %6.1f ms   (least %.1f, most %.1f)', $times[20], $times[0], $times[39]);
};

$monday = (new DateTimeImmutable('monday this week', new DateTimeZone('Europe/Berlin')))->format('Y-m-d');
$server = new Server;
echo "Over HTTP, one request at a time, 40 runs after 5 to warm up\n";
echo 'demo, the week board          ', $measure($server, "/api/board?from={$monday}&days=7"), "   aim 60 ms\n";
echo 'demo, 26 weeks of the ruler   ', $measure($server, "/api/ruler?from={$monday}&weeks=26"), "\n";
$server->artisan('db:seed', '--force', '--class=ManyRoutinesSeeder');
echo '300 routines, the week board  ', $measure($server, "/api/board?from={$monday}&days=7"), "   aim 120 ms\n";
echo '300 routines, 26 weeks        ', $measure($server, "/api/ruler?from={$monday}&weeks=26"), "\n";
