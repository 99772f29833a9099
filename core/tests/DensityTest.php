<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Density;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\PlannableDays;
use PlumRota\Core\Time\Zone;

function complaint(string $rule, int $length, bool $mayOverlap = false, bool $allDay = false): string
{
    $place = $allDay
        ? Placement::allDay(LocalDate::parse('2026-11-23'), $length)
        : Placement::timed(LocalDateTime::parse('2026-11-23T08:00'), $length, Zone::of('Europe/Berlin'));
    try {
        Density::check(new Series('a', $place, RuleParser::parse($rule)), $mayOverlap);
    } catch (TooDense $e) {
        return ($e->mayBeWished ? '' : 'never: ').$e->getMessage();
    }

    return '';
}

test('a routine whose occurrences lie on one another is a slip, unless it is wished', function (
    string $rule,
    int $length,
    bool $allDay,
    string $says,
) {
    expect(complaint($rule, $length, allDay: $allDay))->toBe($says);
})->with([
    ['FREQ=DAILY', 1440, false, ''],
    [
        'FREQ=DAILY',
        1441,
        false,
        'Each lasts 24 h 01, but the next one begins after a day. Make each shorter, or let them lie on one another.',
    ],
    [
        'FREQ=HOURLY',
        90,
        false,
        'Each lasts 1 h 30, but the next one begins after 1 h. Make each shorter, or let them lie on one another.',
    ],
    [
        'FREQ=WEEKLY;BYDAY=MO,TU',
        1500,
        false,
        'Each lasts 25 h, but the next one begins after a day. Make each shorter, or let them lie on one another.',
    ],
    ['FREQ=WEEKLY', 7, true, ''],
    [
        'FREQ=WEEKLY',
        8,
        true,
        'Each lasts 8 days, but the next one begins after 7 days. Make each shorter, or let them lie on one another.',
    ],
    // February has 28 days: a month's entry of 30 days lies on the next.
    [
        'FREQ=MONTHLY;BYMONTHDAY=23',
        30,
        true,
        'Each lasts 30 days, but the next one begins after 28 days. Make each shorter, or let them lie on one another.',
    ],
    ['FREQ=MINUTELY;INTERVAL=5', 0, false, ''],
    [
        'FREQ=MINUTELY;INTERVAL=4',
        0,
        false,
        'never: That falls more than 288 times a day. One every five minutes is the most that can be planned.',
    ],
    [
        'FREQ=SECONDLY;COUNT=300',
        0,
        false,
        'never: That falls more than 288 times a day. One every five minutes is the most that can be planned.',
    ],
    ['FREQ=DAILY;BYHOUR=8,20;BYMINUTE=0,1', 1, false, ''],
]);

test('wished, they may, up to twenty at once', function () {
    expect(complaint('FREQ=HOURLY', 90, mayOverlap: true))
        ->toBe('')
        ->and(complaint('FREQ=HOURLY', 1200, mayOverlap: true))
        ->toBe('')
        ->and(complaint('FREQ=HOURLY', 1201, mayOverlap: true))
        ->toStartWith('never: More than 20 of them would go on at once.');
});

test('days from 1900 to 2200 can be planned', function (string $text, bool $can) {
    $read = function () use ($text): bool {
        try {
            str_contains($text, 'T') ? PlannableDays::moment($text) : PlannableDays::date($text);

            return true;
        } catch (InvalidTime) {
            return false;
        }
    };
    expect($read())->toBe($can);
})->with([
    ['1899-12-31', false],
    ['1900-01-01', true],
    ['2200-12-31', true],
    ['2201-01-01', false],
    ['9999-12-31T23:59:59', false],
    ['2200-12-31T23:59:59', true],
]);
