<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

test('a deadline with lead-ups from the line: pointing at it in the views, moved with it, asked for where moved by hand, undone', function () {
    $page = demo($this);
    $monday = new DateTimeImmutable(nextWeek()[0]);
    $friday = $monday->modify('+4 days');
    $line = 'Hand in the plan due '.$friday->format('j F').', 4 days before gather figures 45 min, 2 days before print it';
    $page->type('[data-test=capture]', $line)->keys(WebDriverKeys::ENTER)->keys(WebDriverKeys::ESCAPE);
    $page->untilSame(true, fn () => $page->all("[data-basket][data-title='Hand in the plan']") !== []);
    $page->visit('/week/'.$monday->format('Y-m-d'))->see("[data-test=list-task][data-title='Gather figures'] [data-test=lead-mark]");
    expect($page->see("[data-test=list-task][data-title='Gather figures'] [data-test=lead-mark]")->getText())
        ->toContain($friday->format('j').' ')
        ->and($page->see('[data-test=due-lead-ups]')->getText())
        ->toBe('0 of 2');

    // One is done, one is moved by hand; the deadline goes a week on.
    $page->press("[data-test=list-task][data-title='Print it'] .stone");
    $page->untilSame('1 of 2', fn () => $page->see('[data-test=due-lead-ups]')->getText());
    $page->see("[data-test=list-task][data-title='Gather figures']")->sendKeys([WebDriverKeys::ALT, WebDriverKeys::ARROW_RIGHT]);
    $page->untilSame(
        nextWeek()[1],
        fn () => $page->see("[data-test=list-task][data-title='Gather figures']")->getAttribute('data-date'),
    );
    $page->press("[data-test=due-mark][data-title='Hand in the plan']")->see('[data-test=lead-ups]');
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=lead-ups]')->getText(), 'where you put it'));
    expect($page->seriousFaults())->toBe([]);

    // Brought back, spread anew, and undone.
    $page->press('[data-test=align]');
    $page->untilSame(false, fn () => str_contains($page->see('[data-test=lead-ups]')->getText(), 'where you put it'));
    $page->press('[data-test=add-lead-up]')->untilSame(3, fn () => count($page->all('[data-test=lead-up-line]')));
    $page->type('[data-test=lead-up-line]:last-child [data-test=lead-title]', 'Take a copy')->press('[data-test=save]');
    $page->untilSame([], fn () => $page->all('[data-test=sheet]'));
    $page->untilSame('1 of 3', fn () => $page->see('[data-test=due-lead-ups]')->getText());
    $page->keys(WebDriverKeys::CONTROL.'z')->untilSame('1 of 2', fn () => $page->see('[data-test=due-lead-ups]')->getText());
});
