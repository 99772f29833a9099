<?php

declare(strict_types=1);

use PlumRota\Core\Capture\CaptureReader;
use PlumRota\Core\Capture\Context;
use PlumRota\Core\Capture\Draft;
use PlumRota\Core\Capture\Segment;
use PlumRota\Core\Tests\capture\Corpus;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** It is Wednesday 25 November 2026, 10:20, throughout. What a line should mean is common English usage, from memory. */
function reading(string $line): Draft
{
    return Corpus::read($line);
}

test('a line is understood', function (
    string $line,
    string $title,
    ?string $start,
    int $length,
    string $rule = '',
    string $rest = '',
) {
    $draft = reading($line);
    $others = array_filter([
        $draft->calendar,
        $draft->due,
        $draft->importance,
        $draft->estimate,
        ...array_map(strval(...), $draft->reminders),
        $draft->isTask ? null : 'event',
    ]);
    expect($draft->title)
        ->toBe($title)
        ->and($draft->placement?->startText())
        ->toBe($start)
        ->and($draft->placement->length ?? 0)
        ->toBe($length)
        ->and((string) $draft->rule)
        ->toBe($rule)
        ->and(implode(' ', $others))
        ->toBe($rest);
})->with([
    [
        'vent check every weekday 7:15 for 15 min in Glasshouse',
        'vent check',
        '2026-11-26T07:15:00',
        15,
        'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
        'g',
    ],
    [
        'every other Thursday at 18:30 for 90 minutes in Choir, remind me an hour before, must',
        'Choir',
        '2026-11-26T18:30:00',
        90,
        'FREQ=WEEKLY;INTERVAL=2;BYDAY=TH',
        'c must -PT60M',
    ],
    ['Ring the chiropodist', 'Ring the chiropodist', null, 0],
    ['Grant report due Friday, 2 h', 'Grant report', null, 0, '', '2026-11-27 120'],
    ['Order fleece rolls by 3 Dec at 17:00', 'Order fleece rolls', null, 0, '', '2026-12-03T17:00:00'],
    ['Clinic with Dad Thursday 11:00-12:30 in Family', 'Clinic with Dad', '2026-11-26T11:00:00', 90, '', 'f event'],
    [
        'choir every Thursday from 7:30 to 9pm except in August',
        'choir',
        '2026-11-26T19:30:00',
        90,
        'FREQ=WEEKLY;BYMONTH=1,2,3,4,5,6,7,9,10,11,12;BYDAY=TH',
        'event',
    ],
    ['bins every second Tuesday', 'bins', '2026-12-01', 1, 'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU'],
    ['hill run Tuesdays, Thursdays and Saturdays 6:30', 'hill run', '2026-11-26T06:30:00', 30, 'FREQ=WEEKLY;BYDAY=TU,TH,SA'],
    ['feed citrus every 10 days', 'feed citrus', '2026-11-25', 1, 'FREQ=DAILY;INTERVAL=10'],
    [
        'stock count every month on the last weekday',
        'stock count',
        '2026-11-30',
        1,
        'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
    ],
    ['flue check on the first Tuesday of every month at 9', 'flue check', '2026-12-01T09:00:00', 30, 'FREQ=MONTHLY;BYDAY=1TU'],
    ['report monthly on the last day', 'report', '2026-11-30', 1, 'FREQ=MONTHLY;BYMONTHDAY=-1'],
    ['seed order every year on the second Monday of January', 'seed order', '2027-01-11', 1, 'FREQ=YEARLY;BYMONTH=1;BYDAY=2MO'],
    ['misting daily 8:00 from April to September', 'misting', '2027-04-01T08:00:00', 30, 'FREQ=DAILY;BYMONTH=4,5,6,7,8,9'],
    ['sheets fortnightly, 12 times', 'sheets', '2026-11-25', 1, 'FREQ=WEEKLY;INTERVAL=2;COUNT=12'],
    ['pill box every day at 6pm until 26 March', 'pill box', '2026-11-25T18:00:00', 30, 'FREQ=DAILY;UNTIL=20270326'],
    ['prescription 28 days after it is done', 'prescription', '2026-11-25', 1, 'FREQ=DAILY;INTERVAL=28'],
    ['hair wash tomorrow at 4pm for half an hour', 'hair wash', '2026-11-26T16:00:00', 30],
    ['dentist in 3 weeks at 9.30', 'dentist', '2026-12-16T09:30:00', 30],
    ['tax return 31 January', 'tax return', '2027-01-31', 1],
    ['rehearsal weekend 5 Dec for 2 days as an event', 'rehearsal weekend', '2026-12-05', 2, '', 'event'],
    ['call at 9', 'call', '2026-11-25T21:00:00', 30],
    ['pay at 14:00, remind me at 18:00 the day before', 'pay', '2026-11-25T14:00:00', 30, '', '-P1D@18:00'],
]);

