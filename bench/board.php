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
$month = (new DateTimeImmutable('first day of this month', new DateTimeZone('Europe/Berlin')))
    ->modify('monday this week')
    ->format('Y-m-d');
$year = substr($monday, 0, 4);
$server = new Server();
echo "Over HTTP, one request at a time, 40 runs after 5 to warm up\n";
echo 'demo, the week                         ', $measure($server, "/api/board?from={$monday}&days=7"), "   aim 60 ms\n";
echo 'demo, 26 weeks of the ruler            ', $measure($server, "/api/ruler?from={$monday}&weeks=26"), "\n";
$server->artisan('db:seed', '--force', '--class=ManyRoutinesSeeder');
echo "With 500 routines and 20,000 changes\n";
echo 'a week                                 ', $measure($server, "/api/board?from={$monday}&days=7"), "   aim 80 ms\n";
echo 'a month                                ', $measure($server, "/api/month?from={$month}&days=42"), "   aim 120 ms\n";
echo 'a year                                 ', $measure($server, "/api/year?year={$year}"), "   aim 400 ms\n";
echo '26 weeks of the ruler                  ', $measure($server, "/api/ruler?from={$monday}&weeks=26"), "\n";
$server->artisan('db:seed', '--force', '--class=ManyEntriesSeeder');
echo "With 5,000 entries and 50,000 changes\n";
foreach (
    [
        'a common word' => 'boiler',
        'three words' => 'orchid valve north',
        'the beginning of a word' => 'ra',
        'a question' => 'when did I last label the gutter',
    ] as $what => $words
) {
    echo str_pad("search: {$what}", 39), $measure($server, '/api/search?q='.urlencode($words)), "   aim 100 ms\n";
}
