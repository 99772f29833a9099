<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

test('a whole morning: from the musts, a stint, a tick, and something late gets its place', function () {
    $page = demo($this, alwaysAwake: true);
    $this->site->query('update entries set protected = 0'); // on some weekdays what is put at nine would lie over one
    $page->reload()->see('[data-test=board]');
    $page->press('[data-test=view-day]')->see('[data-test=day-task].must');
    $must = '[data-test=day-task][data-title="Costs page for the grant"]';
    expect($page->see('[data-test=day-task].must.done')->getAttribute('data-title'))->toBe('Check boiler pressure');
    // A stint on the open must runs in the top bar and survives a reload.
    $page->press("{$must} [data-test=stint]")->see('[data-test=running]');
    expect($page->see('[data-test=running]')->getText())
        ->toContain('Costs page for the grant')
        ->toMatch('/2[45]:\d\d/');
    $page->script('location.reload()');
    $page->see('[data-test=running]');
    expect($page->see('[data-test=running]')->getText())->toContain('Costs page for the grant');
    // Ticking it off ends it.
    $page->press("{$must} [data-test=stone]")->see("{$must}.done");
    $page->untilSame([], fn () => $page->all('[data-test=running]'));
    // What is late goes onto today's list, then into the hours.
    $page
        ->press('[data-test=late][data-title="Re-putty the north pane"] [data-test=late-today]')
        ->see('[data-test=day-task][data-title="Re-putty the north pane"]');
    $page->see('[data-test=late][data-title="Re-putty the north pane"]'); // still late: by its due date, not by its place
    $page->focus('[data-test=day-task][data-title="Re-putty the north pane"]')->keys('h');
    $page->see('[data-test=block][data-title="Re-putty the north pane"]');
    // Another one is put off, one is made a must by its key.
    $page->press('[data-test=day-task][data-title="Sharpen secateurs"] [data-test=word-later]')->press('[data-test=to-tomorrow]');
    $page->untilSame([], fn () => $page->all('[data-test=day-task][data-title="Sharpen secateurs"]'));
    $page
        ->focus('[data-test=day-task][data-title="Label the fern trays"]')
        ->keys('m')
        ->see('[data-test=day-task].must[data-title="Label the fern trays"]');
    expect($page->see('[data-test=day-task][data-title="Label the fern trays"]')->getText())->toContain('rolled on 3 times');
    // And all of it is found under what was done.
    $page->press('[data-test=room-done]')->see('[data-test=done-line][data-title="Costs page for the grant"]');
});

test('the basket with the most urgent first, in groups, by hand, with something kept at hand', function () {
    $page = demo($this);
    $titles = fn (): array => array_map(
        fn ($card) => (string) $card->getAttribute('data-title'),
        $page->all('[data-test=basket-card]'),
    );
    $page->untilSame(['Re-putty the north pane', 'Grant report, costs page'], fn (): array => array_slice($titles(), 0, 2));
    $page->press('[data-test="word-basket order"]')->press('[data-test=grouped]')->see('[data-test=cards] h3.late');
    $page->press('[data-test=sort-area]');
    $page->untilSame(
        'Glasshouse',
        fn () => $page->see('[data-test=cards] h3')->getText() === ''
            ? null
            : strtok($page->see('[data-test=cards] h3')->getText(), ' '),
    );
    // Carried below another card it stands by hand, and stays so after a reload.
    $page
        ->press('[data-test="word-basket order"]')
        ->press('[data-test=sort-pressing]')
        ->press('[data-test="word-basket order"]')
        ->press('[data-test=grouped]')
        ->press('[data-test=sort-hand]');
    $page->untilSame(
        false,
        fn () => (bool) $page->script("return document.querySelector('[data-test=sort-hand]')?.checkVisibility() ?? false"),
    );
    $first = $titles()[0];
    $page->carry(
        "[data-test=basket-card][data-title=\"{$first}\"]",
        "[data-test=basket-card][data-title=\"{$titles()[2]}\"]",
        60,
    );
    $page->untilSame(false, fn () => ($titles()[0] ?? $first) === $first);
    // One is kept at hand while going through the rest.
    $page->focus('[data-test=basket-card][data-title="New laces"]')->keys('p')->untilSame('New laces', fn () => $titles()[0] ?? null);
    $page->reload()->untilSame('New laces', fn () => $titles()[0] ?? null);
    $page->script("localStorage.setItem('pocket', localStorage.getItem('pocket').replace(/\\d{4}-\\d\\d-\\d\\d/, '2020-01-01'))"); // the day is over
    $page->reload()->untilSame(false, fn () => ($titles()[0] ?? 'New laces') === 'New laces');
});

test('steps are ticked, and the last one offers the whole', function () {
    $page = demo($this);
    [, , , , , $sat] = nextWeek();
    $page->type('[data-test=capture]', "check the cloches {$sat}")->see('[data-test=understood] .facts');
    $page
        ->keys(WebDriverKeys::ENTER)
        ->visit("/day/{$sat}")
        ->press('[data-test=day-task][data-title="Check the cloches"] .title')
        ->press('[data-test=more]');
    $page->type('.more textarea', "North bed\nSouth bed\nBuy glass")->press('[data-test=save]');
    $page->untilSame(
        true,
        fn () => str_contains($page->see('[data-test=day-task][data-title="Check the cloches"]')->getText(), '0 of 3 steps'),
    );
    $page->press('[data-test=day-task][data-title="Check the cloches"] .title')->see('[data-test=steps]');
    $page
        ->press('[data-test=step]:nth-child(3) [data-test=step-out]')
        ->untilSame(2, fn () => count($page->all('[data-test=step]')));
    $page->press('[data-test=step]:nth-child(1) .n-checkbox');
    $page->untilSame(1, fn () => count($page->all('[data-test=step] .done')));
    $page->press('[data-test=step]:nth-child(2) .n-checkbox')->press('[data-test=tick-whole]');
    $page->see('[data-test=basket-card][data-title="Buy glass"]');
    $page->untilSame(
        true,
        fn () => $page->script("return [...document.querySelectorAll('.finished')].some((one) => /1 done/.test(one.textContent))"),
    );
});

test('placed after it is due, it says so', function () {
    $page = demo($this)->press('[data-test=after]');
    [, , $wed] = nextWeek();
    $page->see("[data-test=day-list][data-date='{$wed}']");
    $page->carry('[data-test=basket-card][data-title="Re-putty the north pane"]', "[data-test=day-list][data-date='{$wed}']", 30);
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=note]')->getText(), 'after it is due'));
});
