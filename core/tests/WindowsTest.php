<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDateTime;

/**
 * Rules of common and uncommon shapes, from the generated ones.
 *
 * @return list<array{string, LocalDateTime}>
 */
function shapes(int $every): array
{
    $shapes = [];
    foreach ((array) file(__DIR__.'/conformance/dateutil.txt', FILE_IGNORE_NEW_LINES) as $i => $line) {
        if ($i % $every === 0) {
            [$rule, $first] = explode(' ', (string) $line);
            $shapes[] = [preg_replace('/;(COUNT|UNTIL)=\w+/', '', $rule) ?? '', LocalDateTime::parse($first)];
        }
    }

    return $shapes;
}

test('a window shows what walking there shows', function () {
    $wrong = [];
    foreach (shapes(6) as [$rule, $start]) {
        foreach ([$rule, "{$rule};COUNT=90"] as $text) {
            $parsed = RuleParser::parse($text);
            $set = new RecurrenceSet($start, $parsed);
            $walked = array_map(
                fn (LocalDateTime $one): int => $one->seconds,
                $set->next($parsed->freq->isWithinDay() ? 40 : 100),
            );
            $number = count($walked);
            foreach ([0, 1, 7, intdiv($number, 2), $number - 2] as $cut) {
                if ($cut < 0 || $cut >= $number) {
                    continue;
                }
                foreach ([0, 1, -86_000] as $shift) {
                    $from = LocalDateTime::fromSeconds($walked[$cut] + $shift);
                    $wanted = array_values(array_filter($walked, fn (int $second): bool => $second >= $from->seconds));
                    $found = array_map(
                        fn (LocalDateTime $one): int => $one->seconds,
                        $set->between($from, LocalDateTime::fromSeconds($walked[$number - 1] + 1)),
                    );
                    if ($found !== $wanted) {
                        $wrong[] = "{$text} from {$start}, a window from {$from}";
                    }
                }
            }
        }
    }
    expect($wrong)->toBe([]);
});

test('a rule finds itself at each of its instances, and not beside them', function () {
    foreach (shapes(23) as [$rule, $start]) {
        $parsed = RuleParser::parse($rule);
        if (
            $parsed->freq->isWithinDay() ||
            $parsed->bySetPos !== [] ||
            $parsed->interval > 1 ||
            ($parsed->freq === Frequency::Yearly && $parsed->byWeekNo !== [])
        ) {
            continue;
        }
        foreach ((new RecurrenceSet($start, $parsed))->next(12) as $one) {
            $set = new RecurrenceSet($start, $parsed);
            expect($set->includes($one))
                ->toBeTrue()
                ->and($set->includes($one->plusSeconds(60 * 7)))
                ->toBeFalse()
                ->and((string) RecurrenceSet::firstOnOrAfter($parsed, $one))
                ->toBe((string) $one);
        }
    }
});
