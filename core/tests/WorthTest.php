<?php

declare(strict_types=1);

use PlumRota\Core\Planning\Fitting\Ground;
use PlumRota\Core\Planning\Fitting\ReasonInWords;
use PlumRota\Core\Planning\Fitting\Work;
use PlumRota\Core\Planning\Fitting\Worth;

/** The points of docs/planning.md, one at a time. */
function points(Work $work, int $start, ?Ground $ground = null): array
{
    return array_filter((new Worth($ground ?? new Ground([], [480], strength: [])))->reasons($work, $start), fn (int $one): bool => $one !== 0);
}

function work(mixed ...$with): Work
{
    return new Work(...['key' => 'w', 'minutes' => 60, 'importance' => 'could', ...$with]);
}

test('each reason has its points', function (array $with, int $start, array $points) {
    $ground = new Ground([], [480], strength: Ground::USUAL_STRENGTH, places: ['the shop' => [[480, 540]]]);
    expect(points(work(...$with), $start, $ground))->toEqual($points);
})->with([
    'a must' => [['importance' => 'must'], 0, ['importance' => 1000]],
    'a should' => [['importance' => 'should'], 0, ['importance' => 600]],
    'neither' => [['importance' => null], 0, ['importance' => 450]],
    'a could' => [[], 0, ['importance' => 300]],
    'late' => [['isLate' => true], 0, ['importance' => 300, 'due' => 300]],
    'due on the first day' => [['due' => 1439], 0, ['importance' => 300, 'due' => 300]],
    'due on the second' => [['due' => 1440], 0, ['importance' => 300, 'due' => 278]], // 300 × 13 / 14
    'due in a week' => [['due' => 7 * 1440], 0, ['importance' => 300, 'due' => 150]],
    'due in a fortnight' => [['due' => 14 * 1440], 0, ['importance' => 300]],
    'due in a month' => [['due' => 30 * 1440], 0, ['importance' => 300]],
    'put off once' => [['putOff' => 1], 0, ['importance' => 300, 'put_off' => 40]],
    'put off five times' => [['putOff' => 5], 0, ['importance' => 300, 'put_off' => 200]],
    'put off more often counts no more' => [['putOff' => 6], 0, ['importance' => 300, 'put_off' => 200]],
    'its area lacks hours' => [['areaLacks' => true], 0, ['importance' => 300, 'lacks' => 50]],
    'in the hours of its theme, from their first minute on' => [['themeHours' => [[0, 60]]], 0, ['importance' => 300, 'theme' => 80]],
    'at their end no more' => [['themeHours' => [[0, 60]]], 60, ['importance' => 300]],
    'where it was proposed' => [['was' => 15], 15, ['importance' => 300, 'kept' => 70]],
    'and not elsewhere' => [['was' => 15], 30, ['importance' => 300]],
    'two hours later' => [[], 120, ['importance' => 300, 'day' => -1]],
    'a minute less than that' => [[], 119, ['importance' => 300]],
    'a day later' => [[], 1440, ['importance' => 300, 'day' => -20]],
    'next to something at its place, 45 minutes after it' => [['place' => 'The Shop'], 585, ['importance' => 300, 'place' => 50, 'day' => -4, 'strength' => 30]],
    'a minute too far' => [['place' => 'The Shop'], 586, ['importance' => 300, 'day' => -4, 'strength' => 30]],
    'right before it' => [['place' => 'the shop'], 420, ['importance' => 300, 'place' => 50, 'day' => -3, 'strength' => 15]],
    '46 minutes before it' => [['place' => 'the shop'], 374, ['importance' => 300, 'day' => -3, 'strength' => 15]],
    'demanding at the best hour' => [['effort' => 'demanding'], 480, ['importance' => 300, 'strength' => 60, 'day' => -4]],
    'demanding at a fair one' => [['effort' => 'demanding'], 360, ['importance' => 300, 'strength' => 30, 'day' => -3]],
    'light at the best hour' => [['effort' => 'light'], 480, ['importance' => 300, 'day' => -4]],
    'light at a fair one' => [['effort' => 'light'], 360, ['importance' => 300, 'strength' => 15, 'day' => -3]],
    'light where one is at rest' => [['effort' => 'light'], 0, ['importance' => 300, 'strength' => 30]],
    'steady at a fair hour' => [['effort' => 'steady'], 360, ['importance' => 300, 'strength' => 15, 'day' => -3]],
]);

