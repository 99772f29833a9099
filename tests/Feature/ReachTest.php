<?php

declare(strict_types=1);

use App\Actions\Reminders\DispatchReminders;
use App\Models\Delivery;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

beforeEach(function () {
    $this->pass = fn (): int => app(DispatchReminders::class)->pass();
    $this->mails = fn (): array => array_reverse($this->api('GET', 'standins/post')->json('mails'));
    $this->pushed = fn (): array => array_reverse($this->api('GET', 'standins/phone')->json('messages'));
    $this->waiting = function (): array {
        ($this->pass)();

        return $this->api('GET', 'reminders')->json('waiting');
    };
    $this->titles = fn (): array => array_column(($this->waiting)(), 'title');
    $this->press = fn (array $mail, string $words): string => html_entity_decode(
        preg_match('/href="([^"]+)"[^>]*>'.$words.'</', $mail['html'], $found) === 1 ? $found[1] : 'no such press',
    );
    ($this->pass)(); // the next days are written down from here on
});

test('one reminder reaches in every way that was asked for, once each', function () {
    $this->ventCheck(['reminders' => ['-PT10M;screen,mail,phone']]);
    $this->at('2026-11-26T07:05:00+01:00');
    expect(($this->pass)())
        ->toBe(3)
        ->and(($this->pass)())
        ->toBe(0)
        ->and(($this->titles)())
        ->toBe(['Vent check'])
        ->and(array_column(($this->mails)(), 'subject'))
        ->toBe(['Vent check'])
        ->and(($this->mails)()[0]['to'])
        ->toBe('steward@example.test')
        ->and(array_map(fn (array $one): string => "{$one['title']}: {$one['body']}", ($this->pushed)()))
        ->toBe(['Vent check: Thu 26 Nov, 7:15.']);
});

test('answered in one place it is quiet in the others', function (string $where) {
    $entry = $this->ventCheck(['reminders' => ['-PT10M;screen,mail,phone']]);
    $this->at('2026-11-26T07:05:00+01:00');
    ($this->pass)();
    match ($where) {
        'page' => $this->api('POST', 'reminders/'.$this->api('GET', 'reminders')->json('waiting.0.id').'/answer', [
            'answer' => 'done',
        ])->assertNoContent(),
        'phone' => $this->api('POST', 'reminders/'.($this->pushed)()[0]['delivery_id'].'/answer', [
            'answer' => 'done',
        ])->assertNoContent(),
        'mail' => $this->post(($this->press)(($this->mails)()[0], 'Done'))->assertOk()->assertSee('That is noted'),
        'board' => $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-26T07:15:00/done")->assertNoContent(),
    };
    expect(($this->titles)())
        ->toBe([])
        ->and(($this->pushed)()[0]['answered'])
        ->toBeTrue()
        ->and($this->shown('2026-11-26', 1))
        ->toBe(['11-26T07:15 Vent check done']);
    $this->post(($this->press)(($this->mails)()[0], 'Done'))->assertOk()->assertSee('This was answered already.');
})->with(['page', 'phone', 'mail', 'board']);

test('a mail’s link is signed, good for one answer, and expires', function () {
    $this->ventCheck(['reminders' => ['-PT10M;mail']]);
    $this->at('2026-11-26T07:05:00+01:00');
    ($this->pass)();
    $link = ($this->press)(($this->mails)()[0], 'Done');
    $this->get($link)->assertOk()->assertSee('Done?'); // looking answers nothing
    expect(Delivery::query()->whereNotNull('answered_at')->count())->toBe(0);
    $this->get(str_replace('/done', '/skip', $link))->assertForbidden();
    $this->post(str_replace('signature=', 'signature=0', $link))->assertForbidden();
    $this->at('2026-12-04T07:05:00+01:00');
    $this->post($link)->assertForbidden();
    expect($this->shown('2026-11-26', 1))->toBe(['11-26T07:15 Vent check']);
});

