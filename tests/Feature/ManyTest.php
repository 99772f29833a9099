<?php

declare(strict_types=1);

use App\Models\Entry;

beforeEach(function () {
    $this->clinic = $this->entry([
        'title' => 'Clinic',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T11:00:00',
        'end' => '2026-11-25T12:00:00',
    ]);
    $this->sheets = $this->entry(['title' => 'Sheets', 'start' => '2026-11-25', 'end' => '2026-11-25', 'labels' => ['house']]);
    $this->vents = $this->ventCheck();
    $this->items = [
        ['entry_id' => $this->clinic['id']],
        ['entry_id' => $this->sheets['id']],
        ['entry_id' => $this->vents['id'], 'recurrence_id' => '2026-11-25T07:15:00'],
    ];
    $this->many = fn (array $how) => $this->api('POST', 'many', ['items' => $this->items, ...$how]);
});

test('several move together, of a routine just the chosen one, and one undo takes all back', function () {
    $before = $this->shown();
    ($this->many)(['do' => 'move', 'days' => 1, 'minutes' => 30])->assertNoContent();
    expect($this->shown('2026-11-25', 2))->toBe([
        '11-26 Sheets',
        '11-26T07:15 Vent check',
        '11-26T07:45 Vent check moved',
        '11-26T11:30 Clinic',
    ]);
    $this->api('POST', 'undo')->assertJsonPath('label', 'Moved 3 entries');
    expect($this->shown())->toBe($before);
});

test('several go to a date and keep their hours', function () {
    ($this->many)(['do' => 'date', 'date' => '2026-11-29'])->assertNoContent();
    expect($this->shown('2026-11-29', 1))->toBe(['11-29 Sheets', '11-29T07:15 Vent check moved', '11-29T11:00 Clinic']);
});

test('several are copied: the routine’s one becomes an entry of its own', function () {
    ($this->many)(['do' => 'copy', 'days' => 3, 'minutes' => 0])->assertNoContent();
    expect($this->shown('2026-11-28', 1))
        ->toBe(['11-28 Sheets', '11-28T07:15 Vent check', '11-28T11:00 Clinic'])
        ->and(Entry::query()->where('title', 'Vent check')->whereNull('rule')->count())
        ->toBe(1);
});

test('tasks among them are ticked off, events stay as they are', function () {
    ($this->many)(['do' => 'tick'])->assertNoContent();
    expect($this->shown('2026-11-25', 1))->toBe(['11-25 Sheets done', '11-25T07:15 Vent check done', '11-25T11:00 Clinic']);
    ($this->many)(['do' => 'tick', 'done' => false])->assertNoContent();
    expect($this->shown('2026-11-25', 1))->toBe(['11-25 Sheets', '11-25T07:15 Vent check', '11-25T11:00 Clinic']);
});

test('a label for which one of several has no room is refused for all, and nobody loses those that there are', function () {
    $full = array_map(fn (int $i): string => "label {$i}", range(1, 12));
    $this->api('PATCH', "entries/{$this->sheets['id']}", ['labels' => $full, 'version' => 1])->assertOk();
    ($this->many)(['do' => 'label', 'label' => 'one more'])
        ->assertUnprocessable()
        ->assertJsonPath('message', '“Sheets” carries as many labels as it can. Nothing was changed.');
    expect(Entry::query()->find($this->sheets['id'])->labels)
        ->toBe($full)
        ->and(Entry::query()->whereJsonContains('labels', 'one more')->count())
        ->toBe(0);
});

test('several get a label or lose it, whatever its case', function () {
    ($this->many)(['do' => 'label', 'label' => 'House'])->assertNoContent();
    expect(Entry::query()->orderBy('title')->pluck('labels', 'title')->all())
        ->toBe(['Clinic' => ['House'], 'Sheets' => ['House'], 'Vent check' => ['House']])
        ->and($this->api('GET', 'filters')->json('labels'))
        ->toBe(['House']);
    ($this->many)(['do' => 'label', 'label' => 'house', 'carries' => false])->assertNoContent();
    expect($this->api('GET', 'filters')->json('labels'))->toBe([]);
});

