<?php

declare(strict_types=1);

namespace App\Retention;

/** How long this machine runs: a counter that setting the clock does not move (CLOCK_MONOTONIC, clock_gettime(2)). */
class Uptime
{
    /** @return string another one after each start of the machine; empty where that cannot be told (proc_sys_kernel(5)) */
    public function boot(): string
    {
        return trim((string) @file_get_contents('/proc/sys/kernel/random/boot_id'));
    }

    public function seconds(): int
    {
        return intdiv(hrtime(true), 1_000_000_000);
    }
}
