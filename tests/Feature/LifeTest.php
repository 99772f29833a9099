<?php

declare(strict_types=1);

use App\Actions\Reminders\DispatchReminders;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Time\LocalDate;
use Tests\EveryView;

/**
 * Someone lives with it under a clock that moves on: days pass, reminders fall, things are ticked, put off, moved, changed, closed and
 * taken back, by chance. What must always hold is held each evening. LIFE_SEED and LIFE_DAYS for other lives and longer ones;
 * `composer seeds` lives nine weeks.
 */
final class Life
{
    /** @var list<string> what happened, for whoever looks for a fault */
    public array $told = [];

    private int $number = 0;

    public function __construct(private readonly object $test, public LocalDate $today)
    {
    }

    public function begin(): void
    {
        $this->test->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
        $on = fn (int $days): string => (string) $this->today->plusDays($days);
        foreach ([
            ['title' => 'Vent check', 'all_day' => false, 'start' => "{$on(-7)}T07:15:00", 'end' => "{$on(-7)}T07:30:00", 'rule' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'off_day' => 'skip', 'reminders' => ['-PT10M']],
            ['title' => 'Stock count', 'start' => $on(-3), 'end' => $on(-3), 'rule' => 'FREQ=WEEKLY', 'missed' => 'roll', 'off_day' => 'after', 'estimate' => 40, 'due' => $on(-3)],
            ['title' => 'Stretch', 'all_day' => false, 'start' => "{$on(-2)}T06:30:00", 'end' => "{$on(-2)}T06:45:00", 'rule' => 'FREQ=DAILY', 'missed' => 'lapse'],
            ['title' => 'Hair wash', 'start' => $on(-1), 'end' => $on(-1), 'rule' => 'FREQ=DAILY;INTERVAL=4', 'after_done' => true],
            ['title' => 'Call Ottilie', 'all_day' => false, 'start' => "{$on(-6)}T19:30:00", 'end' => "{$on(-6)}T20:15:00", 'zone' => 'America/New_York', 'rule' => 'FREQ=WEEKLY;INTERVAL=2', 'kind' => 'event', 'travel' => 20, 'margin' => 15],
            ['title' => 'Feed citrus', 'start' => $on(-4), 'end' => $on(-4), 'rule' => 'FREQ=DAILY;INTERVAL=3', 'missed' => 'roll', 'pauses' => [['from' => $on(9), 'to' => $on(16)]]],
            ['title' => 'Order fleece', 'due' => $on(8), 'estimate' => 15],
            ['title' => 'Late walk', 'all_day' => false, 'start' => "{$on(-5)}T23:40:00", 'end' => "{$on(-4)}T00:20:00", 'rule' => 'FREQ=DAILY;INTERVAL=2', 'missed' => 'hold'],
        ] as $fields) {
            $this->test->entry(['overlaps' => true, ...$fields]);
        }
    }

    public function at(int $minute): void
    {
        $moment = CarbonImmutable::parse("{$this->today} 00:00", 'Europe/Berlin')->addMinutes($minute);
        $this->test->at($moment->toIso8601String());
        app(DispatchReminders::class)->pass();
    }

