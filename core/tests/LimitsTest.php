<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\ExpandCommand;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Recurrence\TolerantRule;
use PlumRota\Core\Tests\conformance\AnyRule;
use PlumRota\Core\Time\LocalDateTime;

/** @return int bytes that some work took beyond what was taken before; what it takes in time is measured by bench/limits.php */
function bytes(callable $work): int
{
    $before = memory_get_peak_usage();
    $work();

    return memory_get_peak_usage() - $before;
}

test('hostile text gets an error without memory', function (string $text) {
    $strict = bytes(fn () => expect(fn () => RuleParser::parse($text))->toThrow(InvalidRule::class));
    $tolerant = bytes(fn () => expect(fn () => TolerantRule::parse($text))->toThrow(InvalidRule::class));
    expect($strict)->toBeLessThan(4_000_000)->and($tolerant)->toBeLessThan(4_000_000);
})->with([
    '100 KB of anything' => fn () => str_repeat('A', 100_000),
    '100 KB of parts' => fn () => 'FREQ=DAILY;'.str_repeat('BYHOUR=1;', 11_000),
    'huge numbers' => 'FREQ=DAILY;INTERVAL=99999999999999999999999999',
    'a number beyond its part' => 'FREQ=DAILY;INTERVAL=999999999',
    'deep garbage' => fn () => 'FREQ=DAILY;BYDAY='.str_repeat('((((', 900),
    'bytes that are no text' => "FREQ=DAILY;BYDAY=\xff\xfe\x00MO",
    'nothing' => '',
    'a byte order mark of nothing' => "\u{FEFF}",
]);

test('what cannot happen ends', function (string $rule) {
    $set = new RecurrenceSet(LocalDateTime::parse('2026-01-01T09:00'), RuleParser::parse($rule));
    expect($set->next(5))->toHaveCount(1);
})->with([
    'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30',
    'FREQ=DAILY;BYMONTH=4,6;BYMONTHDAY=31',
    'FREQ=SECONDLY;BYMONTH=2;BYMONTHDAY=30,31',
    'FREQ=MONTHLY;BYDAY=MO;BYSETPOS=6',
    'FREQ=YEARLY;BYWEEKNO=53;BYMONTH=6',
    'FREQ=MINUTELY;INTERVAL=60;BYMINUTE=30',
    'FREQ=MINUTELY;BYSECOND=1;BYSETPOS=2',
    'FREQ=SECONDLY;BYHOUR=9;BYSETPOS=2',
]);

test('a window sixty years away needs no more memory than a near one', function (string $rule) {
    $set = new RecurrenceSet(LocalDateTime::parse('2026-01-01T00:00'), RuleParser::parse($rule));
    $bytes = bytes(
        fn () => $set->between(LocalDateTime::parse('2086-01-01T00:00'), LocalDateTime::parse('2086-01-01T00:10')),
    );
    expect($bytes)->toBeLessThan(4_000_000);
})->with([
    'FREQ=SECONDLY',
    'FREQ=MINUTELY;INTERVAL=7',
    'FREQ=HOURLY;BYDAY=MO',
    'FREQ=SECONDLY;COUNT=999999999',
    'FREQ=DAILY;COUNT=50000',
    'FREQ=WEEKLY;COUNT=9000;BYDAY=MO,WE',
    'FREQ=SECONDLY;BYHOUR=9;COUNT=999999999',
    'FREQ=SECONDLY;BYMONTH=4;COUNT=999999999',
    'FREQ=MINUTELY;BYDAY=MO;COUNT=9999999',
]);

test('an expansion is bounded', function () {
    $set = new RecurrenceSet(LocalDateTime::parse('2026-01-01T00:00'), RuleParser::parse('FREQ=SECONDLY'));
    expect($set->between(LocalDateTime::parse('2026-01-01T00:00'), LocalDateTime::parse('2027-01-01T00:00')))
        ->toHaveCount(RecurrenceSet::MOST)
        ->and($set->next(1_000_000))
        ->toHaveCount(RecurrenceSet::MOST);
});

