<?php

declare(strict_types=1);

use PlumRota\Core\Planning\CarryOver;
use PlumRota\Core\Planning\FullDay;
use PlumRota\Core\Planning\Stint;
use PlumRota\Core\Planning\UnscheduledTask;
use PlumRota\Core\Planning\Urgency;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\IsoWeek;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** What has rolled on to a day: "recurrence id, since, how often". */
function rolled(Series $series, array $changes, string $today, string $zone = 'Europe/Berlin'): ?string
{
    $carry = new CarryOver(new Timeline(Zone::of($zone)), LocalDate::parse($today));
    $missed = $carry->missed($series, fn (): array => $changes);
    if ($missed === null) {
        return null;
    }
    $onToday = $carry->onToday($missed);
    expect((string) $onToday->seen->from)
        ->toBe("{$today}T00:00:00")
        ->and($onToday->placement->allDay)
        ->toBeTrue();

    return "{$onToday->recurrenceId}, since {$onToday->since}, {$carry->times($onToday)} times";
}

function daily(string $rule, string $start, ?string $zone = null): Series
{
    $placement = str_contains($start, 'T')
        ? Placement::timed(LocalDateTime::parse($start), 30, $zone === null ? null : Zone::of($zone))
        : Placement::allDay(LocalDate::parse($start));

    return new Series('a', $placement, $rule === '' ? null : RuleParser::parse($rule));
}

/** From 2026-11-02, a Monday; the days are worked out by hand. */
test('what was missed stands on today, since its own day, once however long nobody looked', function () {
    $weekly = daily('FREQ=WEEKLY', '2026-11-02');
    expect(rolled($weekly, [], '2026-11-02'))
        ->toBeNull()
        ->and(rolled($weekly, [], '2026-11-03'))
        ->toBe('2026-11-02, since 2026-11-02, 1 times')
        ->and(rolled($weekly, [], '2026-11-08'))
        ->toBe('2026-11-02, since 2026-11-02, 6 times')
        // A week later the next one has come: the first is missed for good, there are never two.
        ->and(rolled($weekly, [], '2026-11-09'))
        ->toBeNull()
        ->and(rolled($weekly, [], '2026-11-10'))
        ->toBe('2026-11-09, since 2026-11-09, 1 times')
        // A machine that was off for three weeks comes to the same answer as one that looked every morning.
        ->and(rolled($weekly, [], '2026-12-01'))
        ->toBe('2026-11-30, since 2026-11-30, 1 times');
});

test('done, skipped, let go or put on a later day, nothing rolls on', function () {
    $weekly = daily('FREQ=WEEKLY', '2026-11-02');
    foreach ([new Override('2026-11-09', doneAt: 1), new Override('2026-11-09', letGoAt: 1)] as $change) {
        expect(rolled($weekly, [$change], '2026-11-11'))->toBeNull();
    }
    // A skipped one leaves the one before it as the latest that was missed.
    expect(rolled($weekly, [new Override('2026-11-09', skipped: true)], '2026-11-11'))
        ->toBe('2026-11-02, since 2026-11-02, 9 times')
        ->and(rolled($weekly, [new Override('2026-11-09', Placement::allDay(LocalDate::parse('2026-11-11')))], '2026-11-11'))
        ->toBeNull()
        ->and(rolled($weekly, [new Override('2026-11-09', Placement::allDay(LocalDate::parse('2026-11-11')))], '2026-11-12'))
        ->toBe('2026-11-09, since 2026-11-11, 1 times');
});

test('a task without a rhythm rolls on for as long as it takes', function () {
    expect(rolled(daily('', '2025-02-03'), [], '2026-11-25'))
        ->toBe('once, since 2025-02-03, 660 times')
        ->and(rolled(daily('', '2025-02-03'), [new Override('once', doneAt: 5)], '2026-11-25'))
        ->toBeNull()
        ->and(rolled(daily('', '2026-12-03'), [], '2026-11-25'))
        ->toBeNull();
});

test('a routine that comes once a year is found, one that lasts into today is not over', function () {
    expect(rolled(daily('FREQ=YEARLY', '2020-03-01'), [], '2026-11-25'))
        ->toBe('2026-03-01, since 2026-03-01, 269 times')
        ->and(rolled(new Series('a', Placement::allDay(LocalDate::parse('2026-11-24'), 3)), [], '2026-11-26'))
        ->toBeNull()
        ->and(rolled(new Series('a', Placement::allDay(LocalDate::parse('2026-11-24'), 3)), [], '2026-11-27'))
        ->toBe('once, since 2026-11-24, 3 times');
});

