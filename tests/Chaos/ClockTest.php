<?php

declare(strict_types=1);

use Tests\Chaos\Client;
use Tests\Chaos\Installation;

/*
 * An installation whose clock is wrong for a while: forty days ahead, then in 1970, then right again. Sessions are in cookies, since what
 * stands in for a wrong clock does not reach the times of files.
 */

afterEach(fn () => $this->installation?->stop());

test('what was begun while the clock was wrong keeps nobody out, and nothing is removed for good', function () {
    $this->installation = $machine = new Installation(['CACHE_STORE' => 'file', 'SESSION_DRIVER' => 'cookie']);
    $machine->startServer();
    $client = (new Client($machine->url))->open();
    $machine->artisan('accounts:add', 'ines@example.test', '--password', 'glasshouse panes');
    $leaving = (new Client($machine->url))->signIn('ines@example.test');
    expect($leaving->send('POST', '/api/account/leave', ['current' => 'glasshouse panes'])['status'])->toBe(202);
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $entry = $client->send('POST', '/api/entries', ['title' => 'Vent check', 'calendar_id' => $calendar])['body']['id'];
    $client->send('PATCH', '/api/archives', ['daily' => true]);
    $feed = $client->send('POST', '/api/feeds', ['kind' => 'calendar', 'calendar_id' => $calendar, 'name' => 'Plants'])['body'];
    $db = $machine->db();
    $db->exec("update history set created_at = '".gmdate('Y-m-d H:i:s', time() - 340 * 86400)."'"); // kept for a year
    $machine->artisan('schedule:run');
    $machine->artisan('backup:accounts'); // what waits for its worker is not given up because a clock says that it waits long

    foreach (['+40d', '@1970-03-01 12:00:00'] as $clock) {
        $machine->kill('server');
        $machine->setClock($clock);
        $machine->startServer();
        $wrong = new Client($machine->url);
        for ($try = 0; $try < 8; $try++) {
            $wrong->send('POST', '/api/session', ['email' => 'steward@example.test', 'password' => 'never']);
        }
        if ($clock === '+40d') { // the framework's cache reads no moment of less than ten figures
            $says = $wrong->send('POST', '/api/session', ['email' => 'steward@example.test', 'password' => 'never'])['body']['message'];
            expect($says)->toStartWith('Too many wrong tries.');
        }
        $there = (new Client($machine->url))->signIn('ines@example.test');
        $own = $there->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
        $work = $there->send('POST', '/api/entries', ['title' => "Work {$clock}", 'calendar_id' => $own])['body']['id'];
        expect($there->send('POST', '/api/timings', ['entry_id' => $work])['status'])->toBe(201);
        foreach (['backup:write', 'backup:accounts', 'accounts:remove-left', 'data:prune', 'schedule:run'] as $command) {
            $machine->artisan($command);
        }
        expect((int) $db->query('select count(*) from users')->fetchColumn())
            ->toBe(2)
            ->and((int) $db->query("select count(*) from history_entries where entry_id = '{$entry}'")->fetchColumn())
            ->toBe(1);

        $machine->kill('server');
        $machine->setClock(null);
        $machine->startServer();
        $right = new Client($machine->url);
        expect($right->send('POST', '/api/session', ['email' => 'steward@example.test', 'password' => 'glasshouse panes'])['status'])->toBe(200);
        $again = (new Client($machine->url))->signIn('ines@example.test');
        $timing = $db->query('select id from timings where ended_at is null')->fetchColumn();
        $stopped = $again->send('POST', "/api/timings/{$timing}/stop");
        expect($stopped['body']['says'])
            ->toContain('The clock was wrong')
            ->and((int) $db->query('select max(ended_at - started_at) from timings')->fetchColumn())
            ->toBe(0);
        $machine->artisan('backup:write', '--daily');
        $machine->artisan('backup:accounts');
    }
    $today = gmdate('Y-m-d');
    expect(glob("{$machine->folder}/storage/backups/plum-rota-{$today}*.zip"))
        ->toHaveCount(1)
        ->and((int) $db->query('select count(*) from archives where kind = \'daily\' and made_at between '.(time() - 600).' and '.time())->fetchColumn())
        ->toBe(1);
    $ready = array_column($client->send('GET', '/ready')['body']['parts'], null, 'part');
    expect($ready['backup'])->toMatchArray(['well' => true])->and($ready['backup']['says'])->toStartWith('the latest is 0 h old; 1 of a time to come');
});
