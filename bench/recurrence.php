<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDateTime;
use Sabre\VObject\Recur\RRuleIterator;

// Everyday rules, beside sabre/vobject and, in node, rrule and ical.js: the first 50; one month a year on; one month
// thirty years on. Reading the rule is part of every measurement. Microseconds, medians.
error_reporting(E_ALL & ~E_DEPRECATED);

$start = '2026-01-05T07:15:00';
$months = [['2027-03-01T00:00:00', '2027-04-01T00:00:00'], ['2056-03-01T00:00:00', '2056-04-01T00:00:00']];
$rules = [
    'FREQ=DAILY',
    'FREQ=DAILY;INTERVAL=3',
    'FREQ=DAILY;INTERVAL=10',
    'FREQ=DAILY;COUNT=20000',
    'FREQ=DAILY;BYMONTH=4,5,6,7,8,9',
    'FREQ=DAILY;BYHOUR=8,13,17',
    'FREQ=DAILY;BYDAY=MO,TU,WE,TH,FR',
    'FREQ=WEEKLY',
    'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
    'FREQ=WEEKLY;BYDAY=MO,WE,FR',
    'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU',
    'FREQ=WEEKLY;INTERVAL=4;BYDAY=MO',
    'FREQ=WEEKLY;BYDAY=TU,TH,SA;COUNT=9000',
    'FREQ=WEEKLY;INTERVAL=2;WKST=SU;BYDAY=TU,TH',
    'FREQ=MONTHLY',
    'FREQ=MONTHLY;BYMONTHDAY=28',
    'FREQ=MONTHLY;BYMONTHDAY=-1',
    'FREQ=MONTHLY;BYMONTHDAY=1,15',
    'FREQ=MONTHLY;BYMONTHDAY=31',
    'FREQ=MONTHLY;BYDAY=1TU',
    'FREQ=MONTHLY;BYDAY=-1FR',
    'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
    'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYMONTHDAY=26,27,28;BYSETPOS=-1',
    'FREQ=MONTHLY;INTERVAL=3;BYDAY=2SA',
    'FREQ=MONTHLY;BYDAY=2TU;COUNT=900',
    'FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13',
    'FREQ=YEARLY',
    'FREQ=YEARLY;BYMONTH=1;BYDAY=2MO',
    'FREQ=YEARLY;BYWEEKNO=38;BYDAY=MO',
    'FREQ=YEARLY;BYMONTH=3,6,9,12;BYMONTHDAY=15;COUNT=400',
    'FREQ=YEARLY;BYYEARDAY=100',
];

// Some rules keep a library walking for ever: after two seconds it has no result.
pcntl_async_signals(true);
pcntl_signal(SIGALRM, fn () => throw new RuntimeException('It walks on and on.'));
$median = function (Closure $work): float {
    $times = [];
    $until = hrtime(true) + 40_000_000;
    pcntl_alarm(2);
    try {
        for ($run = 0; $run < 200 && ($run < 5 || hrtime(true) < $until); $run++) {
            $before = hrtime(true);
            $work();
            $times[] = (hrtime(true) - $before) / 1e3;
        }
    } catch (RuntimeException) {
        if ($times === []) {
            return NAN;
        }
    } finally {
        pcntl_alarm(0);
    }
    $times = array_slice($times, intdiv(count($times), 5)); // the first ones warm up
    sort($times);

    return $times[intdiv(count($times), 2)];
};
$ours = function (string $rule, ?string $from, ?string $to) use ($start): void {
    $set = new RecurrenceSet(LocalDateTime::parse($start), RuleParser::parse($rule));
    $from === null || $to === null ? $set->next(50) : $set->between(LocalDateTime::parse($from), LocalDateTime::parse($to));
};
$sabres = function (string $rule, ?string $from, ?string $to) use ($start): void {
    $iterator = new RRuleIterator($rule, new DateTimeImmutable($start.'Z'));
    if ($from === null || $to === null) {
        for ($n = 0; $n < 50 && $iterator->valid(); $n++) {
            $iterator->current();
            $iterator->next();
        }

        return;
    }
    $iterator->fastForward(new DateTimeImmutable($from.'Z'));
    $end = new DateTimeImmutable($to.'Z');
    while ($iterator->valid() && $iterator->current() < $end) {
        $iterator->next();
    }
};

$cases = tempnam(sys_get_temp_dir(), 'rules');
file_put_contents((string) $cases, json_encode(['start' => $start, 'months' => $months, 'rules' => $rules]));
$node = json_decode(
    (string) shell_exec('node '.escapeshellarg(__DIR__.'/recurrence.mjs').' '.escapeshellarg((string) $cases)),
    true,
);
unlink((string) $cases);

echo "\nRecurrence, µs (median): ours · sabre/vobject · rrule · ical.js; × is how many times ours is faster than sabre/vobject\n\n";
echo "| rule | first 50 | × | a month, 1 year on | × | a month, 30 years on | × | far / near |\n|---|---|---|---|---|---|---|---|\n";
$ratios = [[], [], []];
$spread = [];
$firsts = [];
foreach ($rules as $i => $rule) {
    $columns = [];
    $own = [0.0, 0.0, 0.0];
    foreach ([[null, null], ...$months] as $j => [$from, $to]) {
        $own[$j] = $median(fn () => $ours($rule, $from, $to));
        $theirs = $median(fn () => $sabres($rule, $from, $to));
        if (! is_nan($theirs)) {
            $ratios[$j][] = $theirs / $own[$j];
        }
        $others = is_array($node) && is_array($node[$i] ?? null) && is_array($node[$i][$j] ?? null) ? $node[$i][$j] : ['–', '–'];
        $columns[] = sprintf(
            '%.0f · %s · %s · %s | %s',
            $own[$j],
            is_nan($theirs) ? '–' : sprintf('%.0f', $theirs),
            ...array_map(fn (mixed $us): string => is_numeric($us) ? sprintf('%.0f', $us) : '–', [
                $others[0] ?? null,
                $others[1] ?? null,
            ]),
            ...[is_nan($theirs) ? '–' : sprintf('%.1f', $theirs / $own[$j])],
        );
    }
    $spread[] = $own[2] / $own[1];
    $firsts[] = $own[0];
    echo "| `{$rule}` | ".implode(' | ', $columns).sprintf(" | %.2f |\n", $own[2] / $own[1]);
}
foreach ($ratios as &$list) {
    sort($list);
}
printf("\nThe first 50 of a rule, mean over all rules: %.0f µs (aim 60)\n", array_sum($firsts) / count($firsts));
printf(
    "Median over all rules: first 50 %.1f×, a year on %.1f×, thirty years on %.1f× sabre/vobject; far / near at most %.2f\n",
    $ratios[0][intdiv(count($ratios[0]), 2)],
    $ratios[1][intdiv(count($ratios[1]), 2)],
    $ratios[2][intdiv(count($ratios[2]), 2)],
    max($spread),
);
$set = new RecurrenceSet(LocalDateTime::parse($start), RuleParser::parse('FREQ=DAILY;BYMONTH=4,5'));
$before = memory_get_usage();
$set->between(LocalDateTime::parse('2026-03-01T00:00'), LocalDateTime::parse('2026-05-01T00:00'));
$near = memory_get_usage() - $before;
$set->between(LocalDateTime::parse('2326-03-01T00:00'), LocalDateTime::parse('2326-05-01T00:00'));
printf("Memory kept: %d bytes after a near month, %d after one 300 years on\n", $near, memory_get_usage() - $before);
