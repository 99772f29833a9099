<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\Expander;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDateTime;

/** @return list<string> the instances of a rule from Monday 5 January 2026 on, within a window, as the expander has them */
function expanded(string $rule, string $from, string $to, int $limit = 100, string $start = '2026-01-05T00:00'): array
{
    $at = fn (string $moment): int => LocalDateTime::parse($moment)->seconds;
    $found = (new Expander(RuleParser::parse($rule), LocalDateTime::parse($start)))->collect($at($from), $at($to), $limit);

    return array_map(fn (int $second): string => substr((string) LocalDateTime::fromSeconds($second), 0, 16), $found);
}

test('a window begins at its first second and ends before its last', function () {
    expect(expanded('FREQ=DAILY', '2026-01-05T00:00', '2026-01-07T00:00'))
        ->toBe(['2026-01-05T00:00', '2026-01-06T00:00'])
        ->and(expanded('FREQ=DAILY', '2026-01-06T00:00', '2026-01-06T00:00:01'))
        ->toBe(['2026-01-06T00:00'])
        ->and(expanded('FREQ=DAILY', '2026-01-06T00:00:01', '2026-01-07T00:00'))
        ->toBe([])
        ->and(expanded('FREQ=DAILY', '2026-01-01T00:00', '2026-01-05T00:00'))
        ->toBe([])
        ->and(expanded('FREQ=DAILY', '2026-01-01T00:00', '2026-01-05T00:00:01'))
        ->toBe(['2026-01-05T00:00'])
        ->and(expanded('FREQ=DAILY;BYHOUR=0,9', '2026-01-06T00:00', '2026-01-06T09:00'))
        ->toBe(['2026-01-06T00:00'])
        ->and(expanded('FREQ=DAILY;BYHOUR=0,9', '2026-01-06T00:00', '2026-01-06T09:00:01'))
        ->toBe(['2026-01-06T00:00', '2026-01-06T09:00']);
});

test('no more are given than are wanted', function (string $rule) {
    $counts = array_map(fn (int $limit): int => count(expanded($rule, '2026-01-01T00:00', '2036-01-01T00:00', $limit)), [
        -1,
        0,
        1,
        2,
        3,
        50,
    ]);
    expect($counts)
        ->toBe([0, 0, 1, 2, 3, 50])
        ->and(expanded($rule, '2026-03-01T00:00', '2036-01-01T00:00', 1))
        ->toHaveCount(1)
        ->and(expanded($rule, '2026-03-01T00:00', '2036-01-01T00:00', 0))
        ->toBe([]);
})->with([
    'FREQ=DAILY',
    'FREQ=WEEKLY;BYDAY=MO,TU,FR',
    'FREQ=MONTHLY;BYMONTHDAY=5,6',
    'FREQ=HOURLY',
    'FREQ=MINUTELY;BYSECOND=0,30',
    'RSCALE=HEBREW;FREQ=MONTHLY;BYMONTHDAY=1,2',
]);

test('the last moment counts, and nothing after it', function (string $until, array $dates) {
    expect(expanded("FREQ=WEEKLY;UNTIL={$until}", '2026-01-01T00:00', '2026-12-01T00:00', start: '2026-01-05T09:00'))->toBe(
        $dates,
    );
})->with([
    'before the start' => ['20260105T085959', []],
    'at the start' => ['20260105T090000', ['2026-01-05T09:00']],
    'a second before the second one' => ['20260112T085959', ['2026-01-05T09:00']],
    'at the second one' => ['20260112T090000', ['2026-01-05T09:00', '2026-01-12T09:00']],
]);

