<?php

declare(strict_types=1);

use App\Models\Goal;

/** @return array<string, mixed> */
function roundOf(object $test, string $path = 'week/2026-12-02'): array
{
    return $test
        ->api('GET', "rounds/{$path}")
        ->assertOk()
        ->json();
}

test(
    'a round of a week looks back on the one before it: hours, what slipped and when, what was put off, days that were too full',
    function () {
        $this->ventCheck(); // weekdays at 7:15 from 23 November on
        $run = $this->entry(['title' => 'Run', 'start' => '2026-11-02', 'rule' => 'FREQ=WEEKLY;BYDAY=TU,FR']);
        $this->at('2026-11-30T08:00:00+01:00');
        $this->api('PUT', "entries/{$run['id']}/occurrences/2026-11-24/done")->assertNoContent();
        $this->entry([
            'title' => 'Move house',
            'kind' => 'event',
            'all_day' => false,
            'start' => '2026-11-28T06:00:00',
            'end' => '2026-11-28T22:00:00',
        ]);
        $loose = $this->entry(['title' => 'Glaze', 'start' => '2026-11-30']);
        foreach (['2026-12-01', '2026-12-02', '2026-12-03'] as $day) {
            $this->api('PUT', "entries/{$loose['id']}/occurrences/once/day", ['day' => $day])->assertSuccessful();
        }
        $back = roundOf($this)['back'];
        expect($back)
            ->toMatchArray(['from' => '2026-11-23', 'days' => 7])
            ->and($back['slipped'][1])
            ->toMatchArray(['title' => 'Run', 'missed' => 1, 'of' => 2, 'weekdays' => [5]])
            ->and($back['slipped'][0])
            ->toMatchArray(['title' => 'Vent check', 'missed' => 5, 'of' => 5, 'weekdays' => [1, 2, 3, 4, 5]])
            ->and(array_column($back['over_full'], 'date'))
            ->toBe(['2026-11-28'])
            ->and(array_column($back['put_off'], 'times', 'title'))
            ->toBe(['Glaze' => 3]);
    },
);

test('goals: five lines with their tasks, the hours they need and those placed, an answer, and carried on', function () {
    $task = $this->entry(['title' => 'Draft', 'start' => null, 'estimate' => 90]);
    $other = $this->entry([
        'title' => 'Print',
        'all_day' => false,
        'start' => '2026-12-01T09:00:00',
        'end' => '2026-12-01T10:00:00',
    ]);
    $id = $this->api('POST', 'rounds/week/2026-12-02/goals', [
        'title' => 'Send the grant report',
        'area_id' => $this->calendar()->area_id,
        'tasks' => [$task['id'], $other['id'], 'nobody'],
    ])
        ->assertCreated()
        ->json('id');
    expect(roundOf($this)['goals'])
        ->toHaveCount(1)
        ->{0}->toMatchArray(['title' => 'Send the grant report', 'start' => '2026-11-30', 'needs' => 150, 'placed' => 60]);
    foreach (range(2, 5) as $n) {
        $this->api('POST', 'rounds/week/2026-12-02/goals', ['title' => "Goal {$n}"])->assertCreated();
    }
    $this->api('POST', 'rounds/week/2026-12-02/goals', ['title' => 'One more'])
        ->assertUnprocessable()
        ->assertSee('up to 5 goals');
    $this->api('PATCH', "goals/{$id}", ['answer' => 'carried', 'into' => '2026-12-09'])->assertNoContent();
    $next = roundOf($this, 'week/2026-12-09');
    expect($next['back']['goals'][0]['answer'])
        ->toBe('carried')
        ->and(array_column($next['goals'][0]['tasks'], 'title'))
        ->toBe(['Draft', 'Print']);
    // Four were not answered: a week later they are asked for, looked back or not, until one has said.
    expect(roundOf($this, 'week/2026-12-14')['unanswered'])->toHaveCount(4);
    $this->api('PUT', 'rounds/week/2026-12-07', ['steps' => ['back']])->assertNoContent();
    $left = roundOf($this, 'week/2026-12-14')['unanswered'];
    expect($left)->toHaveCount(4);
    $this->api('PATCH', "goals/{$left[0]['id']}", ['answer' => 'dropped'])->assertNoContent();
    expect(roundOf($this, 'week/2026-12-14')['unanswered'])->toHaveCount(3);
    $this->api('POST', 'undo')->assertOk();
    $this->api('POST', 'undo')->assertOk();
    $this->api('POST', 'undo')->assertOk();
    expect(roundOf($this, 'week/2026-12-09')['goals'])->toBe([]);
    $this->api('PATCH', "goals/{$id}", ['answer' => 'carried'])->assertUnprocessable();
    $this->api('DELETE', "goals/{$id}")->assertNoContent();
    expect(Goal::query()->count())->toBe(4);
});

