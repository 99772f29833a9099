<?php

declare(strict_types=1);

/** @return array<string, mixed> */
function proposed(object $test, array $asked = []): array
{
    return $test
        ->api('POST', 'fitting', ['from' => '2026-11-26', 'days' => 2, ...$asked])
        ->assertOk()
        ->json();
}

/** @return list<string> "start title", in order */
function placesOf(array $fitting): array
{
    return array_map(fn (array $one): string => substr($one['start'], 5, 11)." {$one['title']}", $fitting['proposals']);
}

beforeEach(function () {
    // Thursday: an appointment in the morning, a protected block, and travel before the one at noon.
    $event = ['kind' => 'event', 'all_day' => false];
    $this->entry([...$event, 'title' => 'Contractor', 'start' => '2026-11-26T09:00:00', 'end' => '2026-11-26T11:00:00']);
    $this->entry([
        ...$event,
        'title' => 'Quiet',
        'start' => '2026-11-26T13:00:00',
        'end' => '2026-11-26T15:00:00',
        'protected' => true,
        'busy' => false,
    ]);
    $this->entry([
        ...$event,
        'title' => 'Clinic',
        'start' => '2026-11-26T12:00:00',
        'end' => '2026-11-26T13:00:00',
        'travel' => 30,
    ]);
});

test('loose work is proposed places in free hours, each with what speaks for it, and nothing is saved', function () {
    $this->entry([
        'title' => 'Grant',
        'start' => null,
        'estimate' => 90,
        'importance' => 'must',
        'effort' => 'demanding',
        'due' => '2026-11-26',
    ]);
    $this->entry(['title' => 'Labels', 'start' => null, 'estimate' => 30, 'effort' => 'light']);
    $this->entry(['title' => 'Later', 'start' => null, 'not_before' => '2026-12-10']);
    $this->entry(['title' => 'Waits', 'start' => null, 'waiting_for' => 'the board']);
    $revision = $this->user->refresh()->revision;
    $fitting = proposed($this);
    expect(array_column($fitting['proposals'], 'title'))
        ->toEqualCanonicalizing(['Grant', 'Labels'])
        ->and($fitting['left'])
        ->toBe([]);
    $grant = collect($fitting['proposals'])->firstWhere('title', 'Grant');
    expect($grant['start'])
        ->toStartWith('2026-11-26')
        ->and($grant['reasons'])
        ->toStartWith('It is a must')
        ->and($this->user->refresh()->revision)
        ->toBe($revision);
    // None of them lies on what is there, on the way to it, or on what is protected.
    foreach ($fitting['proposals'] as $one) {
        $from = (int) substr($one['start'], 11, 2) * 60 + (int) substr($one['start'], 14, 2);
        foreach (str_starts_with($one['start'], '2026-11-26') ? [[540, 660], [690, 900]] : [] as [$begins, $ends]) {
            expect($from + $one['minutes'] <= $begins || $from >= $ends)->toBeTrue("{$one['title']} at {$one['start']}");
        }
    }
});

test('what is accepted is placed in one step, which one undo takes back', function () {
    foreach (['Grant', 'Labels', 'Invoices', 'Seeds', 'Stakes'] as $title) {
        $this->entry(['title' => $title, 'start' => null, 'estimate' => 30]);
    }
    $fitting = proposed($this);
    expect($fitting['proposals'])->toHaveCount(5);
    $places = array_map(
        fn (array $one): array => array_intersect_key($one, array_flip(['entry_id', 'recurrence_id', 'start', 'minutes'])),
        $fitting['proposals'],
    );
    $this->api('POST', 'fitting/places', ['places' => $places])->assertNoContent();
    expect(
        array_values(
            array_filter(
                $this->shown('2026-11-26', 2),
                fn (string $one): bool => preg_match('/Grant|Labels|Invoices|Seeds|Stakes/', $one) === 1,
            ),
        ),
    )
        ->toBe(placesOf($fitting))
        ->and(proposed($this)['proposals'])
        ->toBe([]);
    $this->api('POST', 'undo')->assertOk();
    expect(placesOf(proposed($this)))->toBe(placesOf($fitting));
});

