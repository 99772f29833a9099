<?php

declare(strict_types=1);

use App\Access\Visible;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;

/** @return User somebody else, with a calendar of their own */
function somebodyElse(): User
{
    $other = app(App\Actions\Accounts\OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'other words',
        'zone' => 'UTC',
    ]);

    return $other;
}

test('bad input gets a sentence by the field, and nothing is written', function (array $wrong, string $field, string $sentence) {
    $calendar = ['calendar_id' => $this->calendar()->id];
    $this->api('POST', 'entries', [...['title' => 'Vent check'], ...$calendar, ...$wrong])
        ->assertUnprocessable()
        ->assertJsonPath("errors.{$field}.0", $sentence);
    expect(Entry::query()->count())->toBe(0);
})->with([
    'no title' => [['title' => '  '], 'title', 'Give it a title.'],
    'an end before the start' => [
        ['all_day' => false, 'start' => '2026-11-25T09:00', 'end' => '2026-11-25T08:00'],
        'end',
        'The end lies before the start.',
    ],
    'a last day before the first' => [
        ['start' => '2026-11-25', 'end' => '2026-11-23'],
        'end',
        'The last day lies before the first.',
    ],
    'a date that does not exist' => [['start' => '2026-02-30'], 'start', 'There is no day 2026-02-30.'],
    'a time that does not exist' => [
        ['all_day' => false, 'start' => '2026-11-25T25:00'],
        'start',
        'There is no time 25:00:00 on a clock.',
    ],
    'a rule with no date in it' => [
        ['start' => '2026-11-25', 'rule' => 'FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'],
        'rule',
        'This rhythm never falls on any date.',
    ],
    'a rule without a start' => [['rule' => 'FREQ=DAILY'], 'start', 'A rhythm needs a day to start on.'],
    'a rule that says nothing' => [
        ['start' => '2026-11-25', 'rule' => 'FREQ=MONTHLY;BYMONTHDAY=0'],
        'rule',
        'BYMONTHDAY=0: days count from 1 or back from -1.',
    ],
    'an event in the basket' => [['kind' => 'event'], 'start', 'An event needs a day. Only a task can wait in the basket.'],
    'a zone unknown' => [
        ['all_day' => false, 'start' => '2026-11-25T09:00', 'zone' => 'Mars/Olympus'],
        'zone',
        'There is no time zone called “Mars/Olympus”.',
    ],
    'a calendar unknown' => [['calendar_id' => '01HZZZZZZZZZZZZZZZZZZZZZZZ'], 'calendar_id', 'There is no such calendar.'],
    'a due date that does not exist' => [['due' => '2026-11-31'], 'due', 'There is no day 2026-11-31.'],
    '50 KB of title' => [
        ['title' => str_repeat('a', 51200)],
        'title',
        'A title has room for 250 characters; the rest belongs into the notes.',
    ],
    '50 KB of notes' => [['notes' => str_repeat('a', 51200)], 'notes', 'Notes have room for 20,000 characters.'],
    'a link to somewhere odd' => [['link' => 'javascript:alert(1)'], 'link', 'A link begins with http:// or https://.'],
]);

test('an id of somebody else is not there', function (string $method, string $path, array $data) {
    $other = somebodyElse();
    $entry = $this->api(
        'POST',
        'entries',
        ['title' => 'Theirs', 'calendar_id' => Visible::to($other)->calendars()->sole()->id, 'start' => '2026-11-25'],
        as: $other,
    )
        ->assertCreated()
        ->json('id');
    $path = strtr($path, [
        '{entry}' => $entry,
        '{calendar}' => Visible::to($other)->calendars()->sole()->id,
        '{area}' => Visible::to($other)->areas()->sole()->id,
    ]);
    $this->api($method, $path, $data)
        ->assertNotFound()
        ->assertJsonPath('message', 'This is not there any more, or it is not yours.');
    expect(Entry::query()->sole()->title)->toBe('Theirs');
})->with([
    ['GET', 'entries/{entry}', []],
    ['PATCH', 'entries/{entry}', ['title' => 'Mine']],
    ['DELETE', 'entries/{entry}', ['scope' => 'whole']],
    ['POST', 'entries/{entry}/move', ['start' => '2026-11-26', 'all_day' => true, 'length' => 1]],
    ['PUT', 'entries/{entry}/occurrences/once/done', []],
    ['PATCH', 'calendars/{calendar}', ['name' => 'Mine']],
    ['DELETE', 'areas/{area}', ['entries' => 'delete']],
]);

