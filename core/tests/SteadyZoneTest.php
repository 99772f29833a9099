<?php

declare(strict_types=1);

use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\OffsetTable;
use PlumRota\Core\Time\Zone;

/** Whether PHP's copy of the IANA database has a change of a zone's offset from one instant to another, both included. */
function changes_between(string $zone, int $from, int $to): bool
{
    $known = (new DateTimeZone($zone))->getTransitions($from - 86400 * 400, $to + 1);
    foreach ($known as $i => $one) {
        if ($i > 0 && $one['ts'] >= $from && $one['ts'] <= $to && $one['offset'] !== $known[$i - 1]['offset']) {
            return true;
        }
    }

    return false;
}

test('no offset changes where a zone is called steady, and it is called so wherever none does', function (string $name) {
    mt_srand(7);
    $table = new OffsetTable(new DateTimeZone($name));
    $stretch = 31_557_600;
    foreach (range(1, 1500) as $_) {
        $at = gmmktime(0, 0, 0, 1, 1, 1995) + mt_rand(0, 40 * $stretch);
        $to = $at + mt_rand(0, 12) * 86400 + mt_rand(0, 86400);
        $isOverAnEnd = intdiv($at, $stretch) !== intdiv($to, $stretch);
        // Over the end of what is remembered as one it is looked at more closely.
        expect($table->isSteady($at, $to))->toBe(! $isOverAnEnd && ! changes_between($name, $at, $to), gmdate('c', $at).' '.gmdate('c', $to));
    }
})->with(['Europe/Berlin', 'America/New_York', 'Africa/Casablanca', 'Australia/Lord_Howe']);

test('around a change the days before and after it are not steady, the others are', function () {
    // Clocks of Berlin go forward on 29 March 2026 at 01:00 UTC (IANA).
    $table = new OffsetTable(new DateTimeZone('Europe/Berlin'));
    $steady = [];
    for ($day = LocalDate::parse('2026-03-20'); (string) $day < '2026-04-08'; $day = $day->plusDays(1)) {
        $steady[substr((string) $day, 5)] = $table->isSteadyAround($day->dayNumber());
    }
    expect(array_keys(array_filter($steady, fn (bool $is): bool => ! $is)))->toBe(['03-26', '03-27', '03-28', '03-29', '03-30', '03-31']);
});

test('a stretch is steady where each of its wall times is as long as it reads', function (string $from, string $to, bool $is) {
    expect(Zone::of('Europe/Berlin')->isSteady(LocalDateTime::parse($from), LocalDateTime::parse($to)))->toBe($is);
})->with([
    'a day long before' => ['2026-03-10T08:00', '2026-03-10T10:00', true],
    'the night itself' => ['2026-03-28T22:00', '2026-03-29T06:00', false],
    'a week over it' => ['2026-03-26T08:00', '2026-04-02T08:00', false],
    'a week after it' => ['2026-04-01T00:00', '2026-04-08T00:00', true],
    'a week that ends two days before' => ['2026-03-18T00:00', '2026-03-27T23:00', true],
    'a week that ends the day before' => ['2026-03-18T00:00', '2026-03-28T00:00', false],
]);

test('around a month is from its first day to its last, around a week its seven', function (string $text, string $first, string $last) {
    $around = Around::parse($text);
    expect([(string) $around->first, (string) $around->last, (string) $around])->toBe([$first, $last, $text]);
})->with([
    ['2026-12', '2026-12-01', '2026-12-31'],
    ['2027-02', '2027-02-01', '2027-02-28'],
    ['2028-02', '2028-02-01', '2028-02-29'],
    ['2026-11', '2026-11-01', '2026-11-30'],
    ['2026-W53', '2026-12-28', '2027-01-03'],
    ['2027-W01', '2027-01-04', '2027-01-10'],
]);
