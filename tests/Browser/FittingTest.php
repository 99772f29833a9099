<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;

/** @return list<string> titles of what is proposed on the board */
function ghosts(Page $page): array
{
    return $page->script(
        'return [...document.querySelectorAll("[data-test=ghost]")].map((one) => one.firstElementChild.textContent)',
    );
}

test(
    'loose work is fitted into free hours by a key: all by one press, each by one, one elsewhere, one not this time',
    function () {
        $page = demo($this);
        $page
            ->keys(WebDriverKeys::PAGE_DOWN)
            ->untilSame(nextWeek()[0], fn () => $page->see('[data-test=day-hours]')->getAttribute('data-date'));
        // What is in sight is meant.
        $page->keys('f')->see('[data-test=fitting]');
        $page->untilSame(
            true,
            fn () => $page->script(
                'const all = [...document.querySelectorAll("[data-test=ghost]")]; return all.length > 4 && all.every((one) => arguments[0].includes(one.closest("[data-date]").dataset.date))',
                nextWeek(),
            ),
        );
        $before = ghosts($page);
        expect(count($before))->toBeGreaterThanOrEqual(5);

        // All: one press, and one undo.
        $page->press('[data-test=place-all]')->untilSame([], fn () => ghosts($page));
        foreach ($before as $title) {
            $page->untilSame(true, fn () => count($page->blocks($title)) >= 1);
        }
        $page->keys(WebDriverKeys::CONTROL.'z')->untilSame(count($before), fn () => count(ghosts($page)));

        // One elsewhere, by drag.
        $friday = nextWeek()[4];
        $page
            ->still()
            ->carry('[data-test=ghost]', "[data-test=day-hours][data-date='{$friday}']", 180)
            ->untilSame(count($before) - 1, fn () => count(ghosts($page)));
        $page->keys(WebDriverKeys::CONTROL.'z')->untilSame(count($before), fn () => count(ghosts($page)));

        // Each by a press where it stands, or not this time.
        $page->press('[data-decide=not]')->untilSame(count($before) - 1, fn () => count(ghosts($page)));
        $page->press('[data-decide=place]')->untilSame(count($before) - 2, fn () => count(ghosts($page)));

        // Why, in a list that keys reach as well.
        $page->press('[data-test=fitting-why]')->see('[data-test=proposal]');
        expect($page->see('[data-test=proposal]')->getText())->toContain('.');
        expect($page->seriousFaults())->toBe([]);
        $page->press('[data-test=proposal] button')->untilSame(count($before) - 3, fn () => count(ghosts($page)));
        $page->press('[data-test=fitting-close]')->untilSame([], fn () => ghosts($page));
    },
);

test('after an interruption the rest of today is fitted again from the Day screen', function () {
    $page = demo($this, alwaysAwake: true);
    caught($page, 'Write a letter today at 0:00 for 15 min', 'Write a letter');
    $page->visit('/day')->press('[data-test=fit-again]')->see('[data-test=fitting]');
    $page->untilSame(true, fn () => in_array('Write a letter', ghosts($page), true));
    $page->press('[data-test=place-all]')->untilSame([], fn () => ghosts($page));
    $page->untilSame([], fn () => $page->all('[data-test=fit-again]'));
});