test(
    'what stands on a day’s list finds its hours on that day, and takes nothing more of what the day has to give',
    function () {
        $this->api('PUT', 'days/2026-11-26/hours', ['minutes' => 270])->assertSuccessful(); // 3 h 30 are placed
        $this->entry(['title' => 'Sow', 'start' => '2026-11-26', 'estimate' => 60]);
        $this->entry(['title' => 'Loose', 'start' => null, 'estimate' => 30]);
        $fitting = proposed($this, ['days' => 1]);
        expect(array_column($fitting['proposals'], 'title'))
            ->toBe(['Sow'])
            ->and($fitting['left'][0])
            ->toMatchArray([
                'title' => 'Loose',
                'sentence' => 'There is room on the clock, but the days with room have given all their hours.',
            ]);
        expect(array_column(proposed($this, ['days' => 1, 'basket' => false])['left'], 'title'))->toBe([]);
    },
);

test('a day that had room is never over-full after all that was proposed is placed', function () {
    $this->api('PUT', 'days/2026-11-26/hours', ['minutes' => 330])->assertSuccessful();
    foreach ([20, 10, 50, null] as $i => $estimate) {
        $this->entry(['title' => "Listed {$i}", 'start' => '2026-11-26', 'estimate' => $estimate]);
        $this->entry(['title' => "Loose {$i}", 'start' => null, 'estimate' => $estimate]);
    }
    $fitting = proposed($this, ['days' => 1]);
    $places = array_map(
        fn (array $one): array => array_intersect_key($one, array_flip(['entry_id', 'recurrence_id', 'start', 'minutes'])),
        $fitting['proposals'],
    );
    expect(count($places))->toBeGreaterThan(2);
    $this->api('POST', 'fitting/places', ['places' => $places])->assertNoContent();
    expect($this->api('GET', 'board?from=2026-11-26&days=1')->json('days.0.over'))->toBeFalse();
});

test('the rest of today begins now, and what does not fit says what holds it back', function () {
    $this->at('2026-11-26T15:10:00+01:00');
    $this->entry(['title' => 'Grant', 'start' => null, 'estimate' => 480]);
    $this->entry(['title' => 'Labels', 'start' => null, 'estimate' => 30]);
    $fitting = proposed($this, ['days' => 1]);
    expect(placesOf($fitting))->toBe(['11-26T15:15 Labels']);
    expect($fitting['left'][0]['sentence'])->toContain('It takes 8 h, and the longest stretch that is left has');
});

test('what is not wished this time is left out, and the others stay where they were proposed', function () {
    foreach (['Grant', 'Labels', 'Invoices'] as $title) {
        $this->entry(['title' => $title, 'start' => null, 'estimate' => 45]);
    }
    $first = proposed($this);
    $was = array_column($first['proposals'], 'start', 'key');
    $gone = $first['proposals'][0]['key'];
    $again = proposed($this, ['without' => [$gone], 'was' => $was]);
    expect(array_column($again['proposals'], 'start', 'key'))->toBe(array_diff_key($was, [$gone => true]));
});

test('a place that is not there any more is refused whole', function () {
    $one = $this->entry(['title' => 'Grant', 'start' => null, 'estimate' => 45]);
    $other = $this->entry(['title' => 'Labels', 'start' => null]);
    $place = fn (string $id, string $start): array => [
        'entry_id' => $id,
        'recurrence_id' => 'once',
        'start' => $start,
        'minutes' => 45,
    ];
    $this->api('POST', 'fitting/places', [
        'places' => [$place($one['id'], '2026-11-26T10:00:00'), $place($other['id'], '2026-11-26T13:30:00')],
    ])->assertStatus(422);
    expect(proposed($this)['proposals'])->toHaveCount(2);
    $this->api('POST', 'fitting/places', ['places' => []])->assertStatus(422);
    $this->api('POST', 'fitting', ['from' => '2026-11-26', 'days' => 60])->assertStatus(422);
});

