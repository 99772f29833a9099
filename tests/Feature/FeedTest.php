<?php

declare(strict_types=1);

use App\Models\Entry;
use App\Models\Feed;
use Illuminate\Testing\TestResponse;

/** Asks for an address as a calendar elsewhere does: without a session. */
function follow(object $test, string $address, array $headers = []): TestResponse
{
    app('auth')->forgetGuards();
    app()->forgetScopedInstances();

    return $test->flushHeaders()->get((string) parse_url($address, PHP_URL_PATH), $headers);
}

/** @return list<string> the titles in a feed */
function told(object $test, string $address): array
{
    preg_match_all('/^SUMMARY:(.*)\r$/m', follow($test, $address)->assertOk()->streamedContent(), $m);

    return $m[1];
}

beforeEach(function () {
    $this->entry([
        'title' => 'Market stall',
        'kind' => 'event',
        'start' => '2026-11-28T09:00:00',
        'end' => '2026-11-28T12:00:00',
        'all_day' => false,
        'notes' => 'Bring change',
        'rule' => 'FREQ=WEEKLY',
        'reminders' => ['-PT15M'],
        'effort' => 'steady',
    ]);
    $this->entry([
        'title' => 'Clinic',
        'kind' => 'event',
        'start' => '2026-11-27T11:00:00',
        'end' => '2026-11-27T12:00:00',
        'all_day' => false,
        'private' => true,
    ]);
    $this->entry(['title' => 'Frost watch', 'kind' => 'event', 'start' => '2026-11-26', 'busy' => false]);
    $this->entry(['title' => 'Order fleece', 'kind' => 'task', 'start' => null]);
});

/** @param  array<string, mixed>  $values */
function feed_of(object $test, array $values = []): array
{
    return $test
        ->api('POST', 'feeds', ['calendar_id' => $test->calendar()->id, ...$values])
        ->assertStatus(201)
        ->json();
}

test('a calendar is read under a secret address, without a session and without what is ours alone', function () {
    $feed = feed_of($this);
    $answer = follow($this, $feed['address'])->assertOk();
    $file = $answer->streamedContent();
    expect($answer->headers->get('Content-Type'))
        ->toBe('text/calendar; charset=utf-8')
        ->and($answer->headers->getCookies())
        ->toBe([])
        ->and($file)
        ->toContain('SUMMARY:Market stall')
        ->toContain('DESCRIPTION:Bring change')
        ->toContain('REFRESH-INTERVAL;VALUE=DURATION:PT1H')
        ->not->toContain('VALARM')
        ->not->toContain('X-PLUM-ROTA')
        // What is private is there as a time alone.
        ->not->toContain('Clinic')
        ->toContain('SUMMARY:Busy')
        ->toContain('20261127T110000');
    expect(Feed::query()->value('secret_hash'))
        ->not->toBe(basename($feed['address'], '.ics'))
        ->and(DB::table('feeds')->value('secret'))
        ->not->toContain(basename($feed['address'], '.ics'));
});

test('it tells as much as was chosen', function (array $values, array $titles) {
    $told = told($this, feed_of($this, $values)['address']);
    sort($told);
    expect($told)->toBe($titles);
})->with([
    'all' => [[], ['Busy', 'Frost watch', 'Market stall', 'Order fleece']],
    'without private ones' => [['hides_private' => true], ['Frost watch', 'Market stall', 'Order fleece']],
    'only when busy' => [['busy_only' => true], ['Busy', 'Busy']],
    'only when busy, without private ones' => [['busy_only' => true, 'hides_private' => true], ['Busy']],
]);

test('only when busy tells nothing but times', function () {
    $file = follow($this, feed_of($this, ['busy_only' => true])['address'])->streamedContent();
    expect($file)
        ->not->toContain('Market')
        ->not->toContain('change')
        ->toContain('RRULE:FREQ=WEEKLY')
        ->toContain('DTEND;TZID=Europe/Berlin:20261128T120000');
});

test('a task is told as the time it is worked on, whatever its deadline; one without a day not at all', function () {
    $this->entry(['title' => 'Secret list', 'kind' => 'task', 'start' => null, 'private' => true]);
    $this->entry([
        'title' => 'Grant',
        'kind' => 'task',
        'start' => '2026-12-01T14:00:00',
        'end' => '2026-12-01T15:30:00',
        'all_day' => false,
        'private' => true,
        'due' => '2026-12-11',
    ]);
    $file = follow($this, feed_of($this)['address'])->streamedContent();
    preg_match('/BEGIN:VEVENT(?:(?!END:VEVENT).)*20261201T140000.*?END:VEVENT/s', $file, $m);
    expect($m[0])
        ->toContain('DURATION:PT90M')
        ->not->toContain('DUE')
        ->and(substr_count($file, 'SUMMARY:Busy'))
        ->toBe(2)
        ->and($file)
        ->not->toContain('Secret');
});

