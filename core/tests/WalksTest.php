<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\ClockWalk;
use PlumRota\Core\Recurrence\DaySelection;
use PlumRota\Core\Recurrence\DayWalk;
use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\MonthWalk;
use PlumRota\Core\Recurrence\OtherCalendarWalk;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\Walk;
use PlumRota\Core\Tests\conformance\RuleMaker;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;

function walkOf(RecurrenceRule $rule, LocalDateTime $start): Walk
{
    return match (true) {
        $rule->rscale !== 'GREGORIAN' => new OtherCalendarWalk($rule, $start),
        $rule->freq === Frequency::Yearly, $rule->freq === Frequency::Monthly => new MonthWalk($rule, $start),
        $rule->freq === Frequency::Weekly, $rule->freq === Frequency::Daily => new DayWalk($rule, $start),
        default => new ClockWalk($rule, $start),
    };
}

/** @return list<array{int, list<int>}> the first so many periods, as first second and chosen seconds from there */
function periods(Walk $walk, int $wanted, int $from = 0): array
{
    $periods = [];
    foreach ($walk->from($from) as $base => $offsets) {
        if (count($periods) === $wanted) {
            break;
        }
        $periods[] = [$base, $offsets];
    }

    return $periods;
}

/** @return list<RecurrenceRule> generated rules of some frequencies, without COUNT */
function generated_walks(int $seed, int $wanted, Frequency ...$freqs): array
{
    $maker = new RuleMaker($seed);
    $rules = [];
    while (count($rules) < $wanted) {
        $rule = RuleParser::parse($maker->rule());
        if (in_array($rule->freq, $freqs, true)) {
            $rules[] = $rule->ending(null, null);
        }
    }

    return $rules;
}

test('periods of one shape choose what each would choose by itself', function () {
    $start = LocalDateTime::parse('2026-01-05T00:00');
    $looked = 0;
    $wrong = [];
    foreach (generated_walks(9, 60, Frequency::Yearly, Frequency::Monthly) as $rule) {
        if ($rule->bySetPos !== [] || $rule->namesTimes()) {
            continue;
        }
        $days = new DaySelection($rule, $start->date());
        foreach (periods(new MonthWalk($rule, $start), 400) as [$base, $offsets]) {
            [$year, $month] = Gregorian::fromDayNumber($first = intdiv($base, 86400));
            $direct = $rule->freq === Frequency::Yearly ? $days->inYear($year) : $days->inMonth($year, $month);
            if (array_map(fn (int $offset): int => $first + intdiv($offset, 86400), $offsets) !== $direct) {
                $wrong[] = "{$rule} in {$year}-{$month}";
            }
            $looked++;
        }
    }
    expect($wrong)->toBe([])->and($looked)->toBeGreaterThan(8000);
});

test('a walk that begins later is the same walk', function (Frequency ...$freqs) {
    foreach (generated_walks(5, 40, ...$freqs) as $rule) {
        $walk = walkOf($rule, LocalDateTime::parse('2026-01-05T07:15'));
        expect(periods($walk, 10, 30))->toBe(array_slice(periods($walk, 40), 30), (string) $rule);
    }
})->with([[Frequency::Yearly, Frequency::Monthly], [Frequency::Weekly, Frequency::Daily]]);

test('what periods have together is what they have one by one', function (int $seed, Frequency ...$freqs) {
    $told = 0;
    foreach (generated_walks($seed, 60, ...$freqs) as $rule) {
        $walk = walkOf($rule->ending(1_000_000, null), LocalDateTime::parse('2026-01-05T07:15:30'));
        foreach ([1, 2, 3, 29, 113] as $number) {
            $size = $walk->sizeOf($number);
            if ($size !== null) {
                $told++;
                // A clock passes what is left out in one go, so it is the moment that tells how far the periods reach.
                $end = periods($walk, 1, $number)[0][0];
                $before = array_filter(periods($walk, $number), fn (array $period): bool => $period[0] < $end);
                expect($size)->toBe(
                    array_sum(array_map(fn (array $period): int => count($period[1]), $before)),
                    "{$number} of {$rule}",
                );
            }
        }
    }
    expect($told)->toBeGreaterThan(50);
})->with([
    [3, Frequency::Monthly],
    [4, Frequency::Monthly],
    [3, Frequency::Yearly],
    [4, Frequency::Yearly],
    [3, Frequency::Weekly, Frequency::Daily],
    [3, Frequency::Hourly, Frequency::Minutely, Frequency::Secondly],
]);

