<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Backup\Archive;
use App\Backup\Backups;
use App\Backup\UnsoundBackup;
use Illuminate\Console\Command;

final class CheckBackup extends Command
{
    protected $signature = 'backup:check {archive? : Its path; left out, all that there are}';

    protected $description = 'Open backups, count what is in them and compare it with what should be';

    public function handle(Backups $backups): int
    {
        $archive = $this->argument('archive');
        $paths = is_string($archive) ? [$archive] : $backups->all();
        if ($paths === []) {
            $this->error("There is no backup in {$backups->folder()}.");

            return self::FAILURE;
        }
        $bad = 0;
        foreach ($paths as $path) {
            try {
                $manifest = (new Archive($path))->check();
                $this->line(
                    "{$path}: sound, of {$manifest['made_at']}, ".
                        ($manifest['tables']['entries'] ?? 0).
                        ' entries, '.
                        count($manifest['files']).
                        ' files',
                );
            } catch (UnsoundBackup $fault) {
                $bad++;
                $this->error("{$path}: {$fault->getMessage()}");
            }
        }

        return $bad === 0 ? self::SUCCESS : self::FAILURE;
    }
}