test('who else was asked is not told to those who follow', function () {
    planted(fn () => Entry::query()
        ->where('title', 'Market stall')
        ->toBase()
        ->update(['foreign_lines' => '["ATTENDEE:mailto:somebody@example.test","X-ROOM:3"]']));
    expect(follow($this, feed_of($this)['address'])->streamedContent())
        ->toContain('Market stall')
        ->not->toContain('somebody')
        ->not->toContain('X-ROOM');
});

test('an area is read with all its calendars', function () {
    $feed = $this->api('POST', 'feeds', ['area_id' => $this->calendar()->area_id])
        ->assertStatus(201)
        ->json();
    expect(told($this, $feed['address']))->toContain('Market stall');
});

test('nothing is sent again that is known', function () {
    $feed = feed_of($this);
    $first = follow($this, $feed['address'])->assertOk();
    $tag = (string) $first->headers->get('ETag');
    $changed = (string) $first->headers->get('Last-Modified');
    $this->at('2026-11-25T11:20:00+01:00');
    $again = follow($this, $feed['address'], ['If-None-Match' => $tag])->assertStatus(304);
    expect((string) $again->getContent())->toBe('')->and($again->headers->get('ETag'))->toBe($tag);
    follow($this, $feed['address'], ['If-None-Match' => "W/{$tag}"])->assertStatus(304);
    follow($this, $feed['address'], ['If-Modified-Since' => $changed])->assertStatus(304);
    $entry = Entry::query()->where('title', 'Market stall')->firstOrFail();
    $this->api('PATCH', "entries/{$entry->id}", ['title' => 'Winter market'])->assertOk();
    follow($this, $feed['address'], ['If-Modified-Since' => $changed])->assertOk();
    expect(
        (string) follow($this, $feed['address'], ['If-None-Match' => $tag])
            ->assertOk()
            ->headers->get('ETag'),
    )->not->toBe($tag);
});

test('an address that was renewed or ended is good no more', function () {
    $feed = feed_of($this);
    $renewed = $this->api('POST', "feeds/{$feed['id']}/renew")
        ->assertOk()
        ->json();
    expect($renewed['address'])->not->toBe($feed['address']);
    follow($this, $feed['address'])->assertStatus(404);
    follow($this, $renewed['address'])->assertOk();
    expect($this->api('GET', 'feeds')->json('feeds.0.asked_at'))->toBe('2026-11-25T09:20:00Z');
    $this->api('DELETE', "feeds/{$feed['id']}")->assertStatus(204);
    expect(follow($this, $renewed['address'])->assertStatus(404)->getContent())->toBe(
        'There is no calendar under this address.',
    );
    // Nothing that undo takes back brings it back.
    $this->api('POST', 'undo');
    follow($this, $renewed['address'])->assertStatus(404);
});

test('who tries addresses is slowed down', function () {
    foreach (range(1, 60) as $try) {
        follow($this, '/feeds/'.str_pad((string) $try, 43, 'a').'.ics')->assertStatus(404);
    }
    follow($this, '/feeds/'.str_repeat('b', 43).'.ics')->assertStatus(429);
});

test('a calendar that is gone is read no more, and is again when it is brought back', function () {
    $feed = feed_of($this);
    $this->api('POST', 'calendars', ['area_id' => $this->calendar()->area_id, 'name' => 'Another'])->assertStatus(201);
    $this->api('DELETE', "calendars/{$feed['calendar_id']}", ['entries' => 'delete'])->assertSuccessful();
    follow($this, $feed['address'])->assertStatus(404);
    $this->api('POST', 'undo')->assertOk();
    follow($this, $feed['address'])->assertOk();
});

test('others’ feeds cannot be made, seen or ended', function () {
    $feed = feed_of($this);
    $calendar = $this->calendar()->id;
    $this->asUser(
        app(App\Actions\Accounts\OpenAccount::class)->open([
            'name' => 'Other',
            'email' => 'other@example.test',
            'password' => 'glasshouse',
            'zone' => 'Europe/Berlin',
        ]),
    );
    $this->api('POST', 'feeds', ['calendar_id' => $calendar])->assertStatus(422);
    $this->api('POST', 'feeds', [])->assertStatus(422);
    expect($this->api('GET', 'feeds')->json('feeds'))->toBe([]);
    $this->api('DELETE', "feeds/{$feed['id']}")->assertStatus(404);
    $this->api('POST', "feeds/{$feed['id']}/renew")->assertStatus(404);
});

test('a task of a day without hours keeps nobody busy the whole day', function () {
    $this->entry(['title' => 'Sort the archive', 'start' => '2026-12-03', 'estimate' => 60]);
    $this->entry(['title' => 'Ring the clinic', 'start' => '2026-12-04', 'private' => true]);
    $busy = follow($this, feed_of($this, ['busy_only' => true])['address'])->streamedContent();
    expect($busy)->not->toContain('20261203')->not->toContain('20261204');
    $all = follow($this, feed_of($this)['address'])->streamedContent();
    // A private one is told as a time, and as none that is taken.
    expect($all)->toMatch('/DTSTART;VALUE=DATE:20261204(?:(?!END:VEVENT).)*TRANSP:TRANSPARENT/s');
});
