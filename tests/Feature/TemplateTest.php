<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\Template;

/** @return list<string> "MM-DD hh:mm title" of what stands, by start */
function stampedOn(object $test, string $from, int $days): array
{
    return array_map(
        fn (array $one): string => substr($one['start'], 5, 11)." {$one['title']}",
        $test->occurrences("from={$from}&days={$days}"),
    );
}

/** @return string the id of a template of a market day: two blocks with hours and a task on the list */
function marketDay(object $test): string
{
    $event = ['kind' => 'event', 'all_day' => false];
    $stall = $test->entry([...$event, 'title' => 'Stall', 'start' => '2026-11-26T09:00:00', 'end' => '2026-11-26T12:00:00', 'place' => 'market']);
    $pack = $test->entry([...$event, 'title' => 'Pack up', 'start' => '2026-11-26T12:00:00', 'end' => '2026-11-26T12:30:00']);
    $till = $test->entry(['title' => 'Count the till', 'start' => '2026-11-26', 'estimate' => 20, 'checklist' => [['text' => 'coins', 'done' => true]]]);

    return $test
        ->api('POST', 'templates', [
            'kind' => 'day',
            'name' => 'Market day',
            'date' => '2026-11-26',
            'items' => array_map(fn (array $one): array => ['entry_id' => $one['id']], [$stall, $pack, $till]),
        ])
        ->assertCreated()
        ->json('id');
}

test('a day is kept, shows what it would meet, and is stamped on three days with one clash left out, in one step', function () {
    $id = marketDay($this);
    $this->entry(['kind' => 'event', 'all_day' => false, 'title' => 'Clinic', 'start' => '2026-12-04T11:00:00', 'end' => '2026-12-04T12:15:00']);
    $dates = ['2026-12-03', '2026-12-04', '2026-12-05'];
    $preview = $this->api('POST', "templates/{$id}/preview", ['dates' => $dates])->assertOk()->json('parts');
    $met = array_values(array_filter($preview, fn (array $one): bool => $one['meets'] !== []));
    expect($preview)
        ->toHaveCount(9)
        ->and(array_map(fn (array $one): array => [$one['date'], $one['title'], $one['meets']], $met))
        ->toBe([['2026-12-04', 'Stall', ['Clinic']], ['2026-12-04', 'Pack up', ['Clinic']]]);
    $this->api('POST', "templates/{$id}/stamp", ['dates' => $dates, 'without' => [['date' => '2026-12-04', 'part' => 0]]])
        ->assertCreated()
        ->assertJsonCount(8, 'entries');
    expect(stampedOn($this, '2026-12-03', 3))->toBe([
        '12-03 Count the till',
        '12-03T09:00 Stall',
        '12-03T12:00 Pack up',
        '12-04 Count the till',
        '12-04T11:00 Clinic',
        '12-04T12:00 Pack up',
        '12-05 Count the till',
        '12-05T09:00 Stall',
        '12-05T12:00 Pack up',
    ]);
    $till = Entry::query()->where('title', 'Count the till')->where('start', '2026-12-03')->firstOrFail();
    expect($till->checklist)->toBe([['text' => 'coins', 'done' => false]])->and($till->estimate)->toBe(20);
    expect($this->api('GET', 'templates')->json('templates.0.to_come'))->toBe(8);
    $this->api('POST', 'undo')->assertOk();
    expect(stampedOn($this, '2026-12-03', 3))->toBe(['12-04T11:00 Clinic']);
});

test('changing a template takes those along that are to come, are as they were stamped, and are meant to follow', function () {
    $id = marketDay($this);
    $this->api('POST', "templates/{$id}/stamp", ['dates' => ['2026-12-03', '2026-12-10']])->assertCreated();
    $moved = Entry::query()->where('title', 'Stall')->where('start', '2026-12-10T09:00:00')->firstOrFail();
    $this->api('POST', "entries/{$moved->id}/move", ['start' => '2026-12-10T10:00:00', 'all_day' => false, 'length' => 180])->assertOk();
    $parts = [
        ['part' => 0, 'at' => 480, 'length' => 240, 'title' => 'Market stall'],
        ['part' => 2, 'at' => null, 'length' => 1, 'title' => 'Count the till'],
    ];
    $this->api('PATCH', "templates/{$id}", ['parts' => $parts])->assertNoContent();
    expect(stampedOn($this, '2026-12-03', 1))->toBe(['12-03 Count the till', '12-03T09:00 Stall', '12-03T12:00 Pack up']);
    $this->api('POST', 'undo')->assertOk();
    $this->api('PATCH', "templates/{$id}", ['parts' => $parts, 'follow' => true])->assertNoContent();
    expect(stampedOn($this, '2026-12-03', 1))
        ->toBe(['12-03 Count the till', '12-03T08:00 Market stall'])
        ->and(stampedOn($this, '2026-12-10', 1))
        ->toBe(['12-10 Count the till', '12-10T10:00 Market stall']);
    $this->api('DELETE', "templates/{$id}")->assertNoContent();
    expect(Template::query()->count())->toBe(0)->and(stampedOn($this, '2026-12-03', 1))->toHaveCount(2);
});

