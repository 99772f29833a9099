<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\User;
use PlumRota\Core\Planning\DayLoad;

/** Days as every view heads them: how full, how many done, what they are for. */
final readonly class BoardDays
{
    public function __construct(private Holidays $holidays)
    {
    }

    /**
     * @param  list<DayLoad>  $loads
     * @param  array<string, int>  $conflicts  by date
     * @return list<array<string, mixed>> the schema BoardDay of the contract
     */
    public function shown(User $user, array $loads, array $conflicts): array
    {
        $week = $user->week;
        $works = $user->work_days;
        $holidays = $this->holidays->of($user->holidays);

        return array_map(function (DayLoad $load) use ($week, $works, $holidays, $conflicts): array {
            $date = (string) $load->day;
            $weekday = $load->day->weekday()->value;
            $settings = $week[$weekday - 1];

            return [
                'date' => $date,
                'placed' => $load->placed,
                'listed' => $load->listed,
                'capacity' => $load->capacity,
                'over' => $load->isOverFull(),
                'tasks' => $load->tasks,
                'done' => $load->done,
                'conflicts' => $conflicts[$date] ?? 0,
                'theme' => $settings['theme'],
                'wakes' => $settings['wakes'],
                'sleeps' => $settings['sleeps'],
                'works' => in_array($weekday, $works, true),
                'holiday' => $holidays[$date] ?? null,
            ];
        }, $loads);
    }
}
