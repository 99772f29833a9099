<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;

/** What takes how many presses; the numbers are counted here. */

/** @return string what has the focus: the title of a tile, or the name of a test hook */
function focused(Page $page): string
{
    return (string) $page->script(
        'const a = document.activeElement; return a?.dataset.title ?? a?.closest("[data-title]")?.dataset.title ?? a?.dataset.test ?? a?.tagName ?? ""',
    );
}

test('a thought is caught by one key with a sheet, Find or the areas open, and they stay as they are', function () {
    $page = demo($this);
    $open = [
        'sheet' => fn () => $page->press('[data-test=list-task]')->see('[data-test=title]'),
        'find' => fn () => $page->press('[data-test=find]')->untilSame('find-field', fn () => focused($page)),
        'areas' => fn () => $page->press('[data-test=account]')->press('[data-test=areas]')->see('[data-test=area]'),
    ];
    foreach ($open as $what => $opens) {
        $opens();
        $page->holding(WebDriverKeys::ALT, fn () => $page->keys('n'))->see('[data-test=capture-over]');
        $page->untilSame('capture-over', fn () => focused($page));
        $page->keys("order twine for the {$what}", WebDriverKeys::ENTER);
        $page->see("[data-test=basket-card][data-title='Order twine for the {$what}']");
        $page->untilSame([], fn () => $page->all('[data-test=catch-over]'));
        expect(
            $page->all(
                ['sheet' => '[data-test=sheet]', 'find' => '[data-test=find-field]', 'areas' => '[data-test=area]'][$what],
            ),
        )->not->toBe([]);
        $page->visit('/week')->see('[data-test=board] [data-test=hours]');
    }
});

test('an empty hour takes the line by a press, and a stroke gives its length', function () {
    $page = demo($this, alwaysAwake: true)->press('[data-test=after]');
    [, , , , , $sat] = nextWeek();
    $page->see("[data-test=day-hours][data-date='{$sat}']");
    [$x, $y] = $page->script(
        <<<'JS'
        const day = document.querySelector(`[data-test=day-hours][data-date='${arguments[0]}']`)
        const hours = document.querySelector('[data-test=hours]').getBoundingClientRect()
        const box = day.getBoundingClientRect()
        const taken = [...day.querySelectorAll('.block, .comb')].map((one) => one.getBoundingClientRect())
        // The first free stretch of ninety pixels that is in sight.
        for (let y = hours.top + 30; y < hours.bottom - 120; y += 10)
            if (taken.every((one) => one.bottom < y - 4 || one.top > y + 94)) return [box.left + box.width / 2, y]
        return null
        JS
        ,
        $sat,
    );
    $page->stroke($x, $y, $x, $y);
    $page->untilSame('capture-over', fn () => focused($page));
    $page->keys('air the shed', WebDriverKeys::ENTER)->see('[data-test=block][data-title="Air the shed"]');
    $page->untilSame([], fn () => $page->all('[data-test=catch-here]'));
    expect($page->blocks('Air the shed')[0])->toStartWith($sat);
    // The pointer gives the length: sixty pixels are more than an hour.
    $page->stroke($x + 20, $y + 30, $x + 20, $y + 90);
    $words = $page->see('[data-test=catch-here] b')->getText();
    expect($words)->toContain(' h');
    $page->keys('turn the compost', WebDriverKeys::ENTER)->see('[data-test=block][data-title="Turn the compost"]');
});

test('what the line understood is changed by a press, and a word is left plain by a key', function () {
    $page = demo($this, alwaysAwake: true)->press('[data-test=after]');
    [, , , , , $sat] = nextWeek();
    $page->type('[data-test=capture]', "mend the Sunday gate {$sat} at 13:00")->see('[data-test=understood] .facts');
    $page->press('[data-test=word-length]')->press('[data-test=lasts-45]');
    $page->untilSame(
        "mend the Sunday gate {$sat} at 13:00 for 45 min",
        fn () => $page->see('[data-test=capture]')->getAttribute('value'),
    );
    $page->untilSame('capture', fn () => focused($page));
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=understood] .facts')->getText(), '45 min'));
    // Down to the underlined words, along them to the length, which is left as it is written, and understood again.
    $page->keys(WebDriverKeys::ARROW_DOWN)->untilSame('piece', fn () => focused($page));
    $piece = fn (): string => (string) $page->script('return document.activeElement.textContent.trim()');
    $page->keys(WebDriverKeys::ARROW_RIGHT)->untilSame('at 13:00', $piece);
    // Beyond the last word the arrow leads back to the line: a key that is taken twice only makes the way longer.
    $page->untilSame('for 45 min', function () use ($page, $piece): string {
        if ($piece() !== 'for 45 min') {
            $page->keys(focused($page) === 'piece' ? WebDriverKeys::ARROW_RIGHT : WebDriverKeys::ARROW_DOWN);
        }

        return $piece();
    });
    $page->keys(WebDriverKeys::DELETE)->see('[data-test=understand-again]');
    $page->untilSame('capture', fn () => focused($page));
    $page->press('[data-test=understand-again]');
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=understood] .facts')->getText(), '45 min'));
    $page->focus('[data-test=capture]')->keys(WebDriverKeys::ENTER);
    $page->untilSame(["{$sat} 13:00"], fn () => $page->blocks('Mend the Sunday gate'));
});

