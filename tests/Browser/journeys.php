<?php

declare(strict_types=1);

use App\Accounts\SignedIn;
use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;
use Tests\Browser\Site;

/**
 * Opens the demo, signed in.
 *
 * @param  bool  $alwaysAwake  no hour is folded and no day in hand but today's, at whatever hour this runs
 */
function demo(object $test, int $width = 1280, int $height = 800, bool $alwaysAwake = false): Page
{
    $test->site->reset(demo: true);
    if ($alwaysAwake) {
        $test->site->query(
            "update users set week = replace(replace(week, '\"wakes\":360', '\"wakes\":0'), '\"sleeps\":1320', '\"sleeps\":1440')",
        );
    }
    $test->page = Page::open($test->site, $width, $height);

    return signIn($test->page);
}

/** As the demo's account, on a device that is signed in already. The first journey signs in by the form. */
function signIn(Page $page): Page
{
    $page->remembered(SignedIn::COOKIE, Site::running()->demoDevice)->visit('/')->see('[data-test=board] [data-test=hours]');

    return $page;
}

/** @return list<string> the seven days of next week */
function nextWeek(): array
{
    $monday = Site::running()->now()->modify('monday this week')->modify('+7 days');

    return array_map(fn (int $day): string => $monday->modify("+{$day} days")->format('Y-m-d'), range(0, 6));
}

/** Catches something by the line at the top. */
function caught(Page $page, string $line, string $title): void
{
    $page->type('[data-test=capture]', $line)->see('[data-test=understood] .facts');
    $page->keys(WebDriverKeys::ENTER);
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=note]')->getText(), $title));
}
