<?php

declare(strict_types=1);

use PlumRota\Core\Capture\CaptureReader;
use PlumRota\Core\Capture\Context;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleInWords;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** The sentence a rule is written as is read back as the same rule: generated over all common shapes. */
test('a rule in words is read back as the same rule', function (string $shape, int $seed) {
    mt_srand($seed);
    $days = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
    $pick = fn (array $from): mixed => $from[mt_rand(0, count($from) - 1)];
    $some = function (array $from) use ($pick): string {
        $taken = array_unique(array_map(fn (): mixed => $pick($from), range(1, mt_rand(1, 4))));
        usort($taken, fn ($a, $b): int => array_search($a, $from, true) <=> array_search($b, $from, true));

        return implode(',', $taken);
    };
    $gap = fn (int $most): string => mt_rand(0, 1) === 0 ? '' : ';INTERVAL='.mt_rand(2, $most);
    $months = fn (): string => ($from = mt_rand(1, 9)) > 0 ? implode(',', range($from, $from + mt_rand(2, 3))) : '';
    for ($case = 0; $case < 60; $case++) {
        $rule = match ($shape) {
            'daily' => 'FREQ=DAILY'.$gap(40),
            'daily in a season' => 'FREQ=DAILY;BYMONTH='.$months(),
            'weekdays' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
            'weekly' => 'FREQ=WEEKLY'.$gap(9).';BYDAY='.$some($days),
            'monthly by date' => 'FREQ=MONTHLY'.$gap(9).';BYMONTHDAY='.$pick([...range(1, 31), -1]),
            'monthly by weekday' => 'FREQ=MONTHLY'.$gap(9).';BYDAY='.$pick([1, 2, 3, 4, 5, -1]).$pick($days),
            'monthly by working day' => 'FREQ=MONTHLY'.$gap(9).';BYDAY=MO,TU,WE,TH,FR;BYSETPOS='.$pick([1, 2, 3, -1]),
            'yearly by date' => 'FREQ=YEARLY;BYMONTH='.mt_rand(1, 12).';BYMONTHDAY='.mt_rand(1, 28),
            'yearly by weekday' => 'FREQ=YEARLY;BYMONTH='.mt_rand(1, 12).';BYDAY='.$pick([1, 2, 3, 4, -1]).$pick($days),
        };
        $rule = (string) RuleParser::parse(
            $rule.
                match (mt_rand(0, 3)) {
                    0 => ';COUNT='.mt_rand(2, 60),
                    1 => sprintf(';UNTIL=%04d%02d%02d', mt_rand(2028, 2035), mt_rand(1, 12), mt_rand(1, 28)),
                    default => '',
                },
        );
        $parsed = RuleParser::parse($rule);
        $start = RecurrenceSet::firstOnOrAfter($parsed, LocalDateTime::parse('2026-11-25T07:15'));
        $words = (new RuleInWords($parsed, $start))->sentence();
        $draft = CaptureReader::read(
            "feed the ferns {$words} at 7:15",
            new Context(LocalDateTime::parse('2026-11-25T06:00'), Zone::of('Europe/Berlin')),
        );
        expect($draft->title)->toBe('feed the ferns', $words)->and((string) $draft->rule)->toBe($rule, $words);
    }
})
    ->with([
        'daily',
        'daily in a season',
        'weekdays',
        'weekly',
        'monthly by date',
        'monthly by weekday',
        'monthly by working day',
        'yearly by date',
        'yearly by weekday',
    ])
    ->with([1, 2]);

test('after it is done is read back too', function () {
    foreach (['FREQ=DAILY;INTERVAL=28', 'FREQ=WEEKLY', 'FREQ=MONTHLY;INTERVAL=3', 'FREQ=YEARLY;INTERVAL=2'] as $rule) {
        $words = (new RuleInWords(
            RuleParser::parse($rule),
            LocalDateTime::parse('2026-11-25T07:15'),
            afterDone: true,
        ))->sentence();
        $draft = CaptureReader::read(
            "collect it {$words}",
            new Context(LocalDateTime::parse('2026-11-25T06:00'), Zone::of('Europe/Berlin')),
        );
        expect((string) $draft->rule)
            ->toBe($rule, $words)
            ->and($draft->afterDone)
            ->toBeTrue()
            ->and($draft->title)
            ->toBe('collect it');
    }
});

test('every rule has a sentence', function () {
    $maker = new PlumRota\Core\Tests\conformance\RuleMaker(77);
    for ($i = 0; $i < 400; $i++) {
        $rule = $maker->rule();
        $words = (new RuleInWords(RuleParser::parse($rule), LocalDateTime::parse('2026-11-25T07:15')))->sentence();
        expect($words)->toMatch('/^every \S/', $rule)->not->toContain('  ');
    }
});
