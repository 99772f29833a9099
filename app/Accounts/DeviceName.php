<?php

declare(strict_types=1);

namespace App\Accounts;

/** A browser and its system in words a person knows again, from the User-Agent (RFC 9110 10.1.5). */
final class DeviceName
{
    /** The first that is found counts: most name others beside themselves. */
    private const BROWSERS = [
        'Edg' => 'Edge',
        'OPR' => 'Opera',
        'Firefox' => 'Firefox',
        'Chromium' => 'Chromium',
        'Chrome' => 'Chrome',
        'Safari' => 'Safari',
        'curl' => 'curl',
    ];

    private const SYSTEMS = [
        'Android' => 'Android',
        'iPhone' => 'iPhone',
        'iPad' => 'iPad',
        'Windows' => 'Windows',
        'Mac OS' => 'macOS',
        'CrOS' => 'ChromeOS',
        'Linux' => 'Linux',
    ];

    public static function of(string $agent): string
    {
        $browser = self::found($agent, self::BROWSERS);
        $system = self::found($agent, self::SYSTEMS);

        return match (true) {
            $browser !== null && $system !== null => "{$browser} on {$system}",
            default => $browser ?? ($system ?? 'An unknown browser'),
        };
    }

    /** @param  array<string, string>  $names */
    private static function found(string $agent, array $names): ?string
    {
        foreach ($names as $sign => $name) {
            if (str_contains($agent, $sign)) {
                return $name;
            }
        }

        return null;
    }
}
