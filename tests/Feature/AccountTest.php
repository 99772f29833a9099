<?php

declare(strict_types=1);

use App\Access\Visible;
use App\Models\User;
use Tests\Contract;

test('the first account is opened in the page, and only the first', function () {
    $form = ['name' => 'Ida', 'email' => 'ida@example.test', 'password' => 'three panes of glass', 'zone' => 'Europe/Berlin'];
    $refused = $this->withHeader('Origin', 'http://localhost')->postJson('/api/account', $form)->assertForbidden();
    Contract::check('POST', 'account', $refused);
    planted(fn () => User::query()->toBase()->delete());
    $this->getJson('/api/session', ['Origin' => 'http://localhost'])->assertExactJson(['account' => null, 'first_run' => true]);
    $opened = $this->withHeader('Origin', 'http://localhost')->postJson('/api/account', $form)->assertCreated();
    Contract::check('POST', 'account', $opened);
    $user = User::query()->sole();
    expect($user->password)
        ->toStartWith('$argon2id$')
        ->and(Visible::to($user)->calendars()->count())
        ->toBe(1)
        ->and($user->default_calendar_id)
        ->toBe(Visible::to($user)->calendars()->sole()->id);
    $this->getJson('/api/board?from=2026-11-23', ['Origin' => 'http://localhost'])->assertOk();
});

test('an account that lacks something is not half opened', function (array $wrong, string $field) {
    planted(fn () => User::query()->toBase()->delete());
    $this->withHeader('Origin', 'http://localhost')
        ->postJson('/api/account', [
            ...['name' => 'Ida', 'email' => 'ida@example.test', 'password' => 'three panes of glass', 'zone' => 'Europe/Berlin'],
            ...$wrong,
        ])
        ->assertUnprocessable()
        ->assertJsonValidationErrorFor($field);
    expect(User::query()->count())->toBe(0);
})->with([
    [['password' => 'short'], 'password'],
    [['zone' => 'Mars/Olympus'], 'zone'],
    [['email' => 'nobody'], 'email'],
    [['name' => ''], 'name'],
]);

test(
    'signing in takes the right password; what is wrong has to wait longer each time, what is right does not count',
    function () {
        $try = fn (string $password) => $this->postJson('/api/session', [
            'email' => 'Steward@example.test',
            'password' => $password,
        ]);
        foreach (range(1, 20) as $_) {
            $try('glasshouse')->assertOk()->assertJsonPath('account.name', 'Steward');
        }
        foreach (range(1, 5) as $_) {
            $try('wrong')
                ->assertUnprocessable()
                ->assertJsonPath('errors.email.0', 'This address and password do not belong together.');
        }
        $waits = [];
        foreach (range(1, 5) as $_) {
            $waits[] = $wait = (int) $try('glasshouse')->assertTooManyRequests()->headers->get('Retry-After');
            $this->travel($wait)->seconds();
            $try('wrong')->assertUnprocessable();
        }
        expect($waits)->toBe([15, 30, 60, 120, 240]);
        $try('glasshouse')
            ->assertTooManyRequests()
            ->assertJsonPath('message', 'Too many wrong tries. Wait 8 minutes, then try again.');
        $this->travel(481)->seconds();
        $try('glasshouse')->assertOk();
        $try('wrong')->assertUnprocessable(); // and the count begins anew
        $try('glasshouse')->assertOk();
    },
);

test('a password has ten signs and is not one of those that are guessed first', function (string $password, ?string $says) {
    $answer = $this->api('PATCH', 'account/password', ['current' => 'glasshouse', 'password' => $password]);
    $says === null ? $answer->assertNoContent() : $answer->assertUnprocessable()->assertJsonPath('errors.password.0', $says);
})->with([
    ['short', 'A password has ten characters or more.'],
    [
        '1234567890',
        ($guessed =
            'That is one of the passwords that are guessed first. Three or four words that do not belong together are better.'),
    ],
    ['qwertyuiop', $guessed],
    ['Password123!', $guessed],
    ['aaaaaaaaaaaa', $guessed],
    ['steward12345', $guessed],
    ['steward@example.test', $guessed],
    ['three panes of glass', null],
    ['löwenzahn und kies', null],
]);

