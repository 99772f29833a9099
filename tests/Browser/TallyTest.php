<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Symfony\Component\Serializer\Encoder\CsvEncoder;

/** Puts what the page would save into a place where it can be read, instead of a folder. */
function keepWhatIsSaved(Tests\Browser\Page $page): void
{
    $page->script(
        'window.saved = []; URL.createObjectURL = (blob) => { blob.text().then((text) => window.saved.push(text)); return "blob:none" }; '.
            'HTMLAnchorElement.prototype.click = function () { window.savedAs = this.download }',
    );
}

test('the tally: by key, another stretch, a figure opened, and its lines add up to it on the screen', function () {
    $page = demo($this)->visit('/week');
    $page->see('[data-test=block]');
    $page->keys('u')->see('[data-test=tally-row]');
    $title = fn (int $letters): string => substr($page->see('[data-test=tally] h1')->getText(), 0, $letters);
    $page->untilSame('Six weeks', fn (): string => $title(9));
    $page->press('[data-test=stretch-week]');
    $page->untilSame('Week to', fn (): string => $title(7));
    $from = fn (): string => (string) $page->see('[data-test=tally]')->getAttribute('data-from');
    $week = $from();
    $page->keys(WebDriverKeys::PAGE_UP);
    $before = (new DateTimeImmutable($week))->modify('-7 days')->format('Y-m-d');
    $page->untilSame($before, $from);
    $page->untilSame('false', fn () => $page->see('[data-test=tally]')->getAttribute('aria-busy'));

    $figure = '[data-test=tally-row][data-name=Glasshouse] [data-test=sum-counted]';
    $minutes = (int) $page->see($figure)->getAttribute('data-minutes');
    expect($minutes)->toBeGreaterThan(300);
    $page->press($figure)->see('[data-test=sum-line]');
    // The lines of the open list, added up on the screen, and the sum below them.
    $addsUpTo = function () use ($page): array {
        $lines = $page->script(
            'return [...document.querySelectorAll("[data-test=sum-line]")].map((one) => Number(one.dataset.share))',
        );

        return [array_sum($lines), (int) $page->see('[data-test=sum-together]')->getAttribute('data-share')];
    };
    $close = fn () => $page->keys(WebDriverKeys::ESCAPE)->untilSame([], fn () => $page->all('[data-test=sum-lines]'));
    expect($addsUpTo())->toBe([$minutes, $minutes]);
    expect($page->seriousFaults())->toBe([]);
    $close();
    expect($from())->toBe($before);

    // So does the sum of all groups, and that of the stretch before.
    foreach (['[data-test=tally-all]', '[data-test=tally-row][data-name=Glasshouse] [data-test=sum-before]'] as $other) {
        $sum = (int) $page->see($other)->getAttribute('data-minutes');
        $page->press($other)->see('[data-test=sum-line]');
        expect($addsUpTo())->toBe([$sum, $sum]);
        $close();
    }

    // By key a figure of a week is opened from the table, and how often something was.
    $page->focus('[data-test=part-weeks] [data-test=as-table]')->keys(WebDriverKeys::ENTER)->see('[data-test=table-weeks]');
    $cell = '[data-test=table-weeks] [data-test=cell][aria-label^="Glasshouse"]';
    $sum = (int) $page->see($cell)->getText();
    $page->focus($cell)->keys(WebDriverKeys::ENTER)->see('[data-test=sum-line]');
    expect($addsUpTo())->toBe([$sum, $sum]);
    $close();
    $page->focus('[data-test=part-weeks] [data-test=as-table]')->keys(WebDriverKeys::ENTER);

    $page->keys('3');
    $page->untilSame('Quarter', fn (): string => $title(7));
    $page->see('[data-test=part-habits] [data-test=chart] svg');
    expect($page->seriousFaults())->toBe([]);

    $musts = (int) $page->see('[data-test=fact-musts]')->getText();
    $page->focus('[data-test=fact-musts]')->keys(WebDriverKeys::ENTER)->see('[data-test=sum-line]');
    expect($addsUpTo())->toBe([$musts, $musts]);
    $close();

    // Any dates, chosen by pointer; a bar opens what it is made of as well.
    $page->press('[data-test="word-from one date to another"]');
    foreach (['from' => '2 Nov 2026', 'to' => '8 Nov 2026'] as $field => $date) {
        $page->type("[data-test=tally] input[placeholder='{$field}']", $date)->keys(WebDriverKeys::ENTER);
    }
    $page->press('[data-test=take-span]')->untilSame('2026-11-02', $from);
    $page->untilSame('2 Nov to 8 Nov', fn (): string => $title(14));
    $page->untilSame('false', fn () => $page->see('[data-test=tally]')->getAttribute('aria-busy'));
    $teal = $page->script('return getComputedStyle(document.documentElement).getPropertyValue("--teal").trim()');
    $page->press("[data-test=part-weeks] [data-test=chart] svg path[fill='{$teal}']");
    expect($page->see('[data-test=sum-line]')->isDisplayed())->toBeTrue();
    expect($page->see('.panel h1')->getText())->toContain('Glasshouse, 2–8 Nov');
    $close();
    $page->keys('3');
    $page->untilSame('Quarter', fn (): string => $title(7));

    // What is chosen stands in the address, and a filter of the board counts here too.
    $all = (int) $page->see('[data-test=tally-all]')->getAttribute('data-minutes');
    $page->visit('/tally/quarter?by=label&of=planned&importance=must');
    $page->untilSame(true, fn () => (int) $page->see('[data-test=tally-all]')->getAttribute('data-minutes') < $all);
    expect($page->see('[data-test=shown]')->getText())->toContain('must');
    expect($page->refusedByPolicy())->toBe([]);
    $page->keys(WebDriverKeys::ESCAPE)->see('[data-test=block]');
});

