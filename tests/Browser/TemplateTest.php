<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

test('a day is stamped on three days with one clash left out; an entry is dragged from the shelf; a day is kept from the board', function () {
    $page = demo($this);
    $page->visit('/week/'.nextWeek()[0])->see('[data-test=shelf-template]');

    // By a key: the shape of a day, on three days, of which one part lies on something else and is left out.
    $page->keys('t')->press("[data-title='Market day'] [data-test=stamp]")->see('[data-test=stamp-part]');
    $later = array_map(fn (string $day): string => (string) (int) substr($day, 8), array_slice(nextWeek(), 1, 2));
    foreach ($later as $i => $day) {
        $page->script(
            'const all = [...document.querySelectorAll("[data-test=stamp-form] .n-date-panel-date")].filter((one) => one.textContent.trim() === arguments[0] && !one.classList.contains("n-date-panel-date--excluded")); all[0].click()',
            $day,
        );
        $page->untilSame(4 * ($i + 2), fn () => count($page->all('[data-test=stamp-part]')));
    }
    $page->untilSame(true, fn () => count($page->all('[data-test=stamp-part]:not([data-meets="0"])')) > 0);
    expect($page->seriousFaults())->toBe([]);
    $page->press('[data-test=stamp-part]:not([data-meets="0"]) .n-checkbox');
    $page->press('[data-test=stamp-it]')->untilSame([], fn () => $page->all('[data-test=templates]'));
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=note]')->getText(), '11 entries'));
    $page->keys(WebDriverKeys::CONTROL.'z')->untilSame(0, fn () => count($page->blocks('Market stall')));

    // An entry by drag.
    $page->carry("[data-test=shelf-template][data-title='Clinic with Dad']", '[data-test=day-hours][data-date="'.nextWeek()[4].'"]', 300);
    $page->untilSame(1, fn () => count($page->blocks('Clinic with Dad')));

    // A day as it stands is kept, without one of its blocks.
    $page->keys('t')->press('[data-test=keep-blocks]')->see('[data-test=keep-block]');
    $page->press('[data-test=keep-block] .n-checkbox')->type('[data-test=template-name]', 'A Monday')->press('[data-test=keep-it]');
    $page->untilSame(true, fn () => $page->all("[data-test=template][data-title='A Monday']") !== []);

    // Changed: what is to come is asked for.
    $page->press("[data-title='Clinic with Dad'] [data-test=change-template]")->type('[data-test=part-title]', 'Clinic, the two of us');
    $page->press('[data-test=save-template]')->press('[data-test=follow-no]');
    $page->untilSame(true, fn () => $page->all("[data-test=template][data-title='A Monday']") !== []);
});

test('next week like this one, in three presses', function () {
    $page = demo($this);
    $page->press('[data-test=view-more]')->press('[data-test=next-week-in-menu]')->see('[data-test=copy-entry]');
    $number = count($page->all('[data-test=copy-entry]'));
    $page->press('[data-test=copy-week]')->untilSame([], fn () => $page->all('[data-test=templates]'));
    expect($page->see('[data-test=note]')->getText())->toContain("Copied {$number} entries");
});
