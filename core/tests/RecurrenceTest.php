<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\AfterDone;
use PlumRota\Core\Recurrence\CommonRhythms;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleInWords;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Recur\RRuleIterator;

/** @return list<string> dates as "1997 9 2" are spelled in the RFC, here as ISO dates */
function firstDates(string $rule, string $start, int $limit = 8, string $zone = 'America/New_York'): array
{
    $set = new RecurrenceSet(LocalDateTime::parse($start), RuleParser::parse($rule), zone: Zone::of($zone));

    return array_map(fn (LocalDateTime $date): string => (string) $date->date(), $set->next($limit));
}

test('worked examples (RFC 5545 3.8.5.3)', function (string $rule, string $start, array $dates) {
    expect(firstDates($rule, $start, count($dates)))->toBe($dates);
})->with([
    'daily for 10 occurrences' => [
        'FREQ=DAILY;COUNT=10',
        '1997-09-02T09:00',
        [
            '1997-09-02',
            '1997-09-03',
            '1997-09-04',
            '1997-09-05',
            '1997-09-06',
            '1997-09-07',
            '1997-09-08',
            '1997-09-09',
            '1997-09-10',
            '1997-09-11',
        ],
    ],
    'every other day' => ['FREQ=DAILY;INTERVAL=2', '1997-09-02T09:00', ['1997-09-02', '1997-09-04', '1997-09-06', '1997-09-08']],
    'every 10 days, 5 occurrences' => [
        'FREQ=DAILY;INTERVAL=10;COUNT=5',
        '1997-09-02T09:00',
        ['1997-09-02', '1997-09-12', '1997-09-22', '1997-10-02', '1997-10-12'],
    ],
    'every other week, Tuesday and Thursday, 8 occurrences' => [
        'FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH',
        '1997-09-02T09:00',
        ['1997-09-02', '1997-09-04', '1997-09-16', '1997-09-18', '1997-09-30', '1997-10-02', '1997-10-14', '1997-10-16'],
    ],
    'first Friday' => [
        'FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
        '1997-09-05T09:00',
        [
            '1997-09-05',
            '1997-10-03',
            '1997-11-07',
            '1997-12-05',
            '1998-01-02',
            '1998-02-06',
            '1998-03-06',
            '1998-04-03',
            '1998-05-01',
            '1998-06-05',
        ],
    ],
    'second-to-last Monday' => [
        'FREQ=MONTHLY;COUNT=6;BYDAY=-2MO',
        '1997-09-22T09:00',
        ['1997-09-22', '1997-10-20', '1997-11-17', '1997-12-22', '1998-01-19', '1998-02-16'],
    ],
    'third-to-last day' => [
        'FREQ=MONTHLY;BYMONTHDAY=-3',
        '1997-09-28T09:00',
        ['1997-09-28', '1997-10-29', '1997-11-28', '1997-12-29', '1998-01-29', '1998-02-26'],
    ],
    'first and last day' => [
        'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=1,-1',
        '1997-09-30T09:00',
        [
            '1997-09-30',
            '1997-10-01',
            '1997-10-31',
            '1997-11-01',
            '1997-11-30',
            '1997-12-01',
            '1997-12-31',
            '1998-01-01',
            '1998-01-31',
            '1998-02-01',
        ],
    ],
    'every third year on the 1st, 100th and 200th day' => [
        'FREQ=YEARLY;INTERVAL=3;COUNT=10;BYYEARDAY=1,100,200',
        '1997-01-01T09:00',
        [
            '1997-01-01',
            '1997-04-10',
            '1997-07-19',
            '2000-01-01',
            '2000-04-09',
            '2000-07-18',
            '2003-01-01',
            '2003-04-10',
            '2003-07-19',
            '2006-01-01',
        ],
    ],
    'every 20th Monday of the year' => ['FREQ=YEARLY;BYDAY=20MO', '1997-05-19T09:00', ['1997-05-19', '1998-05-18', '1999-05-17']],
    'Monday of week 20' => ['FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO', '1997-05-12T09:00', ['1997-05-12', '1998-05-11', '1999-05-17']],
    'every Friday the 13th' => [
        'FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13',
        '1998-02-13T09:00',
        ['1998-02-13', '1998-03-13', '1998-11-13', '1999-08-13', '2000-10-13'],
    ],
    'election day' => [
        'FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8',
        '1996-11-05T09:00',
        ['1996-11-05', '2000-11-07', '2004-11-02'],
    ],
    'third instance of Tuesday, Wednesday or Thursday' => [
        'FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3',
        '1997-09-04T09:00',
        ['1997-09-04', '1997-10-07', '1997-11-06'],
    ],
    'second-to-last weekday' => [
        'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2',
        '1997-09-29T09:00',
        ['1997-09-29', '1997-10-30', '1997-11-27', '1997-12-30', '1998-01-29', '1998-02-26', '1998-03-30'],
    ],
    'weeks from Monday' => [
        'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO',
        '1997-08-05T09:00',
        ['1997-08-05', '1997-08-10', '1997-08-19', '1997-08-24'],
    ],
    'weeks from Sunday' => [
        'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU',
        '1997-08-05T09:00',
        ['1997-08-05', '1997-08-17', '1997-08-19', '1997-08-31'],
    ],
    'an invalid date is ignored' => [
        'FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5',
        '2007-01-15T09:00',
        ['2007-01-15', '2007-01-30', '2007-02-15', '2007-03-15', '2007-03-30'],
    ],
]);

