<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\Timing;

beforeEach(function () {
    $this->task = fn (string $title, array $fields = []): array => $this->entry(['title' => $title, ...$fields]);
    $this->on = fn (string $title, string $date, array $fields = []): array => $this->entry([
        'title' => $title,
        'start' => $date,
        'end' => $date,
        ...$fields,
    ]);
    $this->tick = fn (array $entry, string $id = 'once') => $this->api(
        'PUT',
        "entries/{$entry['id']}/occurrences/{$id}/done",
    )->assertNoContent();
    $this->day = fn (string $date = '2026-11-25'): array => $this->api('GET', "board?from={$date}&days=1")->json('days.0');
});

test('what rolls stands on today with its day and how often, and no longer where it was', function () {
    ($this->on)('Sharpen secateurs', '2026-11-20', ['missed' => 'roll', 'estimate' => 20]);
    expect($this->shown('2026-11-16', 14))
        ->toBe(['11-25 Sharpen secateurs'])
        ->and($this->occurrences('from=2026-11-25&days=1')[0])
        ->toMatchArray(['since' => '2026-11-20', 'rolled' => 5, 'recurrence_id' => 'once', 'all_day' => true])
        ->and(($this->day)()['listed'])
        ->toBe(20)
        ->and(($this->day)('2026-11-20')['tasks'])
        ->toBe(0);
    $this->at('2026-12-03T08:00:00+01:00'); // the machine was off for a week
    expect($this->shown('2026-11-16', 21))->toBe(['12-03 Sharpen secateurs']);
    $this->user->zone = 'Pacific/Auckland'; // 20:00 there
    $this->api('PATCH', 'account', ['zone' => 'Pacific/Auckland'])->assertOk();
    $this->at('2026-12-03T13:00:00+01:00'); // past midnight there
    expect($this->shown('2026-11-30', 7))->toBe(['12-04 Sharpen secateurs']);
});

test('of a routine the latest rolls until the next one comes', function () {
    $traps = ($this->on)('Sticky traps', '2026-11-12', ['rule' => 'FREQ=WEEKLY', 'missed' => 'roll']);
    expect($this->shown('2026-11-09', 21))
        ->toBe(['11-12 Sticky traps', '11-25 Sticky traps', '11-26 Sticky traps'])
        ->and($this->api('GET', "entries/{$traps['id']}/past")->json('missed'))
        ->toBe(2);
    $this->at('2026-11-26T00:00:01+01:00');
    expect($this->shown('2026-11-09', 21))->toBe(['11-12 Sticky traps', '11-19 Sticky traps', '11-26 Sticky traps']);
});

test('what has rolled on stays where it was done', function () {
    $traps = ($this->on)('Sticky traps', '2026-11-19', ['rule' => 'FREQ=WEEKLY', 'missed' => 'roll']);
    $single = $this->entry(...)([
        'title' => 'Bank',
        'all_day' => false,
        'start' => '2026-11-23T10:00:00',
        'end' => '2026-11-23T10:45:00',
        'missed' => 'roll',
    ]);
    expect(collect($this->occurrences('from=2026-11-25&days=1'))->firstWhere('title', 'Bank')['estimate'])->toBe(45);
    ($this->tick)($traps, '2026-11-19');
    ($this->tick)($single);
    expect($this->shown('2026-11-16', 10))
        ->toEqualCanonicalizing(['11-25 Bank done', '11-25 Sticky traps done moved'])
        ->and(Entry::query()->find($single['id']))
        ->toMatchArray(['start' => '2026-11-25', 'estimate' => 45]);
    $this->api('POST', 'undo');
    expect($this->occurrences('from=2026-11-25&days=1'))
        ->toHaveCount(2)
        ->and(Entry::query()->find($single['id'])->start)
        ->toBe('2026-11-23T10:00:00');
    $this->at('2026-11-27T09:00:00+01:00');
    expect($this->shown('2026-11-23', 7))->toContain('11-25 Sticky traps done moved');
});

test('a finished or lapsing one does not roll, an event never does', function () {
    ($this->on)('Lapses', '2026-11-23', ['missed' => 'lapse']);
    ($this->on)('Holds', '2026-11-23', ['missed' => 'hold']);
    ($this->on)('Fair', '2026-11-23', ['missed' => 'roll', 'kind' => 'event']);
    ($this->tick)(($this->on)('Done', '2026-11-23', ['missed' => 'roll']));
    expect($this->shown())->toEqualCanonicalizing(['11-23 Lapses', '11-23 Holds', '11-23 Fair', '11-25 Done done']); // done today, whatever day it was for
});

