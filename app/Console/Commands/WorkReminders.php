<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\Reminders\DispatchReminders;
use App\Exceptions\StorageTrouble;
use App\Health\Heartbeat;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Throwable;

/** Hands reminders over as they fall, until it is ended. A look that fails is said and counted, and the next one follows. */
final class WorkReminders extends Command
{
    protected $signature = 'reminders:work {--once : One look, then end} {--linger=0 : Milliseconds between taking and handing over, to try out a crash}';

    protected $description = 'Hand reminders over as they fall';

    /** Seconds until the next look after one that failed; twice as long each time, up to the longest. */
    private const LONGEST_PAUSE = 30;

    public function handle(DispatchReminders $hand): int
    {
        $heartbeat = new Heartbeat('reminders');
        $linger = (int) $this->option('linger');
        $failures = 0;
        while (true) {
            try {
                $this->line($hand->pass($linger).' handed over', verbosity: 'v');
                $failures = 0;
                $heartbeat->beat();
            } catch (Throwable $fault) {
                $failures++;
                $this->lookFailed($fault, $failures, $heartbeat);
            }
            if ($this->option('once')) {
                return $failures === 0 ? self::SUCCESS : self::FAILURE;
            }
            sleep($failures === 0 ? 1 : min(self::LONGEST_PAUSE, 2 ** min(5, $failures - 1)));
        }
    }

    private function lookFailed(Throwable $fault, int $failures, Heartbeat $heartbeat): void
    {
        $says = StorageTrouble::sentence($fault) ?? $fault->getMessage();
        $this->error("Look number {$failures} in a row failed: {$says}");
        $heartbeat->beat($says);
        try {
            report($fault);
        } catch (Throwable) {
            // Nothing can be logged on a full disk; the next look is more important.
        }
        // Whatever state the connection is in, the next look gets a new one.
        DB::purge();
    }
}