test('several are filed into another calendar', function () {
    $area = $this->api('GET', 'areas')->json('areas.0.id');
    $choir = $this->api('POST', 'calendars', ['name' => 'Choir', 'area_id' => $area])->json('id');
    ($this->many)(['do' => 'calendar', 'calendar_id' => $choir])->assertNoContent();
    expect(Entry::query()->where('calendar_id', $choir)->count())->toBe(3);
    ($this->many)(['do' => 'calendar', 'calendar_id' => 'nobody’s'])
        ->assertStatus(422)
        ->assertJsonPath('errors.calendar_id.0', 'There is no such calendar.');
});

test('several are deleted, of a routine just the chosen one', function () {
    ($this->many)(['do' => 'delete'])->assertNoContent();
    expect($this->shown())->toBe([
        '11-23T07:15 Vent check',
        '11-24T07:15 Vent check',
        '11-26T07:15 Vent check',
        '11-27T07:15 Vent check',
    ]);
});

test('where one is gone nothing happens to the others', function () {
    $this->api('DELETE', "entries/{$this->sheets['id']}", ['scope' => 'whole'])->assertNoContent();
    $before = $this->shown();
    ($this->many)(['do' => 'move', 'days' => 1, 'minutes' => 0])
        ->assertStatus(422)
        ->assertJsonFragment(['items.1' => ['One of them is not there any more. Choose again.']]);
    $this->items = [
        ['entry_id' => $this->clinic['id']],
        ['entry_id' => $this->vents['id'], 'recurrence_id' => '2026-11-28T07:15:00'],
    ];
    ($this->many)(['do' => 'move', 'days' => 1, 'minutes' => 0])->assertStatus(404);
    expect($this->shown())->toBe($before);
    $this->api('POST', 'many', ['do' => 'move', 'items' => [], 'days' => 1, 'minutes' => 0])
        ->assertStatus(422)
        ->assertJsonPath('errors.items.0', 'Choose at least one entry.');
});

test('a whole routine is copied into another calendar with its rhythm', function () {
    $area = $this->api('GET', 'areas')->json('areas.0.id');
    $choir = $this->api('POST', 'calendars', ['name' => 'Choir', 'area_id' => $area])->json('id');
    $copy = $this->api('POST', "entries/{$this->vents['id']}/copy", ['calendar_id' => $choir])
        ->assertCreated()
        ->json();
    expect($copy)
        ->toMatchArray([
            'title' => 'Vent check',
            'calendar_id' => $choir,
            'rule' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
            'version' => 1,
        ])
        ->and($copy['id'])
        ->not->toBe($this->vents['id']);
});

test('a copy has the words of its occurrence and none of its ticks', function () {
    $this->api('PATCH', "entries/{$this->vents['id']}", [
        'title' => 'Vents and roof',
        'checklist' => [['text' => 'north', 'done' => true]],
        'scope' => 'one',
        'recurrence_id' => '2026-11-25T07:15:00',
    ])->assertOk();
    $this->api('PUT', "entries/{$this->vents['id']}/occurrences/2026-11-25T07:15:00/done")->assertNoContent();
    $copy = $this->api('POST', "entries/{$this->vents['id']}/copy", [
        'recurrence_id' => '2026-11-25T07:15:00',
        'start' => '2026-11-28',
        'all_day' => true,
        'length' => 1,
    ])
        ->assertCreated()
        ->json();
    expect($copy)->toMatchArray([
        'title' => 'Vents and roof',
        'start' => '2026-11-28',
        'all_day' => true,
        'rule' => null,
        'done' => false,
        'checklist' => [['text' => 'north', 'done' => false]],
    ]);
});
