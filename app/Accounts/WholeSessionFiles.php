<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Filesystem\Filesystem;
use Illuminate\Session\FileSessionHandler;

/**
 * Sessions in files that are replaced as a whole: a server that is killed while it writes one leaves the one before, and
 * signs nobody out.
 */
final class WholeSessionFiles extends FileSessionHandler
{
    public function __construct(private readonly Filesystem $disk, private readonly string $folder, int $minutes)
    {
        parent::__construct($disk, $folder, $minutes);
    }

    /**
     * @param  string  $sessionId
     * @param  string  $data
     */
    public function write($sessionId, $data): bool
    {
        $file = "{$this->folder}/{$sessionId}";
        if (is_file($file) && file_get_contents($file) === $data) {
            touch($file); // idle time is counted from here

            return true;
        }
        $this->disk->replace($file, $data, 0600);

        return true;
    }
}
