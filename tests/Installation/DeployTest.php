<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Artisan;
use Tests\Chaos\Client;
use Tests\Installation\Deployed;

afterEach(function () {
    ($this->deployed ?? null)?->stop();
    if (isset($this->followed)) {
        exec('rm -rf '.escapeshellarg($this->followed));
    }
});

beforeEach(function () {
    if (Deployed::missing() !== null) {
        $this->markTestSkipped(Deployed::missing().' is not installed here.');
    }
    if (! is_file(base_path('public/build/manifest.json'))) {
        $this->markTestSkipped('The page is not built.');
    }
});

/** @param  array<string, string>  $environment */
function deployed(object $test, array $environment = []): Deployed
{
    $folder = $test->folder();
    foreach (['framework/views', 'framework/sessions', 'framework/cache/data', 'app/private', 'logs'] as $part) {
        is_dir("{$folder}/{$part}") || mkdir("{$folder}/{$part}", 0700, true);
    }

    return $test->deployed = new Deployed(
        $folder,
        dirname(__DIR__, 2),
        [
            'APP_ENV' => 'production',
            'APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32)),
            'APP_URL' => '{url}',
            'APP_CONFIG_CACHE' => "{$folder}/config.php",
            'APP_ROUTES_CACHE' => "{$folder}/routes.php",
            'APP_EVENTS_CACHE' => "{$folder}/events.php",
            'DB_DATABASE' => "{$folder}/db.sqlite",
            'SESSION_DRIVER' => 'file',
            'CACHE_STORE' => 'file',
            'LOG_CHANNEL' => 'stderr',
            'LARAVEL_STORAGE_PATH' => $folder,
            'HEALTH_FOLDER' => "{$folder}/alive",
            'BACKUP_FOLDER' => "{$folder}/backups",
            'ARGON_MEMORY' => '1024',
            'ARGON_TIME' => '1',
            ...$environment,
        ],
        posix_getpwuid(posix_geteuid())['name'] ?? 'root',
    );
}

test('behind nginx and php-fpm: https on a port of its own, signed in, and nothing but the application reached', function () {
    $site = deployed($this);
    [$page, $headers] = $site->get('/week');
    expect($headers['status'])
        ->toBe('200')
        ->and($page)
        ->toContain('<div id="page">')
        ->and($headers)
        ->toHaveKeys(['content-security-policy', 'strict-transport-security'])
        ->not->toHaveKey('x-powered-by')
        ->and($headers['server'])
        ->toBe('nginx');
    $client = (new Client($site->url))->open();
    expect($client->send('GET', '/api/areas')['status'])->toBe(401); // there is an account already
    Artisan::call('accounts:add', ['email' => 'ines@example.test', '--password' => 'a long enough one']);
    $client->signIn('ines@example.test', 'a long enough one');
    expect($client->send('GET', '/api/areas')['status'])->toBe(200);
    foreach (
        [
            '/.env',
            '/../.env',
            '/index.php/../../.env',
            '/storage/logs/laravel.log',
            '/database/plum-rota.sqlite',
            '/other.php',
        ] as $path
    ) {
        [$body] = $site->get($path);
        expect($body)->not->toContain('APP_KEY=')->not->toContain('SQLite format');
    }
});

test('nginx takes the site as it is shipped, PHP compiles on the go, and what is too large gets a sentence', function () {
    $site = deployed($this);
    expect(implode("\n", $site->said()))->toContain('test is successful')->not->toContain('warn');
    expect($site->php())->toMatch('/^JIT => On$/m')->toMatch('/^opcache\.jit_buffer_size => 64M/m');
    [$body, $headers] = $site->get('/api/imports', [CURLOPT_POSTFIELDS => str_repeat('x', 23_000_000)]);
    expect($headers['status'])
        ->toBe('413')
        ->and($headers['content-type'])
        ->toBe('application/json')
        ->and(json_decode($body, true)['message'])
        ->toContain('22 MB');
    if (is_executable('/usr/sbin/logrotate')) {
        $rules = strtr((string) file_get_contents(base_path('deploy/logrotate.conf')), [
            '/srv/plum-rota/storage' => $site->folder,
            'plum-rota plum-rota' => 'root root',
        ]);
        file_put_contents("{$site->folder}/logrotate.conf", $rules);
        chmod("{$site->folder}/logrotate.conf", 0600);
        exec("/usr/sbin/logrotate -d -s {$site->folder}/state {$site->folder}/logrotate.conf 2>&1", $lines, $status);
        expect(implode("\n", $lines))->not->toContain('error:')->and($status)->toBe(0);
    }
});

