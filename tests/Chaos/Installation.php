<?php

declare(strict_types=1);

namespace Tests\Chaos;

use PDO;
use RuntimeException;

/** The application as real processes in a folder of its own, that can be killed at any moment and started again. */
final class Installation
{
    public readonly string $url;

    public readonly string $folder;

    private readonly int $port;

    /** @var array<string, resource> by what they are */
    private array $processes = [];

    /** @var array<string, string> of the environment: a clock that is not the machine's */
    private array $clock = [];

    /**
     * @param  array<string, string>  $settings  of the environment
     * @param  string|null  $within  the folder it lies in, where not the one for passing files
     */
    public function __construct(private readonly array $settings = [], ?string $within = null)
    {
        $this->folder = ($within ?? sys_get_temp_dir()).'/plum-rota-chaos-'.bin2hex(random_bytes(5));
        foreach (['framework/views', 'framework/cache', 'framework/sessions', 'app/private', 'logs'] as $part) {
            mkdir("{$this->folder}/storage/{$part}", 0700, true);
        }
        touch("{$this->folder}/db.sqlite");
        $this->port = self::freePort();
        $this->url = "http://127.0.0.1:{$this->port}";
        $this->artisan('optimize', '--quiet');
        $this->artisan('migrate', '--force', '--quiet');
        register_shutdown_function($this->stop(...));
    }

    public static function freePort(): int
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0') ?: throw new RuntimeException('No port is free.');
        $name = (string) stream_socket_get_name($socket, false);
        fclose($socket);

        return (int) substr($name, (int) strrpos($name, ':') + 1);
    }

    public static function answers(int $port): bool
    {
        $knock = curl_init("http://127.0.0.1:{$port}");
        curl_setopt_array($knock, [CURLOPT_CONNECT_ONLY => true, CURLOPT_TIMEOUT_MS => 500]);

        return curl_exec($knock) !== false;
    }

    public function artisan(string ...$words): void
    {
        $process = $this->open(['php', self::root().'/artisan', ...$words]);
        while (proc_get_status($process)['running']) {
            usleep(10_000);
        }
        proc_close($process);
    }

    public function startServer(): void
    {
        // A killed one lets go of its port a moment after it is gone.
        for ($try = 0; $try < 500 && self::answers($this->port); $try++) {
            usleep(10_000);
        }
        $this->processes['server'] = $this->open([
            'setsid',
            'php',
            '-d',
            'variables_order=EGPCS', // where it keeps its files is told to it by the environment
            '-d',
            'opcache.enable_cli=1',
            '-d',
            'opcache.validate_timestamps=0',
            '-d',
            'opcache.jit=tracing',
            '-d',
            'opcache.jit_buffer_size=64M',
            '-d',
            'upload_max_filesize=21M', // as bin/start has it
            '-d',
            'post_max_size=22M',
            '-S',
            "127.0.0.1:{$this->port}",
            '-t',
            self::root().'/public',
            self::root().'/bin/router.php',
        ]);
        for ($try = 0; $try < 500; $try++) {
            if (self::answers($this->port)) {
                return;
            }
            usleep(10_000);
        }
        throw new RuntimeException('The server does not come up: '.file_get_contents("{$this->folder}/log"));
    }

    /**
     * Processes that are started from here on see another clock (libfaketime), while their counter runs as it does.
     *
     * @param  string|null  $clock  as "+40d" or "@1970-03-01 12:00:00"; null for the machine's own
     */
    public function setClock(?string $clock): void
    {
        $library = glob('/usr/lib/*/faketime/libfaketime.so.1')[0] ?? throw new RuntimeException('libfaketime is not installed.');
        $this->clock = $clock === null ? [] : ['LD_PRELOAD' => $library, 'FAKETIME' => $clock, 'DONT_FAKE_MONOTONIC' => '1'];
    }

    public function startWorker(string $name = 'worker'): void
    {
        $this->processes[$name] = $this->open(['setsid', 'php', self::root().'/artisan', 'reminders:work', '--quiet']);
    }

    /** Whoever writes and brings back archives. */
    public function startLongWorker(string $name = 'long worker'): void
    {
        $this->processes[$name] = $this->open(
            ['setsid', 'php', self::root().'/artisan', 'queue:work', 'long', '--quiet', '--sleep=0.1', '--timeout=1800'],
        );
    }

    /** A command that goes on beside what follows. */
    public function start(string $name, string ...$words): void
    {
        $this->processes[$name] = $this->open(['setsid', 'php', self::root().'/artisan', ...$words]);
    }

    /** As when the power goes: nothing is tidied up. */
    public function kill(string $name): void
    {
        $process = $this->processes[$name] ?? null;
        if ($process === null) {
            return;
        }
        unset($this->processes[$name]);
        posix_kill(-proc_get_status($process)['pid'], SIGKILL);
        while (proc_get_status($process)['running']) {
            usleep(2000);
        }
        proc_close($process);
    }

    public function isRunning(string $name): bool
    {
        return isset($this->processes[$name]) && proc_get_status($this->processes[$name])['running'];
    }

    public function db(): PDO
    {
        return new PDO(
            "sqlite:{$this->folder}/db.sqlite",
            options: [PDO::ATTR_TIMEOUT => 20, PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION],
        );
    }

    public function stop(): void
    {
        foreach (array_keys($this->processes) as $name) {
            $this->kill($name);
        }
        exec('rm -rf '.escapeshellarg($this->folder));
    }

    /**
     * @param  list<string>  $command
     * @return resource
     */
    private function open(array $command)
    {
        $log = ['file', "{$this->folder}/log", 'a'];
        $process = proc_open($command, [0 => ['file', '/dev/null', 'r'], 1 => $log, 2 => $log], $pipes, null, [
            'PATH' => (string) getenv('PATH'),
            'HOME' => (string) getenv('HOME'),
            'APP_ENV' => 'production',
            'APP_KEY' => 'base64:'.base64_encode(str_repeat('k', 32)),
            'APP_URL' => $this->url,
            'APP_CONFIG_CACHE' => "{$this->folder}/config.php",
            'APP_ROUTES_CACHE' => "{$this->folder}/routes.php",
            'APP_EVENTS_CACHE' => "{$this->folder}/events.php",
            'DB_DATABASE' => "{$this->folder}/db.sqlite",
            'SESSION_DRIVER' => 'file',
            'CACHE_STORE' => 'array',
            'LOG_CHANNEL' => 'stderr',
            'LARAVEL_STORAGE_PATH' => "{$this->folder}/storage",
            'HEALTH_FOLDER' => "{$this->folder}/alive",
            'PHP_CLI_SERVER_WORKERS' => '4',
            'ARGON_MEMORY' => '1024',
            'ARGON_TIME' => '1',
            ...$this->clock,
            ...$this->settings,
        ]);

        return $process === false ? throw new RuntimeException("{$command[1]} could not be started.") : $process;
    }

    private static function root(): string
    {
        return dirname(__DIR__, 2);
    }
}
