<?php

declare(strict_types=1);

use App\Models\Entry;
use PlumRota\Core\Time\LocalDate;

/**
 * What stands of some entries from 20 November 2026 on.
 *
 * @param  list<string>  $ids
 * @return list<array<string, mixed>>
 */
function leadUpsStanding(object $test, array $ids): array
{
    $found = [];
    foreach (['2026-11-20', '2026-12-20', '2027-01-19', '2027-02-18'] as $from) {
        foreach ($test->api('GET', "board?from={$from}&days=30")->json('occurrences') as $one) {
            if (in_array($one['entry_id'], $ids, true)) {
                $found[] = $one;
            }
        }
    }

    return $found;
}

/** A line of lead-ups as a sheet sends it. */
function leadUpLine(string $title, int $count, string $unit = 'days', mixed ...$more): array
{
    return [
        'id' => null,
        'title' => $title,
        'count' => $count,
        'unit' => $unit,
        'estimate' => null,
        'place' => 'day',
        'is_due' => false,
        'waits' => false,
        ...$more,
    ];
}

beforeEach(function () {
    $this->anchor = fn (array $more = []): array => $this->api('POST', 'entries', [
        'title' => 'Grant report',
        'calendar_id' => $this->calendar()->id,
        'kind' => 'task',
        'due' => '2027-01-31',
        'lead_ups' => [
            leadUpLine('Gather receipts', 30, estimate: 60),
            leadUpLine('Draft it', 2, 'weeks', is_due: true, waits: true),
            leadUpLine('Print it', 2, 'working_days', place: 'basket'),
        ],
        ...$more,
    ])
        ->assertCreated()
        ->json();
});

test('lines of a sheet become tasks counted back from the due date, in one step that can be undone', function () {
    $anchor = ($this->anchor)();
    // 31 January 2027 is a Sunday, so that two working days before it is Thursday the 28th (a wall calendar of 2027).
    expect(array_column($anchor['lead_ups'], 'date', 'title'))
        ->toBe(['Gather receipts' => '2027-01-01', 'Draft it' => '2027-01-17', 'Print it' => '2027-01-28'])
        ->and(Entry::query()->where('title', 'Print it')->firstOrFail()->only('start', 'not_before'))
        ->toBe(['start' => null, 'not_before' => '2027-01-28'])
        ->and(Entry::query()->where('title', 'Draft it')->firstOrFail()->only('start', 'due', 'after_id'))
        ->toBe(['start' => '2027-01-17', 'due' => '2027-01-17', 'after_id' => $anchor['lead_ups'][0]['id']]);
    $board = $this->api('GET', 'board?from=2027-01-01&days=31')->assertOk()->json();
    expect($board['lead_ups']['counts'])
        ->toBe(["{$anchor['id']}|once" => ['done' => 0, 'all' => 3]])
        ->and(array_column($board['lead_ups']['toward'], 'date'))
        ->toBe(['2027-01-31', '2027-01-31']);
    $this->api('POST', 'undo')->assertOk();
    expect(Entry::query()->count())->toBe(0);
});

test(
    'they move when the date moves, but for what is done and what somebody put elsewhere, which can be asked to follow',
    function () {
        $anchor = ($this->anchor)();
        [$gather, $draft, $print] = array_column($anchor['lead_ups'], 'id');
        $this->api('PUT', "entries/{$gather}/occurrences/once/done")->assertNoContent();
        $this->api('POST', "entries/{$draft}/move", [
            'start' => '2027-01-12T09:00:00',
            'all_day' => false,
            'length' => 60,
        ])->assertOk();
        $moved = $this->api('PATCH', "entries/{$anchor['id']}", ['due' => '2027-02-28', 'version' => $anchor['version']])
            ->assertOk()
            ->json();
        expect(array_column($moved['lead_ups'], 'date'))
            ->toBe(['2027-01-01', '2027-01-12', '2027-02-25'])
            ->and(array_column($moved['lead_ups'], 'by_hand'))
            ->toBe([false, true, false]);
        expect(array_column($this->api('GET', 'basket')->json('items'), 'lead_ups', 'title')['Grant report'])->toBe([
            'done' => 1,
            'all' => 3,
        ]);
        $this->api('POST', "entries/{$anchor['id']}/lead-ups/align")
            ->assertOk()
            ->assertJsonPath('lead_ups.1.date', '2027-02-14');
        $this->api('POST', 'undo')->assertOk();
        $this->api('POST', 'undo')->assertOk();
        expect(array_column($this->api('GET', "entries/{$anchor['id']}")->json('lead_ups'), 'date'))->toBe([
            '2027-01-01',
            '2027-01-12',
            '2027-01-28',
        ]);
    },
);

