<?php

declare(strict_types=1);

namespace App\Actions\Accounts;

use App\Accounts\Links;
use App\Mail\NoteMail;
use App\Models\User;
use App\Queries\Reminding\Note;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Str;

/**
 * What an account is told by mail. It is sent by the queue: nobody can tell from the time an answer takes whether an address is
 * known.
 */
final class AccountMails
{
    public function reset(User $user, string $token): void
    {
        $this->send(
            $user->email,
            new Note(
                'A new password',
                [
                    'Somebody asked for a new password for this account. If it was you, set one within an hour.',
                    'If it was not, nothing has changed, and nothing needs to be done.',
                ],
                [['words' => 'Set a new password', 'url' => Links::url("/reset/{$token}")]],
            ),
        );
    }

    public function passwordChanged(User $user): void
    {
        $this->send(
            $user->email,
            new Note(
                'Your password was changed',
                ['All other devices were signed out. If it was not you, ask for a new password at once.'],
                [['words' => 'Open Plum Rota', 'url' => Links::url('/')]],
            ),
        );
    }

    /** @param  string  $old  the address it had before */
    public function addressChanged(User $user, string $old): void
    {
        $this->send(
            $old,
            new Note(
                'Your mail address was changed',
                [
                    "The account is reached at {$user->email} from now on. If it was not you, speak to whoever keeps this Plum Rota.",
                ],
                [],
            ),
        );
    }

    public function invitation(User $from, string $email, string $token): void
    {
        $this->send(
            $email,
            new Note(
                "{$from->name} invites you to Plum Rota",
                ['A planner for weeks that come round again. The invitation is good for a week.'],
                [['words' => 'Make your account', 'url' => Links::url("/join/{$token}")]],
            ),
        );
    }

    public function leaving(User $user, CarbonImmutable $at): void
    {
        $this->send(
            $user->email,
            new Note(
                'You leave Plum Rota',
                [
                    "Your account, and all that is in it, is gone on {$at->setTimezone($user->zone)->isoFormat(
                        'dddd, D MMMM, HH:mm',
                    )}.",
                    'Until then you can take all of it along as a file, or stay after all: both in Settings.',
                ],
                [['words' => 'Open Plum Rota', 'url' => Links::url('/')]],
            ),
        );
    }

    public function gone(string $email): void
    {
        $this->send(
            $email,
            new Note('Your account is gone', ['All that was in it was removed, as you wished a week ago.'], []),
        );
    }

    private function send(string $to, Note $note): void
    {
        Mail::to($to)->queue(new NoteMail($note, Str::random(32)));
    }
}
