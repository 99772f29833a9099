<?php

declare(strict_types=1);

use App\Actions\Accounts\OpenAccount;
use App\Models\Entry;

beforeEach(function () {
    $this->on = fn (string $title, string $date, array $fields = []): array => $this->entry([
        'title' => $title,
        'start' => $date,
        'end' => $date,
        ...$fields,
    ]);
    $this->closing = fn (string $date = '2026-11-25'): array => $this->api('GET', "closings/{$date}")
        ->assertOk()
        ->json();
    $this->titles = fn (array $closing): array => array_map(
        fn (array $one): string => $one['title'] ?? $closing['entries'][$one['entry_id']]['title'],
        $closing['leftovers'],
    );
    $this->decide = fn (
        array $entry,
        string $decision,
        ?string $to = null,
        string $id = 'once',
        string $date = '2026-11-25',
    ) => $this->api('POST', "closings/{$date}/decide", ['key' => "{$entry['id']}|{$id}", 'decision' => $decision, 'to' => $to]);
    $this->at('2026-11-25T20:30:00+01:00');
});

test('what is left over of a day and of the days before it, the day itself first', function () {
    ($this->on)('Sheets', '2026-11-25');
    ($this->on)('Grant report', '2026-11-25', ['importance' => 'must']);
    ($this->on)('Ring the bank', '2026-11-23');
    ($this->on)('Long ago', '2026-11-11');
    ($this->on)('Tomorrow’s', '2026-11-26');
    ($this->on)('Fair', '2026-11-25', ['kind' => 'event']);
    ($this->on)('Pill box', '2026-11-25', ['missed' => 'lapse']);
    ($this->on)('Secateurs', '2026-11-24', ['missed' => 'roll']);
    $this->entry(['title' => 'Watch', 'all_day' => false, 'start' => '2026-11-25T22:00:00', 'end' => '2026-11-25T22:30:00']);
    $this->api('PUT', 'entries/'.($this->on)('Done', '2026-11-25')['id'].'/occurrences/once/done')->assertNoContent();
    $closing = ($this->closing)();
    expect(($this->titles)($closing))
        ->toBe(['Grant report', 'Sheets', 'Watch', 'Ring the bank'])
        ->and($closing)
        ->toMatchArray([
            'next' => '2026-11-26',
            'rolls' => ['Secateurs'],
            'lapses' => ['Pill box'],
            'decisions' => [],
            'closed' => false,
        ])
        ->and(array_column($closing['questions'], 'question'))
        ->toBe(['What went well?', 'What could be better?', 'A good moment', 'What for tomorrow?']);
});

test('every decision does what it says, and is in the record', function () {
    $a = ($this->on)('Done after all', '2026-11-25');
    $b = ($this->on)('To tomorrow', '2026-11-25');
    $c = ($this->on)('To Friday', '2026-11-24', ['estimate' => 30]);
    $d = ($this->on)('To the basket', '2026-11-25');
    $e = ($this->on)('Let go', '2026-11-25');
    ($this->decide)($a, 'done')->assertOk();
    ($this->decide)($b, 'day', '2026-11-26')->assertOk();
    ($this->decide)($c, 'day', '2026-11-27')->assertOk();
    ($this->decide)($d, 'basket')->assertOk();
    $last = ($this->decide)($e, 'let_go')->assertOk()->json();
    expect($last['leftovers'])
        ->toBe([])
        ->and($this->shown())
        ->toBe(['11-25 Done after all done', '11-26 To tomorrow', '11-27 To Friday'])
        ->and(array_column($this->api('GET', 'basket')->json('items'), 'title'))
        ->toBe(['To the basket'])
        ->and(array_map(fn (array $one): string => "{$one['title']}: {$one['decision']} {$one['to']}", $last['decisions']))
        ->toBe([
            'Done after all: done ',
            'To tomorrow: day 2026-11-26',
            'To Friday: day 2026-11-27',
            'To the basket: basket ',
            'Let go: let_go ',
        ])
        ->and($this->occurrences('from=2026-11-26&days=1')[0]['put_off'])
        ->toBe(1)
        ->and($this->api('GET', "entries/{$b['id']}/history")->json('steps.0.label'))
        ->toBe('Closing Wednesday: “To tomorrow” to Thursday 26');
    $this->api('POST', 'undo')->assertJsonPath('label', 'Closing Wednesday: “Let go” let go');
    expect(($this->titles)(($this->closing)()))
        ->toBe(['Let go'])
        ->and(($this->closing)()['decisions'])
        ->toHaveCount(4);
});

