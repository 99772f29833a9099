<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleInWords;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\Skip;
use PlumRota\Core\Tests\conformance\AnyRule;
use PlumRota\Core\Tests\conformance\RuleMaker;
use PlumRota\Core\Tests\conformance\SentenceReader;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** From Wednesday 25 November 2026, 7:05, on. Every sentence was read by a person against its rule. */
test('a rule of any shape has its sentence', function (string $rule, string $words, bool $afterDone = false) {
    expect((new RuleInWords(RuleParser::parse($rule), LocalDateTime::parse('2026-11-25T07:05'), $afterDone))->sentence())->toBe(
        $words,
    );
})->with([
    ['FREQ=DAILY', 'every day'],
    ['FREQ=DAILY;INTERVAL=2', 'every other day'],
    ['FREQ=DAILY;INTERVAL=3;COUNT=1', 'every 3 days, once'],
    ['FREQ=DAILY;COUNT=2', 'every day, twice'],
    ['FREQ=DAILY;COUNT=3', 'every day, 3 times'],
    ['FREQ=DAILY', 'a day after it is done', true],
    ['FREQ=DAILY;INTERVAL=2', '2 days after it is done', true],
    ['FREQ=WEEKLY;INTERVAL=28;UNTIL=20270326', '28 weeks after it is done until 26 March 2027', true],
    ['FREQ=DAILY;BYDAY=SU,SA', 'every day on Saturday and Sunday'],
    ['FREQ=DAILY;BYDAY=MO', 'every day on Monday'],
    ['FREQ=DAILY;BYDAY=MO,TU,WE,TH,FR;BYMONTH=1,2', 'every day on a weekday in January and February'],
    ['FREQ=DAILY;BYMONTHDAY=1,-1;BYMONTH=1,3', 'every day on the 1st and last day of the month in January and March'],
    ['FREQ=DAILY;BYMONTHDAY=1;BYHOUR=7,8;BYSETPOS=-1', 'every day on the 1st at 7:05 and 8:05, only the last of these'],
    ['FREQ=DAILY;BYMONTHDAY=2,3,22;BYDAY=TU;BYMONTH=5', 'every day on Tuesday on the 2nd, 3rd and 22nd in May'],
    ['FREQ=HOURLY;BYYEARDAY=1,100,-1', 'every hour on the last, 1st and 100th day of the year'],
    ['FREQ=HOURLY;INTERVAL=2;BYHOUR=9,10', 'every other hour in the hours of 9 and 10'],
    ['FREQ=MINUTELY;INTERVAL=20;BYHOUR=9;BYMINUTE=0,20', 'every 20 minutes in the hours of 9 at minute 0 and 20'],
    ['FREQ=SECONDLY;INTERVAL=15;BYSECOND=0,30', 'every 15 seconds at second 0 and 30'],
    ['FREQ=DAILY;BYHOUR=9;BYSECOND=30', 'every day in the hours of 9 at second 30'],
    ['FREQ=DAILY;BYHOUR=9', 'every day at 9:05'],
    ['FREQ=DAILY;BYMINUTE=0,30', 'every day at 7:00 and 7:30'],
    ['FREQ=DAILY;BYHOUR=9,17;BYMINUTE=30', 'every day at 9:30 and 17:30'],
    ['FREQ=WEEKLY', 'every Wednesday'],
    ['FREQ=WEEKLY;INTERVAL=2', 'every other Wednesday'],
    ['FREQ=WEEKLY;INTERVAL=3', 'every 3 weeks on Wednesday'],
    ['FREQ=WEEKLY;BYDAY=FR,MO', 'every Monday and Friday'],
    ['FREQ=WEEKLY;INTERVAL=2;BYDAY=FR,MO', 'every other week on Monday and Friday'],
    ['FREQ=WEEKLY;INTERVAL=3;BYDAY=FR', 'every 3 weeks on Friday'],
    ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'every weekday'],
    ['FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TU,WE,TH,FR', 'every other week from Monday to Friday'],
    ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR;BYMONTH=6,7', 'every weekday in June and July'],
    ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR,SA,SU', 'every day'],
    ['FREQ=WEEKLY;INTERVAL=4;BYDAY=MO,TU,WE,TH,FR,SA,SU;BYMONTH=6', 'every 4 weeks on every day in June'],
    ['FREQ=WEEKLY;BYDAY=MO,FR;BYMONTH=1,2,3', 'every Monday and Friday from January to March'],
    [
        'FREQ=WEEKLY;BYDAY=MO,WE,FR;BYSETPOS=2;BYMONTH=4',
        'every week on Monday, Wednesday and Friday in April, only the 2nd of these',
    ],
    ['FREQ=MONTHLY', 'every month on the 25th'],
    [
        'FREQ=MONTHLY;BYMONTHDAY=1,2,3,4,11,12,13,21,22,23,31',
        'every month on the 1st, 2nd, 3rd, 4th, 11th, 12th, 13th, 21st, 22nd, 23rd and 31st',
    ],
    [
        'FREQ=MONTHLY;BYMONTHDAY=-1,-2,-3,-4,-5,-21',
        'every month on the 21st day from the end, 5th day from the end, last but three day, last but two day, last but one day and last day',
    ],
    ['FREQ=MONTHLY;BYMONTHDAY=13;BYDAY=FR', 'every month on the 13th if it is a Friday'],
    ['FREQ=MONTHLY;BYMONTHDAY=13,14;BYDAY=FR,SA', 'every month on the 13th and 14th if it is a Friday or Saturday'],
    [
        'FREQ=MONTHLY;BYMONTHDAY=26,27,28;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
        'every month on the 26th, 27th or 28th if it is a weekday, only the last of these',
    ],
    ['FREQ=MONTHLY;BYDAY=1MO', 'every month on the first Monday'],
    ['FREQ=MONTHLY;BYDAY=2MO,4MO', 'every month on the second Monday and the fourth Monday'],
    [
        'FREQ=MONTHLY;BYDAY=3TU,5WE,-1FR,-2SA',
        'every month on the third Tuesday, the fifth Wednesday, the last Friday and the last but one Saturday',
    ],
    ['FREQ=MONTHLY;BYDAY=TU', 'every month on every Tuesday'],
    ['FREQ=MONTHLY;BYDAY=TU,TH', 'every month on every Tuesday and Thursday'],
    ['FREQ=MONTHLY;BYDAY=1MO,TU', 'every month on the first Monday and every Tuesday'],
    ['FREQ=MONTHLY;BYDAY=TU,1MO', 'every month on every Tuesday and the first Monday'],
    ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=1', 'every month on the first weekday'],
    ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR,SA,SU;BYSETPOS=-1', 'every month on the last day'],
    ['FREQ=MONTHLY;BYDAY=SA,SU;BYSETPOS=1,-1;BYMONTH=9', 'every month on the last and first Saturday or Sunday in September'],
    [
        'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1;BYHOUR=9,10',
        'every month on every Monday, Tuesday, Wednesday, Thursday and Friday at 9:05 and 10:05, only the last of these',
    ],
    ['FREQ=MONTHLY;BYDAY=SA,SU;BYSETPOS=6', 'every month on the 6th Saturday or Sunday'],
    ['FREQ=MONTHLY;BYDAY=1SA,SU;BYSETPOS=2', 'every month on the first Saturday and every Sunday, only the 2nd of these'],
    ['FREQ=MONTHLY;INTERVAL=3;BYMONTHDAY=31;BYMONTH=1,3', 'every 3 months on the 31st in January and March'],
    [
        'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=31;SKIP=BACKWARD',
        'every month on the 31st, or the last day before where a month is too short',
    ],
    [
        'RSCALE=GREGORIAN;FREQ=MONTHLY;BYMONTHDAY=31;SKIP=FORWARD',
        'every month on the 31st, or the first day after where a month is too short',
    ],
    ['FREQ=MONTHLY;BYMONTHDAY=15;BYHOUR=9,10;BYSETPOS=1', 'every month on the 15th at 9:05 and 10:05, only the 1st of these'],
    ['FREQ=YEARLY', 'every year on 25 November'],
    ['FREQ=YEARLY;INTERVAL=2', 'every other year on 25 November'],
    ['FREQ=YEARLY;BYMONTH=3', 'every year on the 25th of March'],
    ['FREQ=YEARLY;BYMONTH=3,6', 'every year on the 25th of March and June'],
    ['FREQ=YEARLY;BYMONTHDAY=15', 'every year on the 15th of every month'],
    ['FREQ=YEARLY;BYMONTHDAY=-1', 'every year on the last day of every month'],
    ['FREQ=YEARLY;BYMONTH=12;BYMONTHDAY=24', 'every year on 24 December'],
    ['FREQ=YEARLY;BYMONTH=12;BYMONTHDAY=-8', 'every year on the 8th day from the end of December'],
    ['FREQ=YEARLY;BYMONTH=12;BYMONTHDAY=24,25', 'every year on the 24th and 25th of December'],
    ['FREQ=YEARLY;BYMONTH=3,12;BYMONTHDAY=1', 'every year on the 1st of March and December'],
    ['FREQ=YEARLY;BYMONTH=1,2,3;BYMONTHDAY=1', 'every year on the 1st of the months from January to March'],
    ['FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=2,3;BYDAY=TU', 'every year on the 2nd and 3rd of November if it is a Tuesday'],
    ['FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=2;BYDAY=TU', 'every year on the 2nd of November if it is a Tuesday'],
    [
        'RSCALE=GREGORIAN;FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29;SKIP=BACKWARD',
        'every year on 29 February, or the last day before where a month is too short',
    ],
    [
        'RSCALE=GREGORIAN;FREQ=YEARLY;BYMONTHDAY=31;SKIP=FORWARD',
        'every year on the 31st of every month, or the first day after where a month is too short',
    ],
    [
        'RSCALE=GREGORIAN;FREQ=YEARLY;SKIP=BACKWARD',
        'every year on 25 November, or the last day before where a month is too short',
    ],
    [
        'FREQ=YEARLY;BYMONTH=12;BYMONTHDAY=24;BYHOUR=9,10;BYSETPOS=1',
        'every year on 24 December at 9:05 and 10:05, only the 1st of these',
    ],
    ['FREQ=YEARLY;BYWEEKNO=20', 'every year on Wednesday of week 20'],
    ['FREQ=YEARLY;BYWEEKNO=20,38;BYDAY=MO,WE', 'every year on every Monday and Wednesday of weeks 20 and 38'],
    ['FREQ=YEARLY;BYWEEKNO=1;BYDAY=MO;BYMONTH=1', 'every year on every Monday of week 1 in January'],
    ['FREQ=YEARLY;BYWEEKNO=1,2;BYDAY=MO;BYSETPOS=1', 'every year on every Monday of weeks 1 and 2, only the 1st of these'],
    ['FREQ=YEARLY;BYYEARDAY=1,100', 'every year on the 1st and 100th day of the year'],
    [
        'FREQ=YEARLY;BYYEARDAY=256;BYDAY=MO,TU,WE,TH,FR;BYMONTH=9',
        'every year on the 256th day of the year if it is a weekday in September',
    ],
    ['FREQ=YEARLY;BYYEARDAY=1,2;BYSETPOS=-1', 'every year on the 1st and 2nd day of the year, only the last of these'],
    ['FREQ=YEARLY;BYDAY=20MO', 'every year on the 20th Monday of the year'],
    ['FREQ=YEARLY;BYDAY=MO;BYMONTH=5', 'every year on every Monday of May'],
    ['FREQ=YEARLY;BYMONTH=1;BYDAY=2MO', 'every year on the second Monday of January'],
    ['FREQ=YEARLY;BYMONTH=6,7;BYDAY=1MO', 'every year on the first Monday of June and July'],
    ['FREQ=YEARLY;BYMONTH=6,7;BYDAY=MO;BYSETPOS=1', 'every year on every Monday of June and July, only the 1st of these'],
    ['FREQ=YEARLY;BYDAY=MO;BYSETPOS=1', 'every year on the first Monday of the year'],
    ['FREQ=MONTHLY;BYDAY=1MO;BYMONTHDAY=1', 'every month on the 1st if it is the first Monday'],
    ['FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,SU;WKST=SU', 'every other week on Monday and Sunday, in weeks that begin on Sunday'],
    ['FREQ=YEARLY;BYYEARDAY=100;BYMONTHDAY=1', 'every year on the 100th day of the year where that is the 1st'],
    ['FREQ=YEARLY;BYMONTH=1;BYDAY=MO,TU;BYSETPOS=2', 'every year on the second Monday or Tuesday of January'],
    [
        'FREQ=YEARLY;BYMONTH=1;BYDAY=1MO,TU;BYSETPOS=2',
        'every year on the first Monday and every Tuesday of January, only the 2nd of these',
    ],
    ['FREQ=WEEKLY;BYHOUR=9,12;BYSETPOS=1', 'every week on Wednesday at 9:05 and 12:05, only the 1st of these'],
    ['FREQ=HOURLY;INTERVAL=10;BYMONTHDAY=-4', 'every 10 hours on the last but three day of the month'],
    ['FREQ=MONTHLY;BYDAY=-5TH', 'every month on the 5th Thursday from the end'],
    ['FREQ=YEARLY;BYMONTHDAY=30;BYDAY=53MO', 'every year on the 30th of every month if it is the 53rd Monday of the year'],
    ['FREQ=YEARLY;BYWEEKNO=-1;BYDAY=MO', 'every year on every Monday of the last week of the year'],
    ['FREQ=YEARLY;BYWEEKNO=10,20,-10;BYDAY=MO', 'every year on every Monday of weeks 10, 20 and the 10th week from the end of the year'],
    ['FREQ=YEARLY;BYWEEKNO=20;BYMONTHDAY=15', 'every year on every day of week 20 where that is the 15th'],
    'the last day has begun when the end is over' => ['FREQ=DAILY;UNTIL=20270326T060000', 'every day until 25 March 2027'],
    'some of the last day' => ['FREQ=DAILY;BYHOUR=7,19;UNTIL=20270326T120000', 'every day at 7:05 and 19:05 until 26 March 2027, 12:00'],
    'all of it' => ['FREQ=DAILY;BYHOUR=7,19;UNTIL=20270326T200000', 'every day at 7:05 and 19:05 until 26 March 2027'],
    ['FREQ=HOURLY;UNTIL=20270326T120000', 'every hour until 26 March 2027, 12:00'],
    ['RSCALE=HEBREW;FREQ=YEARLY', 'every year on the same date of the Hebrew calendar'],
    ['RSCALE=ISLAMIC-CIVIL;FREQ=MONTHLY;COUNT=5', 'every month on the same date of the Islamic-Civil calendar, 5 times'],
    ['RSCALE=HEBREW;FREQ=YEARLY;BYMONTH=7,5L;BYMONTHDAY=10', 'every year on the 10th of months 7 and 5L of the Hebrew calendar'],
    ['RSCALE=CHINESE;FREQ=YEARLY;BYMONTH=1;BYMONTHDAY=1', 'every year on the 1st of month 1 of the Chinese calendar'],
    ['RSCALE=CHINESE;FREQ=YEARLY;BYMONTHDAY=1', 'every year on the 1st of every month of the Chinese calendar'],
    ['RSCALE=CHINESE;FREQ=MONTHLY;BYMONTHDAY=1,15', 'every month on the 1st and 15th of the Chinese calendar'],
    ['RSCALE=HEBREW;FREQ=YEARLY;BYMONTH=7', 'every year on the same date of month 7 of the Hebrew calendar'],
    [
        'RSCALE=CHINESE;FREQ=YEARLY;BYMONTH=6L;BYMONTHDAY=1;SKIP=FORWARD',
        'every year on the 1st of month 6L of the Chinese calendar, or the first day after where a month is too short',
    ],
    ['RSCALE=HEBREW;FREQ=YEARLY;BYMONTH=7;BYDAY=1MO', 'every year on the first Monday of month 7 of the Hebrew calendar'],
]);

