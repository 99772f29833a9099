<?php

declare(strict_types=1);

use App\Access\Visible;
use Illuminate\Support\Facades\DB;

test('a routine stands on each of its days, at its hour across both clock changes', function () {
    $this->ventCheck();
    expect($this->shown())
        ->toBe([
            '11-23T07:15 Vent check',
            '11-24T07:15 Vent check',
            '11-25T07:15 Vent check',
            '11-26T07:15 Vent check',
            '11-27T07:15 Vent check',
        ])
        ->and($this->shown('2027-03-26', 5))
        ->toBe(['03-26T07:15 Vent check', '03-29T07:15 Vent check', '03-30T07:15 Vent check'])
        ->and($this->shown('2027-10-29', 5))
        ->toBe(['10-29T07:15 Vent check', '11-01T07:15 Vent check', '11-02T07:15 Vent check']);
});

test('an account moved to another zone sees its entries there, and all-day ones on their date', function () {
    $this->ventCheck(['start' => '2026-11-25T07:15', 'end' => '2026-11-25T07:30', 'rule' => null]);
    $this->entry(['title' => 'Bins', 'start' => '2026-11-25']);
    $this->api('PATCH', 'account', ['zone' => 'America/New_York'])
        ->assertOk()
        ->assertJsonPath('zone', 'America/New_York');
    expect($this->shown('2026-11-25', 1))->toBe(['11-25 Bins', '11-25T01:15 Vent check']);
    $this->api('PATCH', 'account', ['zone' => 'Pacific/Auckland'])->assertOk();
    expect($this->shown('2026-11-25', 1))->toBe(['11-25 Bins', '11-25T19:15 Vent check']);
});

test('a day says how full it is, what is done of all and where it is double-booked', function () {
    $this->entry([
        'title' => 'School visit',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T09:00',
        'end' => '2026-11-25T12:00',
    ]);
    $this->entry([
        'title' => 'Clinic',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T11:00',
        'end' => '2026-11-25T12:30',
        'travel' => 30,
    ]);
    $this->entry(['title' => 'Report', 'start' => '2026-11-25', 'estimate' => 300]);
    $day = $this->api('GET', 'board?from=2026-11-25&days=1')->json('days.0');
    expect($day)->toMatchArray([
        'placed' => 210,
        'listed' => 300,
        'capacity' => 480,
        'over' => true,
        'tasks' => 1,
        'done' => 0,
        'conflicts' => 1,
    ]);
    $meets = collect($this->occurrences('from=2026-11-25&days=1'))->pluck('meets', 'title');
    expect($meets['School visit'])
        ->toBe(['Clinic'])
        ->and($meets['Clinic'])
        ->toBe(['School visit'])
        ->and($meets['Report'])
        ->toBe([]);
});

test('the ribbon counts the hours of each area in the period', function () {
    $this->ventCheck();
    $area = Visible::to($this->user)->areas()->firstOrFail();
    $this->api('PATCH', "areas/{$area->id}", ['intended_minutes' => 420])->assertOk();
    expect($this->api('GET', 'board?from=2026-11-23&days=7')->json('areas.0'))
        ->toBe(['area_id' => $area->id, 'placed' => 75, 'intended' => 420])
        ->and($this->api('GET', 'board?from=2026-11-23&days=1')->json('areas.0.intended'))
        ->toBe(60);
});

test('the ruler and the board agree on every day', function () {
    $this->ventCheck();
    $this->entry(['title' => 'Stock count', 'start' => '2026-11-30', 'estimate' => 600]);
    $ruler = $this->api('GET', 'ruler?from=2026-11-23&weeks=2')->json('days');
    $board = $this->api('GET', 'board?from=2026-11-23&days=14')->json('days');
    expect($ruler)
        ->toHaveCount(14)
        ->and(array_column($ruler, 'minutes'))
        ->toBe(array_map(fn (array $day): int => $day['placed'] + $day['listed'], $board))
        ->and(array_column($ruler, 'over'))
        ->toBe(array_column($board, 'over'));
});

