<?php

declare(strict_types=1);

use App\Journal\HistoryStep;
use App\Journal\WritePath;
use App\Models\Entry;

test('every kind of change can be undone and done again', function (callable $change) {
    $entry = $this->ventCheck();
    $loose = $this->entry(['title' => 'Ring the chiropodist']);
    $state = fn () => [
        $this->shown('2026-11-23', 14),
        $this->api('GET', 'basket')->json('items.*.title'),
        $this->api('GET', 'areas')->json('areas.*.name'),
    ];
    $before = $state();
    $change($this, $entry['id'], $loose['id']);
    $after = $state();
    expect($after)->not->toBe($before);
    $this->api('POST', 'undo')->assertOk();
    expect($state())->toBe($before);
    $this->api('POST', 'redo')->assertOk();
    expect($state())->toBe($after);
    $this->api('POST', 'undo')->assertOk();
    expect($state())->toBe($before);
})->with([
    'move one' => [
        fn ($t, $id) => $t->api('POST', "entries/{$id}/move", [
            'start' => '2026-11-26T08:00',
            'all_day' => false,
            'length' => 15,
            'scope' => 'one',
            'recurrence_id' => '2026-11-26T07:15:00',
        ]),
    ],
    'move onward' => [
        fn ($t, $id) => $t->api('POST', "entries/{$id}/move", [
            'start' => '2026-11-26T08:00',
            'all_day' => false,
            'length' => 15,
            'scope' => 'onward',
            'recurrence_id' => '2026-11-26T07:15:00',
        ]),
    ],
    'move the whole' => [
        fn ($t, $id) => $t->api('POST', "entries/{$id}/move", [
            'start' => '2026-11-26T08:00',
            'all_day' => false,
            'length' => 15,
            'scope' => 'whole',
            'recurrence_id' => '2026-11-26T07:15:00',
        ]),
    ],
    'place a loose task' => [
        fn ($t, $id, $loose) => $t->api('POST', "entries/{$loose}/move", [
            'start' => '2026-11-26T14:00',
            'all_day' => false,
            'length' => 15,
        ]),
    ],
    'tick' => [fn ($t, $id) => $t->api('PUT', "entries/{$id}/occurrences/2026-11-26T07:15:00/done")],
    'skip' => [fn ($t, $id) => $t->api('PUT', "entries/{$id}/occurrences/2026-11-26T07:15:00/skipped")],
    'delete onward' => [
        fn ($t, $id) => $t->api('DELETE', "entries/{$id}", ['scope' => 'onward', 'recurrence_id' => '2026-11-26T07:15:00']),
    ],
    'delete the whole' => [fn ($t, $id) => $t->api('DELETE', "entries/{$id}", ['scope' => 'whole'])],
    'edit' => [fn ($t, $id) => $t->api('PATCH', "entries/{$id}", ['title' => 'Other', 'rule' => 'FREQ=DAILY'])],
    'add' => [fn ($t) => $t->entry(['title' => 'New', 'start' => '2026-11-24'])],
    'add an area' => [fn ($t) => $t->api('POST', 'areas', ['name' => 'Choir', 'colour' => 'olive'])],
]);

test('undo names what it took back, goes further back, and ends', function () {
    $entry = $this->ventCheck();
    $this->api('PATCH', "entries/{$entry['id']}", ['title' => 'Vents'])->assertOk();
    expect($this->api('POST', 'undo')->json('label'))
        ->toBe('Changed “Vent check”')
        ->and($this->api('POST', 'undo')->json('label'))
        ->toBe('Added “Vent check”')
        ->and($this->api('POST', 'undo')->json('label'))
        ->toBeNull()
        ->and($this->api('POST', 'redo')->json('label'))
        ->toBe('Added “Vent check”');
    $this->entry(['title' => 'Something else']);
    expect($this->api('POST', 'redo')->json('label'))->toBeNull();
});

test('what was changed since, elsewhere, is not overwritten by an undo', function () {
    $entry = $this->ventCheck();
    $this->api('PATCH', "entries/{$entry['id']}", ['title' => 'Vents'])->assertOk();
    planted(fn () => Entry::query()
        ->toBase()
        ->update(['title' => 'Changed behind the journal']));
    $this->api('POST', 'undo')->assertConflict();
    expect(Entry::query()->sole()->title)
        ->toBe('Changed behind the journal')
        ->and(HistoryStep::query()->where('undone', true)->count())
        ->toBe(0);
});

test('nothing changes outside the write path, and a failed action leaves nothing', function () {
    $this->ventCheck();
    expect(
        fn () => Entry::query()
            ->sole()
            ->update(['title' => 'Sneaked']),
    )->toThrow(LogicException::class);
    $revision = $this->user->refresh()->revision;
    try {
        app(WritePath::class)->run($this->user, 'Fails half-way', function (): void {
            planted(fn () => Entry::query()
                ->sole()
                ->update(['title' => 'Half written']));
            throw new RuntimeException('power cut');
        });
    } catch (RuntimeException) {
    }
    expect(Entry::query()->sole()->title)
        ->toBe('Vent check')
        ->and($this->user->refresh()->revision)
        ->toBe($revision);
});

test('every change gives the account a new revision', function () {
    $before = $this->api('GET', 'revision')->json('revision');
    $this->ventCheck();
    expect($this->api('GET', 'revision')->json('revision'))->toBe($before + 1);
});
