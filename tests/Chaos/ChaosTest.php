<?php

declare(strict_types=1);

use Tests\Chaos\Client;
use Tests\Chaos\Installation;

/*
 * What real processes do when they are killed, locked out, refused or hurried. A short form runs with every other test;
 * `composer chaos` runs the long one: 1,000 kills, 20 clients for a minute, 12 seconds of lock.
 */
function isLong(): bool
{
    return getenv('CHAOS') === 'long';
}

afterEach(fn () => $this->installation?->stop());

test(
    'killed at random moments under mixed writes: what was acknowledged is there once, the rest whole or not at all, every reminder once',
    function () {
        $kills = isLong() ? 1000 : 40;
        mt_srand((int) (getenv('CHAOS_SEED') ?: 20261125));
        $this->installation = $machine = new Installation();
        $machine->startServer();
        $first = (new Client($machine->url))->open();
        $calendar = $first->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
        $machine->startWorker('worker');
        $machine->startWorker('second worker');
        // Ten to be labelled together, again and again.
        $group = array_map(
            fn (int $i): string => $first->send('POST', '/api/entries', ['title' => "Pane {$i}", 'calendar_id' => $calendar])[
                'body'
            ]['id'],
            range(1, 10),
        );
        $zone = new DateTimeZone('Europe/Berlin');
        $clients = array_map(fn (): Client => (new Client($machine->url))->signIn(), range(1, 4));
        $sent = $acknowledged = $retried = [];
        $number = 0;
        $killed = ['server' => 0, 'worker' => 0, 'second worker' => 0];
        $begin = microtime(true);
        while (array_sum($killed) < $kills) {
            $multi = curl_multi_init();
            $under = [];
            foreach ($clients as $client) {
                $n = ++$number;
                $again = $retried !== [] && mt_rand(0, 3) === 0 ? array_shift($retried) : null;
                [$key, $path, $body] =
                    $again ??
                    match (mt_rand(0, 2)) {
                        0 => [
                            "key-{$n}",
                            '/api/many',
                            [
                                'do' => 'label',
                                'items' => array_map(fn (string $id): array => ['entry_id' => $id], $group),
                                'label' => "label {$n}",
                                'carries' => true,
                            ],
                        ],
                        1 => [
                            "key-{$n}",
                            '/api/entries',
                            [
                                'title' => "Reminded {$n}",
                                'calendar_id' => $calendar,
                                'all_day' => false,
                                'start' => (new DateTimeImmutable('+4 seconds', $zone))->format('Y-m-d\TH:i:s'),
                                'end' => (new DateTimeImmutable('+1 hour', $zone))->format('Y-m-d\TH:i:s'),
                                'reminders' => ['-PT0M;phone'],
                            ],
                        ],
                        default => ["key-{$n}", '/api/entries', ['title' => "Thing {$n}", 'calendar_id' => $calendar]],
                    };
                $sent[$key] = [$path, $body];
                $curl = $client->request('POST', $path, $body, $key, 5);
                curl_multi_add_handle($multi, $curl);
                $under[] = [$key, $curl];
            }
            $killAt = microtime(true) + mt_rand(0, 120) / 1000;
            $victim = mt_rand(0, 2) === 0 ? (mt_rand(0, 1) === 0 ? 'worker' : 'second worker') : 'server';
            $isKilled = false;
            do {
                curl_multi_exec($multi, $running);
                if (! $isKilled && microtime(true) >= $killAt) {
                    $machine->kill($victim);
                    $killed[$victim]++;
                    $isKilled = true;
                }
                curl_multi_select($multi, 0.005);
            } while ($running > 0 || ! $isKilled);
            foreach ($under as [$key, $curl]) {
                $status = Client::answer($curl, $multi)['status'];
                curl_multi_remove_handle($multi, $curl);
                if ($status >= 200 && $status < 300) {
                    $acknowledged[$key] = true;
                } elseif (! isset($acknowledged[$key]) && mt_rand(0, 1) === 0) {
                    $retried[] = [$key, ...$sent[$key]]; // as the page does; the others are left to their fate
                }
                // An entry has room for twelve labels: one that comes later is refused.
                $isRefusal = $status === 422 && $sent[$key][0] === '/api/many';
                expect(
                    $isRefusal || in_array($status, [0, 200, 201, 204, 503], true),
                )->toBeTrue("{$key} was answered with {$status}");
            }
            curl_multi_close($multi);
            $victim === 'server' ? $machine->startServer() : $machine->startWorker($victim);
        }
        foreach (['worker', 'second worker'] as $name) {
            $machine->kill($name);
        }
        $db = $machine->db();
        $db->exec(
            'update deliveries set claimed_at = claimed_at - 61 where claimed_at is not null and handed_at is null',
        ); // a minute has passed
        usleep(4_100_000); // what was set for four seconds ahead has fallen
        $machine->artisan('reminders:work', '--once');
        $all = fn (string $sql): array => $db->query($sql)->fetchAll(PDO::FETCH_COLUMN);
        $titles = array_count_values($all('select title from entries'));
        $labels = array_map(
            fn (string $json): array => json_decode($json, true),
            $all("select labels from entries where title like 'Pane %'"),
        );
        $wrong = [];
        foreach ($sent as $key => [$path, $body]) {
            $found =
                $path === '/api/many'
                    ? count(array_filter($labels, fn (array $some): bool => in_array($body['label'], $some, true)))
                    : $titles[$body['title']] ?? 0;
            $whole = $path === '/api/many' ? 10 : 1;
            // What was refused is with none of the ten.
            if ($found !== $whole && (isset($acknowledged[$key]) || $found !== 0)) {
                $wrong[] = "{$key} {$path}: {$found} of {$whole}".(isset($acknowledged[$key]) ? ', acknowledged' : '');
            }
        }
        // One that was made, by a late retry, well after its moment had passed has none.
        $came = array_count_values($all("select title from phone_messages where title like 'Reminded %'"));
        $wanted = [];
        foreach ($db->query("select title, start, created_at from entries where title like 'Reminded %'") as $entry) {
            $ahead =
                (new DateTimeImmutable($entry['start'], $zone))->getTimestamp() -
                (new DateTimeImmutable($entry['created_at'], new DateTimeZone('UTC')))->getTimestamp();
            $times = $came[$entry['title']] ?? 0;
            if ($times > 1 || ($ahead > 0 && $times !== 1) || ($ahead < -10 && $times !== 0)) {
                $wrong[] = "{$entry['title']} made {$ahead} s ahead came {$times} times";
            }
            $wanted[] = $times;
        }
        expect($wrong)
            ->toBe([])
            ->and(array_sum($wanted))
            ->toBeGreaterThan(2)
            ->and(array_sum($wanted))
            ->toBe(array_sum($came))
            ->and($all('pragma integrity_check'))
            ->toBe(['ok'])
            ->and(
                $all('select count(*) from entries e where not exists (select 1 from history_entries h where h.entry_id = e.id)'),
            )
            ->toBe([0]);
        if (isLong()) {
            fwrite(
                STDERR,
                sprintf(
                    "\n%d kills in %d s (%s): %d changes sent, %d acknowledged, %d reminders, each once\n",
                    array_sum($killed),
                    microtime(true) - $begin,
                    json_encode($killed),
                    count($sent),
                    count($acknowledged),
                    array_sum($wanted),
                ),
            );
        }
    },
);