test('COUNT ends it, wherever the window begins', function (string $rule, array $last, string $start = '2026-01-05T09:00') {
    $all = expanded($rule, '2026-01-01T00:00', '2100-01-01T00:00', start: $start);
    expect(array_slice($all, -count($last)))->toBe($last)->and($all)->toHaveCount((int) RuleParser::parse($rule)->count);
    foreach ($all as $i => $moment) {
        expect(expanded($rule, $moment, '2100-01-01T00:00', start: $start))->toBe(array_slice($all, $i), "from {$moment}");
    }
    expect(
        expanded(
            $rule,
            (string) LocalDateTime::parse($last[count($last) - 1])->plusSeconds(1),
            '2100-01-01T00:00',
            start: $start,
        ),
    )->toBe([]);
})->with([
    ['FREQ=DAILY;COUNT=1', ['2026-01-05T09:00']],
    ['FREQ=DAILY;INTERVAL=10;COUNT=5', ['2026-02-04T09:00', '2026-02-14T09:00']],
    'two a week, begun between them' => [
        'FREQ=WEEKLY;BYDAY=MO,TH;COUNT=5',
        ['2026-01-19T09:00', '2026-01-22T09:00'],
        '2026-01-08T09:00',
    ],
    'begun on a day the rule does not choose, which counts too (3.8.5.3)' => [
        'FREQ=WEEKLY;BYDAY=MO,TH;COUNT=4',
        ['2026-01-12T09:00', '2026-01-15T09:00'],
        '2026-01-07T09:00',
    ],
    ['FREQ=MONTHLY;BYMONTHDAY=1,15;COUNT=6', ['2026-03-15T09:00', '2026-04-01T09:00'], '2026-01-15T09:00'],
    'of all dates' => ['FREQ=MONTHLY;COUNT=4', ['2026-05-31T09:00', '2026-07-31T09:00'], '2026-01-31T09:00'],
    'days of two months' => ['FREQ=DAILY;BYMONTH=2,3;COUNT=31', ['2026-03-02T09:00', '2026-03-03T09:00'], '2026-02-01T09:00'],
    'hours, each of them' => ['FREQ=HOURLY;INTERVAL=7;COUNT=5', ['2026-01-06T06:00', '2026-01-06T13:00']],
    'hours of a morning' => ['FREQ=HOURLY;BYHOUR=9,10;COUNT=5', ['2026-01-06T10:00', '2026-01-07T09:00']],
]);

test('a rule goes on for more than four hundred years, and with gaps longer than a lifetime', function () {
    expect(expanded('FREQ=YEARLY', '2026-01-01T00:00', '9999-12-31T00:00', 500))
        ->toHaveCount(500)
        // 29 February in years that 400 divides: every hundredth year from 2000 on.
        ->and(
            expanded(
                'FREQ=YEARLY;INTERVAL=100;BYMONTH=2;BYMONTHDAY=29',
                '2000-03-01T00:00',
                '9999-12-31T00:00',
                3,
                '2000-02-29T00:00',
            ),
        )
        ->toBe(['2400-02-29T00:00', '2800-02-29T00:00', '3200-02-29T00:00'])
        ->and(expanded('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', '2026-01-01T00:00', '9999-12-31T00:00', start: '2026-02-01T00:00'))
        ->toBe(['2026-02-01T00:00']);
});

test('nothing lies beyond the year 9999', function () {
    expect(expanded('FREQ=YEARLY', '9990-01-01T00:00', '9999-12-31T23:59:59'))->toHaveCount(10);
    $found = (new Expander(RuleParser::parse('FREQ=YEARLY'), LocalDateTime::parse('9998-12-31T23:59:59')))->collect(
        PHP_INT_MIN,
        PHP_INT_MAX,
        10,
    );
    expect($found)->toBe([
        LocalDateTime::parse('9998-12-31T23:59:59')->seconds,
        LocalDateTime::parse('9999-12-31T23:59:59')->seconds,
    ]);
});

test('a rule knows whether it would choose its own start', function (
    string $rule,
    bool $chooses,
    string $start = '2026-01-05T09:00',
) {
    expect((new Expander(RuleParser::parse($rule), LocalDateTime::parse($start)))->choosesStart())->toBe($chooses);
})->with([
    ['FREQ=WEEKLY;BYDAY=MO,TH', true],
    ['FREQ=WEEKLY;BYDAY=TU', false],
    ['FREQ=MONTHLY;BYMONTHDAY=5', true],
    ['FREQ=MONTHLY;BYMONTHDAY=6', false],
    ['FREQ=DAILY;BYHOUR=9', true],
    ['FREQ=DAILY;BYHOUR=10', false],
    ['FREQ=HOURLY;BYDAY=TU', false],
    ['FREQ=HOURLY;BYDAY=MO', true],
    ['FREQ=YEARLY;BYMONTH=1;BYDAY=1MO', true],
    ['FREQ=DAILY;BYMONTH=2', false],
    ['FREQ=DAILY;INTERVAL=2;BYMONTH=2', false],
    ['RSCALE=HEBREW;FREQ=MONTHLY;BYMONTHDAY=16', true],
    ['RSCALE=HEBREW;FREQ=MONTHLY;BYMONTHDAY=17', false],
]);

