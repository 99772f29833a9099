<?php

declare(strict_types=1);

use App\Models\OccurrenceOverride;
use PlumRota\Core\Tests\conformance\RuleMaker;

/** What a rhythm becomes when it is saved, whichever way it comes in; the clock shows Wednesday, 25 November 2026, 10:20. */
beforeEach(function () {
    $this->times = fn (string $from, int $days): array => array_map(
        fn (array $one): string => substr($one['start'], 5, 11),
        $this->occurrences("from={$from}&days={$days}"),
    );
    /** An entry as the sheet sends it back: all it was given, but what it cannot set. */
    $this->form = fn (array $entry): array => array_diff_key(
        $entry,
        array_flip(['id', 'in_words', 'done', 'version', 'notes_html', 'attachments', 'this_one']),
    );
});

test('from here on, what comes several times a day is neither doubled nor left out', function (
    string $cut,
    array $fields,
    array $expected,
) {
    $entry = $this->ventCheck([
        'title' => 'Gauge',
        'start' => '2026-11-23T08:00',
        'end' => '2026-11-23T08:10',
        'rule' => 'FREQ=DAILY;BYHOUR=8,12,18',
    ]);
    $this->api('PATCH', "entries/{$entry['id']}", [
        ...($this->form)($entry),
        ...$fields,
        'scope' => 'onward',
        'recurrence_id' => $cut,
    ])->assertOk();
    expect(($this->times)('2026-11-24', 3))->toBe($expected);
})->with([
    'only the title' => [
        '2026-11-25T12:00:00',
        ['title' => 'Gauges'],
        [
            '11-24T08:00',
            '11-24T12:00',
            '11-24T18:00',
            '11-25T08:00',
            '11-25T12:00',
            '11-25T18:00',
            '11-26T08:00',
            '11-26T12:00',
            '11-26T18:00',
        ],
    ],
    'the title, from the first of a day' => [
        '2026-11-25T08:00:00',
        ['title' => 'Gauges'],
        [
            '11-24T08:00',
            '11-24T12:00',
            '11-24T18:00',
            '11-25T08:00',
            '11-25T12:00',
            '11-25T18:00',
            '11-26T08:00',
            '11-26T12:00',
            '11-26T18:00',
        ],
    ],
    'half an hour later' => [
        '2026-11-25T12:00:00',
        ['start' => '2026-11-23T08:30:00', 'end' => '2026-11-23T08:40:00'],
        [
            '11-24T08:00',
            '11-24T12:00',
            '11-24T18:00',
            '11-25T08:00',
            '11-25T12:30',
            '11-25T18:30',
            '11-26T08:30',
            '11-26T12:30',
            '11-26T18:30',
        ],
    ],
    'other hours' => [
        '2026-11-25T12:00:00',
        ['rule' => 'FREQ=DAILY;BYHOUR=7,11,17'],
        [
            '11-24T08:00',
            '11-24T12:00',
            '11-24T18:00',
            '11-25T08:00',
            '11-25T11:00',
            '11-25T17:00',
            '11-26T07:00',
            '11-26T11:00',
            '11-26T17:00',
        ],
    ],
    'other hours, from the first of a day' => [
        '2026-11-25T08:00:00',
        ['rule' => 'FREQ=DAILY;BYHOUR=7,11,17'],
        [
            '11-24T08:00',
            '11-24T12:00',
            '11-24T18:00',
            '11-25T07:00',
            '11-25T11:00',
            '11-25T17:00',
            '11-26T07:00',
            '11-26T11:00',
            '11-26T17:00',
        ],
    ],
    'once a day' => [
        '2026-11-25T12:00:00',
        ['rule' => 'FREQ=DAILY'],
        ['11-24T08:00', '11-24T12:00', '11-24T18:00', '11-25T08:00', '11-25T12:00', '11-26T12:00'],
    ],
    'once a day, at an hour of its own' => [
        '2026-11-25T12:00:00',
        ['rule' => 'FREQ=DAILY', 'start' => '2026-11-23T09:00:00', 'end' => '2026-11-23T09:10:00'],
        ['11-24T08:00', '11-24T12:00', '11-24T18:00', '11-25T08:00', '11-25T09:00', '11-26T09:00'],
    ],
    'on some weekdays' => [
        '2026-11-25T18:00:00',
        ['rule' => 'FREQ=WEEKLY;BYDAY=WE,TH'],
        ['11-24T08:00', '11-24T12:00', '11-24T18:00', '11-25T08:00', '11-25T12:00', '11-25T18:00', '11-26T18:00'],
    ],
    'every three hours' => [
        '2026-11-25T18:00:00',
        ['rule' => 'FREQ=HOURLY;INTERVAL=3'],
        [
            '11-24T08:00',
            '11-24T12:00',
            '11-24T18:00',
            '11-25T08:00',
            '11-25T12:00',
            '11-25T18:00',
            '11-25T21:00',
            '11-26T00:00',
            '11-26T03:00',
            '11-26T06:00',
            '11-26T09:00',
            '11-26T12:00',
            '11-26T15:00',
            '11-26T18:00',
            '11-26T21:00',
        ],
    ],
]);

