<?php

declare(strict_types=1);

use App\Models\User;
use Illuminate\Support\Facades\DB;

/** @return array<string, mixed> the habit of that title in a stretch */
function habit(object $test, string $title, string $from, int $days): array
{
    $habits = $test
        ->api('GET', "tally/{$from}/{$days}/habits")
        ->assertOk()
        ->json('habits');

    return array_column($habits, null, 'title')[$title];
}

test(
    'done on its day, late, missed, let go and skipped; a pause breaks no row; two entries of one title are one habit',
    function () {
        $this->at('2026-11-09T06:00:00+01:00');
        $check = $this->ventCheck(['start' => '2026-11-09T07:15:00', 'end' => '2026-11-09T07:30:00', 'missed' => 'lapse']);
        $saturday = $this->entry(['title' => 'Vent check', 'start' => '2026-11-14', 'rule' => 'FREQ=WEEKLY;BYDAY=SA']);
        $at = fn (string $day): string => "entries/{$check['id']}/occurrences/{$day}T07:15:00";
        $tick = function (string $moment, string $path): void {
            $this->at($moment);
            $this->api('PUT', $path)->assertNoContent();
        };
        $tick('2026-11-09T08:00:00+01:00', $at('2026-11-09').'/done');
        $tick('2026-11-11T08:00:00+01:00', $at('2026-11-10').'/done'); // late
        $tick('2026-11-12T08:00:00+01:00', $at('2026-11-12').'/skipped');
        $tick('2026-11-13T08:00:00+01:00', $at('2026-11-13').'/let-go');
        $tick('2026-11-14T08:00:00+01:00', "entries/{$saturday['id']}/occurrences/2026-11-14/done");
        $this->api('POST', 'routines/pause', [
            'entry_ids' => [$check['id']],
            'from' => '2026-11-16',
            'to' => '2026-11-20',
        ])->assertNoContent();
        $tick('2026-11-21T09:00:00+01:00', "entries/{$saturday['id']}/occurrences/2026-11-21/done");
        $tick('2026-11-23T09:00:00+01:00', $at('2026-11-23').'/done');
        $this->at('2026-11-24T06:00:00+01:00');

        $one = habit($this, 'Vent check', '2026-11-09', 14);
        expect($one)
            ->toMatchArray(['due' => 6, 'kept' => 4, 'late' => 1, 'row' => 2, 'strip' => 'klm.gk......k.'.''])
            ->and($one['entry_ids'])
            ->toHaveCount(2)
            ->and($one['weekdays'][5])
            ->toBe(['due' => 2, 'kept' => 2])
            ->and(habit($this, 'Vent check', '2026-11-23', 7))
            ->toMatchArray(['due' => 1, 'kept' => 1, 'row' => 3, 'strip' => 'koooo'.'o.']);

        $whole = $this->api('GET', 'habits?title='.rawurlencode('Vent check'))
            ->assertOk()
            ->json();
        expect($whole)
            ->toMatchArray(['due' => 7, 'kept' => 5, 'row' => 3, 'longest' => 3, 'since' => '2026-11-09'])
            ->and(substr($whole['strip'], -16))
            ->toBe('klmsgk.ppppp'.'k.ko');
        $this->api('GET', 'habits?title=Nothing')->assertNotFound();
        // The list of routines and the sheet say the same of the one entry.
        $routine = array_column($this->api('GET', 'routines')->json('routines'), null, 'entry_id')[$check['id']];
        $past = $this->api('GET', "entries/{$check['id']}/past")->json();
        expect([$routine['kept'], $routine['due']])
            ->toBe([3, 5])
            ->and([
                $past['done'],
                $past['done'] +
                $past['missed'] +
                count(array_filter($past['past'], fn (array $one): bool => $one['state'] === 'let_go')),
            ])
            ->toBe([3, 5]);
    },
);

test('an amount is noted on ticking, added up, and gone when it is not done after all', function () {
    $run = $this->entry([
        'title' => 'Hill run',
        'all_day' => false,
        'start' => '2026-11-23T06:30:00',
        'end' => '2026-11-23T07:30:00',
        'rule' => 'FREQ=DAILY',
        'measure' => 'km',
        'aim' => 2,
    ]);
    expect($run['measure'])->toBe('km')->and($run['aim'])->toBe(2);
    foreach (['2026-11-23' => 8.5, '2026-11-24' => 7, '2026-11-25' => 3] as $day => $amount) {
        $this->api('PUT', "entries/{$run['id']}/occurrences/{$day}T06:30:00/done", ['amount' => $amount])->assertNoContent();
    }
    // Noted the day after, it was still done when it was ticked.
    $at = fn (): array => DB::table('overrides')->where('entry_id', $run['id'])->orderBy('day')->pluck('done_at')->all();
    $before = $at();
    $this->at('2026-11-26T09:00:00+01:00');
    $this->api('PUT', "entries/{$run['id']}/occurrences/2026-11-24T06:30:00/done", ['amount' => 7])->assertNoContent();
    expect($at())->toBe($before);
    $this->at('2026-11-25T10:20:00+01:00');
    $this->api('DELETE', "entries/{$run['id']}/occurrences/2026-11-25T06:30:00/done")->assertNoContent();
    $this->api('PUT', "entries/{$run['id']}/occurrences/2026-11-25T06:30:00/done", ['amount' => 'far'])->assertUnprocessable();
    expect(habit($this, 'Hill run', '2026-11-23', 7))
        ->toMatchArray(['unit' => 'km', 'sum' => 15.5, 'aim' => 2, 'due' => 1, 'kept' => 1])
        ->and($this->api('GET', 'habits?title='.rawurlencode('Hill run'))->json('course'))
        ->toEqual([['date' => '2026-11-23', 'amount' => 8.5], ['date' => '2026-11-24', 'amount' => 7]]);
});