test('UNTIL in UTC is the last moment, itself included (RFC 5545 3.3.10)', function () {
    expect(firstDates('FREQ=DAILY;UNTIL=19970905T130000Z', '1997-09-02T09:00'))
        ->toBe(['1997-09-02', '1997-09-03', '1997-09-04', '1997-09-05'])
        ->and(firstDates('FREQ=DAILY;UNTIL=19970905T125959Z', '1997-09-02T09:00'))
        ->toBe(['1997-09-02', '1997-09-03', '1997-09-04']);
});

test('several times a day (RFC 5545 3.8.5.3, every 20 minutes from 9:00 to 16:40)', function () {
    $daily = new RecurrenceSet(
        LocalDateTime::parse('1997-09-02T09:00'),
        RuleParser::parse('FREQ=DAILY;BYHOUR=9,10,11,12,13,14,15,16;BYMINUTE=0,20,40'),
    );
    $minutely = new RecurrenceSet(
        LocalDateTime::parse('1997-09-02T09:00'),
        RuleParser::parse('FREQ=MINUTELY;INTERVAL=20;BYHOUR=9,10,11,12,13,14,15,16'),
    );
    expect(array_map(strval(...), $daily->next(60)))
        ->toBe(array_map(strval(...), $minutely->next(60)))
        ->and((string) $daily->next(60)[24])
        ->toBe('1997-09-03T09:00:00');
});

test('a date that a month lacks: left out, the day before, the day after (RFC 7529 4.1)', function (string $skip, array $dates) {
    expect(firstDates("RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP={$skip};COUNT=4", '2013-01-31T09:00', 4))->toBe($dates);
})->with([
    ['OMIT', ['2013-01-31', '2013-03-31', '2013-05-31', '2013-07-31']],
    ['BACKWARD', ['2013-01-31', '2013-02-28', '2013-03-31', '2013-04-30']],
    ['FORWARD', ['2013-01-31', '2013-03-01', '2013-03-31', '2013-05-01']],
]);

test('a fortnightly payment four times from 25 September ends on 6 November (common practice)', function () {
    expect(firstDates('FREQ=WEEKLY;INTERVAL=2;COUNT=4', '2026-09-25T09:00'))->toBe([
        '2026-09-25',
        '2026-10-09',
        '2026-10-23',
        '2026-11-06',
    ]);
});

test('the 28th, or the last working day before a weekend (common practice)', function () {
    expect(firstDates('FREQ=MONTHLY;BYMONTHDAY=26,27,28;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1', '2026-08-28T12:00', 5))->toBe([
        '2026-08-28',
        '2026-09-28',
        '2026-10-28',
        '2026-11-27',
        '2026-12-28',
    ]);
});