test('let go it leaves the views and stays in the record, and can be taken up again', function () {
    $bread = ($this->on)('Bread', '2026-11-24', ['rule' => 'FREQ=DAILY;INTERVAL=3']);
    $loose = ($this->task)('New laces');
    $this->api('PUT', "entries/{$bread['id']}/occurrences/2026-11-24/let-go")->assertNoContent();
    $this->api('PUT', "entries/{$loose['id']}/occurrences/once/let-go")->assertNoContent();
    expect($this->shown())
        ->toBe(['11-27 Bread'])
        ->and($this->api('GET', 'basket')->json('items'))
        ->toBe([])
        ->and($this->api('GET', "entries/{$bread['id']}/past")->json('past.0'))
        ->toMatchArray(['recurrence_id' => '2026-11-24', 'state' => 'let_go'])
        ->and($this->api('GET', 'search?q=laces')->json('found.0.title'))
        ->toBe('New laces');
    $this->api('DELETE', "entries/{$bread['id']}/occurrences/2026-11-24/let-go")->assertNoContent();
    expect($this->shown())->toBe(['11-24 Bread', '11-27 Bread']);
    $this->api('PUT', "entries/{$bread['id']}/occurrences/2026-11-25/let-go")->assertNotFound();
});

test('due and placed are two things', function () {
    $report = $this->entry([
        'title' => 'Grant report',
        'all_day' => false,
        'start' => '2026-11-25T14:00:00',
        'end' => '2026-11-25T15:00:00',
        'due' => '2026-11-27',
    ]);
    expect(($this->day)('2026-11-27')['due'])
        ->toBe([
            [
                'entry_id' => $report['id'],
                'recurrence_id' => 'once',
                'title' => 'Grant report',
                'calendar_id' => $report['calendar_id'],
                'area_id' => $this->calendar()->area_id,
                'due' => '2026-11-27',
                'done' => false,
                'importance' => null,
                'effort' => null,
                'labels' => [],
                'colour' => null,
                'routine' => false,
                'late' => false,
            ],
        ])
        ->and(($this->day)('2026-11-25')['due'])
        ->toBe([])
        ->and($this->occurrences('from=2026-11-25&days=1')[0])
        ->not->toHaveKey('after_due');
    $this->api('POST', "entries/{$report['id']}/move", ['start' => '2026-11-28', 'all_day' => true, 'length' => 1])->assertOk();
    expect($this->occurrences('from=2026-11-28&days=1')[0])
        ->toMatchArray(['after_due' => true, 'due' => '2026-11-27'])
        ->and($this->api('GET', 'days/2026-11-25')->json('late'))
        ->toBe([]);
    $this->at('2026-11-28T00:00:00+01:00'); // late by the due date, though it is placed on today
    expect($this->api('GET', 'days/2026-11-28')->json('late.0.title'))->toBe('Grant report');
    ($this->tick)($report);
    expect($this->api('GET', 'days/2026-11-28')->json('late'))
        ->toBe([])
        ->and(($this->day)('2026-11-27')['due'][0])
        ->toMatchArray(['done' => true, 'late' => false]);
});

test('the due date of a routine is that of each occurrence', function () {
    // Filled in on Monday at nine, due two days later at 18:00.
    $this->entry([
        'title' => 'Hours sheet',
        'all_day' => false,
        'start' => '2026-11-09T09:00:00',
        'end' => '2026-11-09T09:30:00',
        'rule' => 'FREQ=WEEKLY',
        'due' => '2026-11-11T18:00:00',
    ]);
    $due = fn (string $date): array => array_column(
        $this->api('GET', "board?from={$date}&days=1")->json('days.0.due'),
        'due',
        'recurrence_id',
    );
    expect($due('2026-11-25'))
        ->toBe(['2026-11-23T09:00:00' => '2026-11-25T18:00:00'])
        ->and($due('2026-12-02'))
        ->toBe(['2026-11-30T09:00:00' => '2026-12-02T18:00:00'])
        ->and($due('2026-11-23'))
        ->toBe([]);
    expect(array_column($this->api('GET', 'days/2026-11-25')->json('late'), 'due'))->toBe([
        '2026-11-11T18:00:00',
        '2026-11-18T18:00:00',
    ]);
    $this->at('2026-11-25T18:00:00+01:00');
    expect(array_column($this->api('GET', 'days/2026-11-25')->json('late'), 'due'))->toBe([
        '2026-11-11T18:00:00',
        '2026-11-18T18:00:00',
        '2026-11-25T18:00:00',
    ]);
    $this->at('2026-11-26T00:00:00+01:00'); // a fortnight is looked back
    expect(array_column($this->api('GET', 'days/2026-11-26')->json('late'), 'due'))->toBe([
        '2026-11-18T18:00:00',
        '2026-11-25T18:00:00',
    ]);
});

