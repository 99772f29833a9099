<?php

declare(strict_types=1);

use App\Actions\Accounts\OpenAccount;
use App\Models\User;
use App\Queries\Tally\Choice;
use App\Queries\Tally\Figure;
use App\Queries\Tally\Grouping;
use App\Queries\Tally\WhereHoursWent;
use App\Retention\Pruning;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Tally\Fact;
use PlumRota\Core\Tally\Measure;
use PlumRota\Core\Time\LocalDate;

/** @return array<string, int|null> of the one area of the account */
function tallied(object $test, string $from, int $days): array
{
    return $test
        ->api('GET', "tally/{$from}/{$days}")
        ->assertOk()
        ->json('groups.0');
}

/** @return array{sum: int, lines: list<array<string, mixed>>} */
function madeOf(object $test, string $from, int $days, string $of): array
{
    return $test
        ->api('GET', "tally/{$from}/{$days}/lines?group={$test->calendar()->area_id}&of={$of}")
        ->assertOk()
        ->json();
}

test('where the hours went: planned, done and before; timed where it was timed, else as placed', function () {
    $this->ventCheck(); // weekdays at 7:15 from 23 November on
    $event = ['kind' => 'event', 'all_day' => false];
    $this->entry([...$event, 'title' => 'Trustees', 'start' => '2026-11-24T09:00:00', 'end' => '2026-11-24T10:00:00']);
    $this->entry([...$event, 'title' => 'Tours', 'start' => '2026-11-29T23:00:00', 'end' => '2026-11-30T01:00:00']);
    $listed = $this->entry(['title' => 'Wages', 'start' => '2026-11-25', 'estimate' => 40]);
    $loose = $this->entry(['title' => 'Glaze', 'start' => null, 'estimate' => 90]);
    $this->api('PUT', "entries/{$listed['id']}/occurrences/once/done")->assertNoContent();
    $this->at('2026-11-26T08:00:00+01:00');
    $running = $this->api('POST', 'timings', ['entry_id' => $loose['id']])
        ->assertCreated()
        ->json('running.id');
    $this->at('2026-11-26T08:25:00+01:00');
    $this->api('POST', "timings/{$running}/stop")->assertSuccessful();
    $this->at('2026-12-01T08:00:00+01:00');

    $week = madeOf($this, '2026-11-23', 7, 'worked');
    expect(array_column($week['lines'], 'share', 'title'))
        ->toBe(['Trustees' => 60, 'Wages' => 40, 'Glaze' => 25, 'Tours' => 60])
        ->and(array_column($week['lines'], 'timed', 'title')['Glaze'])
        ->toBeTrue()
        ->and(tallied($this, '2026-11-23', 7)['worked'])
        ->toBe(185)
        ->and(tallied($this, '2026-11-30', 7))
        ->toMatchArray(['worked' => 60, 'before' => 185]);
});

test('every sum is that of its lines, and a stretch is the sum of its days', function () {
    mt_srand(1818);
    $this->ventCheck();
    for ($i = 0; $i < 25; $i++) {
        $day = sprintf('2026-11-%02d', mt_rand(16, 29));
        $hour = mt_rand(0, 21);
        $isEvent = mt_rand(0, 1) === 1;
        $entry = $this->entry([
            'title' => "Bed {$i}",
            'kind' => $isEvent ? 'event' : 'task',
            'all_day' => false,
            'start' => sprintf('%sT%02d:%02d:00', $day, $hour, mt_rand(0, 59)),
            'end' => sprintf('2026-11-%02dT%02d:30:00', (int) substr($day, 8) + mt_rand(0, 1), $hour + 1),
        ]);
        if (! $isEvent && mt_rand(0, 1) === 1) {
            $this->api('PUT', "entries/{$entry['id']}/occurrences/once/done")->assertNoContent();
        }
    }
    $this->at('2026-11-27T12:00:00+01:00');
    $week = tallied($this, '2026-11-16', 14);
    $days = ['planned' => 0, 'done' => 0, 'worked' => 0];
    for ($day = 16; $day < 30; $day++) {
        foreach (tallied($this, "2026-11-{$day}", 1) as $of => $minutes) {
            if (isset($days[$of])) {
                $days[$of] += $minutes;
            }
        }
    }
    expect($week['planned'])->toBeGreaterThan(600)->and($week['done'])->toBeLessThan($week['planned'])->toBeGreaterThan(0);
    foreach (['planned', 'done', 'worked'] as $of) {
        $lines = madeOf($this, '2026-11-16', 14, $of);
        expect($days[$of])
            ->toBe($week[$of])
            ->and($lines['sum'])
            ->toBe($week[$of])
            ->and(array_sum(array_column($lines['lines'], 'share')))
            ->toBe($week[$of]);
    }
});