test('somebody else’s calendar is no place for an entry', function () {
    $theirs = Visible::to(somebodyElse())->calendars()->sole()->id;
    $this->api('POST', 'entries', ['title' => 'Sneak in', 'calendar_id' => $theirs])
        ->assertUnprocessable()
        ->assertJsonPath('errors.calendar_id.0', 'There is no such calendar.');
});

test('an entry keeps all that its sheet says', function () {
    $sent = [
        'title' => 'Flue check',
        'notes' => "Bring the lamp\nand gloves",
        'kind' => 'task',
        'all_day' => false,
        'start' => '2026-12-01T09:00:00',
        'end' => '2026-12-01T09:45:00',
        'zone' => 'Asia/Kathmandu',
        'rule' => 'FREQ=MONTHLY;BYDAY=1TU',
        'due' => '2026-12-02T18:00:00',
        'missed' => 'roll',
        'reminders' => ['-PT15M', '-P1D@18:00'],
        'importance' => 'must',
        'effort' => 'steady',
        'estimate' => 40,
        'busy' => false,
        'private' => true,
        'protected' => true,
        'travel' => 20,
        'place' => 'Boiler room',
        'link' => 'https://example.test/log',
        'checklist' => [['text' => 'Read the meter', 'done' => false]],
    ];
    $entry = $this->entry($sent);
    expect($this->api('GET', "entries/{$entry['id']}")->json())
        ->toMatchArray($sent)
        ->toMatchArray(['in_words' => 'every month on the first Tuesday', 'version' => 1]);
});

test('several days, all-day, cover each of them', function () {
    $this->entry(['title' => 'Rehearsal weekend', 'kind' => 'event', 'start' => '2026-11-27', 'end' => '2026-11-29']);
    expect($this->occurrences('from=2026-11-29&days=1')[0])->toMatchArray([
        'start' => '2026-11-27',
        'end' => '2026-11-30',
        'all_day' => true,
    ]);
});

test('a start that its rule does not choose gives way to the first one it does', function () {
    $entry = $this->ventCheck();
    $this->api('PATCH', "entries/{$entry['id']}", ['rule' => 'FREQ=WEEKLY;BYDAY=TH'])
        ->assertOk()
        ->assertJsonPath('start', '2026-11-26T07:15:00');
});

test('moving one occurrence touches no other, and is still so a week later', function () {
    $entry = $this->ventCheck();
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-11-26T08:00',
        'all_day' => false,
        'length' => 20,
        'scope' => 'one',
        'recurrence_id' => '2026-11-26T07:15:00',
        'version' => 1,
    ])->assertOk();
    expect($this->shown())
        ->toBe([
            '11-23T07:15 Vent check',
            '11-24T07:15 Vent check',
            '11-25T07:15 Vent check',
            '11-26T08:00 Vent check moved',
            '11-27T07:15 Vent check',
        ])
        ->and(
            OccurrenceOverride::query()
                ->sole()
                ->only(['recurrence_id', 'length']),
        )
        ->toBe(['recurrence_id' => '2026-11-26T07:15:00', 'length' => 20]);
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-12-05T10:00',
        'all_day' => false,
        'length' => 20,
        'scope' => 'one',
        'recurrence_id' => '2026-11-26T07:15:00',
    ])->assertOk();
    expect($this->shown('2026-11-26', 1))
        ->toBe([])
        ->and($this->shown('2026-12-05', 1))
        ->toBe(['12-05T10:00 Vent check moved']);
});

test('moving from here on cuts the routine, and the changes travel', function () {
    $entry = $this->ventCheck();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-23T07:15:00/done")->assertNoContent();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-27T07:15:00/skipped")->assertNoContent();
    $tail = $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-11-25T08:00',
        'all_day' => false,
        'length' => 15,
        'scope' => 'onward',
        'recurrence_id' => '2026-11-25T07:15:00',
    ])
        ->assertOk()
        ->json();
    expect($tail['id'])
        ->not->toBe($entry['id'])
        ->and($this->shown())
        ->toBe(['11-23T07:15 Vent check done', '11-24T07:15 Vent check', '11-25T08:00 Vent check', '11-26T08:00 Vent check'])
        ->and($this->shown('2026-11-30', 2))
        ->toBe(['11-30T08:00 Vent check', '12-01T08:00 Vent check'])
        ->and($this->api('GET', "entries/{$entry['id']}")->json('rule'))
        ->toBe('FREQ=WEEKLY;UNTIL=20261125T061459Z;BYDAY=MO,TU,WE,TH,FR');
});

