<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\ByPartEffect;
use PlumRota\Core\Recurrence\ByPartTable;
use PlumRota\Core\Recurrence\ExpandCommand;
use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\PeriodValue;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;

/** How many instances a rule has in the two years from its start. */
function within(string $rule): int
{
    $start = LocalDateTime::parse('2026-01-01T00:00');

    return count(
        (new RecurrenceSet($start, RuleParser::parse($rule)))->between($start, LocalDateTime::parse('2028-01-01T00:00')),
    );
}

test('every cell of the table does what it says (RFC 5545 3.3.10)', function (string $part, string $values, Frequency $freq) {
    $interval = match ($freq) {
        Frequency::Secondly => ';INTERVAL=43207',
        Frequency::Minutely => ';INTERVAL=367',
        Frequency::Hourly => ';INTERVAL=7',
        default => '',
    };
    $bare = "FREQ={$freq->value}{$interval}";
    $effect = ByPartTable::effect($part, $freq);
    if ($effect === ByPartEffect::None) {
        expect(fn () => RuleParser::parse("{$bare};{$part}={$values}"))->toThrow(
            InvalidRule::class,
            "{$part} does not go with FREQ={$freq->value}.",
        );

        return;
    }
    $isLimit = $effect === ByPartEffect::Limit;
    expect(within("{$bare};{$part}={$values}") <=> within($bare))->toBe($isLimit ? -1 : 1, "{$bare};{$part}={$values}");
    if ($effect === ByPartEffect::MonthlyDays || $effect === ByPartEffect::YearlyDays) {
        expect(within("{$bare};BYMONTHDAY=1,8,15;{$part}={$values}"))->toBeLessThan(within("{$bare};BYMONTHDAY=1,8,15"));
    }
    if ($effect === ByPartEffect::YearlyDays) {
        expect(within("{$bare};BYYEARDAY=1,100,200,300;{$part}=TH"))->toBeLessThan(within("{$bare};BYYEARDAY=1,100,200,300"));
    }
})
    ->with([
        ['BYMONTH', '1,2,3'],
        ['BYWEEKNO', '10,20,30'],
        ['BYYEARDAY', '1,2,100'],
        ['BYMONTHDAY', '1,2,3'],
        ['BYDAY', 'TH,FR'],
        ['BYHOUR', '0,12'],
        ['BYMINUTE', '0,30'],
        ['BYSECOND', '0,30'],
    ])
    ->with(Frequency::cases());

test('an extra date may be a date, a moment or a period (RFC 5545 3.8.5.2)', function (
    string $text,
    string $start,
    ?int $seconds,
) {
    $value = PeriodValue::parse($text);
    expect((string) $value->start)->toBe($start)->and($value->seconds)->toBe($seconds);
})->with([
    ['19970101', '1997-01-01T00:00:00', null],
    ['19970714T083000', '1997-07-14T08:30:00', null],
    ['2026-11-25T07:15', '2026-11-25T07:15:00', null],
    ['19960403T020000/19960403T040000', '1996-04-03T02:00:00', 7200],
    ['19960404T010000/PT3H', '1996-04-04T01:00:00', 10_800],
    ['19970101T180000/PT5H30M', '1997-01-01T18:00:00', 19_800],
    ['20261125/P1W', '2026-11-25T00:00:00', 604_800],
]);

test('a period that makes no sense is refused', function (string $text) {
    expect(fn () => PeriodValue::parse($text))->toThrow(InvalidTime::class);
})->with(['19960403T040000/19960403T020000', '19960403T040000/PT', '19960403/soon', '', '19961303']);

test('the command takes periods as extra dates', function () {
    expect(
        ExpandCommand::answer(
            '{"id":1,"dtstart":"1996-04-01T02:00:00","rrule":"FREQ=DAILY;COUNT=1","rdate":["19960403T020000/19960403T040000"]}',
        ),
    )->toBe('{"id":1,"instances":["1996-04-01T02:00:00","1996-04-03T02:00:00"]}');
});

test('a period lasts as long as it says (RFC 5545 3.3.6, 3.3.9)', function (string $text, int $seconds) {
    expect(PeriodValue::parse("19970101T180000/{$text}")->seconds)->toBe($seconds);
})->with([
    ['PT1S', 1],
    ['PT59S', 59],
    ['PT2M', 120],
    ['PT1M30S', 90],
    ['PT3H', 10_800],
    ['PT1H2M3S', 3723],
    ['P1D', 86_400],
    ['P2DT1H', 176_400],
    ['P3W', 1_814_400],
    ['P15DT5H0M20S', 1_314_020],
    ['19970101T180001', 1],
    ['19970102', 21_600],
    ['1997-01-01T19:30', 5400],
    ['19970101T180230', 150],
]);

test('a period says what is wrong with it', function (string $text, string $sentence) {
    expect(fn () => PeriodValue::parse($text))->toThrow(InvalidTime::class, $sentence);
})->with([
    ['19970101T180000/19970101T180000', 'A period ends after it starts.'],
    ['19970101T180000/19970101T175959', 'A period ends after it starts.'],
    ['19970101T180000/PT0S', 'A period ends after it starts.'],
    ['19970101T180000/P1W2D', 'A duration is written like PT1H30M or P2D.'],
    ['19970101T180000/-PT1H', 'A moment is written like 20261125T071500.'],
    ['1997', 'A moment is written like 20261125T071500.'],
    ['19970101T250000', 'There is no time 25:00:00 on a clock.'],
    ['19970230', 'There is no day 1997-02-30.'],
    ['19970101/19970102/19970103', 'A moment is written like 20261125T071500.'],
]);
