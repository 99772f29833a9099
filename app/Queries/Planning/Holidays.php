<?php

declare(strict_types=1);

namespace App\Queries\Planning;

/**
 * Public holidays by country, from the open data of date-holidays (its calculated dates for 2020 to 2040; see
 * resources/holidays/README.md).
 */
final class Holidays
{
    /** @var array<string, array<string, string>> by country */
    private array $read = [];

    /** @return array<string, string> the countries' names by their ISO 3166 code */
    public function countries(): array
    {
        /** @var array<string, string> $names */
        $names = json_decode(
            (string) file_get_contents(resource_path('holidays/countries.json')),
            true,
            flags: JSON_THROW_ON_ERROR,
        );

        return $names;
    }

    /** @return array<string, string> names by date, in order; none without a country, or where the data has none */
    public function of(?string $country): array
    {
        if ($country === null || preg_match('/^[A-Z]{2}$/D', $country) !== 1) {
            return [];
        }

        return $this->read[$country] ??= $this->readFile(resource_path("holidays/{$country}.json"));
    }

    /** @return array<string, string> */
    private function readFile(string $path): array
    {
        if (! is_file($path)) {
            return [];
        }
        /** @var array<string, list<string>> $byName */
        $byName = json_decode((string) file_get_contents($path), true, flags: JSON_THROW_ON_ERROR);
        $byDate = [];
        foreach ($byName as $name => $dates) {
            foreach ($dates as $date) {
                $byDate[$date] = isset($byDate[$date]) ? $byDate[$date].', '.$name : (string) $name;
            }
        }
        ksort($byDate);

        return $byDate;
    }
}