test('moving the whole keeps what was done, at its new hour', function () {
    $entry = $this->ventCheck();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-24T07:15:00/done")->assertNoContent();
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-11-26T09:30',
        'all_day' => false,
        'length' => 15,
        'scope' => 'whole',
        'recurrence_id' => '2026-11-26T07:15:00',
    ])
        ->assertOk()
        ->assertJsonPath('start', '2026-11-23T09:30:00');
    expect($this->shown())->toBe([
        '11-23T09:30 Vent check',
        '11-24T09:30 Vent check done',
        '11-25T09:30 Vent check',
        '11-26T09:30 Vent check',
        '11-27T09:30 Vent check',
    ]);
});

test('a rhythm that cannot follow a move says so and stays', function () {
    $entry = $this->ventCheck(['rule' => 'FREQ=MONTHLY;BYDAY=1TU', 'start' => '2026-12-01T07:15', 'end' => '2026-12-01T07:30']);
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-12-02T07:15',
        'all_day' => false,
        'length' => 15,
        'scope' => 'whole',
        'recurrence_id' => '2026-12-01T07:15:00',
    ])
        ->assertUnprocessable()
        ->assertJsonPath(
            'errors.start.0',
            'This rhythm cannot follow to another day. Move just this one, or change the rhythm in its sheet.',
        );
    expect($this->shown('2026-12-01', 2))->toBe(['12-01T07:15 Vent check']);
});

test('a task goes from the basket into the hours, to a day, and back', function () {
    $entry = $this->entry(['title' => 'Ring the chiropodist']);
    $move = fn (?string $start, bool $allDay, int $length) => $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => $start,
        'all_day' => $allDay,
        'length' => $length,
    ])->assertOk();
    expect($this->api('GET', 'basket')->json('items.0.title'))->toBe('Ring the chiropodist');
    $move('2026-11-27T14:00', false, 30);
    expect($this->shown())
        ->toBe(['11-27T14:00 Ring the chiropodist'])
        ->and($this->api('GET', 'basket')->json('items'))
        ->toBe([]);
    $move('2026-11-26', true, 1);
    expect($this->shown())->toBe(['11-26 Ring the chiropodist']);
    $move(null, true, 1);
    expect($this->shown())
        ->toBe([])
        ->and($this->api('GET', 'basket')->json('items'))
        ->toHaveCount(1);
});

test('an event cannot be dropped into the basket', function () {
    $entry = $this->entry(['title' => 'Clinic', 'kind' => 'event', 'start' => '2026-11-25']);
    $this->api('POST', "entries/{$entry['id']}/move", ['start' => null, 'all_day' => true, 'length' => 1])->assertUnprocessable();
    expect($this->shown())->toBe(['11-25 Clinic']);
});

test('ticking one leaves the routine going, and unticking leaves no trace', function () {
    $entry = $this->ventCheck();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-23T07:15:00/done")->assertNoContent();
    expect($this->shown('2026-11-23', 2))->toBe(['11-23T07:15 Vent check done', '11-24T07:15 Vent check']);
    $this->api('DELETE', "entries/{$entry['id']}/occurrences/2026-11-23T07:15:00/done")->assertNoContent();
    expect($this->shown('2026-11-23', 1))
        ->toBe(['11-23T07:15 Vent check'])
        ->and(OccurrenceOverride::query()->count())
        ->toBe(0);
});

test('an occurrence that the rule does not know cannot be ticked or skipped', function (string $id) {
    $entry = $this->ventCheck();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/{$id}/done")->assertNotFound();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/{$id}/skipped")->assertNotFound();
    expect(OccurrenceOverride::query()->count())->toBe(0);
})->with(['2026-11-28T07:15:00', '2026-11-23T07:00:00', '2026-11-23', 'once', 'nonsense']);

test('skipping one, deleting one, from one on, and all', function () {
    $entry = $this->ventCheck();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-24T07:15:00/skipped")->assertNoContent();
    $this->api('DELETE', "entries/{$entry['id']}", [
        'scope' => 'one',
        'recurrence_id' => '2026-11-25T07:15:00',
    ])->assertNoContent();
    expect($this->shown())->toBe(['11-23T07:15 Vent check', '11-26T07:15 Vent check', '11-27T07:15 Vent check']);
    $this->api('DELETE', "entries/{$entry['id']}", [
        'scope' => 'onward',
        'recurrence_id' => '2026-11-27T07:15:00',
    ])->assertNoContent();
    expect($this->shown('2026-11-23', 21))->toBe(['11-23T07:15 Vent check', '11-26T07:15 Vent check']);
    $this->api('DELETE', "entries/{$entry['id']}", ['scope' => 'whole'])->assertNoContent();
    expect(Entry::query()->count())->toBe(0);
});