test('a title leaves what was ticked several times a day as it is, other hours take it along', function () {
    $entry = $this->ventCheck([
        'title' => 'Gauge',
        'start' => '2026-11-23T08:00',
        'end' => '2026-11-23T08:10',
        'rule' => 'FREQ=DAILY;BYHOUR=8,12,18',
    ]);
    foreach (['08', '12'] as $hour) {
        $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-24T{$hour}:00:00/done")->assertNoContent();
    }
    $this->api('PATCH', "entries/{$entry['id']}", [
        'title' => 'Gauges',
        'scope' => 'whole',
        'recurrence_id' => '2026-11-25T08:00:00',
    ])->assertOk();
    $ticked = fn (): array => OccurrenceOverride::query()
        ->whereNotNull('done_at')
        ->orderBy('recurrence_id')
        ->pluck('recurrence_id')
        ->all();
    expect($ticked())->toBe(['2026-11-24T08:00:00', '2026-11-24T12:00:00']);
    $this->api('PATCH', "entries/{$entry['id']}", [
        'rule' => 'FREQ=DAILY;BYHOUR=9,13,18',
        'scope' => 'whole',
        'recurrence_id' => '2026-11-25T08:00:00',
    ])->assertOk();
    expect($ticked())->toBe(['2026-11-24T09:00:00', '2026-11-24T13:00:00']);
});

