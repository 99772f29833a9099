<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;

/** What the line is not sure of is said, and the other reading is one press away: by the pointer and by keys, wide and narrow. */

/** The line as it stands. */
function lineOf(Page $page): string
{
    return (string) $page->see('[data-test=capture]')->getAttribute('value');
}

/** Writes a line and waits until it was read. */
function write(Page $page, string $line): Page
{
    $page->type('[data-test=capture]', $line);
    $words = explode(' ', $line)[0];
    $page->untilSame(true, fn () => str_contains((string) $page->script(
        'return document.querySelector("[data-test=understood] .pieces")?.textContent ?? ""',
    ), $words));

    return $page;
}

/** @param  bool  $byKey  with Tab and Enter, from the line on */
function choose(Page $page, string $test, bool $byKey): Page
{
    if (! $byKey) {
        return $page->press("[data-test={$test}]");
    }
    $page->see("[data-test={$test}]");
    $page->focus('[data-test=capture]');
    for ($tabs = 0; $tabs < 40; $tabs++) {
        $page->keys(WebDriverKeys::TAB);
        if ($page->script('return document.activeElement?.dataset.test') === $test) {
            return $page->keys(WebDriverKeys::ENTER);
        }
    }
    throw new RuntimeException("{$test} is not reached by Tab.");
}

/** Saves what stands there with Enter in the line, and waits for what is said of it. */
function saved(Page $page, string $said): Page
{
    $page->focus('[data-test=capture]')->keys(WebDriverKeys::ENTER);
    $page->untilSame('', fn () => lineOf($page));
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=note]')->getText(), $said));

    return $page;
}

test('the line says what it left, and offers what else it may mean', function (int $width, int $height) {
    $page = demo($this, $width, $height);
    foreach ([false, true] as $byKey) {
        $how = $byKey ? 'key' : 'press';

        write($page, "sort the {$how} archive tomorrow until the boxes are full");
        $page->untilSame(true, fn () => str_contains($page->see('[data-test=understood] .mistake')->getText(), '“until” was not understood'));
        expect($page->see('[data-test=understood] .facts')->getText())->toContain('into the basket');

        write($page, "wash {$how} pots every third Thursday at 9");
        choose($page, 'other-reading', $byKey);
        $page->untilSame("wash {$how} pots on the third Thursday of each month at 9", fn () => lineOf($page));
        $page->untilSame(true, fn () => str_contains($page->see('[data-test=understood] .facts')->getText(), 'every month on the third Thursday'));

        write($page, "air the {$how} shed Sat or Sun at 9");
        $page->untilSame(true, fn () => str_contains($page->see('[data-test=understood] .mistake')->getText(), 'which of the two?'));
        choose($page, 'other-reading', $byKey);
        $page->untilSame("air the {$how} shed Sat at 9", fn () => lineOf($page));

        write($page, "sweep the {$how} yard Thursday at 7 and Saturday at 10");
        $page->untilSame(2, fn () => count($page->all('[data-test=parts] li')));
        choose($page, 'as-one', $byKey);
        $page->untilSame(0, fn () => count($page->all('[data-test=parts]')));
        choose($page, 'as-several', $byKey);
        $page->untilSame(2, fn () => count($page->all('[data-test=parts] li')));
        saved($page, "“Sweep the {$how} yard”, “Sweep the {$how} yard”");
        expect($page->asyncScript("fetch('/api/search?q=Sweep+the+{$how}+yard').then((answer) => answer.json()).then((one) => arguments[0](one.found.length))"))
            ->toBe(2);

        write($page, "oil the {$how} hinges #{$how}work");
        choose($page, 'new-label', $byKey);
        $page->untilSame(true, fn () => in_array("{$how}work", array_map(fn ($one) => $one->getText(), $page->all('[data-test=understood] .fact')), true));
        saved($page, "“Oil the {$how} hinges”");

        // What is to be done before an entry that there is, is reckoned from its day.
        write($page, "{$how} fair stall on 15 May 2027");
        saved($page, 'fair stall”');
        write($page, "order stakes three weeks before the {$how} fair stall");
        $page->untilSame(true, fn () => str_contains($page->see('[data-test=understood] .facts')->getText(), '24 Apr 2027'));
        $page->keys(WebDriverKeys::ESCAPE);
        $page->untilSame('', fn () => lineOf($page));
    }
})->with(['wide' => [1280, 800], 'narrow' => [390, 844]]);
