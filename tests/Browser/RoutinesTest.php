<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

test('routines have a room: each on a line, found by a word, several laid to rest, and undone', function () {
    $page = demo($this);
    $page->press('[data-test=room-routines]')->see('[data-test=routine]');
    expect($page->see('[data-test=routine-total]')->getText())
        ->toContain('that a week has to give')
        ->and(count($page->all('[data-test=routine-group]')))
        ->toBeGreaterThan(3)
        ->and($page->seriousFaults())
        ->toBe([]);
    $page->type('[data-test=find-routine]', 'vent')->untilSame(2, fn () => count($page->all('[data-test=routine]')));

    // Both rest for a fortnight, chosen and typed by keys.
    $page->press('[data-test=choose-all]')->see('[data-test=rest-form]');
    $days = array_map(
        fn (int $day): string => $this->site
            ->now()
            ->modify("+{$day} days")
            ->format('j M Y'),
        [2, 16],
    );
    foreach (['First day', 'Last day'] as $i => $field) {
        $page->type("[data-test=rest-form] input[placeholder='{$field}']", $days[$i])->keys(WebDriverKeys::ENTER);
    }
    $page->press('[data-test=let-rest]');
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=routine]')->getText(), 'rests from'));
    $page->keys(WebDriverKeys::ESCAPE)->script('document.activeElement.blur()');
    $page->keys(WebDriverKeys::CONTROL.'z');
    $page->untilSame(false, fn () => str_contains($page->see('[data-test=routine]')->getText(), 'rests from'));

    // A year of one, on demand.
    $page->press('[data-test=show-year]')->see('[data-test=year-strip] i[data-state=done]');
    expect($page->see('[data-test=year-strip]')->getText())
        ->toContain('Done on')
        ->and($page->seriousFaults())
        ->toBe([]);
    $page->press('[data-test=show-year]')->untilSame([], fn () => $page->all('[data-test=year-strip]'));

    // A line opens its sheet; the way back is the board.
    $page->press('[data-test=routine] .title')->see('[data-test=sheet]');
    $page->keys(WebDriverKeys::ESCAPE)->untilSame([], fn () => $page->all('[data-test=sheet]'));
    $page->press('[data-test=room-board]')->see('[data-test=board] [data-test=hours]');
});