test('the basket is one key away, and a task of it goes by one key to the next free time', function () {
    $page = demo($this, alwaysAwake: true)->press('[data-test=after]');
    $page->untilSame(true, fn () => $page->all('[data-test=block]') !== []);
    $page->keys('g');
    $page->untilSame('Re-putty the north pane', fn () => focused($page));
    $page->keys(WebDriverKeys::ARROW_DOWN)->untilSame('Grant report, costs page', fn () => focused($page));
    $page->keys('h')->see('[data-test=ghost]');
    $offered = $page->see('[data-test=ghost]')->getText();
    $page->keys(WebDriverKeys::ARROW_DOWN);
    $page->untilSame(true, fn () => $page->see('[data-test=ghost]')->getText() !== $offered);
    $page->keys(WebDriverKeys::ARROW_UP)->keys(WebDriverKeys::ENTER);
    $page->see('[data-test=block][data-title="Grant report, costs page"]');
    $page->untilSame('Grant report, costs page', fn () => focused($page));
    // It lies over nothing.
    expect($page->all('[data-test=block].conflict[data-title="Grant report, costs page"]'))->toBe([]);
    // The same move again, from where one is.
    $before = $page->blocks('Grant report, costs page');
    $page->holding(WebDriverKeys::ALT, fn () => $page->keys(WebDriverKeys::ARROW_DOWN));
    $page->untilSame(true, fn () => $page->blocks('Grant report, costs page') !== $before);
    $page->untilSame('Grant report, costs page', fn () => focused($page));
});

test('after the question how far a move reaches, the focus is on the entry', function () {
    $page = demo($this, alwaysAwake: true)->press('[data-test=after]');
    $page->see('[data-test=block][data-title="Volunteers"]');
    $page->focus('[data-test=block][data-title="Volunteers"]');
    $was = $page->blocks('Volunteers');
    foreach ([1, 2] as $time) {
        $page->holding(WebDriverKeys::ALT, fn () => $page->keys(WebDriverKeys::ARROW_DOWN));
        $page->see('[data-test=scope]');
        $page->keys('1')->untilSame([], fn () => $page->all('[data-test=scope]'));
        $page->untilSame('Volunteers', fn () => focused($page));
    }
    expect($page->blocks('Volunteers'))->not->toBe($was);
});

test('a part of the page is one Tab stop, and arrows go on in it', function () {
    $page = demo($this);
    $stops = [];
    $page->script('document.querySelector(".skip").focus()');
    // From the first skip link around the page: every stop once, by the part of the page it is in.
    for ($i = 0; $i < 60; $i++) {
        $page->keys(WebDriverKeys::TAB);
        $stop = $page->script(
            'const a = document.activeElement; return a.closest("[data-one-stop]")?.matches("main, nav, aside") ? (a.matches("[data-tile]") ? "tile of " : "") + (a.closest("[data-one-stop]").dataset.test ?? a.closest("[data-one-stop]").className) : a.dataset.test ?? a.className',
        );
        if (($stop === 'skip' && $i > 0) || $stop === '') {
            break;
        }
        $stops[] = $stop;
    }
    $count = array_count_values($stops);
    expect(count($stops))->toBeLessThan(45);
    expect($count['ruler'] ?? 0)
        ->toBe(1)
        ->and($count['ribbon'] ?? 0)
        ->toBe(1)
        ->and($count['tile of basket'] ?? 0)
        ->toBe(1)
        ->and($count['tile of board'] ?? 0)
        ->toBe(1);
});

test('several that were chosen go a week later and once more, and stay chosen', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon] = nextWeek();
    caught($page, "mend the gate {$mon} 13:00 for 30 min", 'Mend the gate');
    caught($page, "oil the hinges {$mon} 14:00 for 30 min", 'Oil the hinges');
    $page->focus('[data-test=block][data-title="Mend the gate"]')->keys('x');
    $page->focus('[data-test=block][data-title="Oil the hinges"]')->keys('x');
    $page
        ->press('[data-test=chosen-1]')
        ->untilSame(
            [(new DateTimeImmutable($mon))->modify('+1 day')->format('Y-m-d').' 13:00'],
            fn () => $page->blocks('Mend the gate'),
        );
    expect($page->see('[data-test=chosen] b')->getText())->toBe('2 chosen');
    $page->press('[data-test=chosen-7]')->untilSame([], fn () => $page->blocks('Mend the gate'));
});

