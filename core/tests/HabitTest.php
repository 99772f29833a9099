<?php

declare(strict_types=1);

use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Tally\DurationsInWords;
use PlumRota\Core\Tally\HabitMark;
use PlumRota\Core\Tally\HabitRecord;
use PlumRota\Core\Tally\HabitsInWords;
use PlumRota\Core\Tally\Outcome;
use PlumRota\Core\Tally\Quartiles;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/** @param  string  $marks  one letter a day from Monday 5 October 2026 on, as in a strip; blank where it did not come */
function record(string $marks, ?int $aim = null, string $today = '2027-01-01'): HabitRecord
{
    $outcomes = [
        'k' => Outcome::Kept,
        'l' => Outcome::Late,
        'm' => Outcome::Missed,
        'g' => Outcome::LetGo,
        'o' => Outcome::Open,
    ];
    $first = LocalDate::parse('2026-10-05')->dayNumber();
    $all = [];
    foreach (str_split($marks) as $i => $letter) {
        if (isset($outcomes[$letter])) {
            $all[] = new HabitMark($first + $i, ($first + $i) * 86400, $outcomes[$letter], 2.5);
        }
    }

    return HabitRecord::of($all, $aim, Weekday::MO, LocalDate::parse($today));
}

test('kept of due, the row, the longest; what is open or did not come breaks nothing', function () {
    $record = record('kklmkk kgkko');
    expect([$record->due, $record->kept, $record->late, $record->row, $record->longest, $record->sum])
        ->toBe([10, 8, 1, 2, 3, 20.0])
        ->and($record->weekdays[3])
        ->toBe(['due' => 2, 'kept' => 1])
        ->and(record('kkk   kk')->row)
        ->toBe(5)
        ->and(record('kkk   kk')->isWhole)
        ->toBeTrue()
        ->and(record('kkm')->row)
        ->toBe(0)
        ->and(record('')->due)
        ->toBe(0);
});

test('with an aim the weeks are counted; one that goes on counts once it is reached', function () {
    // Three weeks: three times, twice, three times.
    $marks = 'kmkmkmmkmkmmmmkkkmmm';
    expect(record($marks, 3)->row)
        ->toBe(1)
        ->and([record($marks, 3)->due, record($marks, 3)->kept, record($marks, 3)->longest])
        ->toBe([3, 2, 1])
        ->and(record($marks, 2)->row)
        ->toBe(3)
        ->and(record('kkkoo', 3, '2026-10-08')->kept)
        ->toBe(1)
        ->and(record('kkooo', 3, '2026-10-08')->due)
        ->toBe(0);
});

/**
 * The same worked out another way: on the text of the marks, with regular expressions, from the words alone.
 *
 * @return array{int, int, int, int, int} due, kept, late, row, longest
 */
function byText(string $marks): array
{
    $counted = (string) preg_replace('/[^klmg]/', '', $marks);
    $runs = preg_split('/[mg]/', $counted) ?: [];
    $lengths = array_map(strlen(...), $runs);

    return [
        strlen($counted),
        strlen((string) preg_replace('/[mg]/', '', $counted)),
        substr_count($counted, 'l'),
        $lengths === [] ? 0 : (int) end($lengths),
        $lengths === [] ? 0 : max($lengths),
    ];
}

test('500 histories: the record is what another computation finds', function () {
    mt_srand(500);
    for ($case = 0; $case < 500; $case++) {
        $marks = '';
        for ($i = mt_rand(0, 400); $i > 0; $i--) {
            $marks .= mt_rand(0, 9) < 6 ? 'k' : ' klmgo'[mt_rand(0, 5)];
        }
        $record = record($marks === '' ? ' ' : $marks);
        expect([$record->due, $record->kept, $record->late, $record->row, $record->longest])->toBe(byText($marks), $marks);
        $weekdays = array_fill(0, 7, ['due' => 0, 'kept' => 0]);
        foreach (str_split($marks) as $i => $letter) {
            $weekdays[$i % 7]['due'] += str_contains('klmg', $letter) && $letter !== '' ? 1 : 0;
            $weekdays[$i % 7]['kept'] += $letter === 'k' || $letter === 'l' ? 1 : 0;
        }
        expect($record->weekdays)->toBe($weekdays);
    }
});

function became(
    ?string $doneAt,
    string $missed = 'hold',
    bool $isMoved = false,
    bool $isLetGo = false,
    bool $isTask = true,
): Outcome {
    $zone = Zone::of('Europe/Berlin');
    $at = LocalDateTime::parse('2026-11-24T07:15:00');
    $place = Placement::timed($isMoved ? $at->plusSeconds(2 * 86400) : $at, 15, $zone);
    $change = new Override(
        '2026-11-24T07:15:00',
        $isMoved ? $place : null,
        false,
        $doneAt === null ? null : $zone->instant(LocalDateTime::parse($doneAt)),
        $isLetGo ? 1 : null,
        [],
    );
    $one = new Occurrence(
        'a',
        '2026-11-24T07:15:00',
        $place,
        TimeRange::of($place->start, $place->end()),
        $change,
        new Details('Vent check', 'c', $isTask, $missed),
        isRoutine: true,
    );

    return Outcome::of($one, $zone, LocalDateTime::parse('2026-11-27T12:00:00'));
}

