<?php

declare(strict_types=1);

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Stint;
use PlumRota\Core\Tally\Counted;
use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Tally\CountedMinutes;
use PlumRota\Core\Tally\DayCount;
use PlumRota\Core\Tally\HoursInWords;
use PlumRota\Core\Tally\HoursOfWeek;
use PlumRota\Core\Tally\Measure;
use PlumRota\Core\Tally\Outcome;
use PlumRota\Core\Tally\Rounding;
use PlumRota\Core\Time\Length;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** @return array{Block, list<Stint>} something placed around the night on which the clocks go back, and work on it */
function placedAndTimed(Zone $zone): array
{
    $start = LocalDate::parse('2026-10-24')->startOfDay();
    $allDay = mt_rand(0, 4) === 0;
    $from = $allDay ? $start->plusSeconds(mt_rand(0, 3) * 86400) : $start->plusSeconds(mt_rand(0, 4 * 1440) * 60);
    $to = $allDay ? $from->plusSeconds(mt_rand(1, 3) * 86400) : $from->plusSeconds(mt_rand(0, 1800) * 60);
    $isTask = mt_rand(0, 1) === 1;
    $stints = [];
    for ($i = mt_rand(0, 2); $i > 0; $i--) {
        $at = $zone->instant($start) + mt_rand(0, 5 * 86400);
        $stints[] = new Stint($at, $at + mt_rand(30, 20_000));
    }

    return [
        new Block('a', TimeRange::of($from, $to), $allDay, $isTask, true, mt_rand(0, 1) === 1, estimate: mt_rand(5, 90)),
        $stints,
    ];
}

function line(DayCount $count): CountedLine
{
    return new CountedLine(
        new Counted('e', 'T', 'T', 'c', 'a', true, false, null, null, []),
        'once',
        $count,
        Outcome::Kept,
        true,
    );
}

test('the lines of a stretch add up to what counts in it, day by day and hour by hour', function () {
    mt_srand(24);
    $zone = Zone::of('Europe/Berlin');
    $now = LocalDateTime::parse('2026-11-10T12:00:00');
    $found = 0;
    for ($case = 0; $case < 500; $case++) {
        [$block, $stints] = placedAndTimed($zone);
        $first = LocalDate::parse('2026-10-23')->plusDays(mt_rand(0, 2));
        $stretch = TimeRange::days($first, mt_rand(1, 8));
        $isTimed = $stints !== [];
        $counts = DayCount::of($stretch, $block, $stints, $isTimed, $now, $zone->instant($now), $zone);
        $timed = 0;
        foreach ($stints as $stint) {
            $timed += CountedMinutes::timed($zone->instant($stretch->from), $zone->instant($stretch->to), $stint, PHP_INT_MAX);
        }
        $sum = fn (string $of): int => array_sum(array_map(fn (DayCount $one): int => $one->{$of}, $counts));
        expect($sum('planned'))
            ->toBe(CountedMinutes::planned($stretch, $block))
            ->and($sum('done'))
            ->toBe(CountedMinutes::done($stretch, $block, $now))
            ->and($sum('worked'))
            ->toBe($isTimed ? $timed : $sum('done'));
        // No two on one day, each within the stretch.
        $days = array_map(fn (DayCount $one): int => intdiv($one->from, 86400), $counts);
        expect($days)->toBe(array_values(array_unique($days)));

        $hours = new HoursOfWeek();
        $withHours = 0;
        foreach ($counts as $count) {
            $hours->add(line($count));
            $withHours += $count->to > $count->from ? $count->planned : 0;
            expect(array_sum(array_column($count->parts, 1)))->toBe($count->isTimed ? $count->worked : 0);
        }
        expect(array_sum($hours->minutes()['planned']))->toBe($withHours);
        expect(array_sum($hours->minutes()['worked']))->toBe($isTimed ? $timed : ($block->allDay ? 0 : $sum('worked')));
        $found += $sum('planned') + $sum('worked');
    }
    expect($found)->toBeGreaterThan(100_000);
});