test('the sheet saves for one, from here on or the whole', function () {
    $entry = $this->ventCheck();
    $save = fn (array $fields, string $scope) => $this->api('PATCH', "entries/{$entry['id']}", [
        ...$fields,
        'scope' => $scope,
        'recurrence_id' => '2026-11-25T07:15:00',
    ]);
    $save(['title' => 'Vent and fleece check', 'start' => '2026-11-23T07:30', 'end' => '2026-11-23T08:00'], 'one')->assertOk();
    expect($this->shown('2026-11-24', 3))->toBe([
        '11-24T07:15 Vent check',
        '11-25T07:30 Vent and fleece check moved',
        '11-26T07:15 Vent check',
    ]);
    $save(['rule' => 'FREQ=DAILY'], 'one')->assertUnprocessable();
    $save(['title' => 'Late vent check', 'start' => '2026-11-23T09:00', 'end' => '2026-11-23T09:15'], 'onward')->assertOk();
    expect($this->shown('2026-11-24', 3))->toBe([
        '11-24T07:15 Vent check',
        '11-25T07:30 Vent and fleece check moved',
        '11-26T09:00 Late vent check',
    ]);
});

test('a routine that becomes a single entry, and back, keeps its tick', function () {
    $entry = $this->ventCheck();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-23T07:15:00/done")->assertNoContent();
    $this->api('PATCH', "entries/{$entry['id']}", ['rule' => null])->assertOk();
    expect($this->shown())->toBe(['11-23T07:15 Vent check done']);
    $this->api('PATCH', "entries/{$entry['id']}", ['rule' => 'FREQ=DAILY;COUNT=2'])->assertOk();
    expect($this->shown())->toBe(['11-23T07:15 Vent check done', '11-24T07:15 Vent check']);
});

test('after it is done, the next one counts from the tick', function () {
    $entry = $this->entry([
        'title' => 'Prescription',
        'start' => '2026-11-23',
        'rule' => 'FREQ=DAILY;INTERVAL=28',
        'after_done' => true,
    ]);
    expect($this->shown('2026-11-23', 42))->toBe(['11-23 Prescription']);
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-23/done")->assertNoContent();
    expect($this->shown('2026-11-23', 42))->toBe(['11-23 Prescription done', '12-23 Prescription']);
});

test('a stale edit is answered with the present state, and nothing is overwritten', function () {
    $entry = $this->ventCheck();
    $this->api('PATCH', "entries/{$entry['id']}", ['title' => 'First', 'version' => 1])
        ->assertOk()
        ->assertJsonPath('version', 2);
    $this->api('PATCH', "entries/{$entry['id']}", ['title' => 'Second', 'version' => 1])
        ->assertConflict()
        ->assertJsonPath('current.title', 'First');
    expect(Entry::query()->sole()->title)->toBe('First');
});

test('a request sent twice happens once', function () {
    $data = ['title' => 'Once only', 'calendar_id' => $this->calendar()->id];
    $first = $this->api('POST', 'entries', $data, ['Idempotency-Key' => 'k1'])->assertCreated();
    $second = $this->api('POST', 'entries', $data, ['Idempotency-Key' => 'k1'])->assertCreated();
    expect($second->json('id'))
        ->toBe($first->json('id'))
        ->and(Entry::query()->count())
        ->toBe(1);
    $this->api('POST', 'entries', [...$data, 'title' => 'Another'], ['Idempotency-Key' => 'k1'])->assertUnprocessable();
    $this->api('POST', 'entries', ['title' => ''], ['Idempotency-Key' => 'k2'])->assertUnprocessable();
    $this->api('POST', 'entries', $data, ['Idempotency-Key' => 'k2'])->assertCreated();
});