test('what is not understood stays in the title', function (string $line) {
    $draft = reading($line);
    expect($draft->title)->toBe($line)->and($draft->placement)->toBeNull();
})->with([
    'I must go',
    'call at 25:00',
    'read 2-3 pages',
    '2026-02-30 report',
    'Märchen für Ömer',
    'every thing in its place',
    'catch the 7 o’clock feeling',
]);

test('the pieces put the line together again', function (string $line) {
    $pieces = array_map(fn (Segment $s): string => $s->text, reading($line)->segments);
    expect(implode('', $pieces))->toBe($line);
})->with(['vent check every weekday 7:15 for 15 min in Glasshouse', 'Öl prüfen every day at 7:15 — in Choir', '', '   ']);

test('a long or odd line is read', function (string $line) {
    expect(implode('', array_map(fn (Segment $one): string => $one->text, reading($line)->segments)))->toBe($line);
})->with([
    fn () => str_repeat('every ', 80),
    fn () => str_repeat('mon, ', 100),
    fn () => str_repeat('9', 500),
    fn () => str_repeat('in in at on ', 40),
]);

test('a note to one’s future self says when its turn comes', function () {
    $radiators = reading('bleed the radiators around week 40');
    expect($radiators->title)
        ->toBe('bleed the radiators')
        ->and((string) $radiators->around)
        ->toBe('2027-W40')
        ->and($radiators->placement)
        ->toBeNull()
        ->and((string) reading('mulch around week 48')->around)
        ->toBe('2026-W48')
        ->and(reading('mulch around week 60')->title)
        ->toBe('mulch around week 60')
        ->and((string) reading('order fleece not before 3 Dec, by 10 Dec')->notBefore)
        ->toBe('2026-12-03')
        ->and(reading('order fleece not before 3 Dec, by 10 Dec')->title)
        ->toBe('order fleece')
        ->and(reading('order fleece not before 3 Dec, by 10 Dec')->due)
        ->toBe('2026-12-10');
});

/** A word of the sentence below the line that is changed writes one of these phrases into the line (resources/js/capture). */
test('what the page writes into a line is read as what was chosen', function (string $line) {
    $says = fn (string $phrase): Draft => reading("{$line} {$phrase}");
    $date = fn (Draft $draft): string => substr((string) $draft->placement?->startText(), 0, 10);
    expect($date($says('on 4 Dec 2026')))->toBe('2026-12-04');
    expect($date($says('every week from 4 Dec 2026')))->toBe('2026-12-04');
    expect($says('on 4 Dec 2026 at 14:00')->placement?->startText())->toBe('2026-12-04T14:00:00');
    expect($says('on 4 Dec 2026 at 2:05 pm')->placement?->startText())->toBe('2026-12-04T14:05:00');
    expect($says('tomorrow at 9:00 for 45 min')->placement?->length)->toBe(45);
    expect($says('tomorrow for 3 days')->placement?->length)->toBe(3);
    expect($says('tomorrow in Glasshouse')->calendar)->toBe('g');
    foreach (
        [
            'every day' => 'FREQ=DAILY',
            'every weekday' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
            'every two weeks' => 'FREQ=WEEKLY;INTERVAL=2',
            'every month' => 'FREQ=MONTHLY',
            'every year' => 'FREQ=YEARLY',
        ] as $phrase => $rule
    ) {
        expect((string) $says("on 4 Dec 2026 {$phrase}")->rule)->toStartWith($rule);
        expect($says("on 4 Dec 2026 {$phrase}")->title)->toBe($line);
    }
})->with(['Water the ferns', 'Order 20 pots for the bench', 'Look at the boiler', 'Öl prüfen']);

test('so long from today is one day, so long from a date as many days', function (string $when, string $start, int $days) {
    expect([reading("Ring the clinic {$when}")->placement?->startText(), reading("Ring the clinic {$when}")->placement?->length])->toBe([$start, $days]);
})->with([
    ['three weeks from today', '2026-12-16', 1],
    ['ten days from today', '2026-12-05', 1],
    ['in 3 weeks from today', '2026-12-16', 1],
    ['two weeks from tomorrow', '2026-12-10', 1],
    ['10 days from tomorrow', '2026-12-06', 1],
    ['two weeks from Friday', '2026-12-11', 1],
    ['for three days from tomorrow', '2026-11-26', 3],
    ['three days from 8 February', '2027-02-08', 3],
]);

test('after "remind me", 2 may be "to", and before a unit it is a number', function () {
    expect(reading('remind me 2 take meds 10pm')->title)->toBe('take meds')
        ->and(array_map(strval(...), reading('call Ed Friday 10, remind me 2 days before')->reminders))->toBe(['-PT2880M'])
        ->and(array_map(strval(...), reading('call Ed Friday 10, remind me 2h before')->reminders))->toBe(['-PT120M']);
});

