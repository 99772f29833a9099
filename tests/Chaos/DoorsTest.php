<?php

declare(strict_types=1);

use Tests\Chaos\Client;
use Tests\Chaos\Installation;

/*
 * The doors beside the page, while processes are killed: files, archives, templates, rounds, clients of CalDAV. `CHAOS=long` is
 * the long run.
 */

afterEach(fn () => $this->installation?->stop());

/** @return string iCalendar of so many entries whose titles begin alike */
function fileOf(string $title, int $number): string
{
    $lines = ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Example//EN'];
    foreach (range(1, $number) as $i) {
        array_push(
            $lines,
            'BEGIN:VEVENT',
            "UID:{$title}-{$i}@example",
            'DTSTAMP:20261120T080000Z',
            'DTSTART;VALUE=DATE:202612'.sprintf('%02d', $i),
            "SUMMARY:{$title}",
            'END:VEVENT',
        );
    }

    return implode("\r\n", [...$lines, 'END:VCALENDAR', '']);
}

/** @return list<string> titles in an archive */
function titlesIn(string $archive): array
{
    $zip = new ZipArchive();
    if ($zip->open($archive) !== true) {
        return [];
    }
    $lines = array_filter(explode("\n", (string) $zip->getFromName('rows/entries.jsonl')));
    $zip->close();

    return array_map(fn (string $line): string => json_decode($line, true)['title'], $lines);
}

test('killed while files, templates, rounds, archives and clients are at work: whole or not at all', function () {
    $kills = getenv('CHAOS') === 'long' ? 300 : 24;
    mt_srand((int) (getenv('CHAOS_SEED') ?: 20261125));
    $this->installation = $machine = new Installation();
    $machine->startServer();
    $machine->startLongWorker();
    $client = (new Client($machine->url))->open();
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $password = $client->send(
        'POST',
        '/api/device-passwords',
        ['name' => 'Desk', 'current' => 'glasshouse panes'],
    )['body']['password'];
    $parts = array_map(
        fn (int $i): array => [
            'entry_id' => $client->send(
                'POST',
                '/api/entries',
                ['title' => "Part {$i}", 'calendar_id' => $calendar, 'start' => '2026-11-2'.$i, 'end' => '2026-11-2'.$i],
            )['body']['id'],
            'recurrence_id' => null,
        ],
        [3, 4, 5],
    );
    $whole = $acknowledged = [];
    $killed = 0;
    for ($n = 1; $killed < $kills; $n++) {
        [$title, $number, $curl] = match (mt_rand(0, 5)) {
            0 => (function () use ($client, $calendar, $n): array {
                $import = Client::answer($client->upload('/api/imports', fileOf("File {$n}", 20)))['body'];
                if (is_array($import) && isset($import['id'])) {
                    $client->send('POST', "/api/imports/{$import['id']}/read");
                }

                return [
                    "File {$n}",
                    20,
                    $client->request(
                        'POST',
                        '/api/imports/'.($import['id'] ?? 'none').'/take',
                        ['targets' => [['calendar_id' => $calendar]], 'known' => 'leave'],
                        "key-{$n}",
                        10,
                    ),
                ];
            })(),
            1 => (function () use ($client, $parts, $n): array {
                $template = $client->send(
                    'POST',
                    '/api/templates',
                    ['kind' => 'week', 'name' => "Week {$n}", 'items' => $parts],
                )['body'];

                return [
                    "Week {$n}",
                    6,
                    $client->request(
                        'POST',
                        '/api/templates/'.($template['id'] ?? 'none').'/stamp',
                        ['dates' => ['2026-12-07', '2026-12-14']],
                        "key-{$n}",
                        10,
                    ),
                ];
            })(),
            2 => [
                "Goal {$n}",
                1,
                $client->request(
                    'POST',
                    '/api/rounds/week/'.date('Y-m-d', strtotime("2026-12-07 +{$n} weeks")).'/goals',
                    ['title' => "Goal {$n}", 'area_id' => null, 'tasks' => []],
                    "key-{$n}",
                    10,
                ),
            ],
            3, 4 => [
                "Put {$n}",
                1,
                $client->put(
                    "/dav/1/calendars/{$calendar}/put-{$n}.ics",
                    "steward@example.test:{$password}",
                    fileOf("Put {$n}", 1),
                ),
            ],
            default => ['', 0, $client->request('POST', '/api/archives', null, "key-{$n}", 10)],
        };
        $multi = curl_multi_init();
        curl_multi_add_handle($multi, $curl);
        $killAt = microtime(true) + mt_rand(0, 150) / 1000;
        $victim = mt_rand(0, 2) === 0 ? 'long worker' : 'server';
        $isKilled = false;
        do {
            curl_multi_exec($multi, $running);
            if (! $isKilled && microtime(true) >= $killAt) {
                $machine->kill($victim);
                $killed++;
                $isKilled = true;
            }
            curl_multi_select($multi, 0.005);
        } while ($running > 0 || ! $isKilled);
        $status = Client::answer($curl, $multi)['status'];
        curl_multi_close($multi);
        expect($status)->toBeIn([0, 200, 201, 202, 204, 404, 422, 503]);
        if ($title !== '') {
            $whole[$title] = $number;
            if ($status >= 200 && $status < 300) {
                $acknowledged[$title] = true;
            }
        }
        $victim === 'server' ? $machine->startServer() : $machine->startLongWorker();
    }
    $db = $machine->db();
    $found = [];
    foreach (['File %', 'Put %'] as $like) {
        $found += $db->query(
            "select title, count(*) from entries where title like '{$like}' group by title",
        )->fetchAll(PDO::FETCH_KEY_PAIR);
    }
    $found += $db->query('select title, count(*) from goals group by title')->fetchAll(PDO::FETCH_KEY_PAIR);
    $found += $db->query(
        'select t.name, count(*) from templates t join entries e on e.template_id = t.id group by t.name',
    )->fetchAll(PDO::FETCH_KEY_PAIR);
    $wrong = [];
    foreach ($whole as $title => $number) {
        $is = $found[$title] ?? 0;
        if ($is !== $number && ($is !== 0 || isset($acknowledged[$title]))) {
            $wrong[] = "{$title}: {$is} of {$number}".(isset($acknowledged[$title]) ? ', acknowledged' : '');
        }
    }
    expect($wrong)->toBe([])->and(count($acknowledged))->toBeGreaterThan(3);
    // A minute later what was being written when its worker was killed is given up; the others are whole.
    $db->exec('update archives set alive_at = alive_at - 61 where alive_at is not null');
    $db->exec('update jobs set reserved_at = reserved_at - 61 where reserved_at is not null');
    expect($client->send('POST', '/api/archives')['status'])->toBe(202);
    foreach ($db->query("select id from archives where state = 'good'")->fetchAll(PDO::FETCH_COLUMN) as $id) {
        expect(titlesIn("{$machine->folder}/storage/app/private/archives/1/{$id}.zip"))->not->toBe([]);
    }
    $machine->artisan('data:check');
    expect($db->query('pragma integrity_check')->fetchAll(PDO::FETCH_COLUMN))
        ->toBe(['ok'])
        ->and(file_get_contents("{$machine->folder}/alive/data"))
        ->toBe('');
});