test('the preview says the rhythm, where it lands and what it meets', function () {
    $this->entry([
        'title' => 'Clinic',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-26T07:00',
        'end' => '2026-11-26T08:00',
    ]);
    $preview = $this->api('POST', 'rhythm/preview', [
        'all_day' => false,
        'start' => '2026-11-23T07:15',
        'end' => '2026-11-23T07:30',
        'rule' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR;UNTIL=20270326',
    ])
        ->assertOk()
        ->json();
    expect($preview)
        ->toMatchArray(['sentence' => 'every weekday until 26 March 2027', 'count' => 90, 'lands_from' => '2026-11-01'])
        ->and($preview['lands'])
        ->toHaveCount(90)
        ->toContain('2026-11-23', '2027-03-26')
        ->not->toContain('2026-11-28')
        ->and(array_column($preview['next'], 'start'))
        ->toBe([
            '2026-11-25T07:15:00',
            '2026-11-26T07:15:00',
            '2026-11-27T07:15:00',
            '2026-11-30T07:15:00',
            '2026-12-01T07:15:00',
            '2026-12-02T07:15:00',
        ])
        ->and(array_column($preview['next'][1]['meets'], 'title'))
        ->toBe(['Clinic']);
    $this->api('POST', 'rhythm/preview', ['all_day' => true, 'start' => '2026-11-23', 'rule' => 'FREQ=OFTEN'])
        ->assertUnprocessable()
        ->assertJsonValidationErrorFor('rule');
});

test('of one occurrence its own place is held against what is protected, not that of the others', function () {
    $this->entry([
        'title' => 'Quiet hour',
        'all_day' => false,
        'start' => '2026-11-26T09:00',
        'end' => '2026-11-26T10:00',
        'protected' => true,
    ]);
    $id = $this->ventCheck(['rule' => 'FREQ=DAILY'])['id'];
    $at = ['start' => '2026-11-23T09:30', 'end' => '2026-11-23T09:45', 'scope' => 'one'];
    $this->api('PATCH', "entries/{$id}", [...$at, 'recurrence_id' => '2026-11-27T07:15:00'])->assertOk();
    $this->api('PATCH', "entries/{$id}", [...$at, 'recurrence_id' => '2026-11-26T07:15:00'])
        ->assertUnprocessable()
        ->assertJsonValidationErrorFor('protected');
    $this->api('PATCH', "entries/{$id}", [...$at, 'scope' => 'whole', 'recurrence_id' => '2026-11-27T07:15:00'])
        ->assertUnprocessable()
        ->assertJsonValidationErrorFor('protected');
});

test('nothing is laid over a protected block unasked, by any way in', function () {
    $this->entry([
        'title' => 'Quiet hour',
        'all_day' => false,
        'start' => '2026-11-26T09:00',
        'end' => '2026-11-26T10:00',
        'protected' => true,
    ]);
    $sentence = '“Quiet hour” is protected. Lay it over that all the same?';
    $over = [
        'title' => 'Call',
        'calendar_id' => $this->calendar()->id,
        'all_day' => false,
        'start' => '2026-11-26T09:30',
        'end' => '2026-11-26T10:30',
    ];
    $this->api('POST', 'entries', $over)->assertUnprocessable()->assertJsonPath('errors.protected.0', $sentence);
    $this->api('POST', 'entries', [
        ...$over,
        'start' => '2026-11-25T09:30',
        'end' => '2026-11-25T10:30',
        'rule' => 'FREQ=DAILY',
    ])->assertUnprocessable();
    $this->api('POST', 'capture', ['line' => 'call the seed merchant tomorrow at 9:30'])
        ->assertUnprocessable()
        ->assertJsonPath('message', $sentence);
    $call = $this->api('POST', 'entries', [...$over, 'start' => '2026-11-26T10:00'])
        ->assertCreated()
        ->json('id');
    $move = ['start' => '2026-11-26T09:15', 'all_day' => false, 'length' => 30];
    $this->api('POST', "entries/{$call}/move", $move)
        ->assertUnprocessable()
        ->assertJsonPath('errors.protected.0', $sentence);
    $this->api('PATCH', "entries/{$call}", ['start' => '2026-11-26T09:59'])->assertUnprocessable();
    $this->api('PATCH', "entries/{$call}", ['title' => 'Longer call'])->assertOk();
    $this->api('POST', "entries/{$call}/copy", [...$move, 'recurrence_id' => null])->assertUnprocessable();
    $many = ['do' => 'move', 'items' => [['entry_id' => $call, 'recurrence_id' => null]], 'days' => 0, 'minutes' => -45];
    $this->api('POST', 'many', $many)->assertUnprocessable()->assertJsonPath('errors.protected.0', $sentence);
    $this->api('POST', 'many', [...$many, 'over_protected' => true])->assertNoContent();
    $this->api('POST', "entries/{$call}/move", [...$move, 'over_protected' => true])->assertOk();
    $this->api('POST', 'entries', [...$over, 'over_protected' => true])->assertCreated();
    $this->api('POST', 'capture', [
        'line' => 'call the seed merchant tomorrow at 9:30',
        'over_protected' => true,
    ])->assertCreated();
    expect($this->shown('2026-11-26', 1))->toHaveCount(4);
});