test('every answer of the page can be given from a mail', function (string $words, string $falls) {
    $this->ventCheck(['reminders' => ['-PT10M;mail']]);
    $this->at('2026-11-26T07:05:00+01:00');
    ($this->pass)();
    $this->post(($this->press)(($this->mails)()[0], $words))->assertOk()->assertSee('That is noted');
    $this->at(CarbonImmutable::parse($falls)->subSecond()->toIso8601String());
    ($this->pass)();
    expect(($this->mails)())->toHaveCount(1);
    $this->at($falls);
    ($this->pass)();
    expect(($this->mails)())
        ->toHaveCount(2)
        ->and(($this->mails)()[0]['subject'])
        ->toBe('Vent check');
})->with([
    ['In 10 minutes', '2026-11-26T07:15:00+01:00'],
    ['In an hour', '2026-11-26T08:05:00+01:00'],
    ['This evening', '2026-11-26T18:00:00+01:00'],
]);

test('put off it is quiet, and comes back in the same ways', function () {
    $this->ventCheck(['reminders' => ['-PT10M;screen,phone']]);
    $this->at('2026-11-26T07:05:00+01:00');
    ($this->pass)();
    $id = $this->api('GET', 'reminders')->json('waiting.0.id');
    $this->api('POST', "reminders/{$id}/answer", ['answer' => 'later', 'when' => 'ten'])
        ->assertOk();
    expect(($this->titles)())
        ->toBe([])
        ->and(($this->pushed)()[0]['answered'])
        ->toBeTrue();
    $this->at('2026-11-26T07:14:59+01:00');
    expect(($this->pass)())->toBe(0);
    $this->at('2026-11-26T07:15:00+01:00');
    expect(($this->pass)())
        ->toBe(2)
        ->and(($this->titles)())
        ->toBe(['Vent check'])
        ->and(($this->pushed)())
        ->toHaveCount(2);
    // Ticked off meanwhile, what was put off does not come back.
    $id = $this->api('GET', 'reminders')->json('waiting.0.id');
    $this->api('POST', "reminders/{$id}/answer", ['answer' => 'later', 'when' => '2026-11-26T09:00:00'])
        ->assertOk()
        ->assertJsonPath('comes_back', '2026-11-26T09:00:00');
    $this->api(
        'PUT',
        'entries/'.Delivery::query()->firstOrFail()->entry_id.'/occurrences/2026-11-26T07:15:00/done',
    )->assertNoContent();
    $this->at('2026-11-26T09:30:00+01:00');
    expect(($this->pass)())->toBe(0);
    $this->api('POST', "reminders/{$id}/answer", ['answer' => 'later', 'when' => '2026-11-26T09:00:00'])
        ->assertStatus(422)
        ->assertJsonPath('message', 'That moment has passed already.');
    $this->api('POST', "reminders/{$id}/answer", ['answer' => 'later'])
        ->assertStatus(422)
        ->assertJsonPath('errors.when.0', 'When should it come back?');
});

test('skipped from the reminder, a routine’s one is left out and a single task let go', function () {
    $this->ventCheck(['reminders' => ['-PT10M']]);
    $this->entry(['title' => 'Order glass', 'start' => '2026-11-26', 'end' => '2026-11-26', 'reminders' => ['-P0D@07:00']]);
    $this->at('2026-11-26T07:06:00+01:00');
    foreach ($this->api('GET', 'reminders')->json('waiting') as $one) {
        $this->api('POST', "reminders/{$one['id']}/answer", ['answer' => 'skip'])->assertNoContent();
    }
    expect($this->shown('2026-11-26', 1))
        ->toBe([])
        ->and($this->shown('2026-11-27', 1))
        ->toBe(['11-27T07:15 Vent check']);
});

