<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Models\User;
use App\Queries\Planning\DayPlan;
use App\Queries\Planning\Holidays;
use App\Queries\Planning\Themes;
use App\Queries\Planning\WeatherAhead;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Planning\LoadOfDays;

/** Days as every view heads them: how full, how many done, what they are for. */
final readonly class BoardDays
{
    /** Minutes; shorter gaps are not worth a name. */
    private const LEAST_FREE = 30;

    public function __construct(private Holidays $holidays, private WeatherAhead $weather)
    {
    }

    /**
     * @param  list<DayLoad>  $loads
     * @param  array<string, int>  $conflicts  by date
     * @param  LoadOfDays|null  $load  where free gaps are wanted as well
     * @param  array<string, list<array<string, mixed>>>|null  $due  by date, where it is wanted
     * @return list<array<string, mixed>> the schema BoardDay of the contract
     */
    public function shown(User $user, array $loads, array $conflicts, ?LoadOfDays $load = null, ?array $due = null): array
    {
        $week = $user->week;
        $works = $user->work_days;
        $holidays = $this->holidays->of($user->holidays);
        $themes = $loads === [] ? [] : Themes::of($user, $loads[0]->day, count($loads));
        $weather = $this->weather->of($user);
        $breathing = $user->breathing;
        $own = $loads === [] ? [] : DayPlan::exceptions($user, $loads[0]->day, count($loads));

        return array_map(
            function (int $i, DayLoad $day) use ($week, $works, $holidays, $conflicts, $load, $due, $own, $themes, $weather, $breathing): array {
                $date = (string) $day->day;
                $weekday = $day->day->weekday()->value;
                $settings = $week[$weekday - 1];

                return [
                    'date' => $date,
                    'placed' => $day->placed,
                    'listed' => $day->listed,
                    'capacity' => $day->capacity,
                    'own_hours' => isset($own[$date]),
                    'over' => $day->isOverFull(),
                    'tasks' => $day->tasks,
                    'done' => $day->done,
                    'conflicts' => $conflicts[$date] ?? 0,
                    'theme' => Themes::inWords($themes[$date] ?? []),
                    'wakes' => $settings['wakes'],
                    'sleeps' => $settings['sleeps'],
                    'works' => in_array($weekday, $works, true),
                    'holiday' => $holidays[$date] ?? null,
                    // What stays free of the day, where some of it is to: null for no wish.
                    'breathing' => $breathing === 0 || $day->capacity === 0 ? null : $day->breathing($breathing),
                    'weather' => isset($weather[$date]) ? $this->weather->shown($weather[$date]) : null,
                    ...$load === null
                        ? []
                        : ['free' => $load->free($i, $settings['wakes'], $settings['sleeps'], self::LEAST_FREE)],
                    ...$due === null ? [] : ['due' => $due[$date] ?? []],
                ];
            },
            array_keys($loads),
            $loads,
        );
    }
}