test('generated rules agree with sabre/vobject', function (int $seed) {
    mt_srand($seed);
    $pick = fn (array $from): mixed => $from[mt_rand(0, count($from) - 1)];
    $some = function (array $from) use ($pick): string {
        $taken = [];
        for ($i = mt_rand(1, 3); $i > 0; $i--) {
            $taken[] = $pick($from);
        }

        return implode(',', array_unique($taken));
    };
    $days = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
    $rules = [
        fn () => 'FREQ=DAILY;INTERVAL='.mt_rand(1, 40),
        // With BYDAY beside it, since sabre passes over a BYMONTH that stands alone under DAILY.
        fn () => 'FREQ=DAILY;BYDAY=MO,TU,WE,TH,FR,SA,SU;BYMONTH='.$some(range(1, 12)),
        fn () => 'FREQ=WEEKLY;INTERVAL='.mt_rand(1, 6).';BYDAY='.$some($days),
        fn () => 'FREQ=MONTHLY;INTERVAL='.mt_rand(1, 5).';BYMONTHDAY='.$some([...range(1, 31), -1, -2, -10]),
        fn () => 'FREQ=MONTHLY;BYDAY='.$pick([1, 2, 3, 4, -1, -2]).$pick($days),
        fn () => 'FREQ=MONTHLY;BYDAY='.$some($days).';BYSETPOS='.$pick([1, 2, -1]),
        fn () => 'FREQ=YEARLY;BYMONTH='.$pick(range(1, 12)).';BYDAY='.$pick([1, 2, 3, 4, -1]).$pick($days),
        fn () => 'FREQ=YEARLY;INTERVAL='.mt_rand(1, 4),
    ];
    for ($case = 0; $case < 120; $case++) {
        $rule = $pick($rules)().(mt_rand(0, 2) === 0 ? ';COUNT='.mt_rand(1, 20) : '');
        $start = sprintf(
            '20%02d-%02d-%02dT%02d:%02d:00',
            mt_rand(10, 40),
            mt_rand(1, 12),
            mt_rand(1, 28),
            mt_rand(0, 23),
            mt_rand(0, 59),
        );
        // A start that the rule does not choose itself makes the set undefined (RFC 5545 3.8.5.3).
        $start = (string) RecurrenceSet::firstOnOrAfter(RuleParser::parse($rule), LocalDateTime::parse($start));
        $reference = [];
        foreach (new RRuleIterator($rule, new DateTimeImmutable($start.'Z')) as $date) {
            $reference[] = $date->format('Y-m-d\TH:i:s');
            if (count($reference) === 25) {
                break;
            }
        }
        $ours = array_map(strval(...), (new RecurrenceSet(LocalDateTime::parse($start), RuleParser::parse($rule)))->next(25));
        expect($ours)->toBe($reference, "{$rule} from {$start}");
    }
})->with([1, 2, 3]);

test('a window far away holds what walking there would find', function (string $rule) {
    $set = new RecurrenceSet(LocalDateTime::parse('2026-01-31T07:15'), RuleParser::parse($rule));
    $from = LocalDateTime::parse('2031-05-04T00:00');
    $to = LocalDateTime::parse('2032-06-01T00:00');
    $walked = array_filter(
        $set->next(4000),
        fn (LocalDateTime $date): bool => $date->seconds >= $from->seconds && $date->seconds < $to->seconds,
    );
    $jumped = array_map(strval(...), $set->between($from, $to));
    expect($jumped)->toBe(array_map(strval(...), array_values($walked)))->and($jumped)->not->toBeEmpty();
})->with([
    'FREQ=DAILY;INTERVAL=3',
    'FREQ=WEEKLY;INTERVAL=3;BYDAY=MO,SU',
    'FREQ=MONTHLY;INTERVAL=5;BYMONTHDAY=-1',
    'FREQ=YEARLY;BYDAY=-1FR;BYMONTH=5,11',
    'RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=FORWARD',
    'FREQ=HOURLY;INTERVAL=36',
    'FREQ=DAILY;COUNT=2500',
]);

test('extra dates join in order, exceptions fall out (RFC 5545 3.8.5.1, 3.8.5.2)', function () {
    $at = fn (string $date): LocalDateTime => LocalDateTime::parse($date.'T09:00');
    $set = new RecurrenceSet(
        $at('2026-11-02'),
        RuleParser::parse('FREQ=WEEKLY;COUNT=3'),
        [$at('2026-11-04'), $at('2026-11-09')],
        [$at('2026-11-16')],
    );
    expect(array_map(strval(...), $set->next(9)))->toBe(['2026-11-02T09:00:00', '2026-11-04T09:00:00', '2026-11-09T09:00:00']);
});

test('an impossible rule ends', function () {
    expect(firstDates('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', '2026-01-01T09:00'))->toBe(['2026-01-01']);
});

test('a rule is written as it is read', function (string $rule) {
    expect((string) RuleParser::parse($rule))->toBe($rule);
})->with([
    'FREQ=WEEKLY;INTERVAL=2;UNTIL=20270326T071500Z;BYDAY=MO,FR',
    'FREQ=MONTHLY;COUNT=12;BYDAY=-1FR',
    'RSCALE=GREGORIAN;FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29;SKIP=BACKWARD',
    'FREQ=MONTHLY;BYMONTHDAY=26,27,28;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
    'FREQ=YEARLY;BYWEEKNO=38;BYDAY=MO;WKST=SU',
    'FREQ=DAILY;BYHOUR=8,13;BYMINUTE=0,30;BYSECOND=15',
]);

