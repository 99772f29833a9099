<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;

/*
 * Two clients that others wrote, as Debian packages them: python3-caldav (https://github.com/python-caldav/caldav) and vdirsyncer
 * (https://vdirsyncer.pimutils.org). bin/test installs them.
 */

/** @return array<string, mixed> what a step of the client prints */
function client(object $test, string $password, string ...$step): array
{
    $words = [
        '/usr/bin/python3',
        __DIR__.'/clients/caldav_client.py',
        "{$test->site->url}/dav/",
        'steward@example.test',
        $password,
        ...$step,
    ];
    exec(implode(' ', array_map(escapeshellarg(...), $words)).' 2>&1', $lines, $status);
    expect($status)->toBe(0, implode("\n", $lines));

    return json_decode((string) end($lines), true, 512, JSON_THROW_ON_ERROR);
}

/** Makes a password for a device in Settings, by keys, and reads it where it is shown. */
function devicePassword(Page $page, string $device): string
{
    $page->press('[data-test=account]')->press('[data-test=settings]')->see('[data-test=device-passwords]');
    $page->type('[data-test=device-name]', $device)->keys(WebDriverKeys::ENTER);
    $password = $page->see('[data-test=made-password]')->getText();
    $page->press('[data-test=password-noted]')->untilSame([], fn () => $page->all('[data-test=made-password]'));

    return $password;
}

/** @return string|null the password that the database knows by its SHA-256 */
function knownPassword(object $test): string
{
    $hash = hash('sha256', str_repeat('abcde', 6));
    $test->site->query(
        "insert or ignore into device_passwords (id, user_id, name, password_hash, made_at) select '01jdevicedevicedevicedevic', id, 'Desk', '{$hash}', 1 from users limit 1",
    );

    return implode('-', array_fill(0, 6, 'abcde'));
}

test(
    'a password made in Settings lets a client write a routine with an exception, see what the page changes, and ends there',
    function () {
        $page = demo($this);
        $password = devicePassword($page, 'Greenhouse phone');
        expect(client($this, $password, 'list')['calendars'])->toContain('Glasshouse', 'Choir');
        $found = client($this, $password, 'write');
        expect($found)->toBe([
            'open' => ['Order stakes'],
            'all' => ['Oil the saw', 'Order stakes'],
            'times' => ['2026-11-30T13:00:00+00:00', '2026-12-07T08:00:00+00:00'],
            'busy' => ['20261130T130000Z/20261130T140000Z'],
        ]);
        expect(client($this, $password, 'read', 'Old orchard'))->toBe([
            'note' => true,
            'titles' => ['Orchard round', 'Orchard round, late'],
        ]);

        // A change in the page: the title of the whole routine, found by its name.
        $page->visit('/')->see('[data-test=capture]');
        $page->keys('q')->type('[data-test=find-field]', 'Orchard round')->press('[data-test=found]')->see('[data-test=sheet]');
        $page->script("document.querySelector('[data-test=title]').select()");
        $page->type('[data-test=title]', 'Orchard walk')->keys(WebDriverKeys::CONTROL.WebDriverKeys::ENTER);
        $page->untilSame([], fn () => $page->all('[data-test=sheet]'));
        expect(client($this, $password, 'read', 'Old orchard'))->toBe([
            'note' => true,
            'titles' => ['Orchard round, late', 'Orchard walk'],
        ]);
        expect(client($this, $password, 'change', 'Old orchard'))->toBe(['changed' => 1, 'gone' => 1, 'left' => 1]);
        // And what the client changed is found in the page, the exception with it.
        $page->visit('/')->see('[data-test=capture]');
        $page->press('[data-test=find]')->type('[data-test=find-field]', 'Meadow')->see('[data-test=found]');
        $page->untilSame(true, fn () => str_contains($page->see('body')->getText(), 'Meadow walk'));
        $page->keys(WebDriverKeys::ESCAPE);
        expect(client($this, $password, 'remove', 'Old orchard')['calendars'])->not->toContain('Old orchard');

        $page->visit('/')->press('[data-test=account]')->press('[data-test=settings]')->see('[data-test=device-password]');
        $page->press('[data-test=device-password] .grave')->press('.n-popconfirm .n-button--primary-type');
        $page->untilSame([], fn () => $page->all('[data-test=device-password]'));
        exec(
            'curl -s -o /dev/null -w "%{http_code}" -u '.
                escapeshellarg("steward@example.test:{$password}").
                ' -X PROPFIND -H "Depth: 0" '.
                escapeshellarg("{$this->site->url}/dav/"),
            $answer,
        );
        expect($answer)->toBe(['401']);
    },
);