test('what periods have together', function (string $rule, ?int $size) {
    $rule = RuleParser::parse($rule);
    expect(walkOf($rule->ending(100, null), LocalDateTime::parse('2026-01-31T07:15'))->sizeOf(24))->toBe($size);
})->with([
    ['FREQ=DAILY', 24],
    ['FREQ=DAILY;BYHOUR=7,19', 48],
    ['FREQ=DAILY;BYHOUR=7,19;BYSETPOS=-1', 24],
    ['FREQ=WEEKLY', 24],
    ['FREQ=WEEKLY;BYDAY=MO,WE,FR', 72],
    'days of some months are told by walking' => ['FREQ=DAILY;INTERVAL=2;BYMONTH=2', null],
    'some dates' => ['FREQ=DAILY;INTERVAL=2;BYMONTHDAY=2', null],
    'some weekdays' => ['FREQ=DAILY;INTERVAL=2;BYDAY=MO', null],
    'weeks of some months' => ['FREQ=WEEKLY;BYMONTH=3', null],
    ['FREQ=MONTHLY;BYMONTHDAY=1,15,28', 72],
    ['FREQ=MONTHLY;BYMONTHDAY=-1', 24],
    ['FREQ=MONTHLY;BYDAY=1TU,3TU', 48],
    ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=1,-1', 48],
    'the 31st' => ['FREQ=MONTHLY', 14],
    'the 29th, in February of leap years too' => ['FREQ=MONTHLY;BYMONTHDAY=29', 22],
    'only in April' => ['FREQ=MONTHLY;BYMONTH=4;BYMONTHDAY=1', 2],
    'four Saturdays or five, as in 2026 and 2027' => ['FREQ=MONTHLY;BYDAY=SA', 104],
    'a fifth Saturday' => ['FREQ=MONTHLY;BYDAY=5SA', 8],
    'the last day of a shorter month' => ['RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=BACKWARD', 24],
    'a date carried into the next month may meet one there' => ['RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=FORWARD', null],
    ['FREQ=YEARLY', 24],
    ['FREQ=YEARLY;BYMONTH=1,6;BYDAY=2MO', 48],
    ['FREQ=YEARLY;BYWEEKNO=20,38;BYDAY=MO', 48],
    ['FREQ=YEARLY;BYYEARDAY=100,-1', 48],
    'the long years from 2026 to 2049' => ['FREQ=YEARLY;BYYEARDAY=366', 6],
    'years of 53 weeks: 2026, 2032, 2037, 2043, 2048' => ['FREQ=YEARLY;BYWEEKNO=53;BYDAY=TH', 5],
    'beyond COUNT, and as many more as the first period holds, it is not summed on: January to June of 2026 have 22, 20, 22, 22, 21 and 22' => [
        'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR',
        129,
    ],
    ['FREQ=HOURLY', 24],
    ['FREQ=HOURLY;INTERVAL=5;BYMINUTE=0,30', 48],
    ['FREQ=MINUTELY;BYSECOND=10,20,30', 72],
    ['FREQ=SECONDLY', 24],
    'some hours' => ['FREQ=HOURLY;BYHOUR=9', 1],
    'some minutes, from 7:15 to 7:38' => ['FREQ=MINUTELY;BYMINUTE=15,38,39', 2],
    'some seconds' => ['FREQ=SECONDLY;BYSECOND=0,23,24', 2],
    'steps that drift over the days' => ['FREQ=HOURLY;INTERVAL=5;BYHOUR=9', null],
    '17 hours of Saturday, 31 January, and 7 of Sunday' => ['FREQ=HOURLY;BYDAY=SU', 7],
    'of some months' => ['FREQ=HOURLY;BYMONTH=1', 17],
    'of some dates' => ['FREQ=HOURLY;BYMONTHDAY=1', 7],
    'of some days of the year' => ['FREQ=HOURLY;BYYEARDAY=31', 17],
    'every twelfth hour of Mondays, from a Saturday for twelve days' => ['FREQ=HOURLY;INTERVAL=12;BYDAY=MO', 4],
    'another calendar' => ['RSCALE=HEBREW;FREQ=YEARLY', null],
]);