test('COUNT over a long way ends where walking would end', function (string $rule, string $start) {
    $parsed = RuleParser::parse($rule);
    $first = RecurrenceSet::firstOnOrAfter($parsed, LocalDateTime::parse($start));
    $walked = (new RecurrenceSet($first, $parsed))->next(RecurrenceSet::MOST);
    $end = $walked[count($walked) - 1];
    // A window that holds only the last few instances jumps over all the others.
    $jumped = (new RecurrenceSet($first, $parsed))->between($end->plusSeconds(-86400 * 900), $end->plusSeconds(86400 * 9000));
    $tail = array_values(array_filter($walked, fn (LocalDateTime $one): bool => $one->seconds >= $end->seconds - 86400 * 900));
    expect(array_map(strval(...), $jumped))->toBe(array_map(strval(...), $tail))->and(count($walked))->toBe($parsed->count);
})->with([
    ['FREQ=DAILY;INTERVAL=3;COUNT=4000', '2026-01-31T07:00'],
    ['FREQ=DAILY;BYHOUR=7,19;COUNT=4001', '2026-01-31T07:00'],
    ['FREQ=DAILY;BYMONTH=4,5;COUNT=700', '2026-01-31T07:00'],
    ['FREQ=WEEKLY;INTERVAL=3;BYDAY=MO,SU;COUNT=801', '2026-01-31T07:00'],
    ['FREQ=WEEKLY;BYMONTH=11,12;COUNT=300', '2026-01-31T07:00'],
    ['FREQ=MONTHLY;COUNT=333', '2026-01-31T07:00'],
    ['FREQ=MONTHLY;BYMONTHDAY=-1,15;COUNT=500', '2026-01-31T07:00'],
    ['FREQ=MONTHLY;BYDAY=5MO;COUNT=120', '2026-01-31T07:00'],
    ['FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=1,-1;COUNT=501', '2026-01-31T07:00'],
    ['FREQ=MONTHLY;BYDAY=TU;COUNT=900', '2026-01-31T07:00'],
    ['FREQ=YEARLY;BYDAY=-1FR;BYMONTH=5,11;COUNT=90', '2026-01-31T07:00'],
    ['FREQ=YEARLY;BYWEEKNO=1,53;BYDAY=MO;COUNT=60', '2026-01-31T07:00'],
    ['FREQ=YEARLY;COUNT=30', '2024-02-29T07:00'],
    ['RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=FORWARD;BYMONTHDAY=1,31;COUNT=400', '2026-01-31T07:00'],
    ['RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=BACKWARD;BYMONTHDAY=31;COUNT=400', '2026-01-31T07:00'],
    ['FREQ=HOURLY;INTERVAL=5;COUNT=9000', '2026-01-31T07:00'],
    ['FREQ=HOURLY;BYMINUTE=0,30;COUNT=5000', '2026-01-31T07:00'],
    ['FREQ=HOURLY;INTERVAL=2;BYHOUR=8,9,10;BYDAY=MO,TU;COUNT=900', '2026-01-31T07:30'],
    ['FREQ=MINUTELY;INTERVAL=20;BYHOUR=9;BYMONTH=4,5;BYSECOND=0,30;COUNT=3000', '2026-01-31T07:00'],
]);

test('a tolerant reader takes what other programs write', function (string $written, string $meant) {
    expect((string) TolerantRule::parse($written))->toBe($meant);
})->with([
    ['RRULE:FREQ=WEEKLY;BYDAY=MO', 'FREQ=WEEKLY;BYDAY=MO'],
    ['freq=weekly; byday=mo, we ;', 'FREQ=WEEKLY;BYDAY=MO,WE'],
    ['FREQ=DAILY;INTERVAL=', 'FREQ=DAILY'],
    ['FREQ=DAILY;X-OWN=1;COUNT=3', 'FREQ=DAILY;COUNT=3'],
    ['FREQ=DAILY;COUNT=3;UNTIL=2026-12-01', 'FREQ=DAILY;UNTIL=20261201'],
    ['FREQ=WEEKLY;BYDAY=1MO,FR', 'FREQ=WEEKLY;BYDAY=MO,FR'],
    ['FREQ=MONTHLY;SKIP=BACKWARD', 'RSCALE=GREGORIAN;FREQ=MONTHLY;SKIP=BACKWARD'],
    ['FREQ=DAILY;UNTIL=2026-12-01T07:15:00Z', 'FREQ=DAILY;UNTIL=20261201T071500Z'],
    ['FREQ=MONTHLY;BYMONTHDAY=1,,15,', 'FREQ=MONTHLY;BYMONTHDAY=1,15'],
]);