test('a start that its rule does not choose goes to the first date that it does, by every way in', function () {
    $entry = $this->entry([
        'title' => 'Seed trays',
        'start' => '2026-11-25',
        'all_day' => true,
        'rule' => 'FREQ=WEEKLY;BYDAY=MO',
    ]);
    expect($entry['start'])->toBe('2026-11-30')->and($entry['in_words'])->toBe('every Monday');
    $preview = $this->api('POST', 'rhythm/preview', [
        'start' => '2026-11-28',
        'all_day' => true,
        'rule' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
        'after_done' => false,
    ])->assertOk();
    expect($preview->json('start'))->toBe('2026-11-30')->and($preview->json('lands.0'))->toBe('2026-11-30');
    $once = $this->entry(['title' => 'Benches', 'start' => '2026-11-28', 'all_day' => true])['id'];
    $this->api('PATCH', "entries/{$once}", ['rule' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR'])
        ->assertOk()
        ->assertJsonPath('start', '2026-11-30');
});

test('single dates are given and seen, and go along to other hours', function () {
    $entry = $this->ventCheck([
        'rule' => 'FREQ=WEEKLY;BYDAY=MO',
        'extra_dates' => ['2026-11-26', '2026-11-28T09:00:00'],
        'except_dates' => ['2026-11-30'],
    ]);
    expect($entry['extra_dates'])
        ->toBe(['2026-11-26T07:15:00', '2026-11-28T09:00:00'])
        ->and($entry['in_words'])
        ->toBe('every Monday, and also on 26 November 2026 and 28 November 2026, but not on 30 November 2026')
        ->and(($this->times)('2026-11-23', 16))
        ->toBe(['11-23T07:15', '11-26T07:15', '11-28T09:00', '12-07T07:15']);
    $this->api('PATCH', "entries/{$entry['id']}", [
        'start' => '2026-11-23T08:00',
        'end' => '2026-11-23T08:15',
        'scope' => 'whole',
        'recurrence_id' => '2026-11-23T07:15:00',
    ])->assertOk();
    expect(($this->times)('2026-11-23', 16))->toBe(['11-23T08:00', '11-26T08:00', '11-28T08:00', '12-07T08:00']);
    $this->api('PATCH', "entries/{$entry['id']}", ['extra_dates' => ['not a date']])
        ->assertUnprocessable()
        ->assertJsonValidationErrorFor('extra_dates');
});

test('from here on from a date besides the rule, the rule keeps its rhythm', function () {
    $entry = $this->ventCheck(['rule' => 'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO', 'extra_dates' => ['2026-12-03']]);
    $this->api('PATCH', "entries/{$entry['id']}", [
        'title' => 'Vents',
        'scope' => 'onward',
        'recurrence_id' => '2026-12-03T07:15:00',
    ])->assertOk();
    expect($this->shown('2026-11-23', 30))->toBe([
        '11-23T07:15 Vent check',
        '12-03T07:15 Vents',
        '12-07T07:15 Vents',
        '12-21T07:15 Vents',
    ]);
});

test('from here on, single dates before the cut stay with the first half, and others can be added', function () {
    $entry = $this->ventCheck([
        'rule' => 'FREQ=WEEKLY;BYDAY=MO',
        'extra_dates' => ['2026-11-26', '2026-12-03'],
        'except_dates' => ['2026-12-14'],
    ]);
    $this->api('PATCH', "entries/{$entry['id']}", [
        'title' => 'Vents',
        'extra_dates' => ['2026-11-26T07:15:00', '2026-12-03T07:15:00', '2026-12-09'],
        'scope' => 'onward',
        'recurrence_id' => '2026-11-30T07:15:00',
    ])->assertOk();
    expect($this->shown('2026-11-23', 30))->toBe([
        '11-23T07:15 Vent check',
        '11-26T07:15 Vent check',
        '11-30T07:15 Vents',
        '12-03T07:15 Vents',
        '12-07T07:15 Vents',
        '12-09T07:15 Vents',
        '12-21T07:15 Vents',
    ]);
});

/** Another seed by SLICE_SEED. */
test('a change of the title changes nothing else, whatever the rule', function () {
    $rules = new RuleMaker((int) (getenv('SLICE_SEED') ?: 20261125));
    $seen = 0;
    for ($i = 0; $i < 30; $i++) {
        $rule = $rules->rule();
        $start = sprintf('2026-11-%02dT%02d:%02d', mt_rand(1, 28), mt_rand(0, 23), mt_rand(0, 3) * 15);
        $made = $this->api('POST', 'entries', [
            'title' => 'One',
            'calendar_id' => $this->calendar()->id,
            'kind' => 'task',
            'all_day' => false,
            'start' => $start,
            'end' => $start,
            'rule' => $rule,
        ]);
        if ($made->status() === 422) {
            continue; // too dense, or on no date
        }
        $seen++;
        $entry = $this->api('GET', "entries/{$made->json('id')}")->json();
        $before = ($this->times)('2026-11-20', 25);
        $recurrenceId = $this->occurrences('from='.substr($entry['start'], 0, 10).'&days=2')[0]['recurrence_id'] ?? null;
        foreach (['whole', ...$recurrenceId === null ? [] : ['one']] as $scope) {
            $saved = $this->api('PATCH', "entries/{$entry['id']}", [
                ...($this->form)($entry),
                'title' => "Two {$scope}",
                'scope' => $scope,
                'recurrence_id' => $recurrenceId,
            ])
                ->assertOk()
                ->json();
            $same = fn (array $one): array => array_diff_key($one, array_flip(['title', 'version', 'in_words', 'this_one']));
            expect($same($saved))
                ->toBe($same($entry), "{$rule} from {$start}")
                ->and(($this->times)('2026-11-20', 25))
                ->toBe($before, "{$rule} from {$start}");
        }
        $this->api('DELETE', "entries/{$entry['id']}", ['scope' => 'whole'])->assertNoContent();
    }
    expect($seen)->toBeGreaterThan(15);
});
