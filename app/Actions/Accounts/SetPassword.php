<?php

declare(strict_types=1);

namespace App\Actions\Accounts;

use App\Models\Device;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** A new password: whoever was signed in with the old one is out, but for one device. */
final class SetPassword
{
    /** @param  string|null  $except  the device that stays signed in */
    public function set(User $user, string $password, ?string $except): void
    {
        DB::transaction(function () use ($user, $password, $except): void {
            $user->update(['password' => $password]);
            $user
                ->devices()
                ->when($except !== null, fn ($query) => $query->whereKeyNot($except))
                ->delete();
        });
    }
}
