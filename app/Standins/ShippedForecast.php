<?php

declare(strict_types=1);

namespace App\Standins;

use App\Queries\Planning\Forecast;
use PlumRota\Core\Planning\DayWeather;
use PlumRota\Core\Time\LocalDate;
use RuntimeException;

/** Stands in for a forecast service: answers from a table that ships with the application, the same for a place and a date every time. */
final class ShippedForecast implements Forecast
{
    /** @var array<string, list<array{string, int, int}>>|null kind of day, lowest and highest degrees, by month */
    private ?array $table = null;

    public function name(): string
    {
        return 'a stand-in for a forecast';
    }

    public function of(string $place, LocalDate $first, int $days): array
    {
        $found = [];
        for ($i = 0; $i < $days; $i++) {
            $date = $first->plusDays($i);
            $kinds = $this->table()[sprintf('%02d', $date->month)] ?? throw new RuntimeException('The table of weather lacks a month.');
            [$mark, $low, $high] = $kinds[hexdec(substr(hash('sha256', mb_strtolower(trim($place))."|{$date}"), 0, 6)) % count($kinds)];
            $found[] = new DayWeather($date, $mark, $low, $high);
        }

        return $found;
    }

    /** @return array<string, list<array{string, int, int}>> */
    private function table(): array
    {
        if ($this->table === null) {
            /** @var array<string, list<array{string, int, int}>> $read */
            $read = json_decode((string) file_get_contents(resource_path('weather/days.json')), true, flags: JSON_THROW_ON_ERROR);
            $this->table = $read;
        }

        return $this->table;
    }
}