test('text goes compressed, whatever kind it is', function () {
    $site = deployed($this);
    Artisan::call('accounts:add', ['email' => 'ines@example.test', '--password' => 'a long enough one']);
    $client = (new Client($site->url))->signIn('ines@example.test', 'a long enough one');
    $calendar = $client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    foreach (range(1, 12) as $n) {
        $client->send('POST', '/api/entries', ['title' => "Bed {$n}", 'calendar_id' => $calendar, 'start' => '2026-11-25', 'notes' => str_repeat('putty ', 30)]);
    }
    $feed = $client->send('POST', '/api/feeds', ['kind' => 'calendar', 'calendar_id' => $calendar, 'name' => 'Plants'])['body'];
    $password = $client->send('POST', '/api/device-passwords', ['name' => 'Desk', 'current' => 'a long enough one'])['body']['password'];
    [$page] = $site->get('/week');
    preg_match('#/build/assets/[\w.-]+\.js#', $page, $script);
    $compressed = [CURLOPT_HTTPHEADER => ['Accept-Encoding: gzip']];
    $dav = [
        CURLOPT_CUSTOMREQUEST => 'PROPFIND',
        CURLOPT_USERPWD => "ines@example.test:{$password}",
        CURLOPT_HTTPHEADER => ['Accept-Encoding: gzip', 'Depth: 1'],
    ];
    $kinds = [
        'script' => $site->get($script[0], $compressed)[1],
        'feed' => $site->get((string) parse_url($feed['url'] ?? $feed['address'] ?? '', PHP_URL_PATH), $compressed)[1],
        'DAV' => $site->get("/dav/1/calendars/{$calendar}/", $dav)[1],
    ];
    foreach (['/api/table-file?what=entries', '/api/calendar-file', '/api/board?from=2026-11-23&days=7'] as $path) {
        $curl = $client->request('GET', $path, null, null);
        $jar = curl_copy_handle($curl);
        curl_setopt($jar, CURLOPT_HTTPHEADER, ['Accept: */*', 'Accept-Encoding: gzip']);
        curl_setopt($jar, CURLOPT_HEADER, true);
        $kinds[$path] = ['content-encoding' => preg_match('/^content-encoding: (\w+)/mi', (string) curl_exec($jar), $found) === 1 ? $found[1] : 'none'];
    }
    expect(array_map(fn (array $headers): string => $headers['content-encoding'] ?? 'none', $kinds))->each->toBe('gzip');
    expect($kinds['script']['cache-control'])->toBe('public, max-age=31536000, immutable');
});

test('what opens something to whoever has it is in no log, on neither port, and not when it goes wrong', function () {
    $site = deployed($this);
    $secret = str_repeat('SECRET', 7).'S';
    $paths = ["/feeds/{$secret}.ics", "/reset/{$secret}", "/join/{$secret}", "/answer/1/done?signature={$secret}", "/week?token={$secret}"];
    $plain = "http://127.0.0.1:{$site->plainPort}";
    foreach ($paths as $path) {
        $site->get($path, [CURLOPT_REFERER => "https://rota.example.test/reset/{$secret}"]);
        $site->get($path, url: $plain);
    }
    $site->stop('fpm'); // each of them is an error now
    foreach (array_slice($paths, 0, 4) as $path) {
        expect($site->get($path)[1]['status'])->toBe('502');
    }
    $site->stop('nginx');
    expect($site->logs())->not->toContain('SECRET')->toContain('"GET /feeds/..."')->toContain('"GET /week" 200');
});

