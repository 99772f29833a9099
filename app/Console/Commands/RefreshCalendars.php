<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Access\Followed;
use App\Actions\Following\RefreshCalendar;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Console\Command;

/** Reads the followed addresses whose time it is, the longest due first. */
final class RefreshCalendars extends Command
{
    /** What is left then is read by the next run. */
    private const SECONDS = 50;

    protected $signature = 'calendars:refresh';

    protected $description = 'Reads the addresses that are followed and due';

    public function handle(RefreshCalendar $refresh): int
    {
        $began = microtime(true);
        $due = Followed::due(CarbonImmutable::now()->getTimestamp())->limit(500)->get();
        foreach ($due as $calendar) {
            if (microtime(true) - $began > self::SECONDS) {
                break;
            }
            // One that fails is tried again in its turn, and keeps no other from being read.
            rescue(fn () => $refresh->refresh(User::query()->findOrFail($calendar->user_id), $calendar));
        }

        return self::SUCCESS;
    }
}
