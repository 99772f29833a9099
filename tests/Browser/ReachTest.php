<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;

/** Whether a task of these days is ticked off, also where its hours are folded away. */
function isTicked(Page $page, string $title): bool
{
    return (bool) $page->asyncScript(
        <<<JS
        const done = arguments[arguments.length - 1]
        const yesterday = new Date(Date.now() - 86400000).toISOString().slice(0, 10)
        fetch(`/api/board?from=\${yesterday}&days=3`, { headers: { Accept: 'application/json' } }).then((answer) => answer.json())
            .then((board) => done(board.occurrences.some((one) => one.done && (one.title ?? board.entries[one.entry_id].title) === '{$title}')))
        JS
        ,
    );
}

/** A task that has just begun, with a reminder in some ways that fell when it did; no page was open to claim it. */
function soon(Page $page, string $title, string $channels): void
{
    $page->asyncScript(
        <<<JS
        const done = arguments[arguments.length - 1]
        const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)[1])
        const call = async (method, path, body) => { const r = await fetch(`/api/\${path}`, { method, headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token }, body: body && JSON.stringify(body) }); return r.status === 204 ? null : r.json() }
        ;(async () => {
            const zone = 'Europe/Berlin'
            const wall = (at) => new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'medium' }).format(at).replace(' ', 'T')
            const calendar = (await call('GET', 'areas')).areas[0].calendars[0].id
            const start = wall(new Date(Date.now() + 3000))
            const end = wall(new Date(Date.now() + 1803000))
            await call('POST', 'entries', { title: '{$title}', calendar_id: calendar, all_day: false, start, end, always_through: true, over_protected: true, reminders: ['-PT0M;{$channels}'] })
            done(true)
        })()
        JS
        ,
    );
    $page->visit('/up');
    $falls = microtime(true) + 3.6; // three seconds ahead of what the page took for now
    $page->untilSame(true, fn (): bool => microtime(true) > $falls);
    test()->site->artisan('reminders:work', '--once');
    $page->visit('/week');
}

test('a reminder fires, is put off, comes back, is answered on the phone and goes quiet in the page', function () {
    $page = demo($this);
    soon($page, 'Look at the boiler', 'screen,phone');
    $page->see('[data-test=reminder] [data-title="Look at the boiler"]');
    $page->press('[data-test=reminder] [data-test=word-later]')->press('[data-test=reminder] [data-test=later-ten]');
    $page->untilSame([], fn () => $page->all('[data-test=bell-count]'));
    // Ten minutes pass.
    $this->site->query(
        'update deliveries set fell_at = fell_at - 600, moment = moment - 600 where handed_at is null and kind = \'later\'',
    );
    $this->site->artisan('reminders:work', '--once');
    $page->reload()->see('[data-test=bell-count]');
    $this->second = Page::open($this->site, 390, 844);
    signIn($this->second)
        ->visit('/standins/phone')
        ->see('[data-test=message][data-title="Look at the boiler"] [data-test=phone-done]');
    expect($this->second->script('return document.documentElement.scrollWidth <= 390'))->toBeTrue();
    $this->second
        ->press('[data-test=message] [data-test=phone-done]')
        ->untilSame([], fn () => $this->second->all('[data-test=phone-done]'));
    // The page hears of it by itself.
    $page->untilSame([], fn () => $page->all('[data-test=bell-count]'));
    $page->untilSame(true, fn () => isTicked($page, 'Look at the boiler'));
});

test('a reminder is put off by two keys, and the note says until when', function () {
    $page = demo($this);
    soon($page, 'Look at the boiler', 'screen');
    $page->see('[data-test=bell-count]');
    $page->keys('r')->see('[data-test=waiting-list] [data-test=soon]');
    $page->untilSame('soon', fn () => $page->script('return document.activeElement.dataset.test ?? ""'));
    $page->keys(WebDriverKeys::ENTER);
    $page->untilSame([], fn () => $page->all('[data-test=bell-count]'));
    expect($page->see('[data-test=note]')->getText())->toMatch('/\d:\d\d/');
});

test('the done press of a mail ticks it off, once', function () {
    $page = demo($this);
    soon($page, 'Water the ferns', 'mail');
    $page->see('[data-test=bell-count]');
    $page->press('[data-test=account]')->press('[data-test=settings]')->press('[data-test=post-box]')->see('[data-test=mail][data-subject="Water the ferns"]');
    $link = $page->script(
        "return [...document.querySelector('[data-test=mail-body]').shadowRoot.querySelectorAll('a')].find((one) => one.textContent.trim() === 'Done').href",
    );
    $this->second = Page::open($this->site);
    $path = (string) preg_replace('#^https?://[^/]+#', '', (string) $link);
    $this->second->visit($path)->see('[data-state=ask]'); // without being signed in, and whatever looks at it answers nothing
    $this->second->press('button')->see('[data-state=done]');
    $this->second->visit($path)->see('[data-state=answered]');
    expect(isTicked($page, 'Water the ferns'))->toBeTrue();
});

test('an entry follows its calendar until it is given its own reminders, in ways of its own', function () {
    $page = demo($this)->press('[data-test=account]')->press('[data-test=areas]');
    $page
        ->press('[data-test=calendar][data-name="Training"] [data-test=defaults]')
        ->press('[data-test=calendar-defaults] [data-test="remind-PT30M"]');
    // It stands among what is set once the server has it; what can be added says the same words.
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=calendar-defaults] .set')->getText(), '30 min before'));
    $page->keys(WebDriverKeys::ESCAPE);
    $page
        ->visit('/week')
        ->type('[data-test=capture]', 'stretch the calves tomorrow at 20:30 in Training')
        ->see('[data-test=understood] .facts');
    $page->keys(WebDriverKeys::ENTER)->see('[data-test=block][data-title="Stretch the calves"]');
    $page->press('[data-test=block][data-title="Stretch the calves"]')->see('[data-test=follows]');
    expect($page->see('[data-test=follows]')->getText())->toBe('As its calendar: 30 min before.');
    $page
        ->press('[data-test=own-reminders]')
        ->press('[data-test=channel-phone]')
        ->press('[data-test=channel-screen]')
        ->press('[data-test="remind-PT60M;phone"]')
        ->press('[data-test=save]');
    $page->untilSame([], fn () => $page->all('[data-test=sheet]'));
    $page->press('[data-test=block][data-title="Stretch the calves"]')->see('[data-test=reminders] .set');
    expect(
        array_map(fn ($one): string => trim((string) strtok($one->getText(), "\n×")), $page->all('[data-test=reminders] .set')),
    )->toBe(['30 min before', '1 h before, on the phone']);
});
