<?php

declare(strict_types=1);

use PlumRota\Core\Time\LocalDate;

/** Another seed by LOAD_SEED. */
test('a day’s load is the same seen through day, week, month, year and ruler', function (int $seed) {
    mt_srand($seed + (int) (getenv('LOAD_SEED') ?: 0));
    $any = fn (array $some): mixed => $some[mt_rand(0, count($some) - 1)];
    for ($i = 0; $i < 14; $i++) {
        $day = (string) LocalDate::parse('2026-11-20')->plusDays(mt_rand(0, 18));
        $hour = $any([0, 0, 1, 8, 12, 18, 22, 23, 23]);
        $isAllDay = mt_rand(0, 4) === 0;
        $start = $isAllDay ? $day : sprintf('%sT%02d:%02d:00', $day, $hour, $any([0, 10, 45]));
        $end = $isAllDay
            ? $day
            : (new DateTimeImmutable($start))->modify('+'.$any([15, 60, 90, 600]).' minutes')->format('Y-m-d\TH:i:s');
        $this->entry([
            'title' => "Thing {$i}",
            'kind' => $any(['task', 'event']),
            'all_day' => $isAllDay,
            'start' => $start,
            'end' => $end,
            'rule' => $any([null, null, 'FREQ=DAILY;INTERVAL=3', 'FREQ=WEEKLY']),
            'travel' => $any([0, 0, 20, 90]),
            'margin' => $any([0, 0, 30, 120]),
            'estimate' => $isAllDay ? $any([null, 25]) : null,
            'missed' => $any(['hold', 'roll', 'lapse']),
        ]);
    }
    $of = fn (array $day): int => $day['placed'] + $day['listed'];
    $board = fn (string $from, int $days): array => array_map(
        $of,
        array_column($this->api('GET', "board?from={$from}&days={$days}")->json('days'), null, 'date'),
    );
    $month = array_map($of, array_column($this->api('GET', 'month?from=2026-11-16&days=35')->json('days'), null, 'date'));
    $year = array_column($this->api('GET', 'year?year=2026')->json('days'), 'minutes', 'date');
    $ruler = array_column($this->api('GET', 'ruler?from=2026-11-16&weeks=5')->json('days'), 'minutes', 'date');
    $different = [];
    for ($week = LocalDate::parse('2026-11-16'); (string) $week < '2026-12-20'; $week = $week->plusDays(7)) {
        foreach ($board((string) $week, 7) as $date => $minutes) {
            $seen = [
                'week' => $minutes,
                'day' => $board($date, 1)[$date],
                'month' => $month[$date],
                'year' => $year[$date],
                'ruler' => $ruler[$date],
            ];
            if (count(array_unique($seen)) > 1) {
                $different[$date] = $seen;
            }
        }
    }
    expect($different)->toBe([]);
})->with(range(1, 5));

test('travel from beyond midnight counts in the evening before, margin in the morning after', function () {
    $this->entry([
        'title' => 'Ferry',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-26T00:15:00',
        'end' => '2026-11-26T00:45:00',
        'travel' => 45,
    ]);
    $this->entry([
        'title' => 'Concert',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-26T22:00:00',
        'end' => '2026-11-26T23:50:00',
        'margin' => 60,
    ]);
    $placed = fn (string $day): int => $this->api('GET', "board?from={$day}&days=1")->json('days.0.placed');
    expect([$placed('2026-11-25'), $placed('2026-11-26'), $placed('2026-11-27')])
        ->toBe([30, 15 + 30 + 110 + 10, 50])
        ->and($this->occurrences('from=2026-11-25&days=1'))
        ->toBe([]);
});

