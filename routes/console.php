<?php

declare(strict_types=1);

use App\Actions\Reminders\CollectReminders;
use App\Models\User;
use Illuminate\Support\Facades\Schedule;

Schedule::call(fn (CollectReminders $collect) => User::query()->each(fn (User $user) => $collect->collect($user)))
    ->name('collect reminders')->everyMinute();