test('of a routine only the one that was left over goes', function () {
    $wash = $this->entry([
        'title' => 'Wash the glass',
        'all_day' => false,
        'start' => '2026-11-23T16:00:00',
        'end' => '2026-11-23T16:45:00',
        'rule' => 'FREQ=DAILY',
    ]);
    ($this->decide)($wash, 'day', '2026-11-26', '2026-11-25T16:00:00')->assertOk();
    ($this->decide)($wash, 'basket', null, '2026-11-24T16:00:00')->assertOk();
    ($this->decide)($wash, 'let_go', null, '2026-11-23T16:00:00')->assertOk();
    expect($this->shown('2026-11-23', 4))
        ->toBe(['11-26 Wash the glass moved', '11-26T16:00 Wash the glass'])
        ->and($this->occurrences('from=2026-11-26&days=1')[0]['estimate'])
        ->toBe(45)
        ->and($this->api('GET', 'basket')->json('items.0'))
        ->toMatchArray(['title' => 'Wash the glass', 'estimate' => 45])
        ->and($this->api('GET', "entries/{$wash['id']}/past")->json('past.0.state'))
        ->toBe('let_go')
        ->and(($this->closing)()['leftovers'])
        ->toBe([]);
});

test('all the rest goes to tomorrow in one step, and one undo brings it back', function () {
    foreach (range(1, 7) as $i) {
        ($this->on)("Left {$i}", '2026-11-25');
    }
    $this->api('POST', 'closings/2026-11-25/rest')->assertOk()->assertJsonPath('leftovers', []);
    expect($this->shown('2026-11-25', 1))->toBe([])->and($this->shown('2026-11-26', 1))->toHaveCount(7);
    $this->api('POST', 'undo')->assertJsonPath('label', 'Closing Wednesday: all the rest to Thursday 26');
    expect($this->shown('2026-11-25', 1))->toHaveCount(7);
});

test('put off again and again it is counted', function () {
    $bank = ($this->on)('Ring the bank', '2026-11-25');
    ($this->decide)($bank, 'day', '2026-11-26')->assertOk();
    $this->at('2026-11-26T21:00:00+01:00');
    ($this->decide)($bank, 'day', '2026-11-27', 'once', '2026-11-26')->assertOk();
    expect($this->occurrences('from=2026-11-27&days=1')[0]['put_off'])->toBe(2);
});

test('closed in two windows, the second is told what has become of it', function () {
    $bank = ($this->on)('Ring the bank', '2026-11-25');
    ($this->decide)($bank, 'day', '2026-11-26')->assertOk();
    ($this->decide)($bank, 'let_go')
        ->assertStatus(409)
        ->assertJsonPath('message', '“Ring the bank” is not left over any more: it was decided or moved meanwhile.');
    expect($this->shown('2026-11-26', 1))
        ->toBe(['11-26 Ring the bank'])
        ->and(($this->closing)()['decisions'])
        ->toHaveCount(1);
});

test('it can be left, taken up again, and done the next morning', function () {
    $a = ($this->on)('First', '2026-11-25');
    $b = ($this->on)('Second', '2026-11-25');
    ($this->decide)($a, 'let_go')->assertOk();
    $this->at('2026-11-26T07:00:00+01:00');
    expect(($this->closing)())
        ->toMatchArray(['closed' => false])
        ->and(($this->titles)(($this->closing)()))
        ->toBe(['Second']);
    ($this->decide)($b, 'done')->assertOk();
    // It was done on the day that is closed.
    expect($this->api('GET', 'done?from=2026-11-25&days=1')->json('days.0.done.0'))->toMatchArray([
        'title' => 'Second',
        'done_at' => '2026-11-25T23:59:00',
    ]);
    $this->api('PUT', 'closings/2026-11-25', [
        'answers' => [['question' => 'What went well?', 'answer' => 'The ferns took.']],
        'closed' => true,
    ])->assertNoContent();
    $closing = ($this->closing)();
    expect($closing['closed'])
        ->toBeTrue()
        ->and($closing['questions'][0])
        ->toBe(['question' => 'What went well?', 'answer' => 'The ferns took.'])
        ->and($closing['decisions'])
        ->toHaveCount(2)
        ->and($this->api('GET', 'days/2026-11-25')->json('closed'))
        ->toBeTrue();
});

test('the questions can be changed, and what was answered to others stays', function () {
    $this->api('PUT', 'closings/2026-11-25', [
        'answers' => [['question' => 'A good moment', 'answer' => 'Frost on the fronds.']],
    ])->assertNoContent();
    $this->api('PATCH', 'account', ['closing_questions' => ['What grew?']])->assertOk();
    expect(($this->closing)()['questions'])->toBe([
        ['question' => 'What grew?', 'answer' => ''],
        ['question' => 'A good moment', 'answer' => 'Frost on the fronds.'],
    ]);
    $this->api('PATCH', 'account', ['closing_questions' => ['']])->assertStatus(422);
});

test('bad input is told and changes nothing', function () {
    $bank = ($this->on)('Ring the bank', '2026-11-25');
    ($this->decide)($bank, 'day')->assertStatus(422)->assertJsonPath('errors.to.0', 'To which day?');
    ($this->decide)($bank, 'day', '2026-11-25')
        ->assertStatus(422)
        ->assertJsonPath('errors.to.0', 'What is left over goes to a day after the one that is closed.');
    ($this->decide)($bank, 'burn')->assertStatus(422);
    $this->api('POST', 'closings/2026-11-26/rest')
        ->assertStatus(422)
        ->assertJsonPath('errors.date.0', 'That day has not come yet.');
    $this->api('GET', 'closings/yesterday')->assertStatus(422);
    expect($this->shown())->toBe(['11-25 Ring the bank']);
});