test('by a rule: every second week in term, each block a routine; following moves what is to come', function () {
    $id = marketDay($this);
    $this->api('POST', "templates/{$id}/stamp", [
        'dates' => ['2026-12-03'],
        'weeks' => 2,
        'until' => '2027-03-01',
        'season_from' => '01-07',
        'season_to' => '12-18',
        'without' => [['date' => '2026-12-03', 'part' => 1]],
    ])->assertCreated();
    // Thursdays every second week from 3 December: 17 December, then 31 December out of term, 14 January and so on.
    $all = [];
    foreach (['2026-12-01', '2026-12-29', '2027-01-26', '2027-02-23'] as $from) {
        $all = [...$all, ...array_filter(stampedOn($this, $from, 28), fn (string $one): bool => str_contains($one, 'Stall'))];
    }
    expect($all)->toBe(['12-03T09:00 Stall', '12-17T09:00 Stall', '01-14T09:00 Stall', '01-28T09:00 Stall', '02-11T09:00 Stall', '02-25T09:00 Stall']);
    $this->at('2027-01-20T10:00:00+01:00');
    $this->api('PATCH', "templates/{$id}", [
        'parts' => [['part' => 0, 'at' => 600, 'length' => 180, 'title' => 'Stall']],
        'follow' => true,
    ])->assertNoContent();
    expect(stampedOn($this, '2027-01-14', 1))
        ->toBe(['01-14 Count the till', '01-14T09:00 Stall'])
        ->and(stampedOn($this, '2027-01-28', 1))
        ->toContain('01-28T10:00 Stall');
});

test('a week is kept with the days of its blocks; what lies on another day is refused', function () {
    $monday = $this->entry(['title' => 'Sow', 'start' => '2026-11-23']);
    $friday = $this->ventCheck();
    $this->api('POST', 'templates', [
        'kind' => 'week',
        'name' => 'Rota week',
        'date' => '2026-11-25',
        'items' => [['entry_id' => $monday['id']], ['entry_id' => $friday['id'], 'recurrence_id' => '2026-11-27T07:15:00']],
    ])->assertCreated();
    $id = Template::query()->value('id');
    $this->api('POST', "templates/{$id}/stamp", ['dates' => ['2026-12-07']])->assertCreated();
    expect(stampedOn($this, '2026-12-07', 1))->toContain('12-07 Sow')->and(Entry::query()->where('template_part', 1)->value('start'))->toBe('2026-12-11T07:15:00');
    $this->api('POST', 'templates', ['kind' => 'day', 'name' => 'Odd', 'date' => '2026-11-24', 'items' => [['entry_id' => $monday['id']]]])
        ->assertUnprocessable()
        ->assertSee('another day');
    $this->api('POST', 'templates', ['kind' => 'entry', 'name' => '', 'items' => [['entry_id' => $monday['id']]]])->assertUnprocessable();
});

test('an entry is kept from its sheet, stamped by its name in the line, and dropped anywhere', function () {
    $clinic = $this->entry([
        'title' => 'Clinic with Dad',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-26T14:00:00',
        'end' => '2026-11-26T15:30:00',
        'place' => 'clinic',
        'travel' => 30,
        'notes' => 'Take the card.',
    ]);
    $this->api('POST', 'templates', ['kind' => 'entry', 'name' => 'Clinic', 'items' => [['entry_id' => $clinic['id']]]])->assertCreated();
    expect($this->api('POST', 'capture/reading', ['line' => 'clinic on Friday at 10'])->json('template'))->toBe([
        'name' => 'Clinic',
        'kind' => 'entry',
        'parts' => 1,
    ]);
    $made = $this->api('POST', 'capture', ['line' => 'clinic on Friday at 10'])->assertCreated()->json();
    expect($made)->toMatchArray([
        'title' => 'Clinic with Dad',
        'kind' => 'event',
        'start' => '2026-11-27T10:00:00',
        'end' => '2026-11-27T11:30:00',
        'place' => 'clinic',
        'travel' => 30,
        'notes' => 'Take the card.',
    ]);
    // A day alone takes its hour from the template, and what the line says goes before.
    expect($this->api('POST', 'capture', ['line' => 'clinic tomorrow for 20 min, must'])->json())->toMatchArray([
        'start' => '2026-11-26T14:00:00',
        'end' => '2026-11-26T14:20:00',
        'importance' => 'must',
    ]);
    $id = Template::query()->value('id');
    $this->api('POST', "templates/{$id}/stamp", ['start' => '2026-11-30T16:00:00', 'all_day' => false, 'length' => 90])->assertCreated();
    expect(stampedOn($this, '2026-11-30', 1))->toContain('11-30T16:00 Clinic with Dad');
    marketDay($this);
    expect($this->api('POST', 'capture', ['line' => 'market day on 5 December'])->assertCreated()->json('title'))->toBe('Stall')
        ->and(stampedOn($this, '2026-12-05', 1))
        ->toHaveCount(3);
});

