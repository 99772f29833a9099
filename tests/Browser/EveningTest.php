<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;

/** The demo with exactly seven things left over of today, whatever hour it is and whatever was left before. */
function sevenLeft(object $test): Page
{
    $page = demo($test, alwaysAwake: true);
    $page->asyncScript(
        <<<'JS'
        const done = arguments[arguments.length - 1]
        const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)[1])
        const call = async (method, path, body) => { const r = await fetch(`/api/${path}`, { method, headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token }, body: body && JSON.stringify(body) }); return r.status === 204 ? null : r.json() }
        ;(async () => {
            const today = new Intl.DateTimeFormat('sv-SE', { timeZone: 'Europe/Berlin', dateStyle: 'short' }).format(new Date())
            const { leftovers } = await call('GET', `closings/${today}`)
            for (const one of leftovers) await call('PUT', `entries/${one.entry_id}/occurrences/${encodeURIComponent(one.recurrence_id)}/let-go`)
            const calendar = (await call('GET', 'areas')).areas[0].calendars[0].id
            for (let i = 1; i <= 7; i++) await call('POST', 'entries', { title: `Leftover ${i}`, calendar_id: calendar, start: today, end: today, estimate: 10 })
            done(true)
        })()
        JS
        ,
    );

    return $page;
}

test('a whole evening: seven leftovers to tomorrow in at most nine presses, two musts, a few lines', function () {
    $page = sevenLeft($this);
    $presses = 0;
    $press = function (string $key) use ($page, &$presses): void {
        $page->keys($key);
        $presses++;
    };
    $page->script('document.activeElement.blur()');
    $press('k');
    $page->see('[data-test=leftover][data-title="Leftover 1"]');
    for ($i = 1; $i <= 7; $i++) {
        $page->see("[data-test=leftover][data-title='Leftover {$i}']");
        $press('t');
    }
    $page->see('[data-test=closing][data-step=tomorrow]');
    expect($presses)->toBeLessThanOrEqual(9);
    $page->see('[data-test=other][data-title="Leftover 7"]');
    expect($page->see('.so-far')->getText())->toBe('✓ 7 of 7 decided');
    // Tomorrow is counted against its limit, and its musts chosen; whatever was a must there makes room.
    $page->untilSame([], function () use ($page): array {
        $musts = $page->all('[data-test=must] button');
        if ($musts !== []) {
            $musts[0]->click();
            $page->untilSame(count($musts) - 1, fn () => count($page->all('[data-test=must] button')));
        }

        return array_map(fn ($one) => $one->getText(), $page->all('[data-test=must]'));
    });
    foreach (['Leftover 3', 'Leftover 5'] as $title) {
        $page
            ->press("[data-test=other][data-title='{$title}'] [data-test=make-must]")
            ->see("[data-test=must][data-title='{$title}']");
    }
    $titles = fn (): array => array_map(fn ($one) => (string) $one->getAttribute('data-title'), $page->all('[data-test=must]'));
    $page->untilSame(['Leftover 3', 'Leftover 5'], $titles);
    // Put in order by key, and one of the others sent a day on.
    // What the server answers may take the focus meanwhile; at the top one more press does nothing.
    $page->untilSame(['Leftover 5', 'Leftover 3'], function () use ($page, $titles): array {
        if ($titles() !== ['Leftover 5', 'Leftover 3']) {
            $page
                ->focus('[data-test=must][data-title="Leftover 5"]')
                ->holding(WebDriverKeys::ALT, fn () => $page->keys(WebDriverKeys::ARROW_UP))
                ->still();
        }

        return $titles();
    });
    $page
        ->press('[data-test=other][data-title="Leftover 7"] [data-test=move-on]')
        ->untilSame([], fn () => $page->all('[data-title="Leftover 7"]'));
    $page
        ->press('[data-test=to-lines]')
        ->type('[data-test=lines] textarea', 'The orchids came through.')
        ->press('[data-test=finish]');
    // It is closed, and tomorrow stands as it was laid out.
    $page->see('[data-test=close-day]');
    $page->untilSame('Closed', fn () => $page->see('[data-test=close-day]')->getText());
    $page->press('[data-test=after]')->see('[data-test=day-task][data-title="Leftover 5"]');
    $page->untilSame(
        ['Leftover 5', 'Leftover 3'],
        fn () => array_map(fn ($one) => (string) $one->getAttribute('data-title'), $page->all('[data-test=day-task].must')),
    );
    $page->press('[data-test=before]')->press('[data-test=close-day]')->press('[data-test=step-lines]');
    expect($page->see('[data-test=lines] textarea')->getAttribute('value'))->toBe('The orchids came through.');
});

test('all the rest goes at once, one undo brings it back, and it can be left and taken up again', function () {
    $page = sevenLeft($this);
    $page->visit('/close')->see('[data-test=leftover][data-title="Leftover 1"]');
    $page->keys('l')->see('[data-test=leftover][data-title="Leftover 2"]');
    $page->keys('w')->see('[data-test=day-choice]');
    $page->keys('3')->see('[data-test=leftover][data-title="Leftover 3"]');
    $page->keys(WebDriverKeys::ESCAPE)->see('[data-test=close-day]');
    $page->press('[data-test=close-day]')->see('[data-test=leftover][data-title="Leftover 3"]');
    $page->untilSame('2 of 7 decided', fn () => $page->see('.so-far')->getText());
    $page->keys('T')->see('[data-test=closing][data-step=tomorrow]');
    $page->see('[data-test=other][data-title="Leftover 7"]');
    $page->script('document.activeElement.blur()');
    $page->keys(WebDriverKeys::CONTROL, 'z')->see('[data-test=closing][data-step=left] [data-title="Leftover 3"]');
});

test('the same day closed in two windows: the second sees what the first decided', function () {
    $page = sevenLeft($this);
    $page->visit('/close')->see('[data-test=leftover][data-title="Leftover 1"]');
    $this->second = Page::open($this->site);
    signIn($this->second)->visit('/close')->see('[data-test=leftover][data-title="Leftover 1"]');
    $page->keys('d')->see('[data-test=leftover][data-title="Leftover 2"]');
    $this->second->keys('l'); // before it has heard of it
    $this->second->see('[data-test=leftover][data-title="Leftover 2"]');
    $this->second->untilSame('1 of 7 decided', fn () => $this->second->see('.so-far')->getText());
});

test('a day is closed on a phone’s width, with the thumb', function () {
    $this->page = null;
    $wide = sevenLeft($this);
    $wide->close();
    $page = $this->page = Page::open($this->site, 390, 844);
    signIn($page)->visit('/close')->press('[data-test=way-tomorrow]')->see('[data-test=leftover][data-title="Leftover 2"]');
    $page->press('[data-test=way-let-go]')->see('[data-test=leftover][data-title="Leftover 3"]');
    $page
        ->press('[data-test=way-day]')
        ->press('[data-test=day-choice] .day:nth-child(2)')
        ->see('[data-test=leftover][data-title="Leftover 4"]');
    $page->press('[data-test=rest]')->see('[data-test=closing][data-step=tomorrow]');
    expect($page->script('return document.documentElement.scrollWidth <= 390'))->toBeTrue();
});