test('of eight that open the first account at once, one gets it', function () {
    $this->installation = $machine = new Installation();
    $machine->startServer();
    $multi = curl_multi_init();
    $all = [];
    foreach (range(1, 8) as $i) {
        $client = $clients[] = new Client($machine->url);
        $all[] = $curl = $client->request(
            'POST',
            '/api/account',
            [
                'name' => "Somebody {$i}",
                'email' => "somebody{$i}@example.test",
                'password' => 'three panes of glass',
                'zone' => 'UTC',
            ],
            null,
        );
        curl_multi_add_handle($multi, $curl);
    }
    do {
        curl_multi_exec($multi, $running);
        curl_multi_select($multi, 0.02);
    } while ($running > 0);
    $answers = array_count_values(array_map(fn ($curl): int => Client::answer($curl, $multi)['status'], $all));
    ksort($answers);
    expect($answers)
        ->toBe([201 => 1, 403 => 7])
        ->and((int) $machine->db()->query('select count(*) from users')->fetchColumn())
        ->toBe(1);
});

test('a database that is locked for long ends neither the worker nor loses a change', function () {
    $this->installation = $machine = new Installation(isLong() ? [] : ['DB_BUSY_TIMEOUT' => '200']);
    $machine->startServer();
    $client = (new Client($machine->url))->open();
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $machine->startWorker();
    $db = $machine->db();
    $db->exec('begin immediate');
    $until = microtime(true) + (isLong() ? 12 : 2.5);
    $statuses = [];
    while (microtime(true) < $until) {
        $statuses[] = $client->send('POST', '/api/entries', ['title' => 'Pane', 'calendar_id' => $calendar], 'the-same')[
            'status'
        ];
    }
    $db->exec('rollback');
    $statuses[] = $client->send('POST', '/api/entries', ['title' => 'Pane', 'calendar_id' => $calendar], 'the-same')['status'];
    expect(array_unique(array_slice($statuses, 0, -1)))
        ->toBe([503])
        ->and(end($statuses))
        ->toBe(201)
        ->and($machine->isRunning('worker'))
        ->toBeTrue()
        ->and((int) $db->query('select count(*) from entries')->fetchColumn())
        ->toBe(1);
});