test('a due date moves with the occurrences of a routine', function () {
    $this->entry(['title' => 'Wages', 'start' => '2026-11-23', 'rule' => 'FREQ=WEEKLY', 'due' => '2026-11-25T18:00']);
    expect($this->occurrences('from=2026-11-30')[0]['due'])->toBe('2026-12-02T18:00:00');
});

test('odd requests for days get a sentence', function (string $query) {
    $this->api('GET', "board?{$query}")->assertUnprocessable();
})->with(['from=2026-02-30', 'from=yesterday', 'days=7', 'from=2026-11-23&days=5000', 'from=9999-12-31']);

test('an entry that cannot be reckoned with is named, and takes no view down', function () {
    $this->ventCheck();
    $loose = $this->entry(['title' => 'Costs page', 'due' => '2026-11-27']);
    $routine = $this->ventCheck(['title' => 'Wages', 'due' => '2026-11-23']);
    $broken = $this->ventCheck(['title' => 'Old rule']);
    $placed = $this->entry([
        'title' => 'Report',
        'all_day' => false,
        'start' => '2026-11-27T09:00:00',
        'end' => '2026-11-27T10:00:00',
        'due' => '2026-11-30',
    ]);
    planted(fn () => DB::table('entries')
        ->where('id', $placed['id'])
        ->update(['due' => '9999-12-31']));
    // As rows of a time before these were bounded.
    planted(fn () => DB::table('entries')
        ->where('id', $loose['id'])
        ->update(['due' => '9999-12-31']));
    planted(fn () => DB::table('entries')
        ->where('id', $routine['id'])
        ->update(['due' => '9999-12-31']));
    planted(fn () => DB::table('entries')
        ->where('id', $broken['id'])
        ->update(['rule' => 'FREQ=SOMETIMES']));
    $named = fn (string $path): array => array_column($this->api('GET', $path)->assertOk()->json('unreadable'), 'title');
    expect($named('basket'))
        ->toBe(['Costs page'])
        ->and(array_column($this->api('GET', 'basket')->json('items'), 'due', 'title'))
        ->toBe(['Costs page' => null]) // shown without the deadline that cannot be
        ->and($named('board?from=2026-11-23&days=7'))
        ->toContain('Wages', 'Old rule', 'Report')
        ->and($named('month?from=2026-11-23&days=42'))
        ->toContain('Wages', 'Old rule', 'Report')
        ->and($named('year?year=2026'))
        ->toContain('Old rule');
    foreach (
        ['days/2026-11-25', 'ruler?from=2026-11-23', 'closings/2026-11-24', 'done?from=2026-11-20', 'search?q=Wages'] as $path
    ) {
        $this->api('GET', $path)->assertOk();
    }
    // What of them can be shown is, without the deadline that cannot be.
    expect($this->shown())->toHaveCount(11);
    // The way to mend it is open.
    $this->api('GET', "entries/{$loose['id']}")->assertOk();
    $this->api('PATCH', "entries/{$loose['id']}", ['due' => '2026-11-28'])->assertOk();
    $this->api('PATCH', "entries/{$broken['id']}", ['rule' => 'FREQ=DAILY'])->assertOk();
    expect($named('basket'))
        ->toBe([])
        ->and($named('board?from=2026-11-23&days=7'))
        ->toEqualCanonicalizing(['Wages', 'Report']);
});

test('what falls every minute still stands on the day that is looked at', function () {
    $entry = $this->ventCheck();
    planted(fn () => DB::table('entries')
        ->where('id', $entry['id'])
        ->update(['rule' => 'FREQ=MINUTELY', 'length' => 1]));
    $board = $this->api('GET', 'board?from=2026-12-02&days=1')->assertOk()->json();
    expect([$board['occurrences'][0]['start'], count($board['occurrences']), $board['unreadable'][0]['says']])->toBe([
        '2026-12-02T00:00:00',
        300,
        'falls so often that only the first 300 are shown here; there are 1,140 besides',
    ]);
});

