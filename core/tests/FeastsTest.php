<?php

declare(strict_types=1);

use PlumRota\Core\Time\Feasts;
use PlumRota\Core\Time\LocalDate;

/** Good Friday and Easter Monday of the open data that the holidays come from (resources/holidays, docs/architecture.md names it). */
test('Easter is where open data has it', function (string $country, string $name, int $days) {
    $data = json_decode((string) file_get_contents(dirname(__DIR__, 2)."/resources/holidays/{$country}.json"), true);
    expect($data[$name])->not->toBe([]);
    foreach ($data[$name] as $date) {
        expect((string) Feasts::easter((int) substr($date, 0, 4))->plusDays($days))->toBe($date);
    }
})->with([['DE', 'Good Friday', -2], ['DE', 'Easter Monday', 1]]);

test('each has its next day, whatever sign stands for the apostrophe', function (string $name, string $date) {
    expect((string) Feasts::next($name, LocalDate::parse('2026-11-25')))->toBe($date);
})->with([
    ['Advent Sunday', '2026-11-29'],
    ['Christmas Eve', '2026-12-24'],
    ['New Year’s Eve', '2026-12-31'],
    ["new year's eve", '2026-12-31'],
    ['New Years Day', '2027-01-01'],
    ['Ash Wednesday', '2027-02-10'],
    ['Easter', '2027-03-28'],
    ['Whit Monday', '2027-05-17'],
]);

test('what is no feast has no day', fn () => expect(Feasts::next('market day', LocalDate::parse('2026-11-25')))->toBeNull());
