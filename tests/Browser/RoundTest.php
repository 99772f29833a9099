<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;

/** The Monday of the week after this one. */
function roundWeek(): string
{
    return nextWeek()[0];
}

test(
    'a round of a week, from looking back to three weeks on: goals, five tasks placed by one press, and each by one; all is kept',
    function () {
        $page = demo($this);
        // By a key, and by the room; the week is the next one from Friday on, so it is named here.
        $page->keys('o')->see('[data-test=round]');
        $page->visit('/round/week/'.roundWeek())->see('[data-test=look-back]');
        expect($page->see('[data-test=look-back]')->getText())->toContain('against what was intended');
        $page->type('[data-test=round-answer]', 'The frost on Tuesday.')->keys(WebDriverKeys::TAB);
        $page->press('[data-test=finish-step]')->see('[data-test=goals]');
        $page->untilSame(true, fn () => str_starts_with($page->see('[data-test=step-back]')->getText(), '✓'));

        // A goal, and a task caught for it.
        $page->type('[data-test=new-goal]', 'Send the grant report')->keys(WebDriverKeys::ENTER);
        $page->see('[data-test=goal]');
        $page->type('[data-test=catch-for-goal]', 'write the figures 90 min')->keys(WebDriverKeys::ENTER);
        $page->untilSame(true, fn () => str_contains($page->see('[data-test=goal]')->getText(), 'Write the figures'));
        $page->untilSame(true, fn () => str_contains($page->see('[data-test=round-summary]')->getText(), '1 task, 1½ h'));
        $page->script('document.activeElement.blur()');

        // Steps by their number.
        $page->keys('3')->see('[data-test=fixed-point]');
        $page->keys('4')->see('[data-test=proposal]');
        $number = count($page->all('[data-test=proposal]'));
        expect($number)->toBeGreaterThanOrEqual(5);
        $page->untilSame($number, fn () => count($page->all('[data-test=ghost]')));

        // All by one press, taken back, and then each by one.
        $page->press('[data-test=place-all]')->untilSame(0, fn () => count($page->all('[data-test=proposal]')));
        $page->keys(WebDriverKeys::CONTROL.'z')->untilSame($number, fn () => count($page->all('[data-test=proposal]')));
        $page->script('document.activeElement.blur()');
        for ($left = $number - 1; $left >= $number - 5; $left--) {
            $page->keys(WebDriverKeys::ENTER)->untilSame($left, fn () => count($page->all('[data-test=proposal]')));
        }

        $page->keys('5')->see('[data-test=space-day]');
        $page->press('[data-test=keep-free]');
        $page->untilSame(true, fn () => count($page->blocks('Keep free')) === 1);
        $page->script('document.activeElement.blur()');
        $page->keys('6')->see('[data-test=ahead-step]');
        expect($page->seriousFaults())->toBe([]);
        $page->press('[data-test=finish-step]');
        $page->untilSame(true, fn () => str_starts_with($page->see('[data-test=step-ahead]')->getText(), '✓'));

        // What is opened over it takes the key that would leave it.
        $page->script('document.activeElement.blur()');
        $page->keys('?')->see('.n-drawer');
        $page->keys(WebDriverKeys::ESCAPE)->untilSame([], fn () => $page->all('.n-drawer'));
        $page->see('[data-test=round]');

        // It is left, and read again later.
        $page->script('document.activeElement.blur()');
        $page->keys(WebDriverKeys::ESCAPE)->see('[data-test=board] [data-test=hours]');
        $page->press('[data-test=room-rounds]')->see('[data-test=round]');
        $page->press('[data-test=past-rounds]')->press('[data-test=past-round]')->see('[data-test=round]');
        $page->press('[data-test=step-back]');
        $page->untilSame('The frost on Tuesday.', fn () => $page->see('[data-test=round-answer]')->getAttribute('value'));
    },
);

test('a round of a month: its goals, how full its weeks are, each with its board; goals of before are answered', function () {
    $page = demo($this);
    $page->visit('/round/month?step=goals')->see('[data-test=new-goal]');
    $page->type('[data-test=new-goal]', 'Clear the north bay')->keys(WebDriverKeys::ENTER);
    $page->see('[data-test=goal]');
    expect(count($page->all('[data-test=week-of-month]')))->toBeGreaterThanOrEqual(4);
    $page
        ->press('[data-test=week-of-month]:nth-child(2)')
        ->untilSame('true', fn () => $page->see('[data-test=week-of-month]:nth-child(2)')->getAttribute('aria-pressed'));
    // A month later it is asked what became of it, and carried on.
    $page->press('[data-test=round-after]')->press('[data-test=step-back]')->press('[data-test=answer-carried]');
    $page->press('[data-test=step-goals]');
    $page->untilSame(1, fn () => count($page->all('[data-test=goal]')));
    expect($page->seriousFaults())->toBe([]);
});
