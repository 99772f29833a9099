<?php

declare(strict_types=1);

use PlumRota\Core\Tests\capture\Lines;
use PlumRota\Core\Tests\capture\MadeLines;

/**
 * Lines of five other hands, two thirds of which the reader was developed with; docs/capture.md has the figures by writer. CAPTURE_SHOW is
 * which of them are printed: "wrong", "partly".
 */
test('lines that others wrote are read as they are meant', function (bool $kept, float $right, float $wrong) {
    $rows = array_values(array_filter(Lines::all(), fn (array $row): bool => $row['kept'] === $kept));
    $count = ['right' => 0, 'partly' => 0, 'wrong' => 0];
    $said = 0;
    foreach ($rows as $row) {
        [$verdict, $what] = Lines::judged($row);
        $count[$verdict]++;
        $said += $verdict === 'partly' && Lines::says($row['line']) ? 1 : 0;
        if ($verdict !== 'right' && str_contains((string) getenv('CAPTURE_SHOW'), $verdict)) {
            fwrite(STDERR, "{$verdict}: {$row['line']}\n    ".implode('; ', $what)."\n");
        }
    }
    expect(count($rows))
        ->toBeGreaterThan(150)
        ->and($count['right'] / count($rows))
        ->toBeGreaterThanOrEqual($right)
        ->and($count['wrong'] / count($rows))
        ->toBeLessThanOrEqual($wrong);
})->with(['developed with' => [false, 0.93, 0.01], 'kept apart' => [true, 0.81, 0.06]]);

test('nothing is placed on a day of which half was not understood; it is said, and the words stay', function (string $line) {
    $draft = Lines::read($line);
    expect([$draft->placement, $draft->rule, $draft->due])
        ->toBe([null, null, null])
        ->and($draft->title)
        ->toBe($line)
        ->and($draft->problems)
        ->not->toBe([]);
})->with([
    'clean the vents every odd Tuesday of term at 9',
    'take the tablets every morning and every full moon for two weeks',
    'Sort the archive tomorrow until the boxes are full',
    'Water the ferns on Friday except after rain at 9:00',
    'Bottle bank on Saturday at 09:30; flu jab on Tuesday, 1 December, at 12:15',
]);

test('what is no time stays a title, and nothing is said of it', function (string $line) {
    $draft = Lines::read($line);
    expect([$draft->title, $draft->placement, $draft->rule, $draft->due, $draft->problems])->toBe([$line, null, null, null, []]);
})->with([
    'read chapter 9',
    'call number 12',
    'buy 6 eggs',
    'march for trees',
    'second hand market',
    'the May queen rehearsal',
    'review 2027 budget',
    'ask may about the sofa',
    'install version 2.30',
]);

test('a length is no clock time', function (string $line, ?string $start, ?string $due, int $minutes) {
    $draft = Lines::read($line);
    expect([$draft->placement?->startText(), $draft->due, $draft->estimate ?? $draft->placement?->length])->toBe([$start, $due, $minutes]);
})->with([
    ['call Friday 2h', '2026-11-27', null, 120],
    ['report due 15 Dec 3h', null, '2026-12-15', 180],
    ["must: call the bank 40'", null, null, 40],
    ['write minutes 45 mins should', null, null, 45],
    ['party 8pm, 2h', '2026-11-25T20:00:00', null, 120],
    ['backup every weekday at 22:00, 5 min', '2026-11-25T22:00:00', null, 5],
    ['1½ h sort the shelf', null, null, 90],
]);

test('so long before an entry that there is, is a day', function (string $line, ?string $start, ?string $due) {
    $draft = Lines::read($line);
    expect([$draft->placement?->startText(), $draft->due])->toBe([$start, $due]);
})->with([
    ['order labels 3 wks b4 plant fair stall', '2027-04-24', null],
    ['three days before the choir concert iron the black dress', '2026-12-09', null],
    ['buy ribbons before the choir concert', null, '2026-12-11'],
]);

test('dates are left out of a rhythm', function () {
    $draft = Lines::read('Staff meeting every Monday at 09:30 except on 21 and 28 December and on Easter Monday');
    expect(array_map(strval(...), $draft->except))
        ->toBe(['2026-12-21', '2026-12-28', '2027-03-29'])
        ->and(array_map(strval(...), $draft->series()?->except ?? []))
        ->toBe(['2026-12-21T09:30:00', '2026-12-28T09:30:00', '2027-03-29T09:30:00']);
});

