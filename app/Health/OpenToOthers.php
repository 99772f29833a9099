<?php

declare(strict_types=1);

namespace App\Health;

/** What of an installation others on the machine could read, or is set as nobody should run it. */
final class OpenToOthers
{
    /** @return list<string> a sentence for each, with what mends it; none where all is as it should be */
    public function find(): array
    {
        $found = [];
        foreach ($this->paths() as $path) {
            clearstatcache(true, $path);
            $mode = @fileperms($path);
            if ($mode === false) {
                continue;
            }
            if (($mode & 0077) !== 0) {
                $found[] = sprintf('%s can be opened by others (%04o): chmod go= %s', $path, $mode & 07777, escapeshellarg($path));
            }
            if (function_exists('posix_geteuid') && @fileowner($path) !== posix_geteuid()) {
                $found[] = "{$path} belongs to somebody else than who runs this.";
            }
        }
        if (config('app.debug') === true) {
            $found[] = 'APP_DEBUG shows whoever meets a fault what is inside: set it to false.';
        }
        if (! str_starts_with((string) config()->string('app.url'), 'https://')) {
            $found[] = 'APP_URL does not begin with https://, so that passwords and cookies go over the wire as they are.';
        }

        return $found;
    }

    /** @return list<string> */
    private function paths(): array
    {
        $database = config('database.connections.sqlite.database');
        $database = is_string($database) ? $database : '';
        $backups = config('backup.folder');

        return [
            base_path('.env'),
            $database,
            "{$database}-wal",
            "{$database}-shm",
            storage_path(),
            base_path('bootstrap/cache'),
            is_string($backups) ? $backups : storage_path('backups'),
        ];
    }
}