test('what is open goes when its date goes, and comes back with it', function () {
    $anchor = ($this->anchor)();
    $this->api('PUT', "entries/{$anchor['lead_ups'][0]['id']}/occurrences/once/done")->assertNoContent();
    $this->api('DELETE', "entries/{$anchor['id']}?scope=whole")->assertNoContent();
    expect(Entry::query()->pluck('title')->all())->toBe(['Gather receipts']);
    $this->api('POST', 'undo')->assertOk();
    expect(Entry::query()->count())->toBe(4);
});

test('spread evenly between today and the date', function () {
    $anchor = ($this->anchor)(['due' => '2026-12-05']);
    $spread = $this->api('POST', "entries/{$anchor['id']}/lead-ups/spread")
        ->assertOk()
        ->json('lead_ups');
    expect(array_column($spread, 'date'))->toBe(['2026-11-27', '2026-11-30', '2026-12-02']);
});

test('before each occurrence of a routine, along with whatever becomes of it', function () {
    $anchor = ($this->anchor)([
        'title' => 'Stock count',
        'due' => null,
        'kind' => 'event',
        'start' => '2026-12-01T08:00:00',
        'end' => '2026-12-01T10:00:00',
        'all_day' => false,
        'zone' => 'Europe/Berlin',
        'rule' => 'FREQ=MONTHLY;BYDAY=1TU',
        'lead_ups' => [leadUpLine('Order labels', 2, 'working_days', is_due: true)],
    ]);
    $id = $anchor['lead_ups'][0]['id'];
    $dates = fn (): array => array_map(
        fn (array $one): string => $one['start'].' '.$one['due'],
        leadUpsStanding($this, [$id]),
    );
    // First Tuesdays: 1 December, 5 January, 2 February, 2 March; two working days before: Friday each time.
    expect($dates())->toBe([
        '2026-11-27 2026-11-27',
        '2027-01-01 2027-01-01',
        '2027-01-29 2027-01-29',
        '2027-02-26 2027-02-26',
    ]);
    $toward = $this->api('GET', 'board?from=2026-11-23&days=7')->json('lead_ups.toward');
    expect(array_values($toward))->toBe([['entry_id' => $anchor['id'], 'title' => 'Stock count', 'date' => '2026-12-01']]);

    // One is moved by a week and one left out; then the whole to Wednesdays.
    $this->api('POST', "entries/{$anchor['id']}/move", [
        'start' => '2027-01-12T08:00:00',
        'all_day' => false,
        'length' => 120,
        'scope' => 'one',
        'recurrence_id' => '2027-01-05T08:00:00',
    ])->assertOk();
    $this->api('PUT', "entries/{$anchor['id']}/occurrences/2027-02-02T08:00:00/skipped")->assertNoContent();
    expect($dates())->toBe(['2026-11-27 2026-11-27', '2027-01-08 2027-01-01', '2027-02-26 2027-02-26']);
    $this->api('POST', 'undo')->assertOk();
    $this->api('POST', 'undo')->assertOk();
    $this->api('PUT', "entries/{$id}/occurrences/2026-12-01/done")->assertNoContent();
    $version = $this->api('GET', "entries/{$anchor['id']}")->json('version');
    $this->api('PATCH', "entries/{$anchor['id']}", [
        'rule' => 'FREQ=MONTHLY;BYDAY=1WE',
        'start' => '2027-01-06T08:00:00',
        'end' => '2027-01-06T10:00:00',
        'scope' => 'onward',
        'recurrence_id' => '2027-01-05T08:00:00',
        'version' => $version,
    ])->assertOk();
    $all = Entry::query()->where('title', 'Order labels')->orderBy('start')->get();
    expect($all)->toHaveCount(2)->and($all[1]->leads_to)->not->toBe($anchor['id']);
    expect(array_column(leadUpsStanding($this, $all->pluck('id')->all()), 'start'))->toBe([
        '2026-11-27',
        '2027-01-04',
        '2027-02-01',
        '2027-03-01',
    ]);

    $this->api('DELETE', "entries/{$anchor['id']}?scope=whole")->assertNoContent();
    expect(Entry::query()->where('leads_to', $anchor['id'])->count())->toBe(1); // it was done once
});

test('what has no dates ahead of itself can have nothing lead up to it, and says so', function () {
    $this->api('POST', 'entries', [
        'title' => 'Water ferns',
        'calendar_id' => $this->calendar()->id,
        'kind' => 'task',
        'start' => '2026-12-01',
        'rule' => 'FREQ=DAILY;INTERVAL=5',
        'after_done' => true,
        'lead_ups' => [leadUpLine('Fill the can', 1)],
    ])
        ->assertUnprocessable()
        ->assertSee('has no dates yet');
    expect(Entry::query()->count())->toBe(0);
    $this->api('POST', 'entries', [
        'title' => 'Some day',
        'calendar_id' => $this->calendar()->id,
        'kind' => 'task',
        'lead_ups' => [leadUpLine('Think', 1)],
    ])
        ->assertUnprocessable()
        ->assertSee('needs a day or a due date');
});

