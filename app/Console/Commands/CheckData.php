<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Health\Crossings;
use App\Health\Heartbeat;
use App\Retention\LooseFiles;
use App\Retention\SureMoment;
use Illuminate\Console\Command;

/** Looks whether what is kept hangs together; what was found is said here, and at /ready until it is mended. */
final class CheckData extends Command
{
    protected $signature = 'data:check';

    protected $description = 'Look whether any row of one account names something of another, and remove files that nothing names';

    public function handle(Crossings $crossings, LooseFiles $files, SureMoment $moment): int
    {
        $now = $moment->look();
        $gone = $now === null ? ['files' => 0, 'bytes' => 0] : $files->remove($now);
        if ($gone['files'] > 0) {
            $this->warn(sprintf('%d files that nothing names were removed: %.1f MB.', $gone['files'], $gone['bytes'] / 1e6));
        }
        $found = $crossings->find();
        (new Heartbeat('data'))->beat(
            $found === [] ? '' : 'rows of one account name something of another: php artisan data:check',
        );
        foreach ($found as $sentence) {
            $this->error($sentence);
        }
        if ($found === []) {
            $this->line('No row of an account names something of another.');
        }

        return $found === [] ? self::SUCCESS : self::FAILURE;
    }
}