test('done on its day is kept, after it late; moved by hand it has another day, rolled on it has not', function () {
    expect(became('2026-11-24T23:50:00'))
        ->toBe(Outcome::Kept)
        ->and(became('2026-11-23T20:00:00'))
        ->toBe(Outcome::Kept)
        ->and(became('2026-11-25T00:05:00'))
        ->toBe(Outcome::Late)
        ->and(became('2026-11-26T08:00:00', isMoved: true))
        ->toBe(Outcome::Kept)
        ->and(became('2026-11-26T08:00:00', 'roll', isMoved: true))
        ->toBe(Outcome::Late)
        ->and(became(null))
        ->toBe(Outcome::Missed)
        ->and(became(null, isLetGo: true))
        ->toBe(Outcome::LetGo)
        ->and(became(null, isTask: false))
        ->toBe(Outcome::Past);
});

test('quartiles are those of definition 7 of Hyndman and Fan', function (array $numbers, array $expected) {
    $quartiles = Quartiles::of($numbers);
    expect([$quartiles->low, $quartiles->middle, $quartiles->high])->toEqual($expected);
})->with([
    // R, quantile(x, c(.25, .5, .75)), whose default is type 7; computed there.
    'one' => [[7], [7, 7, 7]],
    'two' => [[10, 20], [12.5, 15, 17.5]],
    'out of order' => [[4, 1, 3, 2], [1.75, 2.5, 3.25]],
    'one to ten' => [range(1, 10), [3.25, 5.5, 7.75]],
]);

test('quartiles agree with an independent library', function () {
    mt_srand(7);
    $cases = [];
    for ($i = 0; $i < 200; $i++) {
        $cases[] = array_map(fn (): int => mt_rand(1, 300), range(1, mt_rand(2, 10)));
    }
    // statistics.quantiles of Python, method "inclusive", is the same definition.
    $process = proc_open(
        [
            'python3',
            '-c',
            'import json, statistics, sys; print(json.dumps([statistics.quantiles(c, n=4, method="inclusive") for c in json.load(sys.stdin)]))',
        ],
        [['pipe', 'r'], ['pipe', 'w']],
        $pipes,
    );
    fwrite($pipes[0], (string) json_encode($cases));
    fclose($pipes[0]);
    $theirs = json_decode((string) stream_get_contents($pipes[1]), true);
    proc_close($process);
    foreach ($cases as $i => $numbers) {
        $ours = Quartiles::of($numbers);
        expect([$ours->low, $ours->middle, $ours->high])->toEqualWithDelta($theirs[$i], 1e-9);
    }
});

test('the sentences say what the numbers say', function () {
    $one = fn (string $title, string $marks): array => [
        'title' => $title,
        'record' => record($marks),
        'row' => record($marks)->row,
        'is_weekly' => false,
    ];
    expect(HabitsInWords::of([$one('Stretch', 'kkkkmkkkkkkkk'), $one('Hill run', str_repeat('kkkmkkk', 5))]))
        ->toBe('Stretch held 12 of 13 times, now 8 in a row. Hill run slips on Thursdays.')
        ->and(HabitsInWords::of([]))
        ->toBe('No routine that is ticked came in this time.')
        ->and(HabitsInWords::of([$one('Bread', 'kmkm')]))
        ->toBe('2 of 4 times were kept; none is three in a row just now.')
        ->and(
            DurationsInWords::of([
                ['title' => 'Propagation bench', 'estimate' => 120, 'middle' => 160],
                ['title' => 'Wages sheet', 'estimate' => 60, 'middle' => 40],
                ['title' => 'Bread', 'estimate' => null, 'middle' => 40],
            ]),
        )
        ->toBe('Propagation bench takes a third longer than you think; Wages sheet is quicker.')
        ->and(DurationsInWords::of([['title' => 'Bread', 'estimate' => 45, 'middle' => 44]]))
        ->toBe('Things take about as long as you think.');
});

test('an estimate is worth changing from a twentieth on, and where there is none', function () {
    $quartiles = Quartiles::of([18, 20, 22]);
    $better = fn (?int $estimate): bool => $quartiles->isBetterThan($estimate);
    expect(array_map($better, [null, 20, 21, 22, 19, 10]))
        ->toBe([true, false, false, true, true, true])
        ->and(Quartiles::of([0.2])->estimate())
        ->toBe(1);
});

test('what is named is what held best: three times at least, three in a row, of equals the longer row', function (array $habits, string $said) {
    $given = [];
    foreach ($habits as $title => $marks) {
        $given[] = ['title' => $title, 'record' => record($marks), 'row' => record($marks)->row, 'is_weekly' => false];
    }
    expect(HabitsInWords::of($given))->toBe($said);
})->with([
    'three of three' => [['Bread' => 'kkk'], 'Bread held 3 of 3 times, now 3 in a row.'],
    'two of two are too few' => [['Bread' => 'kk'], '2 of 2 times were kept; none is three in a row just now.'],
    'of equals the longer row' => [['Bread' => 'kkk', 'Stretch' => 'kkkk'], 'Stretch held 4 of 4 times, now 4 in a row.'],
    'the first of those that are quite alike' => [['Bread' => 'kkk', 'Stretch' => 'kkk'], 'Bread held 3 of 3 times, now 3 in a row.'],
    'the greater share before the longer row' => [['Bread' => 'kkk', 'Stretch' => 'mkkkk'], 'Bread held 3 of 3 times, now 3 in a row.'],
]);