test('a line of the command is answered, whatever it is', function (string $line, string $answer) {
    expect(ExpandCommand::answer($line))->toBe($answer);
})->with([
    [
        '{"id":"a","dtstart":"2026-03-29T02:30:00","tz":"Europe/Berlin","rrule":"FREQ=DAILY","limit":2}',
        '{"id":"a","instances":["2026-03-29T03:30:00+02:00","2026-03-30T02:30:00+02:00"]}',
    ],
    [
        '{"id":7,"dtstart":"2026-11-25","rrule":"FREQ=WEEKLY","exdate":["2026-12-02"],"rdate":["2026-11-30"],"from":"2026-11-26","to":"2026-12-10"}',
        '{"id":7,"instances":["2026-11-30","2026-12-09"]}',
    ],
    [
        '{"id":"r","dtstart":"2026-11-25","rrule":["FREQ=WEEKLY;COUNT=2","FREQ=MONTHLY;COUNT=2"]}',
        '{"id":"r","instances":["2026-11-25","2026-12-02","2026-12-25"]}',
    ],
    ['{"id":"b","rrule":"FREQ=DAILY"}', '{"id":"b","error":"dtstart: it has to start somewhere."}'],
    ['{"id":"c","dtstart":"2026-02-30","rrule":"FREQ=DAILY"}', '{"id":"c","error":"There is no day 2026-02-30."}'],
    ['{"id":"d","dtstart":"2026-02-03","rrule":"FREQ=DAILY","tz":5}', '{"id":"d","error":"tz: it is a text."}'],
    [
        '{"id":"e","dtstart":"2026-02-03T09:00:00","rrule":"FREQ=DAILY","tz":"Mars/Olympus"}',
        '{"id":"e","error":"There is no time zone called “Mars/Olympus”."}',
    ],
    [
        '{"id":"f","dtstart":"2026-02-03","rrule":"FREQ=DAILY","limit":-1}',
        '{"id":"f","error":"limit: it is a whole number from 0 on."}',
    ],
    ['[1', '{"id":null,"error":"The line is not a JSON object."}'],
    [fn () => str_repeat('[', 100_000), '{"id":null,"error":"The line is not a JSON object."}'],
]);

/**
 * FUZZ_SEED and FUZZ_RULES for another seed and for more of them. What it may cost is counted in steps, so the time is bounded
 * with it.
 */
test('any rule answers or refuses with a sentence, in bounded memory', function () {
    $rules = new AnyRule((int) (getenv('FUZZ_SEED') ?: 20261125));
    $answers = 0;
    for ($i = 0; $i < (int) (getenv('FUZZ_RULES') ?: 600); $i++) {
        $text = $rules->next();
        $start = LocalDateTime::parse(
            sprintf(
                '%d-%02d-%02dT%02d:%02d:00',
                mt_rand(1990, 2030),
                mt_rand(1, 12),
                mt_rand(1, 28),
                mt_rand(0, 23),
                mt_rand(0, 59),
            ),
        );
        $before = memory_get_usage();
        memory_reset_peak_usage();
        try {
            $set = new RecurrenceSet($start, RuleParser::parse($text));
            $set->next(6);
            $set->between(LocalDateTime::parse('2026-11-23T00:00'), LocalDateTime::parse('2026-11-30T00:00'));
            $set->between(LocalDateTime::parse('2027-01-01T00:00'), LocalDateTime::parse('2028-01-01T00:00'));
            RecurrenceSet::firstOnOrAfter($set->rules[0], $start);
            $answers++;
        } catch (InvalidRule $refusal) {
            expect($refusal->getMessage())->toMatch('/^[A-Z].+\.$/s', $text);
        }
        expect(memory_get_peak_usage() - $before)->toBeLessThan(32_000_000, $text);
    }
    expect($answers)->toBeGreaterThan(100);
});

test('what would take for ever is answered or refused at once', function (string $rule, string $sentence) {
    $next = fn (): array => (new RecurrenceSet(LocalDateTime::parse('2026-01-01T09:00'), RuleParser::parse($rule)))->next(6);
    $sentence === '' ? expect($next())->toHaveCount(1) : expect($next)->toThrow(InvalidRule::class, $sentence);
})->with([
    'a year of seconds' => fn (): array => [
        'FREQ=YEARLY;BYYEARDAY='.
        implode(',', range(1, 366)).
        ';BYHOUR='.
        implode(',', range(0, 23)).
        ';BYMINUTE='.
        implode(',', range(0, 59)).
        ';BYSECOND='.
        implode(',', range(0, 59)),
        'they make 86400 times a day',
    ],
    'a day of seconds' => fn (): array => [
        'FREQ=DAILY;BYHOUR='.
        implode(',', range(0, 23)).
        ';BYMINUTE='.
        implode(',', range(0, 59)).
        ';BYSECOND='.
        implode(',', range(0, 59)),
        'they make 86400 times a day',
    ],
    'a year of minutes' => fn (): array => [
        'FREQ=YEARLY;BYYEARDAY='.
        implode(',', range(1, 366)).
        ';BYHOUR='.
        implode(',', range(0, 23)).
        ';BYMINUTE='.
        implode(',', range(0, 59)),
        'more than 20000 times in one year',
    ],
    'a day that no year has' => ['FREQ=SECONDLY;INTERVAL=1000;BYMONTHDAY=30;BYYEARDAY=-366', ''],
    'months of the moon' => ['FREQ=MONTHLY;INTERVAL=1439;BYMONTHDAY=31;BYDAY=WE;RSCALE=CHINESE', 'comes too seldom'],
    'a year far beyond' => ['FREQ=YEARLY;INTERVAL=9999991;RSCALE=ISLAMIC-CIVIL', ''],
    'a great number of times' => ['FREQ=DAILY;COUNT=1000000001', 'COUNT: more than 1000000000 is too often.'],
]);