test(
    'whatever becomes of a date, its lead-ups stand where a second computation puts them, and undo brings all back',
    function () {
        mt_srand(17);
        for ($case = 0; $case < 25; $case++) {
            $units = ['days' => 1, 'weeks' => 7];
            $lines = [];
            for ($i = 0, $n = mt_rand(1, 4); $i < $n; $i++) {
                $lines[] = leadUpLine("Step {$i}", mt_rand(0, 9), array_rand($units), place: ['day', 'basket'][mt_rand(0, 1)]);
            }
            $due = LocalDate::of(2027, 1, 1)->plusDays(mt_rand(0, 200));
            $anchor = ($this->anchor)(['due' => (string) $due, 'lead_ups' => $lines]);
            for ($step = 0; $step < 3; $step++) {
                $due = $due->plusDays(mt_rand(-40, 40));
                $this->api('PATCH', "entries/{$anchor['id']}", ['due' => (string) $due])->assertOk();
                $expected = array_map(
                    fn (array $line): string => (string) $due->plusDays(-$line['count'] * $units[$line['unit']]),
                    $lines,
                );
                $stands = $this->api('GET', "entries/{$anchor['id']}")->json('lead_ups');
                expect(array_column($stands, 'date'))->toBe($expected);
            }
            for ($step = 0; $step < 4; $step++) {
                $this->api('POST', 'undo')->assertOk();
            }
            expect(Entry::query()->count())->toBe(0);
        }
    },
);

test('the rhythm of what comes before each of a routine is that of the routine; the rest of it is its own', function () {
    $anchor = ($this->anchor)([
        'due' => null,
        'start' => '2026-12-01',
        'rule' => 'FREQ=MONTHLY;BYDAY=1TU',
        'lead_ups' => [leadUpLine('Order labels', 40)],
    ]);
    $id = $anchor['lead_ups'][0]['id'];
    $whole = $this->api('GET', "entries/{$id}")->json();
    $this->api('PATCH', "entries/{$id}", [...$whole, 'title' => 'Order the labels', 'scope' => 'whole'])->assertOk();
    expect(array_column(leadUpsStanding($this, [$id]), 'start'))->toBe([
        '2026-11-26',
        '2026-12-24',
        '2027-01-21',
        '2027-02-25',
    ]);
    $this->api('PATCH', "entries/{$id}", ['rule' => 'FREQ=DAILY', 'scope' => 'whole'])
        ->assertUnprocessable()
        ->assertSee('Change the rhythm there');
    $this->api('POST', "entries/{$id}/move", [
        'start' => '2026-12-02',
        'all_day' => true,
        'length' => 1,
        'scope' => 'whole',
        'recurrence_id' => '2027-01-05',
    ])->assertUnprocessable();
});

test('a milestone leads up to a thing and has its own tasks; all of them move, go and come back with it', function () {
    $anchor = ($this->anchor)([
        'due' => '2026-12-18',
        'lead_ups' => [leadUpLine('Bay cleared', 7), leadUpLine('Trays filled', 2)],
    ]);
    $milestone = $anchor['lead_ups'][0]['id'];
    $version = $this->api('GET', "entries/{$milestone}")->json('version');
    $this->api('PATCH', "entries/{$milestone}", [
        'lead_ups' => [leadUpLine('Carry out the pots', 3), leadUpLine('Wash the bench', 1, waits: true)],
        'version' => $version,
    ])->assertOk();
    $dates = fn (): array => Entry::query()->whereNotNull('start')->orderBy('start')->pluck('start', 'title')->all();
    expect($dates())->toBe([
        'Carry out the pots' => '2026-12-08',
        'Wash the bench' => '2026-12-10',
        'Bay cleared' => '2026-12-11',
        'Trays filled' => '2026-12-16',
    ]);
    $this->api('PATCH', "entries/{$anchor['id']}", ['due' => '2026-12-25'])->assertOk();
    expect(array_values($dates()))->toBe(['2026-12-15', '2026-12-17', '2026-12-18', '2026-12-23']);
    $this->api('DELETE', "entries/{$anchor['id']}?scope=whole")->assertNoContent();
    expect(Entry::query()->count())->toBe(0);
    $this->api('POST', 'undo')->assertOk();
    $this->api('POST', 'undo')->assertOk();
    expect(array_values($dates()))->toBe(['2026-12-08', '2026-12-10', '2026-12-11', '2026-12-16']);
});
