<?php

declare(strict_types=1);

use App\Actions\Accounts\OpenAccount;

test('several reads together answer as each does alone', function () {
    $id = $this->ventCheck(['notes' => 'North & south'])['id'];
    $this->entry(['title' => 'Oil the door', 'kind' => 'task']);
    $reads = [
        'board?from=2026-11-23&days=7&repeats=all',
        'ruler?from=2026-11-02&weeks=4',
        'basket',
        'reminders',
        "entries/{$id}",
        "entries/{$id}?recurrence_id=2026-11-25T07%3A15%3A00",
        'days/2026-11-25',
        'session',
        'search?q=oil%20door',
    ];
    $parts = $this->api('GET', 'together?read='.rawurlencode(implode(' ', $reads)))
        ->assertOk()
        ->json('parts');
    expect($parts)->toHaveCount(count($reads));
    foreach ($reads as $i => $read) {
        $alone = $this->api('GET', $read);
        expect($parts[$i])->toBe(['status' => 200, 'body' => $alone->json()], $read);
    }
});

test('one that fails leaves the others as they are, and none changes anything or hands out a file', function () {
    $this->ventCheck();
    $reads = [
        'basket',
        'board?from=never',
        'entries/00000000-0000-7000-8000-000000000000',
        'no-such-read',
        'together?read=basket',
        'undo',
        'attachments/1',
        'basket',
    ];
    $parts = $this->api('GET', 'together?read='.rawurlencode(implode(' ', $reads)))
        ->assertOk()
        ->json('parts');
    expect(array_column($parts, 'status'))
        ->toBe([200, 422, 404, 404, 404, 405, 404, 200])
        ->and($parts[1]['body']['errors'])
        ->toHaveKey('from')
        ->and($this->shown('2026-11-25', 1))
        ->toBe(['11-25T07:15 Vent check']);
});

test('what another may not see is not seen together either', function () {
    $id = $this->ventCheck()['id'];
    $other = app(OpenAccount::class)->open([
        'name' => 'Ida',
        'email' => 'ida@example.test',
        'password' => 'glasshouse',
        'zone' => 'Europe/Berlin',
    ]);
    expect(array_column($this->api('GET', "together?read=basket%20entries/{$id}", as: $other)->json('parts'), 'status'))->toBe([
        200,
        404,
    ]);
    auth()->forgetGuards();
    $this->json('GET', '/api/together?read=basket')->assertUnauthorized();
});

test('an entry that one of them leaves out is named there and not in the others', function () {
    $id = $this->ventCheck()['id'];
    planted(fn () => DB::table('entries')
        ->where('id', $id)
        ->update(['rule' => 'FREQ=SOMETIMES']));
    [$board, $basket] = array_column(
        $this->api('GET', 'together?read='.rawurlencode('board?from=2026-11-23 basket'))->json('parts'),
        'body',
    );
    expect(array_column($board['unreadable'], 'entry_id'))
        ->toBe([$id])
        ->and($basket['unreadable'])
        ->toBe([]);
});

test('more than ten reads, or none, are refused with a sentence', function () {
    $this->api('GET', 'together?read='.rawurlencode(implode(' ', array_fill(0, 11, 'basket'))))
        ->assertStatus(422)
        ->assertJsonPath('errors.read.0', 'Up to 10 reads go together.');
    $this->api('GET', 'together')->assertStatus(422);
});

test('it reads the same where the routes are cached, which gives a name to every one of them', function () {
    $router = app('router');
    $router->setCompiledRoutes($router->getRoutes()->compile());
    $parts = $this->api('GET', 'together?read='.rawurlencode('basket attachments/1 together?read=basket'))
        ->assertOk()
        ->json('parts');
    expect(array_column($parts, 'status'))->toBe([200, 404, 404]);
});
