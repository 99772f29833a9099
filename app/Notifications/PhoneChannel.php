<?php

declare(strict_types=1);

namespace App\Notifications;

use App\Models\User;
use App\Standins\Phone;

/** Pushes to a phone. */
final readonly class PhoneChannel
{
    public function __construct(private Phone $phone)
    {
    }

    public function send(User $who, ReminderNotification $one): void
    {
        $this->phone->push($who, $one->note, $one->key, $one->about);
    }
}
