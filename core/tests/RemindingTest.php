<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Reminding\Channel;
use PlumRota\Core\Reminding\Moment;
use PlumRota\Core\Reminding\Moments;
use PlumRota\Core\Reminding\QuietHours;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Reminding\Snooze;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** @return list<string> on the walls of Berlin */
function fallen(
    Series $series,
    array $triggers,
    string $from,
    string $to,
    ?string $due = null,
    int $travel = 0,
    array $changes = [],
): array {
    $berlin = Zone::of('Europe/Berlin');
    $series = new Series(
        $series->id,
        $series->placement,
        $series->rule,
        $series->extra,
        $series->except,
        $series->afterDone,
        $series->breaks,
        new Details(due: $due, travel: $travel),
    );
    $moments = (new Moments($berlin))->between(
        $series,
        $changes,
        array_map(Trigger::parse(...), $triggers),
        $berlin->instant(LocalDateTime::parse($from)),
        $berlin->instant(LocalDateTime::parse($to)),
    );

    return array_map(fn (Moment $one): string => substr((string) $berlin->wall($one->at), 5, 11)." {$one->trigger}", $moments);
}

/** The clocks of Berlin go forward on 29 March 2026 at 02:00 (IANA); a TRIGGER is an exact duration (RFC 5545 3.8.6.3). */
test('before the end, and before the time to leave, across a clock change', function () {
    $night = new Series('a', Placement::timed(LocalDateTime::parse('2026-03-28T22:00'), 480, Zone::of('Europe/Berlin'))); // ends at 06:00 on the wall, seven hours later
    expect(fallen($night, ['-PT30M@end', '-PT0M@end'], '2026-03-28T00:00', '2026-03-30T00:00'))->toBe([
        '03-29T05:30 -PT30M@end',
        '03-29T06:00 -PT0M@end',
    ]);
    $clinic = new Series('b', Placement::timed(LocalDateTime::parse('2026-11-25T11:00'), 60, Zone::of('Europe/Berlin')));
    expect(fallen($clinic, ['-PT10M@leave', '-PT10M'], '2026-11-25T00:00', '2026-11-26T00:00', travel: 30))->toBe([
        '11-25T10:20 -PT10M@leave',
        '11-25T10:50 -PT10M',
    ]);
});

test('before the due time: a day lasts until its end, and without one there is nothing to remind of', function () {
    $report = new Series('a', Placement::allDay(LocalDate::parse('2026-11-20')));
    expect(fallen($report, ['-PT120M@due', '-P1D@09:00@due'], '2026-11-19T00:00', '2026-12-01T00:00', due: '2026-11-27'))
        ->toBe(['11-26T09:00 -P1D@09:00@due', '11-27T22:00 -PT120M@due'])
        ->and(fallen($report, ['-PT120M@due'], '2026-11-19T00:00', '2026-12-01T00:00', due: '2026-11-27T18:00:00'))
        ->toBe(['11-27T16:00 -PT120M@due'])
        ->and(fallen($report, ['-PT120M@due'], '2026-11-19T00:00', '2026-12-01T00:00'))
        ->toBe([]);
});

test('of a routine the due time is that of each one, however long after it', function () {
    $sheet = new Series(
        'a',
        Placement::timed(LocalDateTime::parse('2026-11-02T09:00'), 30, Zone::of('Europe/Berlin')),
        RuleParser::parse('FREQ=WEEKLY'),
    );
    expect(
        fallen(
            $sheet,
            ['-PT60M@due'],
            '2026-11-24T00:00',
            '2026-12-09T23:00',
            due: '2026-11-04T18:00:00',
            changes: [new Override('2026-11-30T09:00:00', doneAt: 1)],
        ),
    )->toBe(['11-25T17:00 -PT60M@due', '12-09T17:00 -PT60M@due']);
});

test('the last day of what lasts for days', function () {
    expect(
        fallen(
            new Series('a', Placement::allDay(LocalDate::parse('2026-11-27'), 3)),
            ['-P0D@18:00@end', '-P1D@18:00'],
            '2026-11-20T00:00',
            '2026-12-05T00:00',
        ),
    )->toBe(['11-26T18:00 -P1D@18:00', '11-29T18:00 -P0D@18:00@end']);
});