test('a month has goals of its own, which stand beside its weeks, and says how full each week is', function () {
    $this->api('POST', 'rounds/month/2026-12-01/goals', ['title' => 'Clear the north bay'])->assertCreated();
    expect(roundOf($this)['month_goals'][0]['title'])->toBe('Clear the north bay');
    $month = roundOf($this, 'month/2026-12-15');
    expect($month)
        ->toMatchArray(['kind' => 'month', 'start' => '2026-12-01', 'days' => 31])
        ->and(array_column($month['weeks'], 'start'))
        ->toBe(['2026-11-30', '2026-12-07', '2026-12-14', '2026-12-21', '2026-12-28'])
        ->and($month['back']['from'])
        ->toBe('2026-11-01');
});

test('fixed points are what does not move, of three weeks; what is double-booked says with what', function () {
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
    $event = ['kind' => 'event', 'all_day' => false];
    $this->entry([...$event, 'title' => 'Contractor', 'start' => '2026-11-30T09:00:00', 'end' => '2026-11-30T10:00:00']);
    $this->entry([...$event, 'title' => 'Trustees', 'start' => '2026-11-30T09:30:00', 'end' => '2026-11-30T11:00:00']);
    $this->entry([
        ...$event,
        'title' => 'Sowing',
        'start' => '2026-11-24T13:00:00',
        'end' => '2026-11-24T14:00:00',
        'rule' => 'FREQ=WEEKLY;BYDAY=TU,WE,TH',
    ]);
    $this->entry([
        ...$event,
        'title' => 'Choir',
        'start' => '2026-11-26T19:30:00',
        'end' => '2026-11-26T21:00:00',
        'rule' => 'FREQ=WEEKLY',
    ]);
    $this->entry(['title' => 'Report', 'start' => null, 'due' => '2026-12-04']);
    $fixed = roundOf($this)['fixed'];
    $said = array_map(fn (array $one): string => "{$one['date']} {$one['kind']} {$one['title']}", $fixed);
    expect($said)
        ->toBe([
            '2026-11-30 appointment Contractor',
            '2026-11-30 appointment Trustees',
            '2026-12-03 appointment Choir',
            '2026-12-04 due Report',
            '2026-12-10 appointment Choir',
            '2026-12-17 appointment Choir',
        ])
        ->and($fixed[0]['meets'])
        ->toBe(['Trustees']);
    // Clocks in Berlin go forward on 28 March 2027 (tz database); Good Friday and Easter Monday lie beside.
    $spring = array_map(
        fn (array $one): string => "{$one['date']} {$one['kind']} {$one['title']}",
        roundOf($this, 'week/2027-03-22')['fixed'],
    );
    expect($spring)
        ->toContain('2027-03-28 clocks Clocks go 60 minutes forward: a shorter day')
        ->and(implode($spring))
        ->toContain('2027-03-26 holiday');
});

test('what is coming in the three weeks after, the breathing space, and what is written are kept', function () {
    $this->entry([
        'title' => 'Report',
        'start' => null,
        'due' => '2026-12-18',
        'lead_ups' => [
            [
                'id' => null,
                'title' => 'Gather',
                'count' => 3,
                'unit' => 'days',
                'estimate' => 30,
                'place' => 'day',
                'is_due' => false,
                'waits' => false,
            ],
        ],
    ]);
    $this->entry(['title' => 'Around', 'start' => null, 'around' => 'W51']);
    $this->entry(['title' => 'To myself', 'start' => null, 'not_before' => '2026-12-20']);
    $this->entry(['title' => 'Too far', 'start' => null, 'not_before' => '2027-02-20']);
    $round = roundOf($this);
    expect(array_map(fn (array $one): string => "{$one['date']} {$one['kind']} {$one['title']}", $round['ahead']))->toBe([
        '2026-12-14 around Around',
        '2026-12-15 lead_up Gather',
        '2026-12-18 due Report',
        '2026-12-20 note To myself',
    ]);
    $this->api('PATCH', 'account', ['breathing' => 25, 'deep_minutes' => 180])->assertOk();
    $space = roundOf($this)['space'];
    expect($space['days'][0])
        ->toMatchArray(['date' => '2026-11-30'])
        ->and($space['days'][0]['left'])
        ->toBe(intdiv($space['days'][0]['capacity'], 4))
        ->and($space['kept'])
        ->toBe(['start' => '2026-11-30T08:00:00', 'minutes' => 180]);
    $answers = [['question' => 'What gave strength?', 'answer' => 'The frost on Tuesday.']];
    $this->api('PUT', 'rounds/week/2026-12-02', ['steps' => ['back', 'goals'], 'answers' => $answers])->assertNoContent();
    $round = roundOf($this);
    expect($round['steps'])
        ->toBe(['back', 'goals'])
        ->and($round['answers'])
        ->toBe($answers);
    expect($this->api('GET', 'rounds')->json('rounds'))->toBe([
        ['kind' => 'week', 'start' => '2026-11-30', 'days' => 7, 'steps' => 2, 'goals' => 0],
    ]);
    $this->api('PUT', 'rounds/week/2026-12-02', ['steps' => ['dancing']])->assertUnprocessable();
    $this->api('GET', 'rounds/year/2026-12-02')->assertNotFound();
    $this->api('GET', 'rounds/week/tomorrow')->assertNotFound();
    expect($this->api('GET', 'rounds/week/now')->json('start'))->toBe('2026-11-23');
    $this->at('2026-11-27T18:00:00+01:00');
    expect($this->api('GET', 'rounds/week/now')->json('start'))->toBe('2026-11-30');
});

