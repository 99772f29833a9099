<?php

declare(strict_types=1);

/** @return array<string, array<string, mixed>> by title */
function routines(object $test): array
{
    return array_column($test->api('GET', 'routines')->assertOk()->json('routines'), null, 'title');
}

test('every routine stands on one line: rhythm, next, last, how it was kept, what it costs of a week', function () {
    $vent = $this->ventCheck();
    $this->api('PUT', "entries/{$vent['id']}/occurrences/2026-11-23T07:15:00/done")->assertSuccessful();
    $this->entry([
        'title' => 'Rehearsal',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-24T19:00:00',
        'end' => '2026-11-24T21:00:00',
        'rule' => 'FREQ=WEEKLY;INTERVAL=2',
    ]);
    $this->entry(['title' => 'Once', 'start' => '2026-11-26']);
    $this->entry(['title' => 'Over', 'start' => '2026-10-01', 'rule' => 'FREQ=WEEKLY;COUNT=2']);
    $found = routines($this);
    expect(array_keys($found))
        ->toBe(['Rehearsal', 'Vent check'])
        ->and($found['Vent check'])
        ->toMatchArray([
            'often' => 'weekly',
            'minutes' => 75,
            'next' => '2026-11-26T07:15:00',
            'last' => '2026-11-23T07:15:00',
            'kept' => 1,
            'due' => 3,
        ])
        ->and($found['Vent check']['in_words'])
        ->toContain('weekday')
        ->and($found['Rehearsal'])
        ->toMatchArray(['minutes' => 60, 'next' => '2026-12-08T19:00:00', 'last' => '2026-11-24T19:00:00', 'due' => 0]);
    $all = $this->api('GET', 'routines')->json();
    expect(array_sum(array_column($all['areas'], 'minutes')))
        ->toBe(135)
        ->and($all['week'])
        ->toBe(array_sum(array_column($this->user->week, 'minutes')));
});

test('several rest for a stretch, as one step', function () {
    $vent = $this->ventCheck();
    $other = $this->entry(['title' => 'Feed', 'start' => '2026-11-23', 'rule' => 'FREQ=DAILY']);
    $before = $this->shown('2026-11-30', 14);
    $this->api('POST', 'routines/pause', [
        'entry_ids' => [$vent['id'], $other['id']],
        'from' => '2026-12-01',
        'to' => '2026-12-11',
    ])->assertNoContent();
    expect(
        array_values(array_filter($this->shown('2026-11-30', 14), fn (string $one): bool => $one >= '12-01' && $one < '12-12')),
    )
        ->toBe([])
        ->and(routines($this)['Feed']['pauses'])
        ->toBe([['from' => '2026-12-01', 'to' => '2026-12-11']]);
    $this->api('POST', 'undo')->assertOk();
    expect($this->shown('2026-11-30', 14))->toBe($before);
});

test('what cannot rest changes nothing', function () {
    $vent = $this->ventCheck();
    $once = $this->entry(['title' => 'Once', 'start' => '2026-11-26']);
    $this->api('POST', 'routines/pause', [
        'entry_ids' => [$vent['id'], $once['id']],
        'from' => '2026-12-01',
        'to' => '2026-12-11',
    ])->assertStatus(422);
    expect(routines($this)['Vent check']['pauses'])->toBe([]);
    $this->api('POST', 'routines/pause', [
        'entry_ids' => [$vent['id']],
        'from' => '2026-12-11',
        'to' => '2026-12-01',
    ])->assertStatus(422);
    $this->api('POST', 'routines/pause', ['entry_ids' => [], 'from' => '2026-12-11', 'to' => '2026-12-12'])->assertStatus(422);
});

test('the hours of a week are those that a year of weeks gives on the board', function () {
    mt_srand(8);
    foreach (['FREQ=DAILY', 'FREQ=WEEKLY;BYDAY=MO,TH', 'FREQ=MONTHLY;BYMONTHDAY=-1', 'FREQ=WEEKLY;INTERVAL=3'] as $i => $rule) {
        $this->entry([
            'title' => "R{$i}",
            'all_day' => false,
            'start' => sprintf('2026-11-2%dT%02d:00:00', 3 + $i, 8 + 2 * $i),
            'end' => sprintf('2026-11-2%dT%02d:45:00', 3 + $i, 8 + 2 * $i),
            'rule' => $rule,
        ]);
    }
    $placed = 0;
    for ($week = 0; $week < 52; $week++) {
        $from = Carbon\CarbonImmutable::parse('2026-11-25')->addWeeks($week)->toDateString();
        $placed += array_sum(array_column($this->api('GET', "board?from={$from}&days=7")->json('areas'), 'placed'));
    }
    expect(array_sum(array_column(routines($this), 'minutes')))->toEqualWithDelta($placed / 52, 2);
});