test('what comes after another stands behind it; where that finds no place it says so', function () {
    $first = $this->entry(['title' => 'Clear the bay', 'start' => null, 'estimate' => 60]);
    $this->entry([
        'title' => 'Wash the benches',
        'start' => null,
        'estimate' => 30,
        'importance' => 'must',
        'after_id' => $first['id'],
    ]);
    $starts = array_column(proposed($this)['proposals'], 'start', 'title');
    expect($starts['Wash the benches'] > $starts['Clear the bay'])->toBeTrue();
    // Placed by hand in the afternoon of the second day, it takes the other behind it.
    $this->api('POST', "entries/{$first['id']}/move", [
        'start' => '2026-11-27T17:00:00',
        'all_day' => false,
        'length' => 60,
    ])->assertOk();
    expect(proposed($this)['proposals'][0]['start'])->toBe('2026-11-27T18:00:00');
    $this->api('PATCH', "entries/{$first['id']}", ['start' => null, 'waiting_for' => 'the board'])->assertOk();
    expect(proposed($this))->proposals->toBe([])->left->toBe([]);
});

test('its own hours, one’s best hours, the least pause and breathing space are kept to', function () {
    $this->api('PATCH', 'account', [
        'best_hours' => array_map(fn (int $hour): int => in_array($hour, [16, 17], true) ? 2 : 0, range(0, 23)),
        'least_pause' => 15,
    ])->assertOk();
    $this->entry([
        'title' => 'Ring the office',
        'start' => null,
        'estimate' => 15,
        'own_hours' => [['days' => [4], 'from' => 900, 'to' => 930]],
    ]);
    $this->entry(['title' => 'Think', 'start' => null, 'estimate' => 60, 'effort' => 'demanding', 'due' => '2026-11-26']);
    $starts = array_column(proposed($this)['proposals'], 'start', 'title');
    // The protected block ends at 15:00: a pause later it is quarter past.
    expect($starts)->toBe(['Ring the office' => '2026-11-26T15:15:00', 'Think' => '2026-11-26T16:00:00']);
    $this->api('PUT', 'days/2026-11-26/hours', ['minutes' => 300])->assertSuccessful(); // 3 h 30 are placed
    $this->api('PATCH', 'account', ['breathing' => 50])->assertOk();
    $fitting = proposed($this, ['days' => 1]);
    expect($fitting['proposals'])->toBe([])->and($fitting['left'][0]['sentence'])->toContain('have given all their hours');
});

test('what is too long is split where it may be, and placed as pieces in one step; else that is offered', function () {
    $glaze = $this->entry(['title' => 'Re-glaze', 'start' => null, 'estimate' => 600]);
    $held = proposed($this)['left'][0];
    expect(array_sum($held['pieces']))->toBe(600);
    $this->api('PATCH', "entries/{$glaze['id']}", ['shortest_piece' => 60])->assertOk();
    $pieces = proposed($this)['proposals'];
    $of = count($pieces);
    expect(array_sum(array_column($pieces, 'minutes')))
        ->toBe(600)
        ->and(min(array_column($pieces, 'minutes')))
        ->toBeGreaterThanOrEqual(60)
        ->and($pieces[1]['piece'])
        ->toBe(['number' => 2, 'of' => $of]);
    $this->api('POST', 'fitting/places', [
        'places' => array_map(
            fn (array $one): array => array_intersect_key($one, array_flip(['entry_id', 'recurrence_id', 'start', 'minutes'])),
            $pieces,
        ),
    ])->assertNoContent();
    expect(
        array_values(array_filter($this->shown('2026-11-26', 2), fn (string $one): bool => str_contains($one, 'Re-glaze'))),
    )->toBe(
        array_map(
            fn (array $one): string => substr($one['start'], 5, 11)." Re-glaze ({$one['piece']['number']} of {$of})",
            $pieces,
        ),
    );
    $this->api('POST', 'undo')->assertOk();
    expect($this->api('GET', 'basket')->json('items.0.title'))->toBe('Re-glaze');
});