test('a habit is opened from its row and from a question after the last time', function () {
    $page = demo($this)->visit('/tally');
    $page->press('[data-test=habit][data-title="Pill box"]')->see('[data-test=habit-panel]');
    expect((int) $page->see('[data-test=habit-longest]')->getText())
        ->toBeGreaterThanOrEqual((int) $page->see('[data-test=habit-row]')->getText())
        ->toBeGreaterThan(5);
    expect($page->seriousFaults())->toBe([]);
    $page->keys(WebDriverKeys::ESCAPE)->untilSame([], fn () => $page->all('[data-test=habit-panel]'));
    $page->keys('q')->type('[data-test=find-field]', 'when did I last bake bread');
    $page->press('[data-test=answer-tally]')->see('[data-test=habit-panel]');
    expect($page->see('.panel h1')->getText())->toBe('Bread');
});

test('a table is behind a press, and what is saved can be read by others', function () {
    $page = demo($this)->visit('/tally/six-weeks');
    $page->see('[data-test=part-hours] [data-test=chart] svg');
    $page->press('[data-test=part-hours] [data-test=as-table]')->see('[data-test=table-hours]');
    $shown = $page->script(
        'return [...document.querySelectorAll("[data-test=table-hours] tr")].map((row) => [...row.children].map((cell) => cell.textContent.trim()))',
    );
    keepWhatIsSaved($page);
    $page->press('[data-test=part-hours] [data-test=save]')->press('[data-test=save-csv]');
    $page->untilSame(1, fn () => $page->script('return window.saved.length'));
    $text = (string) $page->script('return window.saved[0]');
    $read = (new CsvEncoder())->decode((string) preg_replace('/^\xEF\xBB\xBF/', '', $text), 'csv', [
        CsvEncoder::AS_COLLECTION_KEY => true,
    ]);
    expect(array_map(array_values(...), $read))
        ->toBe(array_slice($shown, 1))
        ->and(array_keys($read[0]))
        ->toBe($shown[0])
        ->and($read[0]['What'])
        ->toBe('Glasshouse')
        ->and((string) $page->script('return window.savedAs'))
        ->toStartWith('where-the-hours-went-')
        ->toEndWith('.csv');
    $page->press('[data-test=part-weeks] [data-test=save]')->press('[data-test=save-svg]');
    $page->untilSame(2, fn () => $page->script('return window.saved.length'));
    $drawn = new DOMDocument();
    expect($drawn->loadXML((string) $page->script('return window.saved[1]')))
        ->toBeTrue()
        ->and($drawn->documentElement?->tagName)
        ->toBe('svg')
        ->and($drawn->textContent)
        ->toContain('wk ');
    $page->press('[data-test=part-weeks] [data-test=save]')->press('[data-test=save-png]');
    $page->untilSame(3, fn () => $page->script('return window.saved.length'));
    expect($page->refusedByPolicy())->toBe([]);
});

