<?php

declare(strict_types=1);

use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** @return array<string, mixed> what a rhythm looks like before it is saved */
function preview(object $test, array $fields): array
{
    return $test->api('POST', 'rhythm/preview', $fields)->assertOk()->json();
}

test('what does not land is neither next nor counted', function () {
    // It is Wednesday 25 November 2026; the season opens in April.
    $rhythm = ['all_day' => true, 'start' => '2026-11-23', 'rule' => 'FREQ=WEEKLY;UNTIL=20270430', 'seasons' => [['from' => '04-01', 'to' => '10-31']]];
    $shown = preview($this, $rhythm);
    expect(array_column($shown['next'], 'start'))->toBe(['2027-04-05', '2027-04-12', '2027-04-19', '2027-04-26'])
        ->and($shown['count'])->toBe(4);
    $paused = preview($this, [...$rhythm, 'seasons' => [], 'rule' => 'FREQ=WEEKLY;COUNT=10', 'pauses' => [['from' => '2026-12-01', 'to' => '2027-02-28']]]);
    expect($paused['count'])->toBe(2);
});

test('the sentence of a rhythm says its seasons and pauses wherever it is read', function () {
    $entry = $this->ventCheck([
        'rule' => 'FREQ=WEEKLY;BYDAY=MO',
        'off_day' => 'after',
        'seasons' => [['from' => '11-01', 'to' => '03-31']],
        'pauses' => [['from' => '2026-12-21', 'to' => '2027-01-03'], ['from' => '2025-12-21', 'to' => '2026-01-03']],
    ]);
    $sentence = 'every Monday, on the working day after where that is a day off, only from 1 November to 31 March, but not from 21 December 2026 to 3 January 2027';
    expect($entry['in_words'])->toBe($sentence)
        ->and($this->api('GET', 'routines')->json('routines.0.in_words'))->toBe($sentence);
});

/** PREVIEW_SEED is where the cases begin, PREVIEW_CASES how many there are. */
test('what a preview says comes next, and how often in all, is what then stands on the board', function () {
    mt_srand((int) (getenv('PREVIEW_SEED') ?: 5));
    $one = fn (array $all): mixed => $all[mt_rand(0, count($all) - 1)];
    $this->api('PATCH', 'account', ['holidays' => 'DE', 'work_days' => [1, 2, 4, 5]])->assertOk();
    for ($case = 0; $case < (int) (getenv('PREVIEW_CASES') ?: 25); $case++) {
        $start = LocalDate::of(2026, 10, 1)->plusDays(mt_rand(0, 120));
        $isTimed = mt_rand(0, 1) === 1;
        $season = fn (): array => ['from' => sprintf('%02d-%02d', mt_rand(1, 12), mt_rand(1, 28)), 'to' => sprintf('%02d-%02d', mt_rand(1, 12), mt_rand(1, 28))];
        $pause = function () use ($start): array {
            $from = $start->plusDays(mt_rand(-20, 150));

            return ['from' => (string) $from, 'to' => (string) $from->plusDays(mt_rand(0, 60))];
        };
        $end = $one([';COUNT='.mt_rand(1, 40), ';UNTIL='.str_replace('-', '', (string) $start->plusDays(mt_rand(10, 500))).($isTimed ? 'T235959Z' : '')]);
        $rhythm = [
            'all_day' => ! $isTimed,
            'start' => $isTimed ? "{$start}T07:15:00" : (string) $start,
            'end' => $isTimed ? "{$start}T07:45:00" : (string) $start,
            'zone' => $isTimed ? $one(['Europe/Berlin', 'America/New_York']) : null,
            'rule' => $one(['FREQ=WEEKLY', 'FREQ=DAILY', 'FREQ=WEEKLY;BYDAY=SA,SU', 'FREQ=MONTHLY', 'FREQ=DAILY;INTERVAL=5']).$end,
            'off_day' => $one(['keep', 'keep', 'skip', 'before', 'after']),
            'seasons' => mt_rand(0, 1) === 1 ? [$season()] : [],
            'pauses' => $one([[], [$pause()], [$pause(), $pause()]]),
        ];
        $shown = preview($this, $rhythm);
        $entry = $this->entry(['title' => "Rhythm {$case}", ...$rhythm]);
        $all = array_values(array_filter(
            app(OccurrencesBetween::class)->find(User::query()->firstOrFail(), TimeRange::days(LocalDate::of(2026, 7, 1), 1600)),
            fn (ResolvedOccurrence $seen): bool => $seen->entry->id === $entry['id'],
        ));
        $next = array_slice(array_values(array_filter($all, fn (ResolvedOccurrence $seen): bool => (string) $seen->occurrence->placement->start->date() >= '2026-11-25')), 0, 6);
        $said = json_encode($rhythm);
        expect($shown['count'])->toBe(count($all), "count of {$said}")
            ->and(array_map(fn (array $is): string => substr($is['start'], 0, 10), $shown['next']))
            ->toBe(array_map(fn (ResolvedOccurrence $seen): string => (string) $seen->occurrence->seen->from->date(), $next), "next of {$said}");
        $this->api('DELETE', "entries/{$entry['id']}", ['scope' => 'whole'])->assertNoContent();
    }
});