/** @return iterable<string> rules of every combination of some parts, of those that there can be */
function combinedRules(): iterable
{
    $days = ['', 'BYDAY=MO', 'BYDAY=MO,SU', 'BYDAY=1MO', 'BYDAY=-1FR', 'BYDAY=1MO,TU', 'BYDAY=MO,TU,WE,TH,FR', 'BYDAY=MO,TU,WE,TH,FR,SA,SU'];
    foreach (['DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'] as $freq) {
        $parts = [
            ['', 'INTERVAL=2'],
            $days,
            ['', 'BYMONTH=6', 'BYMONTH=6,7', 'BYMONTH=11'],
            ['', 'BYMONTHDAY=1', 'BYMONTHDAY=-1', 'BYMONTHDAY=25'],
            ['', 'BYSETPOS=1', 'BYSETPOS=-1'],
            ['', 'BYHOUR=9,17'],
            ['', 'WKST=SU'],
            $freq === 'YEARLY' ? ['', 'BYWEEKNO=20', 'BYYEARDAY=100'] : [''],
        ];
        $rules = ["FREQ={$freq}"];
        foreach ($parts as $part) {
            $rules = array_merge(...array_map(
                fn (string $rule): array => array_map(fn (string $one): string => $one === '' ? $rule : "{$rule};{$one}", $part),
                $rules,
            ));
        }
        yield from $rules;
    }
}

