<?php

declare(strict_types=1);

namespace App\Notifications;

use App\Mail\NoteMail;
use App\Models\Delivery;
use App\Models\User;
use App\Queries\Reminding\Note;
use Illuminate\Notifications\Notification;
use LogicException;

/**
 * A note that is handed over by one of its channels. It is sent at once and never queued: the rows of deliveries are the queue,
 * and what keeps a note from coming twice (a claim, a key, a mark in one transaction) is held there.
 */
final class ReminderNotification extends Notification
{
    /** @var array<string, string> the channels of the framework, by ours */
    private const CHANNELS = ['mail' => 'mail', 'phone' => PhoneChannel::class, 'screen' => ScreenChannel::class];

    /**
     * @param  string  $key  the same when it is tried again
     * @param  Delivery|null  $about  what its presses answer; null for several at once
     */
    public function __construct(
        public readonly Note $note,
        public readonly string $key,
        private readonly string $channel,
        public readonly ?Delivery $about,
    ) {
    }

    /** @return list<string> */
    public function via(User $who): array
    {
        return [self::CHANNELS[$this->channel] ?? throw new LogicException("There is no channel “{$this->channel}”.")];
    }

    public function toMail(User $who): NoteMail
    {
        return (new NoteMail($this->note, $this->key))->to($who->email);
    }
}