test('an archive is brought back under use, and whoever brings it back is killed: nothing acknowledged is lost', function () {
    $restores = getenv('CHAOS') === 'long' ? 20 : 4;
    mt_srand((int) (getenv('CHAOS_SEED') ?: 20261125));
    $this->installation = $machine = new Installation();
    $machine->startServer();
    $machine->startLongWorker();
    $client = (new Client($machine->url))->open();
    $writer = (new Client($machine->url))->signIn();
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $import = Client::answer($client->upload('/api/imports', fileOf('Bench', 25)))['body'];
    $client->send('POST', "/api/imports/{$import['id']}/read");
    $client->send('POST', "/api/imports/{$import['id']}/take", ['targets' => [['calendar_id' => $calendar]], 'known' => 'leave']);
    $client->send('PATCH', '/api/archives', ['kept' => 30]);
    $state = fn (string $id): string => (string) $machine->db()->query(
        "select state from archives where id = '{$id}'",
    )->fetchColumn();
    $until = function (Closure $isSo, float $seconds): void {
        for ($end = microtime(true) + $seconds; ! $isSo() && microtime(true) < $end;) {
            usleep(20_000);
        }
    };
    $made = $client->send('POST', '/api/archives')['body']['id'];
    $until(fn (): bool => $state($made) === 'good', 30);
    $acknowledged = [];
    $statuses = [];
    for ($n = 1; $n <= $restores; $n++) {
        expect($client->send('POST', "/api/archives/{$made}/restore", ['current' => 'glasshouse panes'])['status'])->toBe(202);
        $killAt = $n % 2 === 0 ? microtime(true) + mt_rand(0, 1500) / 1000 : INF;
        for ($i = 1, $end = microtime(true) + 30; $state($made) === 'restoring' && microtime(true) < $end; $i++) {
            $status = $writer->send(
                'POST',
                '/api/entries',
                ['title' => "During {$n}.{$i}", 'calendar_id' => $calendar],
            )['status'];
            $statuses[$status] = true;
            if ($status === 201) {
                $acknowledged[] = "During {$n}.{$i}";
            }
            if (microtime(true) > $killAt) {
                $machine->kill('long worker');
                // A minute has passed.
                $machine->db()->exec('update archives set alive_at = alive_at - 61 where alive_at is not null');
                $machine->db()->exec('update jobs set reserved_at = reserved_at - 61 where reserved_at is not null');
                $machine->db()->exec('update users set held_until = 0');
                $client->send('POST', '/api/archives'); // gives up what nobody is at
                $machine->startLongWorker();
                $killAt = INF;
            }
        }
        expect($state($made))->toBe('good');
        $until(
            fn (): bool => (int) $machine->db()->query(
                "select count(*) from archives where state in ('waiting', 'writing')",
            )->fetchColumn() === 0,
            30,
        );
    }
    $kept = $machine->db()->query('select title from entries')->fetchAll(PDO::FETCH_COLUMN);
    foreach (glob("{$machine->folder}/storage/app/private/archives/1/*.zip") as $archive) {
        $kept = [...$kept, ...titlesIn($archive)];
    }
    expect(array_values(array_diff($acknowledged, $kept)))
        ->toBe([])
        ->and(count($acknowledged))
        ->toBeGreaterThan($restores)
        ->and(array_diff(array_keys($statuses), [201, 503]))
        ->toBe([])
        ->and($machine->db()->query('pragma integrity_check')->fetchAll(PDO::FETCH_COLUMN))
        ->toBe(['ok']);
});

