<?php

declare(strict_types=1);

use App\Models\Calendar;
use App\Models\Delivery;
use App\Models\OccurrenceOverride;
use PlumRota\Core\Schedule\Details;

/**
 * What a single occurrence has of its own, in every view. Vent checks every day at 7:15 from Monday 23 November; Thursday's is
 * another.
 */
beforeEach(function () {
    $area = $this->api('POST', 'areas', ['name' => 'Home', 'colour' => 'teal'])
        ->assertCreated()
        ->json('id');
    $this->other = Calendar::query()->findOrFail(
        $this->api('POST', 'calendars', ['name' => 'House', 'area_id' => $area])
            ->assertCreated()
            ->json('id'),
    );
    $this->id = $this->ventCheck([
        'rule' => 'FREQ=DAILY',
        'due' => '2026-11-23T18:00:00',
        'travel' => 5,
        'checklist' => [['text' => 'North', 'done' => false]],
    ])['id'];
    $this->rid = '2026-11-26T07:15:00';
    $this->one = fn (array $fields) => $this->api('PATCH', "entries/{$this->id}", [
        ...$fields,
        'scope' => 'one',
        'recurrence_id' => $this->rid,
    ]);
    $this->sheet = fn (): array => $this->api('GET', "entries/{$this->id}?recurrence_id={$this->rid}")
        ->assertOk()
        ->json('this_one');
    $this->on = fn (string $date): array => $this->occurrences("from={$date}&days=1")[0];
});

test('everything that makes sense for one is kept for one', function (string $field, mixed $value) {
    ($this->one)([$field => $value === 'other' ? $this->other->id : $value])->assertOk();
    $kept = ($this->sheet)()['own'];
    expect($kept[$field] ?? null)->toBe($value === 'other' ? $this->other->id : $value);
    $whole = $this->api('GET', "entries/{$this->id}")->json($field);
    expect($whole)->not->toBe($kept[$field]);
    // Given the value that all have, it has none of its own any more.
    ($this->one)([$field => $field === 'due' ? '2026-11-26T18:00:00' : $whole])->assertOk();
    expect((array) ($this->sheet)()['own'])->toBe([]);
})->with([
    ['title', 'Fleece'],
    ['notes', 'Take the long pole.'],
    ['calendar_id', 'other'],
    ['due', '2026-11-28'],
    ['importance', 'must'],
    ['effort', 'light'],
    ['estimate', 25],
    ['busy', false],
    ['private', true],
    ['protected', true],
    ['travel', 20],
    ['margin', 10],
    ['place', 'House 3'],
    ['link', 'https://example.org/'],
    ['labels', ['frost']],
    ['colour', 'teal'],
    ['reminders', ['-PT30M']],
    ['always_through', true],
]);

test('every name that may be of one’s own is one of the sheet', function () {
    $names = array_map(fn (string $name): string => $name === 'own_reminders' ? 'reminders' : $name, Details::OWN);
    expect(array_diff($names, array_keys($this->api('GET', "entries/{$this->id}")->json())))->toBe([]);
});

test('what belongs to all of a routine is refused for one, by name', function (array $fields, string $named) {
    ($this->one)($fields)
        ->assertUnprocessable()
        ->assertJsonPath('message', fn (string $sentence): bool => str_contains($sentence, $named));
    expect(OccurrenceOverride::query()->count())->toBe(0);
})->with([
    [['kind' => 'event'], 'its kind'],
    [['missed' => 'roll', 'title' => 'Fleece'], 'when it is missed'],
    [['pauses' => [['from' => '2026-12-24', 'to' => '2026-12-26']]], 'its pauses'],
    [['except_dates' => ['2026-12-01']], 'single dates'],
    [['rule' => 'FREQ=WEEKLY'], 'Another rhythm'],
]);

test('a change of the title of one leaves all else of it', function () {
    ($this->one)(['place' => 'House 3', 'start' => '2026-11-23T10:00', 'end' => '2026-11-23T10:20'])->assertOk();
    ($this->one)(['title' => 'Fleece'])->assertOk();
    expect(($this->on)('2026-11-26'))
        ->toMatchArray(['title' => 'Fleece', 'place' => 'House 3', 'start' => '2026-11-26T10:00:00', 'moved' => true])
        ->and(($this->sheet)())
        ->toMatchArray([
            'place' => ['all_day' => false, 'start' => '2026-11-26T10:00:00', 'end' => '2026-11-26T10:20:00'],
            'due' => '2026-11-26T18:00:00',
        ]);
});

