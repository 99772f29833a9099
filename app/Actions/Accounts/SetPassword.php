<?php

declare(strict_types=1);

namespace App\Actions\Accounts;

use App\Models\Device;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** A new password: whoever was signed in with the old one is out, but for one device. */
final class SetPassword
{
    /**
     * @param  string|null  $except  the device that stays signed in
     * @param  bool  $endsDevicePasswords  whether programs on phones and desks have to be given new ones as well
     */
    public function set(User $user, string $password, ?string $except, bool $endsDevicePasswords): void
    {
        DB::transaction(function () use ($user, $password, $except, $endsDevicePasswords): void {
            $user->update(['password' => $password]);
            $user
                ->devices()
                ->when($except !== null, fn ($query) => $query->whereKeyNot($except))
                ->delete();
            if ($endsDevicePasswords) {
                $user->devicePasswords()->delete();
            }
        });
    }
}
