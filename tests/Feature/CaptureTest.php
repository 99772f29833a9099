<?php

declare(strict_types=1);

use App\Models\Calendar;
use App\Models\Entry;

test('the line is read while it is typed, and saved as it was read', function () {
    $this->api('POST', 'areas', ['name' => 'Glasshouse', 'colour' => 'teal'])->assertCreated();
    $line = ['line' => 'vent check every weekday 7:15 for 15 min in Glasshouse'];
    $reading = $this->api('POST', 'capture/reading', $line)->assertOk()->json();
    expect($reading)
        ->toMatchArray([
            'title' => 'vent check',
            'kind' => 'task',
            'calendar' => 'Glasshouse',
            'start' => '2026-11-26T07:15:00',
            'length' => 15,
            'in_words' => 'every weekday',
        ])
        ->and(array_column($reading['segments'], 'role'))
        ->toBe(['title', 'rhythm', 'title', 'time', 'title', 'length', 'title', 'calendar'])
        ->and(Entry::query()->count())
        ->toBe(0);
    $this->api('POST', 'capture', $line)
        ->assertCreated()
        ->assertJson(['title' => 'Vent check', 'rule' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'end' => '2026-11-26T07:30:00']);
    expect($this->shown('2026-11-30'))->toBe([
        '11-30T07:15 Vent check',
        '12-01T07:15 Vent check',
        '12-02T07:15 Vent check',
        '12-03T07:15 Vent check',
        '12-04T07:15 Vent check',
    ]);
});

test('a thought without a date waits in the basket', function () {
    $this->api('POST', 'capture', ['line' => 'ring the chiropodist'])
        ->assertCreated()
        ->assertJson(['start' => null, 'kind' => 'task']);
    expect($this->api('GET', 'basket')->json('items.0.title'))->toBe('Ring the chiropodist');
});

test('the kind may be chosen over what was understood', function () {
    $this->api('POST', 'capture', ['line' => 'trustees tomorrow at 13', 'kind' => 'event'])
        ->assertCreated()
        ->assertJsonPath('kind', 'event');
});

test('a line that cannot be saved says why', function (string $line, string $sentence) {
    $this->api('POST', 'capture', ['line' => $line])
        ->assertUnprocessable()
        ->assertJsonPath('errors.line.0', $sentence);
    expect(Entry::query()->count())->toBe(0);
})->with([
    ['', 'Write what it is.'],
    ['every weekday at 7:15', 'It needs a title: a word or two for what it is.'],
    [fn () => str_repeat('very long ', 5000), 'A line has room for 500 characters. Put the rest into the notes.'],
    [fn () => str_repeat('lengthy ', 40), 'A title has room for 250 characters. Put the rest into the notes.'],
]);

test('the last working day is the one before a holiday, by the line as by the sheet', function () {
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
    // Good Friday is 26 March, Easter Monday 29 March 2027; 31 December 2026 is a working Thursday (date-holidays 3.37).
    $reading = $this->api('POST', 'capture/reading', [
        'line' => 'Pay the wages on the last working day of every month',
    ])->assertOk();
    expect($reading->json('in_words'))->toBe(
        'every month on the last weekday, on the working day before where that is a day off',
    );
    $this->api('POST', 'capture', ['line' => 'Pay the wages on the first working day of every month'])
        ->assertCreated()
        ->assertJsonPath('off_day', 'after');
    // 1 January is a holiday and a Friday.
    expect($this->shown('2026-12-28', 10))->toBe(['01-04 Pay the wages']);
});

test('a holiday is no working day, whichever way they are counted', function () {
    $due = fn (string $line): ?string => $this->api('POST', 'capture/reading', ['line' => $line])->assertOk()->json('due');
    expect([$due('wages within 22 working days'), $due('wages by the first working day of January')])->toBe(['2026-12-25', '2027-01-01']);
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk(); // 25 December is a Friday, 1 January as well (date-holidays 3.37)
    expect([$due('wages within 22 working days'), $due('wages by the first working day of January')])->toBe(['2026-12-28', '2027-01-04']);
});

