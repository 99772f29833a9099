<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

test(
    'a session that has ended asks to sign in over the page, keeps what was typed, and then does what was asked, once',
    function () {
        $page = demo($this);
        $page->script("document.querySelector('[data-test=capture]').focus()");
        $page->press('[data-test=list-task]')->type('[data-test=title]', 'Mend the lid of the frame');
        // What the page asks every few seconds would find the session ended before the save does, and take the keys.
        $page->script(
            <<<'JS'
            const ask = window.fetch
            const isRevision = (what) => String(what.url ?? what).includes('/api/revision')
            window.fetch = (what, how) => (isRevision(what) ? new Promise(() => {}) : ask(what, how))
            JS
            ,
        );
        $this->site->query('delete from devices');
        $page->keys(WebDriverKeys::CONTROL.WebDriverKeys::ENTER);
        $page->see('[data-test=sign-in-over]');
        $page
            ->type('[data-test=over-password]', 'wrong words')
            ->press('[data-test=over-send]')
            ->see('[data-test=sign-in-over] .mistake');
        expect($page->see('[data-test=title]')->getAttribute('value'))->toBe('Mend the lid of the frame');
        $page->type('[data-test=over-password]', 'glasshouse')->press('[data-test=over-send]');
        $page
            ->untilSame([], fn () => $page->all('[data-test=sign-in-over]'))
            ->untilSame([], fn () => $page->all('[data-test=sheet]'));
        $page->untilSame(true, fn () => str_contains($page->see('body')->getText(), 'Mend the lid of the frame'));
    },
);

test(
    'what was typed outlives a reload: the line stays in the line, the sheet is offered again, and signing out clears both',
    function () {
        $page = demo($this);
        $page->type('[data-test=capture]', 'order putty')->see('[data-test=understood] .facts');
        $page->press('[data-test=list-task]')->see('[data-test=sheet]');
        $page->type('[data-test=title]', 'Half a thought');
        $page->untilSame(2, fn () => count(drafts($page)));
        $page->reload();
        $page->untilSame('order putty', fn () => $page->see('[data-test=capture]')->getAttribute('value'));
        $page->press('[data-test=take-up]')->see('[data-test=taken-up]');
        expect($page->see('[data-test=title]')->getAttribute('value'))->toBe('Half a thought');
        // Another room asks first.
        $page->keys(WebDriverKeys::ESCAPE)->press('[data-test=leave-unsaved]');
        $page->untilSame([], fn () => $page->all('[data-test=sheet]'));
        $page
            ->press('[data-test=account]')
            ->press('[data-test=settings]')
            ->press('[data-test=post-box]')
            ->see('[data-test=leave-question]');
        $page->press('[data-test=stay]');
        $page->untilSame([], fn () => $page->all('[data-test=leave-question]'));
        $page
            ->keys(WebDriverKeys::ESCAPE)
            ->press('[data-test=account]')
            ->press('[data-test=sign-out]')
            ->see('[data-test=leave-question]');
        $page->press('[data-test=leave-all-the-same]')->see('[data-test=sign-in]');
        expect(drafts($page))->toBe([]);
    },
);

test('a change that gets no answer waits where one sees it, and happens once when the server is back', function () {
    $page = demo($this);
    // The answer is lost twice; the first time the server has done it.
    $page->script(
        <<<'JS'
        const real = window.fetch
        let lost = 0
        window.fetch = async (url, init) => {
            if (!(url.url ?? String(url)).endsWith('/api/capture') || lost++ >= 2) return real(url, init)
            if (lost === 1) await real(url, init)
            throw new TypeError('the cable is out')
        }
        JS
        ,
    );
    $page->type('[data-test=capture]', 'order zinnia string tomorrow at 13:05 for 20 min')->see('[data-test=understood] .facts');
    $page->keys(WebDriverKeys::ENTER);
    $page->see('[data-test=waiting-sign]');
    $page->keys(WebDriverKeys::ENTER);
    $page->press('[data-test=waiting-sign] button')->untilSame([], fn () => $page->all('[data-test=waiting-sign]'));
    $page->untilSame('', fn () => $page->see('[data-test=capture]')->getAttribute('value'));
    $page->untilSame(
        1,
        fn () => (int) $page->asyncScript(
            "const done = arguments[arguments.length - 1]; fetch('/api/search?q=zinnia', { headers: { Accept: 'application/json' } }).then((r) => r.json()).then((r) => done(r.found.length))",
        ),
    );
});

test('before anything is pressed the page loads at most 260 kB of scripts, compressed', function () {
    $page = demo($this)->visit('/week');
    $page->see('[data-test=block]');
    $names = $page->script(
        "return performance.getEntriesByType('resource').map((one) => new URL(one.name).pathname).filter((name) => name.endsWith('.js'))",
    );
    expect(count($names))->toBeGreaterThan(10);
    $bytes = array_sum(
        array_map(
            fn (string $name): int => strlen((string) gzencode((string) file_get_contents(dirname(__DIR__, 2)."/public{$name}"), 6)),
            array_unique($names),
        ),
    );
    expect($bytes)->toBeLessThan(260_000);
});

test('the page runs under its policy: nothing of it is refused', function () {
    $page = demo($this);
    $page->press('[data-test=list-task]')->see('[data-test=sheet]');
    $page
        ->keys(WebDriverKeys::ESCAPE)
        ->press('[data-test=account]')
        ->press('[data-test=settings]')
        ->see('[data-test=account-section]');
    foreach (['/month', '/year', '/ahead', '/day', '/done', '/close', '/standins/post', '/standins/phone'] as $path) {
        $page->visit($path)->see('main, [data-test=closing]');
    }
    expect($page->refusedByPolicy())->toBe([]);
    // That it is looked for where it would stand: a script without the nonce is refused.
    $page->script(
        "const one = document.createElement('script'); one.textContent = 'window.ran = true'; document.head.append(one)",
    );
    expect($page->script('return window.ran ?? null'))->toBeNull()->and($page->refusedByPolicy())->not->toBe([]);
});

/** @return list<string> keys of what is kept in the browser's own store */
function drafts(Tests\Browser\Page $page): array
{
    return $page->asyncScript(
        <<<'JS'
        const done = arguments[arguments.length - 1]
        const asked = indexedDB.open('plum-rota')
        asked.onsuccess = () => {
            const db = asked.result
            if (!db.objectStoreNames.contains('drafts')) return db.close(), done([])
            const keys = db.transaction('drafts').objectStore('drafts').getAllKeys()
            keys.onsuccess = () => { db.close(); done(keys.result) }
        }
        asked.onerror = () => done([])
        JS
        ,
    );
}
