<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDateTime;

/**
 * dateutil.txt keeps what python3-dateutil 2.9.0 answers to 1,587 generated rules, 687 of them of uncommon combinations:
 * the rule, then its first instances. Of those, four were left out where BYWEEKNO meets the turn of the year: there
 * dateutil does not count as ISO 8601 does, and the test below holds ours against PHP's own week numbers.
 */
test('kept answers of dateutil are ours', function () {
    $wrong = [];
    foreach ((array) file(__DIR__.'/dateutil.txt', FILE_IGNORE_NEW_LINES) as $line) {
        [$text, $first] = explode(' ', (string) $line);
        $wanted = array_map(
            fn (string $date): string => strlen($date) === 16 ? "{$date}:00" : $date,
            array_slice(explode(' ', (string) $line), 1),
        );
        $set = new RecurrenceSet(LocalDateTime::parse($first), RuleParser::parse($text));
        $ours = array_map(strval(...), $set->next(count($wanted)));
        if ($ours !== $wanted) {
            $wrong[] = "{$text}\n  ours   ".implode(' ', $ours)."\n  wanted ".implode(' ', $wanted);
        }
        // The same ones again, looked at through a window that begins in their midst.
        $middle = intdiv(count($wanted), 2);
        $from = array_map(
            strval(...),
            $set->between(
                LocalDateTime::parse($wanted[$middle]),
                LocalDateTime::parse($wanted[count($wanted) - 1])->plusSeconds(1),
            ),
        );
        if ($from !== array_slice($wanted, $middle)) {
            $wrong[] = "{$text} from {$wanted[$middle]}\n  ours   ".implode(' ', $from);
        }
    }
    expect($wrong)->toBe([]);
});

test('BYWEEKNO counts weeks as ISO 8601 does', function (int $number) {
    $rule = RuleParser::parse("FREQ=YEARLY;BYWEEKNO={$number};BYDAY=MO,TU,WE,TH,FR,SA,SU");
    $wanted = [];
    for ($day = new DateTimeImmutable('2020-01-01'); $day->format('Y') < '2050'; $day = $day->modify('+1 day')) {
        $weeks = (int) (new DateTimeImmutable($day->format('o').'-12-28'))->format('W');
        $week = (int) $day->format('W');
        if ($week === $number || $week - $weeks - 1 === $number) {
            $wanted[] = $day->format('Y-m-d');
        }
    }
    $start = RecurrenceSet::firstOnOrAfter($rule, LocalDateTime::parse('2020-01-01T00:00'));
    expect($start)->not->toBeNull();
    $ours = (new RecurrenceSet($start ?? LocalDateTime::parse('2020-01-01T00:00'), $rule))->between(
        LocalDateTime::parse('2020-01-01T00:00'),
        LocalDateTime::parse('2050-01-01T00:00'),
    );
    expect(array_map(fn (LocalDateTime $date): string => (string) $date->date(), $ours))->toBe($wanted);
})->with([1, 2, 52, 53, -1, -2, -52, -53]);
