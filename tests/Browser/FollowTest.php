<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

test('an address is made of a calendar and followed by another: read, changed, hidden by a word, ended', function () {
    $page = demo($this);
    $page->press('[data-test=account]')->press('[data-test=files]')->see('[data-test=follow]');
    $page->press('[data-test=follow] .select')->keys('Tours', WebDriverKeys::ENTER);
    $page->press('[data-test=feed-make]');
    $address = $page->see('[data-test=feed-address]')->getText();

    // A wrong one is said beside it, and nothing that was typed is lost.
    $page->type('[data-test=follow-address]', "{$this->site->url}/feeds/none.ics")->type('[data-test=follow-name]', 'Mirror');
    $page->press('[data-test=follow-area]')->keys('Choir', WebDriverKeys::ENTER)->press('[data-test=follow-it]');
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=follow-mistake]')->getText(), '(404)'));
    expect($page->see('[data-test=follow-name]')->getAttribute('value'))->toBe('Mirror');
    $page->script("document.querySelector('[data-test=follow-address]').select()");
    $page->type('[data-test=follow-address]', $address)->press('[data-test=follow-it]')->see('[data-test=followed]');
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=followed]')->getText(), 'read on'));

    // What is in it stands on the board a second time, and is only read there.
    $page->visit('/');
    $page->untilSame(2, fn () => count($page->blocks('Guided tours')));
    $open = <<<'JS'
    const mirrored = [...document.querySelectorAll('[data-tile]')].filter((one) => one.textContent.includes('Guided tours'))
    mirrored[arguments[0]].click()
    JS;
    $page->script($open, 0);
    if ($page->see('[data-test=sheet]') && $page->all('[data-test=followed-entry]') === []) {
        $page->keys(WebDriverKeys::ESCAPE)->untilSame([], fn () => $page->all('[data-test=sheet]'));
        $page->script($open, 1);
    }
    $page->see('[data-test=followed-entry]');
    expect($page->all('[data-test=save]'))->toBe([])->and($page->all('[data-test=delete]'))->toBe([]);
    $page->keys(WebDriverKeys::ESCAPE)->untilSame([], fn () => $page->all('[data-test=sheet]'));

    // By keys: left out by a word, beside the tasks that are left out anyway, then ended.
    $page->press('[data-test=account]')->press('[data-test=files]')->see('[data-test=followed]');
    $leftOut = static fn (): int => (int) (preg_match('/(\d+) left out/', $page->see('[data-test=followed]')->getText(), $found)
        ? $found[1]
        : 0);
    $before = $leftOut();
    $page->press('[data-test=leave-out]')->type('[data-test=left-out-words]', 'visitors')->keys(WebDriverKeys::ENTER);
    $page->untilSame($before + 1, $leftOut);
    $page->press('[data-test=end-following]')->see('[data-test=remove-question]');
    $page->press('[data-test=remove-delete]')->untilSame([], fn () => $page->all('[data-test=followed]'));
});