test('a label of two windows is written as the first has it', function () {
    $this->api('POST', 'capture', ['line' => 'order fleece #potting', 'new_labels' => ['potting']])->assertCreated();
    $this->api('POST', 'capture', ['line' => 'wash pots #Potting', 'new_labels' => ['Potting']])
        ->assertCreated()
        ->assertJsonPath('labels', ['potting']);
});

test('a line that is offered at a place goes there, unless it names another', function () {
    $here = ['start' => '2026-11-27T14:30', 'all_day' => false, 'length' => 45];
    $this->api('POST', 'capture/reading', ['line' => 'prick out the lobelia', ...$here])->assertJson([
        'title' => 'prick out the lobelia',
        'start' => '2026-11-27T14:30:00',
        'length' => 45,
    ]);
    $this->api('POST', 'capture', ['line' => 'prick out the lobelia for 20 min', ...$here])
        ->assertCreated()
        ->assertJson(['start' => '2026-11-27T14:30:00', 'end' => '2026-11-27T14:50:00', 'estimate' => null]);
    $this->api('POST', 'capture', ['line' => 'order labels tomorrow', ...$here])->assertJson([
        'start' => '2026-11-26',
        'all_day' => true,
    ]);
    $this->api('POST', 'capture', ['line' => 'sweep for 20 min', 'start' => '2026-11-28', 'all_day' => true, 'length' => 1])
        ->assertJson(['start' => '2026-11-28', 'all_day' => true, 'estimate' => 20]);
    $this->api('POST', 'capture', ['line' => 'sweep', 'start' => '2026-11-31', 'all_day' => true, 'length' => 1])
        ->assertUnprocessable()
        ->assertJsonStructure(['errors' => ['start']]);
});

test('a label that nothing carries yet is offered, and made where that is wanted', function (string $line, ?string $name) {
    $this->entry(['title' => 'Rake the path', 'labels' => ['outdoors']]);
    $this->api('POST', 'capture/reading', ['line' => $line])->assertOk()->assertJsonPath('unknown_label', $name);
    if ($name === null) {
        return;
    }
    $this->api('POST', 'capture/reading', ['line' => $line, 'new_labels' => [$name]])
        ->assertOk()
        ->assertJson(['unknown_label' => null, 'labels' => [$name], 'title' => 'order fleece']);
    $this->api('POST', 'capture', ['line' => $line, 'new_labels' => [$name]])
        ->assertCreated()
        ->assertJson(['labels' => [$name], 'title' => 'Order fleece']);
    $this->api('POST', 'capture/reading', ['line' => $line])->assertJson(['unknown_label' => null, 'labels' => [$name]]);
})->with([
    ['order fleece #potting', 'potting'],
    ['order fleece, label Potting', 'Potting'],
    ['order fleece tomorrow, labelled potting', 'potting'],
    ['order fleece #outdoors', null],
    ['order fleece, label outdoors', null],
    ['print labels potting', null],
    ['order 20 pots, see #12', null],
]);

test('names that are to become labels are held to what a label may be', function (array $names) {
    $this->api('POST', 'capture', ['line' => 'order fleece #potting', 'new_labels' => $names])->assertUnprocessable();
})->with([[[str_repeat('a', 500)]], [[['a']]], [['a', 'b', 'c', 'd', 'e', 'f']]]);

test('effort, labels in use, place and steps of a line are kept', function () {
    $this->entry(['title' => 'Rake the path', 'labels' => ['outdoors']]);
    $this->api('POST', 'capture', ['line' => 'bake tomorrow, demanding, outdoors, at the mill, with: knead, prove'])
        ->assertCreated()
        ->assertJson([
            'title' => 'Bake',
            'effort' => 'demanding',
            'labels' => ['outdoors'],
            'place' => 'the mill',
            'checklist' => [['text' => 'knead', 'done' => false], ['text' => 'prove', 'done' => false]],
        ]);
});

