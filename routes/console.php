<?php

declare(strict_types=1);

use App\Actions\Reminders\DispatchReminders;
use App\Health\Heartbeat;
use App\Models\StoredArchive;
use App\Retention\SureMoment;
use Illuminate\Support\Facades\Schedule;

Schedule::call(fn () => (new Heartbeat('schedule'))->beat())->name('sign of life')->everyMinute();
Schedule::call(fn (SureMoment $moment) => $moment->look())->name('look at the clock')->everyMinute();
// For where no worker runs; beside one it finds nothing left to do.
Schedule::call(fn (DispatchReminders $hand) => $hand->pass())->name('hand reminders over')->everyMinute();
Schedule::call(fn () => StoredArchive::giveUpDead())->name('give up what nobody is at')->everyMinute();
// Hourly, since a machine may be off at any hour: one a day is written.
Schedule::command('calendars:refresh')->everyMinute()->withoutOverlapping(5)->runInBackground();
Schedule::command('backup:write --daily')->hourly()->runInBackground();
Schedule::command('backup:accounts')->hourly();
Schedule::command('accounts:remove-left')->hourly();
Schedule::command('data:prune')->daily();
Schedule::command('data:check')->dailyAt('03:40')->runInBackground();
