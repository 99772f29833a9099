<?php

declare(strict_types=1);

use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Planning\Importance;
use PlumRota\Core\Planning\Lanes;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Reminding\Moment;
use PlumRota\Core\Reminding\Moments;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Tally\CountedMinutes;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

function block(
    string $key,
    string $from,
    string $to,
    bool $busy = true,
    bool $task = false,
    bool $done = false,
    int $travel = 0,
): Block {
    $at = fn (string $time): LocalDateTime => LocalDateTime::parse(str_contains($time, 'T') ? $time : '2026-11-25T'.$time);

    return new Block($key, TimeRange::of($at($from), $at($to)), false, $task, $busy, $done, $travel);
}

function listed(string $key, ?int $estimate, int $days = 1, bool $done = false): Block
{
    return new Block($key, TimeRange::days(LocalDate::parse('2026-11-25'), $days), true, true, true, $done, 0, $estimate);
}

test('a day worked out by hand', function () {
    $load = DayLoad::of(
        LocalDate::parse('2026-11-25'),
        [
            block('school visit', '09:00', '12:00'),
            block('clinic', '11:00', '12:00', travel: 30), // travel from 10:30 on lies inside the visit
            block('tours', '13:30', '16:00', travel: 15), // 2 h 45
            block('open house', '14:00', '15:00', busy: false),
            block('vents', '07:15', '07:30', task: true, done: true),
            block('late watch', '23:00', '2026-11-26T01:00'), // one hour of it today
            listed('grant report', 60),
            listed('pill box', null),
            listed('tomorrow’s', 45, 2),
        ],
        540,
    );
    // 3 h + 2 h 45 + 15 min + 1 h = 7 h placed; 1 h 45 on the list.
    expect($load->placed)
        ->toBe(420)
        ->and($load->listed)
        ->toBe(105)
        ->and($load->minutes())
        ->toBe(525)
        ->and($load->tasks)
        ->toBe(4)
        ->and($load->done)
        ->toBe(1)
        ->and($load->isOverFull())
        ->toBeFalse();
});

test('over full is more than the day has, not as much', function () {
    $day = LocalDate::parse('2026-11-25');
    expect(DayLoad::of($day, [block('a', '09:00', '10:00')], 60)->isOverFull())
        ->toBeFalse()
        ->and(DayLoad::of($day, [block('a', '09:00', '10:00'), listed('b', 1)], 60)->isOverFull())
        ->toBeTrue()
        ->and(DayLoad::of($day, [], 0)->isOverFull())
        ->toBeFalse();
});

test('double bookings are between busy, unfinished blocks that share time', function () {
    $pairs = Conflicts::among([
        block('visit', '09:00', '12:00'),
        block('clinic', '11:00', '12:00'),
        block('free', '11:00', '12:00', busy: false),
        block('done', '11:15', '11:45', done: true),
        block('after', '12:00', '13:00'),
        block('point', '11:30', '11:30'),
    ]);
    expect(array_map(fn (array $pair): string => "{$pair[0]->key}+{$pair[1]->key}", $pairs))->toBe(['visit+clinic']);
});

test('lanes are as few as the greatest number at one moment (interval partitioning)', function (int $seed) {
    mt_srand($seed);
    $blocks = [];
    for ($i = 0; $i < 40; $i++) {
        $from = mt_rand(0, 80) * 15;
        $blocks[] = block(
            "b{$i}",
            sprintf('%02d:%02d', intdiv($from, 60), $from % 60),
            (string) LocalDateTime::parse('2026-11-25T00:00')->plusMinutes($from + mt_rand(2, 12) * 15),
        );
    }
    $lanes = Lanes::of($blocks);
    foreach ($blocks as $a) {
        foreach ($blocks as $b) {
            if ($a->key < $b->key && $a->seen->touches($b->seen)) {
                expect($lanes[$a->key]['lane'])
                    ->not->toBe($lanes[$b->key]['lane'])
                    ->and($lanes[$a->key]['lanes'])
                    ->toBe($lanes[$b->key]['lanes']);
            }
        }
    }
    $most = 0; // by brute force, at every start
    foreach ($blocks as $a) {
        $moment = TimeRange::of($a->seen->from, $a->seen->from->plusSeconds(1));
        $most = max($most, count(array_filter($blocks, fn (Block $b): bool => $b->seen->touches($moment))));
    }
    expect(max(array_column($lanes, 'lanes')))->toBe($most);
})->with(range(1, 8));

test('hours by area count what lies within the period', function () {
    $day = TimeRange::days(LocalDate::parse('2026-11-25'), 1);
    $minutes = fn (Block ...$blocks): int => array_sum(
        array_map(fn (Block $one): int => CountedMinutes::planned($day, $one), $blocks),
    );
    expect($minutes(block('visit', '09:00', '12:00'), block('watch', '23:00', '2026-11-26T01:00')))
        ->toBe(240)
        ->and($minutes(listed('report', 60), listed('note', null)))
        ->toBe(60);
});