/**
 * Written from the words alone, on the rows of the database: expand by hand is not needed, the demo's routines of this kind come
 * on fixed weekdays without exceptions.
 */
test('the demo’s year: rates and rows against a second computation on the rows', function () {
    $this->at('2026-11-25T10:20:00+01:00');
    demoInPlace();
    $this->asUser(User::query()->sole());
    $from = '2025-11-25';
    foreach (['Stretch' => [1, 3, 5], 'Pill box' => [1, 2, 3, 4, 5, 6, 7]] as $title => $weekdays) {
        $entry = DB::table('entries')->where('user_id', $this->user->id)->where('title', $title)->sole();
        $ticked = DB::table('overrides')
            ->where('entry_id', $entry->id)
            ->whereNotNull('done_at')
            ->pluck('recurrence_id')
            ->map(fn (string $id): string => substr($id, 0, 10))
            ->flip();
        $due = $kept = $row = 0;
        $begins = substr((string) $entry->start, 0, 10);
        for (
            $day = new DateTimeImmutable($begins);
            $day->format('Y-m-d\TH:i') <= '2026-11-25T10:20';
            $day = $day->modify('+1 day')
        ) {
            $date = $day->format('Y-m-d');
            $isOver =
                "{$date}T".date('H:i', strtotime(substr((string) $entry->start, 11, 5)) + 60 * $entry->length) <=
                '2026-11-25T10:20';
            if (! in_array((int) $day->format('N'), $weekdays, true) || (! $isOver && ! isset($ticked[$date]))) {
                continue;
            }
            $row = isset($ticked[$date]) ? $row + 1 : 0;
            $due += $date >= $from ? 1 : 0;
            $kept += $date >= $from && isset($ticked[$date]) ? 1 : 0;
        }
        expect(habit($this, $title, $from, 366))->toMatchArray(['due' => $due, 'kept' => $kept, 'row' => $row]);
        expect($due)->toBeGreaterThan(140);
    }
});

test('how long things take: the last ten, finished ones only, and estimates taken over in one step', function () {
    $check = $this->ventCheck([
        'title' => 'Propagation bench',
        'start' => '2026-10-26T14:00:00',
        'end' => '2026-10-26T14:30:00',
    ]);
    $days = [];
    foreach (range(0, 11) as $i) {
        $day = (new DateTimeImmutable('2026-10-26'))->modify('+'.($i + 2 * intdiv($i, 5)).' days')->format('Y-m-d');
        $days[] = $day;
        $this->api('POST', 'timings/past', [
            'entry_id' => $check['id'],
            'recurrence_id' => "{$day}T14:00:00",
            'started' => "{$day}T14:00:00",
            'ended' => sprintf('%sT14:%02d:00', $day, 20 + 2 * $i),
        ])->assertCreated();
        if ($i < 11) {
            $this->api('PUT', "entries/{$check['id']}/occurrences/{$day}T14:00:00/done")->assertNoContent();
        }
    }
    $thing = $this->api('GET', 'durations')->assertOk()->json('things.0');
    expect(array_column($thing['times'], 'minutes'))
        ->toBe([40, 38, 36, 34, 32, 30, 28, 26, 24, 22])
        ->and($thing)
        ->toMatchArray([
            'title' => 'Propagation bench',
            'estimate' => 30,
            'low' => 26.5,
            'middle' => 31,
            'high' => 35.5,
            'offers' => false,
        ]);
    // What is far from the middle is offered to be set to it.
    $this->api('PUT', 'durations', ['estimates' => [['entry_id' => $check['id'], 'minutes' => 60]]])->assertNoContent();
    expect($this->api('GET', 'durations')->json('things.0.offers'))->toBeTrue();
    $this->api('POST', 'undo')->assertOk();
    $this->api('PUT', 'durations', ['estimates' => [['entry_id' => $check['id'], 'minutes' => 31]]])->assertNoContent();
    expect($this->api('GET', "entries/{$check['id']}")->json('estimate'))->toBe(31);
    $this->api('POST', 'undo')->assertOk();
    expect($this->api('GET', "entries/{$check['id']}")->json('estimate'))->toBeNull();
    $this->api('PUT', 'durations', ['estimates' => []])->assertUnprocessable();
});