/** A browser: it brings back the cookies it was given. */
function browser(object $test): Closure
{
    $jar = [];

    return function (string $method, string $path, array $data = []) use ($test, &$jar) {
        app('session')->driver()->flush(); // what the request of another browser has left in it
        app('cookie')->flushQueuedCookies();
        app('auth')->forgetGuards();
        app()->forgetScopedInstances();
        $test->flushHeaders();
        $answer = (function () use ($jar, $method, $path, $data) {
            $this->unencryptedCookies = $jar;

            return $this->withCredentials()
                ->withHeader('User-Agent', 'Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0')
                ->json($method, "/api/{$path}", $data);
        })->call($test);
        foreach ($answer->headers->getCookies() as $cookie) {
            $jar[$cookie->getName()] = $cookie->getValue();
            if ($cookie->isCleared()) {
                unset($jar[$cookie->getName()]);
            }
        }
        if ($path !== 'session' || $method !== 'GET') {
            Contract::check($method, $path, $answer);
        }
        $jar = array_filter($jar, fn (?string $value): bool => $value !== null);

        return $answer;
    };
}

test('a device that was ended is signed out with its next request, and only a remembered one comes back by itself', function () {
    $one = browser($this);
    $two = browser($this);
    $one('POST', 'session', ['email' => 'steward@example.test', 'password' => 'glasshouse'])->assertOk();
    $remembered = collect(
        $two('POST', 'session', ['email' => 'steward@example.test', 'password' => 'glasshouse', 'remember' => true])
            ->assertOk()
            ->headers->getCookies(),
    )->first(fn ($cookie): bool => $cookie->getName() === 'plum_rota_device');
    expect($remembered->getExpiresTime() - now()->getTimestamp())
        ->toBeLessThanOrEqual(30 * 86400)
        ->and($remembered->isHttpOnly())
        ->toBeTrue();
    $devices = $one('GET', 'devices')->assertOk()->json('devices');
    expect(
        array_map(fn (array $one): array => [$one['name'], $one['remembered'], $one['here']], $devices),
    )->toEqualCanonicalizing(
        [['Firefox on Linux', false, true], ['Firefox on Linux', true, false]],
    );
    // The sessions end; the remembered one comes back, the other does not.
    app('session')
        ->driver()
        ->getHandler()
        ->gc(-1);
    $one('GET', 'areas')->assertUnauthorized();
    $two('GET', 'areas')->assertOk();
    $one('POST', 'session', ['email' => 'steward@example.test', 'password' => 'glasshouse'])->assertOk();
    $ended = collect($one('GET', 'devices')->json('devices'))->firstWhere('remembered', true);
    $one('DELETE', "devices/{$ended['id']}")->assertNoContent();
    $two('GET', 'areas')->assertUnauthorized();
    $one('GET', 'areas')->assertOk();
    $one('DELETE', 'session')->assertNoContent();
    $one('GET', 'areas')->assertUnauthorized();
    $two('POST', 'session', ['email' => 'steward@example.test', 'password' => 'glasshouse', 'remember' => true])->assertOk();
    $this->travel(31)->days();
    $two('GET', 'areas')->assertUnauthorized();
});

test('a new password asks for the old one, signs out everywhere else and is told by mail', function () {
    $here = browser($this);
    $there = browser($this);
    foreach ([$here, $there] as $browser) {
        $browser('POST', 'session', [
            'email' => 'steward@example.test',
            'password' => 'glasshouse',
            'remember' => true,
        ])->assertOk();
    }
    $here('PATCH', 'account/password', ['current' => 'wrong words', 'password' => 'three panes of glass'])
        ->assertUnprocessable()
        ->assertJsonPath('errors.current.0', 'This is not your present password.');
    $here('PATCH', 'account/password', ['current' => 'glasshouse', 'password' => 'three panes of glass'])->assertNoContent();
    $here('GET', 'areas')->assertOk();
    $there('GET', 'areas')->assertUnauthorized();
    $there('POST', 'session', ['email' => 'steward@example.test', 'password' => 'glasshouse'])->assertUnprocessable();
    $there('POST', 'session', ['email' => 'steward@example.test', 'password' => 'three panes of glass'])->assertOk();
    expect($here('GET', 'standins/post')->json('mails.0.subject'))->toBe('Your password was changed');
    // No undo brings the old one back.
    $here('POST', 'undo')->assertOk();
    $there('POST', 'session', ['email' => 'steward@example.test', 'password' => 'three panes of glass'])->assertOk();
});