test('next week like this one: what is no routine, of the chosen areas, with what it would meet', function () {
    $this->ventCheck();
    $this->entry(['title' => 'Order fleece', 'start' => '2026-11-24', 'estimate' => 15]);
    $this->entry(['title' => 'Trustees', 'kind' => 'event', 'all_day' => false, 'start' => '2026-11-26T13:00:00', 'end' => '2026-11-26T14:00:00']);
    $this->entry(['title' => 'Clinic', 'kind' => 'event', 'all_day' => false, 'start' => '2026-12-03T13:30:00', 'end' => '2026-12-03T14:30:00']);
    $entries = $this->api('GET', 'weeks/2026-11-25')->assertOk()->json('entries');
    expect(array_map(fn (array $one): array => [$one['title'], $one['start'], $one['meets']], $entries))->toBe([
        ['Order fleece', '2026-12-01', []],
        ['Trustees', '2026-12-03T13:00:00', ['Clinic']],
    ]);
    $this->api('POST', 'weeks/2026-11-25/copy', ['entries' => array_column($entries, 'entry_id')])->assertOk()->assertJson(['copied' => 2]);
    expect(array_filter(stampedOn($this, '2026-11-30', 7), fn (string $one): bool => ! str_contains($one, 'Vent')))->toHaveCount(3);
    $this->api('POST', 'undo')->assertOk();
    $this->api('POST', 'weeks/2026-11-25/copy', ['entries' => []])->assertUnprocessable();
});

test('themes by date, by half day and every second week go before that of the weekday, in day heads, fitting and the line', function () {
    $week = $this->user->week;
    $week[3]['theme'] = 'Office';
    $this->api('PATCH', 'account', ['week' => $week])->assertOk();
    $theme = fn (string $date): string => $this->api('GET', "board?from={$date}&days=1")->json('days.0.theme');
    expect($theme('2026-11-26'))->toBe('Office');
    $this->api('POST', 'themes', ['words' => 'Propagation', 'date' => '2026-11-26', 'weeks' => 2])->assertCreated();
    $once = $this->api('POST', 'themes', ['words' => 'Visitors', 'date' => '2026-12-10', 'weeks' => 0, 'half' => 'afternoon'])
        ->assertCreated()
        ->json('id');
    expect([$theme('2026-11-26'), $theme('2026-12-03'), $theme('2026-12-10'), $theme('2026-11-12')])->toBe([
        'Propagation',
        'Office',
        'Propagation until noon, Visitors after noon',
        'Office',
    ]);
    expect($this->api('POST', 'capture/reading', ['line' => 'propagation trays'])->json('theme_day'))
        ->toBe(['date' => '2026-11-26', 'words' => 'Propagation'])
        ->and($this->api('POST', 'capture/reading', ['line' => 'propagation trays on Friday'])->json('theme_day'))
        ->toBeNull();
    $this->entry(['title' => 'Visitors’ badges', 'start' => null, 'estimate' => 30]);
    $proposed = $this->api('POST', 'fitting', ['from' => '2026-12-08', 'days' => 5])->json('proposals.0');
    expect(substr($proposed['start'], 0, 13) >= '2026-12-10T12')
        ->toBeTrue()
        ->and($proposed['reasons'])
        ->toContain('hat time is for it');
    $this->api('DELETE', "themes/{$once}")->assertNoContent();
    expect($this->api('GET', 'themes')->json('themes'))->toHaveCount(1)->and($theme('2026-12-10'))->toBe('Propagation');
    $this->api('POST', 'themes', ['words' => '', 'date' => '2026-12-10', 'weeks' => 0])->assertUnprocessable();
});
