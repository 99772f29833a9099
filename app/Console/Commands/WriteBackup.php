<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Backup\Backups;
use Illuminate\Console\Command;
use Throwable;

final class WriteBackup extends Command
{
    protected $signature = 'backup:write {--daily : Only when there is none of today yet} {--aside : One that is kept until somebody removes it}';

    protected $description = 'Write a backup of the database and the files, while they are in use';

    public function handle(Backups $backups): int
    {
        if ($this->option('daily') && $backups->hasOneOfToday()) {
            $this->line('There is one of today already.');

            return self::SUCCESS;
        }
        try {
            $archive = $backups->write($this->option('aside') ? 'aside' : 'plum-rota');
            $manifest = $archive->check();
        } catch (Throwable $fault) {
            report($fault);
            $this->error("No backup was written: {$fault->getMessage()}");

            return self::FAILURE;
        }
        $this->line($archive->path);
        $this->line(
            ($manifest['tables']['entries'] ?? 0).' entries and '.count($manifest['files']).' files, opened and counted.',
            verbosity: 'v',
        );
        foreach ($manifest['missing'] as $name) {
            $this->warn("The file {$name} of an entry is not on the disk any more.");
        }
        foreach ($backups->rotate() as $gone) {
            $this->line("Removed {$gone}, which is older than what is kept.", verbosity: 'v');
        }

        return self::SUCCESS;
    }
}