test('addresses that proxies tell are believed of those that are trusted, and of no other', function () {
    $site = deployed($this, ['TRUSTED_PROXIES' => '127.0.0.2,127.0.0.3']);
    // A limit for each machine shows which one is taken for the one that asks. A minute may end meanwhile: so more than twice as many.
    $isLimited = function (string $from) use ($site): bool {
        for ($i = 0; $i < 130; $i++) {
            $status = $site->get('/feeds/'.str_repeat('a', 43).'.ics', [
                CURLOPT_INTERFACE => $from,
                CURLOPT_HTTPHEADER => ["X-Forwarded-For: 10.9.8.{$i}"],
            ])[1]['status'];
            if ($status === '429') {
                return true;
            }
        }

        return false;
    };
    expect([$isLimited('127.0.0.2'), $isLimited('127.0.0.4')])->toBe([false, true]);
});

test('the steps of deploy/README, followed in an empty folder, leave nothing open to others and a site that answers', function () {
    if (posix_geteuid() !== 0) {
        $this->markTestSkipped('Only root can follow them.');
    }
    $this->followed = $root = sys_get_temp_dir().'/plum-rota-followed-'.bin2hex(random_bytes(4));
    mkdir($root, 0755);
    chmod($root, 0755); // whatever the mask of the tests
    $files = explode("\n", trim((string) shell_exec('cd '.escapeshellarg(base_path()).' && git ls-files --cached --others --exclude-standard')));
    $files = array_filter($files, fn (string $file): bool => preg_match('#^(?:tests|core/tests|docs|bench)/#', $file) !== 1 && is_file(base_path($file)));
    file_put_contents("{$root}.list", implode("\n", $files));
    exec('umask 022; cd '.escapeshellarg(base_path())." && tar cf - -T {$root}.list vendor public/build | tar xf - -C {$root} --no-same-owner; chmod -R a+rX {$root}; rm {$root}.list");
    preg_match('/^```sh\n(.*?)^```/ms', (string) file_get_contents(base_path('deploy/README.md')), $block);
    $steps = "set -e\ncd {$root}\n";
    foreach (explode("\n", $block[1]) as $step) {
        $isDone = preg_match('/^(?:apt-get|adduser|composer) /', $step) === 1; // packages, user and libraries are there
        $steps .= $isDone ? '' : strtr($step, [
            'plum-rota:plum-rota' => 'nobody:nogroup',
            'runuser -u plum-rota' => 'runuser -u nobody',
            'you@your.name' => 'you@example.test --password="glasshouse panes"',
        ])."\n";
    }
    exec('env -i PATH="$PATH" HOME=/nonexistent bash -c '.escapeshellarg($steps).' 2>&1', $lines, $status);
    expect(implode("\n", $lines))
        ->toContain('you@example.test has an account.')
        ->toContain('Nothing is open to others.')
        ->and($status)
        ->toBe(0);
    foreach (['.env', 'database/plum-rota.sqlite', 'storage', 'storage/framework'] as $path) {
        expect(sprintf('%s %04o', $path, fileperms("{$root}/{$path}") & 0077))->toBe("{$path} 0000");
    }
    // Opened again, it is said.
    chmod("{$root}/.env", 0644);
    exec("cd {$root} && runuser -u nobody -- php artisan installation:check 2>&1", $said, $status);
    expect(implode("\n", $said))->toContain('.env can be opened by others (0644)')->and($status)->toBe(1);
    chmod("{$root}/.env", 0600);

    $site = $this->deployed = new Deployed($this->folder(), $root, [], 'nobody');
    $client = (new Client($site->url))->signIn('you@example.test');
    expect($client->send('GET', '/api/areas')['status'])->toBe(200);
    [$page] = $site->get('/week');
    preg_match('#/build/assets/[\w.-]+\.js#', $page, $script);
    expect($site->get($script[0])[1]['status'])->toBe('200');
});