/** MADE_LINES is how many (20,000 is the long run), MADE_SEED where they begin; those that are wrong are printed with what was meant. */
test('lines that are made of a meaning are read as that meaning', function (Closure $make, int $share, float $right) {
    mt_srand((int) (getenv('MADE_SEED') ?: 20261125));
    $number = intdiv((int) (getenv('MADE_LINES') ?: 1500), $share);
    $count = ['right' => 0, 'partly' => 0, 'wrong' => 0];
    $wrong = [];
    for ($i = 0; $i < $number; $i++) {
        $row = $make();
        [$verdict, $what] = Lines::judged($row);
        $count[$verdict]++;
        if ($verdict === 'wrong') {
            $wrong[] = "{$row['line']}\n    ".implode('; ', $what)."\n    meant: ".json_encode(array_filter($row));
        }
    }
    $list = implode("\n", $wrong);
    expect($count['right'] / $number)
        ->toBeGreaterThanOrEqual($right, $list)
        ->and($count['wrong'] / $number)
        ->toBeLessThanOrEqual(0.01, $list);
})->with([
    'one entry' => [fn (): array => MadeLines::asRow(MadeLines::make()), 1, 0.97],
    'two entries' => [MadeLines::two(...), 6, 0.97],
]);

test('a line that means several entries is divided into them', function (string $line, array $parts) {
    $draft = Lines::read($line);
    expect($draft->parts)->toBe($parts)->and([$draft->placement, $draft->rule, $draft->due])->toBe([null, null, null]);
    foreach ($parts as $part) {
        $read = Lines::read($part);
        expect([$read->parts, $read->problems])->toBe([[], []])->and($read->placement ?? $read->due)->not->toBeNull();
    }
})->with([
    ['run Tue and Thu at 7 and Sat at 10', ['run Tue and Thu at 7', 'run Sat at 10']],
    ['choir Mon at 19 and Wed at 20, 2h', ['choir Mon at 19, 2h', 'choir Wed at 20, 2h']],
    ['swim Mon at 7, Wed at 8 and Fri at 9', ['swim Mon at 7', 'swim Wed at 8', 'swim Fri at 9']],
    ['school run Mon-Fri 8:15 and 15:30', ['school run Mon-Fri 8:15', 'school run Mon-Fri 15:30']],
    ['feed citrus at 8:15 and at 18:40 every day', ['feed citrus at 8:15 every day', 'feed citrus at 18:40 every day']],
    ['call Anna Monday and Ben Tuesday', ['call Anna Monday', 'call Ben Tuesday']],
    ['lunch for Finn on Monday at 12 and for Lena on Tuesday at 13', ['lunch for Finn on Monday at 12', 'lunch for Lena on Tuesday at 13']],
    ['check the boiler 28 Dec; pot the ivy every day', ['check the boiler 28 Dec', 'pot the ivy every day']],
]);

test('what only looks like several is one', function (string $line) {
    expect(Lines::read($line)->parts)->toBe([]);
})->with([
    'wash and dry sheets Sat',
    "Parents' evening on 2.12. at 19.30 in room 4.",
    'Fire drill on 27.01.2027, 10:00, 20 min; remind me the evening before at 18:00 and on the day at 08:30.',
    'meet Anna and Ben on Friday at 9, bring tea and cake',
    'water the ferns every Monday and Thursday at 9',
    '1:15 p.m. every Tuesday: print the posters',
]);

test('of two days that are named the one or the other is asked for, and neither is taken', function (string $line, array $lines) {
    $draft = Lines::read($line);
    expect([$draft->placement, $draft->rule, $draft->due, $draft->title])
        ->toBe([null, null, null, $line])
        ->and(array_column($draft->others, 'line'))
        ->toBe($lines)
        ->and($draft->problems[0])
        ->toContain('which of the two?');
    foreach ($lines as $one) {
        expect(Lines::read($one)->problems)->toBe([]);
    }
})->with([
    ['swim Sat or Sun at 9', ['swim Sat at 9', 'swim Sun at 9']],
    ['every Sat or Sun bake bread', ['every Sat bake bread', 'every Sun bake bread']],
    ['call mum on Saturday or else on Sunday', ['call mum on Saturday', 'call mum on Sunday']],
    ['by Fri or Mon send forms', ['by Fri send forms', 'by Mon send forms']],
]);

test('how often a week is offered as an aim, and the line that says it means it', function () {
    $draft = Lines::read('practise alto 3 times a week for 20 min');
    expect([$draft->placement, $draft->aim, $draft->estimate])->toBe([null, null, 20]);
    $aim = Lines::read($draft->others[0]['line']);
    expect([$aim->title, $aim->aim, (string) $aim->rule, $aim->problems])->toBe(['practise alto', 3, 'FREQ=DAILY', []]);
    expect(Lines::read('practise alto 3 times a month')->others)->toBe([]);
});

test('a calendar that is named as one and is not there is said', function (string $line, ?string $name) {
    expect(Lines::read($line)->unknownCalendar)->toBe($name);
})->with([
    ['water ferns Sat, calendar Garden', 'Garden'],
    ['water ferns in the Back garden calendar, Sat', 'Back garden'],
    ['water ferns cal: Garden Sat', 'Garden'],
    ['water ferns in the Choir calendar', null],
    ['buy an advent calendar', null],
    ['print calendar pages', null],
]);