test('two musts of tomorrow are chosen by two keys, put in order by a drag, and stay so', function () {
    $this->site->reset(demo: true);
    // Of the day after tomorrow nothing is said; what tomorrow has is made here, whatever day this runs on.
    $page = signIn($this->page = Page::open($this->site));
    foreach (['Label the seed tins', 'Oil the hinges', 'Sort the canes'] as $title) {
        caught($page, "{$title} tomorrow", $title);
    }
    $titles = fn (string $kind): array => array_map(
        fn ($one) => $one->getAttribute('data-title'),
        $page->all("[data-test={$kind}]"),
    );
    $page->visit('/close')->see('[data-test=tomorrow]');
    $page->press('[data-test=step-tomorrow]');
    $page->untilSame(true, fn () => in_array(focused($page), $titles('other'), true));
    $before = $titles('must');
    [$first, $second] = $titles('other');
    $page->keys('m', 'm');
    $page->untilSame([...$before, $first, $second], fn () => $titles('must'));

    $page->keys(WebDriverKeys::ARROW_DOWN);
    $left = $titles('other');
    $page->untilSame($left[1], fn () => focused($page));
    $last = $left[count($left) - 1];
    if ($before !== []) {
        $page->see('[data-test=tomorrow] .complaint'); // more than two musts: said when the day was read anew, and takes a line
    }
    $page->carry("[data-test=other][data-title='{$last}']", "[data-test=must][data-title='{$first}']", 6);
    $page->untilSame([...$before, $last, $first, $second], fn () => $titles('must'));
    $page->visit('/close')->see('[data-test=tomorrow]');
    $page->untilSame([...$before, $last, $first, $second], fn () => $titles('must'));
});

test('a weekday routine takes four presses of the pointer beside its name', function () {
    $page = demo($this, alwaysAwake: true)->press('[data-test=after]');
    $presses = 0;
    $press = function (string $what) use ($page, &$presses): void {
        $page->press($what);
        $presses++;
    };
    [$mon] = nextWeek();
    $page->see("[data-test=day-list][data-date='{$mon}']");
    $list = $page->script(
        <<<'JS'
        const list = document.querySelector(`[data-test=day-list][data-date='${arguments[0]}']`)
        const box = list.getBoundingClientRect()
        return [box.left + box.width / 2, box.bottom - 3]
        JS
        ,
        $mon,
    );
    $page->stroke($list[0], $list[1], $list[0], $list[1]);
    $presses++;
    $press('[data-test=as-sheet]');
    $page->type('[data-test=title]', 'Sweep the path');
    $press('[data-test=press-weekdays]');
    $press('[data-test=save]');
    $page->untilSame(5, fn () => count($page->all('[data-title="Sweep the path"][data-key]')));
    expect($presses)->toBe(4);
});

test('several that were chosen go a week later by key, and stay chosen', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon] = nextWeek();
    caught($page, "mend the gate {$mon} 13:00 for 30 min", 'Mend the gate');
    caught($page, "oil the hinges {$mon} 14:00 for 30 min", 'Oil the hinges');
    $page->focus('[data-test=block][data-title="Mend the gate"]')->keys('x');
    $page->focus('[data-test=block][data-title="Oil the hinges"]')->keys('x');
    $later = (new DateTimeImmutable($mon))->modify('+7 days')->format('Y-m-d');
    $page->holding(
        WebDriverKeys::ALT,
        fn () => $page->holding(WebDriverKeys::SHIFT, fn () => $page->keys(WebDriverKeys::ARROW_RIGHT)),
    );
    $page->untilSame([], fn () => $page->blocks('Mend the gate'));
    expect($page->see('[data-test=chosen] b')->getText())->toBe('2 chosen');
    $page->press('[data-test=after]')->untilSame(["{$later} 13:00"], fn () => $page->blocks('Mend the gate'));
    expect($page->blocks('Oil the hinges'))->toBe(["{$later} 14:00"]);
});

/** @return list<string> the days of the running list with a task of that title */
function chaptersWith(Page $page, string $title): array
{
    return $page->script(
        'return [...document.querySelectorAll("[data-test=chapter]")].filter((day) => day.querySelector(`[data-tile][data-title="${arguments[0]}"]`)).map((day) => day.dataset.date)',
        $title,
    );
}