test('where every period has as many, no number of them is too many to be told', function (string $rule, ?int $each) {
    $rule = RuleParser::parse($rule);
    $size = (new MonthWalk($rule->ending(10, null), LocalDateTime::parse('2026-01-15T07:15')))->sizeOf(1_000_000);
    // The others are summed, and only until COUNT is reached.
    $each === null
        ? expect($size)
            ->toBeGreaterThan(10)
            ->toBeLessThan(10 + 31 * 12)
        : expect($size)->toBe(1_000_000 * $each);
})->with([
    ['FREQ=MONTHLY', 1],
    ['FREQ=MONTHLY;BYMONTHDAY=1,28', 2],
    ['FREQ=MONTHLY;BYMONTHDAY=-1', 1],
    ['FREQ=MONTHLY;BYDAY=-4MO,4TU', 2],
    ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=20', 1],
    ['FREQ=YEARLY', 1],
    ['FREQ=YEARLY;BYMONTH=2,11;BYMONTHDAY=28', 2],
    ['FREQ=YEARLY;BYDAY=52SU', 1],
    ['FREQ=YEARLY;BYWEEKNO=1,52;BYDAY=TH', 2],
    ['FREQ=YEARLY;BYYEARDAY=365,-365', 2],
    'some months lack it' => ['FREQ=MONTHLY;BYMONTHDAY=29', null],
    'only February and the months of 30 days lack it' => ['FREQ=MONTHLY;BYMONTHDAY=31', null],
    'some months have a fifth' => ['FREQ=MONTHLY;BYDAY=5MO', null],
    'none in the other months' => ['FREQ=MONTHLY;BYMONTH=3', null],
    'leap years' => ['FREQ=YEARLY;BYYEARDAY=366,1', null],
    'leap years that begin on a Saturday, as 2028 does and none before it from 2001 on' => [
        'FREQ=YEARLY;BYYEARDAY=1,-1;BYDAY=SU',
        null,
    ],
    'weeks of which some reach over' => ['FREQ=YEARLY;BYWEEKNO=1;BYDAY=MO;BYMONTH=1', null],
]);

test('the shape that comes up last is looked at too', function () {
    // Of the years from 2001 on, 2028 is the first with a 29 February that is a Tuesday.
    $walk = new MonthWalk(
        RuleParser::parse('FREQ=YEARLY;BYMONTH=2,3;BYMONTHDAY=29,1;BYDAY=TU,WE;COUNT=3'),
        LocalDateTime::parse('2026-01-15T07:15'),
    );
    expect($walk->sizeOf(1_000))->toBeLessThan(10);
});

test('the last period that begins by a second is told without walking', function (string $rule, int $spare = 0) {
    $rule = RuleParser::parse($rule);
    $walk = walkOf($rule, LocalDateTime::parse('2026-03-18T07:15:30'));
    $periods = periods($walk, 400);
    foreach ([1, 2, 60, 399] as $number) {
        $base = $periods[$number][0];
        expect($walk->before($base))
            ->toBe(max(0, $number - $spare), "{$rule}, {$number}")
            ->and($walk->before($base - 1))
            ->toBe(max(0, $number - 1 - $spare), "{$rule}, before {$number}");
    }
})->with([
    ['FREQ=YEARLY'],
    ['FREQ=YEARLY;INTERVAL=3'],
    ['FREQ=MONTHLY'],
    ['FREQ=MONTHLY;INTERVAL=5'],
    ['FREQ=WEEKLY'],
    ['FREQ=WEEKLY;WKST=SU'],
    ['FREQ=WEEKLY;INTERVAL=3;WKST=TH'],
    ['FREQ=DAILY'],
    ['FREQ=DAILY;INTERVAL=9'],
    ['FREQ=HOURLY'],
    ['FREQ=HOURLY;INTERVAL=5'],
    ['FREQ=MINUTELY;INTERVAL=7'],
    ['FREQ=SECONDLY;INTERVAL=11'],
    'a date may be carried into the period after its own' => ['RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=FORWARD;BYMONTHDAY=31', 1],
]);

test('in other calendars a walk is begun early rather than late', function (string $rule) {
    $rule = RuleParser::parse($rule);
    $walk = new OtherCalendarWalk($rule, LocalDateTime::parse('2026-03-18T07:15'));
    $second = LocalDateTime::parse('2046-08-19T00:00')->seconds;
    $begun = periods($walk, 1, $walk->before($second))[0][0];
    expect($begun)
        ->toBeLessThan($second)
        ->and($begun)
        ->toBeGreaterThan($second - 86400 * (366 * 3 + 600))
        ->and($walk->before(LocalDateTime::parse('2026-04-01T00:00')->seconds))
        ->toBe(0);
})->with([
    'RSCALE=HEBREW;FREQ=YEARLY',
    'RSCALE=HEBREW;FREQ=MONTHLY',
    'RSCALE=CHINESE;FREQ=MONTHLY',
    'RSCALE=ISLAMIC-CIVIL;FREQ=YEARLY;INTERVAL=2',
    'RSCALE=PERSIAN;FREQ=MONTHLY;INTERVAL=3',
]);