test('a disk that is full is said, loses nothing, and takes the same change once there is room', function () {
    $disk = sys_get_temp_dir().'/plum-rota-disk-'.bin2hex(random_bytes(4));
    mkdir($disk);
    exec('mount -t tmpfs -o size=8m tmpfs '.escapeshellarg($disk).' 2>/dev/null', $_, $status);
    if ($status !== 0) {
        rmdir($disk);
        $this->markTestSkipped('A small disk cannot be made here.');
    }
    try {
        $this->installation = $machine = new Installation([], $disk);
        $machine->startServer();
        $client = (new Client($machine->url))->open();
        $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
        file_put_contents("{$disk}/filler", str_repeat('x', max(0, (int) disk_free_space($disk) - 300_000)));
        $add = fn (int $i): array => $client->send(
            'POST',
            '/api/entries',
            ['title' => "Pane {$i}", 'calendar_id' => $calendar, 'notes' => str_repeat('n', 4000)],
            "key-{$i}",
        );
        for ($i = 0; $i < 300 && ($answer = $add($i))['status'] === 201; $i++) {
        }
        expect($answer['status'])
            ->toBe(503)
            ->and($answer['body']['message'])
            ->toBe('The disk is full, so nothing can be kept. Nothing was changed; make room, then try again.')
            ->and($client->send('GET', '/api/areas')['status'])
            ->toBe(200)
            ->and($client->send('GET', '/ready')['status'])
            ->toBe(503);
        unlink("{$disk}/filler");
        expect($add($i)['status'])->toBe(201);
        $db = $machine->db();
        expect($db->query('select count(*) from entries')->fetchColumn())
            ->toBe($i + 1)
            ->and($db->query('select count(distinct title) from entries')->fetchColumn())
            ->toBe($i + 1)
            ->and($db->query('pragma integrity_check')->fetchColumn())
            ->toBe('ok');
        unset($db);
        $machine->stop();
    } finally {
        exec('umount -l '.escapeshellarg($disk));
        rmdir($disk);
    }
});

