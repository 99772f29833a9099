<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\OccurrenceOverride;

/** Vent checks every weekday at 7:15 from Monday 23 November; Wednesday's is the one that is pressed. */
beforeEach(function () {
    $this->id = $this->ventCheck([
        'due' => '2026-11-23T18:00:00',
        'checklist' => [['text' => 'North', 'done' => false], ['text' => 'South', 'done' => false]],
    ])['id'];
    $this->save = fn (array $fields, string $scope, string $rid = '2026-11-25T07:15:00') => $this->api(
        'PATCH',
        "entries/{$this->id}",
        [...$fields, 'scope' => $scope, 'recurrence_id' => $rid],
    );
    $this->move = fn (string $start, string $scope, string $rid = '2026-11-25T07:15:00', int $length = 15) => $this->api(
        'POST',
        "entries/{$this->id}/move",
        ['start' => $start, 'all_day' => false, 'length' => $length, 'scope' => $scope, 'recurrence_id' => $rid],
    );
    $this->one = fn (string $date): array => $this->occurrences("from={$date}&days=1")[0];
});

test('one occurrence has a title, an importance and steps of its own', function () {
    ($this->save)(
        ['title' => 'Vents and fleece', 'importance' => 'must', 'checklist' => [['text' => 'North', 'done' => true]]],
        'one',
    )->assertOk();
    expect(($this->one)('2026-11-25'))
        ->toMatchArray([
            'title' => 'Vents and fleece',
            'importance' => 'must',
            'steps' => 1,
            'steps_done' => 1,
            'edited' => true,
            'moved' => false,
        ])
        ->and(($this->one)('2026-11-26'))
        ->toMatchArray(['title' => 'Vent check', 'importance' => null, 'steps' => 2, 'steps_done' => 0, 'edited' => false]);
});

test('the first line of notes is shown without the signs of Markdown, and one may have another', function () {
    $this->api('PATCH', "entries/{$this->id}", [
        'notes' => "\n## Order of the vents\n- north first",
        'scope' => 'whole',
    ])->assertOk();
    ($this->save)(['notes' => '- '.str_repeat('w', 150)], 'one')->assertOk();

    expect(($this->one)('2026-11-26')['first_line'])
        ->toBe('Order of the vents')
        ->and(($this->one)('2026-11-25')['first_line'])
        ->toBe(str_repeat('w', 99).'…');
});

test('what one occurrence has of its own survives a second edit and a tick', function () {
    ($this->save)(['title' => 'Vents and fleece'], 'one')->assertOk();
    ($this->save)(['importance' => 'could'], 'one')->assertOk();
    $this->api('PUT', "entries/{$this->id}/occurrences/2026-11-25T07:15:00/done")->assertNoContent();
    expect(($this->one)('2026-11-25'))
        ->toMatchArray(['title' => 'Vents and fleece', 'importance' => 'could', 'done' => true])
        ->and(OccurrenceOverride::query()->count())
        ->toBe(1);
});

test('saving one occurrence as it is leaves no trace', function () {
    ($this->save)([], 'one')->assertOk();
    expect(OccurrenceOverride::query()->count())->toBe(0);
});

test('due dates go along: with the cut, with a shift, with the single ones', function () {
    expect(($this->one)('2026-11-27')['due'])->toBe('2026-11-27T18:00:00');
    $tail = ($this->move)('2026-11-25T08:00', 'onward')->assertOk()->json();
    expect($tail['due'])
        ->toBe('2026-11-25T18:00:00')
        ->and(($this->one)('2026-11-27')['due'])
        ->toBe('2026-11-27T18:00:00')
        ->and(($this->one)('2026-11-24')['due'])
        ->toBe('2026-11-24T18:00:00');
});

test('a move of the whole takes back the place that this one had of its own', function () {
    ($this->move)('2026-11-25T10:00', 'one')->assertOk();
    ($this->move)('2026-11-25T09:00', 'whole')->assertOk();
    expect($this->shown('2026-11-24', 3))->toBe(['11-24T09:00 Vent check', '11-25T09:00 Vent check', '11-26T09:00 Vent check']);
});

