<?php

declare(strict_types=1);

/*
 * Month, year and what every view has in common. The week around Wednesday 25 November 2026; all values are worked out
 * by hand from the entries each test makes.
 */

beforeEach(function () {
    /** @return list<string> "start title" of one view's occurrences */
    $this->in = function (string $path): array {
        $sent = $this->api('GET', $path)->assertOk()->json();

        return array_map(
            fn (array $one): string => substr($one['start'], 5, 11).
                ' '.
                ($one['title'] ?? $sent['entries'][$one['entry_id']]['title']),
            $sent['occurrences'],
        );
    };
});

test('a moved, an edited, an all-day, a several-day and a night entry stand in every view that covers them', function () {
    $vents = $this->ventCheck();
    $this->api('POST', "entries/{$vents['id']}/move", [
        'start' => '2026-11-28T09:00:00',
        'all_day' => false,
        'length' => 15,
        'scope' => 'one',
        'recurrence_id' => '2026-11-25T07:15:00',
    ])->assertOk();
    $this->api('PATCH', "entries/{$vents['id']}", [
        'title' => 'Vents, with the roof',
        'scope' => 'one',
        'recurrence_id' => '2026-11-26T07:15:00',
    ])->assertOk();
    $this->entry(['title' => 'Stall', 'kind' => 'event', 'start' => '2026-11-24', 'end' => '2026-11-26']);
    $this->entry([
        'title' => 'Night watch',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-27T22:00:00',
        'end' => '2026-11-28T06:00:00',
    ]);
    $week = [
        '11-23T07:15 Vent check',
        '11-24 Stall',
        '11-24T07:15 Vent check',
        '11-26T07:15 Vents, with the roof',
        '11-27T07:15 Vent check',
        '11-27T22:00 Night watch',
        '11-28T09:00 Vent check',
    ];
    expect(($this->in)('board?from=2026-11-23&days=7'))
        ->toBe($week)
        ->and(array_slice(($this->in)('month?from=2026-11-23&days=7'), 0))
        ->toBe($week)
        ->and(($this->in)('board?from=2026-11-28&days=1'))
        ->toBe(['11-27T22:00 Night watch', '11-28T09:00 Vent check'])
        ->and(($this->in)('board?from=2026-11-26&days=1'))
        ->toBe(['11-24 Stall', '11-26T07:15 Vents, with the roof'])
        ->and(($this->in)('year?year=2026'))
        ->toBe(['11-24 Stall']);
});

test('an entry of another zone stands where the viewer’s clocks show it', function () {
    $entry = $this->entry([
        'title' => 'Call',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T20:00:00',
        'end' => '2026-11-25T21:00:00',
        'zone' => 'America/New_York',
    ]);
    expect(($this->in)('board?from=2026-11-26&days=1'))->toBe(['11-26T02:00 Call']);
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-11-26T03:00:00',
        'all_day' => false,
        'length' => 60,
        'scope' => 'one',
    ])->assertOk();
    expect($this->api('GET', "entries/{$entry['id']}")->json())
        ->toMatchArray(['start' => '2026-11-25T21:00:00', 'zone' => 'America/New_York'])
        ->and(($this->in)('board?from=2026-11-26&days=1'))
        ->toBe(['11-26T03:00 Call']);
});

test('a journey ends by the clocks of where it ends', function () {
    // Two hours and a half in the air, read off two walls: Berlin is an hour ahead of London (IANA).
    $entry = $this->entry([
        'title' => 'Crossing',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T09:00:00',
        'end' => '2026-11-25T10:30:00',
        'zone' => 'Europe/Berlin',
        'end_zone' => 'Europe/London',
    ]);
    expect($this->occurrences('from=2026-11-25&days=1')[0]['end'])
        ->toBe('2026-11-25T11:30:00')
        ->and($entry)
        ->toMatchArray(['end' => '2026-11-25T10:30:00', 'end_zone' => 'Europe/London'])
        ->and($this->api('PATCH', "entries/{$entry['id']}", ['title' => 'Crossing over'])->json('end'))
        ->toBe('2026-11-25T10:30:00');
    $this->api('POST', 'entries', [
        'title' => 'Back in time',
        'calendar_id' => $this->calendar()->id,
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T09:00:00',
        'end' => '2026-11-25T07:00:00',
        'end_zone' => 'Europe/London',
    ])
        ->assertStatus(422)
        ->assertJsonPath('errors.end.0', 'The end lies before the start.');
});

