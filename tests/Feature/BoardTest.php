<?php

declare(strict_types=1);

test('a routine stands on each of its days, at its hour across both clock changes', function () {
    $this->ventCheck();
    expect($this->shown())->toBe(['11-23T07:15 Vent check', '11-24T07:15 Vent check', '11-25T07:15 Vent check', '11-26T07:15 Vent check', '11-27T07:15 Vent check'])
        ->and($this->shown('2027-03-26', 5))->toBe(['03-26T07:15 Vent check', '03-29T07:15 Vent check', '03-30T07:15 Vent check'])
        ->and($this->shown('2027-10-29', 5))->toBe(['10-29T07:15 Vent check', '11-01T07:15 Vent check', '11-02T07:15 Vent check']);
});

test('an account moved to another zone sees its entries there, and all-day ones on their date', function () {
    $this->ventCheck(['start' => '2026-11-25T07:15', 'end' => '2026-11-25T07:30', 'rule' => null]);
    $this->entry(['title' => 'Bins', 'start' => '2026-11-25']);
    $this->api('PATCH', 'account', ['zone' => 'America/New_York'])->assertOk()->assertJsonPath('zone', 'America/New_York');
    expect($this->shown('2026-11-25', 1))->toBe(['11-25 Bins', '11-25T01:15 Vent check']);
    $this->api('PATCH', 'account', ['zone' => 'Pacific/Auckland'])->assertOk();
    expect($this->shown('2026-11-25', 1))->toBe(['11-25 Bins', '11-25T19:15 Vent check']);
});

test('a day says how full it is, what is done of all and where it is double-booked', function () {
    $this->entry(['title' => 'School visit', 'kind' => 'event', 'all_day' => false, 'start' => '2026-11-25T09:00', 'end' => '2026-11-25T12:00']);
    $this->entry(['title' => 'Clinic', 'kind' => 'event', 'all_day' => false, 'start' => '2026-11-25T11:00', 'end' => '2026-11-25T12:30', 'travel' => 30]);
    $this->entry(['title' => 'Report', 'start' => '2026-11-25', 'estimate' => 300]);
    $day = $this->api('GET', 'board?from=2026-11-25&days=1')->json('days.0');
    expect($day)->toMatchArray(['placed' => 210, 'listed' => 300, 'capacity' => 480, 'over' => true, 'tasks' => 1, 'done' => 0, 'conflicts' => 1]);
    $meets = collect($this->occurrences('from=2026-11-25&days=1'))->pluck('meets', 'title');
    expect($meets['School visit'])->toBe(['Clinic'])->and($meets['Clinic'])->toBe(['School visit'])->and($meets['Report'])->toBe([]);
});

test('the ribbon counts the hours of each area in the period', function () {
    $this->ventCheck();
    $area = $this->user->areas()->firstOrFail();
    $this->api('PATCH', "areas/{$area->id}", ['intended_minutes' => 420])->assertOk();
    expect($this->api('GET', 'board?from=2026-11-23&days=7')->json('areas.0'))->toBe(['area_id' => $area->id, 'placed' => 75, 'intended' => 420])
        ->and($this->api('GET', 'board?from=2026-11-23&days=1')->json('areas.0.intended'))->toBe(60);
});

test('the ruler and the board agree on every day', function () {
    $this->ventCheck();
    $this->entry(['title' => 'Stock count', 'start' => '2026-11-30', 'estimate' => 600]);
    $ruler = $this->api('GET', 'ruler?from=2026-11-23&weeks=2')->json('days');
    $board = $this->api('GET', 'board?from=2026-11-23&days=14')->json('days');
    expect($ruler)->toHaveCount(14)
        ->and(array_column($ruler, 'minutes'))->toBe(array_map(fn (array $day): int => $day['placed'] + $day['listed'], $board))
        ->and(array_column($ruler, 'over'))->toBe(array_column($board, 'over'));
});

test('a due date moves with the occurrences of a routine', function () {
    $this->entry(['title' => 'Wages', 'start' => '2026-11-23', 'rule' => 'FREQ=WEEKLY', 'due' => '2026-11-25T18:00']);
    expect($this->occurrences('from=2026-11-30')[0]['due'])->toBe('2026-12-02T18:00:00');
});

test('odd requests for days get a sentence', function (string $query) {
    $this->api('GET', "board?{$query}")->assertUnprocessable();
})->with(['from=2026-02-30', 'from=yesterday', 'days=7', 'from=2026-11-23&days=5000', 'from=9999-12-31']);