test('a date has hours of its own, shown the same in every view', function () {
    $this->api('PATCH', 'account', [
        'week' => array_fill(0, 7, ['minutes' => 480, 'wakes' => 360, 'sleeps' => 1320, 'theme' => '']),
    ]);
    ($this->on)('Stock count', '2026-11-25', ['estimate' => 120]);
    expect(($this->day)())->toMatchArray(['capacity' => 480, 'over' => false, 'own_hours' => false]);
    $this->api('PUT', 'days/2026-11-25/hours', ['minutes' => 90])->assertNoContent();
    expect(($this->day)())
        ->toMatchArray(['capacity' => 90, 'over' => true, 'own_hours' => true])
        ->and(($this->day)('2026-12-02')['capacity'])
        ->toBe(480)
        ->and($this->api('GET', 'ruler?from=2026-11-23&weeks=1')->json('days.2'))
        ->toBe(['date' => '2026-11-25', 'minutes' => 120, 'capacity' => 90, 'free' => -30, 'over' => true])
        ->and($this->api('GET', 'ruler?from=2026-11-26&weeks=1&adding=480')->json('days.0'))
        ->toBe(['date' => '2026-11-26', 'minutes' => 480, 'capacity' => 480, 'free' => 0, 'over' => false])
        ->and($this->api('GET', 'ruler?from=2026-11-26&weeks=1&adding=481')->json('days.0'))
        ->toMatchArray(['free' => -1, 'over' => true])
        ->and($this->api('GET', 'month?from=2026-11-23&days=7')->json('days.2'))
        ->toMatchArray(['capacity' => 90, 'over' => true])
        ->and(collect($this->api('GET', 'year?year=2026')->json('days'))->firstWhere('date', '2026-11-25'))
        ->toMatchArray(['minutes' => 120, 'capacity' => 90, 'over' => true]);
    $this->api('POST', 'undo');
    expect(($this->day)()['capacity'])->toBe(480);
    $this->api('PUT', 'days/2026-11-25/hours', ['minutes' => 0])->assertNoContent(); // a day with no hours: anything is too much, nothing is not
    expect(($this->day)()['over'])->toBeTrue();
    $this->api('PUT', 'days/2026-11-26/hours', ['minutes' => 0])->assertNoContent();
    expect(($this->day)('2026-11-26')['over'])->toBeFalse();
    $this->api('DELETE', 'days/2026-11-25/hours')->assertNoContent();
    expect(($this->day)())->toMatchArray(['capacity' => 480, 'own_hours' => false]);
    $this->api('PUT', 'days/2026-11-25/hours', ['minutes' => 1500])
        ->assertStatus(422)
        ->assertJsonPath('errors.minutes.0', 'A day has between 0 and 24 hours.');
    $this->api('PUT', 'days/2026-02-30/hours', ['minutes' => 60])->assertStatus(422);
});

test('an estimate of nothing takes no time, one of forty hours is over full', function () {
    ($this->on)('Say thanks', '2026-11-25', ['estimate' => 0]);
    expect(($this->day)())->toMatchArray(['listed' => 0, 'tasks' => 1, 'over' => false]);
    ($this->on)('Rebuild the frames', '2026-11-25', ['estimate' => 2400]);
    expect(($this->day)())->toMatchArray(['listed' => 2400, 'over' => true]);
    $this->api('POST', 'entries', ['title' => 'Too long', 'calendar_id' => $this->calendar()->id, 'estimate' => 6001])
        ->assertStatus(422)
        ->assertJsonPath('errors.estimate.0', 'An estimate lies between nothing and 100 hours.');
});

