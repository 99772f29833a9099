<?php

declare(strict_types=1);

use App\Actions\Reminders\HandOver;
use Illuminate\Support\Facades\Schedule;

// For where no worker runs; beside one it finds nothing left to do.
Schedule::call(fn (HandOver $hand) => $hand->pass())->name('hand reminders over')->everyMinute();
