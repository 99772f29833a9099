<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Testing\TestResponse;

/** All that shows something of an account, as the page asks for it on Wednesday 25 November 2026. */
final class EveryView
{
    public const PATHS = [
        'session',
        'revision',
        'areas',
        'board?from=2026-11-23&days=7',
        'board?from=2026-11-02&days=35',
        'month?from=2026-11-02&days=35',
        'year?year=2026',
        'ruler?from=2026-01-05&weeks=60',
        'basket',
        'routines',
        'days/2026-11-25',
        'days/2026-11-25/timings',
        'closings/2026-11-24',
        'done?from=2026-11-01&days=30',
        'search?q=vent',
        'rounds',
        'rounds/week/2026-11-23',
        'rounds/month/2026-11-01',
        'weeks/2026-11-23',
        'tally/2026-11-16/7',
        'tally/2025-11-24/364',
        'tally/2026-11-16/7/lines',
        'tally/2026-11-16/7/habits',
        'tally/2026-11-16/7/sheet',
        'durations',
        'templates',
        'themes',
        'filters',
        'filing',
        'feeds',
        'timings/running',
        'reminders',
        'devices',
        'device-passwords',
        'archives',
        'standins/post',
        'standins/phone',
        'calendar-file',
        'table-file?what=entries',
        'table-file?what=times&from=2026-11-23&to=2026-11-30',
    ];

    /**
     * @param  \Closure(string): TestResponse<\Symfony\Component\HttpFoundation\Response>  $ask
     * @return array<string, int> statuses of those that were not answered well, by path
     */
    public static function faults(\Closure $ask): array
    {
        $faults = [];
        foreach (self::PATHS as $path) {
            $answer = $ask($path);
            $answer->baseResponse instanceof \Symfony\Component\HttpFoundation\StreamedResponse && $answer->streamedContent();
            if ($answer->getStatusCode() !== 200) {
                $faults[$path] = $answer->getStatusCode();
            }
        }

        return $faults;
    }
}
