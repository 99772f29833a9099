<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Models\User;
use PlumRota\Core\Planning\DayWeather;

/** The weather of the next ten days, for those who want to see it and have said where they are. */
final readonly class WeatherAhead
{
    private const DAYS = 10;

    public function __construct(private Forecast $forecast)
    {
    }

    /** @return array<string, DayWeather> by date, from today on */
    public function of(User $user): array
    {
        if (! $user->weather || $user->weather_place === '') {
            return [];
        }
        $days = [];
        foreach ($this->forecast->of($user->weather_place, $user->wallNow()->date(), self::DAYS) as $day) {
            $days[(string) $day->date] = $day;
        }

        return $days;
    }

    /** @return array{mark: string, low: int, high: int, warns: list<string>, by: string} as the page gets it */
    public function shown(DayWeather $day): array
    {
        return [
            'mark' => $day->mark,
            'low' => $day->low,
            'high' => $day->high,
            'warns' => $day->warnings(),
            'by' => $this->forecast->name(),
        ];
    }
}