test('minutes lie in the hour of the week in which the clock on the wall has them', function () {
    mt_srand(168);
    for ($case = 0; $case < 200; $case++) {
        $from = mt_rand(1_790_000_000, 1_800_000_000);
        $from -= $from % 60;
        $to = $from + 60 * mt_rand(1, 600);
        $naive = array_fill(0, 168, 0);
        for ($at = $from; $at < $to; $at += 60) {
            $naive[((int) gmdate('N', $at) - 1) * 24 + (int) gmdate('G', $at)]++;
        }
        $hours = new HoursOfWeek();
        $hours->add(line(new DayCount($from, $to, intdiv($to - $from, 60), 0, 0)));
        expect($hours->minutes()['planned'])->toBe($naive);
    }
});

test('a line has the minutes that are asked for', function () {
    $line = line(new DayCount(0, 3600, 60, 30, 20));
    expect(array_map($line->minutes(...), Measure::cases()))->toBe([60, 30, 20]);
});

test('rounded minutes are the nearest step, or the next one up', function () {
    expect(Rounding::STEPS)->toBe([1, 5, 6, 10, 15, 30, 60]);
    foreach (Rounding::STEPS as $step) {
        for ($minutes = 0; $minutes < 300; $minutes++) {
            $near = (new Rounding($step))->of($minutes);
            $up = (new Rounding($step, true))->of($minutes);
            expect($near)
                ->toBe((int) round($minutes / $step) * $step)
                ->and($up)
                ->toBe((int) ceil($minutes / $step) * $step);
        }
    }
});

/** @return array{name: string, minutes: int, before: int, intended: int|null} */
function group(string $name, int $hours, int $before, ?int $meant = null): array
{
    return [
        'name' => $name,
        'minutes' => $hours * 60,
        'before' => $before * 60,
        'intended' => $meant === null ? null : $meant * 60,
    ];
}

test('the hours say what lies furthest from what was meant, and what changed most', function () {
    $glasshouse = group('Glasshouse', 27, 26, 26);
    expect(HoursInWords::ofGroups([$glasshouse, group('Training', 4, 5, 5), group('Paperwork', 4, 2, 2)], 1, false))
        ->toBe('Paperwork took twice what you mean it to, or more. Glasshouse gained 1 h against the time before.')
        ->and(HoursInWords::ofGroups([group('Family', 3, 6, 6)], 1, false))
        ->toBe('Family took 3 h less than you mean it to.')
        ->and(HoursInWords::ofGroups([group('Family', 3, 6, 6)], 1, true))
        ->toBe('It still goes on; nothing takes more than you mean it to so far.')
        ->and(HoursInWords::ofGroups([group('Family', 6, 6, 6)], 1, false))
        ->toBe('The hours went about where you mean them to.')
        ->and(HoursInWords::ofGroups([group('rounds', 6, 6)], 1, false))
        ->toBe('Hardly anything changed against the time before.')
        ->and(HoursInWords::ofGroups([group('Family', 0, 6)], 1, false, 'planned'))
        ->toBe('Nothing was planned in this time.');
});

test('the weeks say which were over full, and how the musts went', function () {
    $week = fn (string $name, int $load, int $over = 0, int $musts = 0, int $done = 0, bool $isOver = true): array => [
        'name' => "the week of {$name}",
        'load' => $load * 60,
        'capacity' => 48 * 60,
        'over' => $over,
        'musts' => $musts,
        'musts_done' => $done,
        'is_over' => $isOver,
    ];
    expect(
        HoursInWords::ofWeeks([
            $week('2 Nov', 40, musts: 3, done: 2),
            $week('9 Nov', 54, 2),
            $week('16 Nov', 60, isOver: false),
        ]),
    )
        ->toBe('The week of 9 Nov was over full by 6 h; the others held. In the weeks that are over 2 of 3 musts were done.')
        ->and(HoursInWords::ofWeeks([$week('2 Nov', 49), $week('9 Nov', 54), $week('16 Nov', 50)]))
        ->toBe('The week of 9 Nov was over full by 6 h, 2 others too.')
        ->and(HoursInWords::ofWeeks([$week('2 Nov', 49)]))
        ->toBe('The week of 2 Nov was over full by 1 h.')
        ->and(HoursInWords::ofWeeks([$week('2 Nov', 40, 1, 1, 1)]))
        ->toBe('Every week held, with 1 over-full day in them. The one must was done.')
        ->and(HoursInWords::ofWeeks([$week('2 Nov', 40, isOver: false)]))
        ->toBe('None of these weeks is over yet.');
});