test('after a whole round of the calendar there is no more hope', function (string $rule, int $seconds) {
    expect(walkOf(RuleParser::parse($rule), LocalDateTime::parse('2026-03-18T07:15'))->cycle())->toBe($seconds);
})->with([
    'every week is like another' => ['FREQ=DAILY', 7 * 86400],
    ['FREQ=WEEKLY;INTERVAL=4', 28 * 86400],
    '400 years are 146,097 days' => ['FREQ=DAILY;INTERVAL=2;BYMONTH=4', 2 * 146_097 * 86400],
    ['FREQ=DAILY;INTERVAL=3;BYMONTHDAY=4', 146_097 * 86400],
    ['FREQ=MONTHLY;INTERVAL=2', 2 * 146_097 * 86400],
    ['FREQ=YEARLY', 146_097 * 86400],
    ['RSCALE=HEBREW;FREQ=YEARLY;INTERVAL=3', 3 * 146_097 * 86400],
    'hours that come round every day' => ['FREQ=HOURLY;INTERVAL=12', 7 * 86400],
    'hours that drift over the days' => ['FREQ=HOURLY;INTERVAL=5', 5 * 7 * 86400],
    ['FREQ=HOURLY;INTERVAL=5;BYMONTH=4', 5 * 146_097 * 86400],
    'minutes' => ['FREQ=MINUTELY;INTERVAL=1440', 7 * 86400],
    'never, within the years there are' => [
        'FREQ=SECONDLY;INTERVAL=999983;BYMONTH=4',
        LocalDateTime::parse('9999-12-31T23:59:59')->seconds,
    ],
]);

test('a rule of days goes by months where its parts only limit', function (string $rule, bool $goes) {
    expect(MonthWalk::ofDays(RuleParser::parse($rule), LocalDateTime::parse('2026-03-18T07:15')) !== null)->toBe($goes);
})->with([
    ['FREQ=DAILY;BYMONTH=4', true],
    ['FREQ=DAILY;BYMONTHDAY=4', true],
    ['FREQ=DAILY;BYDAY=MO', true],
    ['FREQ=DAILY;BYDAY=MO;BYMONTH=4;BYHOUR=9', true],
    'nothing is limited' => ['FREQ=DAILY', false],
    'days are passed over' => ['FREQ=DAILY;INTERVAL=2;BYMONTH=4', false],
    'places are those of a day' => ['FREQ=DAILY;BYDAY=MO;BYHOUR=9,10;BYSETPOS=-1', false],
    'weeks' => ['FREQ=WEEKLY;BYMONTH=4', false],
]);

test('steps that never meet what is wanted end at once', function (string $rule, string $start, bool $meets) {
    $periods = periods(new ClockWalk(RuleParser::parse($rule), LocalDateTime::parse("2026-03-18T{$start}")), 200_000);
    expect(count($periods) > 1)
        ->toBe($meets)
        ->and(array_filter(array_column($periods, 1)) !== [])
        ->toBe($meets);
})->with([
    ['FREQ=HOURLY;INTERVAL=6;BYHOUR=3', '09:00', true],
    ['FREQ=HOURLY;INTERVAL=6;BYHOUR=3', '08:00', false],
    'hours that drift meet every hour' => ['FREQ=HOURLY;INTERVAL=5;BYHOUR=1', '09:00', true],
    ['FREQ=HOURLY;INTERVAL=24;BYHOUR=23', '23:00', true],
    ['FREQ=HOURLY;INTERVAL=24;BYHOUR=0', '23:00', false],
    ['FREQ=HOURLY;INTERVAL=24;BYHOUR=0', '00:30', true],
    ['FREQ=MINUTELY;INTERVAL=60;BYMINUTE=30', '09:00', false],
    ['FREQ=MINUTELY;INTERVAL=60;BYMINUTE=30', '09:30', true],
    ['FREQ=MINUTELY;INTERVAL=1440;BYHOUR=23;BYMINUTE=59', '23:59', true],
    ['FREQ=MINUTELY;INTERVAL=90;BYHOUR=10;BYMINUTE=30', '00:00', true],
    ['FREQ=MINUTELY;INTERVAL=90;BYHOUR=11;BYMINUTE=30', '00:00', false],
    ['FREQ=SECONDLY;INTERVAL=25;BYSECOND=5', '00:00', true],
    ['FREQ=SECONDLY;INTERVAL=25;BYSECOND=7', '00:00', false],
    ['FREQ=SECONDLY;INTERVAL=25;BYSECOND=7', '00:00:02', true],
    'a place that no period has' => ['FREQ=MINUTELY;BYSECOND=1;BYSETPOS=2', '09:00', false],
    'the last second of a day' => ['FREQ=SECONDLY;INTERVAL=86400;BYHOUR=23;BYMINUTE=59;BYSECOND=59', '23:59:59', true],
]);
