<?php

declare(strict_types=1);

use PlumRota\Core\Planning\Round\Period;
use PlumRota\Core\Planning\Round\Slipped;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

test('every day lies in one week and one month, and each is followed by the next without a gap', function () {
    foreach ([Weekday::MO, Weekday::SU, Weekday::SA] as $first) {
        foreach (['week', 'month'] as $kind) {
            for ($i = 0; $i < 800; $i += 3) {
                $day = LocalDate::of(2026, 1, 1)->plusDays($i);
                $period = Period::holding($kind, $day, $first);
                expect($period->holds($day))
                    ->toBeTrue()
                    ->and((string) $period->next($first)->start)
                    ->toBe((string) $period->end())
                    ->and((string) $period->next($first)->previous($first)->start)
                    ->toBe((string) $period->start);
            }
        }
    }
});

test('what slipped, how often, and on which weekdays most', function () {
    $days = fn (string $key, array $dates): array => array_map(
        fn (string $date, bool $isDone): array => [$key, LocalDate::parse($date), $isDone],
        array_keys($dates),
        array_values($dates),
    );
    // 23 November 2026 is a Monday.
    $slipped = Slipped::among([
        ...$days('kept', ['2026-11-23' => true, '2026-11-24' => true]),
        ...$days('run', ['2026-11-24' => false, '2026-11-27' => true, '2026-12-01' => false, '2026-12-04' => false]),
        ...$days('sweep', ['2026-11-25' => false]),
    ]);
    expect(array_map(fn (Slipped $one): array => [$one->key, $one->missed, $one->of, $one->weekdays], $slipped))->toBe([
        ['run', 3, 4, [2]],
        ['sweep', 1, 1, [3]],
    ]);
});

test('in the last three days of a week the next one is meant, with whatever day weeks begin', function () {
    $meant = fn (string $day, Weekday $first): string => (string) Period::meant('week', LocalDate::parse($day), $first)->start;
    // Monday 23 to Sunday 29 November 2026
    expect(array_map(fn (int $day): string => $meant("2026-11-{$day}", Weekday::MO), range(23, 29)))
        ->toBe([...array_fill(0, 4, '2026-11-23'), ...array_fill(0, 3, '2026-11-30')])
        ->and($meant('2026-11-29', Weekday::SU))
        ->toBe('2026-11-29')
        ->and($meant('2026-11-26', Weekday::SU))
        ->toBe('2026-11-29')
        ->and((string) Period::meant('month', LocalDate::parse('2026-11-30'), Weekday::MO)->start)
        ->toBe('2026-11-01');
});