test('a mail server that is down, refuses or hangs holds up no phone; once it is well each mail arrives once', function () {
    $port = Installation::freePort();
    $this->installation = $machine = new Installation([
        'MAIL_MAILER' => 'smtp',
        'MAIL_HOST' => '127.0.0.1',
        'MAIL_PORT' => (string) $port,
        'MAIL_TIMEOUT' => isLong() ? '10' : '1',
    ]);
    $machine->startServer();
    $client = (new Client($machine->url))->open();
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $db = $machine->db();
    $server = null;
    $stand = function (string $mode) use (&$server, $port, $machine): void {
        if (is_resource($server)) {
            proc_terminate($server, SIGKILL);
            proc_close($server);
        }
        $server =
            $mode === 'is down'
                ? null
                : proc_open(
                    ['php', __DIR__.'/MailServer.php', (string) $port, "{$machine->folder}/mails", $mode],
                    [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], ['file', '/dev/null', 'w']],
                    $pipes,
                );
        for ($try = 0; $try < 200 && $server !== null && ! Installation::answers($port); $try++) {
            usleep(10_000);
        }
    };
    $now = new DateTimeImmutable('now', new DateTimeZone('Europe/Berlin'));
    $sentences = [];
    foreach (['is down', 'refuses', 'hangs', 'is well'] as $i => $mode) {
        $stand($mode);
        $client->send('POST', '/api/entries', [
            'title' => "Mailed {$i}",
            'calendar_id' => $calendar,
            'all_day' => false,
            'start' => $now->modify('+1 hour')->format('Y-m-d\TH:i:s'),
            'end' => $now->modify('+2 hours')->format('Y-m-d\TH:i:s'),
            'reminders' => ['-PT10M;mail,phone'],
        ]);
        $db->exec(
            'update deliveries set fell_at = fell_at - 3600, moment = moment - 3600 where handed_at is null and moment > '.
                time(),
        );
        $db->exec('update deliveries set retry_at = 0 where handed_at is null'); // the wait is over
        $machine->artisan('reminders:work', '--once');
        expect((int) $db->query('select count(*) from phone_messages')->fetchColumn())->toBe($i + 1);
        $sentences[] = $client->send('GET', '/api/reminders')['body']['trouble'][0] ?? '';
    }
    proc_terminate($server, SIGKILL);
    $mails = file("{$machine->folder}/mails", FILE_IGNORE_NEW_LINES) ?: [];
    expect($mails)
        ->toHaveCount(4)
        ->and(array_unique($mails))
        ->toHaveCount(4)
        ->and($sentences[0])
        ->toContain('cannot be reached')
        ->and($sentences[1])
        ->toContain('refused')
        ->and($sentences[2])
        ->toContain('did not answer in time')
        ->and($sentences[3])
        ->toBe('');
});

test('many at once get no error of the server', function () {
    $this->installation = $machine = new Installation();
    $machine->startServer();
    $first = (new Client($machine->url))->open();
    $calendar = $first->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $clients = array_map(fn (): Client => (new Client($machine->url))->signIn(), range(1, 20));
    $machine->startWorker();
    $multi = curl_multi_init();
    $writes = $statuses = [];
    $busy = [];
    $until = microtime(true) + (isLong() ? 60 : 4);
    $number = 0;
    $begin = function (int $who) use ($clients, $calendar, $multi, &$busy, &$number): void {
        $isWrite = ++$number % 3 === 0;
        $curl = $isWrite
            ? $clients[$who]->request('POST', '/api/entries', ['title' => "Thing {$number}", 'calendar_id' => $calendar], null)
            : $clients[$who]->request('GET', '/api/board?from='.date('Y-m-d').'&days=7', null, null);
        curl_multi_add_handle($multi, $curl);
        $busy[spl_object_id($curl)] = [$who, $isWrite, $curl];
    };
    array_map($begin, array_keys($clients));
    while ($busy !== []) {
        curl_multi_exec($multi, $running);
        while (($done = curl_multi_info_read($multi)) !== false) {
            [$who, $isWrite, $curl] = $busy[spl_object_id($done['handle'])];
            unset($busy[spl_object_id($done['handle'])]);
            $answer = Client::answer($curl, $multi);
            curl_multi_remove_handle($multi, $curl);
            $statuses[$answer['status']] = ($statuses[$answer['status']] ?? 0) + 1;
            if ($isWrite) {
                $writes[] = $answer['seconds'];
            }
            if (microtime(true) < $until) {
                $begin($who);
            }
        }
        curl_multi_select($multi, 0.02);
    }
    expect(array_diff(array_keys($statuses), [200, 201]))->toBe([]);
    if (isLong()) {
        sort($writes);
        $p95 = $writes[(int) floor(count($writes) * 0.95)];
        fwrite(
            STDERR,
            sprintf(
                "\n20 clients for 60 s on four workers: %s, writes p50 %d ms, p95 %d ms\n",
                json_encode($statuses),
                $writes[intdiv(count($writes), 2)] * 1000,
                $p95 * 1000,
            ),
        );
        expect($p95)->toBeLessThan(0.6);
    }
});