test(
    'a folder is kept the same as the server both ways: many entries, deletions, conflicts, and twice in a row nothing',
    function () {
        $number = (int) (getenv('CLIENT_ENTRIES') ?: 60);
        demo($this)->close();
        $this->page = null;
        $password = knownPassword($this);
        $folder = $this->site->folder().'/vdir';
        exec('rm -rf '.escapeshellarg($folder));
        mkdir("{$folder}/here", 0700, true);
        file_put_contents(
            "{$folder}/config",
            <<<INI
            [general]
            status_path = "{$folder}/status/"
            [pair rota]
            a = "here"
            b = "server"
            collections = ["from b"]
            conflict_resolution = "b wins"
            [storage here]
            type = "filesystem"
            path = "{$folder}/here/"
            fileext = ".ics"
            [storage server]
            type = "caldav"
            url = "{$this->site->url}/dav/"
            username = "steward@example.test"
            password = "{$password}"
            INI
            ,
        );
        $run = function (string ...$words) use ($folder): array {
            exec(
                'yes 2>/dev/null | vdirsyncer -c '.
                    escapeshellarg("{$folder}/config").
                    ' '.
                    implode(' ', array_map(escapeshellarg(...), $words)).
                    ' 2>&1',
                $lines,
                $status,
            );
            expect($status)->toBe(0, implode("\n", $lines));

            return array_values(
                array_filter($lines, fn (string $line): bool => preg_match('/^(Copying|Deleting|warning|error)/i', $line) === 1),
            );
        };
        $run('discover');
        $run('sync');
        expect($run('sync'))->toBe([], 'after the first');
        $calendar = collect(glob("{$folder}/here/*"))->sortBy(fn (string $path): int => -count(glob("{$path}/*")))->first();
        $before = count(glob("{$calendar}/*.ics"));
        for ($i = 0; $i < $number; $i++) {
            file_put_contents(
                "{$calendar}/new-{$i}.ics",
                implode("\r\n", [
                    'BEGIN:VCALENDAR',
                    'VERSION:2.0',
                    'PRODID:-//Example//EN',
                    'BEGIN:VEVENT',
                    "UID:new-{$i}@example",
                    'DTSTAMP:20261120T080000Z',
                    sprintf('DTSTART;TZID=Europe/Berlin:202611%02dT%02d0000', 1 + ($i % 28), $i % 24),
                    'DURATION:PT1H',
                    "SUMMARY:Bench {$i}",
                    $i % 3 === 0 ? 'RRULE:FREQ=WEEKLY;COUNT=5' : 'LOCATION:North',
                    'END:VEVENT',
                    'END:VCALENDAR',
                    '',
                ]),
            );
        }
        expect($run('sync'))->toHaveCount($number)->and($run('sync'))->toBe([], 'after so many');

        // Gone here; gone there; changed on both sides, where the server wins; changed here alone.
        unlink("{$calendar}/new-1.ics");
        $db = new PDO("sqlite:{$this->site->folder()}/db.sqlite", options: [PDO::ATTR_TIMEOUT => 10]);
        $at = fn (int $i): string => "{$this->site->url}/dav/".
            $db->query(
                "select user_id || '/calendars/' || calendar_id || '/' || resource_name from entries where uid = 'new-{$i}@example'",
            )->fetchColumn();
        $other = function (string ...$words) use ($password): string {
            return (string) shell_exec(
                'curl -s -w "%{http_code}" -u '.
                    implode(' ', array_map(escapeshellarg(...), ["steward@example.test:{$password}", ...$words])),
            );
        };
        expect($other('-X', 'DELETE', $at(2)))->toBe('204');
        $theirs = str_replace('Bench 4', 'Theirs', file_get_contents("{$calendar}/new-4.ics"));
        expect($other('-X', 'PUT', '-H', 'Content-Type: text/calendar', '--data-binary', $theirs, $at(4)))->toBe('204');
        foreach ([4, 5] as $i) {
            file_put_contents(
                "{$calendar}/new-{$i}.ics",
                str_replace("Bench {$i}", "Mine {$i}", file_get_contents("{$calendar}/new-{$i}.ics")),
            );
        }
        $run('sync');
        expect($run('sync'))->toBe([], 'after deletions and a conflict');
        $all = fn (string $what): int => count(
            array_filter(glob("{$calendar}/*.ics"), fn (string $file): bool => str_contains(file_get_contents($file), $what)),
        );
        expect(count(glob("{$calendar}/*.ics")))
            ->toBe($before + $number - 2)
            ->and($all('SUMMARY:Theirs'))
            ->toBe(1)
            ->and($all('SUMMARY:Mine 4'))
            ->toBe(0)
            ->and($all('SUMMARY:Mine 5'))
            ->toBe(1);
    },
);
