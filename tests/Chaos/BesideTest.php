<?php

declare(strict_types=1);

use Tests\Chaos\Client;
use Tests\Chaos\Installation;

/*
 * Who changes something beside work that takes long. BESIDE_ENTRIES is how many entries are brought in (5,000 say how long the lock
 * is held at most).
 */

afterEach(fn () => $this->installation?->stop());

/** @return string iCalendar of so many entries, a third of them routines of which one time was moved */
function longFile(int $number): string
{
    $text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Example//EN\r\n";
    for ($i = 0; $i < $number; $i++) {
        $day = date('Ymd', strtotime('2024-01-01 +'.($i % 700).' days'));
        $rule = $i % 3 === 0 ? "RRULE:FREQ=WEEKLY\r\n" : '';
        $text .= "BEGIN:VEVENT\r\nUID:beside-{$i}@example\r\nDTSTAMP:20260101T000000Z\r\nSUMMARY:Bed {$i}\r\n{$rule}".
            "DTSTART;TZID=Europe/Berlin:{$day}T090000\r\nDTEND;TZID=Europe/Berlin:{$day}T100000\r\nEND:VEVENT\r\n";
        if ($i % 3 === 0) {
            $text .= "BEGIN:VEVENT\r\nUID:beside-{$i}@example\r\nDTSTAMP:20260101T000000Z\r\nSUMMARY:Bed {$i}\r\n".
                "RECURRENCE-ID;TZID=Europe/Berlin:{$day}T090000\r\n".
                "DTSTART;TZID=Europe/Berlin:{$day}T110000\r\nDTEND;TZID=Europe/Berlin:{$day}T120000\r\nEND:VEVENT\r\n";
        }
    }

    return "{$text}END:VCALENDAR\r\n";
}

test('while a large file is taken in others go on, and so does its own account; undone, all of it goes', function () {
    $number = (int) (getenv('BESIDE_ENTRIES') ?: 300);
    $this->installation = $machine = new Installation();
    $machine->startServer();
    $owner = (new Client($machine->url))->open();
    $machine->artisan('accounts:add', 'ines@example.test', '--password', 'glasshouse panes');
    $other = (new Client($machine->url))->signIn('ines@example.test');
    $own = (new Client($machine->url))->signIn();
    $calendarOf = fn (Client $client): string => $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $import = Client::answer($owner->upload('/api/imports', longFile($number)))['body'];
    do {
        $state = $owner->send('POST', "/api/imports/{$import['id']}/read")['body'];
    } while ($state['read'] < $state['total']);
    $beside = function (CurlHandle $long, bool $alsoOwn) use ($machine, $other, $own, $calendarOf): array {
        $longest = $locked = 0.0;
        [$titles, $statuses] = [[], []];
        [$mine, $theirs] = [$calendarOf($own), $calendarOf($other)];
        $multi = curl_multi_init();
        curl_multi_add_handle($multi, $long);
        $lock = $machine->db();
        do {
            curl_multi_exec($multi, $running);
            $began = microtime(true);
            $lock->exec('begin immediate');
            $locked = max($locked, microtime(true) - $began);
            $lock->exec('rollback');
            $title = 'Beside '.bin2hex(random_bytes(4));
            $answer = $other->send('POST', '/api/entries', ['title' => $title, 'calendar_id' => $theirs]);
            $longest = max($longest, $answer['seconds']);
            $statuses['other'][$answer['status']] = true;
            if ($alsoOwn && count($titles) < 2) { // two changes of its own account in the middle of it
                $status = $own->send('POST', '/api/entries', ['title' => $title, 'calendar_id' => $mine])['status'];
                $statuses['own'][$status] = true;
                if ($status === 201) {
                    $titles[] = $title;
                }
            }
            curl_multi_select($multi, 0.01);
        } while ($running > 0);
        $statuses['long'] = [Client::answer($long, $multi)['status'] => true];
        curl_multi_close($multi);
        if (getenv('BESIDE_ENTRIES') !== false) {
            fprintf(STDERR, "longest lock %.2f s, longest answer to others %.2f s\n", $locked, $longest);
        }

        return [$titles, array_map(array_keys(...), $statuses)];
    };
    $take = fn (): CurlHandle => $owner->request(
        'POST',
        "/api/imports/{$import['id']}/take",
        ['targets' => [['calendar_id' => $calendarOf($owner)]], 'known' => 'leave'],
        null,
        180,
    );
    [$titles, $statuses] = $beside($take(), true);
    $count = fn (string $like): int => (int) $machine->db()->query("select count(*) from entries where title like '{$like}'")->fetchColumn();
    expect($statuses)
        ->toMatchArray(['other' => [201], 'long' => [200]])
        ->and(array_diff($statuses['own'], [201, 503])) // its own may be asked to come again, while it is held
        ->toBe([])
        ->and($count('Bed %'))
        ->toBe($number)
        ->and((int) $machine->db()->query('select count(*) from overrides')->fetchColumn())
        ->toBe((int) ceil($number / 3));
    foreach ($titles as $title) {
        expect($count($title))->toBe(2); // of the other, and of its own account
    }
    // The last step is that of the file: what was changed meanwhile came before it.
    [, $statuses] = $beside($owner->request('POST', '/api/undo', [], null, 180), false);
    expect($statuses['long'])->toBe([200]);
    expect($statuses['other'])->toBe([201])->and($count('Bed %'))->toBe(0);
    $machine->artisan('data:check');
    expect(file_get_contents("{$machine->folder}/alive/data"))->toBe('');
});

test('a command waits while somebody else writes, says so, and does what it was asked for', function () {
    $this->installation = $machine = new Installation();
    $lock = $machine->db();
    $lock->exec('begin immediate');
    $machine->start('adding', 'accounts:add', 'ines@example.test', '--password', 'glasshouse panes');
    $log = fn (): string => (string) file_get_contents("{$machine->folder}/log");
    for ($end = microtime(true) + 60; ! str_contains($log(), 'Waiting until it is done') && microtime(true) < $end;) {
        usleep(50_000);
    }
    expect($log())->toContain('Somebody else is writing something large.');
    $lock->exec('rollback');
    while ($machine->isRunning('adding')) {
        usleep(20_000);
    }
    expect($log())
        ->toContain('ines@example.test has an account.')
        ->and($machine->db()->query('select email from users')->fetchAll(PDO::FETCH_COLUMN))
        ->toBe(['ines@example.test']);
});