test('two rules that have one sentence come on the same dates', function () {
    $start = LocalDateTime::parse('2026-11-25T07:05');
    $bySentence = [];
    $number = 0;
    foreach (combinedRules() as $text) {
        try {
            $rule = RuleParser::parse($text);
        } catch (InvalidRule) {
            continue;
        }
        $number++;
        $bySentence[(new RuleInWords($rule, $start))->sentence()][$text] = $rule;
    }
    expect($number)->toBeGreaterThan(5000);
    foreach ($bySentence as $sentence => $rules) {
        if (count($rules) === 1) {
            continue;
        }
        $dates = array_map(
            fn (RecurrenceRule $rule): string => implode(' ', array_map(
                strval(...),
                (new RecurrenceSet($start, $rule))->between($start, $start->plusSeconds(5 * 366 * 86400), 40),
            )),
            $rules,
        );
        expect(count(array_unique($dates)))->toBe(1, "“{$sentence}” is said of ".implode(' and of ', array_keys($rules)));
    }
});

test('an end that is given in UTC is said by the walls of the entry', function (string $until, string $zone, string $words) {
    $start = LocalDateTime::parse('2026-11-25T21:30');
    expect((new RuleInWords(RuleParser::parse("FREQ=DAILY;UNTIL={$until}"), $start, zone: Zone::of($zone)))->sentence())->toBe($words);
})->with([
    ['20270327T013000Z', 'America/New_York', 'every day until 26 March 2027'],
    ['20270326T123000Z', 'Asia/Tokyo', 'every day until 26 March 2027'],
    ['20270326T120000Z', 'Asia/Tokyo', 'every day until 25 March 2027'],
]);

