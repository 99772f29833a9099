<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

test('all of it is written into an archive, and brought back after much was deleted; leaving can be taken back', function () {
    $page = demo($this);
    $settings = fn () => $page->press('[data-test=account]')->press('[data-test=settings]')->see('[data-test=archives]');
    $settings();
    $page->press('[data-test=write-archive]')->see('[data-test=archive]');
    expect($page->see('[data-test=archive]')->getText())->toContain('written by you')->toContain('entries');

    $this->site->query("delete from overrides; delete from entries where title like 'Guided%'");
    $page->visit('/');
    $page->untilSame([], fn () => $page->blocks('Guided tours'));
    $settings();
    $page->press('[data-test=archive-restore]')->type('[data-test=restore-password]', 'wrong')->keys(WebDriverKeys::ENTER);
    $page->see('[data-test=archives] .mistake');
    $page->script("document.querySelector('[data-test=restore-password]').select()");
    $page->type('[data-test=restore-password]', 'glasshouse')->keys(WebDriverKeys::ENTER);
    $page->untilSame(2, fn () => count($page->all('[data-test=archive]')));
    expect($page->see('[data-test=archives]')->getText())->toContain('before another was brought back');
    $page->visit('/');
    $page->untilSame(1, fn () => count($page->blocks('Guided tours')));

    // Leaving, and staying after all.
    $settings();
    $page->press('[data-test=leave-account]')->type('[data-test=leave-password]', 'glasshouse')->keys(WebDriverKeys::ENTER);
    $page->see('[data-test=stay-after-all]');
    $page->press('[data-test=stay-after-all]')->see('[data-test=leave-account]');
});