test('the basket says what presses and why', function () {
    ($this->task)('New laces');
    ($this->task)('Re-putty the pane', ['due' => '2026-11-23']);
    ($this->task)('Radiators', ['around' => '2027-W14']);
    ($this->task)('Order fleece', ['due' => '2026-11-30', 'not_before' => '2026-11-28']);
    ($this->task)('Gutter', ['waiting_for' => ' the roofer ', 'ask_again' => '2026-11-24']);
    $items = $this->api('GET', 'basket')->json('items');
    expect(array_map(fn (array $one): string => "{$one['group']}: {$one['title']}".($one['rests'] ? ', rests' : ''), $items))
        ->toBe([
            'late: Re-putty the pane',
            'soon: Gutter',
            'later: Order fleece, rests',
            'later: Radiators, rests',
            'none: New laces',
        ])
        ->and($items[1])
        ->toMatchArray(['waiting_for' => 'the roofer', 'ask_again' => '2026-11-24']);
    expect($this->api('GET', 'days/2026-11-25')->json('ask.0'))
        ->toMatchArray(['title' => 'Gutter', 'waiting_for' => 'the roofer'])
        ->and($this->api('GET', 'days/2026-11-23')->json('ask'))
        ->toBe([]);
    $this->api('POST', 'entries', ['title' => 'x', 'calendar_id' => $this->calendar()->id, 'around' => '2027-W53'])
        ->assertStatus(422)
        ->assertJsonPath('errors.around.0', '2027 has no week 53.');
    // A number alone stands for the next week that has it. Today lies in week 48 of 2026, a year of 53 weeks.
    foreach (
        ['W48' => '2026-W48', 'W47' => '2027-W47', 'W3' => '2027-W03', 'W53' => '2026-W53', '2027-W14' => '2027-W14'] as $sent => $kept
    ) {
        expect(($this->task)("Around {$sent}", ['around' => $sent])['around'])->toBe($kept);
    }
    $this->api('POST', 'entries', ['title' => 'x', 'calendar_id' => $this->calendar()->id, 'around' => 'W54'])
        ->assertStatus(422)
        ->assertJsonPath('errors.around.0', 'There is no week 54.');
});

test('the basket is put in order by hand', function () {
    [$a, $b, $c] = array_map(fn (string $title): array => ($this->task)($title), ['A', 'B', 'C']);
    $this->api('PUT', 'basket/order', ['ids' => [$c['id'], $a['id']]])->assertNoContent();
    expect(array_column($this->api('GET', 'basket')->json('items'), 'title'))->toBe(['C', 'A', 'B']);
    $this->api('POST', 'undo');
    expect(array_column($this->api('GET', 'basket')->json('items'), 'title'))->toBe(['A', 'B', 'C']);
});

test('the musts of a day are chosen, of a routine just that one', function () {
    $vents = $this->ventCheck();
    $sow = ($this->on)('Sow', '2026-11-26', ['importance' => 'should']);
    $label = ($this->on)('Label trays', '2026-11-26', ['importance' => 'must']);
    $key = "{$vents['id']}|2026-11-26T07:15:00";
    $this->api('PUT', 'days/2026-11-26/order', [
        'musts' => ["{$sow['id']}|once", $key],
        'others' => ["{$label['id']}|once"],
    ])->assertNoContent();
    $by = collect($this->occurrences('from=2026-11-26&days=2'))->keyBy('key');
    expect($by["{$sow['id']}|once"])
        ->toMatchArray(['importance' => 'must', 'rank' => 0])
        ->and($by[$key])
        ->toMatchArray(['importance' => 'must', 'rank' => 1])
        ->and($by["{$label['id']}|once"])
        ->toMatchArray(['importance' => null, 'rank' => 2_000_000_002])
        ->and($by["{$vents['id']}|2026-11-27T07:15:00"]['importance'])
        ->toBeNull();
    $this->api('PUT', 'days/2026-11-26/order', ['musts' => ['nothing|once']])->assertNotFound();
    $this->api('PUT', 'days/2026-11-26/order', [
        'musts' => [],
        'others' => ["{$vents['id']}|2026-11-28T07:15:00"],
    ])->assertNotFound();
});