test('another address asks for the password, and the old address is told', function () {
    $this->api('PATCH', 'account/email', ['current' => 'wrong', 'email' => 'garden@example.test'])->assertUnprocessable();
    $this->api('PATCH', 'account/email', ['current' => 'glasshouse', 'email' => 'Garden@example.test'])
        ->assertOk()
        ->assertJsonPath('email', 'garden@example.test');
    expect($this->api('GET', 'standins/post')->json('mails.0'))->toMatchArray([
        'to' => 'steward@example.test',
        'subject' => 'Your mail address was changed',
    ]);
});

test(
    'a forgotten password is set anew by a link that is good once and for an hour, and nobody learns who has an account',
    function () {
        $link = function (): string {
            $mail = $this->api('GET', 'standins/post')->json('mails.0.html');

            return preg_match('#/reset/(\w+)#', $mail, $found) === 1 ? $found[1] : '';
        };
        $known = $this->postJson('/api/account/reset', ['email' => 'steward@example.test'])
            ->assertStatus(202)
            ->json();
        expect(
            $this->postJson('/api/account/reset', ['email' => 'nobody@example.test'])
                ->assertStatus(202)
                ->json(),
        )->toBe($known);
        $token = $link();
        expect(Illuminate\Support\Facades\DB::table('account_links')->where('token_hash', $token)->exists())->toBeFalse();
        $set = fn (string $token, string $password = 'three panes of glass') => $this->putJson('/api/account/reset', [
            'token' => $token,
            'password' => $password,
        ]);
        $set('somethingelse')->assertForbidden();
        $set($token, 'short')->assertUnprocessable();
        $set($token)->assertNoContent();
        $set($token, 'four panes of glass')
            ->assertForbidden()
            ->assertJsonPath('message', 'This link was used already, or is older than an hour. Ask for another one.');
        $this->postJson('/api/session', ['email' => 'steward@example.test', 'password' => 'three panes of glass'])->assertOk();
        $this->postJson('/api/account/reset', ['email' => 'steward@example.test'])->assertStatus(202);
        $late = $link();
        $this->travel(61)->minutes();
        $set($late)->assertForbidden();
    },
);

test('the first account invites a second, with a link that is good once', function () {
    $url = $this->api('POST', 'invitations', ['email' => 'ines@example.test'])
        ->assertCreated()
        ->json('url');
    $token = basename($url);
    expect($this->api('GET', 'invitations')->json('invitations.0.email'))
        ->toBe('ines@example.test')
        ->and($this->api('GET', 'standins/post')->json('mails.0.html'))
        ->toContain($url);
    $form = ['name' => 'Ines', 'email' => 'ines@example.test', 'password' => 'a long enough one', 'zone' => 'Europe/Berlin'];
    $this->postJson('/api/account', [...$form, 'invitation' => 'guessed'])->assertForbidden();
    $this->postJson('/api/account', [...$form, 'invitation' => $token])->assertCreated();
    $this->postJson('/api/account', [...$form, 'email' => 'ida@example.test', 'invitation' => $token])->assertForbidden();
    $ines = User::query()->where('email', 'ines@example.test')->sole();
    $this->api('POST', 'invitations', ['email' => 'ida@example.test'], as: $ines)->assertForbidden();
    expect($this->api('GET', 'invitations', as: $ines)->json('may_invite'))->toBeFalse();
    $this->api('POST', 'invitations', ['email' => 'ida@example.test'])->assertCreated();
    $id = $this->api('GET', 'invitations')->json('invitations.0.id');
    $this->api('DELETE', "invitations/{$id}")->assertNoContent();
    expect($this->api('GET', 'invitations')->json('invitations'))->toBe([]);
});

