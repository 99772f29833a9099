<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\Pause;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Breaks;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\LeadUp;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

test('counted back in days, weeks and working days', function (string $date, int $count, string $unit, string $day) {
    // 2027-01-01 is a holiday here; 31 January 2027 is a Sunday (a wall calendar of 2027).
    $marks = new DayMarks([LocalDate::parse('2027-01-01')]);
    $lead = new Lead($count, $unit);
    expect((string) LocalDate::fromDayNumber($lead->before(LocalDate::parse($date)->dayNumber(), $marks)))->toBe($day);
})->with([
    ['2027-01-31', 30, 'days', '2027-01-01'],
    ['2027-01-31', 2, 'weeks', '2027-01-17'],
    ['2027-01-31', 2, 'working_days', '2027-01-28'],
    ['2027-01-05', 2, 'working_days', '2026-12-31'],
    ['2027-01-31', 0, 'working_days', '2027-01-31'],
]);

test('a lead has its bounds, and says them', function () {
    expect(fn () => new Lead(367, 'days'))
        ->toThrow(InvalidTime::class, 'between 0 and 366 days')
        ->and(fn () => new Lead(1, 'months'))
        ->toThrow(InvalidTime::class)
        ->and((new Lead(1, 'working_days'))->inWords())
        ->toBe('1 working day before')
        ->and((new Lead(3, 'weeks'))->inWords())
        ->toBe('3 weeks before');
});

/** A routine as somebody might have it, with hours or without, with an end, breaks and a due date. */
function anchorOf(): Series
{
    $rules = [
        'FREQ=MONTHLY;BYDAY=1TU',
        'FREQ=MONTHLY;BYMONTHDAY=28',
        'FREQ=WEEKLY;INTERVAL=3;BYDAY=MO',
        'FREQ=MONTHLY;BYMONTHDAY=5;COUNT=7',
        'FREQ=WEEKLY;INTERVAL=4;BYDAY=FR;UNTIL=20270702T070000Z',
        'FREQ=WEEKLY;INTERVAL=4;BYDAY=FR;UNTIL=20270702T050000Z',
    ];
    $rule = RuleParser::parse($rules[mt_rand(0, 5)]);
    $start = LocalDateTime::parse('2026-12-01T08:30')->plusSeconds(86400 * mt_rand(0, 40));
    $hasZone = $rule->until !== null || mt_rand(0, 1) === 1;
    $due = mt_rand(0, 2) === 0 ? (string) $start->date()->plusDays(mt_rand(0, 9)) : null;

    return (new Series(
        'anchor',
        $hasZone ? Placement::timed($start, 60, Zone::of('Europe/Berlin')) : Placement::allDay($start->date()),
        $rule,
        breaks: mt_rand(0, 1) === 0
            ? null
            : new Breaks(
                [OffDay::Keep, OffDay::Before, OffDay::After, OffDay::Skip][mt_rand(0, 3)],
                [],
                mt_rand(0, 1) === 0 ? [] : [Pause::of(LocalDate::parse('2027-02-01'), LocalDate::parse('2027-03-10'))],
            ),
        details: new Details(due: $due),
    ))->startingOnRule();
}

test('before each occurrence of a routine stands one, as a second computation puts it', function () {
    mt_srand(1731);
    $marks = new DayMarks([LocalDate::parse('2026-12-25'), LocalDate::parse('2027-01-01'), LocalDate::parse('2027-05-28')]);
    $timeline = new Timeline(Zone::of('Europe/Berlin'), $marks);
    for ($case = 0; $case < 400; $case++) {
        $anchor = anchorOf();
        $units = array_keys(Lead::MOST);
        $lead = new Lead(mt_rand(0, 25), $units[mt_rand(0, 2)]);
        $leadUp = LeadUp::series($anchor, $lead);
        $whole = TimeRange::days(LocalDate::parse('2026-09-01'), 420);
        // The long way: each occurrence of the anchor, its due date, and back from there day by day.
        $expected = [];
        $far = TimeRange::days(LocalDate::parse('2026-09-01'), 600);
        foreach ($timeline->occurrences($anchor, [], $far) as $one) {
            $due = $one->due();
            $day = ($due === null ? $one->placement->start->date() : LocalDate::parse(substr($due, 0, 10)))->dayNumber();
            // A due date goes along with where the rule has its occurrence; its lead-up with where that stands.
            if ($due !== null) {
                $day += $one->placement->start->dayNumber() - LocalDate::parse(substr($one->recurrenceId, 0, 10))->dayNumber();
            }
            for ($left = $lead->count * ($lead->unit === 'weeks' ? 7 : 1); $left > 0;) {
                $day--;
                $left -= $lead->unit !== 'working_days' || $marks->isWorking($day) ? 1 : 0;
            }
            if ($day >= $whole->from->dayNumber() && $day < $whole->to->dayNumber()) {
                $expected[(string) LocalDate::fromDayNumber($day)] = true;
            }
        }
        ksort($expected);
        $dates = fn (TimeRange $window): array => array_map(
            fn (Occurrence $one): string => (string) $one->placement->start->date(),
            $timeline->occurrences($leadUp, [], $window),
        );
        expect($dates($whole))->toBe(array_keys($expected), "case {$case}: {$anchor->rule}, {$lead->inWords()}");
        // A window is a slice of the whole.
        $from = LocalDate::parse('2026-09-01')->plusDays(mt_rand(0, 380));
        $window = TimeRange::days($from, mt_rand(1, 40));
        expect($dates($window))->toBe(
            array_values(
                array_filter(
                    array_keys($expected),
                    fn (string $date): bool => $date >= (string) $window->from->date() && $date < (string) $window->to->date(),
                ),
            ),
        );
    }
});

test('what has no dates ahead, or several a day, has nothing before it', function () {
    $at = Placement::timed(LocalDateTime::parse('2026-12-01T08:00'), 30, null);
    expect(fn () => LeadUp::series(new Series('', $at, RuleParser::parse('FREQ=DAILY'), afterDone: true), new Lead(1, 'days')))
        ->toThrow(CannotReschedule::class)
        ->and(fn () => LeadUp::series(new Series('', $at, RuleParser::parse('FREQ=DAILY;BYHOUR=8,12')), new Lead(1, 'days')))
        ->toThrow(CannotReschedule::class);
});

test('spread evenly: each on a day of its own where there are enough, none today and none on the date', function () {
    $today = LocalDate::parse('2026-11-25');
    for ($days = 1; $days < 60; $days++) {
        for ($steps = 1; $steps < 8; $steps++) {
            $before = LeadUp::spread($steps, $today, $today->plusDays($days));
            $sorted = $before;
            rsort($sorted);
            expect($before)->toHaveCount($steps)->toBe($sorted);
            if ($days > $steps) {
                expect(array_unique($before))
                    ->toHaveCount($steps)
                    ->and(min($before))
                    ->toBeGreaterThan(0)
                    ->and(max($before))
                    ->toBeLessThan($days);
                $gaps = array_map(fn (int $a, int $b): int => $a - $b, [$days, ...$before], [...$before, 0]);
                expect(max($gaps) - min($gaps))->toBeLessThanOrEqual(1);
            }
        }
    }
});