test('a day that holds too many says so, by the account’s own limits', function () {
    foreach (range(1, 3) as $i) {
        ($this->on)("Must {$i}", '2026-11-26', ['importance' => 'must']);
    }
    ($this->on)('Fair', '2026-11-26', ['kind' => 'event']);
    ($this->on)('Other', '2026-11-26');
    expect($this->api('GET', 'days/2026-11-26')->json())->toMatchArray([
        'places' => ['musts' => 3, 'others' => 1],
        'full' => ['3 musts, and 2 are the limit.'],
    ]);
    $this->api('PATCH', 'account', ['must_limit' => 3, 'other_limit' => 0])->assertOk();
    expect($this->api('GET', 'days/2026-11-26')->json('full'))->toBe(['1 other, and 0 are the limit.']);
    $this->api('PATCH', 'account', ['must_limit' => 0])
        ->assertStatus(422)
        ->assertJsonPath('errors.must_limit.0', 'Between 1 and 9 musts a day.');
});

test('work is timed for each occurrence, one at a time, and survives a reload', function () {
    $vents = $this->ventCheck();
    $sow = ($this->on)('Sow', '2026-11-25');
    $running = $this->api('POST', 'timings', [
        'entry_id' => $vents['id'],
        'recurrence_id' => '2026-11-25T07:15:00',
        'planned' => 25,
    ])
        ->assertCreated()
        ->json('running');
    expect($running)->toMatchArray([
        'title' => 'Vent check',
        'planned' => 25,
        'bell' => $running['started_at'] + 1500,
        'forgotten' => false,
    ]);
    $this->at('2026-11-25T10:32:30+01:00');
    expect($this->api('GET', 'timings/running')->json('running.id'))->toBe($running['id']);
    $this->api('POST', 'timings', ['entry_id' => $sow['id']])
        ->assertCreated()
        ->assertJsonPath('running.title', 'Sow'); // ends the first
    $this->at('2026-11-25T11:02:30+01:00');
    $now = $this->api('GET', 'days/2026-11-25')->json();
    expect($now['timed'])
        ->toEqualCanonicalizing(["{$vents['id']}|2026-11-25T07:15:00" => 13, "{$sow['id']}|once" => 30])
        ->and($now['running']['title'])
        ->toBe('Sow');
    $this->api('POST', "timings/{$now['running']['id']}/stop")->assertOk();
    expect($this->api('GET', 'timings/running')->json('running'))
        ->toBeNull()
        ->and(Timing::query()->whereNull('ended_at')->count())
        ->toBe(0);
    $this->api('DELETE', "timings/{$now['running']['id']}")->assertNoContent();
    expect($this->api('GET', 'days/2026-11-25')->json('timed'))->toBe(["{$vents['id']}|2026-11-25T07:15:00" => 13]);
});

test('a forgotten timing is asked about and ended where it really ended', function () {
    $sow = ($this->on)('Sow', '2026-11-25');
    $this->api('POST', 'timings', ['entry_id' => $sow['id'], 'planned' => 25])->assertCreated();
    $this->at('2026-11-25T19:00:00+01:00');
    $running = $this->api('GET', 'timings/running')->json('running');
    expect($running['forgotten'])->toBeTrue();
    $this->api('POST', "timings/{$running['id']}/stop", ['ended_at' => $running['started_at'] - 1])
        ->assertStatus(422)
        ->assertJsonPath('message', 'It ended between when it was started and now.');
    $this->api('POST', "timings/{$running['id']}/stop", ['ended_at' => $running['bell']])->assertOk();
    expect($this->api('GET', 'days/2026-11-25')->json('timed'))->toBe(["{$sow['id']}|once" => 25]);
});

test('what was done is listed by day, with who and how long', function () {
    $sow = ($this->on)('Sow', '2026-11-25', ['estimate' => 40]);
    $vents = $this->ventCheck();
    $this->api('POST', 'timings', ['entry_id' => $sow['id']])->assertCreated();
    $this->at('2026-11-25T11:00:00+01:00');
    ($this->tick)($sow);
    $this->at('2026-11-26T07:20:00+01:00');
    ($this->tick)($vents, '2026-11-26T07:15:00');
    $days = $this->api('GET', 'done?from=2026-11-20&days=10')->assertOk()->json('days');
    expect(array_column($days, 'date'))
        ->toBe(['2026-11-26', '2026-11-25'])
        ->and($days[1]['done'][0])
        ->toMatchArray(['title' => 'Sow', 'by' => 'Steward', 'estimate' => 40, 'timed' => 40, 'done_at' => '2026-11-25T11:00:00'])
        ->and($days[0]['done'][0])
        ->toMatchArray(['title' => 'Vent check', 'routine' => true, 'timed' => null]);
});