test('the year tells how full each day is and what begins on it', function () {
    $this->ventCheck();
    $year = $this->api('GET', 'year?year=2026')->assertOk()->json();
    $days = array_column($year['days'], null, 'date');
    expect($year['days'])
        ->toHaveCount(365)
        ->and($days['2026-11-25'])
        ->toMatchArray(['minutes' => 15, 'capacity' => 480, 'over' => false, 'counts' => [$this->calendar()->id => 1]])
        ->and($days['2026-11-22']['counts'])
        ->toBe([])
        ->and($year['areas'][0]['placed'])
        ->toBe(15 * 29); // the weekdays from 23 November to 31 December
    $this->api('GET', 'year?year=3000')->assertStatus(422);
});

test('a month counts hours by area within itself', function () {
    $this->ventCheck(['start' => '2026-10-26T07:15:00', 'end' => '2026-10-26T07:30:00']);
    expect($this->api('GET', 'month?from=2026-10-26&days=42')->json('areas.0.placed'))->toBe(15 * 21); // November 2026 has 21 weekdays
});

test('free time is said between what is placed, within the waking hours', function () {
    $this->entry([
        'title' => 'Tours',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T09:00:00',
        'end' => '2026-11-25T12:00:00',
        'travel' => 30,
        'margin' => 15,
    ]);
    $this->entry([
        'title' => 'Maybe',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T15:00:00',
        'end' => '2026-11-25T16:00:00',
        'busy' => false,
    ]);
    $day = $this->api('GET', 'board?from=2026-11-25&days=1')->json('days.0');
    expect($day['free'])
        ->toBe([['from' => 360, 'to' => 510], ['from' => 735, 'to' => 1320]])
        ->and($day['placed'])
        ->toBe(225);
});

test('free and tentative ones clash with nothing; busy ones are listed', function () {
    $at = fn (string $title, array $more = []) => $this->entry([
        'title' => $title,
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T09:00:00',
        'end' => '2026-11-25T10:00:00',
        ...$more,
    ]);
    $visit = $at('School visit');
    $at('Perhaps', ['tentative' => true]);
    $at('Radio', ['busy' => false]);
    expect($this->api('GET', 'board?from=2026-11-25&days=1')->json('conflicts'))->toBe([]);
    $clinic = $at('Clinic');
    $board = $this->api('GET', 'board?from=2026-11-25&days=1')->json();
    expect($board['conflicts'])
        ->toHaveCount(1)
        ->and($board['days'][0]['conflicts'])
        ->toBe(1)
        ->and([$board['conflicts'][0]['first'], $board['conflicts'][0]['second']])
        ->toEqualCanonicalizing(["{$visit['id']}|once", "{$clinic['id']}|once"])
        ->and($this->api('GET', 'month?from=2026-11-23&days=7')->json('days.2.conflicts'))
        ->toBe(1);
});

test('of a routine only the next one, in this week and in none after it', function () {
    $this->ventCheck();
    $this->entry(['title' => 'Clinic', 'kind' => 'event', 'start' => '2026-11-24', 'end' => '2026-11-24']);
    expect(($this->in)('board?from=2026-11-23&days=7&repeats=next'))
        ->toBe(['11-24 Clinic', '11-26T07:15 Vent check'])
        ->and(($this->in)('board?from=2026-11-30&days=7&repeats=next'))
        ->toBe([])
        ->and(($this->in)('month?from=2026-11-23&days=14&repeats=next'))
        ->toBe(['11-24 Clinic', '11-26T07:15 Vent check'])
        ->and($this->api('GET', 'board?from=2026-11-23&repeats=none')->status())
        ->toBe(422);
});

test('public holidays of the chosen country stand in the views', function () {
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
    // date-holidays 3.37: 25 and 26 December are the first and the second day of Christmas.
    $days = array_column($this->api('GET', 'board?from=2026-12-21&days=7')->json('days'), 'holiday', 'date');
    expect(array_keys(array_filter($days)))
        ->toBe(['2026-12-25', '2026-12-26'])
        ->and(array_filter(array_column($this->api('GET', 'year?year=2026')->json('days'), 'holiday')))
        ->toHaveCount(9)
        ->and($this->api('GET', 'holidays')->json('countries.DE'))
        ->toBe('Germany');
    $this->api('PATCH', 'account', ['holidays' => 'ZZ'])
        ->assertStatus(422)
        ->assertJsonPath('errors.holidays.0', 'The holidays of this country are not known.');
    $this->api('PATCH', 'account', ['holidays' => null])->assertOk();
    expect(array_filter(array_column($this->api('GET', 'board?from=2026-12-21&days=7')->json('days'), 'holiday')))->toBe([]);
});

