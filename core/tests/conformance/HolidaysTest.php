<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDateTime;

/** npm date-holidays (open data), the movable holidays of one country over 50 years. */
test('movable holidays by rule agree with open data', function () {
    $data = json_decode(
        (string) shell_exec('cd '.escapeshellarg(dirname(__DIR__, 3)).' && node core/tests/conformance/holidays.mjs'),
        true,
        flags: JSON_THROW_ON_ERROR,
    );
    expect($data)->toHaveCount(6);
    foreach ($data as $rule => $dates) {
        $parsed = RuleParser::parse($rule);
        $start = RecurrenceSet::firstOnOrAfter($parsed, LocalDateTime::parse('2000-01-01T00:00'));
        $ours = array_map(
            fn (LocalDateTime $one): string => (string) $one->date(),
            (new RecurrenceSet($start, $parsed))->next(50),
        );
        expect($ours)->toBe($dates, $rule)->and($dates)->toHaveCount(50);
    }
})->group('references');
