<?php

declare(strict_types=1);

use Tests\Browser\Page;

/** Every view and panel, by how one gets there. */
function looked(Page $page, string $view): void
{
    match ($view) {
        'week', 'day', 'month', 'year', 'ahead', 'done' => $page->visit("/{$view}")->see(
            [
                'week' => '[data-test=block]',
                'day' => '[data-test=day-task]',
                'month' => '[data-test=month-cell]',
                'year' => '[data-test=year-day]',
                'ahead' => '[data-test=chapter]',
                'done' => '[data-test=done-line]',
            ][$view],
        ),
        'days' => $page->visit('/days/5')->see('[data-test=block]'),
        'sheet' => $page->visit('/week')->press('[data-test=block]')->see('[data-test=next]'),
        'more' => $page->visit('/week')->press('[data-test=block]')->press('[data-test=more]')->see('[data-test=labels]'),
        'areas' => $page->visit('/week')->press('[data-test=account]')->press('[data-test=areas]')->see('[data-test=area]'),
        'files' => $page->visit('/week')->press('[data-test=account]')->press('[data-test=files]')->see('[data-test=bring-in]'),
        'settings' => $page->visit('/week')->press('[data-test=account]')->press('[data-test=settings]')->see('[data-test=zone]'),
        'find' => $page
            ->visit('/week')
            ->press('[data-test=find]')
            ->type('[data-test=find-field]', 'when was the heater last?')
            ->see('[data-test=found]'),
        'chosen' => $page->visit('/week')->focus('[data-test=block]')->keys('x')->see('[data-test=chosen]'),
        'filing' => $page
            ->visit('/week')
            ->press('[data-test=account]')
            ->press('[data-test=filing]')
            ->see('[data-test=filing-words]'),
        'close' => $page->visit('/close')->see('[data-test=closing] .columns'),
        'tomorrow' => $page->visit('/close')->press('[data-test=step-tomorrow]')->see('[data-test=take-in]'),
        'lines' => $page->visit('/close')->press('[data-test=step-lines]')->see('[data-test=lines]'),
    };
    $page->still();
}

/**
 * A quarter of an hour of the month is drawn lower than 24 px; Page::seriousFaults says which clause lets it. The dark page is the same but for
 * its colours, so those alone are looked at again.
 */
test('no view has a serious fault of accessibility (axe-core, WCAG 2.2 AA), light or dark', function (int $width, array $views) {
    $page = demo($this, $width, $width < 500 ? 844 : 800);
    $faults = [];
    foreach ($views as $view) {
        looked($page, $view);
        $faults[$view] = $page->seriousFaults();
        $faults["{$view}, dark"] = $page->dark()->still()->seriousFaults(ofColours: true);
        $page->light();
    }
    expect(array_filter($faults))->toBe([]);
})->with([
    'wide: views' => [1280, ['week', 'day', 'month', 'year', 'ahead', 'days', 'done', 'chosen', 'find']],
    'wide: panels' => [1280, ['sheet', 'more', 'areas', 'files', 'settings', 'filing', 'close', 'tomorrow', 'lines']],
    'narrow' => [390, ['week', 'day', 'month', 'ahead', 'done', 'close', 'files']],
]);
