<?php

declare(strict_types=1);

use App\Models\Delivery;
use Illuminate\Support\Facades\Artisan;

/** @return list<string> */
function waiting($test): array
{
    app(App\Actions\Reminders\DispatchReminders::class)->pass();

    return array_map(
        fn (array $one): string => gmdate('m-d H:i', $one['moment']).' '.$one['title'],
        $test->api('GET', 'reminders')->assertOk()->json('waiting'),
    );
}

test('a reminder falls at its moment, once', function () {
    $this->ventCheck(['reminders' => ['-PT10M']]);
    expect(waiting($this))->toBe([]);
    $this->at('2026-11-26T07:04:59+01:00');
    expect(waiting($this))->toBe([]);
    $this->at('2026-11-26T07:05:00+01:00');
    expect(waiting($this))
        ->toBe(['11-26 06:05 Vent check'])
        ->and(waiting($this))
        ->toHaveCount(1);
    $this->at('2026-11-26T07:30:00+01:00');
    expect(waiting($this))
        ->toHaveCount(1)
        ->and(Delivery::query()->whereNotNull('handed_at')->count())
        ->toBe(1);
});

test('what fell while no page was open is there on the next opening', function () {
    $this->ventCheck(['reminders' => ['-PT10M', '-P1D@18:00']]);
    waiting($this);
    $this->at('2026-11-27T12:00:00+01:00');
    expect(waiting($this))->toBe([
        '11-25 17:00 Vent check',
        '11-26 06:05 Vent check',
        '11-26 17:00 Vent check',
        '11-27 06:05 Vent check',
    ]);
});

test('the scheduler collects without any page', function () {
    $this->ventCheck(['reminders' => ['-PT10M']]);
    Artisan::call('schedule:run');
    $this->at('2026-11-26T07:06:00+01:00');
    Artisan::call('schedule:run');
    expect(Delivery::query()->whereNotNull('handed_at')->count())->toBe(1);
});

test('one page shows it, every other learns that it was shown', function () {
    $this->ventCheck(['reminders' => ['-PT10M']]);
    waiting($this);
    $this->at('2026-11-26T07:05:00+01:00');
    $id = $this->api('GET', 'reminders')->json('waiting.0.id');
    expect($this->api('POST', "reminders/{$id}/claim")->json('yours'))
        ->toBeTrue()
        ->and($this->api('POST', "reminders/{$id}/claim")->json('yours'))
        ->toBeFalse()
        ->and($this->api('GET', 'reminders')->json('waiting.0.claimed'))
        ->toBeTrue();
    $this->api('POST', "reminders/{$id}/dismiss")->assertNoContent();
    expect(waiting($this))->toBe([]);
});

test('a moved one falls at its new time, a done or skipped one does not, and ticking answers', function () {
    $entry = $this->ventCheck(['reminders' => ['-PT10M']]);
    waiting($this);
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-11-26T12:00',
        'all_day' => false,
        'length' => 15,
        'scope' => 'one',
        'recurrence_id' => '2026-11-26T07:15:00',
    ])->assertOk();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-27T07:15:00/skipped")->assertNoContent();
    $this->at('2026-11-26T11:49:00+01:00');
    expect(waiting($this))->toBe([]);
    $this->at('2026-11-29T12:00:00+01:00');
    expect(waiting($this))->toBe(['11-26 10:50 Vent check']);
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-26T07:15:00/done")->assertNoContent();
    expect(waiting($this))->toBe([]);
});

test('what is typed for this minute and saved some seconds into it is told; what was over before is not', function (string $saved, array $told) {
    $this->at($saved);
    $this->entry([
        'title' => 'Boiler',
        'all_day' => false,
        'start' => '2026-11-26T09:00:00',
        'end' => '2026-11-26T09:15:00',
        'reminders' => ['-PT0M'],
    ]);
    expect(waiting($this))->toBe($told);
    $this->at('2026-11-26T09:10:00+01:00');
    expect(waiting($this))->toBe($told === [] && str_contains($saved, 'T08') ? ['11-26 08:00 Boiler'] : $told);
})->with([
    'before' => ['2026-11-26T08:59:59+01:00', []],
    'just after' => ['2026-11-26T09:00:04+01:00', ['11-26 08:00 Boiler']],
    'long after' => ['2026-11-26T09:00:40+01:00', []],
]);

test('somebody else’s reminder is not there', function () {
    $this->ventCheck(['reminders' => ['-PT10M']]);
    waiting($this);
    $this->at('2026-11-26T07:05:00+01:00');
    $id = $this->api('GET', 'reminders')->json('waiting.0.id');
    $other = app(App\Actions\Accounts\OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'other words',
        'zone' => 'UTC',
    ]);
    $this->api('POST', "reminders/{$id}/claim", as: $other)->assertNotFound();
});

test('put off into the quiet hours, it comes back at their end, and that is answered', function () {
    $this->api('PATCH', 'account', ['quiet_from' => 22 * 60, 'quiet_to' => 7 * 60 + 30])->assertOk();
    $this->ventCheck(['start' => '2026-11-23T21:45', 'end' => '2026-11-23T22:00', 'reminders' => ['-PT10M']]);
    waiting($this);
    $this->at('2026-11-25T21:40:00+01:00');
    waiting($this);
    $id = $this->api('GET', 'reminders')->json('waiting.0.id');
    expect($this->api('POST', "reminders/{$id}/answer", ['answer' => 'later', 'when' => 'hour'])->assertOk()->json('comes_back'))
        ->toBe('2026-11-26T07:30:00')
        ->and(waiting($this))
        ->toBe([]);
    $this->at('2026-11-26T07:29:00+01:00');
    expect(waiting($this))->toBe([]);
    $this->at('2026-11-26T07:30:00+01:00');
    expect(waiting($this))->toBe(['11-26 06:30 Vent check']);
});
