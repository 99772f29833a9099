<?php

declare(strict_types=1);

use Illuminate\Support\Facades\DB;
use Tests\Models\NaiveBoard;

/**
 * Random changes, one after another, held against a board that is worked out the slow way. MODEL_SEED and MODEL_SEQUENCES for
 * other ones and for more of them.
 */
test('whatever is done to it, the board is what was done, and undo gives it back', function () {
    mt_srand((int) (getenv('MODEL_SEED') ?: 20261125));
    $monday = 1795392000; // 2026-11-23T00:00:00Z, as seconds on a wall
    $lines = function (): array {
        $lines = array_map(
            fn (array $one): string => "{$one['start']} {$one['end']} {$one['title']}".
                ($one['done'] ? ' done' : '').
                ($one['moved'] ? ' moved' : ''),
            $this->occurrences('from=2026-11-23&days=28'),
        );
        sort($lines);

        return $lines;
    };
    /** The whole answer, without what says when it was asked. */
    $bytes = fn (): string => (string) preg_replace(
        '/"(?:revision|version)":\d+/',
        '',
        $this->api('GET', 'board?from=2026-11-23&days=28')->content(),
    );
    $pick = fn (array $from): mixed => $from[mt_rand(0, count($from) - 1)];
    for ($sequence = 0; $sequence < (int) (getenv('MODEL_SEQUENCES') ?: 12); $sequence++) {
        foreach (['overrides', 'history_entries', 'history', 'deliveries', 'entries'] as $table) {
            planted(fn () => DB::table($table)->delete());
        }
        planted(fn () => DB::table('users')->update(['zone' => 'Europe/Berlin']));
        $this->user->refresh();
        $board = new NaiveBoard();
        /** @var list<array{NaiveBoard, string}> $past  the board before each step, and its bytes */
        $past = $future = [];
        $told = [];
        $number = 0;
        for ($step = 0; $step < 12; $step++) {
            $before = [unserialize(serialize($board)), $bytes()];
            $routines = $board->visible(true, true);
            $all = $board->visible();
            $what =
                $step < 2
                    ? 'add'
                    : $pick([
                        'add',
                        'one',
                        'whole',
                        'onward',
                        'day',
                        'weekday',
                        'title one',
                        'title whole',
                        'title onward',
                        'skip',
                        'tick',
                        'tick',
                        'let go',
                        'delete',
                        'zone',
                        'undo',
                        'undo',
                        'redo',
                    ]);
            $needs = in_array($what, ['whole', 'onward', 'day', 'weekday', 'title onward', 'skip'], true) ? $routines : $all;
            if (! in_array($what, ['add', 'zone', 'undo', 'redo'], true) && $needs === []) {
                continue;
            }
            [$id, $rid] = $needs === [] ? ['', ''] : $pick($needs);
            $entry = $board->entries[$id] ?? null;
            $one = $entry['occurrences'][$rid] ?? null;
            $path = "entries/{$id}";
            $place = fn (int $at): array => [
                'start' => NaiveBoard::id($at, $entry['allDay']),
                'all_day' => $entry['allDay'],
                'length' => $entry['length'],
            ];
            $seconds = $entry === null || $entry['allDay'] ? 0 : mt_rand(28, 80) * 900 - ($one['start'] % 86400);
            switch ($what) {
                case 'add':
                    $allDay = mt_rand(0, 3) === 0;
                    $at = $monday + mt_rand(0, 9) * 86400 + ($allDay ? 0 : mt_rand(28, 80) * 900);
                    $length = $allDay ? 1 : mt_rand(1, 6) * 15;
                    $title = 'Task '.++$number;
                    $fields = [
                        'title' => $title,
                        'start' => NaiveBoard::id($at, $allDay),
                        'end' => NaiveBoard::id($allDay ? $at : $at + $length * 60, $allDay),
                        'all_day' => $allDay,
                        'overlaps' => true,
                    ];
                    if (mt_rand(0, 2) === 0) {
                        $board->addSingle($this->entry($fields)['id'], $title, $at, $allDay, $length);
                        break;
                    }
                    $weekdays =
                        mt_rand(0, 1) === 0
                            ? []
                            : array_values(array_unique([(int) gmdate('N', $at), mt_rand(1, 7), mt_rand(1, 7)]));
                    sort($weekdays);
                    $gap = mt_rand(1, 3);
                    $times = mt_rand(2, 9);
                    $board->addRoutine('new', $title, $at, $allDay, $length, $gap, $weekdays, $times);
                    $last = max(array_column($board->entries['new']['occurrences'], 'start'));
                    $end = $pick([
                        "COUNT={$times}",
                        'UNTIL='.gmdate('Ymd', $last),
                        $allDay ? "COUNT={$times}" : 'UNTIL='.gmdate('Ymd\THis\Z', $last - NaiveBoard::EAST[$board->zone]),
                    ]);
                    $names = ['', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
                    $rule =
                        ($weekdays === []
                            ? "FREQ=DAILY;INTERVAL={$gap}"
                            : 'FREQ=WEEKLY;BYDAY='.implode(',', array_map(fn (int $day): string => $names[$day], $weekdays))).
                        ";{$end}";
                    $made = $this->entry([...$fields, 'rule' => $rule])['id'];
                    $board->entries[$made] = $board->entries['new'];
                    unset($board->entries['new']);
                    break;
                case 'one':
                    $to =
                        intdiv($one['start'], 86400) * 86400 +
                        mt_rand(-2, 3) * 86400 +
                        ($entry['allDay'] ? 0 : mt_rand(28, 80) * 900);
                    $this->api('POST', "{$path}/move", [
                        ...$place($to),
                        'scope' => 'one',
                        'recurrence_id' => $entry['routine'] ? $rid : null,
                    ])->assertOk();
                    $board->moveOne($id, $rid, $to);
                    break;
                case 'whole':
                case 'day':
                    $days = $what === 'day' && count($entry['weekdays']) < 2 ? $pick([-1, 1, 2]) : 0;
                    $this->api('POST', "{$path}/move", [
                        ...$place($one['start'] + $seconds + $days * 86400),
                        'scope' => 'whole',
                        'recurrence_id' => $rid,
                    ])->assertOk();
                    $board->moveAll($id, $seconds, $days, null);
                    break;
                case 'onward':
                    $tail = $this->api('POST', "{$path}/move", [
                        ...$place($one['start'] + $seconds),
                        'scope' => 'onward',
                        'recurrence_id' => $rid,
                    ])
                        ->assertOk()
                        ->json('id');
                    $board->split($id, $rid, $tail);
                    $board->moveAll($tail, $seconds, 0, null);
                    break;
                case 'weekday':
                    $weekday = (int) gmdate('N', $one['start']);
                    $free = array_values(array_diff(range(1, 7), $entry['weekdays']));
                    if (count($entry['weekdays']) < 2 || $free === []) {
                        continue 2;
                    }
                    $days = $pick($free) - $weekday;
                    $this->api('POST', "{$path}/move", [
                        ...$place($one['start'] + $seconds + $days * 86400),
                        'scope' => 'whole',
                        'recurrence_id' => $rid,
                    ])->assertOk();
                    $board->moveAll($id, $seconds, $days, $weekday);
                    break;
                case 'title one':
                case 'title whole':
                case 'title onward':
                    $scope = substr($what, 6);
                    $title = 'Task '.++$number;
                    $changed = $this->api('PATCH', $path, [
                        'title' => $title,
                        'scope' => $scope,
                        'recurrence_id' => $entry['routine'] ? $rid : null,
                    ])
                        ->assertOk()
                        ->json('id');
                    if ($scope === 'one' && $entry['routine']) {
                        $board->entries[$id]['occurrences'][$rid]['title'] = $title;
                    } else {
                        $board->split($id, $rid, $changed);
                        $board->entries[$changed]['title'] = $title;
                    }
                    break;
                case 'skip':
                    $this->api('PUT', "{$path}/occurrences/{$rid}/skipped")->assertNoContent();
                    $board->entries[$id]['occurrences'][$rid]['skipped'] = true;
                    break;
                case 'tick':
                    $this->api($one['done'] ? 'DELETE' : 'PUT', "{$path}/occurrences/{$rid}/done")->assertNoContent();
                    $board->entries[$id]['occurrences'][$rid]['done'] = ! $one['done'];
                    break;
                case 'let go':
                    if ($one['done']) {
                        continue 2;
                    }
                    $this->api('PUT', "{$path}/occurrences/{$rid}/let-go")->assertNoContent();
                    $board->entries[$id]['occurrences'][$rid]['gone'] = true;
                    break;
                case 'delete':
                    $this->api('DELETE', $path, ['scope' => 'whole'])->assertNoContent();
                    unset($board->entries[$id]);
                    break;
                case 'zone':
                    $zone = $board->zone === 'Europe/Berlin' ? 'America/New_York' : 'Europe/Berlin';
                    $this->api('PATCH', 'account', ['zone' => $zone])->assertOk();
                    $board->zone = $zone;
                    break;
                case 'undo':
                case 'redo':
                    if (($what === 'undo' ? $past : $future) === []) {
                        continue 2;
                    }
                    $this->api('POST', $what)->assertOk();
                    [$board, $gave] = $what === 'undo' ? array_pop($past) : array_pop($future);
                    expect($bytes())->toBe($gave, "sequence {$sequence}: ".implode(' | ', $told)." | {$what}");
                    $what === 'undo' ? ($future[] = $before) : ($past[] = $before);
            }
            $told[] =
                "{$what} {$rid}".
                ($entry === null ? '' : ' of '.implode(',', $entry['weekdays']).' x'.count($entry['occurrences']));
            if ($what !== 'undo' && $what !== 'redo') {
                $past[] = $before;
                $future = [];
            }
            expect($lines())->toBe(
                $board->lines($monday, $monday + 28 * 86400),
                "sequence {$sequence}: ".
                    implode(' | ', $told).
                    ' '.
                    DB::table('entries')
                        ->get(['start', 'rule', 'except_dates'])
                        ->toJson(),
            );
        }
    }
});
