<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Backup\Archive;
use App\Backup\Backups;
use App\Backup\UnsoundBackup;
use App\Exceptions\StorageTrouble;
use App\Upgrade\CannotUpgrade;
use Illuminate\Console\Command;
use RuntimeException;

final class RestoreBackup extends Command
{
    protected $signature = 'backup:restore {archive : Its path} {--yes : Do not ask}';

    protected $description = 'Bring a backup back; what is there now is laid aside first';

    public function handle(Backups $backups): int
    {
        $path = $this->argument('archive');
        if (
            ! $this->option('yes') &&
            ! $this->confirm('Everything since that backup is replaced by it. What is there now is laid aside first. Go on?')
        ) {
            return self::FAILURE;
        }
        try {
            $done = $backups->restore(new Archive($path));
        } catch (UnsoundBackup|CannotUpgrade|RuntimeException $fault) {
            $this->error('Nothing was brought back: '.(StorageTrouble::sentence($fault) ?? $fault->getMessage()));

            return self::FAILURE;
        }
        $this->line("Brought back {$path}.");
        if ($done['aside'] !== null) {
            $this->line("What was there lies in {$done['aside']->path}.");
        }

        return self::SUCCESS;
    }
}
