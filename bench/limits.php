<?php

declare(strict_types=1);

use PlumRota\Core\Capture\CaptureReader;
use PlumRota\Core\Capture\Context;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Tests\conformance\AnyRule;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

// How long the worst may take: rules made to be hard, rules of any shape, lines of any signs.
$slowest = function (iterable $all, callable $work): float {
    $most = 0.0;
    foreach ($all as $one) {
        $before = hrtime(true);
        try {
            $work($one);
        } catch (InvalidRule) {
            // refused with a sentence
        }
        $most = max($most, (hrtime(true) - $before) / 1e6);
    }

    return $most;
};
$next = fn (string $rule) => (new RecurrenceSet(LocalDateTime::parse('2026-01-01T09:00'), RuleParser::parse($rule)))->next(50);
$hard = ['FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', 'FREQ=SECONDLY;BYMONTH=2;BYMONTHDAY=30,31', 'FREQ=YEARLY;BYWEEKNO=53;BYMONTH=6',
    'SECONDLY;INTERVAL=1000;BYMONTHDAY=30;BYYEARDAY=-366', 'MONTHLY;INTERVAL=1439;BYMONTHDAY=31;BYDAY=WE;RSCALE=CHINESE',
    'FREQ=YEARLY;INTERVAL=9999991;RSCALE=ISLAMIC-CIVIL', 'FREQ=SECONDLY;BYHOUR=9;COUNT=999999999'];
$text = [str_repeat('A', 100_000), 'FREQ=DAILY;'.str_repeat('BYHOUR=1;', 11_000), 'FREQ=DAILY;BYDAY='.str_repeat('((((', 900)];
$any = new AnyRule((int) (getenv('FUZZ_SEED') ?: 20261126));
$rules = (function () use ($any): iterable {
    for ($i = 0; $i < 2000; $i++) {
        yield $any->next();
    }
})();
printf("The slowest of each, milliseconds\n%-44s %8s %8s\n", '', 'slowest', 'bound');
printf("%-44s %8.1f %8d\n", 'rules made to be hard', $slowest($hard, $next), 250);
printf("%-44s %8.1f %8d\n", '2,000 rules of any shape', $slowest($rules, $next), 250);
$lines = array_map(
    fn (string $words): string => substr(str_repeat($words, 500), 0, 500),
    ['every ', 'mon, ', '9', 'in in at on ', 'mon at 3 ', 'due friday 5pm until '],
);
$context = new Context(LocalDateTime::parse('2026-11-25T10:20'), Zone::of('Europe/Berlin'));
$read = fn (string $line) => CaptureReader::read($line, $context);
printf("%-44s %8.1f %8d\n", 'lines of 500 signs', $slowest($lines, $read), 20);
printf("%-44s %8.1f %8d\n", '100 KB that are no rule', $slowest($text, fn (string $one) => RuleParser::parse($one)), 50);