test('an entry follows its calendar’s defaults until it has its own: those for hours and those for whole days', function () {
    $this->api('PATCH', "calendars/{$this->calendar()->id}", [
        'reminders' => ['-PT15M'],
        'reminders_all_day' => ['-P1D@18:00'],
    ])->assertOk();
    $vents = $this->ventCheck();
    $this->entry(['title' => 'Sheets', 'start' => '2026-11-27', 'end' => '2026-11-27']);
    $this->entry(['title' => 'Quiet one', 'start' => '2026-11-27', 'end' => '2026-11-27', 'reminders' => []]);
    $this->at('2026-11-26T23:00:00+01:00');
    expect(($this->titles)())->toBe(['Vent check', 'Sheets']);
    // Other defaults move what has not fallen.
    $this->api('PATCH', "calendars/{$this->calendar()->id}", ['reminders' => ['-PT60M']])->assertOk();
    $this->at('2026-11-27T06:15:00+01:00');
    expect(($this->pass)())
        ->toBe(1)
        ->and(Delivery::query()->where('fell_at', now()->getTimestamp())->count())
        ->toBe(1);
    $this->api('PATCH', "entries/{$vents['id']}", ['reminders' => ['-PT0M']])
        ->assertOk()
        ->assertJsonPath('reminders', ['-PT0M']);
    $this->api('PATCH', "entries/{$vents['id']}", ['reminders' => null])
        ->assertOk()
        ->assertJsonPath('reminders', null);
    $this->api('PATCH', "calendars/{$this->calendar()->id}", ['reminders' => ['-PT15M;pigeon']])->assertStatus(422);
});

test('quiet hours hold back, but not what is always let through', function () {
    $this->api('PATCH', 'account', ['quiet_from' => 1320, 'quiet_to' => 420])->assertOk();
    $this->entry([
        'title' => 'Frost',
        'all_day' => false,
        'start' => '2026-11-26T05:00:00',
        'end' => '2026-11-26T05:10:00',
        'reminders' => ['-PT0M'],
    ]);
    $this->entry([
        'title' => 'Pill box',
        'all_day' => false,
        'start' => '2026-11-26T05:00:00',
        'end' => '2026-11-26T05:10:00',
        'reminders' => ['-PT0M'],
        'always_through' => true,
    ]);
    $this->at('2026-11-26T05:00:00+01:00');
    expect(($this->titles)())->toBe(['Pill box']);
    $this->at('2026-11-26T07:00:00+01:00');
    expect(($this->titles)())->toEqualCanonicalizing(['Frost', 'Pill box']);
});

test('a change of the zone or of the rule moves what has not fallen, and repeats nothing that has', function () {
    $pill = $this->entry([
        'title' => 'Stretch',
        'start' => '2026-11-25',
        'end' => '2026-11-25',
        'rule' => 'FREQ=DAILY',
        'reminders' => ['-P0D@12:00'],
    ]);
    $this->at('2026-11-25T12:00:00+01:00');
    expect(($this->titles)())->toBe(['Stretch']);
    $this->api('PATCH', 'account', ['zone' => 'America/New_York'])->assertOk();
    expect(
        array_map(fn ($at): string => gmdate('d H:i', $at), Delivery::query()->orderBy('fell_at')->pluck('fell_at')->all()),
    )->toBe(['25 17:00', '26 17:00', '27 17:00']);
    $this->at('2026-11-25T17:00:00Z'); // noon again, in New York: that day falls anew, for it is another moment to come
    expect(($this->pass)())->toBe(1);
    $this->api('PATCH', "entries/{$pill['id']}", ['rule' => 'FREQ=DAILY;INTERVAL=2'])->assertOk();
    expect(
        array_map(fn ($at): string => gmdate('d H:i', $at), Delivery::query()->orderBy('fell_at')->pluck('fell_at')->all()),
    )->toBe(['25 17:00', '27 17:00']);
    $this->api('POST', 'undo')->assertOk();
    expect(Delivery::query()->count())
        ->toBe(3)
        ->and(($this->pass)())
        ->toBe(0);
    $this->api('DELETE', "entries/{$pill['id']}", ['scope' => 'whole'])->assertNoContent();
    expect(Delivery::query()->whereNull('dropped_at')->count())->toBe(0);
    $this->api('POST', 'undo')->assertOk();
    expect(Delivery::query()->whereNull('handed_at')->count())->toBe(2);
});