test('a timing is set right by its end and by key, split and moved, and the sum moves with it', function () {
    $page = demo($this)->visit('/tally/six-weeks?room=timings');
    // The latest day before today on which anything was timed.
    $page->see('[data-test=part-timings]');
    for ($back = 0; $back < 9 && $page->all('[data-test=timing-line]') === []; $back++) {
        $date = $page->see('#timings-title')->getText();
        $page->press('[data-test=day-before]');
        $page->untilSame(false, fn (): bool => $page->see('#timings-title')->getText() === $date);
        $page->still();
    }
    $sum = fn (): string => $page->see('[data-test=timings-sum]')->getText();
    $before = $sum();
    $ends = fn (): string => (string) $page->see('[data-test=timing-line] [data-test=time]')->getAttribute('value');
    $start = $ends();
    $page->focus('[data-test=drag-from]')->keys(WebDriverKeys::ARROW_LEFT);
    $page->untilSame(true, fn (): bool => $ends() < $start && $sum() !== $before);
    expect($page->seriousFaults())->toBe([]);

    // By pointer: the end is carried to the right.
    $moved = $sum();
    $box = $page->box($page->see('[data-test=drag-to]'));
    $page->stroke($box['x'] + 5, $box['y'] + 10, $box['x'] + 60, $box['y'] + 10);
    $page->untilSame(false, fn (): bool => $sum() === $moved);

    // An overlap is refused with a sentence, and nothing is lost.
    $lines = count($page->all('[data-test=timing-line]'));
    $page->press('[data-test=timing-line] [data-test^=word-split]')->see('[aria-label="Split at"]');
    $page->focus('[aria-label="Split at"]')->keys(WebDriverKeys::ENTER);
    $page->untilSame($lines + 1, fn (): int => count($page->all('[data-test=timing-line]')));
    $page->press('[data-test=undo]');
    $page->untilSame($lines, fn (): int => count($page->all('[data-test=timing-line]')));
});

test('an estimate is taken over, and taken back', function () {
    $page = demo($this)->visit('/tally');
    $wages = '[data-test=duration][data-name="Wages sheet"]';
    expect($page->see("{$wages} [data-test=duration-words]")->getText())->toContain('estimated 1 h');
    $page->press("{$wages} [data-test=use-middle]");
    $page->untilSame([], fn () => $page->all("{$wages} [data-test=use-middle]"));
    expect($page->see("{$wages} [data-test=duration-words]")->getText())->not->toContain('estimated 1 h');
    $page->press('[data-test=undo]');
    $page->see("{$wages} [data-test=use-middle]");
});

test('a sheet of hours and the journal, at 390 points', function () {
    $page = demo($this, 390, 844)->visit('/tally/quarter?room=hours');
    $page->see('[data-test=table-sheet] tbody tr');
    $rows = $page->script(
        'return [...document.querySelectorAll("[data-test=table-sheet] tbody tr")].map((row) => Number(row.children[4].textContent))',
    );
    $together = array_pop($rows);
    expect(array_sum($rows))->toBe($together)->and($page->seriousFaults())->toBe([]);
    $page->press('[data-test=tally-journal]')->see('[data-test=journal-line]');
    expect($page->seriousFaults())->toBe([]);
    $page->press('[data-test=tally-figures]')->see('[data-test=part-weeks] [data-test=chart] svg');
    expect($page->script('return document.querySelector("main").scrollWidth <= innerWidth'))->toBeTrue();
    expect($page->seriousFaults())->toBe([]);
});