test('what is to be done with labels is no label', function (string $line, string $title, array $labels) {
    $draft = CaptureReader::read($line, new Context(LocalDateTime::parse('2026-11-25T08:00:00'), Zone::of('Europe/Berlin'), [], ['phone', 'potting']));
    expect([$draft->title, $draft->labels])->toBe([$title, $labels]);
})->with([
    ['order potting labels, label phone', 'order potting labels', ['phone']],
    ['print phone labels tomorrow', 'print phone labels', []],
    ['order stakes, potting and phone labels', 'order stakes', ['phone', 'potting']],
    ['order stakes tomorrow phone label', 'order stakes', ['phone']],
]);

test('the last of a month, a quarter or a year is a day of the one to come', function (string $line, ?string $start, ?string $due) {
    $draft = reading($line);
    expect([$draft->title, $draft->placement?->startText(), $draft->due])->toBe(['Close the books', $start, $due]);
})->with([
    ['Close the books by the last working day of the year', null, '2026-12-31'],
    ['Close the books by the last Friday of the month', null, '2026-11-27'],
    ['Close the books by the last Sunday of the month at noon', null, '2026-11-29T12:00:00'],
    ['Close the books by the second Tuesday of the month', null, '2026-12-08'], // that of November is over
    ['Close the books before the last Sunday of the month', null, '2026-11-28'],
    ['Close the books 2 days before the last Friday of December', '2026-12-23', null],
    ['Close the books by the last working day of the quarter', null, '2026-12-31'],
    ['Close the books by the last working day of February 2027', null, '2027-02-26'], // 28 February is a Sunday
    ['Close the books on the last working day of the year', '2026-12-31', null],
    ['Close the books on the first working day of February', '2027-02-01', null],
    ['Close the books on the last day of February', '2027-02-28', null],
]);

test('what is reckoned back to a day that is over is said, and stands nowhere', function () {
    $draft = reading('Mow 3 weeks before Friday');
    expect([$draft->placement, $draft->problems])->toBe([null, ['“3 weeks before Friday” has passed.']]);
    expect(reading('Mow 2 days before Friday')->placement?->startText())->toBe('2026-11-25');
});

test('where the words may mean another day, that is offered too', function (string $line, string $start, ?string $other) {
    $draft = reading($line);
    expect([$draft->placement?->startText(), $draft->otherDate === null ? null : (string) $draft->otherDate])->toBe([$start, $other]);
})->with([
    ['Ring the clinic next Friday', '2026-12-04', '2026-11-27'],
    ['Ring the clinic next Tuesday', '2026-12-01', null],
    ['Ring the clinic 3/4', '2027-04-03', '2027-03-04'],
    ['Ring the clinic 25/4', '2027-04-25', null],
    ['Ring the clinic 4/4', '2027-04-04', null],
    ['Ring the clinic 3/4/2027', '2027-04-03', '2027-03-04'],
    ['Ring the clinic on Friday', '2026-11-27', null],
    ['Ring the clinic on Wednesday', '2026-12-02', '2026-11-25'], // said on a Wednesday
    ['Ring the clinic on Wednesday at 8pm', '2026-12-02T20:00:00', '2026-11-25'],
]);

test('where the words may mean another rhythm, that is offered too, and the line that says it means it', function (
    string $line,
    string $rule,
    ?string $otherLine,
    ?string $otherRule,
) {
    $draft = reading($line);
    expect([(string) $draft->rule, $draft->others[0]['line'] ?? null])->toBe([$rule, $otherLine]);
    if ($otherLine !== null) {
        $other = reading($otherLine);
        expect([(string) $other->rule, $other->title, $other->others])->toBe([$otherRule, $draft->title, []]);
        expect(str_contains($otherLine, substr($draft->others[0]['words'] ?? '', strlen('rather '))))->toBeTrue();
    }
})->with([
    [
        'Sweep the flue every third Thursday at 9',
        'FREQ=WEEKLY;INTERVAL=3;BYDAY=TH',
        'Sweep the flue on the third Thursday of each month at 9',
        'FREQ=MONTHLY;BYDAY=3TH',
    ],
    [
        'every 2nd sat evening sweep the flue',
        'FREQ=WEEKLY;INTERVAL=2;BYDAY=SA',
        'on the second Saturday of each month in the evening sweep the flue',
        'FREQ=MONTHLY;BYDAY=2SA',
    ],
    ['Sweep the flue every other Thursday', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=TH', null, null],
    ['Sweep the flue every third week on Thursday', 'FREQ=WEEKLY;INTERVAL=3;BYDAY=TH', null, null],
    ['Sweep the flue every second Monday and Thursday', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,TH', null, null],
    ['Sweep the flue on the third Thursday of each month', 'FREQ=MONTHLY;BYDAY=3TH', null, null],
]);
