<?php

declare(strict_types=1);

use PlumRota\Core\Interchange\Observance;
use PlumRota\Core\Interchange\ToldZone;
use PlumRota\Core\Interchange\ZoneObservances;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** @return ToldZone what a reader makes of what is told of a zone */
function told_again(string $name, int $from = 2015, int $last = 2040): ToldZone
{
    return ToldZone::of(ZoneObservances::of(Zone::of($name), $from, 2026), $last);
}

/** Held against PHP's copy of the IANA database, a minute before, at and after every change, and each eleven days between. */
test('a zone that is told is read as what it is', function (string $name) {
    $told = told_again($name);
    $database = new DateTimeZone($name);
    $looks = range(gmmktime(0, 0, 0, 1, 2, 2015), gmmktime(0, 0, 0, 12, 30, 2040), 11 * 86400);
    foreach ($database->getTransitions($looks[0], end($looks)) as $one) {
        array_push($looks, $one['ts'] - 60, $one['ts'] - 1, $one['ts'], $one['ts'] + 1);
    }
    foreach (array_filter($looks, fn (int $at): bool => $at >= gmmktime(0, 0, 0, 1, 2, 2015)) as $at) {
        $is = $database->getOffset(new DateTimeImmutable("@{$at}"));
        expect($told->offsetAt($at))->toBe($is, "{$name} ".gmdate('c', $at));
        $wall = LocalDateTime::fromSeconds($at + $is);
        expect($told->instant($wall))->toBe(Zone::of($name)->instant($wall), "{$name} {$wall}");
    }
    expect($told->isAs(Zone::of($name), 2016, 2039))->toBeTrue();
})->with(['Europe/Berlin', 'America/New_York', 'Australia/Lord_Howe', 'Africa/Casablanca', 'Asia/Gaza', 'America/Sao_Paulo', 'Asia/Kolkata', 'Pacific/Chatham', 'Antarctica/Troll']);

test('a zone is as another where no offset differs in the years that are asked for', function (string $told, string $other, int $from, int $to, bool $is) {
    expect(told_again($told)->isAs(Zone::of($other), $from, $to))->toBe($is);
})->with([
    'one’s own' => ['Europe/Berlin', 'Europe/Berlin', 2016, 2039, true],
    'of the same clocks' => ['Europe/Berlin', 'Europe/Paris', 2016, 2039, true],
    'of another hour' => ['Europe/Berlin', 'Europe/London', 2016, 2039, false],
    'without summer time' => ['Europe/Berlin', 'Africa/Lagos', 2026, 2026, false],
    'with half an hour of it' => ['Australia/Lord_Howe', 'Australia/Sydney', 2026, 2026, false],
    // Brazil has kept no summer time since 2019, Recife none since 2002 (IANA).
    'that was another before' => ['America/Sao_Paulo', 'America/Recife', 2020, 2039, true],
    'and is looked at in the last year in which it was' => ['America/Sao_Paulo', 'America/Recife', 2019, 2039, false],
    'whose clocks change on another day of March' => ['America/New_York', 'America/Havana', 2026, 2026, false],
]);

test('what is told backwards is read in order, and the first offset stands before the first onset', function () {
    $at = fn (string $text): array => [LocalDateTime::parse($text)];
    $told = ToldZone::of(
        [
            new Observance(7200, 3600, 'B', false, $at('2026-10-25T03:00'), 'FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU'),
            new Observance(3600, 7200, 'A', true, $at('2026-03-29T02:00'), 'FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU;UNTIL=20280326T010000Z'),
        ],
        2030,
    );
    $offset = fn (string $text): int => $told->offsetAt((int) strtotime($text));
    expect([$offset('2020-06-01T00:00Z'), $offset('2026-03-29T00:59:59Z'), $offset('2026-03-29T01:00:00Z'), $offset('2026-10-25T01:00:00Z')])
        ->toBe([3600, 3600, 7200, 3600])
        ->and([$offset('2028-06-01T00:00Z'), $offset('2029-06-01T00:00Z')])
        ->toBe([7200, 3600]);
});

test('a zone that changes its clocks more often than zones do is refused', function (array $observances) {
    expect(fn () => ToldZone::of($observances, 2030))->toThrow(InvalidRule::class);
})->with([
    'every day' => [[new Observance(0, 3600, 'A', false, [LocalDateTime::parse('2026-03-29T02:00')], 'FREQ=DAILY')]],
    'by 401 observances' => [array_fill(0, 401, new Observance(0, 3600, 'A', false, [LocalDateTime::parse('2026-03-29T02:00')]))],
]);

test('as many as zones have are read, and every month is not too often', function () {
    $one = new Observance(0, 3600, 'A', false, [LocalDateTime::parse('2026-03-29T02:00')]);
    expect(ToldZone::of(array_fill(0, 400, $one), 2030)->offsetAt((int) strtotime('2026-06-01T00:00Z')))
        ->toBe(3600)
        ->and(ToldZone::of([new Observance(0, 3600, 'A', false, [LocalDateTime::parse('2026-03-29T02:00')], 'FREQ=MONTHLY')], 2030)->offsetAt((int) strtotime('2027-06-01T00:00Z')))
        ->toBe(3600);
});

test('a zone without letters is named by its offset', function (string $zone, string $name) {
    expect(ZoneObservances::of(Zone::of($zone), 2026, 2026)[0]->name)->toBe($name);
})->with([['America/Sao_Paulo', 'UTC-03:00'], ['Asia/Kathmandu', 'UTC+05:45'], ['Pacific/Marquesas', 'UTC-09:30'], ['Europe/Berlin', 'CET']]);