test('a piece of free time costs by how short it is, a day by how full', function () {
    expect(array_map(Worth::costOf(...), [-5, 0, 1, 29, 30, 119, 120, 600]))->toBe([0, 0, 25, 25, 10, 10, 0, 0]);
    $worth = new Worth(new Ground([], [400, 30]));
    expect([$worth->costOfDay(0, 400), $worth->costOfDay(0, 200), $worth->costOfDay(0, 100), $worth->costOfDay(0, 0)])
        ->toBe([250, 62, 15, 0])
        // A day that has less than an hour is full with an hour, and so is one that has nothing to say.
        ->and([$worth->costOfDay(1, 60), $worth->costOfDay(1, 30), $worth->costOfDay(7, 60)])
        ->toBe([250, 62, 250]);
});

/** Added up once more: what stands, what each day gives, and every piece of free time that is left. */
test('the worth of a plan is its reasons less what full days and cut up time cost', function () {
    mt_srand(3);
    for ($case = 0; $case < 400; $case++) {
        $pause = mt_rand(0, 1) * 15;
        $free = [];
        foreach ([0, 1] as $day) {
            $at = $day * 1440 + 480;
            foreach (range(1, mt_rand(1, 3)) as $_) {
                $free[$day][] = [$at, $at += mt_rand(4, 20) * 15];
                $at += mt_rand(1, 4) * 15;
            }
        }
        $ground = new Ground($free, [mt_rand(60, 480), mt_rand(60, 480)], pause: $pause);
        $worth = new Worth($ground);
        $works = $starts = [];
        $sum = 0;
        $given = [0, 0];
        $pieces = [];
        foreach ($free as $day => $stretches) {
            foreach ($stretches as [$from, $to]) {
                $at = $from;
                while (mt_rand(0, 2) > 0) {
                    $lead = mt_rand(0, 1) * 15;
                    $one = new Work('w'.count($works), mt_rand(1, 4) * 15, lead: $lead, trail: mt_rand(0, 1) * 15);
                    $start = $at + $lead + mt_rand(0, 3) * 15;
                    $ends = $start + $one->minutes + $one->trail;
                    if ($ends > $to) {
                        break;
                    }
                    $works[] = $one;
                    $starts[$one->key] = $start;
                    $sum += array_sum($worth->reasons($one, $start));
                    $given[$day] += $one->minutes + $one->lead + $one->trail;
                    $pieces[] = $start - $lead - $pause - $at;
                    $at = $ends + $pause;
                }
                $pieces[] = $to - $at;
            }
        }
        $works[] = new Work('nowhere', 30, 'must');
        foreach ($given as $day => $minutes) {
            $sum -= intdiv(250 * $minutes * $minutes, max(60, $ground->capacity[$day]) ** 2);
        }
        foreach ($pieces as $minutes) {
            $sum -= $minutes <= 0 || $minutes >= 120 ? 0 : ($minutes < 30 ? 25 : 10);
        }
        expect($worth->ofPlan($works, $starts))->toBe($sum, "case {$case}");
    }
});

test('the strongest three reasons are said, in this order', function (array $with, int $start, string $said) {
    $ground = new Ground([], [480], places: ['shop' => [[480, 540]]]);
    expect(ReasonInWords::of(work(...$with), $start, new Worth($ground)))->toBe($said);
})->with([
    'nothing' => [[], 0, 'The first good stretch of free time.'],
    'a must' => [['importance' => 'must'], 0, 'It is a must.'],
    'a should' => [['importance' => 'should'], 0, 'It should be done.'],
    'late' => [['isLate' => true], 0, 'It is late.'],
    'due today' => [['due' => 1440], 0, 'It is due on the first of these days.'],
    'due tomorrow' => [['due' => 1441], 0, 'It is due a day later.'],
    'due in two days' => [['due' => 2 * 1440 + 1], 0, 'It is due in 2 days.'],
    'on the list of a day' => [['due' => 1440, 'staysOnDay' => true], 0, 'It stands on the list of that day.'],
    'put off once' => [['putOff' => 1], 0, 'It was put off once.'],
    'put off twice' => [['putOff' => 2], 0, 'It was put off 2 times.'],
    'two' => [['putOff' => 2, 'areaLacks' => true], 0, 'It was put off 2 times and its life area still lacks hours.'],
    'the weakest of four is left out' => [
        ['importance' => 'must', 'isLate' => true, 'putOff' => 2, 'areaLacks' => true],
        0,
        'It is a must, it is late and it was put off 2 times.',
    ],
    'hours of the day' => [['effort' => 'demanding'], 480, 'It is demanding, and this is a good hour.'],
    'a slow hour' => [['effort' => 'light'], 0, 'It is light, and this is a slow hour.'],
    'a good hour' => [[], 480, 'This is a good hour.'],
    'a theme' => [['themeHours' => [[0, 60]]], 0, 'That time is for it.'],
    'a place' => [['place' => 'Shop', 'effort' => 'light'], 540, 'It is next to something else at Shop.'],
]);
