<?php

declare(strict_types=1);

use App\Models\Timing;
use App\Queries\Tally\CountedLines;
use App\Queries\Tally\CountedStretch;
use App\Queries\Tally\LiveLines;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Time\LocalDate;

/** @return array{list<string>, list<int>} every line as text, in order, and the load of every day */
function asText(CountedStretch $stretch): array
{
    $lines = array_map(
        fn (CountedLine $one): string => json_encode(
            [$one->of, $one->recurrenceId, $one->count, $one->outcome, $one->isFirst, $one->putOff, $one->measured],
            JSON_THROW_ON_ERROR,
        ),
        $stretch->lines,
    );
    // Whether a line is kept with its own details, or reads them of its entry, makes no difference to what it says.
    $lines = str_replace(['"isOwn":true', '"isOwn":false'], '', $lines);
    sort($lines);

    return [$lines, array_map($stretch->load(...), array_keys($stretch->placed))];
}

/**
 * Random changes, most of them of the past; after each the kept weeks are held against weeks that are computed anew. KEPT_SEED
 * and KEPT_EDITS for other ones and for more of them.
 */
test('weeks that are kept say the same as weeks that are computed anew, whatever was changed', function (int $part) {
    mt_srand((int) (getenv('KEPT_SEED') ?: 1126) + $part);
    $this->at('2026-11-25T10:20:00+01:00');
    $pick = fn (array $from): mixed => $from[array_rand($from)];
    $day = fn (int $from = -60, int $to = 6): string => (string) LocalDate::parse('2026-11-25')->plusDays(mt_rand($from, $to));
    $calendars = [$this->calendar()->id];
    foreach (['Choir', 'Training'] as $name) {
        $area = $this->api('POST', 'areas', ['name' => $name, 'colour' => 'olive'])->json('id');
        $calendars[] = $this->api('POST', 'calendars', ['name' => $name, 'area_id' => $area])->json('id');
    }
    $ids = [];
    $add = function () use ($pick, $day, $calendars, &$ids): void {
        $isAllDay = mt_rand(0, 2) === 0;
        $start = $day();
        $hour = mt_rand(0, 22);
        $ids[] = $this->entry([
            'title' => 'Bed '.count($ids),
            'calendar_id' => $pick($calendars),
            'kind' => $pick(['task', 'task', 'event']),
            'missed' => $pick(['hold', 'roll', 'roll', 'lapse']),
            'all_day' => $isAllDay,
            'estimate' => $pick([null, 20, 45]),
            'travel' => $pick([0, 0, 30]),
            'labels' => $pick([[], ['grant']]),
            'start' => $isAllDay ? $start : sprintf('%sT%02d:%02d:00', $start, $hour, $pick([0, 30])),
            'end' => $isAllDay
                ? (string) LocalDate::parse($start)->plusDays($pick([0, 0, 2]))
                : sprintf('%sT%02d:45:00', LocalDate::parse($start)->plusDays($pick([0, 0, 1])), $hour),
            'rule' => ($rule = $pick([
                null,
                'FREQ=DAILY;INTERVAL=3',
                'FREQ=WEEKLY;BYDAY=MO,SA',
                'FREQ=MONTHLY;BYMONTHDAY=1,15',
            ])),
            'overlaps' => true,
            'off_day' => $rule === null ? 'keep' : $pick(['keep', 'keep', 'after', 'before', 'skip']),
        ])['id'];
    };
    for ($i = 0; $i < 14; $i++) {
        $add();
    }
    $survived = $forgotten = $done = 0;
    $edits = (int) (getenv('KEPT_EDITS') ?: 240);
    for ($edit = 0; $edit < $edits / 4; $edit++) {
        $this->user->refresh();
        app()->forgetScopedInstances();
        app(CountedLines::class)->over($this->user, LocalDate::parse('2026-09-21'), 77);
        $before = DB::table('tally_weeks')->pluck('start')->all();
        $id = $pick($ids);
        $from = $day(-60, 0);
        $seen = $this->api('GET', "board?from={$from}&days=7")->json('occurrences');
        $one = $seen === [] ? null : $pick($seen);
        $path = $one === null ? '' : "entries/{$one['entry_id']}/occurrences/".rawurlencode($one['recurrence_id']);
        $wall = fn (string $date): string => sprintf('%sT%02d:%02d:00', $date, mt_rand(0, 22), mt_rand(0, 59));
        $timing = Timing::query()->inRandomOrder()->first();
        // A refusal is an answer, too: then nothing has changed.
        $what = $pick([
            'add',
            'delete',
            'tick',
            'tick',
            'tick',
            'open',
            'skip',
            'let go',
            'put',
            'move',
            'title',
            'estimate',
            'file',
            'pause',
            'onward',
            'own',
            'time',
            'time',
            'mend',
            'hand over',
            'take out',
            'undo',
            'undo',
            'redo',
            'area',
            'later',
            'whole',
            'hours',
        ]);
        match ($what) {
            'add' => count($ids) < 40 ? $add() : null,
            'delete' => $this->api('DELETE', "entries/{$id}"),
            'tick' => $one === null ? null : $this->api('PUT', "{$path}/done"),
            'open' => $one === null ? null : $this->api('DELETE', "{$path}/done"),
            'skip' => $one === null ? null : $this->api('PUT', "{$path}/skipped"),
            'let go' => $one === null ? null : $this->api($pick(['PUT', 'PUT', 'DELETE']), "{$path}/let-go"),
            'put' => $one === null ? null : $this->api('PUT', "{$path}/day", ['date' => $day(-40, 3)]),
            'move' => $one === null
                ? null
                : $this->api('POST', "entries/{$one['entry_id']}/move", [
                    'start' => $wall($day()),
                    'all_day' => false,
                    'length' => 50,
                    'scope' => 'one',
                    'recurrence_id' => $one['recurrence_id'],
                    'over_protected' => true,
                ]),
            'whole' => $this->api('POST', "entries/{$id}/move", [
                'start' => $wall($day()),
                'all_day' => false,
                'length' => 30,
                'scope' => 'whole',
                'over_protected' => true,
            ]),
            'title' => $this->api('PATCH', "entries/{$id}", ['title' => "Frame {$edit}"]),
            'estimate' => $this->api('PATCH', "entries/{$id}", [
                'estimate' => mt_rand(5, 90),
                'importance' => $pick([null, 'must']),
                'effort' => $pick([null, 'light']),
            ]),
            'file' => $this->api('PATCH', "entries/{$id}", ['calendar_id' => $pick($calendars)]),
            'pause' => $this->api('POST', 'routines/pause', ['entry_ids' => [$id], 'from' => $from, 'to' => $day(-10, 10)]),
            'onward', 'own' => $one === null
                ? null
                : $this->api('PATCH', "entries/{$one['entry_id']}", [
                    'title' => "Pane {$edit}",
                    'estimate' => 35,
                    'labels' => ['own'],
                    'scope' => $what === 'own' ? 'one' : 'onward',
                    'recurrence_id' => $one['recurrence_id'],
                ]),
            'time' => $this->api('POST', 'timings/past', [
                'entry_id' => $one['entry_id'] ?? $id,
                'recurrence_id' => $one['recurrence_id'] ?? 'once',
                'started' => ($at = $wall($day(-50, -1))),
                'ended' => substr($at, 0, 10).'T23:10:00',
            ]),
            'mend' => $timing === null
                ? null
                : $this->api('PATCH', "timings/{$timing->id}", [
                    'started' => ($at = $wall($day(-50, -1))),
                    'ended' => substr($at, 0, 10).'T23:30:00',
                ]),
            'hand over' => $timing === null || $one === null
                ? null
                : $this->api('PUT', "timings/{$timing->id}/entry", [
                    'entry_id' => $one['entry_id'],
                    'recurrence_id' => $one['recurrence_id'],
                ]),
            'take out' => $timing === null ? null : $this->api('DELETE', "timings/{$timing->id}"),
            'undo' => $this->api('POST', 'undo'),
            'redo' => $this->api('POST', 'redo'),
            'area' => $this->api('PATCH', "calendars/{$pick($calendars)}", [
                'area_id' => $pick($this->api('GET', 'areas')->json('areas'))['id'],
            ]),
            'later' => $this->travelTo(CarbonImmutable::now()->addMinutes(mt_rand(1, 700))),
            'hours' => $this->api('PATCH', 'account', [
                'zone' => $pick(['Europe/Berlin', 'Pacific/Auckland']),
                'holidays' => $pick([null, 'DE']),
            ]),
        };
        $ids = DB::table('entries')->pluck('id')->all();
        if ($ids === []) {
            $add();
        }
        $kept = DB::table('tally_weeks')->pluck('start')->all();
        $survived += count($kept);
        $forgotten += count(array_diff($before, $kept));
        $done += $kept === $before ? 0 : 1;
        $this->user = $this->user->fresh();
        app()->forgetScopedInstances();
        $found = asText(app(CountedLines::class)->over($this->user, LocalDate::parse('2026-09-21'), 77));
        app()->forgetScopedInstances();
        $anew = asText(app(LiveLines::class)->over($this->user, LocalDate::parse('2026-09-21'), 77));
        expect([
            'kept' => array_values(array_diff($found[0], $anew[0])),
            'anew' => array_values(array_diff($anew[0], $found[0])),
            'number' => count($found[0]),
            'loads' => $found[1],
        ])->toBe(
            ['kept' => [], 'anew' => [], 'number' => count($anew[0]), 'loads' => $anew[1]],
            "after {$what}, edit {$edit} of part {$part}",
        );
    }
    // It means something: weeks were kept through most changes, and were forgotten by many.
    expect($survived / $edit)
        ->toBeGreaterThan(2)
        ->and($done)
        ->toBeGreaterThan(5);
})->with([1, 2, 3, 4]);