test('a phrase that is to stay plain is a word of the title, counted in characters', function () {
    $line = ['line' => 'Grüße über Friday', 'plain' => [11]];
    expect($this->api('POST', 'capture/reading', $line)->assertOk()->json())->toMatchArray(['title' => 'Grüße über Friday', 'start' => null]);
    $this->api('POST', 'capture', $line)->assertCreated()->assertJson(['title' => 'Grüße über Friday', 'start' => null]);
    expect($this->api('POST', 'capture/reading', ['line' => $line['line']])->json('start'))->toBe('2026-11-27');
});

test('what there is not is said, and the half of the day that a bare hour leaves open is offered', function () {
    expect($this->api('POST', 'capture/reading', ['line' => 'pay rent 31 November'])->assertOk()->json())
        ->toMatchArray(['title' => 'pay rent 31 November', 'problems' => ['“31 November” does not exist.'], 'other_time' => null])
        ->and($this->api('POST', 'capture/reading', ['line' => 'call Ines at 9'])->json())
        ->toMatchArray(['start' => '2026-11-25T21:00:00', 'other_time' => '09:00', 'problems' => []]);
});

test('dates are left out of a rhythm, before an entry is reckoned from its day, and a month is meant without one', function () {
    $this->entry(['title' => 'Plant fair stall', 'kind' => 'event', 'start' => '2027-05-15']);
    $read = fn (string $line): array => $this->api('POST', 'capture/reading', ['line' => $line])->assertOk()->json();
    expect($read('Staff meeting every Monday at 09:30 except on 21 and 28 December'))
        ->toMatchArray(['in_words' => 'every Monday, but not on 21 December 2026 and 28 December 2026', 'title' => 'Staff meeting', 'problems' => []])
        ->and($read('order labels three weeks before the plant fair stall')['start'])
        ->toBe('2027-04-24')
        ->and($read('oil the gate sometime in February')['around'])
        ->toBe('2027-02');
    $meeting = $this->api('POST', 'capture', ['line' => 'Staff meeting every Monday at 09:30 except on 21 and 28 December'])->assertCreated()->json();
    expect($meeting['except_dates'])->toBe(['2026-12-21T09:30:00', '2026-12-28T09:30:00']);
    $gate = $this->api('POST', 'capture', ['line' => 'oil the gate sometime in February'])->assertCreated()->json();
    expect($gate['around'])
        ->toBe('2027-02')
        ->and(collect($this->api('GET', 'basket')->json('items'))->firstWhere('title', 'Oil the gate')['around'])
        ->toBe('2027-02');
    // It stands in the round of each week of that month, and may be said by hand.
    $this->api('PATCH', "entries/{$gate['id']}", ['around' => '2027-03'])->assertOk()->assertJsonPath('around', '2027-03');
    $this->api('PATCH', "entries/{$gate['id']}", ['around' => '2027-13'])->assertStatus(422);
    expect($this->api('POST', 'fitting', ['from' => '2026-11-25', 'days' => 7])->status())->toBe(200);
});

test('what is left and sounds like a time is said, and nothing is placed on half of it', function () {
    $read = $this->api('POST', 'capture/reading', ['line' => 'Sort the archive tomorrow until the boxes are full'])->assertOk()->json();
    expect($read)
        ->toMatchArray(['start' => null, 'title' => 'Sort the archive tomorrow until the boxes are full'])
        ->and($read['problems'][0])
        ->toBe('“until” was not understood, so no day, time or rhythm is taken from the rest of it.');
});

test('a line that means two entries saves both in one step, unless it is to be one', function () {
    $line = 'sweep the yard Friday at 9 and wash pots Saturday, label outdoors';
    $parts = $this->api('POST', 'capture/reading', ['line' => $line])->assertOk()->json('parts');
    expect(array_column($parts, 'title'))->toBe(['sweep the yard', 'wash pots label outdoors'])
        ->and(array_column($parts, 'start'))->toBe(['2026-11-27T09:00:00', '2026-11-28']);
    $this->api('POST', 'capture', ['line' => $line])->assertCreated()->assertJson(['title' => 'Sweep the yard']);
    expect(Entry::query()->pluck('title')->all())->toBe(['Sweep the yard', 'Wash pots label outdoors']);
    $this->api('POST', 'undo')->assertOk();
    expect(Entry::query()->count())->toBe(0);

    $this->api('POST', 'capture/reading', ['line' => $line, 'one_entry' => true])->assertJson(['parts' => [], 'start' => null]);
    $this->api('POST', 'capture', ['line' => $line, 'one_entry' => true])->assertCreated()->assertJson(['start' => null]);
    expect(Entry::query()->count())->toBe(1);
});

