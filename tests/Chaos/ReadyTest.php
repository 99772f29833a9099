<?php

declare(strict_types=1);

use Tests\Chaos\Client;
use Tests\Chaos\Installation;

/*
 * The units of deploy/, each with its command as it stands there: all are well once they run, each that is killed is known within a
 * minute, and after a stop of the machine in the middle of everything all of it goes on.
 */

afterEach(fn () => $this->installation?->stop());

/** @return array<string, list<string>> words behind "php artisan", by the unit's name */
function unitsOfDeploy(): array
{
    $units = [];
    foreach (glob(dirname(__DIR__, 2).'/deploy/*.service') ?: [] as $path) {
        expect(preg_match('#^ExecStart=/usr/bin/php artisan (.+)$#m', (string) file_get_contents($path), $found))->toBe(1);
        $units[basename($path, '.service')] = explode(' ', $found[1]);
    }

    return $units;
}

test('each part of the installation is known to be gone within a minute, and to be back', function () {
    $this->installation = $machine = new Installation(['QUEUE_CONNECTION' => 'database', 'CACHE_STORE' => 'file']);
    $machine->startServer();
    $client = (new Client($machine->url))->open();
    $machine->artisan('backup:write');
    $machine->artisan('schedule:run'); // it runs at the full minute, which is not waited for
    $wrong = function () use ($client): array {
        $parts = $client->send('GET', '/ready')['body']['parts'];

        return array_column(array_filter($parts, fn (array $part): bool => ! $part['well']), 'part');
    };
    $until = function (Closure $isSo): void {
        for ($end = microtime(true) + 30; ! $isSo() && microtime(true) < $end;) {
            usleep(50_000);
        }
    };
    $units = unitsOfDeploy();
    foreach ($units as $name => $words) {
        $machine->start($name, ...$words);
    }
    $until(fn (): bool => $wrong() === []);
    expect($wrong())->toBe([])->and(array_keys($units))->toHaveCount(4);

    foreach (['queue' => 45, 'long' => 45, 'reminders' => 45, 'schedule' => 70] as $part => $silence) {
        $machine->kill("plum-rota-{$part}");
        // So many seconds have passed.
        touch("{$machine->folder}/alive/{$part}", time() - $silence - 1);
        expect($wrong())->toBe([$part]);
        $machine->start("plum-rota-{$part}", ...$units["plum-rota-{$part}"]);
        if ($part === 'schedule') {
            $machine->artisan('schedule:run');
        }
        $until(fn (): bool => $wrong() === []);
        expect($wrong())->toBe([]);
    }
});

test('a machine that stops in the middle of everything goes on where it was', function () {
    $this->installation = $machine = new Installation(['QUEUE_CONNECTION' => 'database', 'CACHE_STORE' => 'file']);
    $machine->startServer();
    $client = (new Client($machine->url))->open();
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $units = unitsOfDeploy();
    $begin = function () use ($machine, $units): void {
        foreach ($units as $name => $words) {
            $machine->start($name, ...$words);
        }
    };
    $begin();
    mt_srand((int) (getenv('CHAOS_SEED') ?: 20261125));
    $acknowledged = [];
    for ($round = 1; $round <= (getenv('CHAOS') === 'long' ? 20 : 2); $round++) {
        $client->send('POST', '/api/archives');
        $machine->start('backup', 'backup:write');
        $end = microtime(true) + mt_rand(200, 900) / 1000;
        for ($i = 1; microtime(true) < $end; $i++) {
            $title = "Round {$round}.{$i}";
            if ($client->send('POST', '/api/entries', ['title' => $title, 'calendar_id' => $calendar])['status'] === 201) {
                $acknowledged[] = $title;
            }
        }
        foreach (['server', 'backup', ...array_keys($units)] as $part) {
            $machine->kill($part);
        }
        $machine->startServer();
        $begin();
        $machine->db()->exec('update archives set alive_at = alive_at - 61 where alive_at is not null'); // a minute later
        $machine->db()->exec('update jobs set reserved_at = reserved_at - 61 where reserved_at is not null');
    }
    $db = $machine->db();
    expect(array_diff($acknowledged, $db->query('select title from entries')->fetchAll(PDO::FETCH_COLUMN)))
        ->toBe([])
        ->and(count($acknowledged))
        ->toBeGreaterThan(2)
        ->and($db->query('pragma integrity_check')->fetchAll(PDO::FETCH_COLUMN))
        ->toBe(['ok']);
    // One that waited before the machine stopped may be written just now: another is refused as long as that takes.
    for ($end = microtime(true) + 40, $status = 0; $status !== 202 && microtime(true) < $end; usleep(200_000)) {
        $status = $client->send('POST', '/api/archives')['status'];
        expect($status)->toBeIn([202, 422]);
    }
    expect($status)->toBe(202);
    $made = fn (): int => (int) $db->query("select count(*) from archives where state = 'good'")->fetchColumn();
    for ($end = microtime(true) + 40; $made() === 0 && microtime(true) < $end;) {
        usleep(50_000);
    }
    expect($made())->toBeGreaterThan(0);
    $machine->artisan('data:rebuild');
    expect((string) file_get_contents("{$machine->folder}/log"))->toContain('All that is derived was as it should be.');
});