test('what finds no place says where it would fit later, and what lighter could give its place', function () {
    $this->api('PUT', 'days/2026-11-26/hours', ['minutes' => 240])->assertSuccessful(); // 3 h 30 are placed
    $paint = $this->entry(['title' => 'Paint', 'start' => null, 'estimate' => 120]);
    $this->entry(['title' => 'Tidy', 'start' => null, 'estimate' => 30, 'importance' => 'could']);
    $held = proposed($this, ['days' => 1])['left'][0];
    expect($held['title'])->toBe('Paint')->and($held['later'])->toStartWith('2026-11-27')->and($held['gives'])->toBeNull();
    $this->api('PATCH', "entries/{$paint['id']}", ['estimate' => 45])->assertOk();
    $this->api('PUT', 'days/2026-11-26/hours', ['minutes' => 255])->assertSuccessful();
    expect(array_column(proposed($this, ['days' => 1])['proposals'], 'title'))->toBe(['Paint']);
});

test('a stretch is kept whole for demanding work', function () {
    $this->api('PATCH', 'account', ['deep_minutes' => 180])->assertOk();
    foreach (range(1, 12) as $n) {
        $this->entry(['title' => "Light {$n}", 'start' => null, 'estimate' => 60, 'effort' => 'light']);
    }
    $with = fn (): array => placesOf(proposed($this, ['from' => '2026-11-27', 'days' => 1]));
    $kept = array_filter($with(), fn (string $one): bool => preg_match('/T(08|09|10|11):/', $one) === 1);
    $this->entry(['title' => 'Thesis', 'start' => null, 'estimate' => 180, 'effort' => 'demanding', 'importance' => 'must']);
    expect(count($kept))->toBeLessThanOrEqual(1)->and(implode(', ', $with()))->toMatch('/T(08|09|10|11):\d\d Thesis/');
});

test(
    'after an interruption the rest of today is fitted again: what slipped, what is to come, and the list, with one press each',
    function () {
        $this->at('2026-11-26T16:00:00+01:00');
        $this->entry([
            'title' => 'Figures',
            'all_day' => false,
            'start' => '2026-11-26T11:15:00',
            'end' => '2026-11-26T12:00:00',
        ]);
        $this->entry([
            'title' => 'Letter',
            'all_day' => false,
            'start' => '2026-11-26T17:00:00',
            'end' => '2026-11-26T17:30:00',
        ]);
        $this->entry(['title' => 'Listed', 'start' => '2026-11-26', 'estimate' => 30]);
        $this->entry(['title' => 'Loose', 'start' => null, 'estimate' => 30]);
        $fitting = proposed($this, ['days' => 1, 'basket' => false, 'again' => true]);
        $starts = array_column($fitting['proposals'], 'start', 'title');
        expect(array_keys($starts))
            ->toEqualCanonicalizing(['Figures', 'Listed']) // the letter stays where it stands
            ->and(min($starts) >= '2026-11-26T16:00:00')
            ->toBeTrue();
        $this->api('POST', 'fitting/places', [
            'places' => array_map(
                fn (array $one): array => array_intersect_key(
                    $one,
                    array_flip(['entry_id', 'recurrence_id', 'start', 'minutes']),
                ),
                $fitting['proposals'],
            ),
        ])->assertNoContent();
        expect(proposed($this, ['days' => 1, 'basket' => false, 'again' => true])['proposals'])->toBe([]);
    },
);