test('a change of the whole leaves what one has of its own', function () {
    ($this->one)(['title' => 'Fleece', 'travel' => 20])->assertOk();
    $this->api('PATCH', "entries/{$this->id}", [
        'importance' => 'could',
        'due' => '2026-11-27T12:00:00',
        'scope' => 'whole',
        'recurrence_id' => $this->rid,
    ])
        ->assertOk()
        ->assertJsonPath('due', '2026-11-24T12:00:00');
    expect(($this->on)('2026-11-26'))->toMatchArray([
        'title' => 'Fleece',
        'travel' => 20,
        'importance' => 'could',
        'due' => '2026-11-27T12:00:00',
    ]);
});

test('what is of one’s own is seen in every view', function () {
    ($this->one)([
        'title' => 'Fleece',
        'calendar_id' => $this->other->id,
        'busy' => false,
        'due' => '2026-11-29',
        'reminders' => ['-PT30M'],
    ])->assertOk();
    $own = ['title' => 'Fleece', 'calendar_id' => $this->other->id, 'area_id' => $this->other->area_id];
    expect(($this->on)('2026-11-26'))->toMatchArray([...$own, 'busy' => false, 'due' => '2026-11-29']);
    $due = collect($this->api('GET', 'board?from=2026-11-29&days=1')->json('days.0.due'))->firstWhere(
        'recurrence_id',
        $this->rid,
    );
    expect($due)->toMatchArray([...$own, 'due' => '2026-11-29']);
    expect(Delivery::query()->where('recurrence_id', $this->rid)->pluck('trigger')->all())->toBe(['-PT30M']);
    $this->at('2026-11-26 06:50');
    $waiting = $this->api('GET', 'reminders')->json('waiting.0');
    expect($waiting)->toMatchArray(['title' => 'Fleece', 'area_id' => $this->other->area_id]);
    $this->api('PUT', "entries/{$this->id}/occurrences/{$this->rid}/done")->assertNoContent();
    expect($this->api('GET', 'done?from=2026-11-26&days=1')->json('days.0.done.0'))
        ->toMatchArray($own)
        ->and($this->api('GET', 'search?q=fleece')->json('found.0'))
        ->toMatchArray($own);
});

test('the load of a day counts the travel and the margin of this one', function () {
    $placed = fn (string $date, string $view = 'board?days=1&from='): int => $this->api('GET', "{$view}{$date}")->json(
        'days.0.placed',
    );
    ($this->one)(['travel' => 60, 'margin' => 30, 'start' => '2026-11-23T00:10', 'end' => '2026-11-23T00:25'])->assertOk();
    expect($placed('2026-11-26'))
        ->toBe(10 + 15 + 30)
        ->and($placed('2026-11-25'))
        ->toBe(5 + 15 + 50);
});

test('it can be made like the others again, and that undone', function () {
    ($this->one)(['title' => 'Fleece', 'start' => '2026-11-23T10:00', 'end' => '2026-11-23T10:20'])->assertOk();
    $this->api('PUT', "entries/{$this->id}/occurrences/{$this->rid}/done")->assertNoContent();
    $this->api('DELETE', "entries/{$this->id}/occurrences/{$this->rid}/own")->assertNoContent();
    expect(($this->on)('2026-11-26'))->toMatchArray([
        'title' => 'Vent check',
        'start' => '2026-11-26T07:15:00',
        'done' => true,
        'moved' => false,
    ]);
    $this->api('POST', 'undo')->assertOk();
    expect(($this->on)('2026-11-26'))->toMatchArray([
        'title' => 'Fleece',
        'start' => '2026-11-26T10:00:00',
        'done' => true,
        'moved' => true,
    ]);
});

test('when its calendar is deleted, one goes back to that of its routine', function () {
    ($this->one)(['calendar_id' => $this->other->id])->assertOk();
    $this->api('DELETE', "calendars/{$this->other->id}", ['entries' => 'delete'])->assertSuccessful();
    expect(($this->on)('2026-11-26')['calendar_id'])->toBe($this->calendar()->id);
});