test('a goal that is carried, taken back and carried again stands once, and goes when the answer becomes another', function () {
    $id = $this->api('POST', 'rounds/week/2026-11-23/goals', ['title' => 'Clear the shed', 'minutes' => 120])->assertCreated()->json('id');
    $carry = fn (?string $answer, ?string $into = null) => $this->api('PATCH', "goals/{$id}", ['answer' => $answer, ...($into === null ? [] : ['into' => $into])])->assertNoContent();
    $starts = fn (): array => Goal::query()->where('title', 'Clear the shed')->orderBy('start')->pluck('start')->all();
    $carry('carried', '2026-12-01');
    $carry(null);
    expect($starts())->toBe(['2026-11-23']);
    $carry('carried', '2026-12-01');
    $carry('carried', '2026-12-01');
    expect($starts())->toBe(['2026-11-23', '2026-11-30']);
    $carry('carried', '2026-12-09');
    expect($starts())->toBe(['2026-11-23', '2026-12-07']);
    $carry('dropped');
    expect($starts())->toBe(['2026-11-23']);
    // What was changed since is a goal of its own.
    $carry('carried', '2026-12-01');
    $copy = Goal::query()->where('start', '2026-11-30')->firstOrFail()->id;
    $this->api('PATCH', "goals/{$copy}", ['minutes' => 60])->assertNoContent();
    $carry('kept');
    expect($starts())->toBe(['2026-11-23', '2026-11-30']);
});

test('what stands on a day without hours is placed nowhere yet', function () {
    $listed = $this->entry(['title' => 'Fold the letters', 'start' => '2026-12-02', 'estimate' => 45]);
    $this->api('POST', 'rounds/week/2026-12-02/goals', ['title' => 'Letters', 'tasks' => [$listed['id']]])->assertCreated();
    expect(roundOf($this)['goals'][0])->toMatchArray(['needs' => 45, 'placed' => 0]);
});

test('what was put off more than twice stands in every round until it is done or let go; its estimate counts where it stands now', function () {
    $glaze = $this->entry(['title' => 'Glaze', 'start' => '2026-11-25', 'estimate' => 60]);
    foreach (['2026-11-27', '2026-12-01', '2026-12-09'] as $day) {
        $this->api('PUT', "entries/{$glaze['id']}/occurrences/once/day", ['day' => $day])->assertSuccessful();
    }
    $putOff = fn (string $which): array => array_column(roundOf($this, $which)['back']['put_off'], 'title');
    foreach (['week/2026-11-30', 'week/2026-12-07', 'week/2027-01-04', 'month/2026-12-01'] as $which) {
        expect($putOff($which))->toBe(['Glaze']);
    }
    $planned = fn (string $monday): int => $this->api('GET', "tally/{$monday}/7?of=planned")->json('all.planned');
    expect([$planned('2026-11-23'), $planned('2026-11-30'), $planned('2026-12-07')])->toBe([0, 0, 60]);
    $this->api('PUT', "entries/{$glaze['id']}/occurrences/once/done")->assertNoContent();
    expect($putOff('week/2026-12-07'))->toBe([]);
});

test('a task with hours is no fixed point, unless it meets something', function () {
    $timed = ['all_day' => false, 'start' => '2026-12-01T09:00:00', 'end' => '2026-12-01T10:00:00'];
    $this->entry([...$timed, 'title' => 'Figures']);
    $points = fn (): array => array_column(roundOf($this)['fixed'], 'title');
    expect($points())->toBe([]);
    $this->entry([...$timed, 'title' => 'Trustees', 'kind' => 'event', 'start' => '2026-12-01T09:30:00', 'end' => '2026-12-01T10:30:00']);
    expect($points())->toEqualCanonicalizing(['Figures', 'Trustees']);
});
