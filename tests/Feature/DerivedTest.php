<?php

declare(strict_types=1);

use App\Accounts\DevicePasswords;
use App\Actions\Archives\RestoreArchive;
use App\Actions\Archives\WriteArchive;
use App\Models\Entry;
use App\Models\StoredArchive;
use App\Queries\Tally\CountedLines;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use PlumRota\Core\Time\LocalDate;

/*
 * Whatever is changed, by the page, files, tables, clients, templates, rounds, archives, undo and redo: what is derived of it
 * (words to search, revisions of objects, kept weeks, the days on which something may stand) is what it is when it is made anew,
 * and no row names one of another account. DERIVED_EDITS and DERIVED_SEED for more of them and for others; a night's run has
 * 2,000.
 */

test('after random edits by every door, what is derived is as it is made anew', function () {
    Storage::fake('local');
    mt_srand((int) (getenv('DERIVED_SEED') ?: 28));
    $most = (int) (getenv('DERIVED_EDITS') ?: 160);
    [, $device] = app(DevicePasswords::class)->make($this->user, 'Desk');
    $pick = fn (array $from): mixed => $from === [] ? null : $from[array_rand($from)];
    $day = fn (int $from = -50, int $to = 30): string => (string) LocalDate::parse('2026-11-25')->plusDays(mt_rand($from, $to));
    $home = $this->calendar()->id;
    $area = $this->api('POST', 'areas', ['name' => 'Choir', 'colour' => 'olive'])->json('id');
    $calendars = [$home, $this->api('POST', 'calendars', ['name' => 'Choir', 'area_id' => $area])->json('id')];
    $component = fn (string $uid, string $title): string => implode("\r\n", [
        'BEGIN:'.($kind = mt_rand(0, 1) === 0 ? 'VEVENT' : 'VTODO'),
        "UID:{$uid}", 'DTSTAMP:20261120T080000Z', 'SUMMARY:'.$title,
        'DTSTART;TZID=Europe/Berlin:'.str_replace('-', '', $day()).'T'.sprintf('%02d', mt_rand(6, 20)).'0000', 'DURATION:PT45M',
        ...mt_rand(0, 1) === 0 ? ['RRULE:FREQ=WEEKLY;COUNT='.mt_rand(2, 9)] : [], 'CATEGORIES:grant', "END:{$kind}", '',
    ]);
    $file = fn (string ...$parts): string => "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Example//EN\r\n".implode('', $parts)."END:VCALENDAR\r\n";
    $dav = function (string $method, string $path, string $body = '', array $more = []) use ($device): int {
        app('auth')->forgetGuards();
        app()->forgetScopedInstances();

        return $this->call($method, "/dav/{$this->user->id}/calendars/{$path}", [], [], [], [
            'PHP_AUTH_USER' => 'steward@example.test', 'PHP_AUTH_PW' => $device, 'CONTENT_TYPE' => 'text/calendar', ...$more,
        ], $body)->status();
    };
    $bring = function (string $name, string $text) use ($calendars, $pick): void {
        $import = $this->api('POST', 'imports', ['file' => UploadedFile::fake()->createWithContent($name, $text)])->json();
        if (str_ends_with($name, '.csv')) {
            $import = $this->api(
                'POST',
                "imports/{$import['id']}/columns",
                ['columns' => ['title' => 0, 'start' => 1], 'order' => 'dmy'],
            )->json();
        }
        while (($import['fault'] ?? null) === null && $import['read'] < $import['total']) {
            $import = $this->api('POST', "imports/{$import['id']}/read")->json();
        }
        $targets = array_map(fn (): array => ['calendar_id' => $pick($calendars)], $import['calendars']);
        $this->api('POST', "imports/{$import['id']}/take", ['targets' => $targets, 'known' => $pick(['leave', 'newer', 'all'])]);
    };
    $done = [];
    for ($edit = 0; $edit < $most; $edit++) {
        $from = $day(-40, 0);
        $seen = $this->api('GET', "board?from={$from}&days=7")->json('occurrences');
        $one = $pick($seen);
        $entry = Entry::query()->inRandomOrder(mt_rand())->first();
        $path = $one === null ? '' : "entries/{$one['entry_id']}/occurrences/".rawurlencode($one['recurrence_id']);
        $named = Entry::query()->whereNotNull('resource_name')->inRandomOrder(mt_rand())->first();
        $what = $entry === null ? 'add' : $pick([
            'add', 'add', 'add', 'change', 'own', 'onward', 'move', 'tick', 'tick', 'skip', 'delete', 'many', 'label', 'undo', 'undo', 'redo', 'lead',
            'stamp', 'round', 'closing', 'file', 'table', 'put', 'put', 'again', 'gone', 'away', 'calendar', 'weeks', 'archive', 'pause', 'calendars',
        ]);
        $items = array_map(
            fn (array $some): array => ['entry_id' => $some['entry_id'], 'recurrence_id' => $some['recurrence_id']],
            array_slice($seen, 0, 4),
        );
        match ($what) {
            'add' => $this->api('POST', 'entries', [
                'title' => "Bed {$edit} ".$pick(['fern', 'moss', 'reed']), 'calendar_id' => $pick($calendars), 'kind' => $pick(['task', 'event']), 'all_day' => true,
                'start' => $at = $day(), 'end' => $at, 'rule' => $pick(
                    [null, null, 'FREQ=WEEKLY', 'FREQ=DAILY;INTERVAL=3;COUNT=12'],
                ), 'notes' => $pick(['', 'mulch first']),
            ]),
            'change' => $this->api(
                'PATCH',
                "entries/{$entry->id}",
                ['title' => "Frame {$edit}", 'estimate' => mt_rand(5, 90), 'labels' => $pick([[], ['grant'], ['x', 'y']])],
            ),
            'own', 'onward' => $one === null ? null : $this->api('PATCH', "entries/{$one['entry_id']}", [
                'title' => "Pane {$edit}", 'place' => 'shed', 'scope' => $what === 'own' ? 'one' : 'onward', 'recurrence_id' => $one['recurrence_id'],
            ]),
            'move' => $one === null ? null : $this->api('POST', "entries/{$one['entry_id']}/move", [
                'start' => $day().'T10:00:00', 'all_day' => false, 'length' => 40, 'scope' => $pick(['one', 'whole', 'onward']), 'recurrence_id' => $one['recurrence_id'],
            ]),
            'tick' => $one === null ? null : $this->api($pick(['PUT', 'PUT', 'DELETE']), "{$path}/done"),
            'skip' => $one === null ? null : $this->api('PUT', "{$path}/skipped"),
            'delete' => $this->api('DELETE', "entries/{$entry->id}"),
            'many' => $items === [] ? null : $this->api(
                'POST',
                'many',
                ['items' => $items, 'do' => $pick(['move', 'copy']), 'days' => mt_rand(-9, 9), 'minutes' => 0],
            ),
            'label' => $items === [] ? null : $this->api(
                'POST',
                'many',
                ['items' => $items, 'do' => 'label', 'label' => $pick(['grant', 'choir'])],
            ),
            'undo' => $this->api('POST', 'undo'),
            'redo' => $this->api('POST', 'redo'),
            'lead' => $this->api('PATCH', "entries/{$entry->id}", ['lead_ups' => [
                [
                    'id' => null,
                    'title' => "Before {$edit}",
                    'count' => mt_rand(0, 366),
                    'unit' => 'days',
                    'estimate' => 20,
                    'place' => 'day',
                    'is_due' => false,
                    'waits' => false,
                ],
            ]]),
            'stamp' => (function () use ($entry, $edit, $day): void {
                $template = $this->api(
                    'POST',
                    'templates',
                    [
                        'kind' => 'entry',
                        'name' => "Template {$edit}",
                        'items' => [['entry_id' => $entry->id, 'recurrence_id' => null]],
                    ],
                )->json('id');
                if ($template !== null) {
                    $this->api('POST', "templates/{$template}/stamp", ['dates' => [$day(-30, -1), $day(0, 30)]]);
                }
            })(),
            'round' => $this->api(
                'POST',
                'rounds/week/2026-11-23/goals',
                ['title' => "Goal {$edit}", 'area_id' => $area, 'tasks' => $entry->kind === 'task' ? [$entry->id] : []],
            ),
            'closing' => $this->api(
                'PUT',
                "closings/{$from}",
                ['answers' => [['question' => 'What went well?', 'answer' => "Line {$edit}"]], 'closed' => true],
            ),
            'file' => $bring(
                'a.ics',
                $file($component("file-{$edit}@example", "Brought {$edit}"), $component('file-same@example', "Same {$edit}")),
            ),
            'table' => $bring('a.csv', "Title,Start\r\nRow {$edit},{$day()}\r\nRow of old,2026-11-01\r\n"),
            'put' => $dav('PUT', $pick($calendars)."/put-{$edit}.ics", $file($component("put-{$edit}@example", "Put {$edit}"))),
            'again' => $named === null ? null : $dav(
                'PUT',
                "{$named->calendar_id}/{$named->resource_name}",
                $file($component((string) $named->uid, "Again {$edit}")),
            ),
            'gone' => $named === null ? null : $dav('DELETE', "{$named->calendar_id}/{$named->resource_name}"),
            'away' => $named === null ? null : $dav('MOVE', "{$named->calendar_id}/{$named->resource_name}", '', [
                'HTTP_DESTINATION' => "http://localhost/dav/{$this->user->id}/calendars/{$pick($calendars)}/away-{$edit}.ics",
            ]),
            'calendar' => $this->api('PATCH', "entries/{$entry->id}", ['calendar_id' => $pick($calendars)]),
            'weeks' => app(CountedLines::class)->over($this->user->refresh(), LocalDate::parse('2026-10-05'), 49),
            'pause' => $this->api('POST', 'routines/pause', ['entry_ids' => [$entry->id], 'from' => $from, 'to' => $day(1, 20)]),
            'calendars' => $this->api(
                'PATCH',
                "calendars/{$calendars[1]}",
                ['area_id' => $pick([$area, $this->calendar()->area_id]), 'name' => "Choir {$edit}"],
            ),
            'archive' => (function (): void {
                $archive = StoredArchive::query()->where('kind', 'own')->where('state', 'good')->first();
                if ($archive === null || mt_rand(0, 2) === 0) {
                    $archive = app(WriteArchive::class)->ask($this->user, 'own');
                    app(WriteArchive::class)->write($archive);
                } else {
                    app(RestoreArchive::class)->restore($archive);
                }
            })(),
        };
        $done[$what] = ($done[$what] ?? 0) + 1;
        if ($edit % 20 === 19 || $edit === $most - 1) {
            expect(Artisan::call('data:rebuild'))->toBe(0);
            expect(trim(Artisan::output()))->toBe('All that is derived was as it should be.', "after edit {$edit}, {$what}");
            expect(Artisan::call('data:check'))->toBe(0);
        }
    }
    expect(count($done))->toBeGreaterThan(20)->and(DB::table('tally_weeks')->count())->toBeGreaterThanOrEqual(0);
});
