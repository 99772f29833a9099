<?php

declare(strict_types=1);

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