test('a rule in words', function (string $rule, string $words) {
    expect((new RuleInWords(RuleParser::parse($rule), LocalDateTime::parse('2026-11-25T07:15')))->sentence())->toBe($words);
})->with([
    ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'every weekday'],
    ['FREQ=WEEKLY;INTERVAL=2;BYDAY=TH', 'every other Thursday'],
    ['FREQ=WEEKLY;BYDAY=TU,TH,SA;COUNT=12', 'every Tuesday, Thursday and Saturday, 12 times'],
    ['FREQ=MONTHLY;BYMONTHDAY=-1', 'every month on the last day'],
    ['FREQ=MONTHLY;BYDAY=1TU', 'every month on the first Tuesday'],
    ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1', 'every month on the last weekday'],
    ['FREQ=DAILY;BYMONTH=4,5,6,7,8,9;BYHOUR=8,13,17;BYMINUTE=0', 'every day from April to September at 8:00, 13:00 and 17:00'],
    ['FREQ=YEARLY', 'every year on 25 November'],
    ['FREQ=YEARLY;BYMONTH=1;BYDAY=2MO', 'every year on the second Monday of January'],
    ['FREQ=DAILY;INTERVAL=3;UNTIL=20270326', 'every 3 days until 26 March 2027'],
]);

test('after it is done, the next one counts from the day of the last finish', function () {
    $rhythm = new AfterDone(LocalDateTime::parse('2026-11-02T09:00'), RuleParser::parse('FREQ=DAILY;INTERVAL=28'));
    expect((string) $rhythm->open([]))
        ->toBe('2026-11-02T09:00:00')
        ->and((string) $rhythm->open([LocalDateTime::parse('2026-11-05T17:40')]))
        ->toBe('2026-12-03T09:00:00')
        ->and((string) $rhythm->open([LocalDateTime::parse('2026-12-01T08:00'), LocalDateTime::parse('2026-11-05T17:40')]))
        ->toBe('2026-12-29T09:00:00');
});

test('after it is done, a month on from a date that the next month lacks is its last day', function (
    string $rule,
    string $finished,
    string $next,
) {
    expect(
        (string) (new AfterDone(LocalDateTime::parse('2026-01-05T09:00'), RuleParser::parse($rule)))->open([
            LocalDateTime::parse($finished),
        ]),
    )->toBe($next);
})->with([
    ['FREQ=MONTHLY', '2026-01-31T10:00', '2026-02-28T09:00:00'],
    ['FREQ=MONTHLY', '2028-01-31T10:00', '2028-02-29T09:00:00'],
    ['FREQ=MONTHLY;INTERVAL=3', '2026-11-30T10:00', '2027-02-28T09:00:00'],
    ['FREQ=YEARLY', '2028-02-29T10:00', '2029-02-28T09:00:00'],
    ['FREQ=MONTHLY', '2026-02-28T10:00', '2026-03-28T09:00:00'],
]);

test('the common rhythms follow from the day they start on (common practice)', function () {
    $from = fn (string $date): array => array_map(strval(...), CommonRhythms::from(LocalDate::parse($date)));
    expect($from('2026-11-25'))
        ->toBe([
            'every_day' => 'FREQ=DAILY',
            'weekdays' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
            'weekly' => 'FREQ=WEEKLY;BYDAY=WE',
            'fortnightly' => 'FREQ=WEEKLY;INTERVAL=2;BYDAY=WE',
            'monthly_by_date' => 'FREQ=MONTHLY;BYMONTHDAY=25',
            'monthly_by_weekday' => 'FREQ=MONTHLY;BYDAY=4WE',
            'last_day' => 'FREQ=MONTHLY;BYMONTHDAY=-1',
            'yearly' => 'FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=25',
        ])
        ->and($from('2028-02-29')['yearly'])
        ->toBe('RSCALE=GREGORIAN;FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29;SKIP=BACKWARD')
        ->and($from('2026-12-31')['monthly_by_date'])
        ->toBe('RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=31;SKIP=BACKWARD')
        ->and($from('2026-12-31')['monthly_by_weekday'])
        ->toBe('FREQ=MONTHLY;BYDAY=-1TH');
});
