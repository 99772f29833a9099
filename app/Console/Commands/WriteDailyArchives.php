<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\Archives\WriteArchive;
use App\Jobs\WriteAccount;
use App\Models\StoredArchive;
use App\Models\User;
use Illuminate\Console\Command;

/** Of every account that wishes it, one archive a day of its own zone. */
final class WriteDailyArchives extends Command
{
    /** Seconds of a day on which clocks are set back. */
    private const LONGEST_DAY = 25 * 3600;

    protected $signature = 'backup:accounts';

    protected $description = 'Write the daily archives of the accounts that wish for one and have none of today';

    public function handle(WriteArchive $archives): int
    {
        StoredArchive::giveUpDead();
        foreach (User::query()->where('archives_daily', true)->get() as $user) {
            // One account that cannot be told of keeps no other from having its own.
            rescue(fn () => $this->ofToday($archives, $user));
        }

        return self::SUCCESS;
    }

    private function ofToday(WriteArchive $archives, User $user): void
    {
        $midnight = $user->timeZone()->instant($user->wallNow()->date()->startOfDay());
        $isThere = $user
            ->archives()
            ->where('kind', 'daily')
            ->whereIn('state', ['waiting', 'writing', 'good'])
            ->where('made_at', '>=', $midnight)
            ->where('made_at', '<', $midnight + self::LONGEST_DAY) // of later on it was written while the clock was wrong
            ->exists();
        if (! $isThere) {
            WriteAccount::dispatch($archives->ask($user, 'daily')->id);
        }
    }
}