test('steps start afresh each time, and one becomes a task of its own', function () {
    $round = ($this->on)('Round', '2026-11-24', [
        'rule' => 'FREQ=DAILY',
        'checklist' => [['text' => 'North house', 'done' => false], ['text' => 'Order glass', 'done' => false]],
    ]);
    $task = $this->api('POST', "entries/{$round['id']}/steps/1/out", ['recurrence_id' => '2026-11-25'])
        ->assertCreated()
        ->json();
    expect($task)->toMatchArray([
        'title' => 'Order glass',
        'kind' => 'task',
        'start' => null,
        'calendar_id' => $round['calendar_id'],
    ]);
    $by = collect($this->occurrences('from=2026-11-24&days=3'))->keyBy('recurrence_id');
    expect($by['2026-11-25']['steps'])
        ->toBe(1)
        ->and($by['2026-11-24']['steps'])
        ->toBe(2)
        ->and($by['2026-11-26']['steps'])
        ->toBe(2);
    $this->api('POST', "entries/{$round['id']}/steps/0/out")->assertCreated();
    expect(Entry::query()->find($round['id'])->checklist)->toBe([['text' => 'Order glass', 'done' => false]]);
    $this->api('POST', "entries/{$round['id']}/steps/7/out")->assertNotFound();
    $this->api('POST', 'undo');
    expect(Entry::query()->where('title', 'North house')->exists())
        ->toBeFalse()
        ->and(Entry::query()->find($round['id'])->checklist)
        ->toHaveCount(2);
});

test('an occurrence that was moved meanwhile is still ticked where it stands now', function () {
    $vents = $this->ventCheck();
    $this->api('POST', "entries/{$vents['id']}/move", [
        'start' => '2026-11-26T09:00:00',
        'all_day' => false,
        'length' => 15,
        'scope' => 'one',
        'recurrence_id' => '2026-11-25T07:15:00',
    ])->assertOk();
    ($this->tick)($vents, '2026-11-25T07:15:00');
    expect($this->shown('2026-11-25', 2))->toBe(['11-26T07:15 Vent check', '11-26T09:00 Vent check done moved']);
    $this->api('DELETE', "entries/{$vents['id']}", ['scope' => 'whole'])->assertNoContent();
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-25T07:15:00/done")->assertNotFound();
});

test('tasks of a deleted calendar go where they are sent, decisions and timings with them', function () {
    $area = $this->api('GET', 'areas')->json('areas.0.id');
    $choir = $this->api('POST', 'calendars', ['name' => 'Choir', 'area_id' => $area])->json('id');
    $alto = ($this->on)('Alto line', '2026-11-25', ['calendar_id' => $choir]);
    $this->api('POST', 'timings', ['entry_id' => $alto['id']])->assertCreated();
    $this->api('DELETE', "calendars/{$choir}", ['entries' => 'move', 'move_to' => $this->calendar()->id])->assertNoContent();
    expect($this->shown('2026-11-25', 1))
        ->toBe(['11-25 Alto line'])
        ->and($this->api('GET', 'timings/running')->json('running.title'))
        ->toBe('Alto line');
});

test(
    'what a single occurrence is estimated at counts in the load, and one that was taken off its hours keeps its length',
    function () {
        $sheets = $this->entry([
            'title' => 'Sheets',
            'start' => '2026-11-26',
            'end' => '2026-11-26',
            'rule' => 'FREQ=DAILY',
            'estimate' => 10,
        ]);
        $this->api('PATCH', "entries/{$sheets['id']}", [
            'estimate' => 45,
            'scope' => 'one',
            'recurrence_id' => '2026-11-27',
        ])->assertOk();
        $vents = $this->ventCheck();
        $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-26T07:15:00/day", [
            'day' => '2026-11-27',
        ])->assertNoContent();
        $listed = array_column($this->api('GET', 'board?from=2026-11-26&days=3')->json('days'), 'listed', 'date');
        expect($listed)->toBe(['2026-11-26' => 10, '2026-11-27' => 45 + 15, '2026-11-28' => 10]);
    },
);