test('what is not said of a new entry is as its calendar has it, else as a sheet begins, and the account says so', function () {
    $blank = $this->api('GET', 'session')->json('account.new_entry');
    $plain = $this->entry(['title' => 'Sow']);
    expect(array_intersect_key($plain, $blank))->toBe($blank);
    $this->api('PATCH', "calendars/{$this->calendar()->id}", ['missed' => 'lapse', 'busy' => false])->assertOk();
    expect($this->entry(['title' => 'Sow again']))
        ->toMatchArray(['missed' => 'lapse', 'busy' => false, 'reminders' => null])
        ->and($this->entry(['title' => 'Sow once more', 'missed' => 'roll', 'busy' => true]))
        ->toMatchArray(['missed' => 'roll', 'busy' => true])
        ->and(
            $this->api('POST', 'capture', ['line' => 'sow by line tomorrow'])
                ->assertCreated()
                ->json(),
        )
        ->toMatchArray(['missed' => 'lapse', 'busy' => false]);
});

test('one of a routine that has ended stands where it was moved, however long after', function () {
    $entry = $this->ventCheck(['rule' => 'FREQ=DAILY;UNTIL=20261125']);
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2027-03-01T09:00:00',
        'all_day' => false,
        'length' => 15,
        'scope' => 'one',
        'recurrence_id' => '2026-11-24T07:15:00',
    ])->assertOk();
    expect($this->shown('2027-02-28', 3))->toBe(['03-01T09:00 Vent check moved']);
});

test('of what counts from when it was done there is no later part: deleting from one on deletes it', function () {
    $entry = $this->entry(['title' => 'Prescription', 'start' => '2026-11-20', 'end' => '2026-11-20', 'rule' => 'FREQ=DAILY;INTERVAL=5', 'after_done' => true]);
    $this->api('DELETE', "entries/{$entry['id']}", ['scope' => 'onward', 'recurrence_id' => '2026-11-20'])->assertNoContent();
    expect($this->api('GET', "entries/{$entry['id']}")->status())->toBe(404);
    $this->api('POST', 'undo')->assertOk();
    expect($this->api('GET', "entries/{$entry['id']}")->json('title'))->toBe('Prescription');
});

test('over a protected block that is done one may lie without being asked', function () {
    $hours = fn (string $title, array $fields = []): array => ['title' => $title, 'calendar_id' => $this->calendar()->id, 'all_day' => false,
        'start' => '2026-11-26T09:00:00', 'end' => '2026-11-26T10:00:00', ...$fields];
    $quiet = $this->api('POST', 'entries', $hours('Quiet hour', ['protected' => true]))->assertCreated()->json();
    $this->api('POST', 'entries', $hours('Call'))->assertStatus(422);
    $this->api('PUT', "entries/{$quiet['id']}/occurrences/once/done")->assertNoContent();
    $this->api('POST', 'entries', $hours('Call'))->assertCreated();
});

test('hours are hours, and a day is a day, also where it is not said besides', function () {
    $entry = $this->entry(['start' => '2026-11-28T09:00:00', 'end' => '2026-11-28T10:30:00']);
    expect($entry)->toMatchArray(['all_day' => false, 'start' => '2026-11-28T09:00:00', 'end' => '2026-11-28T10:30:00']);
    $change = fn (array $fields): array => $this->api('PATCH', "entries/{$entry['id']}", ['scope' => 'whole', ...$fields])->assertOk()->json();
    expect($change(['start' => '2026-11-29', 'end' => '2026-11-29']))->toMatchArray(['all_day' => true, 'start' => '2026-11-29'])
        ->and($change(['start' => '2026-11-30T08:00:00', 'end' => '2026-11-30T08:45:00']))->toMatchArray(['all_day' => false, 'end' => '2026-11-30T08:45:00'])
        ->and($change(['title' => 'Another']))->toMatchArray(['all_day' => false, 'start' => '2026-11-30T08:00:00']);
    $preview = $this->api('POST', 'rhythm/preview', ['start' => '2026-11-28T09:00:00', 'end' => '2026-11-28T09:30:00', 'rule' => 'FREQ=WEEKLY;COUNT=2'])->json();
    expect(array_column($preview['next'], 'all_day'))->toBe([false, false]);
});
