<?php

declare(strict_types=1);

use Bench\Load;
use Bench\Server;

// Data as old as a person's (database/seeders/LongLifeSeeder): every question at one year and at ten years of it.
$aims = ['week' => 70, 'day' => 80, 'month' => 120, 'year' => 250, 'ruler' => null, 'preview' => 60, 'closing' => 90, 'basket' => null, 'done' => null, 'after a change' => null,
    'tick' => 25, 'move' => 30, 'search' => 25, 'capture' => 15, 'worker, nothing due' => 10];

$measure = function (int $tenths): array {
    $server = new Server(['BENCH_TENTHS' => (string) $tenths]);
    $server->kept("life-{$tenths}", function () use ($server): void {
        $server->artisan('db:seed', '--force', '--class=LongLifeSeeder');
        $server->artisan('reminders:work', '--once'); // what fell until now is handed over, everybody is planned
    });
    $worker = (float) $server->script('worker');
    $load = new Load($server);
    $zone = new DateTimeZone('Europe/Berlin');
    $monday = (new DateTimeImmutable('monday this week', $zone))->format('Y-m-d');
    $today = (new DateTimeImmutable('today', $zone))->format('Y-m-d');
    $month = (new DateTimeImmutable('first day of this month', $zone))->modify('monday this week')->format('Y-m-d');
    $board = json_decode($server->ask('GET', "/api/board?from={$monday}&days=7"), true);
    $board = is_array($board) ? $board : [];
    $open = array_values(array_filter($board['occurrences'], fn (array $one): bool => ($board['entries'][$one['entry_id']]['routine'] ?? false) && $board['entries'][$one['entry_id']]['kind'] === 'task' && str_starts_with($board['entries'][$one['entry_id']]['title'], 'Routine')
        && ! $one['all_day'] && ! isset($one['since']) && $one['start'] >= $today));
    $one = fn (int $i): array => $open[$i % count($open)];
    $id = $open[0]['entry_id'];
    $get = fn (string $path) => fn (int $i) => $server->ask('GET', $path);
    $changed = "board?from={$monday}&days=7&repeats=all basket ruler?from={$monday}&weeks=26 reminders";

    return [
        'week' => $load->of($get("/api/board?from={$monday}&days=7")),
        'day' => $load->of(function () use ($server, $today): void {
            $server->ask('GET', "/api/board?from={$today}&days=1");
            $server->ask('GET', "/api/days/{$today}");
        }),
        'month' => $load->of($get("/api/month?from={$month}&days=42")),
        'year' => $load->of($get('/api/year?year='.substr($today, 0, 4)), 12),
        'ruler' => $load->of($get("/api/ruler?from={$monday}&weeks=26"), 12),
        'preview' => $load->of(fn () => $server->ask('POST', '/api/rhythm/preview', ['entry_id' => $id, 'rule' => 'FREQ=WEEKLY;BYDAY=MO,WE,FR', 'start' => "{$monday}T09:00", 'end' => "{$monday}T10:00", 'all_day' => false])),
        'closing' => $load->of($get("/api/closings/{$today}")),
        'basket' => $load->of($get('/api/basket')),
        'done' => $load->of($get('/api/done?from='.(new DateTimeImmutable('-13 days', $zone))->format('Y-m-d').'&days=14')),
        'after a change' => $load->of($get('/api/together?read='.rawurlencode($changed)), 12),
        'tick' => $load->of(fn (int $i) => $server->ask($i % 2 === 0 ? 'PUT' : 'DELETE', '/api/entries/'.$one(intdiv($i, 2))['entry_id'].'/occurrences/'.rawurlencode($one(intdiv($i, 2))['recurrence_id']).'/done')),
        'move' => $load->of(fn (int $i) => $server->ask('POST', '/api/entries/'.$one(0)['entry_id'].'/move', ['start' => substr($one(0)['start'], 0, 14).['00', '15', '30', '45'][$i % 4], 'all_day' => false, 'length' => 30, 'scope' => 'one',
            'recurrence_id' => $one(0)['recurrence_id'], 'over_protected' => true])),
        'search' => $load->of($get('/api/search?q=boiler+routine')),
        'capture' => $load->of(fn (int $i) => $server->ask('POST', '/api/capture/reading', ['line' => "sow beans every tuesday at {$i}:30 in Glasshouse"])),
        'worker, nothing due' => ['cpu' => $worker, 'wall' => $worker],
    ];
};

$tenths = array_map(intval(...), explode(',', getenv('BENCH_AGES') ?: '1,10'));
[$young, $old] = [$measure($tenths[0]), count($tenths) > 1 ? $measure($tenths[1]) : null];
$old ??= $young;
printf("Processor time of the server, median, in milliseconds\n%-22s %10s %10s %8s %8s\n", '', 'one year', 'ten years', 'growth', 'aim');
foreach ($aims as $what => $aim) {
    printf("%-22s %10.1f %10.1f %7.0f%% %8s\n", $what, $young[$what]['cpu'], $old[$what]['cpu'], ($old[$what]['cpu'] / max(0.01, $young[$what]['cpu']) - 1) * 100, $aim === null ? '' : (string) $aim);
}
