<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\DevicePassword;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Makes, knows and ends the passwords of programs on devices. The account's own is none of them. */
final class DevicePasswords
{
    /** Without those that are taken for one another: 32 letters, five bits each. */
    private const LETTERS = 'abcdefghijkmnpqrstuvwxyz23456789';

    private const GROUPS = 6;

    private const GROUP = 5;

    /** Seconds between two notes of when one was last used. */
    private const NOTED_EVERY = 60;

    /** @return array{DevicePassword, string} and the password, which is nowhere kept */
    public function make(User $user, string $name): array
    {
        $password = implode('-', array_map(fn (): string => self::group(), range(1, self::GROUPS)));

        return [
            DB::transaction(
                fn (): DevicePassword => $user->devicePasswords()->create([
                    'name' => $name,
                    'password_hash' => self::hash($password),
                    'made_at' => CarbonImmutable::now()->getTimestamp(),
                ]),
            ),
            $password,
        ];
    }

    public function find(string $email, string $password): ?DevicePassword
    {
        $found = DevicePassword::query()
            ->where('password_hash', self::hash($password))
            ->with('user')
            ->first();

        return $found !== null && hash_equals(mb_strtolower($found->user->email), mb_strtolower(trim($email))) ? $found : null;
    }

    public function used(DevicePassword $password): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        if (($password->used_at ?? 0) < $now - self::NOTED_EVERY) {
            $password->update(['used_at' => $now]);
        }
    }

    private static function group(): string
    {
        return implode(
            '',
            array_map(fn (): string => self::LETTERS[random_int(0, strlen(self::LETTERS) - 1)], range(1, self::GROUP)),
        );
    }

    /** As it is typed: with or without the lines between its groups. */
    private static function hash(string $password): string
    {
        return hash('sha256', str_replace(['-', ' '], '', mb_strtolower($password)));
    }
}