test('several are ended, or given another calendar or another way when missed, as one step; what was done stays', function () {
    $vents = $this->ventCheck();
    $ferns = $this->entry([
        'title' => 'Ferns',
        'start' => '2026-11-02',
        'rule' => 'FREQ=DAILY;INTERVAL=3',
        'after_done' => true,
    ]);
    $later = $this->entry(['title' => 'Later', 'start' => '2027-01-04', 'rule' => 'FREQ=WEEKLY']);
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-24T07:15:00/done")->assertNoContent();
    $this->api('PATCH', 'routines', [
        'entry_ids' => [$vents['id'], $ferns['id'], $later['id']],
        'last' => '2026-11-25',
    ])->assertNoContent();
    expect(array_column($this->occurrences('from=2026-11-23&days=14'), 'start', 'key'))
        ->toHaveCount(3) // vent checks up to Wednesday; the ferns wait where they stand, before these days
        ->and($this->api('GET', "entries/{$later['id']}")->status())
        ->toBe(404);
    $this->api('POST', 'undo')->assertOk();
    expect(count($this->occurrences('from=2026-11-23&days=14')))->toBeGreaterThan(9);
    $area = $this->api('GET', 'areas')->json('areas.0.id');
    $other = $this->api('POST', 'calendars', ['name' => 'Other', 'area_id' => $area])->json('id');
    $this->api('PATCH', 'routines', [
        'entry_ids' => [$vents['id'], $later['id']],
        'calendar_id' => $other,
        'missed' => 'lapse',
    ])->assertNoContent();
    expect($this->api('GET', "entries/{$vents['id']}")->json())->toMatchArray(['calendar_id' => $other, 'missed' => 'lapse']);
    $this->api('PATCH', 'routines', ['entry_ids' => [], 'missed' => 'lapse'])->assertUnprocessable();
});

test('a year of one, day by day: done, missed, skipped, or not there', function () {
    $vents = $this->ventCheck();
    $this->at('2026-11-29T10:00:00+01:00');
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-24T07:15:00/done")->assertNoContent();
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-25T07:15:00/skipped")->assertNoContent();
    $year = $this->api('GET', "routines/{$vents['id']}/year")
        ->assertOk()
        ->json();
    expect($year['from'])
        ->toBe('2025-11-30')
        ->and($year['days'])
        ->toHaveCount(365)
        ->and(array_slice($year['days'], -8))
        ->toBe(['', 'missed', 'done', 'skipped', 'missed', 'missed', '', '']);
});

test('the lines of an area, with what single times of others give to it, add up to it', function () {
    $area = $this->api('POST', 'areas', ['name' => 'Training', 'colour' => 'olive'])->assertCreated()->json('id');
    $other = $this->api('POST', 'calendars', ['name' => 'Courses', 'area_id' => $area])->assertCreated()->json('id');
    $vent = $this->ventCheck();
    $this->entry(['title' => 'Read', 'start' => '2026-11-25', 'estimate' => 50, 'rule' => 'FREQ=WEEKLY;INTERVAL=3']);
    foreach (['2026-11-26', '2026-11-27', '2026-12-01', '2026-12-02', '2026-12-03'] as $day) {
        $this->api('PATCH', "entries/{$vent['id']}", [
            'calendar_id' => $other,
            'scope' => 'one',
            'recurrence_id' => "{$day}T07:15:00",
        ])->assertSuccessful();
    }
    $all = $this->api('GET', 'routines')->json();
    $sums = array_fill_keys(array_column($all['areas'], 'area_id'), 0);
    foreach ($all['routines'] as $line) {
        $sums[$line['area_id']] += $line['minutes'];
        foreach ($line['elsewhere'] as $one) {
            $sums[$one['area_id']] += $one['minutes'];
        }
    }
    expect($sums)->toBe(array_column($all['areas'], 'minutes', 'area_id'))->and($sums[$area])->toBe(1);
});