test('which day it is, the walls of the viewer say: 18:00 in New York is past midnight in Kathmandu', function () {
    // 2026-11-24 18:00 in New York is 2026-11-25 04:45 in Kathmandu (UTC−5, UTC+5:45).
    $task = daily('', '2026-11-24T18:00:00', 'America/New_York');
    expect(rolled($task, [], '2026-11-25', 'America/New_York'))
        ->toBe('once, since 2026-11-24, 1 times')
        ->and(rolled($task, [], '2026-11-25', 'Asia/Kathmandu'))
        ->toBeNull()
        ->and(rolled($task, [], '2026-11-26', 'Asia/Kathmandu'))
        ->toBe('once, since 2026-11-25, 1 times');
});

test(
    'every day of a year there is at most one, and a missed one is on every day until it is done or the next one comes',
    function () {
        $series = daily('FREQ=DAILY;INTERVAL=5', '2026-01-01');
        $done = [
            new Override('2026-01-11', doneAt: Zone::of('Europe/Berlin')->instant(LocalDateTime::parse('2026-01-13T09:00:00'))),
        ];
        for ($day = LocalDate::parse('2026-01-01'); $day->year === 2026; $day = $day->plusDays(1)) {
            $into = ($day->dayNumber() - LocalDate::parse('2026-01-01')->dayNumber()) % 5;
            $own = $day->plusDays(-$into);
            $expected = $into === 0 || (string) $own === '2026-01-11' ? null : "{$own}, since {$own}, {$into} times";
            expect(rolled($series, $done, (string) $day))->toBe($expected);
        }
    },
);

test('one that counts after it is done goes on when it was let go', function () {
    $series = new Series(
        'a',
        Placement::allDay(LocalDate::parse('2026-11-02')),
        RuleParser::parse('FREQ=DAILY;INTERVAL=10'),
        afterDone: true,
    );
    $next = fn (array $changes): array => array_map(
        fn (Occurrence $one): string => $one->recurrenceId,
        (new Timeline(Zone::of('UTC')))->occurrences(
            $series,
            $changes,
            PlumRota\Core\Time\TimeRange::days(LocalDate::parse('2026-11-01'), 30),
        ),
    );
    expect($next([]))
        ->toBe(['2026-11-02'])
        ->and($next([new Override('2026-11-02', letGoAt: 1)]))
        ->toBe(['2026-11-02', '2026-11-12']);
});

test('a due day lasts until its end, a due time until it', function () {
    $berlin = Zone::of('Europe/Berlin');
    $at = fn (string $wall): int => $berlin->instant(LocalDateTime::parse($wall));
    $day = Due::parse('2026-11-27');
    expect($day->isLate($berlin, $at('2026-11-27T23:59:59')))
        ->toBeFalse()
        ->and($day->isLate($berlin, $at('2026-11-28T00:00:00')))
        ->toBeTrue();
    $time = Due::parse('2026-11-27T18:00:00');
    expect($time->isLate($berlin, $at('2026-11-27T17:59:59')))
        ->toBeFalse()
        ->and($time->isLate($berlin, $at('2026-11-27T18:00:00')))
        ->toBeTrue()
        ->and($time->isMissedBy(LocalDateTime::parse('2026-11-27T18:00:00')))
        ->toBeFalse()
        ->and($time->isMissedBy(LocalDateTime::parse('2026-11-27T18:01:00')))
        ->toBeTrue()
        ->and($day->isMissedBy(LocalDateTime::parse('2026-11-28T00:00:00')))
        ->toBeFalse();
});

/** In Berlin the clocks go from 02:00 to 03:00 on 29 March 2026 (IANA); RFC 5545 3.3.5 reads 02:30 with the offset before. */
test('a due time in the gap of a clock change falls half an hour after it', function () {
    $berlin = Zone::of('Europe/Berlin');
    $due = Due::parse('2026-03-29T02:30:00');
    $gap = $berlin->instant(LocalDateTime::parse('2026-03-29T03:00:00'));
    expect($due->isLate($berlin, $gap + 29 * 60))->toBeFalse()->and($due->isLate($berlin, $gap + 30 * 60))->toBeTrue();
});

test('each occurrence is due as long after it as the first is after the first', function () {
    $first = LocalDate::parse('2026-11-02');
    expect(Due::shifted('2026-11-04T18:00:00', 21))
        ->toBe('2026-11-25T18:00:00')
        ->and(Due::shifted('2026-11-02', 119))
        ->toBe('2027-03-01')
        ->and(Due::shifted('2026-11-02', 0))
        ->toBe('2026-11-02');
});