    /** Something that a person does, which may be refused as it would be for them. */
    public function act(): void
    {
        $seen = $this->test->occurrences("from={$this->today->plusDays(-3)}&days=10");
        $one = $seen === [] ? null : $this->any($seen);
        $what = $this->any(['tick', 'tick', 'tick', 'tick', 'untick', 'skip', 'let go', 'move', 'whole', 'onward', 'rhythm', 'add', 'day', 'rest', 'undo', 'redo', 'own']);
        if ($one === null && ! in_array($what, ['add', 'rest', 'undo', 'redo'], true)) {
            return;
        }
        $id = $one['entry_id'] ?? '';
        $rid = $one['recurrence_id'] ?? '';
        $to = (string) $this->today->plusDays(mt_rand(-1, 6));
        $place = ($one['all_day'] ?? true)
            ? ['start' => $to, 'all_day' => true, 'length' => 1]
            : ['start' => sprintf('%sT%02d:%02d:00', $to, mt_rand(6, 22), $this->any([0, 30])), 'all_day' => false, 'length' => 30];
        $answer = match ($what) {
            'tick' => $this->test->api('PUT', "entries/{$id}/occurrences/{$rid}/done"),
            'untick' => $this->test->api('DELETE', "entries/{$id}/occurrences/{$rid}/done"),
            'skip' => $this->test->api('PUT', "entries/{$id}/occurrences/{$rid}/skipped"),
            'let go' => $this->test->api('PUT', "entries/{$id}/occurrences/{$rid}/let-go"),
            'move', 'whole', 'onward' => $this->test->api('POST', "entries/{$id}/move", [
                ...$place,
                'scope' => ['move' => 'one', 'whole' => 'whole', 'onward' => 'onward'][$what],
                'recurrence_id' => $rid,
            ]),
            'rhythm' => $this->test->api('PATCH', "entries/{$id}", [
                'rule' => $this->any(['FREQ=DAILY;INTERVAL=2', 'FREQ=WEEKLY;BYDAY=TU,FR', 'FREQ=DAILY;INTERVAL=5']),
                'scope' => $this->any(['whole', 'onward']),
                'recurrence_id' => $rid,
            ]),
            'add' => $this->test->api('POST', 'entries', [
                'calendar_id' => $this->test->calendar()->id,
                'title' => 'Thing '.++$this->number,
                'start' => $this->any([null, $to]),
                'estimate' => 20,
                'missed' => $this->any(['hold', 'roll', 'lapse']),
                'reminders' => [],
            ]),
            'day' => $this->test->api('PUT', "entries/{$id}/occurrences/{$rid}/day", ['day' => $to]),
            'rest' => $this->test->api('POST', "closings/{$this->today}/rest", ['to' => $this->any([null, $to])]),
            'own' => $this->test->api('PATCH', "entries/{$id}", ['title' => ($one['title'] ?? '').'!', 'scope' => 'one', 'recurrence_id' => $rid]),
            'undo', 'redo' => $this->test->api('POST', $what),
        };
        $this->told[] = "{$this->today} {$what} ".($one['title'] ?? '')." {$rid} ".json_encode($place).' '.$answer->getStatusCode();
        expect($answer->getStatusCode())->toBeLessThan(500, implode("\n", $this->told));
    }

