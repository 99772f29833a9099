<?php

declare(strict_types=1);

namespace App\Queries\Planning;

/**
 * Public holidays by country and part of it, from the open data of date-holidays (its calculated dates for 2020 to 2040; see
 * resources/holidays/README.md).
 */
final class Holidays
{
    /** @var array<string, array<string, string>> by code */
    private array $read = [];

    /** @var array<string, array<string, string>> put together, by the codes that were asked for */
    private array $together = [];

    /** @return array<string, string> names of countries and of their parts that have holidays of their own, by ISO 3166 code */
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

    /**
     * @param  string|null  $codes  of countries and parts of them, with commas between
     * @return array<string, string> names by date, in order; none where the data has none
     */
    public function of(?string $codes): array
    {
        return $codes === null || $codes === '' ? [] : $this->together[$codes] ??= $this->together(explode(',', $codes));
    }

    /**
     * @param  list<string>  $codes
     * @return array<string, string>
     */
    private function together(array $codes): array
    {
        $named = [];
        foreach ($codes as $code) {
            foreach ($this->ofOne($code) as $date => $name) {
                $named[$date][] = $name;
            }
        }
        ksort($named);

        return array_map(fn (array $names): string => implode(', ', array_unique($names)), $named);
    }

    /** @return array<string, string> */
    private function ofOne(string $code): array
    {
        return preg_match('/^[A-Z]{2}(?:-[A-Z0-9]{1,3})?$/D', $code) !== 1
            ? []
            : $this->read[$code] ??= $this->readFile(resource_path("holidays/{$code}.json"));
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
