<?php

declare(strict_types=1);

use App\Models\User;
use Tests\Contract;

test('the first account is opened in the page, and only the first', function () {
    $form = ['name' => 'Ida', 'email' => 'ida@example.test', 'password' => 'ten letters', 'zone' => 'Europe/Berlin'];
    $refused = $this->withHeader('Origin', 'http://localhost')->postJson('/api/account', $form)->assertForbidden();
    Contract::check('POST', 'account', $refused);
    User::query()->toBase()->delete();
    $this->getJson('/api/session', ['Origin' => 'http://localhost'])->assertExactJson(['account' => null, 'first_run' => true]);
    $opened = $this->withHeader('Origin', 'http://localhost')->postJson('/api/account', $form)->assertCreated();
    Contract::check('POST', 'account', $opened);
    $user = User::query()->sole();
    expect($user->password)->toStartWith('$argon2id$')->and($user->calendars()->count())->toBe(1)
        ->and($user->default_calendar_id)->toBe($user->calendars()->sole()->id);
    $this->getJson('/api/board?from=2026-11-23', ['Origin' => 'http://localhost'])->assertOk();
});

test('an account that lacks something is not half opened', function (array $wrong, string $field) {
    User::query()->toBase()->delete();
    $this->withHeader('Origin', 'http://localhost')
        ->postJson('/api/account', [...['name' => 'Ida', 'email' => 'ida@example.test', 'password' => 'ten letters', 'zone' => 'Europe/Berlin'], ...$wrong])
        ->assertUnprocessable()->assertJsonValidationErrorFor($field);
    expect(User::query()->count())->toBe(0);
})->with([[['password' => 'short'], 'password'], [['zone' => 'Mars/Olympus'], 'zone'], [['email' => 'nobody'], 'email'], [['name' => ''], 'name']]);

test('signing in takes the right password, and is throttled', function () {
    $this->withHeader('Origin', 'http://localhost');
    $try = fn (string $password) => $this->postJson('/api/session', ['email' => 'Steward@example.test', 'password' => $password]);
    $try('wrong')->assertUnprocessable()->assertJsonPath('errors.email.0', 'This address and password do not belong together.');
    $try('glasshouse')->assertOk()->assertJsonPath('account.name', 'Steward');
    foreach (range(1, 3) as $_) {
        $try('wrong')->assertUnprocessable();
    }
    $try('glasshouse')->assertTooManyRequests();
});

test('nothing is shown to nobody', function (string $method, string $path) {
    $this->json($method, "/api/{$path}", [], ['Origin' => 'http://localhost'])->assertUnauthorized();
})->with([['GET', 'board?from=2026-11-23'], ['GET', 'areas'], ['POST', 'entries'], ['POST', 'undo'], ['GET', 'reminders'], ['PATCH', 'account']]);

test('a request from the page needs its CSRF token', function () {
    $this->app['env'] = 'production'; // the framework lets the token pass in its own test environment
    $this->withHeader('Origin', 'http://localhost')->postJson('/api/session', ['email' => 'steward@example.test', 'password' => 'glasshouse'])->assertStatus(419);
});

test('what is unknown is refused, and nothing changes', function (array $change) {
    $this->api('PATCH', 'account', $change)->assertUnprocessable();
    expect($this->user->refresh()->only(['zone', 'clock']))->toBe(['zone' => 'Europe/Berlin', 'clock' => '24']);
})->with([[['zone' => 'Mars/Olympus']], [['zone' => 'Asia/Kathmandu', 'clock' => '13']], [['zone' => 'Asia/Kathmandu', 'first_weekday' => 8]]]);

test('signing out ends the session', function () {
    $this->api('DELETE', 'session')->assertNoContent();
    $this->app['auth']->forgetGuards();
    $this->getJson('/api/areas', ['Origin' => 'http://localhost'])->assertUnauthorized();
});