test(
    'every figure has lines that add up to it: of groups, of all, before, of weeks, of hours, and what is counted by how often',
    function () {
        demoInPlace();
        $user = User::query()->sole();
        // Some are for two, in the stretch and before it; more labels than are told apart week by week.
        $this->asUser($user);
        for ($i = 0; $i < 10; $i++) {
            $day = $i === 0 ? '2026-11-03' : '2026-11-17';
            $this->entry([
                'title' => "Bed {$i}",
                'calendar_id' => $this->calendar()->id,
                'kind' => 'event',
                'all_day' => false,
                'labels' => ["trust {$i}", "council {$i}"],
                'start' => sprintf('%sT%02d:00:00', $day, 9 + $i),
                'end' => sprintf('%sT%02d:30:00', $day, 9 + $i),
            ]);
        }
        $hours = app(WhereHoursWent::class);
        $everything = new Choice();
        $from = LocalDate::parse('2026-11-12'); // begins and ends within weeks
        $days = 16;
        foreach (Grouping::BY as $by) {
            $of = $by === 'effort' ? Measure::Planned : Measure::Worked;
            $tally = $hours->over($user, $from, $days, $by, $of, $everything);
            $sum = fn (Figure $figure, ?LocalDate $at = null, int $long = 16): int => array_sum(
                array_column($hours->lines($user, $at ?? $from, $long, $figure, $everything)['lines'], 'share'),
            );
            $earlier = $from->plusDays(-$days);
            foreach (array_slice($tally['groups'], 0, 20) as $group) {
                expect($sum(new Figure(Measure::Planned, $by, $group['id'])))
                    ->toBe($group['planned'])
                    ->and($sum(new Figure($of, $by, $group['id'])))
                    ->toBe($group[$of->value])
                    ->and($sum(new Figure($of, $by, $group['id']), $earlier))
                    ->toBe($group['before']);
            }
            expect($sum(new Figure($of, $by)))->toBe($tally['all'][$of->value]);
            expect($sum(new Figure($of, $by), $earlier))->toBe($tally['all']['before']);
            $apart = array_slice(array_column($tally['groups'], 'id'), 0, $tally['apart']);
            foreach ($tally['weeks'] as $week) {
                $start = LocalDate::parse($week['from']);
                $others = array_pop($week['minutes']);
                expect($sum(new Figure(Measure::Planned), $start, $week['days']))->toBe($week['planned']);
                expect($sum(new Figure($of, $by, leftOut: $apart), $start, $week['days']))
                    ->toBe($others)
                    ->and(array_map(fn (string $id): int => $sum(new Figure($of, $by, $id), $start, $week['days']), $apart))
                    ->toBe($week['minutes']);
            }
            if ($by !== 'area') {
                continue;
            }
            foreach ($tally['weeks'] as $week) {
                $start = LocalDate::parse($week['from']);
                foreach (Fact::cases() as $fact) {
                    expect($sum(new Figure($of, fact: $fact), $start, $week['days']))->toBe($week[$fact->value]);
                }
            }
            foreach ($tally['hours'] as $hour => $minutes) {
                expect($sum(new Figure($of, hour: $hour)))->toBe($minutes);
            }
            expect(array_sum($tally['hours']))->toBeGreaterThan(1000);
        }
    },
);

test('work on a task counts as done wherever it was timed, once the task is done', function () {
    $vent = $this->ventCheck();
    $loose = $this->entry(['title' => 'Glaze', 'start' => null]);
    foreach ([[$vent['id'], '2026-11-24T07:15:00'], [$loose['id'], 'once']] as [$id, $which]) {
        $this->api('POST', 'timings/past', [
            'entry_id' => $id,
            'recurrence_id' => $which,
            'started' => $which === 'once' ? '2026-11-22T10:00:00' : '2026-11-22T08:00:00',
            'ended' => $which === 'once' ? '2026-11-22T11:00:00' : '2026-11-22T09:00:00',
        ])->assertSuccessful();
    }
    $this->at('2026-12-01T08:00:00+01:00');
    $done = fn (): array => $this->api('GET', 'tally/2026-11-16/7/lines?done=done')->json('lines.*.title');
    expect($done())->toBe([]);
    $this->api('PUT', "entries/{$vent['id']}/occurrences/2026-11-24T07:15:00/done")->assertNoContent();
    expect($done())->toBe(['Vent check']);
    $this->api('PUT', "entries/{$loose['id']}/occurrences/once/done")->assertNoContent();
    expect($done())->toBe(['Vent check', 'Glaze']);
});