test('what presses comes first', function () {
    $today = LocalDate::parse('2026-11-25');
    $loose = fn (
        string $key,
        ?string $due = null,
        ?string $importance = null,
        int $position = 0,
        ?string $notBefore = null,
        ?string $around = null,
        ?string $askAgain = null,
    ): UnscheduledTask => new UnscheduledTask(
        $key,
        $due === null ? null : Due::parse($due),
        $importance,
        $position,
        $notBefore === null ? null : LocalDate::parse($notBefore),
        $around === null ? null : IsoWeek::parse($around)->monday(),
        $askAgain === null ? null : LocalDate::parse($askAgain),
    );
    $all = [
        $loose('no date, by hand second', position: 2),
        $loose('no date, by hand first', position: 1),
        $loose('no date, a must', importance: 'must', position: 9),
        $loose('due in three weeks', '2026-12-16'),
        $loose('due on Friday', '2026-11-27'),
        $loose('due on Friday, a must', '2026-11-27', 'must'),
        $loose('late by two days', '2026-11-23'),
        $loose('late by a month', '2026-10-23', 'could'),
        $loose('around week 48, this one', around: '2026-W48'),
        $loose('around week 14', around: '2027-W14'),
        $loose('due on Saturday, not before Friday', '2026-11-28', notBefore: '2026-11-27'),
        $loose('ask again yesterday', askAgain: '2026-11-24'),
        $loose('due at nine this morning', '2026-11-25T09:00:00'),
    ];
    $pressing = new Urgency(Zone::of('UTC'), $today, Zone::of('UTC')->instant($today->at(12)));
    $groups = [];
    foreach ($pressing->inOrder($all) as $one) {
        $groups[$pressing->group($one)][] = $one->key;
    }
    expect($groups)->toBe([
        'late' => ['late by a month', 'late by two days', 'due at nine this morning'],
        'soon' => ['around week 48, this one', 'ask again yesterday', 'due on Friday, a must', 'due on Friday'],
        'later' => ['due in three weeks', 'due on Saturday, not before Friday', 'around week 14'],
        'none' => ['no date, a must', 'no date, by hand first', 'no date, by hand second'],
    ]);
});

/** Against PHP's own calendar, from ISO 8601: years of 53 weeks are 2020, 2026, 2032. */
test('weeks are those of ISO 8601', function () {
    for ($day = LocalDate::parse('2018-12-20'); $day->year < 2034; $day = $day->plusDays(1)) {
        $php = new DateTimeImmutable((string) $day);
        $week = IsoWeek::containing($day);
        expect((string) $week)
            ->toBe($php->format('o-\WW'))
            ->and((string) $week->monday())
            ->toBe((new DateTimeImmutable())->setISODate($week->year, $week->week)->format('Y-m-d'));
    }
    expect((string) IsoWeek::parse('2026-W53')->monday())
        ->toBe('2026-12-28')
        ->and(fn () => IsoWeek::parse('2027-W53'))
        ->toThrow(InvalidTime::class, '2027 has no week 53.')
        ->and(fn () => IsoWeek::parse('2026-14'))
        ->toThrow(InvalidTime::class)
        ->and((string) IsoWeek::next(48, LocalDate::parse('2026-11-25')))
        ->toBe('2026-W48')
        ->and((string) IsoWeek::next(14, LocalDate::parse('2026-11-25')))
        ->toBe('2027-W14')
        ->and((string) IsoWeek::next(53, LocalDate::parse('2027-02-01')))
        ->toBe('2032-W53');
});

test('stints add up to whole minutes, and one that was forgotten is asked about', function () {
    $hour = 3600;
    expect(Stint::minutes([new Stint(0, 1490), new Stint(2000, 2130)], 9999))
        ->toBe(27) // 1,620 s, not 25 min and 2 min rounded each
        ->and((new Stint(0, null, 25))->bell())
        ->toBe(1500)
        ->and((new Stint(0, null))->bell())
        ->toBeNull()
        ->and((new Stint(0, null, 25))->isForgotten(1500 + $hour))
        ->toBeFalse()
        ->and((new Stint(0, null, 25))->isForgotten(1501 + $hour))
        ->toBeTrue()
        ->and((new Stint(0, null))->isForgotten(4 * $hour))
        ->toBeFalse()
        ->and((new Stint(0, null))->isForgotten(4 * $hour + 1))
        ->toBeTrue()
        ->and((new Stint(0, 9 * $hour))->isForgotten(99 * $hour))
        ->toBeFalse()
        ->and((new Stint(100, null))->seconds(40))
        ->toBe(0);
});

test('a day says when it holds too many', function () {
    expect((new FullDay())->complaints(2, 8))
        ->toBe([])
        ->and((new FullDay())->complaints(3, 9))
        ->toBe(['3 musts, and 2 are the limit.', '9 others, and 8 are the limit.'])
        ->and((new FullDay(1, 0))->complaints(2, 1))
        ->toBe(['2 musts, and 1 is the limit.', '1 other, and 0 are the limit.']);
});