test('a deadline stands on its day wherever the work on it was moved, before or after, and through whatever window', function () {
    $wages = $this->entry([
        'title' => 'Wages',
        'start' => '2026-11-16',
        'end' => '2026-11-16',
        'rule' => 'FREQ=WEEKLY',
        'due' => '2026-11-18',
    ]);
    $early = $this->entry([
        'title' => 'Order',
        'start' => '2026-11-20',
        'end' => '2026-11-20',
        'rule' => 'FREQ=WEEKLY',
        'due' => '2026-11-12',
    ]);
    $rolls = $this->entry([
        'title' => 'Traps',
        'start' => '2026-11-23',
        'end' => '2026-11-23',
        'rule' => 'FREQ=WEEKLY',
        'due' => '2026-12-01',
        'missed' => 'roll',
    ]);
    $this->api('POST', "entries/{$wages['id']}/move", [
        'start' => '2026-12-20',
        'all_day' => true,
        'length' => 1,
        'scope' => 'one',
        'recurrence_id' => '2026-11-30',
    ])->assertOk();
    $due = function (string $from, int $days): array {
        $found = [];
        foreach ($this->api('GET', "board?from={$from}&days={$days}")->json('days') as $day) {
            foreach ($day['due'] as $one) {
                $found[] = "{$day['date']} {$one['title']}";
            }
        }
        sort($found);

        return $found;
    };
    $all = ['2026-11-26 Order', '2026-12-01 Traps', '2026-12-02 Wages', '2026-12-03 Order'];
    expect(array_values(array_filter($due('2026-11-26', 8))))->toBe($all);
    $byDay = [];
    for ($day = 0; $day < 8; $day++) {
        array_push($byDay, ...$due((string) PlumRota\Core\Time\LocalDate::parse('2026-11-26')->plusDays($day), 1));
    }
    expect($byDay)->toBe($all);
    // Late by its due date, though it stands weeks ahead.
    $this->at('2026-12-03T09:00:00+01:00');
    expect(array_column($this->api('GET', 'days/2026-12-03')->json('late'), 'title'))->toContain('Wages');
});

test('the sheet’s next dates leave out what is closed, and begin at the open one of what counts from its finish', function () {
    $next = fn (array $entry): array => array_slice(
        array_column(
            $this->api('POST', 'rhythm/preview', [
                ...array_intersect_key($entry, array_flip(['start', 'end', 'all_day', 'after_done', 'rule'])),
                'entry_id' => $entry['id'],
            ])->json('next'),
            'start',
        ),
        0,
        2,
    );
    $vents = $this->ventCheck();
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-25T07:15:00/done")->assertNoContent();
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-27T07:15:00/skipped")->assertNoContent();
    expect($next($vents))->toBe(['2026-11-26T07:15:00', '2026-11-30T07:15:00']);
    $hair = $this->entry([
        'title' => 'Hair wash',
        'start' => '2026-11-20',
        'end' => '2026-11-20',
        'rule' => 'FREQ=DAILY;INTERVAL=5',
        'after_done' => true,
    ]);
    $this->api('PUT', "entries/{$hair['id']}/occurrences/2026-11-20/done")->assertNoContent();
    expect($next($hair))->toBe(['2026-11-30']);
});

test('what rolled on and is ticked stays where it was done, and was not put off by it', function () {
    $once = ($this->on)('Sharpen secateurs', '2026-11-20', ['missed' => 'roll']);
    $weekly = ($this->on)('Oil the hinges', '2026-11-22', ['missed' => 'roll', 'rule' => 'FREQ=WEEKLY']);
    ($this->tick)($once);
    ($this->tick)($weekly, '2026-11-22');
    $shown = $this->occurrences('from=2026-11-25&days=1');
    expect(array_column($shown, 'done', 'title'))
        ->toBe(['Sharpen secateurs' => true, 'Oil the hinges' => true])
        ->and(array_column($shown, 'put_off'))
        ->toBe([]);
});

