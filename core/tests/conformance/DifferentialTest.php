<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\ExpandCommand;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Tests\conformance\Clauses;
use PlumRota\Core\Tests\conformance\RuleMaker;
use PlumRota\Core\Time\LocalDateTime;

/**
 * Sends cases through a program that answers line by line.
 *
 * @param  list<string>  $lines
 * @return list<array<string, mixed>>
 */
function throughProgram(array $command, array $lines): array
{
    $cases = tempnam(sys_get_temp_dir(), 'cases');
    file_put_contents($cases, implode("\n", $lines)."\n");
    $process = proc_open(
        $command,
        [0 => ['file', $cases, 'r'], 1 => ['pipe', 'w'], 2 => ['pipe', 'w']],
        $pipes,
        dirname(__DIR__, 3),
    );
    $output = (string) stream_get_contents($pipes[1]);
    $trouble = (string) stream_get_contents($pipes[2]);
    proc_close($process);
    unlink($cases);
    expect($trouble)->toBe('');

    return array_map(
        fn (string $line): array => json_decode($line, true, flags: JSON_THROW_ON_ERROR),
        explode("\n", trim($output)),
    );
}

/**
 * The independent implementations: npm rrule, npm ical.js, and python3-dateutil where it is installed. Where two of
 * them agree and ours differs, ours is wrong; where one stands alone, a clause has to decide. SEED=… tries others than
 * the fixed one.
 */
test('generated rules agree with rrule, ical.js and dateutil', function () {
    $maker = new RuleMaker((int) (getenv('SEED') ?: 5545));
    $cases = [];
    while (count($cases) < 2000) {
        $rule = $maker->rule();
        $parsed = RuleParser::parse($rule);
        // A start that its rule does not choose makes the set undefined (RFC 5545 3.8.5.3), so cases begin on one it does.
        $start = RecurrenceSet::firstOnOrAfter($parsed, LocalDateTime::parse($maker->start()));
        if ($start !== null && $start->date()->year < 2100) {
            $cases[] = ['id' => (string) count($cases), 'dtstart' => (string) $start, 'rrule' => $rule, 'limit' => 12];
        }
    }
    $lines = array_map(json_encode(...), $cases);
    $answers = throughProgram(['node', __DIR__.'/references.mjs'], $lines);
    $others = [];
    exec('python3 -c "import dateutil" 2>/dev/null', $_, $missing);
    if ($missing === 0) {
        $others = array_column(throughProgram(['python3', __DIR__.'/references.py'], $lines), 'dateutil');
    }
    $agreed = 0;
    $wrong = [];
    $unexplained = [];
    foreach ($cases as $i => $case) {
        $ours = json_decode(ExpandCommand::answer($lines[$i]), true)['instances'] ?? null;
        $votes = array_filter(
            ['rrule' => $answers[$i]['rrule'], 'ical' => $answers[$i]['ical'], 'dateutil' => $others[$i] ?? null],
            is_array(...),
        );
        $for = count(array_filter($votes, fn (array $vote): bool => $vote === $ours));
        $agreed += $for > 0 ? 1 : 0;
        $against = array_map(json_encode(...), array_filter($votes, fn (array $vote): bool => $vote !== $ours));
        foreach ($against as $library => $vote) {
            if ($library === 'dateutil' || Clauses::deciding($library, RuleParser::parse($case['rrule'])) === null) {
                $unexplained[] =
                    "{$library}: {$case['rrule']} from {$case['dtstart']}\n  ours   ".json_encode($ours)."\n  theirs {$vote}";
            }
        }
        if ($against !== [] && max(array_count_values($against)) >= 2 && $for < 2) {
            $wrong[] =
                "{$case['rrule']} from {$case['dtstart']}\n  ours   ".
                json_encode($ours).
                "\n  theirs ".
                $against[array_key_first($against)];
        }
    }
    expect($wrong)->toBe([])->and($unexplained)->toBe([])->and($agreed)->toBeGreaterThan(1950);
})->group('references');
