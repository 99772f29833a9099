<?php

declare(strict_types=1);

use PlumRota\Core\Capture\LastTime;
use PlumRota\Core\Time\LocalDate;

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

test('a single occurrence that was changed is found where the board shows it', function (callable $change, ?string $last, ?string $next) {
    // It is Wednesday 25 November 2026; Sunday late in New York is Monday here.
    $entry = $this->entry([
        'all_day' => false, 'start' => '2026-11-01T23:30:00', 'end' => '2026-11-01T23:45:00', 'zone' => 'America/New_York', 'rule' => 'FREQ=WEEKLY',
    ]);
    foreach (['2026-11-08T23:30:00', '2026-11-29T23:30:00'] as $id) {
        $this->api('PATCH', "entries/{$entry['id']}", ['scope' => 'one', 'recurrence_id' => $id, 'title' => 'Call Ottilie'])->assertOk();
    }
    $change($this, $entry['id']);
    expect($this->api('GET', 'search?q=ottilie')->json('found.0'))->toMatchArray(['last' => $last, 'next' => $next, 'in_basket' => false]);
})->with([
    'as it is' => [fn () => null, '2026-11-09T05:30:00', '2026-11-30T05:30:00'],
    'done' => [
        fn (object $test, string $id) => $test->api('PUT', "entries/{$id}/occurrences/2026-11-29T23:30:00/done")->assertNoContent(),
        '2026-11-09T05:30:00', null,
    ],
    'let go' => [
        fn (object $test, string $id) => $test->api('PUT', "entries/{$id}/occurrences/2026-11-29T23:30:00/let-go")->assertNoContent(),
        '2026-11-09T05:30:00', null,
    ],
    'skipped' => [
        fn (object $test, string $id) => $test->api('PUT', "entries/{$id}/occurrences/2026-11-29T23:30:00/skipped")->assertNoContent(),
        '2026-11-09T05:30:00', null,
    ],
    'moved' => [
        fn (object $test, string $id) => $test->api('POST', "entries/{$id}/move", [
            'scope' => 'one', 'recurrence_id' => '2026-11-29T23:30:00', 'start' => '2026-12-03', 'all_day' => true, 'length' => 1,
        ])->assertOk(),
        '2026-11-09T05:30:00', '2026-12-03',
    ],
]);

/** SEARCH_SEED is where the cases begin. */
test('last and next of what is found are those of the board', function () {
    mt_srand((int) (getenv('SEARCH_SEED') ?: 4));
    $one = fn (array $all): mixed => $all[mt_rand(0, count($all) - 1)];
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
    for ($i = 0; $i < 20; $i++) {
        $start = LocalDate::of(2026, 11, 25)->plusDays(mt_rand(-40, 40));
        $isTimed = mt_rand(0, 1) === 1;
        $rule = $one([null, null, 'FREQ=WEEKLY', 'FREQ=DAILY;INTERVAL=3', 'FREQ=DAILY;COUNT=4']);
        $entry = $this->entry([
            'title' => "Fern {$i}",
            'kind' => $rule === null ? $one(['task', 'event']) : 'task',
            'all_day' => ! $isTimed,
            'start' => $isTimed ? "{$start}T08:00:00" : (string) $start,
            'end' => $isTimed ? "{$start}T08:30:00" : (string) $start,
            'zone' => $isTimed ? $one(['Europe/Berlin', 'Pacific/Auckland']) : null,
            'rule' => $rule,
            'off_day' => $rule === null ? 'keep' : $one(['keep', 'after', 'before', 'skip']),
            'missed' => $one(['hold', 'lapse', 'roll']),
        ]);
        $there = array_filter($this->occurrences('from=2026-11-01&days=35'), fn (array $seen): bool => $seen['entry_id'] === $entry['id']);
        if ($there !== [] && mt_rand(0, 1) === 1) {
            $occurrence = $one(array_values($there));
            $this->api('PUT', "entries/{$entry['id']}/occurrences/{$occurrence['recurrence_id']}/".$one(['done', 'let-go', 'skipped']));
        }
    }
    $now = '2026-11-25T10:20:00';
    $board = [...$this->occurrences('from=2026-10-10&days=35'), ...$this->occurrences('from=2026-11-14&days=35'), ...$this->occurrences('from=2026-12-19&days=35')];
    $last = $next = [];
    foreach ($board as $seen) {
        $from = $seen['start'].(strlen($seen['start']) === 10 ? 'T00:00:00' : '');
        $to = $seen['end'].(strlen($seen['end']) === 10 ? 'T00:00:00' : '');
        $text = ($seen['all_day'] ?? false) ? substr($from, 0, 10) : $from;
        if ($from < $now) {
            $last[$seen['entry_id']] = max($last[$seen['entry_id']] ?? '', $text);
        }
        if (! ($seen['done'] ?? false) && $to > $now) {
            $next[$seen['entry_id']] = min($next[$seen['entry_id']] ?? '9999', $text);
        }
    }
    $found = $this->api('GET', 'search?q=fern')->json('found');
    expect(count($found))->toBe(20);
    foreach ($found as $hit) {
        expect([$hit['title'], $hit['last'], $hit['next']])->toBe([$hit['title'], $last[$hit['entry_id']] ?? null, $next[$hit['entry_id']] ?? null]);
    }
});