test('an account can be made, and a locked-out one helped, by command', function () {
    expect(
        Illuminate\Support\Facades\Artisan::call('accounts:add', ['email' => 'Ida@example.test', '--password' => '1234567890']),
    )->toBe(1);
    expect(
        Illuminate\Support\Facades\Artisan::call('accounts:add', [
            'email' => 'Ida@example.test',
            '--password' => 'three panes of glass',
            '--name' => 'Ida',
        ]),
    )
        ->toBe(0)
        ->and(
            Visible::to(User::query()->where('email', 'ida@example.test')->sole())
                ->calendars()
                ->count(),
        )
        ->toBe(1);
    Illuminate\Support\Facades\Artisan::call('accounts:reset-link', ['email' => 'ida@example.test']);
    $token = basename(trim(Illuminate\Support\Facades\Artisan::output()));
    $this->putJson('/api/account/reset', ['token' => $token, 'password' => 'four panes of glass'])->assertNoContent();
});

test('nothing is shown to nobody', function (string $method, string $path) {
    $this->json($method, "/api/{$path}", [], ['Origin' => 'http://localhost'])->assertUnauthorized();
})->with([
    ['GET', 'board?from=2026-11-23'],
    ['GET', 'areas'],
    ['POST', 'entries'],
    ['POST', 'undo'],
    ['GET', 'reminders'],
    ['PATCH', 'account'],
]);

test('a request from the page needs its CSRF token', function () {
    $this->app['env'] = 'production'; // the framework lets the token pass in its own test environment
    $this->withHeader('Origin', 'http://localhost')
        ->postJson('/api/session', ['email' => 'steward@example.test', 'password' => 'glasshouse'])
        ->assertStatus(419);
});

test('what is unknown is refused, and nothing changes', function (array $change) {
    $this->api('PATCH', 'account', $change)->assertUnprocessable();
    expect($this->user->refresh()->only(['zone', 'clock']))->toBe(['zone' => 'Europe/Berlin', 'clock' => '24']);
})->with([
    [['zone' => 'Mars/Olympus']],
    [['zone' => 'Asia/Kathmandu', 'clock' => '13']],
    [['zone' => 'Asia/Kathmandu', 'first_weekday' => 8]],
]);

test('signing out ends the session', function () {
    $this->api('DELETE', 'session')->assertNoContent();
    $this->app['auth']->forgetGuards();
    $this->getJson('/api/areas', ['Origin' => 'http://localhost'])->assertUnauthorized();
});

test('a page runs and shows nothing that is not its own, and says nothing of what it is made with', function () {
    $page = $this->get('/week')->assertOk();
    $policy = (string) $page->headers->get('Content-Security-Policy');
    preg_match("/script-src 'self' 'nonce-(\\w+)'/", $policy, $nonce);
    expect($policy)
        ->not->toContain('unsafe')
        ->toContain("default-src 'none'", "frame-ancestors 'none'", "base-uri 'none'", "object-src 'none'")
        ->and(preg_match_all('/<script(?![^>]*nonce="'.$nonce[1].'")/', (string) $page->getContent()))
        ->toBe(0)
        ->and($this->get('/week')->headers->get('Content-Security-Policy'))
        ->not->toBe($policy);
    foreach (['/week', '/up', '/ready', '/api/session', '/api/areas', '/nowhere/at/all', '/answer/1/done'] as $path) {
        $this->get($path, ['Accept' => 'text/html'])
            ->assertHeader('X-Content-Type-Options', 'nosniff')
            ->assertHeader('Referrer-Policy', 'no-referrer')
            ->assertHeader('Cross-Origin-Opener-Policy', 'same-origin')
            ->assertHeader('Permissions-Policy')
            ->assertHeaderMissing('X-Powered-By')
            ->assertHeaderMissing('Strict-Transport-Security');
    }
    $this->get('https://localhost/up')->assertHeader('Strict-Transport-Security', 'max-age=31536000; includeSubDomains');
    expect((string) $this->get('/up')->getContent())->toBe('up '.trim((string) file_get_contents(base_path('VERSION'))));
});

test('a link for a new password leads here, whatever host was asked', function () {
    config(['app.url' => 'https://rota.example.test']);
    $this->json('POST', 'http://evil.example.test/api/account/reset', ['email' => 'steward@example.test'])->assertStatus(202);
    expect($this->api('GET', 'standins/post')->json('mails.0.html'))
        ->toContain('https://rota.example.test/reset/')
        ->not->toContain('evil');
});