test('a routine within the day of a time before they were bounded is cut, and the rest said', function () {
    $entry = $this->ventCheck();
    planted(fn () => DB::table('entries')
        ->where('id', $entry['id'])
        ->update(['rule' => 'FREQ=MINUTELY', 'length' => 10080]));
    $board = $this->api('GET', 'board?from=2026-11-30&days=7')->assertOk()->json();
    // From 23 November, 7:15, to the end of 6 December there are 19,725 minutes.
    $shown = count($board['occurrences']);
    expect($board['unreadable'])
        ->toBe([
            [
                'entry_id' => $entry['id'],
                'title' => 'Vent check',
                'says' => 'falls so often that only the first '.
                    number_format($shown).
                    ' are shown here; there are '.
                    number_format(19_725 - $shown).
                    ' besides',
            ],
        ])
        ->and(count($board['occurrences']))
        ->toBeLessThan(3500);
});

test('nothing is planned outside the years 1900 to 2200, wherever a date is written', function () {
    $entry = $this->ventCheck();
    $once = $this->entry(['title' => 'Pane', 'start' => '2026-11-26', 'end' => '2026-11-26']);
    $says = 'Dates lie in the years 1900 to 2200.';
    foreach (
        [
            ['start' => '2201-01-01', 'end' => '2201-01-01'],
            ['start' => '1899-12-31', 'end' => '1899-12-31'],
            ['start' => '2200-12-31', 'end' => '2201-01-01'],
            ['due' => '9999-12-31'],
            ['not_before' => '2300-01-01'],
            ['ask_again' => '2300-01-01'],
        ] as $fields
    ) {
        expect(
            $this->api('POST', 'entries', ['title' => 'Far', 'calendar_id' => $this->calendar()->id, ...$fields])
                ->assertStatus(422)
                ->json('message'),
        )->toBe($says);
    }
    $this->api('POST', "entries/{$once['id']}/move", ['start' => '2201-01-01', 'all_day' => true, 'length' => 1])
        ->assertStatus(422)
        ->assertJsonPath('message', $says);
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-26T07:15:00/day", ['day' => '2201-01-01'])
        ->assertStatus(422)
        ->assertJsonPath('message', $says);
    $this->api('POST', 'many', ['do' => 'date', 'items' => [['entry_id' => $once['id']]], 'date' => '2201-01-01'])->assertStatus(
        422,
    );
    foreach (
        ['board?from=2201-01-01', 'month?from=1899-01-01', 'year?year=2201', 'days/2201-01-01', 'closings/1899-01-01'] as $path
    ) {
        $this->api('GET', $path)->assertStatus(422);
    }
});

test('a routine that would lie on itself is refused, unless it is wished; what falls every minute always is', function () {
    $hourly = ['all_day' => false, 'start' => '2026-11-23T07:00:00', 'end' => '2026-11-23T08:30:00', 'rule' => 'FREQ=HOURLY'];
    $this->api('POST', 'entries', ['title' => 'Misting', 'calendar_id' => $this->calendar()->id, ...$hourly])
        ->assertStatus(422)
        ->assertJsonPath(
            'errors.overlaps.0',
            'Each lasts 1 h 30, but the next one begins after 1 h. Make each shorter, or let them lie on one another.',
        );
    $this->entry(['title' => 'Misting', ...$hourly, 'overlaps' => true]);
    $this->api('POST', 'entries', [
        'title' => 'Misting',
        'calendar_id' => $this->calendar()->id,
        ...$hourly,
        'rule' => 'FREQ=MINUTELY',
        'overlaps' => true,
    ])
        ->assertStatus(422)
        ->assertJsonMissingPath('errors.overlaps');
    $vents = $this->ventCheck(['rule' => 'FREQ=DAILY']);
    // Made longer by dragging it is refused too.
    $this->api('POST', "entries/{$vents['id']}/move", [
        'start' => '2026-11-25T07:15',
        'all_day' => false,
        'length' => 1500,
        'scope' => 'whole',
        'recurrence_id' => '2026-11-25T07:15:00',
    ])->assertStatus(422);
});