test('when something was last is answered by the latest of what is called so', function () {
    $event = ['kind' => 'event', 'all_day' => true];
    $this->entry([...$event, 'title' => 'Dentist', 'start' => '2026-11-04', 'notes' => 'dentist dentist dentist']);
    $this->entry([...$event, 'title' => 'Dentist with Finn, and a long title that ranks lower', 'start' => '2026-11-07']);
    $this->entry([...$event, 'title' => 'Market', 'start' => '2026-11-20', 'notes' => 'beside the dentist']);
    $ask = fn (string $question): array => $this->api('GET', 'search?q='.urlencode($question))->assertOk()->json();
    expect($ask('When did I last have the dentist?')['answer'])->toMatchArray(['at' => '2026-11-07', 'done' => false]);
    // Nothing has both words: what has one of them is shown, and nothing is answered.
    expect($ask('when did I last have a dentist appointment'))->toMatchArray(['answer' => null, 'any_of' => ['dentist', 'appointment']]);
});

test('entries and lines of the journal are found by one folding', function (string $written, string $asked) {
    $this->entry(['title' => $written]);
    $this->api('PUT', 'closings/2026-11-25', ['answers' => [['question' => 'What was good?', 'answer' => $written]]])->assertNoContent();
    $answer = $this->api('GET', 'search?q='.urlencode($asked))->assertOk();
    expect($answer->json('found.*.title'))->toBe([$written])->and($answer->json('lines.*.answer'))->toBe([$written]);
})->with([
    'ß as ss' => ['Straße kehren', 'STRASSE'],
    'ss as ß' => ['Strasse kehren', 'straße'],
    'accents' => ['Märchen proben', 'marchen'],
    'accents that are asked for' => ['Marchen proben', 'märchen'],
    'a letter that is none with a mark' => ['Smørrebrød', 'smorrebrod'],
    'Greek, where the last sigma is another' => ['ΟΔΥΣΣΕΎΣ', 'οδυσσευς'],
    'Cyrillic' => ['Ёлка', 'елка'],
    'Hebrew with its points' => ['שָׁלוֹם', 'שלום'],
    'kana keep what they are voiced by' => ['かがみ', 'かが'],
    'fullwidth' => ['Ｆｅｒｎ', 'fern'],
    'a plural' => ['Water the ferns', 'fern'],
    'a singular' => ['Water the fern', 'ferns'],
    'an ending' => ['Potted the begonias', 'potting begonia'],
    'the beginning of a word' => ['Glasshouse', 'glassh'],
    'a pictograph' => ['🌿Water', '🌿'],
    'a pictograph in a colour of skin' => ['Done 👍🏽', '👍'],
    'an address' => ['See https://example.test/seed-list', 'example.test/seed'],
]);

test('words are found from their beginning, in entries and in lines alike', function () {
    $this->entry(['title' => 'Glasshouse']);
    $this->api('PUT', 'closings/2026-11-25', ['answers' => [['question' => 'Well?', 'answer' => 'The glasshouse, か and が']]])->assertNoContent();
    foreach (['house', 'lasshouse', 'が か x'] as $words) {
        expect($this->api('GET', 'search?q='.urlencode($words))->json('lines'))->toBe([]);
    }
    expect(($this->titles)('house'))->toBe([]);
});

