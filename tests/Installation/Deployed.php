<?php

declare(strict_types=1);

namespace Tests\Installation;

use Tests\Chaos\Installation;

/** The site and the pool of deploy/, as nginx and php-fpm of Debian run them, with paths, ports and users put in. */
final class Deployed
{
    public readonly string $url;

    public readonly int $plainPort;

    /** @var array<string, resource> */
    private array $processes = [];

    /**
     * @param  string  $folder  for what is written
     * @param  string  $root  where the application lies
     * @param  array<string, string>  $environment  of the pool
     * @param  string  $user  who runs it
     */
    public function __construct(
        public readonly string $folder,
        string $root,
        array $environment,
        private readonly string $user,
    ) {
        putenv('PATH='.getenv('PATH').':/usr/sbin');
        $port = Installation::freePort();
        $this->plainPort = Installation::freePort();
        $this->url = "https://127.0.0.1:{$port}";
        exec(
            "openssl req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=127.0.0.1 -keyout {$folder}/privkey.pem -out {$folder}/fullchain.pem 2>/dev/null",
        );
        $group = posix_getgrgid(posix_getpwnam($user)['gid'] ?? 0)['name'] ?? $user;
        $pool = strtr((string) file_get_contents(dirname(__DIR__, 2).'/deploy/php-fpm.conf'), [
            'user = plum-rota' => "user = {$user}",
            'group = plum-rota' => "group = {$group}",
            '/run/php/plum-rota.sock' => "{$folder}/fpm.sock",
            'www-data' => posix_getpwuid(posix_geteuid())['name'] ?? 'root',
        ]);
        foreach ($environment as $name => $value) {
            $pool .= "env[{$name}] = \"".str_replace('{url}', $this->url, $value)."\"\n";
        }
        file_put_contents("{$folder}/fpm.conf", "[global]\nerror_log = {$folder}/fpm.log\ndaemonize = no\n{$pool}");
        mkdir("{$folder}/ini");
        copy(dirname(__DIR__, 2).'/deploy/php.ini', "{$folder}/ini/99-plum-rota.ini");
        $site = strtr((string) file_get_contents(dirname(__DIR__, 2).'/deploy/nginx.conf'), [
            'listen 443 ssl' => "listen 127.0.0.1:{$port} ssl",
            'listen 80' => "listen 127.0.0.1:{$this->plainPort}",
            '/etc/ssl/plum-rota' => $folder,
            '/srv/plum-rota' => $root,
            '/run/php/plum-rota.sock' => "{$folder}/fpm.sock",
            '/var/log/nginx' => $folder,
            'include fastcgi_params' => 'include /etc/nginx/fastcgi_params',
        ]);
        $owner = posix_getpwuid(posix_geteuid())['name'] ?? 'root';
        file_put_contents(
            "{$folder}/nginx.conf",
            "daemon off; user {$owner}; pid {$folder}/nginx.pid; error_log {$folder}/nginx.log; events {} http { include /etc/nginx/mime.types; client_body_temp_path {$folder}/body; fastcgi_temp_path {$folder}/fastcgi; proxy_temp_path {$folder}/proxy; uwsgi_temp_path {$folder}/uwsgi; scgi_temp_path {$folder}/scgi;\n{$site} }",
        );
        $this->start(
            'fpm',
            'env',
            "PHP_INI_SCAN_DIR=/etc/php/8.2/fpm/conf.d:{$folder}/ini",
            'php-fpm8.2',
            ...($user === 'root' ? ['-R'] : []),
            ...['-F', '-y', "{$folder}/fpm.conf"],
        );
        $this->start('nginx', 'nginx', '-c', "{$folder}/nginx.conf", '-e', "{$folder}/nginx.log");
        for ($try = 0; $try < 500 && ! (Installation::answers($port) && file_exists("{$folder}/fpm.sock")); $try++) {
            usleep(20_000);
        }
    }

    /** @return string|null of Debian's packages one that is not here */
    public static function missing(): ?string
    {
        foreach (['nginx', 'php-fpm8.2', 'openssl'] as $program) {
            if (! is_executable("/usr/sbin/{$program}") && ! is_executable("/usr/bin/{$program}")) {
                return $program;
            }
        }

        return null;
    }

    /** @return list<string> what nginx says of the site, as it would before it takes it up */
    public function said(): array
    {
        exec("nginx -t -c {$this->folder}/nginx.conf -e {$this->folder}/nginx.log 2>&1", $lines);

        return $lines;
    }

    /** @return string what php-fpm says of itself, with the settings of deploy/ */
    public function php(): string
    {
        return (string) shell_exec("PHP_INI_SCAN_DIR=/etc/php/8.2/fpm/conf.d:{$this->folder}/ini php-fpm8.2 -i 2>/dev/null");
    }

    /**
     * @param  array<int, mixed>  $options  of curl
     * @return array{0: string, 1: array<string, string>} the body, and headers by name in lower case
     */
    public function get(string $path, array $options = [], ?string $url = null): array
    {
        $headers = [];
        $curl = curl_init(($url ?? $this->url).$path);
        curl_setopt_array($curl, $options + [
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_SSL_VERIFYPEER => false,
            CURLOPT_SSL_VERIFYHOST => 0,
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

    /** @return string all that was logged by nginx and php-fpm */
    public function logs(): string
    {
        return implode('', array_map(fn (string $path): string => (string) file_get_contents($path), glob("{$this->folder}/*.log") ?: []));
    }

    public function stop(?string $only = null): void
    {
        foreach ($this->processes as $name => $process) {
            if ($only === null || $only === $name) {
                posix_kill(-proc_get_status($process)['pid'], SIGTERM);
                while (proc_get_status($process)['running']) {
                    usleep(10_000);
                }
                unset($this->processes[$name]);
            }
        }
    }

    private function start(string $name, string ...$command): void
    {
        $log = ['file', "{$this->folder}/deployed.log", 'a'];
        $process = proc_open(['setsid', ...$command], [0 => ['file', '/dev/null', 'r'], 1 => $log, 2 => $log], $pipes);
        assert($process !== false);
        $this->processes[$name] = $process;
    }
}
