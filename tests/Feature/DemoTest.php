<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use Database\Seeders\DemoSeeder;
use Illuminate\Support\Facades\Artisan;

/** Loads the demo and acts as its steward. */
function loadDemo(object $test): User
{
    $test->asUser($user = demoInPlace());

    return $user;
}

/** @return list<string> everything the demo shows in a year, without ids */
function yearOfDemo(object $test): array
{
    $shown = [];
    foreach (['2026-09-14', '2026-10-19', '2026-11-23', '2026-12-28', '2027-01-25'] as $from) {
        foreach ($test->occurrences("from={$from}&days=35") as $one) {
            $shown[] =
                "{$one['start']} {$one['title']} {$one['end']} ".($one['done'] ? 'done' : '').($one['moved'] ? 'moved' : '');
        }
    }

    return $shown;
}

test('the demo is the same every time for the same date', function () {
    loadDemo($this);
    $first = yearOfDemo($this);
    planted(fn () => User::query()->toBase()->delete());
    Artisan::call('db:seed', ['--class' => DemoSeeder::class, '--force' => true]);
    $this->asUser(User::query()->sole());
    expect(yearOfDemo($this))->toBe($first)->and(count($first))->toBeGreaterThan(900);
});

test('the present week is busy, half done, over full on Wednesday and double-booked once', function () {
    loadDemo($this);
    $board = $this->api('GET', 'board?from=2026-11-23&days=7')->json();
    $days = array_column($board['days'], null, 'date');
    expect(array_keys(array_filter($days, fn (array $day): bool => $day['over'])))
        ->toBe(['2026-11-25'])
        ->and($days['2026-11-25']['conflicts'])
        ->toBe(1)
        ->and(array_sum(array_column($board['days'], 'conflicts')))
        ->toBe(1)
        ->and($days['2026-11-23']['done'])
        ->toBe($days['2026-11-23']['tasks'])
        ->and($days['2026-11-29']['done'])
        ->toBe(0);
    $occurrences = $this->occurrences('from=2026-11-23&days=7');
    $today = array_filter(
        $occurrences,
        fn (array $one): bool => $one['all_day'] && $one['start'] === '2026-11-25' && $one['importance'] === 'must',
    );
    expect(array_values(array_map(fn (array $one): bool => $one['done'], $today)))
        ->toBe([true, false])
        ->and(array_filter($occurrences, fn (array $one): bool => $one['protected']))
        ->not->toBe([])
        ->and(array_filter($occurrences, fn (array $one): bool => $one['private'] && $one['travel'] === 30))
        ->toHaveCount(1);
});

test('the basket holds seven loose tasks, one of them late, and two that rest until their time', function () {
    loadDemo($this);
    $basket = $this->api('GET', 'basket')->json('items');
    expect(array_filter($basket, fn (array $item): bool => $item['not_before'] === null))
        ->toHaveCount(7)
        ->and($basket)
        ->toHaveCount(9)
        ->and(array_filter($basket, fn (array $item): bool => $item['late']))->toHaveCount(1);
});

test('the rhythms of the year fall where they should', function () {
    loadDemo($this);
    $shown = [];
    $expected = [
        'flue check on the first Tuesday' => ['Boiler flue check', '2026-12-01', 31, ['2026-12-01T09:00:00']],
        'stock count on the last working day' => ['Stock count', '2027-01-01', 31, ['2027-01-29']],
        'wages on the 28th, or the working day before a weekend' => ['Wages sheet', '2027-02-15', 30, ['2027-02-26']],
        'seed order on the second Monday of January' => ['Seed order', '2027-01-01', 31, ['2027-01-11']],
        'boiler service in week 38' => ['Boiler service', '2027-09-13', 14, ['2027-09-20T09:00:00']],
        'a birthday on 29 February, in a year without one' => ['Ida’s birthday', '2027-02-20', 14, ['2027-02-28']],
        'and in a year with one' => ['Ida’s birthday', '2028-02-20', 14, ['2028-02-29']],
        'no visitors’ day in January' => ['Visitors’ day', '2027-01-01', 31, []],
        'visitors’ day in February' => ['Visitors’ day', '2027-02-01', 28, ['2027-02-07T11:00:00']],
        'misting three times a day in April' => [
            'Misting',
            '2027-04-01',
            1,
            ['2027-04-01T08:00:00', '2027-04-01T13:00:00', '2027-04-01T17:00:00'],
        ],
        'no misting in October' => ['Misting', '2027-10-01', 7, []],
        'no choir at Christmas' => ['Choir', '2026-12-17', 21, ['2026-12-17T19:30:00']],
        'no choir in August' => ['Choir', '2027-08-01', 31, []],
        'frost watch until the end of March' => ['Frost watch', '2027-03-30', 5, ['2027-03-30', '2027-03-31']],
        'the tax return' => ['Tax return', '2027-01-20', 20, ['2027-01-31']],
        'the passport in nine years' => ['Renew the passport', '2035-03-12', 1, ['2035-03-12']],
    ];
    foreach ($expected as $what => [$title, $from, $days]) {
        $found = array_filter($this->occurrences("from={$from}&days={$days}"), fn (array $one): bool => $one['title'] === $title);
        $shown[$what] = [$title, $from, $days, array_values(array_column($found, 'start'))];
    }
    expect($shown)->toBe($expected);
});

