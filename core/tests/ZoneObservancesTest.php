<?php

declare(strict_types=1);

use PlumRota\Core\Interchange\ZoneObservances;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Zone;

/**
 * What a reader of a VTIMEZONE gets at an instant, worked out as RFC 5545 3.6.5 says: the offset of the latest onset that has come.
 *
 * @param  list<PlumRota\Core\Interchange\Observance>  $observances
 * @return list<array{int, int}> instants at which an offset begins, with it, in order
 */
function onsets(array $observances, int $toYear): array
{
    $begins = [];
    foreach ($observances as $one) {
        $walls =
            $one->rule === null
                ? $one->onsets
                : (new RecurrenceSet($one->onsets[0], RuleParser::parse($one->rule)))->between(
                    $one->onsets[0],
                    LocalDate::of($toYear, 12, 31)->startOfDay(),
                );
        foreach ($walls as $wall) {
            $begins[] = [$wall->seconds - $one->from, $one->to];
        }
    }
    usort($begins, fn (array $a, array $b): int => $a[0] <=> $b[0]);

    return $begins;
}

/** Held against the transitions that PHP's copy of the IANA database has (DateTimeZone). */
test('a VTIMEZONE has the offsets of its zone at every hour that matters', function (string $name) {
    $zone = Zone::of($name);
    $begins = onsets(ZoneObservances::of($zone, 1996, 2026), 2045);
    $database = new DateTimeZone($name);
    $at = -1;
    // Every 31 hours: no change of clocks lasts less than a day.
    for ($instant = gmmktime(0, 0, 0, 1, 2, 1996); $instant < gmmktime(0, 0, 0, 12, 30, 2045); $instant += 31 * 3600) {
        while (isset($begins[$at + 1]) && $begins[$at + 1][0] <= $instant) {
            $at++;
        }
        $is = $database->getOffset(new DateTimeImmutable("@{$instant}"));
        if ($begins[$at][1] !== $is) {
            expect([$name, gmdate('c', $instant), $begins[$at][1]])->toBe([$name, gmdate('c', $instant), $is]);
        }
    }
    expect($begins)->not->toBe([]);
})->with([
    'Europe/Berlin',
    'Europe/London',
    'Europe/Istanbul',
    'Europe/Moscow',
    'America/New_York',
    'America/Sao_Paulo',
    'America/Santiago',
    'America/Caracas',
    'Africa/Casablanca',
    'Africa/Cairo',
    'Asia/Kolkata',
    'Asia/Tehran',
    'Asia/Pyongyang',
    'Asia/Gaza',
    'Australia/Lord_Howe',
    'Australia/Sydney',
    'Pacific/Apia',
    'Pacific/Chatham',
    'Antarctica/Troll',
    'UTC',
]);

test('a zone with a yearly rule is told in a few lines', function () {
    expect(count(ZoneObservances::of(Zone::of('Europe/Berlin'), 2024, 2026)))->toBe(3);
    expect(array_column(ZoneObservances::of(Zone::of('Europe/Berlin'), 2024, 2026), 'rule'))->toBe([
        null,
        'FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU',
        'FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU',
    ]);
});
