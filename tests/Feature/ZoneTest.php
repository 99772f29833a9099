<?php

declare(strict_types=1);

/** Moving to another time zone; the clock shows Wednesday, 25 November 2026, 10:20 in Berlin. */
beforeEach(function () {
    $this->id = $this->ventCheck(['title' => 'Stretch', 'rule' => 'FREQ=DAILY;UNTIL=20261127T061500Z'])['id'];
    $this->entry(['title' => 'Clinic', 'all_day' => false, 'start' => '2026-11-26T15:00', 'end' => '2026-11-26T16:00']);
    $this->entry([
        'title' => 'Walk',
        'all_day' => false,
        'start' => '2026-11-26T20:00',
        'end' => '2026-11-26T20:30',
        'floating' => true,
    ]);
});

test('routines stay at their time of day, what happens once at its moment, what is meant anywhere at its hour', function () {
    $this->api('PUT', "entries/{$this->id}/occurrences/2026-11-24T07:15:00/done")->assertNoContent();
    $this->api('PATCH', 'account', ['zone' => 'America/New_York'])->assertOk();
    expect($this->shown('2026-11-24', 7))->toBe([
        '11-24T07:15 Stretch done',
        '11-25T07:15 Stretch',
        '11-26T07:15 Stretch',
        '11-26T09:00 Clinic',
        '11-26T20:00 Walk',
        '11-27T07:15 Stretch',
    ]);
    $this->api('POST', 'undo')->assertOk();
    expect($this->shown('2026-11-26', 1))
        ->toBe(['11-26T07:15 Stretch', '11-26T15:00 Clinic', '11-26T20:00 Walk'])
        ->and($this->api('GET', "entries/{$this->id}")->json('rule'))
        ->toBe('FREQ=DAILY;UNTIL=20261127T061500Z');
});

test('routines stay at their moment where that is chosen', function () {
    $this->api('PATCH', 'account', ['zone' => 'America/New_York', 'routines_keep' => 'instant'])->assertOk();
    expect($this->shown('2026-11-26', 1))->toBe(['11-26T01:15 Stretch', '11-26T09:00 Clinic', '11-26T20:00 Walk']);
});

test('the next week is shown both ways before', function () {
    $week = $this->api('GET', 'account/zone?zone=America/New_York')->assertOk()->json();
    expect($week)->toBe([
        'wall' => [
            ['title' => 'Stretch', 'start' => '2026-11-26T07:15:00'],
            ['title' => 'Stretch', 'start' => '2026-11-27T07:15:00'],
        ],
        'instant' => [
            ['title' => 'Stretch', 'start' => '2026-11-26T01:15:00'],
            ['title' => 'Stretch', 'start' => '2026-11-27T01:15:00'],
        ],
    ]);
    $this->api('GET', 'account/zone?zone=Nowhere')->assertUnprocessable();
});

test('what is meant wherever one is says so, and can go by a zone again', function () {
    $walk = $this->entry([
        'title' => 'Row',
        'all_day' => false,
        'start' => '2026-11-27T20:00',
        'end' => '2026-11-27T20:30',
        'floating' => true,
    ]);
    expect([$walk['floating'], $walk['zone']])->toBe([true, null]);
    $this->api('PATCH', "entries/{$walk['id']}", ['title' => 'Rowing'])
        ->assertOk()
        ->assertJsonPath('floating', true);
    $this->api('PATCH', "entries/{$walk['id']}", ['floating' => false])
        ->assertOk()
        ->assertJsonPath('zone', 'Europe/Berlin');
});

test('the week in another zone is the week as it is: what was skipped is not in it, what was moved stands where it was moved', function () {
    $id = $this->ventCheck()['id'];
    $this->api('PUT', "entries/{$id}/occurrences/2026-11-26T07:15:00/skipped")->assertNoContent();
    $this->api('POST', "entries/{$id}/move", ['start' => '2026-11-27T14:00:00', 'all_day' => false, 'length' => 15, 'scope' => 'one',
        'recurrence_id' => '2026-11-27T07:15:00'])->assertOk();
    $vents = fn (array $all): array => array_column(array_filter($all, fn (array $one): bool => $one['title'] === 'Vent check'), 'start');
    $week = $this->api('GET', 'account/zone?zone=Europe/London')->assertOk()->json();
    expect($vents($week['wall']))
        ->toBe(['2026-11-27T14:00:00', '2026-11-30T07:15:00', '2026-12-01T07:15:00', '2026-12-02T07:15:00'])
        ->and($vents($week['instant']))
        ->toBe(['2026-11-27T13:00:00', '2026-11-30T06:15:00', '2026-12-01T06:15:00', '2026-12-02T06:15:00']);
    $this->api('PATCH', 'account', ['zone' => 'Europe/London'])->assertOk();
    expect($vents($this->occurrences('from=2026-11-26&days=7')))->toBe($vents($week['wall']));
});