test('a let-go one is not reminded of', function () {
    $series = new Series('a', Placement::allDay(LocalDate::parse('2026-11-23')), RuleParser::parse('FREQ=DAILY'));
    expect(
        fallen(
            $series,
            ['-P0D@09:00'],
            '2026-11-24T00:00',
            '2026-11-26T00:00',
            changes: [new Override('2026-11-24', letGoAt: 1)],
        ),
    )->toBe(['11-25T09:00 -P0D@09:00']);
});

test('a reminder is read and written with its ways', function (string $text, string $written) {
    expect((string) Reminder::parse($text))->toBe($written);
})->with([
    ['-PT15M', '-PT15M'],
    ['-PT15M;screen', '-PT15M'],
    ['-PT15M;mail,phone,mail', '-PT15M;mail,phone'],
    ['-P1D@18:00@due;phone', '-P1D@18:00@due;phone'],
    ['-PT0M@leave;screen,phone', '-PT0M@leave;screen,phone'],
]);

test('a way nobody knows is refused', function () {
    expect(fn () => Reminder::parse('-PT15M;pigeon'))
        ->toThrow(InvalidTime::class, '“pigeon” is no way to remind; screen, mail and phone are.')
        ->and(Reminder::parse('-PT15M')->channels)
        ->toBe([Channel::Screen]);
});

test('quiet hours hold back until they end', function (int $from, int $to, string $at, string $held) {
    $berlin = Zone::of('Europe/Berlin');
    expect(
        (string) $berlin->wall((new QuietHours($from, $to))->held($berlin->instant(LocalDateTime::parse($at)), $berlin)),
    )->toBe("{$held}:00");
})->with([
    'before midnight, until the morning' => [1320, 420, '2026-11-25T22:30', '2026-11-26T07:00'],
    'after midnight, until the same morning' => [1320, 420, '2026-11-26T03:00', '2026-11-26T07:00'],
    'at their beginning' => [1320, 420, '2026-11-25T22:00', '2026-11-26T07:00'],
    'at their end' => [1320, 420, '2026-11-26T07:00', '2026-11-26T07:00'],
    'by day' => [1320, 420, '2026-11-25T12:00', '2026-11-25T12:00'],
    'a nap within a day' => [780, 840, '2026-11-25T13:30', '2026-11-25T14:00'],
    'none' => [0, 0, '2026-11-25T00:00', '2026-11-25T00:00'],
    'over the clock change' => [60, 240, '2026-03-29T03:10', '2026-03-29T04:00'],
]);

test('put off, it comes back', function (string $choice, string $now, string $back) {
    $berlin = Zone::of('Europe/Berlin');
    expect((string) $berlin->wall((new Snooze($berlin, $berlin->instant(LocalDateTime::parse($now))))->moment($choice)))->toBe(
        "{$back}:00",
    );
})->with([
    ['ten', '2026-11-25T10:20', '2026-11-25T10:30'],
    ['hour', '2026-11-25T23:30', '2026-11-26T00:30'],
    ['hour', '2026-03-29T01:30', '2026-03-29T03:30'],
    ['evening', '2026-11-25T10:20', '2026-11-25T18:00'],
    ['evening', '2026-11-25T18:00', '2026-11-26T18:00'],
    ['morning', '2026-11-25T10:20', '2026-11-26T08:00'],
    ['morning', '2026-11-26T02:00', '2026-11-26T08:00'],
    ['morning', '2026-11-26T05:00', '2026-11-27T08:00'],
    ['2026-11-27T12:15:00', '2026-11-25T10:20', '2026-11-27T12:15'],
]);

test('it cannot be put off into the past', function () {
    expect(fn () => (new Snooze(Zone::of('UTC'), 86400 * 365))->moment('1970-01-02T00:00:00'))->toThrow(
        InvalidTime::class,
        'That moment has passed already.',
    );
});

test('minutes before say nothing of what has no hours: those of its calendar for whole days stand in, and come back with the hours', function () {
    $own = ['-PT15M'];
    expect(Reminder::applying($own, ['-PT5M'], ['-P1D@18:00'], true))
        ->toBe(['-P1D@18:00'])
        ->and(Reminder::applying([...$own, '-P0D@08:00'], ['-PT5M'], ['-P1D@18:00'], true))
        ->toBe(['-P0D@08:00'])
        ->and(Reminder::applying($own, ['-PT5M'], ['-P1D@18:00'], false))
        ->toBe($own)
        ->and(Reminder::applying([], ['-PT5M'], ['-P1D@18:00'], true))
        ->toBe([]);
});
