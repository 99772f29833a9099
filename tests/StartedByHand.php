<?php

declare(strict_types=1);

namespace Tests;

use RuntimeException;

/** bin/start as it is run by hand, with everything it makes in a folder of its own. */
final class StartedByHand
{
    public readonly string $url;

    /** @var resource */
    private $process;

    /**
     * @param  list<string>  $words  after bin/start
     * @param  array<string, string>  $environment  besides what every one has
     */
    public function __construct(public readonly string $folder, array $words, array $environment = [])
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        assert($socket !== false);
        $port = substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
        fclose($socket);
        $this->url = "http://127.0.0.1:{$port}";
        $log = ['file', "{$folder}/start.log", 'a'];
        $process = proc_open(
            ['setsid', 'bash', dirname(__DIR__).'/bin/start', ...$words],
            [0 => ['file', '/dev/null', 'r'], 1 => $log, 2 => $log],
            $pipes,
            null,
            [
                'PATH' => (string) getenv('PATH'),
                'HOME' => (string) getenv('HOME'),
                'PORT' => $port,
                'WORKERS' => '2',
                'DB_DATABASE' => "{$folder}/db.sqlite",
                'BACKUP_FOLDER' => "{$folder}/backups",
                'HEALTH_FOLDER' => "{$folder}/alive",
                'APP_CONFIG_CACHE' => "{$folder}/config.php",
                'APP_ROUTES_CACHE' => "{$folder}/routes.php",
                'APP_EVENTS_CACHE' => "{$folder}/events.php",
                ...$environment,
            ],
        );
        assert($process !== false);
        $this->process = $process;
        $this->until(fn (): bool => str_contains($this->log(), 'Plum Rota is at'));
    }

    public function log(): string
    {
        return (string) file_get_contents("{$this->folder}/start.log");
    }

    public function until(callable $is): void
    {
        for ($try = 0; $try < 1200 && ! $is(); $try++) {
            if (! proc_get_status($this->process)['running']) {
                throw new RuntimeException("bin/start ended: {$this->log()}");
            }
            usleep(50_000);
        }
        if (! $is()) {
            throw new RuntimeException("It did not come to pass: {$this->log()}");
        }
    }

    /** The process of a part, by what it was started with, among those that this bin/start has started. */
    public function part(string $word): ?int
    {
        $session = proc_get_status($this->process)['pid'];
        foreach (glob('/proc/[0-9]*/stat') ?: [] as $stat) {
            $line = (string) @file_get_contents($stat);
            $fields = explode(' ', substr($line, (int) strrpos($line, ')') + 2));
            $command = (string) @file_get_contents(dirname($stat).'/cmdline');
            if ((int) ($fields[3] ?? 0) === $session && str_contains($command, $word) && str_starts_with($command, 'php')) {
                return (int) basename(dirname($stat));
            }
        }

        return null;
    }

    public function stop(): void
    {
        proc_terminate($this->process, SIGTERM);
        while (proc_get_status($this->process)['running']) {
            usleep(20_000);
        }
    }
}
