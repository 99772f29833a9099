<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

test('the tally: by key, another stretch, a figure opened, and its lines add up to it on the screen', function () {
    $page = demo($this)->visit('/week');
    $page->see('[data-test=block]');
    $page->keys('u')->see('[data-test=tally-row]');
    $page->untilSame('Six weeks', fn () => substr($page->see('[data-test=tally] h1')->getText(), 0, 9));
    $page->press('[data-test=stretch-week]');
    $page->untilSame('Week to', fn () => substr($page->see('[data-test=tally] h1')->getText(), 0, 7));
    $from = fn (): string => (string) $page->see('[data-test=tally]')->getAttribute('data-from');
    $week = $from();
    $page->keys(WebDriverKeys::PAGE_UP);
    $before = (new DateTimeImmutable($week))->modify('-7 days')->format('Y-m-d');
    $page->untilSame($before, $from);
    $page->untilSame('false', fn () => $page->see('[data-test=tally]')->getAttribute('aria-busy'));

    $figure = '[data-test=tally-row][data-name=Glasshouse] [data-test=sum-done]';
    $minutes = (int) $page->see($figure)->getAttribute('data-minutes');
    expect($minutes)->toBeGreaterThan(0);
    $page->press($figure)->see('[data-test=sum-line]');
    $lines = $page->script(
        'return [...document.querySelectorAll("[data-test=sum-line]")].map((one) => Number(one.dataset.minutes))',
    );
    expect(array_sum($lines))
        ->toBe($minutes)
        ->and((int) $page->see('[data-test=sum-together]')->getAttribute('data-minutes'))
        ->toBe($minutes);
    expect($page->seriousFaults())->toBe([]);
    $page->keys(WebDriverKeys::ESCAPE)->untilSame([], fn () => $page->all('[data-test=sum-lines]'));
    expect($from())->toBe($before);

    $page->keys('3');
    $page->untilSame('Quarter', fn () => substr($page->see('[data-test=tally] h1')->getText(), 0, 7));
    expect($page->seriousFaults())->toBe([]);
    $page->keys(WebDriverKeys::ESCAPE)->see('[data-test=block]');
});