test('nothing of others is counted, and a stretch that is none is refused', function () {
    $this->entry([
        'kind' => 'event',
        'all_day' => false,
        'title' => 'Trustees',
        'start' => '2026-11-24T09:00:00',
        'end' => '2026-11-24T10:00:00',
    ]);
    $area = $this->calendar()->area_id;
    $this->api('GET', 'tally/2026-11-23/0')->assertNotFound();
    $this->api('GET', 'tally/2026-11-23/367')->assertNotFound();
    $this->api('GET', 'tally/soon/7')->assertNotFound();
    $this->api('GET', 'tally/2026-11-23/7?of=hoped')->assertUnprocessable();
    $this->api('GET', 'tally/2026-11-23/7?by=mood')->assertUnprocessable();
    $other = app(OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'glasshouse',
        'zone' => 'Europe/Berlin',
    ]);
    expect($this->api('GET', "tally/2026-11-23/7/lines?of=planned&group={$area}")->json('sum'))
        ->toBe(60)
        ->and($this->api('GET', "tally/2026-11-23/7/lines?of=planned&group={$area}", as: $other)->json('sum'))
        ->toBe(0);
});

test('a sheet of hours: what was timed, by whom it is for, rounded row by row', function () {
    $wages = $this->entry(['title' => 'Wages', 'start' => '2026-11-24', 'labels' => ['trust']]);
    $grant = $this->entry(['title' => 'Grant', 'start' => '2026-11-24', 'labels' => ['council']]);
    foreach (
        [
            [$wages, '24', '09:00', '09:07'],
            [$wages, '24', '11:00', '11:16'],
            [$wages, '25', '08:00', '08:20'],
            [$grant, '24', '14:00', '15:01'],
        ] as [$entry, $day, $from, $to]
    ) {
        $this->api('POST', 'timings/past', [
            'entry_id' => $entry['id'],
            'started' => "2026-11-{$day}T{$from}:00",
            'ended' => "2026-11-{$day}T{$to}:00",
        ])->assertCreated();
    }
    $sheet = fn (string $more): array => $this->api('GET', "tally/2026-11-23/7/sheet?by=label{$more}")
        ->assertOk()
        ->json();
    expect(array_column($sheet('')['rows'], 'minutes'))
        ->toBe([61, 23, 20])
        ->and($sheet('')['minutes'])
        ->toBe(104)
        ->and(array_column($sheet('')['groups'], 'name'))
        ->toBe(['council', 'trust'])
        ->and(array_column($sheet('&group=trust&step=15&way=up')['rows'], 'rounded'))
        ->toBe([30, 30])
        ->and($sheet('&group=trust&step=15&way=near'))
        ->toMatchArray(['rounded' => 45, 'minutes' => 43]);
    $this->api('GET', 'tally/2026-11-23/7/sheet?step=7')->assertUnprocessable();

    // What is for two counts for each of them, and once where all are asked for.
    $this->api('PATCH', "entries/{$wages['id']}", ['labels' => ['trust', 'council'], 'version' => 1])->assertSuccessful();
    expect($sheet('')['minutes'])
        ->toBe(104)
        ->and(array_column($sheet('')['rows'], 'group'))
        ->toBe(['council', 'trust, council', 'trust, council'])
        ->and($sheet('&group=council')['minutes'])
        ->toBe(104)
        ->and($sheet('&group=trust')['minutes'])
        ->toBe(43);
});

