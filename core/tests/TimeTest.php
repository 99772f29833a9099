<?php

declare(strict_types=1);

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/** The independent reference throughout is PHP's own date extension, and the IANA database it carries. */
test('day numbers agree with the date extension over four centuries', function () {
    $utc = new DateTimeZone('UTC');
    for ($number = -62091; $number < 84006; $number += 7) {
        // from 1800 on
        $date = (new DateTimeImmutable('@'.$number * 86400))->setTimezone($utc);
        expect((string) LocalDate::fromDayNumber($number))
            ->toBe($date->format('Y-m-d'))
            ->and(LocalDate::parse($date->format('Y-m-d'))->dayNumber())
            ->toBe($number)
            ->and(Weekday::numberOf($number))
            ->toBe((int) $date->format('N'));
    }
});

test('week 1 holds the first Thursday (ISO 8601)', function () {
    foreach (range(1970, 2070) as $year) {
        $monday = (new DateTimeImmutable())->setISODate($year, 1)->format('Y-m-d');
        expect((string) LocalDate::fromDayNumber(Gregorian::firstWeek($year)))->toBe($monday);
    }
});

test('the years 2020, 2026 and 2032 have 53 weeks (ISO 8601)', function () {
    $long = array_filter(
        range(2019, 2033),
        fn (int $year): bool => Gregorian::firstWeek($year + 1) - Gregorian::firstWeek($year) === 371,
    );
    expect(array_values($long))->toBe([2020, 2026, 2032]);
});

test('what does not exist is refused with a sentence', function (callable $make, string $sentence) {
    expect($make)->toThrow(InvalidTime::class, $sentence);
})->with([
    'a 30th of February' => [fn () => LocalDate::parse('2026-02-30'), 'There is no day 2026-02-30.'],
    '29 February 1900' => [fn () => LocalDate::of(1900, 2, 29), 'There is no day 1900-02-29.'],
    'a date in other clothes' => [fn () => LocalDate::parse('25/11/2026'), 'A date is written like 2026-11-25.'],
    'a trailing line end' => [fn () => LocalDate::parse("2026-11-25\n"), 'A date is written like 2026-11-25.'],
    'the 25th hour' => [fn () => LocalTime::parse('25:00'), 'There is no time 25:00:00 on a clock.'],
    'a zone nobody has' => [fn () => Zone::of('Mars/Olympus'), 'There is no time zone called “Mars/Olympus”.'],
]);

test('a time in a gap is read with the offset before it, a doubled one is the first (RFC 5545 3.3.5)', function (
    string $zone,
    string $wall,
    string $instant,
    string $seen,
) {
    $zone = Zone::of($zone);
    $found = $zone->instant(LocalDateTime::parse($wall));
    expect(gmdate('Y-m-d\TH:i:s', $found))->toBe($instant)->and((string) $zone->wall($found))->toBe($seen);
})->with([
    'Berlin, spring' => ['Europe/Berlin', '2026-03-29T02:30:00', '2026-03-29T01:30:00', '2026-03-29T03:30:00'],
    'Berlin, autumn' => ['Europe/Berlin', '2026-10-25T02:30:00', '2026-10-25T00:30:00', '2026-10-25T02:30:00'],
    'New York, spring (RFC 5545 3.3.5)' => [
        'America/New_York',
        '2007-03-11T02:30:00',
        '2007-03-11T07:30:00',
        '2007-03-11T03:30:00',
    ],
    'New York, autumn (RFC 5545 3.3.5)' => [
        'America/New_York',
        '2007-11-04T01:30:00',
        '2007-11-04T05:30:00',
        '2007-11-04T01:30:00',
    ],
    'Lord Howe moves half an hour' => [
        'Australia/Lord_Howe',
        '2026-10-04T02:15:00',
        '2026-10-03T15:45:00',
        '2026-10-04T02:45:00',
    ],
    'Kathmandu is 5:45 ahead' => ['Asia/Kathmandu', '2026-11-25T07:15:00', '2026-11-25T01:30:00', '2026-11-25T07:15:00'],
    'Apia had no 30 December 2011' => ['Pacific/Apia', '2011-12-30T12:00:00', '2011-12-30T22:00:00', '2011-12-31T12:00:00'],
]);

test('instants agree with the date extension hour by hour through a year', function (string $name) {
    $zone = Zone::of($name);
    $reference = new DateTimeZone($name);
    for ($instant = 1_767_225_600; $instant < 1_798_761_600; $instant += 3600) {
        $wall = (new DateTimeImmutable('@'.$instant))->setTimezone($reference)->format('Y-m-d\TH:i:s');
        expect((string) $zone->wall($instant))->toBe($wall);
    }
})->with(['Europe/Berlin', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kathmandu']);
