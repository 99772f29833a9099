<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Tests\conformance\RuleMaker;
use PlumRota\Core\Time\LocalDateTime;

/** Another seed by SLICE_SEED. */
test('every window is a slice of the whole, however far it lies from the start', function () {
    $rules = new RuleMaker((int) (getenv('SLICE_SEED') ?: 20261125));
    $most = 150;
    $wrong = [];
    for ($i = 0; $i < 3000; $i++) {
        $text = $rules->rule();
        if ($i % 4 === 0) {
            // Periods that hold now more, now fewer, and of which much may lie before the start.
            $months = 'BYMONTH='.implode(',', (array) array_rand(array_flip(range(1, 12)), mt_rand(1, 12)));
            $text =
                [
                    'FREQ=YEARLY;'.$months.';BYMONTHDAY=29,30,31',
                    'FREQ=YEARLY;'.$months.';BYDAY=MO,FR',
                    'FREQ=YEARLY;BYDAY=TU',
                    'FREQ=MONTHLY;BYDAY=WE,TH',
                    'FREQ=MONTHLY;BYMONTHDAY=1,15,31',
                    'FREQ=MONTHLY;'.$months.';BYDAY=SU',
                    'FREQ=DAILY;'.$months,
                    'FREQ=WEEKLY;'.$months.';BYDAY=MO,TU,SA',
                    'FREQ=YEARLY;BYWEEKNO=1,20,53;BYDAY=MO,SU',
                    'FREQ=YEARLY;SKIP=BACKWARD;RSCALE=GREGORIAN;'.$months.';BYMONTHDAY=30,31',
                ][mt_rand(0, 9)].(mt_rand(0, 1) === 0 ? '' : ';INTERVAL='.mt_rand(2, 4));
        }
        // Half of them end; starts lie anywhere in their period, so that much of the first one may be over.
        if (! str_contains($text, 'COUNT') && mt_rand(0, 1) === 0) {
            $text .= ';COUNT='.mt_rand(1, 40);
        }
        $start = LocalDateTime::parse(
            substr_replace($rules->start(), sprintf('%02d', mt_rand(0, 2) === 0 ? mt_rand(26, 28) : mt_rand(1, 28)), 8, 2),
        );
        if (mt_rand(0, 2) === 0) {
            $start = LocalDateTime::parse(substr_replace((string) $start, '12', 5, 2));
        }
        try {
            $set = new RecurrenceSet($start, RuleParser::parse($text));
        } catch (InvalidRule) {
            continue;
        }
        $whole = array_map(fn (LocalDateTime $one): int => $one->seconds, $set->next($most));
        $isComplete = count($whole) < $most;
        $end = $whole[count($whole) - 1];
        for ($window = 0; $window < 4; $window++) {
            $from = $whole[mt_rand(0, count($whole) - 1)] + mt_rand(-86400, 86400);
            $to =
                $window === 0 && $isComplete
                    ? $from + mt_rand(0, 4_000_000_000)
                    : min($from + mt_rand(0, 40) * 86400 * mt_rand(1, 30), $end);
            if ($window === 1 && $isComplete) {
                $from = $end + mt_rand(1, 2_000_000_000);
                $to = $from + mt_rand(1, 2_000_000_000);
            }
            if ($window === 3) {
                // Less than a day: most rules come at other hours.
                $from = $whole[mt_rand(0, count($whole) - 1)] + mt_rand(-7200, 7200);
                $to = min($from + mt_rand(0, 86_399), max($from, $end));
            }
            $seen = array_map(
                fn (LocalDateTime $one): int => $one->seconds,
                $set->between(LocalDateTime::fromSeconds($from), LocalDateTime::fromSeconds($to)),
            );
            $slice = array_values(array_filter($whole, fn (int $one): bool => $one >= $from && $one < $to));
            if ($seen !== $slice) {
                $wrong[] =
                    "{$text} from {$start}: ".
                    LocalDateTime::fromSeconds($from).
                    ' to '.
                    LocalDateTime::fromSeconds($to).
                    ' has '.
                    count($seen).
                    ' instead of '.
                    count($slice);
            }
        }
    }
    expect($wrong)->toBe([]);
});
