<?php

declare(strict_types=1);

namespace App\Notifications;

use App\Models\User;

/** Shows on the screen: a page that sees a new revision fetches what is waiting. */
final class ScreenChannel
{
    public function send(User $who, ReminderNotification $one): void
    {
        User::query()->whereKey($who->id)->increment('revision');
    }
}