test('what leaves the hours for a list or the basket keeps how long it took', function (string $scope, array $loads) {
    $id = $this->ventCheck(['rule' => 'FREQ=DAILY', 'end' => '2026-11-23T08:00'])['id'];
    $listed = fn (): array => array_map(
        fn (array $day): int => $day['placed'] * 1000 + $day['listed'],
        $this->api('GET', 'board?from=2026-11-25&days=3')->json('days'),
    );
    expect($listed())->toBe([45000, 45000, 45000]);
    $this->api('POST', "entries/{$id}/move", [
        'start' => '2026-11-26',
        'all_day' => true,
        'length' => 1,
        'scope' => $scope,
        'recurrence_id' => '2026-11-26T07:15:00',
    ])->assertOk();
    expect($listed())->toBe($loads);
})->with([['one', [45000, 45, 45000]], ['onward', [45000, 45, 45]], ['whole', [45, 45, 45]]]);

test('a single one keeps it too, into the basket and out of it', function () {
    $id = $this->entry(['title' => 'Repot', 'all_day' => false, 'start' => '2026-11-26T09:00', 'end' => '2026-11-26T09:40'])[
        'id'
    ];
    $this->api('POST', "entries/{$id}/move", ['start' => null, 'all_day' => true, 'length' => 1])
        ->assertOk()
        ->assertJsonPath('estimate', 40);
});

test('what was done while it was a routine keeps its margin after midnight when it happens only once now', function () {
    $entry = $this->ventCheck([
        'rule' => 'FREQ=DAILY',
        'start' => '2026-11-23T23:30:00',
        'end' => '2026-11-23T23:50:00',
        'margin' => 60,
    ]);
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-25T23:30:00/done")->assertNoContent();
    $this->api('PATCH', "entries/{$entry['id']}", [
        'rule' => null,
        'start' => '2026-12-10T23:30:00',
        'end' => '2026-12-10T23:50:00',
        'scope' => 'whole',
    ])->assertOk();
    $placed = fn (string $from, int $days, int $at): int => $this->api('GET', "board?from={$from}&days={$days}")->json(
        "days.{$at}.placed",
    );
    expect($this->shown('2026-11-25', 1))
        ->toBe(['11-25T23:30 Vent check done'])
        ->and($placed('2026-11-25', 2, 1))
        ->toBe(50)
        ->and($placed('2026-11-26', 1, 0))
        ->toBe(50);
});

test(
    'margins before, travel back and the defaults of a calendar count in the load, and reach into the days beside',
    function () {
        $id = $this->calendar()->id;
        $this->api('PATCH', "calendars/{$id}", ['margin_before' => 10, 'margin_after' => 5])->assertOk();
        $this->entry([
            'title' => 'Visit',
            'kind' => 'event',
            'all_day' => false,
            'start' => '2026-11-26T23:00:00',
            'end' => '2026-11-26T23:50:00',
            'travel' => 20,
            'travel_back' => 30,
        ]);
        $placed = fn (string $from, int $days): array => array_column(
            $this->api('GET', "board?from={$from}&days={$days}")->json('days'),
            'placed',
            'date',
        );
        // 20 of travel and 10 of margin before, 50 itself, 5 after and 30 back: 25 of that lie on the next day.
        expect($placed('2026-11-26', 2))
            ->toBe(['2026-11-26' => 90, '2026-11-27' => 25])
            ->and($placed('2026-11-27', 1))
            ->toBe(['2026-11-27' => 25])
            ->and($this->api('POST', 'fitting', ['from' => '2026-11-26', 'days' => 2])->status())
            ->toBe(200);
    },
);

test('a calendar that does not count fills no day, neither with hours nor with estimates', function () {
    $this->entry(['title' => 'Sort the archive', 'start' => '2026-11-26', 'estimate' => 60]);
    $this->entry(['title' => 'Vent check', 'start' => '2026-11-26T08:00:00', 'end' => '2026-11-26T08:30:00']);
    $day = fn (): array => $this->api('GET', 'board?from=2026-11-26&days=1')->json('days.0');
    expect([$day()['placed'], $day()['listed']])->toBe([30, 60]);
    $this->api('PATCH', 'calendars/'.$this->calendar()->id, ['counted' => false])->assertOk();
    app()->forgetScopedInstances();
    expect([$day()['placed'], $day()['listed']])->toBe([0, 0]);
});