test('what a long break sends to another day is ticked in every window alike', function (string $offDay, string $stands) {
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
    // Good Friday is 26 March 2027, Easter Monday 29 March (date-holidays 3.37).
    $entry = $this->entry([
        'title' => 'Wages',
        'start' => '2027-03-22',
        'rule' => 'FREQ=WEEKLY;BYDAY='.($offDay === 'before' ? 'MO' : 'FR'),
        'off_day' => $offDay,
    ])['id'];
    $rid = $offDay === 'before' ? '2027-03-29' : '2027-03-26';
    $this->api('PUT', "entries/{$entry}/occurrences/{$rid}/done")->assertNoContent();
    $states = array_map(
        fn (string $window): array => array_map(
            fn (array $one): array => [$one['start'], $one['done']],
            array_values(array_filter($this->occurrences($window), fn (array $one): bool => $one['recurrence_id'] === $rid)),
        ),
        ["from={$stands}&days=1", 'from=2027-03-22&days=21'],
    );
    expect($states)->toBe([[[$stands, true]], [[$stands, true]]]);
})->with([['before', '2027-03-25'], ['after', '2027-03-30']]);

test('a routine gives way on holidays and other days off, outside its season and in its pauses', function (
    array $fields,
    array $wanted,
) {
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
    $this->entry([
        'title' => 'Wages',
        'start' => '2026-11-25',
        'end' => '2026-11-25',
        'rule' => 'FREQ=MONTHLY;BYMONTHDAY=25',
        ...$fields,
    ]);
    $found = [
        ...($this->in)('month?from=2026-11-01&days=42'),
        ...($this->in)('month?from=2026-12-13&days=42'),
        ...($this->in)('month?from=2027-01-24&days=42'),
    ];
    expect($found)->toBe(array_map(fn (string $day): string => "{$day} Wages", $wanted));
})->with([
    'it stays' => [[], ['11-25', '12-25', '01-25', '02-25']],
    'it is left out' => [['off_day' => 'skip'], ['11-25', '01-25', '02-25']],
    'the working day before' => [['off_day' => 'before'], ['11-25', '12-24', '01-25', '02-25']],
    'the working day after: 26 December is a holiday and a Saturday' => [
        ['off_day' => 'after'],
        ['11-25', '12-28', '01-25', '02-25'],
    ],
    'in its season' => [['seasons' => [['from' => '11-01', 'to' => '12-31']]], ['11-25', '12-25']],
    'but for a pause' => [['pauses' => [['from' => '2026-12-20', 'to' => '2027-01-31']]], ['11-25', '02-25']],
]);

test('an occurrence that a day off has moved is ticked, moved and copied under its own id', function () {
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
    $wages = $this->entry([
        'title' => 'Wages',
        'start' => '2026-11-25',
        'end' => '2026-11-25',
        'rule' => 'FREQ=MONTHLY;BYMONTHDAY=25',
        'off_day' => 'before',
    ]);
    $this->api('PUT', "entries/{$wages['id']}/occurrences/2026-12-25/done")->assertNoContent();
    expect($this->occurrences('from=2026-12-24&days=1')[0])->toMatchArray([
        'start' => '2026-12-24',
        'recurrence_id' => '2026-12-25',
        'done' => true,
    ]);
    $copy = $this->api('POST', "entries/{$wages['id']}/copy", ['recurrence_id' => '2026-12-25'])
        ->assertCreated()
        ->json();
    expect($copy)->toMatchArray(['start' => '2026-12-24', 'rule' => null]);
});

test('bad seasons, pauses and days off are refused with a sentence', function (array $fields, string $field, string $sentence) {
    $this->api('POST', 'entries', [
        'title' => 'Wages',
        'calendar_id' => $this->calendar()->id,
        'start' => '2026-11-25',
        'rule' => 'FREQ=DAILY',
        ...$fields,
    ])
        ->assertStatus(422)
        ->assertJsonFragment([$field => [$sentence]]);
})->with([
    [['seasons' => [['from' => 'April', 'to' => '09-30']]], 'seasons.0.from', 'A season begins on a day and a month.'],
    [['seasons' => [['from' => '02-31', 'to' => '09-30']]], 'rule', 'A season begins and ends on days that the year has.'],
    [['pauses' => [['from' => '2026-12-24', 'to' => '2026-12-20']]], 'rule', 'The pause ends before it begins.'],
]);

test('the year counts on its first day what begins there, and not what runs on from before', function () {
    $this->entry(['title' => 'Frost watch', 'kind' => 'event', 'start' => '2026-12-28', 'end' => '2027-01-03']);
    $this->entry(['title' => 'Walk', 'kind' => 'event', 'start' => '2027-01-01']);
    $first = $this->api('GET', 'year?year=2027')->json('days.0');
    expect($first['date'])->toBe('2027-01-01')->and(array_sum((array) $first['counts']))->toBe(1);
});
