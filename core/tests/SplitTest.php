<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Split;
use PlumRota\Core\Tests\conformance\RuleMaker;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** @return list<string> what a series has from its start on, or from another moment */
function dates_of(?Series $series, int $most): array
{
    return $series === null ? [] : array_map(strval(...), $series->recurrenceSet()->next($most));
}

/** Where a routine is cut plays no part in what it has: its head and its tail together are what it was. */
test('head and tail of a cut are the whole, for generated rules, zones, ends, dates besides and dates left out', function () {
    $maker = new RuleMaker((int) (getenv('SLICE_SEED') ?: 8));
    $any = fn (mixed ...$ones): mixed => $ones[mt_rand(0, count($ones) - 1)];
    $cuts = 0;
    for ($case = 0; $case < 1500; $case++) {
        $text = $maker->rule();
        $start = LocalDateTime::parse('2026-03-20T00:00')->plusMinutes($any(0, 135, 150, 435, 1425) + $any(0, 1, 5, 11, 40) * 1440);
        $zone = Zone::of($any('Europe/Berlin', 'America/New_York', 'Asia/Kolkata'));
        $placement = $any(false, false, true) ? Placement::allDay($start->date()) : Placement::timed($start, 30, $zone);
        $text = preg_replace('/;(COUNT|UNTIL)=[^;]*/', '', $text).$any('', '', ';COUNT='.mt_rand(2, 14), ';UNTIL=20260601T000000Z');
        if ($placement->allDay && preg_match('/HOURLY|MINUTELY|BYHOUR|BYMINUTE|T000000Z/', $text) === 1) {
            continue;
        }
        try {
            $rule = RuleParser::parse($text);
            $plain = new Series('s', $placement, $rule);
            $some = $plain->recurrenceSet()->next(12);
        } catch (InvalidRule) {
            continue;
        }
        if (count($some) < 2) {
            continue;
        }
        $extra = $any(true, false, false) ? [$some[0]->plusSeconds(86400 * 2 + ($placement->allDay ? 0 : 3600))] : [];
        $except = $any(true, false, false) ? [$some[mt_rand(1, count($some) - 1)]] : [];
        $series = new Series('s', $placement, $rule, $extra, $except, details: new Details(travel: 5));
        $cut = $some[mt_rand(0, count($some) - 1)];
        try {
            $split = Split::at($series, $cut);
        } catch (CannotReschedule $fault) {
            continue;
        }
        $cuts++;
        $whole = dates_of($series, 40);
        $head = array_slice(dates_of($split->head, 40), 0, 40);
        $tail = dates_of($split->tail, 40);
        expect(array_slice([...$head, ...$tail], 0, count($whole)))->toBe($whole, "{$text} from {$start} cut at {$cut}");
        expect(array_filter($head, fn (string $one): bool => $one >= (string) $cut))->toBe([], "{$text}: the head ends before {$cut}");
        expect(array_filter($tail, fn (string $one): bool => $one < (string) $cut))->toBe([], "{$text}: the tail begins at {$cut}");
        expect($split->tail->details->travel)->toBe(5)->and($split->head === null)->toBe($cut->seconds <= $placement->start->seconds);
    }
    expect($cuts)->toBeGreaterThan(600);
});

/** From here on with another hour, or another rhythm, begins with the one that was pressed. */
test('where the tail begins when its hours or its rhythm change', function (string $rule, string $cut, string $start, string $wished, string $begins) {
    $old = new Series('s', Placement::timed(LocalDateTime::parse('2026-11-23T07:15'), 15, Zone::of('Europe/Berlin')), RuleParser::parse($rule));
    $new = new Series('s', Placement::timed(LocalDateTime::parse($start), 15, Zone::of('Europe/Berlin')), RuleParser::parse($wished));
    expect(substr((string) Split::startOfTail($old, LocalDateTime::parse($cut), $new), 0, 16))->toBe($begins);
})->with([
    'the same' => ['FREQ=DAILY', '2026-11-26T07:15', '2026-11-26T07:15', 'FREQ=DAILY', '2026-11-26T07:15'],
    'later in the day' => ['FREQ=DAILY', '2026-11-26T07:15', '2026-11-26T18:00', 'FREQ=DAILY', '2026-11-26T18:00'],
    'another rhythm' => ['FREQ=DAILY', '2026-11-26T07:15', '2026-11-26T07:15', 'FREQ=WEEKLY', '2026-11-26T07:15'],
    'the second of two a day, both half an hour later' => [
        'FREQ=DAILY;BYHOUR=7,16;BYMINUTE=15',
        '2026-11-26T16:15',
        '2026-11-26T07:45',
        'FREQ=DAILY;BYHOUR=7,16;BYMINUTE=45',
        '2026-11-26T16:45',
    ],
    'the second of two, of which one is left, before the first' => [
        'FREQ=DAILY;BYHOUR=9,16;BYMINUTE=15',
        '2026-11-26T16:15',
        '2026-11-26T07:45',
        'FREQ=DAILY;BYHOUR=7;BYMINUTE=45',
        '2026-11-27T07:45',
    ],
    'the second of two, of which none names its hour' => [
        'FREQ=DAILY;BYHOUR=9,16;BYMINUTE=15',
        '2026-11-26T16:15',
        '2026-11-26T08:00',
        'FREQ=DAILY',
        '2026-11-27T08:00',
    ],
    'the first of two' => [
        'FREQ=DAILY;BYHOUR=9,16;BYMINUTE=15',
        '2026-11-26T09:15',
        '2026-11-26T08:00',
        'FREQ=DAILY',
        '2026-11-26T08:00',
    ],
    'every three hours, twenty minutes later' => [
        'FREQ=HOURLY;INTERVAL=3',
        '2026-11-26T10:15',
        '2026-11-23T07:35',
        'FREQ=HOURLY;INTERVAL=3',
        '2026-11-26T10:35',
    ],
]);

test('a day that the rule took from its start stays when it is cut at another', function (string $rule, string $start, string $cut, array $tail) {
    $series = new Series('s', Placement::allDay(LocalDate::parse($start)), RuleParser::parse($rule));
    $days = array_map(fn (string $one): string => substr($one, 0, 10), dates_of(Split::at($series, LocalDate::parse($cut)->startOfDay())->tail, 3));
    expect($days)->toBe($tail);
})->with([
    'a month' => ['RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=BACKWARD', '2026-01-31', '2026-04-30', ['2026-04-30', '2026-05-31', '2026-06-30']],
    'a year' => ['RSCALE=GREGORIAN;FREQ=YEARLY;SKIP=FORWARD', '2024-02-29', '2025-03-01', ['2025-03-01', '2026-03-01', '2027-03-01']],
    'a year with its months' => ['RSCALE=GREGORIAN;FREQ=YEARLY;BYMONTH=2,8;SKIP=BACKWARD', '2024-02-29', '2025-02-28', ['2025-02-28', '2025-08-29', '2026-02-28']],
    'the same day' => ['FREQ=MONTHLY', '2026-01-15', '2026-03-15', ['2026-03-15', '2026-04-15', '2026-05-15']],
    'chosen days' => ['FREQ=MONTHLY;BYDAY=2TU', '2026-01-13', '2026-03-10', ['2026-03-10', '2026-04-14', '2026-05-12']],
    'weekly' => ['FREQ=WEEKLY', '2026-01-31', '2026-02-14', ['2026-02-14', '2026-02-21', '2026-02-28']],
]);