test('of two entries none is saved where one is refused', function () {
    $quiet = ['title' => 'Quiet', 'kind' => 'event', 'all_day' => false, 'protected' => true];
    $this->entry([...$quiet, 'start' => '2026-11-28T09:00:00', 'end' => '2026-11-28T12:00:00']);
    $line = ['line' => 'sweep the yard Friday at 9 and wash pots Saturday at 10'];
    $this->api('POST', 'capture', $line)->assertUnprocessable()->assertJsonStructure(['errors' => ['protected']]);
    expect(Entry::query()->pluck('title')->all())->toBe(['Quiet']);
    $this->api('POST', 'capture', [...$line, 'over_protected' => true])->assertCreated();
    expect(Entry::query()->count())->toBe(3);
});

test('a calendar that there is not yet is offered, and made with the entry in one step', function () {
    $line = 'sweep the yard, calendar Orchard, tomorrow';
    $this->api('POST', 'capture/reading', ['line' => $line])->assertOk()->assertJson(['unknown_calendar' => 'Orchard', 'new_calendar' => false]);
    $sent = ['line' => $line, 'new_calendar' => 'Orchard'];
    $area = $this->api('POST', 'capture/reading', $sent)
        ->assertJson(['unknown_calendar' => null, 'calendar' => 'Orchard', 'new_calendar' => true, 'title' => 'sweep the yard'])
        ->json('area_id');
    $calendars = Calendar::query()->count();
    $made = $this->api('POST', 'capture', $sent)->assertCreated()->json('calendar_id');
    expect(Calendar::query()->findOrFail($made)->only('name', 'area_id'))->toBe(['name' => 'Orchard', 'area_id' => $area]);
    $this->api('POST', 'capture', $sent)->assertCreated()->assertJson(['calendar_id' => $made]); // said once more it is there
    $this->api('POST', 'undo')->assertOk();
    $this->api('POST', 'undo')->assertOk();
    expect([Calendar::query()->count(), Entry::query()->count()])->toBe([$calendars, 0]);
    $this->api('POST', 'capture', ['line' => $line, 'new_calendar' => str_repeat('a', 300)])->assertUnprocessable();
});

test('an aim that the line says is kept', function () {
    $line = $this->api('POST', 'capture/reading', ['line' => 'stretch 3 times a week'])->assertOk()->json('others.0.line');
    $this->api('POST', 'capture', ['line' => $line])->assertCreated()->assertJson(['title' => 'Stretch', 'aim' => 3, 'rule' => 'FREQ=DAILY']);
});

test('where the line says that there is to be none, the reminders that are usual for the calendar do not come either', function () {
    $this->api('PATCH', "calendars/{$this->calendar()->id}", ['reminders' => ['-PT10M']])->assertOk();
    $line = ['calendar_id' => $this->calendar()->id];
    $read = $this->api('POST', 'capture/reading', ['line' => 'lesson Fri 16:00, no reminder', ...$line])->assertOk();
    expect($read->json('no_reminder'))->toBeTrue()->and($read->json('title'))->toBe('lesson');
    $silent = $this->api('POST', 'capture', ['line' => 'lesson Fri 16:00, no reminder', ...$line])->assertCreated();
    expect($silent->json('reminders'))->toBe([]);
    $usual = $this->api('POST', 'capture', ['line' => 'lesson Fri 16:00', ...$line])->assertCreated();
    expect($usual->json('reminders'))->toBeNull();
});
