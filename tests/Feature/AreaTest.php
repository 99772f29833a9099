<?php

declare(strict_types=1);

use App\Access\Visible;
use App\Models\Area;
use App\Models\Calendar;
use App\Models\Entry;

test('a life area is made, renamed, recoloured, hidden and reordered', function () {
    $choir = $this->api('POST', 'areas', ['name' => 'Choir', 'colour' => 'olive'])
        ->assertCreated()
        ->json();
    expect($choir['calendars'][0]['name'])->toBe('Choir');
    $this->api('PATCH', "areas/{$choir['id']}", ['name' => 'Singing', 'colour' => 'violet', 'intended_minutes' => 180])
        ->assertOk()
        ->assertJson(['name' => 'Singing', 'colour' => 'violet']);
    $this->api('PATCH', "areas/{$choir['id']}", ['hidden' => true])
        ->assertOk()
        ->assertJsonPath('hidden', true);
    $household = Visible::to($this->user)->areas()->firstOrFail()->id;
    $this->api('PUT', 'areas/order', ['ids' => [$choir['id'], $household]])->assertNoContent();
    expect($this->api('GET', 'areas')->json('areas.*.name'))->toBe(['Singing', 'Household']);
});

test('what an area or a calendar cannot be is said by the field', function (
    string $path,
    array $data,
    string $field,
    string $sentence,
) {
    $this->api('POST', $path, $data)
        ->assertUnprocessable()
        ->assertJsonPath("errors.{$field}.0", $sentence);
    expect(Area::query()->count())
        ->toBe(1)
        ->and(Calendar::query()->count())
        ->toBe(1);
})->with([
    'no name' => ['areas', ['name' => '', 'colour' => 'teal'], 'name', 'Give it a name.'],
    'a colour unknown' => [
        'areas',
        ['name' => 'Choir', 'colour' => 'blurple'],
        'colour',
        'There is no such colour. Choose one of indigo, teal, ochre, brick, olive, rose, steel, amber, violet, forest, cyan and slate.',
    ],
    'a week of 200 hours' => [
        'areas',
        ['name' => 'Choir', 'colour' => 'teal', 'intended_minutes' => 12000],
        'intended_minutes',
        'A week has between 0 and 168 hours.',
    ],
    'no life area' => ['calendars', ['name' => 'Tours', 'area_id' => 'nowhere'], 'area_id', 'There is no such life area.'],
]);

test('a calendar gets its own colour, its defaults, and may be the one for what is caught', function () {
    $tours = $this->api('POST', 'calendars', ['name' => 'Tours', 'area_id' => $this->calendar()->area_id])
        ->assertCreated()
        ->json();
    $this->api('PATCH', "calendars/{$tours['id']}", [
        'colour' => 'cyan',
        'missed' => 'roll',
        'reminders' => ['-PT15M'],
        'default' => true,
    ])
        ->assertOk()
        ->assertJson(['colour' => 'cyan', 'missed' => 'roll']);
    $entry = $this->api('POST', 'capture', ['line' => 'guided tour tomorrow at 11'])
        ->assertCreated()
        ->json();
    expect($entry)
        ->toMatchArray(['calendar_id' => $tours['id'], 'missed' => 'roll', 'reminders' => null])
        ->and(App\Models\Entry::query()->findOrFail($entry['id'])->remindersFor(allDay: false))
        ->toBe(['-PT15M']);
});

test('deleting a calendar moves its entries or deletes them, as said, and both can be undone', function () {
    $tours = $this->api('POST', 'calendars', ['name' => 'Tours', 'area_id' => $this->calendar()->area_id])->json('id');
    $this->entry(['title' => 'School visit', 'calendar_id' => $tours, 'start' => '2026-11-25']);
    $this->api('DELETE', "calendars/{$tours}")
        ->assertUnprocessable()
        ->assertJsonPath('errors.entries.0', 'Say whether the entries move to another calendar or are deleted.');
    $this->api('DELETE', "calendars/{$tours}", ['entries' => 'move', 'move_to' => $tours])->assertUnprocessable();
    $this->api('DELETE', "calendars/{$tours}", ['entries' => 'move', 'move_to' => $this->calendar()->id])->assertNoContent();
    expect(Entry::query()->sole()->calendar_id)->toBe($this->calendar()->id);
    $this->api('POST', 'undo')->assertOk()->assertJsonPath('label', 'Deleted the calendar “Tours”');
    expect(Entry::query()->sole()->calendar_id)->toBe($tours);
    $this->api('DELETE', "calendars/{$tours}", ['entries' => 'delete'])->assertNoContent();
    expect(Entry::query()->count())->toBe(0);
    $this->api('POST', 'undo')->assertOk();
    expect($this->shown())->toBe(['11-25 School visit']);
});

test('deleting an area takes its calendars with it; the last calendar stays', function () {
    $choir = $this->api('POST', 'areas', ['name' => 'Choir', 'colour' => 'olive'])->json();
    $this->entry(['title' => 'Carols', 'calendar_id' => $choir['calendars'][0]['id']]);
    $this->api('DELETE', "areas/{$choir['id']}", ['entries' => 'move', 'move_to' => $this->calendar()->id])->assertNoContent();
    expect(Area::query()->count())
        ->toBe(1)
        ->and(Entry::query()->sole()->calendar_id)
        ->toBe($this->calendar()->id);
    $this->api('DELETE', "areas/{$this->calendar()->area_id}", ['entries' => 'delete'])->assertUnprocessable();
    $this->api('DELETE', "calendars/{$this->calendar()->id}", ['entries' => 'delete'])->assertUnprocessable();
    expect(Calendar::query()->count())->toBe(1);
});
