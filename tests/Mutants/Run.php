<?php

declare(strict_types=1);

namespace Tests\Mutants;

use RuntimeException;

/** Some files of tests, run by a process of their own until the first that fails. */
final class Run
{
    public const PASSED = 0;

    /** What does not end in time. */
    public const ENDLESS = 124;

    /** @var resource */
    private $process;

    private readonly string $log;

    private readonly float $until;

    /**
     * @param  list<string>  $tests  paths
     * @param  array<string, string>  $environment
     * @param  float  $most  seconds
     * @param  int  $slot  which of those that run beside each other it is
     */
    public function __construct(string $root, array $tests, array $environment, float $most, int $slot = 1)
    {
        $this->log = (string) tempnam(sys_get_temp_dir(), 'mutant');
        $this->until = microtime(true) + $most;
        $process = proc_open(
            [
                ...['setsid', 'php', '-d', 'memory_limit=1G', '-d', 'auto_prepend_file='.__DIR__.'/inject.php'],
                ...['vendor/bin/pest', '--bail', '--compact', '--colors=never', ...$tests],
            ],
            [0 => ['file', '/dev/null', 'r'], 1 => ['file', $this->log, 'w'], 2 => ['file', $this->log, 'a']],
            $pipes,
            $root,
            // What is faked of the disk lies apart for each.
            [...getenv(), ...$environment, 'LARAVEL_PARALLEL_TESTING' => '1', 'TEST_TOKEN' => "m{$slot}"],
        );
        $this->process = $process === false ? throw new RuntimeException('No process could be started.') : $process;
    }

    /** @return int|null null while it goes on, else PASSED, ENDLESS or what it ended with */
    public function ended(): ?int
    {
        $status = proc_get_status($this->process);
        if (! $status['running']) {
            return $status['exitcode'];
        }
        if (microtime(true) < $this->until) {
            return null;
        }
        posix_kill(-$status['pid'], SIGKILL);

        return self::ENDLESS;
    }

    public function wait(): int
    {
        while (($ended = $this->ended()) === null) {
            usleep(20_000);
        }

        return $ended;
    }

    public function output(): string
    {
        return (string) file_get_contents($this->log);
    }

    public function __destruct()
    {
        @unlink($this->log);
    }
}
