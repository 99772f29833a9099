<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use PlumRota\Core\Planning\DayWeather;
use PlumRota\Core\Time\LocalDate;

/** A service that says what weather is expected somewhere. */
interface Forecast
{
    /** What it is called where it is shown. */
    public function name(): string;

    /**
     * @param  string  $place  as somebody calls it
     * @return list<DayWeather> of the days from one on, as many as it knows of
     */
    public function of(string $place, LocalDate $first, int $days): array;
}