test('a week’s outage: few come one by one, many in one note, each once', function () {
    $this->ventCheck(['reminders' => ['-PT10M;mail']]);
    $this->entry(['title' => 'Tax', 'start' => '2026-11-28', 'end' => '2026-11-28', 'reminders' => ['-P0D@09:00;phone']]);
    $this->at('2026-12-02T12:00:00+01:00');
    $days = 5; // Thursday, Friday, Monday, Tuesday, Wednesday
    expect(($this->pass)())
        ->toBe($days + 1)
        ->and(($this->pass)())
        ->toBe(0)
        ->and(array_column(($this->mails)(), 'subject'))
        ->toBe(['5 reminders while you were away'])
        ->and(substr_count(($this->mails)()[0]['html'], 'Vent check, '))
        ->toBe($days)
        ->and(array_column(($this->pushed)(), 'title'))
        ->toBe(['Tax'])
        ->and(($this->titles)())
        ->toHaveCount($days + 1)
        ->and(Delivery::query()->where('gathered', true)->count())
        ->toBe($days);
});

test('the agenda of the day, and the evening’s call', function () {
    $this->api(
        'PATCH',
        'account',
        ['agenda_at' => 420, 'evening_at' => 1230, 'agenda_channels' => ['mail', 'screen']],
    )->assertOk();
    $this->entry([
        'title' => 'Clinic',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-26T11:00:00',
        'end' => '2026-11-26T12:00:00',
        'travel' => 30,
        'place' => 'second floor',
    ]);
    $this->entry([
        'title' => 'Sow sweet peas',
        'start' => '2026-11-26',
        'end' => '2026-11-26',
        'importance' => 'must',
        'estimate' => 45,
    ]);
    $this->entry(['title' => 'Costs page', 'due' => '2026-11-26']);
    $this->entry(['title' => 'Pane', 'due' => '2026-11-23']);
    $this->at('2026-11-26T10:31:00+01:00'); // the machine was off: yesterday's call is of no use any more, today's agenda is
    expect(($this->pass)())
        ->toBe(2)
        ->and($this->api('GET', 'reminders')->json('waiting.0'))
        ->toMatchArray([
            'kind' => 'agenda',
            'title' => 'Thu 26 Nov',
            'lines' => [
                'Must: Sow sweet peas',
                '11:00 Clinic, leave by 10:30, second floor',
                'Due: Costs page',
                'Late: Pane',
                '2 h 15 of 8 h',
            ],
        ])
        ->and(($this->mails)()[0]['subject'])
        ->toBe('Thu 26 Nov');
    $this->api('POST', 'reminders/'.$this->api('GET', 'reminders')->json('waiting.0.id').'/answer', [
        'answer' => 'seen',
    ])->assertNoContent();
    $this->at('2026-11-26T20:30:00+01:00');
    expect(($this->waiting)()[0])
        ->toMatchArray(['kind' => 'evening', 'lines' => ['One thing is left over.']])
        ->and(array_column(($this->mails)(), 'subject'))
        ->toBe(['Thu 26 Nov', 'Close the day']);
    $this->api('PATCH', 'account', ['agenda_channels' => []])
        ->assertStatus(422)
        ->assertJsonPath('errors.agenda_channels.0', 'Choose at least one way.');
});

test('a look that finds nothing asks the same four questions however many routines there are, and 1,000 at one minute are all handed over', function () {
    $entry = $this->ventCheck(['reminders' => ['-PT10M;screen']]);
    ($this->pass)();
    $asked = function (): int {
        DB::enableQueryLog();
        DB::flushQueryLog();
        expect(($this->pass)())->toBe(0);

        return count(DB::getQueryLog());
    };
    $few = $asked();
    $columns = (array) DB::table('entries')->where('id', $entry['id'])->first();
    planted(function () use ($columns): void {
        foreach (range(1, 2000) as $i) {
            DB::table('entries')->insert([...$columns, 'id' => sprintf('routine%019d', $i), 'title' => "Routine {$i}"]);
        }
    });
    DB::table('users')->update(['planned_until' => now()->addDays(2)->getTimestamp()]);
    ($this->pass)();
    expect([$few, $asked()])->toBe([4, 4]);
    $at = now()->getTimestamp();
    foreach (range(1, 1000) as $i) {
        DB::table('deliveries')->insert([
            'user_id' => $this->user->id,
            'entry_id' => sprintf('routine%019d', $i),
            'recurrence_id' => '2026-11-26T07:15:00',
            'trigger' => '-PT10M',
            'channel' => ['screen', 'mail', 'phone'][$i % 3],
            'key' => "k{$i}",
            'fell_at' => $at,
            'moment' => $at,
            'starts_at' => $at + 600,
        ]);
    }
    expect(($this->pass)())
        ->toBe(1000)
        ->and(DB::table('post_box')->count() + DB::table('phone_messages')->count())
        ->toBe(667);
});