/** @return list<string> UTC */
function reminded(
    Series $series,
    array $triggers,
    string $after,
    string $until,
    array $changes = [],
    string $viewer = 'Europe/Berlin',
): array {
    $moments = (new Moments(Zone::of($viewer)))->between(
        $series,
        $changes,
        array_map(Trigger::parse(...), $triggers),
        (int) strtotime($after.'Z'),
        (int) strtotime($until.'Z'),
    );

    return array_map(fn (Moment $m): string => gmdate('m-d H:i', $m->at).' '.$m->trigger, $moments);
}

test('a reminder keeps its distance across the clock change', function () {
    $series = new Series(
        'vents',
        Placement::timed(LocalDateTime::parse('2026-03-28T07:15'), 15, Zone::of('Europe/Berlin')),
        RuleParser::parse('FREQ=DAILY'),
    );
    expect(reminded($series, ['-PT10M'], '2026-03-28T00:00:00', '2026-03-30T00:00:00'))->toBe([
        '03-28 06:05 -PT10M',
        '03-29 05:05 -PT10M',
    ]);
});

test('an all-day entry reminds at a clock time of the person’s own zone', function () {
    $series = new Series('tax', Placement::allDay(LocalDate::parse('2027-01-31')));
    expect(reminded($series, ['-P1D@18:00', '-P0D@09:00'], '2027-01-29T00:00:00', '2027-02-01T00:00:00'))
        ->toBe(['01-30 17:00 -P1D@18:00', '01-31 08:00 -P0D@09:00'])
        ->and(reminded($series, ['-P0D@09:00'], '2027-01-29T00:00:00', '2027-02-02T00:00:00', viewer: 'America/New_York'))
        ->toBe(['01-31 14:00 -P0D@09:00']);
});

test('moved ones remind from their new place; done and skipped ones not at all', function () {
    $series = new Series(
        'vents',
        Placement::timed(LocalDateTime::parse('2026-11-23T07:15'), 15, Zone::of('UTC')),
        RuleParser::parse('FREQ=DAILY'),
    );
    $changes = [
        new Override('2026-11-23T07:15:00', doneAt: 1),
        new Override('2026-11-24T07:15:00', skipped: true),
        new Override('2026-11-25T07:15:00', Placement::timed(LocalDateTime::parse('2026-11-27T12:00'), 15, Zone::of('UTC'))),
    ];
    expect(reminded($series, ['-PT60M'], '2026-11-23T00:00:00', '2026-11-27T20:00:00', $changes))->toBe([
        '11-26 06:15 -PT60M',
        '11-27 06:15 -PT60M',
        '11-27 11:00 -PT60M',
    ]);
});

test('the stretch is open at its beginning and closed at its end: consecutive ones neither miss nor repeat', function () {
    $series = new Series('pill', Placement::timed(LocalDateTime::parse('2026-11-25T18:00'), 5, Zone::of('UTC')));
    expect(reminded($series, ['-PT0M'], '2026-11-25T17:00:00', '2026-11-25T18:00:00'))
        ->toHaveCount(1)
        ->and(reminded($series, ['-PT0M'], '2026-11-25T18:00:00', '2026-11-25T19:00:00'))
        ->toBe([]);
});

test('a week before is still found a week before', function () {
    $series = new Series(
        'service',
        Placement::timed(LocalDateTime::parse('2026-11-25T09:00'), 90, Zone::of('UTC')),
        RuleParser::parse('FREQ=YEARLY'),
    );
    expect(reminded($series, ['-PT10080M'], '2027-11-18T08:59:00', '2027-11-18T09:00:00'))->toBe(['11-18 09:00 -PT10080M']);
});

test('a reminder that makes no sense is refused', function (string $text) {
    expect(fn () => Trigger::parse($text))->toThrow(InvalidTime::class);
})->with(['soon', '-PT9999999M', '-P1D@25:00', 'PT15M', '']);

test('the list of a day goes by importance, then by hand', function () {
    $all = [];
    foreach (['must', 'should', null, 'could'] as $weight => $importance) {
        foreach ([0, 1, 7, 250_000] as $position) {
            $all[] = [Importance::rank($importance, $position), [$weight, $position]];
        }
    }
    usort($all, fn (array $a, array $b): int => $a[0] <=> $b[0]);
    $byHand = array_column($all, 1);
    sort($byHand);
    expect(array_column($all, 1))->toBe($byHand)->and(count(array_unique(array_column($all, 0))))->toBe(16);
});
