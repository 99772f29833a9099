<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

function moment(string $text): LocalDateTime
{
    return LocalDateTime::parse(strlen($text) === 10 ? "{$text}T09:00" : $text);
}

/** @param  list<string>  $rules  from Monday 2 November 2026, 9:00 on */
function setOf(array $rules, array $extra = [], array $except = [], string $start = '2026-11-02'): RecurrenceSet
{
    return new RecurrenceSet(
        moment($start),
        array_map(RuleParser::parse(...), $rules),
        array_map(moment(...), $extra),
        array_map(moment(...), $except),
    );
}

/** @return list<string> as "11-02", with the time where it is not nine */
function written(LocalDateTime ...$moments): array
{
    return array_map(
        fn (LocalDateTime $one): string => str_replace('T09:00:00', '', substr((string) $one, 5)),
        array_values($moments),
    );
}

test('a set of nothing but its start', function () {
    $set = new RecurrenceSet(moment('2026-11-02'));
    expect(written(...$set->next(5)))
        ->toBe(['11-02'])
        ->and($set->rules)
        ->toBe([])
        ->and(written(...$set->between(moment('2026-11-02'), moment('2026-11-03'))))
        ->toBe(['11-02'])
        ->and($set->between(moment('2026-11-01'), moment('2026-11-02')))
        ->toBe([])
        ->and($set->between(moment('2026-11-02T09:00:01'), moment('2026-11-03')))
        ->toBe([]);
});

test('several rules are joined, each moment once and in order (RFC 5545 3.8.5)', function () {
    $set = setOf(['FREQ=WEEKLY;COUNT=4', 'FREQ=DAILY;INTERVAL=2;COUNT=4']);
    expect(written(...$set->next(20)))
        ->toBe(['11-02', '11-04', '11-06', '11-08', '11-09', '11-16', '11-23'])
        ->and(written(...$set->next(3)))
        ->toBe(['11-02', '11-04', '11-06'])
        ->and(written(...$set->next(3, moment('2026-11-08'))))
        ->toBe(['11-08', '11-09', '11-16'])
        ->and(written(...$set->between(moment('2026-11-06'), moment('2026-11-09'))))
        ->toBe(['11-06', '11-08']);
});

test('extra dates stand where they fall, twice the same one once (3.8.5.2)', function () {
    $set = setOf(['FREQ=WEEKLY;COUNT=2'], ['2026-11-05T18:00', '2026-11-09', '2026-10-30', '2026-11-03']);
    expect(written(...$set->next(20)))
        ->toBe(['10-30', '11-02', '11-03', '11-05T18:00:00', '11-09'])
        ->and(written(...$set->between(moment('2026-11-03'), moment('2026-11-05T18:00'))))
        ->toBe(['11-03'])
        ->and(written(...$set->between(moment('2026-11-03T09:00:01'), moment('2026-11-05T18:00:01'))))
        ->toBe(['11-05T18:00:00']);
});

test('what is taken out leaves room for what follows (3.8.5.1)', function () {
    $set = setOf(['FREQ=DAILY'], except: ['2026-11-02', '2026-11-04', '2026-11-05', '2026-11-05T18:00']);
    expect(written(...$set->next(3)))
        ->toBe(['11-03', '11-06', '11-07'])
        ->and($set->includes(moment('2026-11-04')))
        ->toBeFalse()
        ->and($set->includes(moment('2026-11-06')))
        ->toBeTrue()
        ->and($set->includes(moment('2026-11-06T09:00:01')))
        ->toBeFalse();
});

test('a set ends with the year 9999', function () {
    $set = setOf(['FREQ=DAILY'], start: '9999-12-30T23:59:59');
    expect(written(...$set->next(5)))
        ->toBe(['12-30T23:59:59', '12-31T23:59:59'])
        ->and(written(...setOf(['FREQ=DAILY'], ['9999-12-31T12:00'], start: '9999-12-30T23:59:59')->next(5)))
        ->toBe(['12-30T23:59:59', '12-31T12:00:00', '12-31T23:59:59'])
        ->and(
            (string) RecurrenceSet::firstOnOrAfter(
                RuleParser::parse('FREQ=YEARLY;BYMONTH=12;BYMONTHDAY=31;BYHOUR=23;BYMINUTE=59;BYSECOND=59'),
                moment('9999-12-31T23:59:58'),
            ),
        )
        ->toBe('9999-12-31T23:59:59');
});

test('where a routine should start: the first moment that its rule chooses', function (
    string $rule,
    string $earliest,
    ?string $first,
) {
    $found = RecurrenceSet::firstOnOrAfter(RuleParser::parse($rule), moment($earliest));
    expect($found === null ? null : (string) $found)->toBe($first);
})->with([
    'it chooses the earliest' => ['FREQ=WEEKLY;BYDAY=MO,TH', '2026-11-02', '2026-11-02T09:00:00'],
    'the day after' => ['FREQ=WEEKLY;BYDAY=TU', '2026-11-02', '2026-11-03T09:00:00'],
    'a second later' => ['FREQ=DAILY;BYSECOND=1', '2026-11-02', '2026-11-02T09:00:01'],
    'the interval counts from there' => ['FREQ=WEEKLY;INTERVAL=4;BYDAY=MO', '2026-11-03', '2026-11-09T09:00:00'],
    'so does the count' => ['FREQ=MONTHLY;BYMONTHDAY=31;COUNT=1', '2026-11-02', '2026-12-31T09:00:00'],
    'not after its end' => ['FREQ=MONTHLY;BYMONTHDAY=31;UNTIL=20261230', '2026-11-02', null],
    'never' => ['FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', '2026-11-02', null],
]);

test('an end in UTC is read in the zone of the set (3.3.10)', function () {
    $rule = RuleParser::parse('FREQ=DAILY;UNTIL=20261104T080000Z'); // nine o'clock in Berlin, in winter
    $next = fn (?Zone $zone, bool $more): array => written(
        ...(new RecurrenceSet(moment('2026-11-02'), $more ? [$rule, $rule] : $rule, zone: $zone))->next(9),
    );
    expect($next(Zone::of('Europe/Berlin'), false))
        ->toBe(['11-02', '11-03', '11-04'])
        ->and($next(Zone::of('Europe/Berlin'), true))
        ->toBe(['11-02', '11-03', '11-04'])
        ->and($next(null, false))
        ->toBe(['11-02', '11-03']);
});

test('however many are wanted, no more than twenty thousand are made', function () {
    $seconds = RuleParser::parse('FREQ=SECONDLY');
    expect((new RecurrenceSet(moment('2026-11-02'), [$seconds, $seconds]))->next(30_000))->toHaveCount(20_000);
});
