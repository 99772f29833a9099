<?php

declare(strict_types=1);

use App\Actions\Accounts\OpenAccount;

/** @return array<string, int|null> of the one area of the account */
function tallied(object $test, string $from, int $days): array
{
    return $test
        ->api('GET', "tally/{$from}/{$days}")
        ->assertOk()
        ->json('areas.0');
}

/** @return array{minutes: int, lines: list<array<string, mixed>>} */
function madeOf(object $test, string $from, int $days, string $of): array
{
    return $test
        ->api('GET', "tally/{$from}/{$days}/{$test->calendar()->area_id}/{$of}")
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

    $week = madeOf($this, '2026-11-23', 7, 'done');
    expect(array_column($week['lines'], 'minutes', 'title'))
        ->toBe(['Trustees' => 60, 'Wages' => 40, 'Glaze' => 25, 'Tours' => 60])
        ->and(array_column($week['lines'], 'timed', 'title')['Glaze'])
        ->toBeTrue()
        ->and(tallied($this, '2026-11-23', 7)['done'])
        ->toBe(185)
        ->and(tallied($this, '2026-11-30', 7))
        ->toMatchArray(['done' => 60, 'before' => 185]);
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
    $days = ['planned' => 0, 'done' => 0];
    for ($day = 16; $day < 30; $day++) {
        foreach (tallied($this, "2026-11-{$day}", 1) as $of => $minutes) {
            if (isset($days[$of])) {
                $days[$of] += $minutes;
            }
        }
    }
    expect($week['planned'])->toBeGreaterThan(600)->and($week['done'])->toBeLessThan($week['planned'])->toBeGreaterThan(0);
    foreach (['planned', 'done'] as $of) {
        $lines = madeOf($this, '2026-11-16', 14, $of);
        expect($days[$of])
            ->toBe($week[$of])
            ->and($lines['minutes'])
            ->toBe($week[$of])
            ->and(array_sum(array_column($lines['lines'], 'minutes')))
            ->toBe($week[$of]);
    }
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
    $this->api('GET', "tally/2026-11-23/7/{$area}/hoped")->assertNotFound();
    $other = app(OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'glasshouse',
        'zone' => 'Europe/Berlin',
    ]);
    expect($this->api('GET', "tally/2026-11-23/7/{$area}/planned")->json('minutes'))
        ->toBe(60)
        ->and($this->api('GET', "tally/2026-11-23/7/{$area}/planned", as: $other)->json('minutes'))
        ->toBe(0);
});