test('timings are made right: added, split, moved to another entry; what overlaps or is no time is refused', function () {
    $one = $this->entry(['title' => 'Sowing', 'start' => '2026-11-24T07:15:00']);
    $other = $this->entry(['title' => 'Glaze', 'start' => null]);
    $add = fn (string $from, string $to): Illuminate\Testing\TestResponse => $this->api('POST', 'timings/past', [
        'entry_id' => $one['id'],
        'started' => "2026-11-24T{$from}:00",
        'ended' => "2026-11-24T{$to}:00",
    ]);
    $id = $add('09:00', '10:00')->assertCreated()->json('id');
    expect($add('09:30', '10:30')->assertUnprocessable()->json('message'))
        ->toBe('From 09:00 to 10:00 something else was timed.')
        ->and($add('11:00', '11:00')->assertUnprocessable()->json('message'))
        ->toBe('It ended after it was started.');
    $this->api('POST', 'timings/past', [
        'entry_id' => $one['id'],
        'recurrence_id' => '2026-11-24T09:00:00',
        'started' => '2026-11-24T12:00:00',
        'ended' => '2026-11-24T12:10:00',
    ])->assertNotFound();
    $later = $this->api('POST', "timings/{$id}/split", ['at' => '2026-11-24T09:40:00'])
        ->assertCreated()
        ->json('id');
    $this->api('POST', "timings/{$id}/split", ['at' => '2026-11-24T09:50:00'])->assertUnprocessable();
    $this->api('PUT', "timings/{$later}/entry", ['entry_id' => $other['id']])->assertNoContent();
    $day = $this->api('GET', 'days/2026-11-24/timings')->assertOk()->json();
    expect(array_column($day['timings'], 'minutes', 'title'))
        ->toBe(['Sowing' => 40, 'Glaze' => 20])
        ->and(array_column($day['occurrences'], 'title'))
        ->toContain('Sowing', 'Glaze');
    $this->api('PATCH', "timings/{$later}", [
        'started' => '2026-11-24T09:30:00',
        'ended' => '2026-11-24T10:00:00',
    ])->assertUnprocessable();
    $this->api('POST', 'undo')->assertOk();
    expect(array_column($this->api('GET', 'days/2026-11-24/timings')->json('timings'), 'title'))->toBe(['Sowing', 'Sowing']);
});

test('a tally is the same by whatever it is counted, and its weeks and hours add up to it', function () {
    $this->ventCheck([
        'start' => '2026-10-19T07:15:00',
        'end' => '2026-10-19T07:30:00',
        'labels' => ['rounds'],
        'effort' => 'light',
    ]);
    $must = $this->entry(['title' => 'Boiler', 'start' => '2026-11-10', 'estimate' => 30, 'importance' => 'must']);
    $this->api('PUT', "entries/{$must['id']}/occurrences/once/done")->assertNoContent();
    $gone = $this->entry(['title' => 'Fence', 'start' => '2026-11-11', 'estimate' => 60]);
    $this->api('PUT', "entries/{$gone['id']}/occurrences/once/let-go")->assertNoContent();
    foreach (['area', 'calendar', 'label', 'theme', 'effort', 'entry', 'person'] as $by) {
        $tally = $this->api('GET', "tally/2026-10-19/42?by={$by}&of=planned")
            ->assertOk()
            ->json();
        expect(array_sum(array_column($tally['groups'], 'planned')))
            ->toBe($tally['all']['planned'])
            ->and(array_sum(array_merge(...array_column($tally['weeks'], 'minutes'))))
            ->toBe($tally['all']['planned'])
            ->and($tally['all']['planned'])
            ->toBe(30 * 15 + 30);
    }
    expect(array_sum($tally['hours']))
        ->toBe(450) // what stands on the list has no hour
        ->and($tally['hours'][7])
        ->toBe(90)
        ->and($tally['weeks'][3])
        ->toMatchArray(['musts' => 1, 'musts_done' => 1, 'let_go' => 1]);
    expect($this->api('GET', 'tally/2026-10-19/42?of=planned&importance=must')->json('all.planned'))->toBe(30);
    expect($this->api('GET', 'tally/2026-10-19/42?of=planned&labels=none')->json('all.planned'))->toBe(30);
    expect($this->api('GET', 'tally/2026-10-19/42?of=planned&repeats=none')->json('all.planned'))->toBe(30);
});

test('the load of a day is that of the board', function () {
    $this->ventCheck(['travel' => 30]);
    $this->entry([
        'title' => 'Tours',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-24T09:00:00',
        'end' => '2026-11-24T20:00:00',
    ]);
    $week = $this->api('GET', 'tally/2026-11-23/7')->json('weeks.0');
    $board = $this->api('GET', 'board?from=2026-11-23&days=7')->json('days');
    expect($week['load'])
        ->toBe(array_sum(array_map(fn (array $day): int => $day['placed'] + $day['listed'], $board)))
        ->and($week['capacity'])
        ->toBe(array_sum(array_column($board, 'capacity')))
        ->and($week['over'])
        ->toBe(array_column(array_filter($board, fn (array $day): bool => $day['over']), 'date'))
        ->and($week['over'])
        ->toBe(['2026-11-24']);
});

