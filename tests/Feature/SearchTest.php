<?php

declare(strict_types=1);

use PlumRota\Core\Capture\LastTime;

beforeEach(function () {
    $this->titles = fn (string $words): array => $this->api('GET', 'search?q='.urlencode($words))
        ->assertOk()
        ->json('found.*.title');
});

test('titles, places, steps, notes and labels are found, titles first, in any case and without their accents', function () {
    $this->entry(['title' => 'Order fleece', 'notes' => 'Ask about the heater as well']);
    $this->entry(['title' => 'Heater service', 'place' => 'Boiler room']);
    $this->entry(['title' => 'Pack', 'checklist' => [['text' => 'Wool heater cover', 'done' => false]], 'labels' => ['winter']]);
    $this->entry(['title' => 'Märchen proben']);
    expect(($this->titles)('heater'))
        ->toBe(['Heater service', 'Pack', 'Order fleece'])
        ->and(($this->titles)('HEAT'))
        ->toBe(['Heater service', 'Pack', 'Order fleece'])
        ->and(($this->titles)('boiler'))
        ->toBe(['Heater service'])
        ->and(($this->titles)('winter'))
        ->toBe(['Pack'])
        ->and(($this->titles)('marchen'))
        ->toBe(['Märchen proben'])
        ->and(($this->titles)('heater fleece'))
        ->toBe(['Order fleece'])
        ->and(($this->titles)('fleece proben'))
        ->toHaveCount(2) // nothing has both, so either will do
        ->and(($this->titles)('the zebra of a quagga'))
        ->toBe([]);
});

test('what is changed is found by its new words, what is deleted not at all, and undo brings both back', function () {
    $entry = $this->entry(['title' => 'Order fleece']);
    $this->api('PATCH', "entries/{$entry['id']}", ['title' => 'Order netting'])->assertOk();
    expect(($this->titles)('fleece'))
        ->toBe([])
        ->and(($this->titles)('netting'))
        ->toBe(['Order netting']);
    $this->api('POST', 'undo')->assertOk();
    expect(($this->titles)('fleece'))
        ->toBe(['Order fleece'])
        ->and(($this->titles)('netting'))
        ->toBe([]);
    $this->api('DELETE', "entries/{$entry['id']}", ['scope' => 'whole'])->assertNoContent();
    expect(($this->titles)('fleece'))->toBe([]);
});

test('an occurrence with words of its own is found, and opens as that one', function () {
    $vents = $this->ventCheck();
    $this->api('PATCH', "entries/{$vents['id']}", [
        'title' => 'Roof inspection',
        'scope' => 'one',
        'recurrence_id' => '2026-11-26T07:15:00',
    ])->assertOk();
    $found = $this->api('GET', 'search?q=inspection')->json('found');
    expect($found)
        ->toHaveCount(1)
        ->and($found[0])
        ->toMatchArray(['title' => 'Roof inspection', 'recurrence_id' => '2026-11-26T07:15:00', 'next' => '2026-11-26T07:15:00']);
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-26T07:15:00/skipped")->assertNoContent();
    $this->api('PATCH', "entries/{$vents['id']}", [
        'title' => 'Gutters',
        'scope' => 'one',
        'recurrence_id' => '2026-11-26T07:15:00',
    ])->assertOk();
    expect(($this->titles)('inspection'))
        ->toBe([])
        ->and(($this->titles)('gutters'))
        ->toBe(['Gutters']);
});