/** @return iterable<string> rules of all kinds but those of other calendars, with ends at any time and weeks that begin on any day */
function sayableRules(int $seed): iterable
{
    [$maker, $any] = [new RuleMaker($seed), new AnyRule($seed)];
    mt_srand($seed);
    while (true) {
        $rule = match (mt_rand(0, 8)) {
            0, 1 => $any->next(),
            2 => sprintf(
                'RSCALE=GREGORIAN;FREQ=%s;BYMONTHDAY=%s;SKIP=%s',
                ['MONTHLY', 'YEARLY', 'MONTHLY;INTERVAL=2', 'YEARLY;BYMONTH=2', 'YEARLY;BYMONTH=2,6,11'][mt_rand(0, 4)],
                ['29', '30', '31', '15,31', '28,30'][mt_rand(0, 4)],
                ['BACKWARD', 'FORWARD'][mt_rand(0, 1)],
            ),
            default => $maker->rule(),
        };
        if (strlen($rule) > 150 || (str_contains($rule, 'RSCALE') && ! str_contains($rule, 'GREGORIAN'))) {
            continue;
        }
        if (! str_contains($rule, 'COUNT') && mt_rand(0, 3) === 0) {
            $rule .= sprintf(';UNTIL=%04d%02d%02d', mt_rand(2027, 2030), mt_rand(1, 12), mt_rand(1, 28));
            $rule .= mt_rand(0, 1) === 0 ? '' : sprintf('T%02d%02d00', mt_rand(0, 23), [0, 30][mt_rand(0, 1)]);
        }
        yield $rule.(str_contains($rule, 'WKST') || mt_rand(0, 5) > 0 ? '' : ';WKST='.['SU', 'SA', 'TH'][mt_rand(0, 2)]);
    }
}