test('travel and margins of what is fitted in take their time of the day, and of what it has to give', function () {
    // Friday has an hour to give; the task takes half an hour, and as long on the way.
    $this->api('PUT', 'days/2026-11-27/hours', ['minutes' => 60])->assertSuccessful();
    $this->entry(['title' => 'Fetch the pump', 'start' => null, 'estimate' => 30, 'travel' => 30, 'travel_back' => 30]);
    $fitting = proposed($this, ['from' => '2026-11-27', 'days' => 1]);
    expect($fitting['proposals'])->toBe([])->and($fitting['left'][0]['title'])->toBe('Fetch the pump');
    $this->api('PUT', 'days/2026-11-27/hours', ['minutes' => 90])->assertSuccessful();
    $start = proposed($this, ['from' => '2026-11-27', 'days' => 1])['proposals'][0]['start'] ?? null;
    expect($start)->not->toBeNull();
    // Placed there it fills the day, and no more.
    $entry = $fitting['left'][0]['entry_id'];
    $this->api('POST', "entries/{$entry}/move", ['scope' => 'whole', 'start' => $start, 'all_day' => false, 'length' => 30])->assertOk();
    $day = $this->api('GET', 'board?from=2026-11-27&days=1')->json('days.0');
    expect([$day['placed'] + $day['listed'], $day['capacity']])->toBe([90, 90]);
});

test('what is due before the day on whose list it stands finds no place there, and it is said', function () {
    $this->entry(['title' => 'Send the form', 'start' => '2026-11-28', 'due' => '2026-11-27', 'estimate' => 30]);
    $fitting = proposed($this, ['from' => '2026-11-28', 'days' => 1]);
    expect($fitting['proposals'])->toBe([])
        ->and($fitting['left'][0])->toMatchArray(['title' => 'Send the form', 'sentence' => 'No free time is left before it is due.']);
});

test('pieces offered for what stands on the list of a day fit once they are allowed; one of a routine is done in one piece', function () {
    $this->api('PATCH', 'account', [
        'week' => array_map(fn (): array => ['wakes' => 540, 'sleeps' => 840, 'minutes' => 240], range(1, 7)),
    ])->assertOk();
    $event = ['kind' => 'event', 'all_day' => false, 'title' => 'Middle'];
    $this->entry([...$event, 'start' => '2026-11-27T10:00:00', 'end' => '2026-11-27T13:00:00']);
    $listed = $this->entry(['title' => 'Re-glaze', 'start' => '2026-11-27', 'estimate' => 90]);
    $routine = $this->entry(['title' => 'Sweep', 'start' => '2026-11-27', 'estimate' => 90, 'rule' => 'FREQ=WEEKLY']);
    $held = fn (): array => array_column(proposed($this, ['from' => '2026-11-27', 'days' => 1])['left'], 'pieces', 'title');
    expect($held())->toBe(['Re-glaze' => [45, 45], 'Sweep' => []]);
    $this->api('DELETE', "entries/{$routine['id']}", ['scope' => 'whole'])->assertSuccessful();
    $this->api('PATCH', "entries/{$listed['id']}", ['shortest_piece' => 45])->assertOk();
    expect(placesOf(proposed($this, ['from' => '2026-11-27', 'days' => 1])))->toBe(['11-27T09:00 Re-glaze', '11-27T13:00 Re-glaze']);
});

test('nothing is kept whole on a day that is full, nor again in the week that has it', function () {
    $this->api('PATCH', 'account', ['deep_minutes' => 180])->assertOk();
    $kept = fn (): ?array => $this->api('GET', 'rounds/week/2026-12-02')->json('space.kept');
    expect($kept()['start'])->toBe('2026-11-30T08:00:00');
    $this->entry(['title' => 'Stock take', 'start' => '2026-11-30', 'estimate' => 900]);
    expect($kept()['start'])->toBe('2026-12-01T08:00:00');
    $this->entry([
        'title' => 'Deep work',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-12-01T08:00:00',
        'end' => '2026-12-01T11:00:00',
        'protected' => true,
        'busy' => true,
        'effort' => 'demanding',
    ]);
    expect($kept())->toBeNull();
});