test('weeks that reach over the end of a month keep only their days of the months wanted', function () {
    // Monday 26 January to Sunday 1 February 2026, and the week from 23 February to 1 March.
    expect(expanded('FREQ=WEEKLY;BYDAY=MO,SU;BYMONTH=2', '2026-01-06T00:00', '2026-04-01T00:00'))
        ->toBe([
            '2026-02-01T00:00',
            '2026-02-02T00:00',
            '2026-02-08T00:00',
            '2026-02-09T00:00',
            '2026-02-15T00:00',
            '2026-02-16T00:00',
            '2026-02-22T00:00',
            '2026-02-23T00:00',
        ])
        ->and(expanded('FREQ=WEEKLY;BYDAY=MO,SU;BYMONTH=2;BYSETPOS=1', '2026-01-06T00:00', '2026-02-10T00:00'))
        ->toBe(['2026-02-01T00:00', '2026-02-02T00:00', '2026-02-09T00:00']);
});

test('the clock is walked over what is left out, and not past what is wanted', function (
    string $rule,
    string $start,
    array $moments,
) {
    expect(expanded($rule, '2026-01-05T00:00', '2027-01-01T00:00', count($moments), "2026-01-05T{$start}"))->toBe(
        array_map(fn (string $one): string => "2026-{$one}", $moments),
    );
})->with([
    'half past eight, then every minute of nine' => [
        'FREQ=MINUTELY;INTERVAL=20;BYHOUR=9',
        '08:30',
        ['01-05T08:30', '01-05T09:10', '01-05T09:30', '01-05T09:50', '01-06T09:10'],
    ],
    'quarters of the hour that holds the start' => [
        'FREQ=HOURLY;INTERVAL=2;BYMINUTE=0,15,30',
        '09:15',
        ['01-05T09:15', '01-05T09:30', '01-05T11:00', '01-05T11:15'],
    ],
    'Tuesdays' => [
        'FREQ=HOURLY;INTERVAL=9;BYDAY=TU',
        '20:00',
        ['01-05T20:00', '01-06T05:00', '01-06T14:00', '01-06T23:00', '01-13T08:00', '01-13T17:00'],
    ],
    'March and the last day of May' => [
        'FREQ=HOURLY;INTERVAL=12;BYMONTH=3,5;BYMONTHDAY=-1',
        '06:00',
        ['01-05T06:00', '03-31T06:00', '03-31T18:00', '05-31T06:00', '05-31T18:00'],
    ],
    'the hundredth day' => ['FREQ=HOURLY;INTERVAL=12;BYYEARDAY=100', '06:00', ['01-05T06:00', '04-10T06:00', '04-10T18:00']],
    'the last of three' => ['FREQ=HOURLY;BYMINUTE=10,20,30;BYSETPOS=-1', '06:30', ['01-05T06:30', '01-05T07:30', '01-05T08:30']],
]);

test('times that a rule leaves out are those of the start', function (string $rule, string $start, array $times) {
    $found = (new Expander(RuleParser::parse($rule), LocalDateTime::parse("2026-01-05T{$start}")))->collect(
        LocalDateTime::parse('2026-01-06T00:00')->seconds,
        LocalDateTime::parse('2026-01-07T00:00')->seconds,
        50,
    );
    expect(array_map(fn (int $second): string => substr((string) LocalDateTime::fromSeconds($second), 11), $found))->toBe($times);
})->with([
    ['FREQ=DAILY;BYMINUTE=0,30', '09:00:00', ['09:00:00', '09:30:00']],
    ['FREQ=DAILY;BYMINUTE=0,30', '23:59:59', ['23:00:59', '23:30:59']],
    ['FREQ=DAILY;BYHOUR=7', '09:59:58', ['07:59:58']],
    ['FREQ=DAILY;BYSECOND=5,10', '09:07:00', ['09:07:05', '09:07:10']],
    ['FREQ=DAILY;BYHOUR=7,8;BYMINUTE=1,2;BYSECOND=3', '09:00:00', ['07:01:03', '07:02:03', '08:01:03', '08:02:03']],
    'a leap second is the last of its minute (3.3.12)' => ['FREQ=DAILY;BYSECOND=58,59,60', '09:00:00', ['09:00:58', '09:00:59']],
    ['FREQ=DAILY;BYSECOND=60', '09:00:00', ['09:00:59']],
    'places among them' => ['FREQ=DAILY;BYHOUR=7,8,9;BYSETPOS=1,-1', '09:00:00', ['07:00:00', '09:00:00']],
    'the same place from both ends is one' => ['FREQ=DAILY;BYHOUR=7,8;BYSETPOS=1,-2', '09:00:00', ['07:00:00']],
    'a place that is not there' => ['FREQ=DAILY;BYHOUR=7,8;BYSETPOS=3,-3', '09:00:00', []],
    'in order, however the places are' => ['FREQ=DAILY;BYHOUR=7,8,9;BYSETPOS=-3,2', '09:00:00', ['07:00:00', '08:00:00']],
]);
