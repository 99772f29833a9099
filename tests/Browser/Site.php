<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Accounts\SignedIn;
use DateTimeImmutable;
use DateTimeZone;
use PDO;
use RuntimeException;
use SQLite3;

/** The application as it really runs, on a port and a database of its own, with a browser driver beside it. */
final class Site
{
    /** The moment at which all journeys begin, whenever they run; JOURNEY_NOW for another that is past. */
    private const BEGINS = '2026-11-25T10:20:00+01:00';

    public readonly string $url;

    public readonly string $driverUrl;

    /** Seconds by which the clock of the server and of the page is ahead of the real one. */
    public readonly int $ahead;

    /** What tells the server of a device that is signed in to the demo and asked to be remembered. */
    public string $demoDevice = '';

    private readonly string $folder;

    /** @var list<resource> */
    private array $processes = [];

    private function __construct()
    {
        $this->ahead = (new DateTimeImmutable(getenv('JOURNEY_NOW') ?: self::BEGINS))->getTimestamp() - time();
        $this->folder = sys_get_temp_dir().'/plum-rota-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        touch("{$this->folder}/db.sqlite");
        [$port, $driverPort] = [self::freePort(), self::freePort()];
        $this->url = "http://127.0.0.1:{$port}";
        $this->driverUrl = "http://127.0.0.1:{$driverPort}";
        $this->artisan('optimize');
        $this->artisan('migrate', '--force');
        $root = dirname(__DIR__, 2);
        $this->start([
            'php',
            '-d',
            'opcache.enable_cli=1',
            '-d',
            'opcache.validate_timestamps=0',
            '-d',
            'opcache.max_accelerated_files=20000',
            '-d',
            'opcache.memory_consumption=128',
            '-S',
            "127.0.0.1:{$port}",
            '-t',
            "{$root}/public",
            "{$root}/bin/router.php",
        ]);
        $this->start(['chromedriver', "--port={$driverPort}", '--silent']);
        self::waitFor($port);
        self::waitFor($driverPort);
        register_shutdown_function($this->stop(...));
    }

    public static function running(): self
    {
        static $site = null;

        return $site ??= new self();
    }

    /** By the clock of the server, on the walls of the demo's account. */
    public function now(): DateTimeImmutable
    {
        return (new DateTimeImmutable('now', new DateTimeZone('Europe/Berlin')))->modify(sprintf('%+d seconds', $this->ahead));
    }

    /** An empty database, or one with the demo in it. */
    public function reset(bool $demo): void
    {
        $kept = $this->folder.($demo ? '/demo.sqlite' : '/empty.sqlite');
        $database = "{$this->folder}/db.sqlite";
        if (! is_file($kept)) {
            $this->artisan('migrate:fresh', '--force', ...$demo ? ['--seed'] : []);
            if ($demo) {
                $this->demoDevice = $this->deviceOf('steward@example.test', 'glasshouse');
            }
            (new PDO("sqlite:{$database}"))->exec("vacuum into '{$kept}'");

            return;
        }
        // Under the locks of the database: the server may still be answering what the journey before asked last.
        $there = new SQLite3($database);
        $there->busyTimeout(10_000);
        $rows = new SQLite3($kept, SQLITE3_OPEN_READONLY);
        $isThere = $rows->backup($there);
        $rows->close();
        $there->close();
        if (! $isThere) {
            throw new RuntimeException('The database could not be put back.');
        }
    }

    /**
     * Signs in over HTTP as somebody who asks to be remembered.
     *
     * @return string what the cookie of the device says
     */
    private function deviceOf(string $email, string $password): string
    {
        $cookies = [];
        $asks = curl_init();
        curl_setopt_array($asks, [
            CURLOPT_COOKIEFILE => '',
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_HEADERFUNCTION => function (mixed $asks, string $header) use (&$cookies): int {
                if (preg_match('/^Set-Cookie: ([^=]+)=([^;]+)/i', $header, $found) === 1) {
                    $cookies[$found[1]] = $found[2];
                }

                return strlen($header);
            },
        ]);
        curl_setopt($asks, CURLOPT_URL, "{$this->url}/sanctum/csrf-cookie");
        curl_exec($asks);
        curl_setopt_array($asks, [
            CURLOPT_URL => "{$this->url}/api/session",
            CURLOPT_POSTFIELDS => json_encode(['email' => $email, 'password' => $password, 'remember' => true], JSON_THROW_ON_ERROR),
            CURLOPT_HTTPHEADER => [
                'Content-Type: application/json',
                'Accept: application/json',
                "Origin: {$this->url}",
                'X-XSRF-TOKEN: '.urldecode($cookies['XSRF-TOKEN'] ?? ''),
            ],
        ]);
        $answer = curl_exec($asks);

        return $cookies[SignedIn::COOKIE] ?? throw new RuntimeException('The demo could not be signed in to: '.$answer);
    }

