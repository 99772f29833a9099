<?php

declare(strict_types=1);

namespace Bench;

use RuntimeException;

/** The application on a port and a database of its own, and a signed-in client that times its answers. */
final class Server
{
    private readonly string $folder;

    public readonly string $url;

    /** @var resource */
    private $process;

    /** @param  array<string, string>  $more  of the environment */
    public function __construct(private readonly array $more = [])
    {
        $this->folder = sys_get_temp_dir().'/plum-rota-bench-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        touch("{$this->folder}/db.sqlite");
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        $name = $socket === false ? '' : (string) stream_socket_get_name($socket, false);
        if ($socket !== false) {
            fclose($socket);
        }
        $this->url = 'http://'.$name;
        $this->artisan('optimize');
        $this->artisan('migrate', '--force', '--seed');
        $process = proc_open(
            [
                'php',
                '-d',
                'opcache.enable_cli=1',
                '-d',
                'opcache.validate_timestamps=0',
                '-d',
                'opcache.jit=tracing',
                '-d',
                'opcache.jit_buffer_size=64M',
                '-S',
                $name,
                '-t',
                'public',
                'bin/router.php',
            ],
            [0 => ['file', '/dev/null', 'r'], 1 => ['file', '/dev/null', 'a'], 2 => ['file', '/dev/null', 'a']],
            $pipes,
            dirname(__DIR__),
            $this->environment(),
        );
        $this->process = $process === false ? throw new RuntimeException('The server could not be started.') : $process;
        register_shutdown_function(function (): void {
            proc_terminate($this->process);
            exec('rm -rf '.escapeshellarg($this->folder));
        });
        $this->signIn();
    }

    public function artisan(string ...$words): void
    {
        $process = proc_open(
            ['php', 'artisan', ...array_values($words)],
            [1 => ['file', '/dev/null', 'a'], 2 => ['pipe', 'w']],
            $pipes,
            dirname(__DIR__),
            $this->environment(),
        );
        $trouble = isset($pipes[2]) ? (string) stream_get_contents($pipes[2]) : '';
        if ($process === false || proc_close($process) !== 0) {
            throw new RuntimeException("artisan {$words[0]} failed: {$trouble}");
        }
    }

    /** @return float milliseconds of processor time that the server has taken so far */
    public function processorTime(): float
    {
        $pid = proc_get_status($this->process)['pid'];

        return (float) explode(' ', (string) file_get_contents("/proc/{$pid}/schedstat"))[0] / 1e6;
    }

    /**
     * Makes the data, or takes what was made for an earlier run today: in the folder BENCH_KEEP, if there is one.
     *
     * @param  \Closure(): void  $make
     */
    public function kept(string $name, \Closure $make): void
    {
        $folder = (string) getenv('BENCH_KEEP');
        // Another schema or another life is other data.
        $made = array_map(
            fn (string $one): string => (string) hash_file('crc32b', $one),
            glob(__DIR__.'/../database/*/*.php') ?: [],
        );
        $file = "{$folder}/".date('Y-m-d')."-{$name}-".hash('crc32b', implode($made)).'.sqlite';
        if ($folder !== '' && is_file($file)) {
            copy($file, "{$this->folder}/db.sqlite");
            $this->signIn();

            return;
        }
        $make();
        if ($folder !== '') {
            is_dir($folder) || mkdir($folder, recursive: true);
            $database = new \PDO("sqlite:{$this->folder}/db.sqlite");
            $database->exec('vacuum into '.$database->quote($file));
        }
    }

    /** @return string what a script of this folder says, run beside the server on the same data */
    public function script(string $name): string
    {
        $process = proc_open(
            ['php', __DIR__."/{$name}.php"],
            [1 => ['pipe', 'w'], 2 => STDERR],
            $pipes,
            dirname(__DIR__),
            $this->environment(),
        );
        $said = isset($pipes[1]) ? (string) stream_get_contents($pipes[1]) : '';
        if ($process === false || proc_close($process) !== 0) {
            throw new RuntimeException("{$name} failed.");
        }

        return $said;
    }

    /** @return float milliseconds from the request to the whole answer */
    public function time(string $path): float
    {
        $before = hrtime(true);
        $this->ask('GET', $path);

        return (hrtime(true) - $before) / 1e6;
    }

    /**
     * @param  array<string, mixed>|null  $data
     */
    public function ask(string $method, string $path, ?array $data = null): string
    {
        $handle = curl_init($this->url.$path);
        $jar = "{$this->folder}/cookies";
        $token = preg_match('/XSRF-TOKEN\s+(\S+)/', (string) @file_get_contents($jar), $m) === 1 ? urldecode($m[1]) : '';
        curl_setopt_array($handle, [
            CURLOPT_CUSTOMREQUEST => $method === '' ? 'GET' : $method,
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_COOKIEJAR => $jar,
            CURLOPT_COOKIEFILE => $jar,
            CURLOPT_HTTPHEADER => [
                'Accept: application/json',
                'Content-Type: application/json',
                "Origin: {$this->url}",
                "X-XSRF-TOKEN: {$token}",
            ],
        ]);
        if ($data !== null) {
            curl_setopt($handle, CURLOPT_POSTFIELDS, (string) json_encode($data));
        }
        $answer = curl_exec($handle);
        $status = curl_getinfo($handle, CURLINFO_RESPONSE_CODE);
        curl_close($handle);
        if (! is_string($answer) || $status >= 400) {
            throw new RuntimeException("{$method} {$path} answered {$status}: ".substr((string) $answer, 0, 300));
        }

        return $answer;
    }

    private function signIn(): void
    {
        for ($try = 0; $try < 50; $try++) {
            try {
                $this->ask('GET', '/sanctum/csrf-cookie');
                $this->ask('POST', '/api/session', ['email' => 'steward@example.test', 'password' => 'glasshouse']);

                return;
            } catch (RuntimeException) {
                usleep(100_000);
            }
        }
        throw new RuntimeException('Nobody can sign in.');
    }

    /** @return array<string, string> */
    private function environment(): array
    {
        return [
            ...$this->more,
            'PATH' => (string) getenv('PATH'),
            'HOME' => (string) getenv('HOME'),
            'APP_ENV' => 'production',
            'APP_KEY' => 'base64:MDEyMzQ1Njc4OTAxMjM0NTY3ODkwMTIzNDU2Nzg5MDE=',
            'APP_CONFIG_CACHE' => "{$this->folder}/config.php",
            'APP_ROUTES_CACHE' => "{$this->folder}/routes.php",
            'APP_EVENTS_CACHE' => "{$this->folder}/events.php",
            'DB_DATABASE' => "{$this->folder}/db.sqlite",
            'SESSION_DRIVER' => 'file',
            'CACHE_STORE' => 'file',
            'APP_DEBUG' => 'false',
            'LOG_CHANNEL' => 'stderr',
        ];
    }
}