test('one series has a moved, a skipped and an edited occurrence', function () {
    loadDemo($this);
    $entry = Entry::query()->where('title', 'Water the orchids')->sole();
    $changes = OccurrenceOverride::query()->where('entry_id', $entry->id)->whereNull('done_at')->get();
    expect($changes->whereNotNull('start')->count())
        ->toBe(1)
        ->and($changes->where('skipped', true)->count())
        ->toBe(1)
        ->and($changes->filter(fn (OccurrenceOverride $change): bool => $change->fields !== [])->count())
        ->toBe(1);
});

test('ten weeks have history with gaps, and something was finished fourteen months ago', function () {
    loadDemo($this);
    $vents = $this->occurrences('from=2026-09-14&days=42');
    $runs = array_filter($vents, fn (array $one): bool => $one['title'] === 'Pill box');
    $done = count(array_filter($runs, fn (array $one): bool => $one['done']));
    expect($done)
        ->toBeGreaterThan(count($runs) / 2)
        ->toBeLessThan(count($runs));
    $heater = Entry::query()->where('title', 'New heater arrives')->sole();
    expect($heater->overrides()->sole()->done_at)->toBeLessThan(now()->subMonths(13)->getTimestamp());
});

/** @return list<string> Mondays of the weeks in which the demo is laid out hour by hour */
function mondaysOfDemo(): array
{
    return ['2026-11-23', '2026-11-30', '2026-03-23', '2026-10-19', '2026-12-28', '2028-02-28'];
}

test('at whatever hour it is laid out nothing is said twice of one occurrence', function (string $monday) {
    $this->at("{$monday}T00:00:00+01:00");
    $user = loadDemo($this);
    $zone = PlumRota\Core\Time\Zone::of($user->zone);
    $first = PlumRota\Core\Time\LocalDate::parse($monday);
    $week = PlumRota\Core\Time\TimeRange::days($first, 7);
    $entries = Entry::query()->where('kind', 'task')->whereNotNull('rule')->where('after_done', false)->get();
    $byHand = OccurrenceOverride::query()->where('day', '>=', $monday)->get()->groupBy('entry_id');
    $met = $ticked = 0;
    foreach (range(0, 7 * 24 - 1) as $hour) {
        $history = new Database\Seeders\DemoHistory($zone, $zone->instant($first->startOfDay()) + 3600 * $hour);
        foreach ($entries as $entry) {
            $said = $byHand->get($entry->id)?->pluck('recurrence_id')->all() ?? [];
            $ids = [];
            foreach ($history->outcomes($entry, $week, $said) as $id => $columns) {
                $ids[] = $id;
            }
            expect($ids)->toBe(array_values(array_unique($ids)))->and(array_intersect($ids, $said))->toBe([]);
            $ticked += count($ids);
            $all = array_keys(iterator_to_array($history->outcomes($entry, $week, [])));
            $met += count(array_intersect($all, $said));
        }
    }
    // What was said by hand would have been met, and something was ticked.
    expect($met)->toBeGreaterThan(0)->and($ticked)->toBeGreaterThan(1000);
})->with(mondaysOfDemo());

test('it can be loaded whole, and shows its week', function (string $moment) {
    $this->at($moment);
    loadDemo($this);
    $date = $this->user->wallNow()->date()->startOfWeek(PlumRota\Core\Time\Weekday::MO);
    expect(Entry::query()->count())->toBeGreaterThan(90)->and($this->occurrences("from={$date}&days=7"))->not->toBe([]);
})->with([
    'Saturday noon' => '2026-11-28T13:00:00+01:00',
    'the end of Sunday' => '2026-11-29T23:59:00+01:00',
    'as clocks go on' => '2026-03-29T03:00:00+02:00',
    'as clocks go back' => '2026-10-25T02:30:00+01:00',
    'the last minute of a year' => '2026-12-31T23:59:00+01:00',
    'the first of the next' => '2027-01-01T00:00:00+01:00',
    '29 February' => '2028-02-29T14:00:00+01:00',
]);
