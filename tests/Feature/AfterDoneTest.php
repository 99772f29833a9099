<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** @return list<ResolvedOccurrence> those of an entry that are neither done nor let go, as a stretch of days has them */
function openOnes(string $entry, LocalDate $first, int $days): array
{
    app()->forgetScopedInstances();
    $user = User::query()->firstOrFail();

    return array_values(array_filter(
        iterator_to_array(app(OccurrencesBetween::class)->ofEach($user, [TimeRange::days($first, $days)]), false),
        fn (ResolvedOccurrence $one): bool => $one->entry->id === $entry && ! $one->block->isDone,
    ));
}

test('done before its start, the next one is in every view', function () {
    // It is Wednesday 25 November 2026.
    $entry = $this->entry(['title' => 'Feed citrus', 'start' => '2026-12-10', 'rule' => 'FREQ=DAILY;INTERVAL=2', 'after_done' => true]);
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-12-10/done")->assertNoContent();
    expect($this->occurrences('from=2026-11-27&days=1')[0]['title'] ?? null)->toBe('Feed citrus')
        ->and(array_column($this->occurrences('from=2026-11-23&days=7'), 'start'))->toContain('2026-11-27')
        ->and($this->api('GET', 'month?from=2026-11-23&days=7')->json('occurrences.0.entry_id'))->toBe($entry['id'])
        ->and($this->api('GET', 'search?q=citrus')->json('found.0.next'))->toBe('2026-11-27');
    $file = $this->api('GET', "table-file?what=times&from=2026-11-27&to=2026-11-27&calendar_id={$entry['calendar_id']}")->assertOk()->streamedContent();
    expect($file)->toContain('Feed citrus');
    expect($this->api('GET', 'tally/2026-11-23/7')->json('weeks.0.load'))->toBeInt();
});

test('of what was moved while it was open nothing stays when another is open instead', function () {
    $entry = $this->entry(['title' => 'Feed citrus', 'start' => '2026-11-20', 'rule' => 'FREQ=DAILY;INTERVAL=4', 'after_done' => true]);
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-20/done")->assertNoContent();
    $this->api('POST', "entries/{$entry['id']}/move", [
        'scope' => 'one', 'recurrence_id' => '2026-11-29', 'start' => '2026-12-01', 'all_day' => true, 'length' => 1,
    ])->assertOk();
    $this->api('PATCH', "entries/{$entry['id']}", ['scope' => 'whole', 'rule' => 'FREQ=DAILY;INTERVAL=9'])->assertOk();
    $open = openOnes($entry['id'], LocalDate::of(2026, 11, 1), 90);
    expect(array_map(fn (ResolvedOccurrence $one): string => $one->occurrence->placement->startText(), $open))->toBe(['2026-12-04']);
});

/** AFTER_DONE_SEED is where the histories begin, AFTER_DONE_CASES how many there are. */
test('only one is ever open, and every day that holds it shows it', function () {
    mt_srand((int) (getenv('AFTER_DONE_SEED') ?: 3));
    $one = fn (array $all): mixed => $all[mt_rand(0, count($all) - 1)];
    for ($case = 0; $case < (int) (getenv('AFTER_DONE_CASES') ?: 6); $case++) {
        $start = LocalDate::of(2026, 11, 15)->plusDays(mt_rand(0, 30));
        $isTimed = mt_rand(0, 1) === 1;
        $entry = $this->entry([
            'title' => "Routine {$case}",
            'all_day' => ! $isTimed,
            'start' => $isTimed ? "{$start}T08:00:00" : (string) $start,
            'end' => $isTimed ? "{$start}T08:30:00" : (string) $start,
            'rule' => 'FREQ=DAILY;INTERVAL='.mt_rand(1, 9),
            'after_done' => true,
            'missed' => $one(['hold', 'lapse', 'roll']),
            'off_day' => $one(['keep', 'keep', 'after', 'before']),
        ])['id'];
        $done = [];
        $said = [];
        for ($step = 0; $step < 12; $step++) {
            $open = openOnes($entry, LocalDate::of(2026, 9, 1), 400)[0] ?? null;
            $id = $open?->occurrence->recurrenceId;
            $day = (string) LocalDate::of(2026, 11, 25)->plusDays(mt_rand(0, 20));
            $act = $step === 0 ? 'tick' : $one(['tick', 'tick', 'move', 'put off', 'skip', 'let go', 'untick', 'interval', 'undo', 'later']);
            $said[] = "{$act} {$id} {$day}";
            match (true) {
                $act === 'undo' => $this->api('POST', 'undo'),
                $act === 'interval' => $this->api('PATCH', "entries/{$entry}", ['scope' => 'whole', 'rule' => 'FREQ=DAILY;INTERVAL='.mt_rand(1, 9)]),
                $act === 'untick' && $done !== [] => $this->api('DELETE', "entries/{$entry}/occurrences/".array_pop($done).'/done'),
                $act === 'later' => $this->at("{$day}T10:20:00+01:00"),
                $id === null => null,
                $act === 'tick' => [$this->api('PUT', "entries/{$entry}/occurrences/{$id}/done"), $done[] = $id],
                $act === 'skip' => $this->api('PUT', "entries/{$entry}/occurrences/{$id}/skipped"),
                $act === 'let go' => $this->api('PUT', "entries/{$entry}/occurrences/{$id}/let-go"),
                $act === 'put off' => $this->api('PUT', "entries/{$entry}/occurrences/{$id}/day", ['day' => $day]),
                $act === 'move' => $this->api('POST', "entries/{$entry}/move", [
                    'scope' => 'one', 'recurrence_id' => $id, 'start' => $day, 'all_day' => true, 'length' => 1,
                ]),
                default => null,
            };
            if (! Entry::query()->whereKey($entry)->exists()) {
                break; // its making was undone
            }
            $whole = openOnes($entry, LocalDate::of(2026, 9, 1), 600);
            $history = implode(', ', $said);
            expect(count($whole))->toBe(1, $history);
            $at = $whole[0]->block->seen->from->date();
            $key = fn (ResolvedOccurrence $one): string => $one->key();
            expect(array_map($key, openOnes($entry, $at, 1)))->toBe(array_map($key, $whole), $history);
        }
    }
});