test('what is waiting on days before is said on the day', function () {
    ($this->on)('Ring the bank', '2026-11-23');
    ($this->on)('Today’s', '2026-11-25');
    expect($this->api('GET', 'days/2026-11-25')->json('left'))->toBe(1);
});

test('another account’s day is its own', function () {
    $bank = ($this->on)('Ring the bank', '2026-11-25');
    $other = app(OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'glasshouse',
        'zone' => 'Europe/Berlin',
    ]);
    expect($this->api('GET', 'closings/2026-11-25', as: $other)->json('leftovers'))->toBe([]);
    $this->api('POST', 'closings/2026-11-25/decide', ['key' => "{$bank['id']}|once", 'decision' => 'let_go'], as: $other)
        ->assertStatus(409)
        ->assertJsonPath('message', '“This” is not left over any more: it was decided or moved meanwhile.');
    expect(Entry::query()->find($bank['id'])->overrides()->count())->toBe(0);
});

test('after midnight the day in hand is the one that has ended, until the first hour of waking', function (
    string $now,
    string $day,
    string $next,
) {
    $this->at("{$now}:00+01:00");
    expect($this->api('GET', 'closings/now')->assertOk()->json())->toMatchArray(['date' => $day, 'next' => $next]);
})->with([
    ['2026-11-25 23:59', '2026-11-25', '2026-11-26'],
    ['2026-11-26 00:01', '2026-11-25', '2026-11-26'],
    ['2026-11-26 05:59', '2026-11-25', '2026-11-26'],
    ['2026-11-26 06:00', '2026-11-26', '2026-11-27'],
]);

test('closed days later, what is left over goes to today', function () {
    $this->at('2026-11-28T09:00:00+01:00');
    expect($this->api('GET', 'closings/2026-11-25')->json('next'))->toBe('2026-11-28');
});

test('what the day says is left over from before is what the closing of the day before shows', function () {
    mt_srand(20261126);
    foreach (range(1, 40) as $i) {
        $day = sprintf('2026-11-%02d', mt_rand(5, 27));
        $hour = sprintf('%02d', mt_rand(0, 22));
        $timed = mt_rand(0, 1) === 1;
        $entry = $this->entry([
            'title' => "Task {$i}",
            'kind' => mt_rand(0, 4) === 0 ? 'event' : 'task',
            'missed' => ['hold', 'roll', 'lapse'][mt_rand(0, 2)],
            'importance' => [null, 'must', 'could'][mt_rand(0, 2)],
            'all_day' => ! $timed,
            'start' => $timed ? "{$day}T{$hour}:30:00" : $day,
            'end' => $timed ? "{$day}T{$hour}:50:00" : $day,
            'rule' => mt_rand(0, 2) === 0 ? 'FREQ=DAILY;INTERVAL='.mt_rand(2, 9) : null,
        ]);
        if (mt_rand(0, 3) === 0 && $entry['rule'] === null && $entry['kind'] === 'task') {
            $this->api('PUT', "entries/{$entry['id']}/occurrences/once/done")->assertNoContent();
        }
    }
    $told = [];
    foreach (range(22, 26) as $date) {
        $left = $this->api('GET', "days/2026-11-{$date}")->json('left');
        $shown = count($this->api('GET', 'closings/2026-11-'.($date - 1))->json('leftovers'));
        expect($left)->toBe($shown, "on the {$date}th");
        $told[] = $left;
    }
    expect(max($told))->toBeGreaterThan(3);
});

test('the lines of a closed day are found by their words, and stand among what was done', function () {
    $answers = [['question' => 'What went well?', 'answer' => 'The lobelia came up; 100% of it.'], ['question' => 'What did not?', 'answer' => '']];
    $closed = $this->api('PUT', 'closings/2026-11-24', ['answers' => $answers, 'closed' => true])->assertNoContent();
    // Whoever has Find or Done open asks anew.
    expect(explode(',', (string) $closed->headers->get('X-Stale')))->toContain('done', 'search');
    $found = fn (string $words): array => array_column($this->api('GET', 'search?q='.rawurlencode($words))->assertOk()->json('lines'), 'answer');
    expect($found('LOBELIA up'))
        ->toBe(['The lobelia came up; 100% of it.'])
        ->and($found('lobelia down'))
        ->toBe([])
        ->and($found('%'))
        ->toBe([]);
    $day = $this->api('GET', 'done?from=2026-11-24&days=2')->assertOk()->json('days.0');
    expect($day['date'])->toBe('2026-11-24')->and(array_column($day['lines'], 'question'))->toBe(['What went well?']);
});