test('the hours of the week say when most of them lie', function () {
    $hours = array_fill(0, 168, 0);
    $hours[3 * 24 + 9] = 120;
    $hours[3 * 24 + 14] = 60;
    $hours[24 + 15] = 60;
    expect(HoursInWords::ofHours($hours))
        ->toBe('Thursdays have the most of it; the fullest hour of the week is Thursday at 9:00. 50 % of it lies before noon.')
        ->and(HoursInWords::ofHours(array_fill(0, 168, 0)))
        ->toBe('Nothing with hours lies in this time.');
    expect(array_map(Length::inWords(...), [0, 45, 60, 95]))->toBe(['0 min', '45 min', '1 h', '1 h 35 min']);
});

test('a sentence over weeks names hours to the quarter, from ten on to the hour, and less than an hour to five minutes', function (int $by, string $said) {
    $group = ['name' => 'Family', 'minutes' => 3000 - $by, 'before' => 3000 - $by, 'intended' => 3000];
    expect(HoursInWords::ofGroups([$group], 1, false))->toBe($said);
})->with([
    'half an hour is worth a word' => [30, 'Family took 30 min less than you mean it to.'],
    'a minute less is not' => [29, 'The hours went about where you mean them to.'],
    'five minutes' => [33, 'Family took 35 min less than you mean it to.'],
    'up to an hour' => [58, 'Family took 1 h less than you mean it to.'],
    'a quarter' => [68, 'Family took 1 h 15 min less than you mean it to.'],
    'before ten hours' => [592, 'Family took 9 h 45 min less than you mean it to.'],
    'ten hours' => [600, 'Family took 10 h less than you mean it to.'],
    'from ten hours on' => [640, 'Family took 11 h less than you mean it to.'],
]);

test('twice as much is said from twice on', function (int $minutes, string $said) {
    expect(HoursInWords::ofGroups([['name' => 'Family', 'minutes' => $minutes, 'before' => $minutes, 'intended' => 120]], 1, false))->toBe($said);
})->with([[240, 'Family took twice what you mean it to, or more.'], [239, 'Family took 2 h more than you mean it to.']]);

test('a line counts as one thing on its first day alone, and a must that was let go is none', function (bool $isTask, ?string $importance, Outcome $outcome, bool $isFirst, array $facts) {
    $line = new CountedLine(
        new Counted('e', 'T', 'T', 'c', 'a', $isTask, false, $importance, null, []),
        'once',
        new DayCount(0, 0, 0, 0, 0),
        $outcome,
        $isFirst,
        3,
    );
    expect(array_combine(array_column(PlumRota\Core\Tally\Fact::cases(), 'value'), array_map(fn ($fact): int => $fact->times($line), PlumRota\Core\Tally\Fact::cases())))->toBe($facts);
})->with([
    'kept' => [true, 'must', Outcome::Kept, true, ['musts' => 1, 'musts_done' => 1, 'put_off' => 3, 'let_go' => 0]],
    'let go' => [true, 'must', Outcome::LetGo, true, ['musts' => 0, 'musts_done' => 0, 'put_off' => 3, 'let_go' => 1]],
    'a should' => [true, 'should', Outcome::Kept, true, ['musts' => 0, 'musts_done' => 0, 'put_off' => 3, 'let_go' => 0]],
    'no task' => [false, 'must', Outcome::Kept, true, ['musts' => 0, 'musts_done' => 0, 'put_off' => 3, 'let_go' => 0]],
    'a later day' => [true, 'must', Outcome::Kept, false, ['musts' => 0, 'musts_done' => 0, 'put_off' => 0, 'let_go' => 0]],
]);

test('days before 1970 are days like any other', function () {
    $zone = Zone::of('Europe/Berlin');
    $day = LocalDate::parse('1969-12-30');
    $block = new Block('a', TimeRange::of($day->startOfDay()->plusMinutes(1380), $day->startOfDay()->plusMinutes(1500)), false, true, true, true);
    $counts = DayCount::of(TimeRange::days($day, 2), $block, [], false, LocalDateTime::parse('1970-01-02T00:00:00'), 82_800, $zone);
    expect(array_map(fn (DayCount $one): array => [$one->from, $one->to, $one->planned], $counts))->toBe([
        [-3600 - 86400, -86400, 60],
        [-86400, 3600 - 86400, 60],
    ]);
});
