<?php

declare(strict_types=1);

use Tests\Chaos\Client;
use Tests\StartedByHand;

test('what was acknowledged is in the file alone after a stop, and laid aside by --fresh', function () {
    unlink("{$this->folder()}/db.sqlite");
    array_map(unlink(...), glob("{$this->folder()}/db.sqlite-*") ?: []);
    $first = new StartedByHand($this->folder(), ['--empty']);
    $client = (new Client($first->url))->open();
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    foreach (range(1, 5) as $i) {
        expect($client->send('POST', '/api/entries', ['title' => "Pane {$i}", 'calendar_id' => $calendar])['status'])->toBe(201);
    }
    // A part that ends is started again, and it is said.
    $worker = null;
    $first->until(function () use ($first, &$worker): bool {
        return ($worker = $first->part('reminders:work')) !== null;
    });
    posix_kill($worker, SIGKILL);
    $first->until(
        fn (): bool => str_contains($first->log(), 'The reminders worker ended') &&
            ! in_array($first->part('reminders:work'), [null, $worker], true),
    );
    $first->stop();
    copy("{$this->folder()}/db.sqlite", "{$this->folder()}/alone.sqlite");
    expect((int) (new PDO("sqlite:{$this->folder()}/alone.sqlite"))->query('select count(*) from entries')->fetchColumn())
        ->toBe(5)
        ->and(substr(sprintf('%o', fileperms("{$this->folder()}/db.sqlite")), -3))
        ->toBe('600');

    unlink("{$this->folder()}/start.log");
    $second = new StartedByHand($this->folder(), ['--fresh']);
    $second->stop();
    [$aside] = glob("{$this->folder()}/backups/aside-*.zip") ?: [''];
    expect((new App\Backup\Archive($aside))->check()['tables']['entries'])
        ->toBe(5)
        ->and($second->log())
        ->toContain($aside);
});

test('where the demo cannot be loaded it says so and stops, and the next start begins anew', function () {
    unlink("{$this->folder()}/db.sqlite");
    array_map(unlink(...), glob("{$this->folder()}/db.sqlite-*") ?: []);
    // No password can be hashed with so little memory.
    expect(fn () => new StartedByHand($this->folder(), [], ['ARGON_MEMORY' => '1']))
        ->toThrow(RuntimeException::class, 'The demo could not be loaded, so nothing was started')
        ->and(file_exists("{$this->folder()}/db.sqlite"))
        ->toBeFalse();
});