test('what has the word exactly comes before what begins so, and that before another ending', function () {
    $this->entry(['title' => 'Potting']);
    $this->entry(['title' => 'Potatoes']);
    $this->entry(['title' => 'A shelf', 'notes' => 'for the pot']);
    $this->entry(['title' => 'Ferns']);
    $this->entry(['title' => 'Ask about it', 'notes' => 'a fern']);
    expect(($this->titles)('pot'))->toBe(['A shelf', 'Potting', 'Potatoes'])
        ->and(($this->titles)('fern'))->toBe(['Ask about it', 'Ferns'])
        ->and(($this->titles)('ferns'))->toBe(['Ferns', 'Ask about it'])
        ->and(($this->titles)('potted'))->toBe(['Potting', 'A shelf'])
        ->and(($this->titles)('shelves po'))->toBe([])
        ->and(($this->titles)('shelfs po'))->toBe(['A shelf']);
});

test('a link is looked through, and what matches in the notes is shown', function () {
    $this->entry(['title' => 'Seeds', 'link' => 'https://nursery.example.test/catalogue']);
    $notes = 'Zuerst die Anzuchterde mischen, dann Wässern und drei Tage warten, bis die Töpfe in das Glashaus kommen. Danach lüften.';
    $this->entry(['title' => 'Plan', 'notes' => $notes]);
    expect(($this->titles)('catalogue'))->toBe(['Seeds']);
    $snippet = fn (string $words): string => $this->api('GET', 'search?q='.urlencode($words))->json('found.0.snippet');
    expect($snippet('wassern topfe'))
        ->toBe("…die Anzuchterde mischen, dann \x02Wässern\x03 und drei Tage warten, bis die \x02Töpfe\x03 in das…")
        ->and($snippet('lüften'))->toBe("…das Glashaus kommen. Danach \x02lüften\x03.")
        ->and($snippet('plan'))->toBe('');
});

test('lines of a journal are found as they are now, and undo brings them back', function () {
    $lines = fn (string $words): array => $this->api('GET', 'search?q='.urlencode($words))->json('lines.*.answer');
    $say = fn (string $answer) => $this->api('PUT', 'closings/2026-11-25', ['answers' => [['question' => 'Well?', 'answer' => $answer]]])->assertNoContent();
    $say('The pump was mended');
    $say('The roof was mended');
    expect($lines('pump'))->toBe([])->and($lines('roofs'))->toBe(['The roof was mended']);
    $this->api('POST', 'undo')->assertOk();
    expect($lines('pump'))->toBe(['The pump was mended'])->and($lines('roof'))->toBe([]);
});

test('what the board leaves out is left out on a wish', function (string $choice, array $titles) {
    $calendar = $this->entry(['title' => 'Fern must', 'importance' => 'must', 'labels' => ['glasshouse']])['calendar_id'];
    $this->entry(['title' => 'Fern fair', 'kind' => 'event', 'start' => '2026-11-20', 'end' => '2026-11-20']);
    $this->entry(['title' => 'Fern round', 'rule' => 'FREQ=WEEKLY', 'start' => '2026-11-20', 'end' => '2026-11-20', 'effort' => 'light']);
    $done = $this->entry(['title' => 'Fern done', 'start' => '2026-11-20', 'end' => '2026-11-20']);
    $this->api('PUT', "entries/{$done['id']}/occurrences/once/done")->assertNoContent();
    $this->api('PUT', 'closings/2026-11-25', ['answers' => [['question' => 'Well?', 'answer' => 'ferns']]])->assertNoContent();
    $found = $this->api('GET', 'search?q=fern&'.str_replace('CALENDAR', $calendar, $choice))->assertOk();
    expect($found->json('found.*.title'))->toEqualCanonicalizing($titles)
        ->and($found->json('lines'))->toHaveCount($choice === '' ? 1 : 0); // which is on no board
})->with([
    ['', ['Fern must', 'Fern fair', 'Fern round', 'Fern done']],
    ['kinds=event', ['Fern fair']],
    ['importance=must', ['Fern must']],
    ['effort=light~none&kinds=task', ['Fern must', 'Fern round', 'Fern done']],
    ['labels=glasshouse', ['Fern must']],
    ['repeats=none&done=open', ['Fern must', 'Fern fair']],
    ['done=done', ['Fern done']],
    ['calendars=CALENDAR', ['Fern must', 'Fern fair', 'Fern round', 'Fern done']],
    ['calendars=other', []],
]);