test('one that was moved keeps its place when the whole moves by another', function () {
    ($this->move)('2026-11-26T15:00', 'one', '2026-11-26T07:15:00')->assertOk();
    ($this->move)('2026-11-25T09:00', 'whole')->assertOk();
    expect($this->shown('2026-11-25', 3))->toBe([
        '11-25T09:00 Vent check',
        '11-26T15:00 Vent check moved',
        '11-27T09:00 Vent check',
    ]);
});

test('a weekday can be carried to a free one, for all', function () {
    $entry = $this->ventCheck(['title' => 'Orchids', 'rule' => 'FREQ=WEEKLY;BYDAY=MO,WE'])['id'];
    $this->api('POST', "entries/{$entry}/move", [
        'start' => '2026-11-26T07:15',
        'all_day' => false,
        'length' => 15,
        'scope' => 'whole',
        'recurrence_id' => '2026-11-25T07:15:00',
    ])
        ->assertOk()
        ->assertJsonPath('in_words', 'every Monday and Thursday');
});

test('a routine goes neither to the basket nor anywhere without saying which of it', function () {
    $this->api('POST', "entries/{$this->id}/move", [
        'start' => null,
        'all_day' => true,
        'length' => 1,
        'recurrence_id' => '2026-11-25T07:15:00',
    ])->assertUnprocessable();
    $this->api('POST', "entries/{$this->id}/move", [
        'start' => '2026-11-25T09:00',
        'all_day' => false,
        'length' => 15,
    ])->assertNotFound();
    $this->api('DELETE', "entries/{$this->id}", ['scope' => 'one'])->assertNotFound();
    $this->api('DELETE', "entries/{$this->id}")
        ->assertUnprocessable()
        ->assertJsonValidationErrorFor('scope');
    expect($this->shown('2026-11-23', 5))->toHaveCount(5);
});

test('an occurrence goes onto its day’s list and back into the hours', function () {
    $this->api('POST', "entries/{$this->id}/move", [
        'start' => '2026-11-25',
        'all_day' => true,
        'length' => 1,
        'scope' => 'one',
        'recurrence_id' => '2026-11-25T07:15:00',
    ])->assertOk();
    expect(($this->one)('2026-11-25'))->toMatchArray(['all_day' => true, 'start' => '2026-11-25', 'end' => '2026-11-26']);
    ($this->move)('2026-11-25T11:00', 'one')->assertOk();
    expect(($this->one)('2026-11-25'))->toMatchArray(['all_day' => false, 'start' => '2026-11-25T11:00:00']);
});

test('a new rhythm drops the changes it does not know, but what was done stays', function () {
    $this->api('PUT', "entries/{$this->id}/occurrences/2026-11-24T07:15:00/done")->assertNoContent();
    ($this->move)('2026-11-26T10:00', 'one', '2026-11-26T07:15:00')->assertOk();
    ($this->save)(['rule' => 'FREQ=WEEKLY;BYDAY=MO'], 'whole')->assertOk();
    expect($this->shown('2026-11-23', 14))
        ->toBe(['11-23T07:15 Vent check', '11-24T07:15 Vent check done', '11-30T07:15 Vent check'])
        ->and(OccurrenceOverride::query()->sole()->done_at)
        ->not->toBeNull();
});

test('from here on, a COUNT is shared out', function () {
    $entry = $this->ventCheck(['title' => 'Course', 'rule' => 'FREQ=DAILY;COUNT=6'])['id'];
    $this->api('PATCH', "entries/{$entry}", [
        'title' => 'Second half',
        'scope' => 'onward',
        'recurrence_id' => '2026-11-26T07:15:00',
    ])->assertOk();
    $titles = array_filter(
        array_map(fn (string $line): string => substr($line, 12), $this->shown('2026-11-23', 14)),
        fn (string $title): bool => $title !== 'Vent check',
    );
    expect(array_count_values($titles))->toBe(['Course' => 3, 'Second half' => 3]);
});

test('a stale move is refused with the present state', function () {
    ($this->save)(['title' => 'Vents'], 'whole')->assertOk();
    $this->api('POST', "entries/{$this->id}/move", [
        'start' => '2026-11-25T09:00',
        'all_day' => false,
        'length' => 15,
        'scope' => 'one',
        'recurrence_id' => '2026-11-25T07:15:00',
        'version' => 1,
    ])
        ->assertConflict()
        ->assertJsonPath('current.title', 'Vents');
    expect(OccurrenceOverride::query()->count())->toBe(0);
});