test('when did I last is answered first, with the day it was done', function () {
    $this->at('2025-09-24T11:00:00+02:00');
    $heater = $this->entry([
        'title' => 'New heater arrives',
        'notes' => 'Two pallets',
        'start' => '2025-09-24',
        'end' => '2025-09-24',
    ]);
    $this->api('PUT', "entries/{$heater['id']}/occurrences/once/done")->assertNoContent();
    $this->at('2026-11-25T10:20:00+01:00');
    $this->entry(['title' => 'Heater service, perhaps', 'start' => '2026-12-24', 'end' => '2026-12-24']);
    foreach (
        ['when did the new heater arrive?', 'when was the heater last done', 'last time heater', 'When did I last heater'] as $question
    ) {
        expect($this->api('GET', 'search?q='.urlencode($question))->json('answer'))->toMatchArray([
            'title' => 'New heater arrives',
            'at' => '2025-09-24T11:00:00',
            'done' => true,
        ]);
    }
    expect($this->api('GET', 'search?q=heater')->json('answer'))->toBeNull();
});

test('a routine says when it was last and when it is next', function () {
    $vents = $this->ventCheck();
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-24T07:15:00/done")->assertNoContent();
    expect($this->api('GET', 'search?q=vent')->json('found.0'))->toMatchArray([
        'routine' => true,
        'last' => '2026-11-25T07:15:00',
        'next' => '2026-11-26T07:15:00',
        'last_done' => '2026-11-25T10:20:00',
    ]);
});

test('signs that mean something to a search engine are only words', function (string $text) {
    $this->entry(['title' => 'Sheets']);
    $this->api('GET', 'search?q='.urlencode($text))->assertOk();
})->with([
    '"',
    '*',
    'title:sheets',
    'NEAR(a b)',
    "a' OR 1=1 --",
    '(',
    'sheets AND',
    "\u{0}",
    '',
    fn () => str_repeat('sheets ', 60),
]);

test('nobody finds what is another’s', function () {
    $this->entry(['title' => 'Sheets']);
    $other = app(App\Actions\Accounts\OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'glasshouse',
        'zone' => 'UTC',
    ]);
    expect($this->api('GET', 'search?q=sheets', as: $other)->json('found'))->toBe([]);
});

test('questions after the last time', function (string $text, ?string $words) {
    expect(LastTime::asked($text))->toBe($words);
})->with([
    ['when did I last water the ferns?', 'water ferns'],
    ['When was the boiler service last?', 'boiler service'],
    ['last time I fed the citrus', 'fed citrus'],
    ['when did the new heater arrive', 'new heater'],
    ['heater', null],
    ['the last word', null],
    ['when', null],
]);

test(
    'the next one is open: not the one just ticked, where it was moved to, and of what counts from its finish the one that is wanted',
    function () {
        $next = fn (string $words): ?string => $this->api('GET', 'search?q='.urlencode($words))->json('found.0.next');
        $vents = $this->ventCheck();
        expect($next('vent'))->toBe('2026-11-26T07:15:00');
        $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-26T07:15:00/done")->assertNoContent();
        expect($next('vent'))->toBe('2026-11-27T07:15:00');
        $this->api('POST', "entries/{$vents['id']}/move", [
            'start' => '2026-11-27T16:00',
            'all_day' => false,
            'length' => 15,
            'scope' => 'one',
            'recurrence_id' => '2026-11-27T07:15:00',
        ])->assertOk();
        expect($next('vent'))->toBe('2026-11-27T16:00:00');
        $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-27T07:15:00/skipped")->assertNoContent();
        expect($next('vent'))->toBe('2026-11-30T07:15:00');
        $hair = $this->entry([
            'title' => 'Hair wash',
            'start' => '2026-11-20',
            'end' => '2026-11-20',
            'rule' => 'FREQ=DAILY;INTERVAL=5',
            'after_done' => true,
        ]);
        expect($next('hair'))->toBe('2026-11-20');
        $this->api('PUT', "entries/{$hair['id']}/occurrences/2026-11-20/done")->assertNoContent();
        expect($next('hair'))->toBe('2026-11-30');
        $pane = $this->entry(['title' => 'Pane', 'start' => '2026-11-28', 'end' => '2026-11-28']);
        $this->api('PUT', "entries/{$pane['id']}/occurrences/once/done")->assertNoContent();
        expect($next('pane'))->toBeNull();
    },
);