test('weeks are kept once they are over, and given up after three years', function () {
    $this->ventCheck(['start' => '2023-11-06T07:15:00', 'end' => '2023-11-06T07:30:00']);
    $kept = fn (): array => DB::table('tally_weeks')->orderBy('start')->pluck('start')->all();
    $this->api('GET', 'tally/2023-11-13/14')->assertOk();
    $this->api('GET', 'tally/2026-11-09/21')->assertOk();
    // The week before this one ended on Sunday, more than two days ago; this one goes on. Before each lies what it is held
    // against.
    expect($kept())->toBe([
        '2023-10-30',
        '2023-11-06',
        '2023-11-13',
        '2023-11-20',
        '2026-10-19',
        '2026-10-26',
        '2026-11-02',
        '2026-11-09',
        '2026-11-16',
    ]);
    app(Pruning::class)->run(Carbon\CarbonImmutable::now());
    expect($kept())->toBe(['2023-11-20', '2026-10-19', '2026-10-26', '2026-11-02', '2026-11-09', '2026-11-16']);
});

test('the journal: lines of closings and of rounds, in order, found by their words', function () {
    $this->api('PUT', 'closings/2026-11-24', [
        'answers' => [['question' => 'What went well?', 'answer' => 'The ferns are potted.']],
    ]);
    $this->api('PUT', 'rounds/week/2026-11-23', [
        'steps' => [],
        'answers' => [['question' => 'What took strength?', 'answer' => 'Ferns, and the telephone.']],
    ]);
    $days = $this->api('GET', 'done?from=2026-11-20&days=7')->assertOk()->json('days');
    expect(array_map(fn (array $day): array => [$day['date'], $day['lines'][0]['of'], $day['lines'][0]['answer']], $days))->toBe(
        [['2026-11-24', 'day', 'The ferns are potted.'], ['2026-11-23', 'week', 'Ferns, and the telephone.']],
    );
    // What the week was for stands after the lines of its round, with what became of it.
    $goal = $this->api('POST', 'rounds/week/2026-11-23/goals', ['title' => 'Ferns under glass'])
        ->assertCreated()
        ->json('id');
    $this->api('PATCH', "goals/{$goal}", ['answer' => 'partly'])->assertNoContent();
    $lines = $this->api('GET', 'done?from=2026-11-23&days=1')->json('days.0.lines');
    expect(array_column($lines, 'answer', 'question'))->toBe([
        'What took strength?' => 'Ferns, and the telephone.',
        'Goal, kept in part' => 'Ferns under glass',
    ]);
    $found = fn (string $words): array => array_column(
        $this->api('GET', 'search?q='.rawurlencode($words))->json('lines'),
        'of',
    );
    expect($found('ferns'))
        ->toBe(['day', 'week', 'week'])
        ->and($found('ferns telephone'))
        ->toBe(['week'])
        ->and($found('orchids'))
        ->toBe([]);
});

test('two things at the same time both count, for each area what was given to it', function () {
    $both = ['kind' => 'event', 'all_day' => false, 'overlaps' => true];
    $area = $this->api('POST', 'areas', ['name' => 'Family', 'colour' => 'rose'])->assertCreated()->json('id');
    $calendar = $this->api('POST', 'calendars', ['area_id' => $area, 'name' => 'Visits'])->assertCreated()->json('id');
    $this->entry([...$both, 'title' => 'Trustees', 'start' => '2026-11-23T09:00:00', 'end' => '2026-11-23T10:00:00']);
    $this->entry([...$both, 'title' => 'On call', 'start' => '2026-11-23T09:30:00', 'end' => '2026-11-23T11:00:00', 'calendar_id' => $calendar]);
    $tally = $this->api('GET', 'tally/2026-11-23/7')->assertOk()->json();
    expect(array_filter(array_column($tally['groups'], 'worked')))->toEqualCanonicalizing([60, 90])
        ->and($tally['all']['worked'])->toBe(150); // though one was awake for two hours
});