test('a version never comes back, through an undo neither', function () {
    $version = fn (): int => Entry::query()->findOrFail($this->id)->version;
    $first = $version();
    ($this->save)(['title' => 'Vents'], 'whole')->assertOk();
    $second = $version();
    $this->api('POST', 'undo')->assertOk();
    expect([$second > $first, $version() > $second])->toBe([true, true]);
});

test('a routine that was cut is one for looking back', function () {
    $this->api('PUT', "entries/{$this->id}/occurrences/2026-11-23T07:15:00/done")->assertNoContent();
    $tail = ($this->save)(['title' => 'Vents and fleece'], 'onward')
        ->assertOk()
        ->json('id');
    expect($tail)->not->toBe($this->id);
    foreach ([$this->id, $tail] as $half) {
        $past = $this->api('GET', "entries/{$half}/past")->json();
        expect([$past['done'], $past['missed'], array_column($past['past'], 'recurrence_id')])->toBe([
            1,
            2,
            ['2026-11-25T07:15:00', '2026-11-24T07:15:00', '2026-11-23T07:15:00'],
        ]);
    }
    $found = $this->api('GET', 'search?q=when+did+I+last+vent')->json();
    expect($found['found'])
        ->toHaveCount(1)
        ->and($found['found'][0])
        ->toMatchArray(['entry_id' => $tail, 'last' => '2026-11-25T07:15:00', 'next' => '2026-11-26T07:15:00'])
        ->and($found['answer']['done'])
        ->toBeTrue()
        ->and($this->api('GET', 'board?from=2026-11-23&days=14&repeats=next')->assertOk()->json('occurrences.*.recurrence_id'))
        ->toBe(['2026-11-26T07:15:00']);
});

test('what rolled on of the first half of a cut is over once the second half has come', function () {
    $id = $this->entry([
        'title' => 'Gauge',
        'start' => '2026-11-23',
        'all_day' => true,
        'rule' => 'FREQ=DAILY;INTERVAL=2',
        'missed' => 'roll',
    ])['id'];
    $gauges = fn (): array => array_values(
        array_filter($this->shown('2026-11-23', 7), fn (string $line): bool => str_contains($line, 'Gauge')),
    );
    // On Friday, before the second half has come, Wednesday's stands on today.
    $this->api('PATCH', "entries/{$id}", [
        'title' => 'Gauges',
        'missed' => 'hold',
        'scope' => 'onward',
        'recurrence_id' => '2026-11-27',
    ])->assertOk();
    $this->at('2026-11-26T10:00:00+01:00');
    expect($gauges())->toBe(['11-23 Gauge', '11-26 Gauge', '11-27 Gauges', '11-29 Gauges']);
    $this->at('2026-11-27T10:00:00+01:00');
    expect($gauges())->toBe(['11-23 Gauge', '11-25 Gauge', '11-27 Gauges', '11-29 Gauges']);
    $this->at('2026-12-10T10:00:00+01:00');
    expect(
        array_filter(
            $this->shown('2026-12-10', 1),
            fn (string $line): bool => str_contains($line, '12-10 Gauge') && ! str_contains($line, 'Gauges'),
        ),
    )->toBe([]);
    $this->api('POST', 'undo')->assertOk();
    expect($this->shown('2026-12-10', 1))->toContain('12-10 Gauge');
});

test('a tile shows the first line of notes as plain words', function (string $notes, string $shown) {
    $this->entry(['title' => 'Noted', 'start' => '2026-11-25', 'end' => '2026-11-25', 'notes' => $notes]);
    expect(array_column($this->occurrences('from=2026-11-25&days=1'), 'first_line', 'title')['Noted'])->toBe($shown);
})->with([
    ['Bring **magnifiers** and *two* trays', 'Bring magnifiers and two trays'],
    ["\n## The _north_ side", 'The north side'],
    ['- [ ] see [the list](https://nursery.example.test/list)', '[ ] see the list'],
    ['~~Old~~ `new` __word__', 'Old new word'],
    ['5 * 3 trays, 2*4 pots, snake_case_name', '5 * 3 trays, 2*4 pots, snake_case_name'],
    ['**not closed', '**not closed'],
]);
