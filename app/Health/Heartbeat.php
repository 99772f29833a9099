<?php

declare(strict_types=1);

namespace App\Health;

use Carbon\CarbonImmutable;

/**
 * A sign of life of a part that runs by itself: a file that it touches. Not in the database, so that it can be told when
 * the database is what is wrong.
 */
final readonly class Heartbeat
{
    public function __construct(private string $part)
    {
    }

    /** @param  string  $trouble  what went wrong last; empty when it is well */
    public function beat(string $trouble = ''): void
    {
        $file = $this->file();
        if (! is_dir(dirname($file))) {
            @mkdir(dirname($file), 0700, true);
        }
        @file_put_contents($file, $trouble);
    }

    /** @return int|null seconds since the last one; null when there never was any */
    public function age(): ?int
    {
        clearstatcache(true, $this->file());
        $at = @filemtime($this->file());

        return $at === false ? null : max(0, CarbonImmutable::now()->getTimestamp() - $at);
    }

    public function trouble(): string
    {
        return (string) @file_get_contents($this->file());
    }

    private function file(): string
    {
        $folder = config('health.folder');

        return (is_string($folder) ? $folder : storage_path('framework/alive')).'/'.$this->part;
    }
}
