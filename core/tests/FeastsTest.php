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

/** The anonymous Gregorian computus (Nature, 20 April 1876; Meeus, Astronomical Algorithms, ch. 8; from memory): another way than the code's. */
test('Easter is where another computation has it, in every year that can be planned and beyond', function () {
    $found = [];
    for ($year = 1583; $year <= 4099; $year++) {
        [$a, $b, $c] = [$year % 19, intdiv($year, 100), $year % 100];
        [$d, $e] = [intdiv($b, 4), $b % 4];
        $g = intdiv($b - intdiv($b + 8, 25) + 1, 3);
        $h = (19 * $a + $b - $d - $g + 15) % 30;
        $l = (32 + 2 * $e + 2 * intdiv($c, 4) - $h - $c % 4) % 7;
        $m = intdiv($a + 11 * $h + 22 * $l, 451);
        $sum = $h + $l - 7 * $m + 114;
        $is = sprintf('%04d-%02d-%02d', $year, intdiv($sum, 31), $sum % 31 + 1);
        if ((string) Feasts::easter($year) !== $is) {
            $found[] = "{$year}: {$is}";
        }
    }
    expect($found)->toBe([]);
});

/** Easter Sunday is on 28 March 2027; what hangs on it, and on a date, as church and civil calendars have it (from memory). */
test('every name has its day', function () {
    $days = [
        '2026-12-24' => ['christmas eve'],
        '2026-12-25' => ['christmas day', 'christmas'],
        '2026-12-26' => ['boxing day', "st stephen's day"],
        '2026-12-31' => ["new year's eve"],
        '2027-01-01' => ["new year's day", 'new year'],
        '2027-01-05' => ['twelfth night'],
        '2027-01-06' => ['epiphany'],
        '2027-02-09' => ['shrove tuesday', 'pancake day'],
        '2027-02-10' => ['ash wednesday'],
        '2027-02-14' => ["valentine's day"],
        '2027-03-21' => ['palm sunday'],
        '2027-03-25' => ['maundy thursday'],
        '2027-03-26' => ['good friday'],
        '2027-03-27' => ['easter saturday', 'holy saturday'],
        '2027-03-28' => ['easter', 'easter sunday'],
        '2027-03-29' => ['easter monday'],
        '2027-05-06' => ['ascension', 'ascension day'],
        '2027-05-16' => ['whitsun', 'whit sunday', 'pentecost'],
        '2027-05-17' => ['whit monday'],
        '2027-05-27' => ['corpus christi'],
        '2027-10-31' => ['halloween'],
        '2027-11-01' => ["all saints' day"],
        '2027-11-25' => ['thanksgiving'],
        '2027-11-28' => ['advent sunday', 'first advent', 'first sunday of advent', 'first sunday in advent', '1st advent'],
    ];
    foreach ($days as $date => $names) {
        foreach ($names as $name) {
            expect((string) Feasts::next($name, LocalDate::parse('2026-12-01')))->toBe($date, $name);
        }
    }
    $all = array_merge(...array_values($days));
    expect(array_diff(Feasts::names(), $all))->toBe([])->and(array_diff($all, Feasts::names()))->toBe([]);
});

test('Thanksgiving is the fourth Thursday of November, Advent begins on the fourth Sunday before Christmas', function () {
    for ($year = 1990; $year < 2060; $year++) {
        $from = LocalDate::of($year, 1, 1);
        expect((string) Feasts::next('thanksgiving', $from))
            ->toBe(date('Y-m-d', (int) strtotime("fourth thursday of november {$year} UTC")))
            ->and((string) Feasts::next('first advent', $from))
            ->toBe(date('Y-m-d', (int) strtotime("{$year}-12-25 UTC last sunday -21 days")));
    }
});