/** 5,000 rules; `composer seeds` takes others. Read by SentenceReader, which knows nothing of rules. */
test('a sentence says the dates that come, read by someone who knows only the sentence', function () {
    $days = ['Yearly' => 2928, 'Monthly' => 1464, 'Weekly' => 1098, 'Daily' => 732, 'Hourly' => 90, 'Minutely' => 10, 'Secondly' => 2];
    $wrong = [];
    $number = 0;
    foreach (sayableRules((int) (getenv('SLICE_SEED') ?: 20261202)) as $text) {
        try {
            $rule = RuleParser::parse($text);
            $start = RecurrenceSet::firstOnOrAfter(
                $rule,
                LocalDate::of(2026, mt_rand(1, 12), mt_rand(1, 28))->at(mt_rand(0, 23), [0, 15, 30][mt_rand(0, 2)]),
            );
        } catch (InvalidRule) {
            continue;
        }
        // A date that is carried into the next month belongs to the month before, which begins before the start.
        if ($start === null || ($rule->skip === Skip::Forward && $start->date()->day === 1)) {
            continue;
        }
        if (++$number > 5000) {
            break;
        }
        $written = fn (LocalDateTime $moment): string => substr($moment.':00', 0, 19);
        $horizon = $days[$rule->freq->name];
        $end = $start->date()->plusDays($horizon)->startOfDay();
        $words = (new RuleInWords($rule, $start))->sentence();
        $said = (new SentenceReader($words, $written($start)))->moments(25, $horizon);
        if ($said !== array_map($written, (new RecurrenceSet($start, $rule))->between($start, $end, 25))) {
            $wrong[] = "{$text} from {$start}: {$words}";
        }
    }
    expect($wrong)->toBe([]);
});
