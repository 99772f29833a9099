<?php

declare(strict_types=1);

use Tests\Chaos\Client;
use Tests\Chaos\Installation;

/** The site and the pool of deploy/, as nginx and php-fpm of Debian run them, with paths, ports and users put in. */
final class Deployed
{
    public readonly string $url;

    /** @var list<resource> */
    private array $processes = [];

    public function __construct(private readonly string $folder)
    {
        $root = dirname(__DIR__, 2);
        $port = Installation::freePort();
        $this->url = "https://127.0.0.1:{$port}";
        exec(
            "openssl req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=127.0.0.1 -keyout {$folder}/privkey.pem -out {$folder}/fullchain.pem 2>/dev/null",
        );
        $owner = posix_getpwuid(posix_geteuid())['name'] ?? 'root';
        $pool = strtr((string) file_get_contents("{$root}/deploy/php-fpm.conf"), [
            'user = plum-rota' => "user = {$owner}",
            'group = plum-rota' => "group = {$owner}",
            '/run/php/plum-rota.sock' => "{$folder}/fpm.sock",
            'www-data' => $owner,
        ]);
        $environment = [
            'APP_ENV' => 'production',
            'APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32)),
            'APP_URL' => $this->url,
            'APP_CONFIG_CACHE' => "{$folder}/config.php",
            'APP_ROUTES_CACHE' => "{$folder}/routes.php",
            'APP_EVENTS_CACHE' => "{$folder}/events.php",
            'DB_DATABASE' => "{$folder}/db.sqlite",
            'SESSION_DRIVER' => 'file',
            'CACHE_STORE' => 'array',
            'LOG_CHANNEL' => 'stderr',
            'HEALTH_FOLDER' => "{$folder}/alive",
            'BACKUP_FOLDER' => "{$folder}/backups",
        ];
        foreach ($environment as $name => $value) {
            $pool .= "env[{$name}] = \"{$value}\"\n";
        }
        file_put_contents("{$folder}/fpm.conf", "[global]\nerror_log = {$folder}/fpm.log\ndaemonize = no\n{$pool}");
        $site = strtr((string) file_get_contents("{$root}/deploy/nginx.conf"), [
            'listen 443 ssl' => "listen 127.0.0.1:{$port} ssl",
            '/etc/ssl/plum-rota' => $folder,
            '/srv/plum-rota' => $root,
            '/run/php/plum-rota.sock' => "{$folder}/fpm.sock",
            'listen 80' => 'listen 127.0.0.1:'.Installation::freePort(),
            'include fastcgi_params' => 'include /etc/nginx/fastcgi_params',
        ]);
        if (
            version_compare(
                (string) preg_replace('#.*nginx/([\d.]+).*#s', '$1', (string) shell_exec('nginx -v 2>&1')),
                '1.25.1',
                '<',
            )
        ) {
            $site = (string) preg_replace('/^ *http2 on;.*$/m', '', $site);
        }
        file_put_contents(
            "{$folder}/nginx.conf",
            "daemon off; user {$owner}; pid {$folder}/nginx.pid; error_log {$folder}/nginx.log; events {} http { include /etc/nginx/mime.types; access_log off; client_body_temp_path {$folder}/body; fastcgi_temp_path {$folder}/fastcgi; proxy_temp_path {$folder}/proxy; uwsgi_temp_path {$folder}/uwsgi; scgi_temp_path {$folder}/scgi; {$site} }",
        );
        $this->start('php-fpm8.2', ...$owner === 'root' ? ['-R'] : [], ...['-F', '-y', "{$folder}/fpm.conf"]);
        $this->start('nginx', '-c', "{$folder}/nginx.conf", '-e', "{$folder}/nginx.log");
        for ($try = 0; $try < 200 && ! (Installation::answers($port) && file_exists("{$folder}/fpm.sock")); $try++) {
            usleep(20_000);
        }
    }

    /** @return array{0: string, 1: array<string, string>} the body, and headers by name in lower case */
    public function get(string $path, bool $compressed = false): array
    {
        $headers = [];
        $curl = curl_init($this->url.$path);
        curl_setopt_array($curl, [
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_SSL_VERIFYPEER => false,
            CURLOPT_SSL_VERIFYHOST => 0,
            CURLOPT_HTTPHEADER => $compressed ? ['Accept-Encoding: gzip'] : [],
            CURLOPT_HEADERFUNCTION => function ($_, string $line) use (&$headers): int {
                if (str_contains($line, ':')) {
                    [$name, $value] = explode(':', $line, 2);
                    $headers[strtolower($name)] = trim($value);
                }

                return strlen($line);
            },
        ]);

        return [(string) curl_exec($curl), $headers + ['status' => (string) curl_getinfo($curl, CURLINFO_RESPONSE_CODE)]];
    }

    public function stop(): void
    {
        foreach ($this->processes as $process) {
            posix_kill(-proc_get_status($process)['pid'], SIGTERM);
        }
    }

    private function start(string ...$command): void
    {
        $log = ['file', "{$this->folder}/deployed.log", 'a'];
        $process = proc_open(['setsid', ...$command], [0 => ['file', '/dev/null', 'r'], 1 => $log, 2 => $log], $pipes);
        assert($process !== false);
        $this->processes[] = $process;
    }
}

afterEach(fn () => ($this->deployed ?? null)?->stop());

test(
    'behind nginx and php-fpm: https on a port of its own, compressed, signed in, and nothing but the application reached',
    function () {
        foreach (['nginx', 'php-fpm8.2', 'openssl'] as $program) {
            if (trim((string) shell_exec("command -v {$program} || ls /usr/sbin/{$program} 2>/dev/null")) === '') {
                $this->markTestSkipped("{$program} is not installed here.");
            }
        }
        if (! is_file(base_path('public/build/manifest.json'))) {
            $this->markTestSkipped('The page is not built.');
        }
        putenv('PATH='.getenv('PATH').':/usr/sbin');
        $this->deployed = $site = new Deployed($this->folder());
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
        expect(preg_match('#/build/assets/[\w.-]+\.js#', $page, $script))->toBe(1);
        [, $asset] = $site->get($script[0], compressed: true);
        expect($asset)->toMatchArray(['content-encoding' => 'gzip', 'cache-control' => 'public, max-age=31536000, immutable']);
        $client = (new Client($site->url))->open();
        expect($client->send('GET', '/api/areas')['status'])->toBe(401); // there is an account already
        Illuminate\Support\Facades\Artisan::call('accounts:add', [
            'email' => 'ines@example.test',
            '--password' => 'a long enough one',
        ]);
        $client->signIn('ines@example.test', 'a long enough one');
        expect($client->send('GET', '/api/areas')['status'])->toBe(200);
        [$board, $json] = $site->get('/api/session', compressed: true);
        expect($json['content-type'])->toContain('application/json');
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
    },
);
