<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\Reminders\HandOver;
use Illuminate\Console\Command;

/** Hands reminders over as they fall, until it is ended. */
final class WorkReminders extends Command
{
    protected $signature = 'reminders:work {--once : One look, then end} {--linger=0 : Milliseconds between taking and handing over, to try out a crash}';

    protected $description = 'Hand reminders over as they fall';

    public function handle(HandOver $hand): int
    {
        $linger = (int) $this->option('linger');
        do {
            $this->line($hand->pass($linger).' handed over', verbosity: 'v');
            if ($this->option('once')) {
                break;
            }
            sleep(1);
        } while (true);

        return self::SUCCESS;
    }
}
