<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\SeriesInWords;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Region;
use PlumRota\Core\Time\Zone;

test('dates and times are written in the order of the region', function (Region $region, array $is) {
    $day = LocalDate::of(2026, 12, 4);
    expect([
        $region->dayOfMonth(4, 12),
        $region->date($day),
        $region->shortDate($day),
        $region->namedDate($day),
        $region->time(0, 5),
        $region->time(12, 0),
        $region->time(19, 30),
    ])->toBe($is);
})->with([
    'day' => [new Region(), ['4 December', '4 December 2026', '4 Dec', 'Fri 4 Dec', '0:05', '12:00', '19:30']],
    'month' => [
        new Region('month', '12'),
        ['December 4', 'December 4, 2026', 'Dec 4', 'Fri, Dec 4', '12:05 am', '12:00 pm', '7:30 pm'],
    ],
    'year' => [new Region('year'), ['December 4', '2026-12-04', 'Dec 4', 'Fri Dec 4', '0:05', '12:00', '19:30']],
]);

test('the sentence of a rhythm is written as the region has it', function (string $rule, string $plain, string $other) {
    $place = Placement::timed(LocalDateTime::parse('2026-12-04T07:15'), 30, Zone::of('Europe/Berlin'));
    $series = new Series('', $place, RuleParser::parse($rule));
    expect([SeriesInWords::of($series), SeriesInWords::of($series, new Region('month', '12'))])->toBe([$plain, $other]);
})->with([
    ['FREQ=WEEKLY;BYDAY=FR;UNTIL=20270326', 'every Friday until 26 March 2027', 'every Friday until March 26, 2027'],
    ['FREQ=YEARLY', 'every year on 4 December', 'every year on December 4'],
    ['FREQ=DAILY;BYHOUR=7,19', 'every day at 7:15 and 19:15', 'every day at 7:15 am and 7:15 pm'],
]);