    /** Straight into the database, where no person could wait so long. */
    public function query(string $sql): void
    {
        (new PDO("sqlite:{$this->folder}/db.sqlite", options: [PDO::ATTR_TIMEOUT => 10]))->exec($sql);
    }

    public function artisan(string ...$words): void
    {
        $process = proc_open(
            ['php', dirname(__DIR__, 2).'/artisan', ...$words],
            [1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
            $pipes,
            null,
            $this->environment(),
        );
        $output = stream_get_contents($pipes[1]).stream_get_contents($pipes[2]);
        if ($process === false || proc_close($process) !== 0) {
            throw new RuntimeException("artisan {$words[0]} failed: {$output}");
        }
    }

    public function folder(): string
    {
        return $this->folder;
    }

    /** @param  list<string>  $command */
    private function start(array $command): void
    {
        $log = ['file', "{$this->folder}/{$command[0]}.log", 'a'];
        // As the head of a group of its own: the server's workers and the driver's browsers end with it.
        $process = proc_open(
            ['setsid', ...$command],
            [0 => ['file', '/dev/null', 'r'], 1 => $log, 2 => $log],
            $pipes,
            null,
            $command[0] === 'php' ? [...$this->environment(), 'PHP_CLI_SERVER_WORKERS' => '3'] : self::surroundings(),
        );
        if ($process === false) {
            throw new RuntimeException("{$command[0]} could not be started.");
        }
        $this->processes[] = $process;
    }

    private function stop(): void
    {
        Page::endAll();
        foreach ($this->processes as $process) {
            posix_kill(-proc_get_status($process)['pid'], SIGTERM);
        }
        exec('rm -rf '.escapeshellarg($this->folder));
    }

    /** @return array<string, string> */
    private static function surroundings(): array
    {
        return array_filter(
            getenv(),
            fn (string $name): bool => in_array($name, ['PATH', 'HOME', 'LANG', 'TMPDIR'], true),
            ARRAY_FILTER_USE_KEY,
        );
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [
            ...self::surroundings(),
            'APP_ENV' => 'production',
            'APP_KEY' => 'base64:MDEyMzQ1Njc4OTAxMjM0NTY3ODkwMTIzNDU2Nzg5MDE=',
            'APP_CONFIG_CACHE' => "{$this->folder}/config.php",
            'APP_ROUTES_CACHE' => "{$this->folder}/routes.php",
            'APP_EVENTS_CACHE' => "{$this->folder}/events.php",
            // Debian's libfaketime sets the clock alone: what is measured between two moments, and when files were written, stays true.
            'LD_PRELOAD' => (glob('/usr/lib/*/faketime/libfaketime.so.1') ?:
            throw new RuntimeException('libfaketime is not there.'))[0],
            'FAKETIME' => sprintf('%+d', $this->ahead),
            'FAKETIME_DONT_FAKE_MONOTONIC' => '1',
            'NO_FAKE_STAT' => '1',
            'DB_DATABASE' => "{$this->folder}/db.sqlite",
            'SESSION_DRIVER' => 'file',
            'CACHE_STORE' => 'array',
            'QUEUE_CONNECTION' => 'sync', // no worker runs beside it
            'LOG_CHANNEL' => 'stderr',
            'APP_DEBUG' => 'false',
            'HEALTH_FOLDER' => "{$this->folder}/alive",
            'APP_URL' => $this->url,
            // It may follow what it gives out itself.
            'FOLLOW_ALLOWED' => (string) preg_replace('#^http://#', '', $this->url),
        ];
    }

    private static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('No port is free.');
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }

    private static function waitFor(int $port): void
    {
        for ($try = 0; $try < 100; $try++) {
            $knock = curl_init("http://127.0.0.1:{$port}");
            curl_setopt($knock, CURLOPT_CONNECT_ONLY, true);
            if (curl_exec($knock) !== false) {
                return;
            }
            usleep(100_000);
        }
        throw new RuntimeException("Nothing answers on port {$port}.");
    }
}