test(
    'in the running list by drag and by key: a task to another day, one of the basket into a day, a new one into a day',
    function () {
        $page = demo($this, alwaysAwake: true);
        [$mon, $tue, $wed] = nextWeek();
        caught($page, "mend the gate {$mon}", 'Mend the gate');
        $page->visit("/ahead/{$mon}")->see('[data-test=chapter] [data-tile][data-title="Mend the gate"]');
        // By one drag; a chapter's height is its own, so it is let go close below its top.
        $page->carry('[data-tile][data-title="Mend the gate"]', "[data-test=chapter][data-date='{$tue}']", 8);
        $page->untilSame([$tue], fn () => chaptersWith($page, 'Mend the gate'));
        // By one key, and the focus stays on it.
        $page->focus('[data-tile][data-title="Mend the gate"]');
        $page->holding(WebDriverKeys::ALT, fn () => $page->keys(WebDriverKeys::ARROW_UP));
        $page->untilSame([$mon], fn () => chaptersWith($page, 'Mend the gate'));
        $page->untilSame('Mend the gate', fn () => focused($page));
        // From the basket into a day, and into a free time of a day.
        $page->carry('[data-test=basket-card][data-title="New laces"]', "[data-test=chapter][data-date='{$tue}']", 8);
        $page->untilSame([$tue], fn () => chaptersWith($page, 'New laces'));
        $page->carry('[data-test=basket-card][data-title="Ring the chiropodist"]', "[data-test=free][data-date='{$mon}']", 6);
        $page->untilSame([$mon], fn () => chaptersWith($page, 'Ring the chiropodist'));
        // The same by key: one of the basket goes to the next free time that is shown.
        $page
            ->keys('g')
            ->untilSame(true, fn () => str_contains((string) $page->script('return document.activeElement.className'), 'card'));
        $title = focused($page);
        $page->keys('h');
        $page->untilSame(1, fn () => count(chaptersWith($page, $title)));
        // A press at the end of a chapter, or Enter on it, words, Enter.
        $page->focus("[data-test=chapter][data-date='{$mon}'] [data-test=add-here]")->keys(WebDriverKeys::ENTER);
        $page->untilSame('capture-over', fn () => focused($page));
        $page->keys('sweep the path', WebDriverKeys::ENTER);
        $page->untilSame([$mon], fn () => chaptersWith($page, 'Sweep the path'));
        $page->press("[data-test=chapter][data-date='{$wed}'] [data-test=add-here]");
        $page->untilSame('capture-over', fn () => focused($page));
        $page->keys('air the shed', WebDriverKeys::ENTER);
        $page->untilSame([$wed], fn () => chaptersWith($page, 'Air the shed'));
    },
);

test('a timing is set right by two presses', function () {
    $page = demo($this);
    $page->visit('/day')->press('[data-title="Check boiler pressure"] [data-test=word-timings]');
    $page->see('[data-test=timing]');
    $before = $page->see('[data-title="Check boiler pressure"] [data-test=word-timings]')->getText();
    $ended = '[data-test=timing] [aria-label="Ended at"]';
    $page->press($ended);
    $started = $page->see('[data-test=timing] [aria-label="Started at"]')->getAttribute('value');
    [$hour, $minute] = array_map('intval', explode(':', (string) $started));
    $page->script('document.activeElement.select()');
    $page->keys(sprintf('%d:%02d', $hour, $minute + 7), WebDriverKeys::ENTER);
    $page->untilSame(
        true,
        fn () => str_starts_with(
            $page->see('[data-title="Check boiler pressure"] [data-test=word-timings]')->getText(),
            '7 min',
        ),
    );
    expect($before)->toStartWith('22 min');
});

test('what was written in closing a day is found again by its words, and stands in Done', function () {
    $page = demo($this)->keys('q');
    $page->untilSame('find-field', fn () => focused($page));
    $page->keys('frost flowers');
    $line = $page->see('[data-test=closing-line]');
    expect($line->getText())->toContain('Frost flowers on the north pane at seven.');
    $page->visit('/done')->see('[data-test=done-day]');
    $page->untilSame(
        true,
        fn () => str_contains(
            (string) $page->script('return document.querySelector("[data-test=done]").innerText'),
            'Frost flowers on the north pane at seven.',
        ),
    );
});

test('a weekday routine takes one key, its words and Enter', function () {
    $page = demo($this, alwaysAwake: true)->press('[data-test=after]');
    [$mon] = nextWeek();
    $page->untilSame(true, fn () => $page->all('[data-test=block]') !== []);
    $page->keys('n')->untilSame('capture', fn () => focused($page));
    $page->keys("sweep the path every weekday from {$mon}")->see('[data-test=understood] .facts');
    $page->keys(WebDriverKeys::ENTER);
    $page->untilSame(5, fn () => count($page->all('[data-title="Sweep the path"][data-key]')));
});