test('what is due does not wait until everybody’s days are written down', function () {
    $entry = $this->entry([
        'title' => 'Vents',
        'all_day' => false,
        'start' => '2026-11-25T10:25:00',
        'end' => '2026-11-25T10:35:00',
        'reminders' => ['-PT0M'],
    ]);
    app(App\Actions\Reminders\DispatchReminders::class)->pass();
    $this->at('2026-11-25T10:26:00+01:00');
    foreach (range(1, 45) as $i) {
        somebodyNew("other{$i}@example.test");
    }
    $seen = [];
    DB::listen(function ($query) use (&$seen): void {
        if (str_starts_with($query->sql, 'update "users" set "planned_until"')) {
            $seen[] = 'planned';
        } elseif (str_contains($query->sql, '"handed_at" = ?') && str_starts_with($query->sql, 'update')) {
            $seen[] = 'handed';
        }
    });
    expect(app(App\Actions\Reminders\DispatchReminders::class)->pass())
        ->toBe(1)
        ->and(array_search('handed', $seen, true))
        ->toBeLessThan(25)
        ->and(array_count_values($seen)['planned'])
        ->toBeGreaterThanOrEqual(45)
        ->and(DB::table('deliveries')->where('entry_id', $entry['id'])->whereNotNull('handed_at')->count())
        ->toBe(1);
});

function somebodyNew(string $email): void
{
    app(App\Actions\Accounts\OpenAccount::class)->open([
        'name' => 'Other',
        'email' => $email,
        'password' => 'glasshouse',
        'zone' => 'Europe/Berlin',
    ]);
}

test('three that were missed come one by one, four in one note', function (int $missed, array $subjects) {
    foreach (range(1, $missed) as $i) {
        $this->entry(
            [
                'title' => "Check {$i}",
                'all_day' => false,
                'start' => "2026-11-25T1{$i}:00:00",
                'end' => "2026-11-25T1{$i}:30:00",
                'reminders' => ['-PT0M;mail'],
            ],
        );
    }
    $this->at('2026-11-25T17:00:00+01:00');
    ($this->pass)();
    $found = array_column(($this->mails)(), 'subject');
    sort($found);
    expect($found)->toBe($subjects);
})->with([
    [3, ['Check 1', 'Check 2', 'Check 3']],
    [4, ['4 reminders while you were away']],
]);

test('what was put off for weeks does not come once its occurrence is done, whatever is changed afterwards', function () {
    $entry = $this->ventCheck(['reminders' => ['-PT10M;screen']]);
    $this->at('2026-11-26T07:10:00+01:00');
    ($this->pass)();
    $delivery = Delivery::query()->where('recurrence_id', '2026-11-26T07:15:00')->sole();
    $this->api('POST', "reminders/{$delivery->id}/answer", ['answer' => 'later', 'when' => '2027-01-20T09:00:00'])->assertOk();
    $this->at('2027-01-10T09:00:00+01:00');
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-26T07:15:00/done")->assertNoContent();
    $this->api('PATCH', "entries/{$entry['id']}", ['title' => 'Vents'])->assertOk();
    $this->at('2027-01-20T09:01:00+01:00');
    ($this->pass)();
    expect(Delivery::query()->where('kind', 'later')->whereNotNull('handed_at')->count())->toBe(0);
});