test('what is due and was let go stands in no list of deadlines, late or to come', function () {
    $late = ($this->on)('Renew the lease', '2026-11-20', ['due' => '2026-11-24']);
    $soon = ($this->on)('Order seed', '2026-11-25', ['due' => '2026-11-26']);
    $titles = fn (): array => [
        array_column($this->api('GET', 'days/2026-11-25')->json('late'), 'title'),
        array_column($this->api('GET', 'board?from=2026-11-26&days=1')->json('days.0.due'), 'title'),
    ];
    expect($titles())->toBe([['Renew the lease'], ['Order seed']]);
    foreach ([$late, $soon] as $one) {
        $this->api('PUT', "entries/{$one['id']}/occurrences/once/let-go")->assertNoContent();
    }
    expect($titles())->toBe([[], []]);
});

test('once a year and missed, it stands on today until the next one comes', function () {
    ($this->on)('Radiators', '2025-12-05', ['missed' => 'roll', 'rule' => 'FREQ=YEARLY']);
    expect($this->shown('2026-11-25', 1))->toBe(['11-25 Radiators']);
    $this->at('2026-12-05T08:00:00+01:00');
    expect($this->shown('2026-12-05', 1))->toBe(['12-05 Radiators']);
});

test('what counts from when it was done goes by its last finish, however long ago that was, done or skipped', function () {
    $this->at('2026-06-01T10:00:00+02:00');
    $done = ($this->on)('Prescription', '2026-06-01', ['rule' => 'FREQ=DAILY;INTERVAL=180', 'after_done' => true]);
    $skipped = ($this->on)('Hair wash', '2026-06-01', ['rule' => 'FREQ=DAILY;INTERVAL=179', 'after_done' => true]);
    ($this->tick)($done, '2026-06-01');
    $this->api('PUT', "entries/{$skipped['id']}/occurrences/2026-06-01/skipped")->assertNoContent();
    $this->at('2026-11-25T10:20:00+01:00');
    expect($this->shown('2026-11-23', 14))
        ->toBe(['11-27 Hair wash', '11-28 Prescription'])
        ->and($this->shown('2026-06-01', 1))
        ->toBe(['06-01 Prescription done'])
        ->and(array_column($this->api('POST', 'rhythm/preview', ['entry_id' => $done['id'], 'rule' => 'FREQ=DAILY;INTERVAL=180', 'after_done' => true,
            'all_day' => true, 'start' => '2026-06-01', 'end' => '2026-06-01'])->json('next'), 'start'))
        ->toBe(['2026-11-28']);
});

test('a timing is set right, and lies over no other', function () {
    $sieve = $this->entry(['title' => 'Sieve the compost']);
    $this->api('POST', 'timings', ['entry_id' => $sieve['id']])->assertCreated();
    $this->travel(30)->minutes();
    $pots = $this->entry(['title' => 'Wash the pots']);
    $this->api('POST', 'timings', ['entry_id' => $pots['id']])->assertCreated();
    $this->travel(20)->minutes();
    $list = fn (array $entry): array => $this->api('GET', "timings?entry_id={$entry['id']}&recurrence_id=once")->assertOk()->json('timings');
    [$first] = $list($sieve);
    expect($first)->toMatchArray(['started' => '2026-11-25T10:20:00', 'ended' => '2026-11-25T10:50:00', 'minutes' => 30]);
    $set = fn (string $started, string $ended) => $this->api('PATCH', "timings/{$first['id']}", compact('started', 'ended'));
    $set('2026-11-25T09:45', '2026-11-25T10:30')->assertNoContent();
    expect($list($sieve))->toMatchArray([['id' => $first['id'], 'started' => '2026-11-25T09:45:00', 'ended' => '2026-11-25T10:30:00', 'minutes' => 45]]);
    foreach ([
        ['2026-11-25T10:00', '2026-11-25T10:55', 'From 10:50 to 11:10 something else was timed.'],
        ['2026-11-25T10:00', '2026-11-25T10:00', 'It ended after it was started.'],
        ['2026-11-25T10:00', '2026-11-25T12:00', 'It ended before now.'],
        ['2026-11-31T10:00', '2026-11-25T12:00', null],
    ] as [$started, $ended, $says]) {
        $answer = $set($started, $ended)->assertUnprocessable();
        if ($says !== null) {
            $answer->assertJsonPath('message', $says);
        }
    }
    $this->api('POST', 'undo')->assertOk();
    expect($list($sieve)[0]['minutes'])->toBe(30);
});