test('a backup of the machine is brought back while it is used: nothing that was acknowledged is lost', function () {
    $restores = getenv('CHAOS') === 'long' ? 20 : 2;
    $this->installation = $machine = new Installation();
    $machine->startServer();
    $client = (new Client($machine->url))->open();
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $clients = array_map(fn (): Client => (new Client($machine->url))->signIn(), range(1, 3));
    $machine->artisan('backup:write');
    [$backup] = glob("{$machine->folder}/storage/backups/plum-rota-*.zip");
    $acknowledged = $statuses = [];
    for ($n = 1; $n <= $restores; $n++) {
        $machine->start('restore', 'backup:restore', $backup, '--yes');
        for ($i = 1; $machine->isRunning('restore'); $i++) {
            $multi = curl_multi_init();
            $under = [];
            foreach ($clients as $c => $one) {
                $title = "During {$n}.{$i}.{$c}";
                $curl = $one->request('POST', '/api/entries', ['title' => $title, 'calendar_id' => $calendar], null);
                curl_multi_add_handle($multi, $curl);
                $under[$title] = $curl;
            }
            do {
                curl_multi_exec($multi, $running);
                curl_multi_select($multi, 0.01);
            } while ($running > 0);
            foreach ($under as $title => $curl) {
                $status = Client::answer($curl, $multi)['status'];
                $statuses[$status] = true;
                if ($status === 201) {
                    $acknowledged[] = $title;
                }
            }
        }
        $machine->kill('restore');
    }
    $kept = $machine->db()->query('select title from entries')->fetchAll(PDO::FETCH_COLUMN);
    $asides = glob("{$machine->folder}/storage/backups/aside-*.zip");
    foreach ($asides as $i => $aside) {
        $zip = new ZipArchive();
        $zip->open($aside);
        $zip->extractTo("{$machine->folder}/laid-{$i}", 'database.sqlite');
        $laid = new PDO("sqlite:{$machine->folder}/laid-{$i}/database.sqlite");
        $kept = [...$kept, ...$laid->query('select title from entries')->fetchAll(PDO::FETCH_COLUMN)];
    }
    expect($asides)
        ->toHaveCount($restores)
        ->and(array_values(array_diff($acknowledged, $kept)))
        ->toBe([])
        ->and(count($acknowledged))
        ->toBeGreaterThan($restores)
        ->and(array_diff(array_keys($statuses), [201, 401, 422, 503]))
        ->toBe([])
        ->and($machine->db()->query('pragma integrity_check')->fetchAll(PDO::FETCH_COLUMN))
        ->toBe(['ok']);
});
