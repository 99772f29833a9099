<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Backup\Backups;
use App\Upgrade\CannotUpgrade;
use App\Upgrade\State;
use App\Upgrade\Upgrade;
use Illuminate\Console\Command;
use Throwable;

/** Before a version begins its work: the database is brought to it, or is left as it was and it is said why. */
final class UpgradeDatabase extends Command
{
    protected $signature = 'data:upgrade';

    protected $description = 'Bring the database to this version; what was there is laid aside first';

    public function handle(Upgrade $upgrade, Backups $backups): int
    {
        try {
            $state = $upgrade->state(Backups::database());
            if ($state === State::Current) {
                return self::SUCCESS;
            }
            if ($state === State::Empty) {
                $upgrade->bring(Backups::database());

                return self::SUCCESS;
            }
            $done = $backups->replace(fn (string $copy): array => $upgrade->bring($copy));
        } catch (CannotUpgrade $fault) {
            $this->error($fault->getMessage());

            return self::FAILURE;
        } catch (Throwable $fault) {
            report($fault);
            $this->error("The database could not be brought to this version; it is as it was: {$fault->getMessage()}");

            return self::FAILURE;
        }
        $this->line("What was there lies in {$done['aside']->path}.");
        $this->line(
            'The database was of an earlier version and was brought to '.
                config()->string('version.number').
                ": {$done['made']['users']} accounts, {$done['made']['entries']} entries and what is known of {$done['made']['overrides']} of their times.",
        );

        return self::SUCCESS;
    }
}