    /** @return array<string, mixed> what does not hold, by what it is */
    public function faults(): array
    {
        $monday = $this->today->plusDays(1 - $this->today->weekday()->value);
        $faults = [];
        $line = fn (array $one): string => "{$one['start']} {$one['end']} {$one['title']} {$one['recurrence_id']} ".($one['done'] ? 'done' : '');
        $lines = fn (LocalDate $from, int $days): array => array_map($line, $this->test->occurrences("from={$from}&days={$days}"));
        $sorted = function (array $lines): array {
            $lines = array_values(array_unique($lines));
            sort($lines);

            return $lines;
        };
        // A window is a slice of the whole.
        $week = $lines($monday, 7);
        $days = array_merge(...array_map(fn (int $i): array => $lines($monday->plusDays($i), 1), range(0, 6)));
        $faults['days of the week'] = array_merge(array_diff($sorted($days), $sorted($week)), array_diff($sorted($week), $sorted($days)));
        $faults['week in five weeks'] = array_diff($sorted($week), $lines($monday->plusDays(-14), 35));
        // A day's load is the same, whatever it is seen through.
        $of = fn (array $day): int => $day['placed'] + $day['listed'];
        $loads = [
            'month' => array_map($of, array_column($this->test->api('GET', "month?from={$monday->plusDays(-14)}&days=35")->json('days'), null, 'date')),
            'year' => array_column($this->test->api('GET', 'year?year='.substr((string) $this->today, 0, 4))->json('days'), 'minutes', 'date'),
            'ruler' => array_column($this->test->api('GET', "ruler?from={$monday}&weeks=2")->json('days'), 'minutes', 'date'),
        ];
        foreach ($this->test->api('GET', "board?from={$monday}&days=7")->json('days') as $day) {
            foreach ($loads as $name => $of7) {
                if (isset($of7[$day['date']]) && $of7[$day['date']] !== $of($day)) {
                    $faults["load in {$name}"][] = "{$day['date']}: {$of($day)} and {$of7[$day['date']]}";
                }
            }
        }
        // What counts from its last finish is open once; what rolls on waits once.
        $around = $this->test->occurrences("from={$this->today->plusDays(-42)}&days=42");
        $around = [...$around, ...$this->test->occurrences("from={$this->today}&days=42")];
        $open = [];
        $rows = DB::table('entries')->get(['id', 'after_done', 'missed', 'continues_id'])->keyBy('id');
        foreach ($around as $one) {
            $row = $rows[$one['entry_id']];
            // One that rolled on stands on today; what was missed before it stands where it was missed.
            $waits = $row->missed === 'roll' && $one['routine'] && ! $one['moved'] && substr($one['start'], 0, 10) === (string) $this->today;
            if (! $one['done'] && ($row->after_done || $waits)) {
                $open[$one['entry_id']][$one['recurrence_id']] = "{$one['start']} {$one['title']}";
            }
        }
        $faults['open twice'] = array_filter($open, fn (array $ones): bool => count($ones) > 1);
        // Nothing is told before its moment, or twice.
        $faults['told early'] = DB::table('deliveries')->whereNotNull('handed_at')->whereColumn('handed_at', '<', 'fell_at')->pluck('id')->all();
        $faults['told twice'] = DB::table('deliveries')
            ->select('entry_id', 'recurrence_id', 'channel', 'fell_at')
            ->groupBy('entry_id', 'recurrence_id', 'channel', 'fell_at', 'key')
            ->havingRaw('count(*) > 1')
            ->get()
            ->all();
        Artisan::call('data:rebuild');
        $faults['what follows'] = str_contains($said = Artisan::output(), 'made anew') ? [$said] : [];

        return array_filter($faults);
    }

    private function any(array $some): mixed
    {
        return $some[mt_rand(0, count($some) - 1)];
    }
}

test('whoever lives with it for weeks finds every evening what must always hold', function (int $seed, string $from) {
    mt_srand($seed + (int) (getenv('LIFE_SEED') ?: 0));
    $life = new Life($this, LocalDate::parse($from));
    $this->at("{$from}T06:00:00+01:00");
    $life->begin();
    for ($day = 0; $day < (int) (getenv('LIFE_DAYS') ?: 5); $day++) {
        $minute = mt_rand(330, 500);
        for ($turn = mt_rand(3, 6); $turn > 0; $turn--) {
            $life->at($minute);
            $life->act();
            $minute += mt_rand(30, 180);
        }
        // One step, taken back and done again, is the same board.
        $board = fn (): string => (string) preg_replace('/"(?:revision|version)":\d+/', '', $this->api('GET', "board?from={$life->today->plusDays(-7)}&days=28")->content());
        $after = $board();
        $undone = $this->api('POST', 'undo')->json('label');
        if ($undone !== null) {
            $this->api('POST', 'redo')->assertOk();
            expect($board())->toBe($after, "{$undone}\n".implode("\n", $life->told));
        }
        $faults = $life->faults();
        expect($faults)->toBe([], "{$life->today}: ".json_encode($faults, JSON_PRETTY_PRINT)."\n".implode("\n", $life->told));
        $life->today = $life->today->plusDays(1);
    }
    expect(EveryView::faults(fn (string $path) => $this->api('GET', $path)))->toBe([]);
})->with([
    'before Christmas' => [1, '2026-12-21'],
    'over a change of the clocks' => [2, '2027-03-25'],
]);
