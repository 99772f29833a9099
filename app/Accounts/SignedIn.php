<?php

declare(strict_types=1);

namespace App\Accounts;

use App\Models\Device;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Cookie;
use Illuminate\Support\Str;
use PDOException;

/**
 * Who is signed in where. A session belongs to a device; a device that was ended, or has expired, is signed out with its
 * next request. Only one that was asked to remember brings along a token, for thirty days at most.
 */
final class SignedIn
{
    public const COOKIE = 'plum_rota_device';

    private const REMEMBERED_SECONDS = 30 * 86400;

    /** Of one that is not remembered: the session itself ends after twelve idle hours. */
    private const LONGEST_SECONDS = 7 * 86400;

    /** Seconds between two notes of when a device was last seen. */
    private const SEEN_EVERY = 300;

    public function begin(Request $request, User $user, bool $remember): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $token = $remember ? Str::random(60) : null;
        $device = Device::query()->create([
            'user_id' => $user->id,
            'name' => DeviceName::of((string) $request->userAgent()),
            'token_hash' => $token === null ? null : hash('sha256', $token),
            'signed_in_at' => $now,
            'seen_at' => $now,
            'expires_at' => $now + ($remember ? self::REMEMBERED_SECONDS : self::LONGEST_SECONDS),
        ]);
        $this->enter($request, $user, $device);
        if ($token !== null) {
            Cookie::queue(
                Cookie::make(
                    self::COOKIE,
                    "{$device->id}|{$token}",
                    intdiv(self::REMEMBERED_SECONDS, 60),
                    secure: $request->isSecure(),
                    httpOnly: true,
                    sameSite: 'lax',
                ),
            );
        }
    }

    /** Signs out whose device was ended, and in again who asked to be remembered. */
    public function check(Request $request): void
    {
        $guard = Auth::guard('web');
        $now = CarbonImmutable::now()->getTimestamp();
        if ($request->session()->has(self::key())) {
            $device = $this->current($request);
            if ($device === null || $device->expires_at <= $now) {
                $this->leave($request);
            } elseif ($device->seen_at < $now - self::SEEN_EVERY) {
                self::noteSeen($device, $now);
            }
        }
        $brought = $request->cookie(self::COOKIE);
        if ($guard->guest() && is_string($brought) && str_contains($brought, '|')) {
            [$id, $token] = explode('|', $brought, 2);
            $device = Device::query()->with('user')->where('expires_at', '>', $now)->find($id);
            if ($device?->token_hash !== null && hash_equals($device->token_hash, hash('sha256', $token))) {
                self::noteSeen($device, $now);
                $this->enter($request, $device->user, $device);
            } else {
                Cookie::queue(Cookie::forget(self::COOKIE));
            }
        }
    }

    public function current(Request $request): ?Device
    {
        $id = $request->hasSession() ? $request->session()->get('device') : null;

        return is_string($id) ? Device::query()->find($id) : null;
    }

    /** Signs out here. */
    public function end(Request $request): void
    {
        $this->current($request)?->delete();
        Cookie::queue(Cookie::forget(self::COOKIE));
        $this->leave($request);
    }

    /** Ends all others; with a new password whoever knew the old one is out. */
    public function endOthers(Request $request, User $user): void
    {
        $user
            ->devices()
            ->whereKeyNot($this->current($request)->id ?? '')
            ->delete();
    }

    /** A database that is busy, or a disk that is full, keeps nobody from reading. */
    private static function noteSeen(Device $device, int $now): void
    {
        try {
            Device::query()
                ->whereKey($device->id)
                ->update(['seen_at' => $now]);
        } catch (PDOException) {
            // noted the next time
        }
    }

    private function enter(Request $request, User $user, Device $device): void
    {
        Auth::guard('web')->login($user);
        $request->session()->regenerate();
        $request->session()->put('device', $device->id);
    }

    private function leave(Request $request): void
    {
        // Without the event that would write a new token into the account.
        $request->session()->invalidate();
        $request->session()->regenerateToken();
        Auth::guard('web')->forgetUser();
    }

    /** Under which a session says who is signed in. */
    private static function key(): string
    {
        return 'login_web_'.sha1(\Illuminate\Auth\SessionGuard::class);
    }
}
