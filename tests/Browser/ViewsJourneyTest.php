<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;

/** @return list<string> the dates at which a view shows a title */
function tileDates(Page $page, string $tile, string $title): array
{
    return array_map(
        fn ($element): string => (string) $element->getAttribute('data-date'),
        $page->all("[data-test={$tile}][data-title=\"{$title}\"]"),
    );
}

test('one move in the month, and every view shows it', function () {
    $page = demo($this);
    [$mon, , $wed] = nextWeek();
    caught($page, "call the seed merchant {$mon} 13:00 for 30 min", 'Call the seed merchant');
    $page->visit("/month/{$mon}")->see('[data-test=month-line]');
    $page->visit("/month/{$mon}?kinds=event")->see('[data-test=month-cell]'); // fewer lines, so that none is hidden behind a count
    $page->visit("/month/{$mon}?repeats=none");
    $page->carry(
        '[data-test=month-line][data-title="Call the seed merchant"]',
        "[data-test=month-cell][data-date='{$wed}']",
        60,
    );
    $page->untilSame([$wed], fn () => tileDates($page, 'month-line', 'Call the seed merchant'));
    $page->press('[data-test=view-week]')->untilSame(["{$wed} 13:00"], fn () => $page->blocks('Call the seed merchant'));
    $page->press('[data-test=view-ahead]')->untilSame([$wed], fn () => tileDates($page, 'ahead-line', 'Call the seed merchant'));
    $page
        ->press('[data-test=view-year]')
        ->press("[data-test=year-day][data-date='{$wed}']")
        ->untilSame(["{$wed} 13:00"], fn () => $page->blocks('Call the seed merchant'));
});

test('by key alone: another view, a new entry, a move, a copy, a tick', function () {
    $page = demo($this);
    [$mon, $tue] = nextWeek();
    $page->script('document.activeElement.blur()');
    $page->keys('d')->see('[data-test=question-date]');
    $page->type('[data-test=question-date]', $mon);
    $page
        ->focus('[data-test=question-date]')
        ->keys(WebDriverKeys::ENTER)
        ->see("[data-test=day-hours][data-date='{$mon}']");
    $page->script('document.activeElement.blur()');
    $page->keys('e')->see('[data-test=title]');
    $page->untilSame('title', fn () => $page->script('return document.activeElement.id'));
    $page->keys('Oil the hinges')->keys(WebDriverKeys::CONTROL, WebDriverKeys::ENTER);
    $page->untilSame([$mon], fn () => tileDates($page, 'list-task', 'Oil the hinges'));
    $tile = '[data-test=list-task][data-title="Oil the hinges"]';
    $page->untilSame([], fn () => $page->all('[data-test=sheet]'));
    $page
        ->focus($tile)
        ->keys(WebDriverKeys::ALT, WebDriverKeys::ARROW_RIGHT)
        ->untilSame([$tue], fn () => tileDates($page, 'list-task', 'Oil the hinges'));
    $page->focus($tile)->keys('c')->see('[data-test=question-date]');
    $page->type('[data-test=question-date]', $mon);
    $page
        ->focus('[data-test=question-date]')
        ->keys(WebDriverKeys::ENTER)
        ->untilSame([$mon, $tue], fn () => tileDates($page, 'list-task', 'Oil the hinges'));
    $page
        ->focus("{$tile}[data-date='{$tue}']")
        ->keys(WebDriverKeys::SPACE)
        ->untilSame(1, fn () => count($page->all("{$tile}.done")));
    $page->keys('v')->see('[data-test=question]');
    $page->keys('m')->see('[data-test=month-cell]');
});

test('undo reaches across a reload', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon, $tue] = nextWeek();
    caught($page, "mend the gate {$mon} 13:00 for 30 min", 'Mend the gate');
    $block = '[data-test=block][data-title="Mend the gate"]';
    $page
        ->focus($block)
        ->keys(WebDriverKeys::ALT, WebDriverKeys::ARROW_RIGHT)
        ->untilSame(["{$tue} 13:00"], fn () => $page->blocks('Mend the gate'));
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=note]')->getText(), 'Moved'));
    $page->reload()->untilSame(["{$tue} 13:00"], fn () => $page->blocks('Mend the gate'));
    $page->script('document.activeElement.blur()');
    $page->keys(WebDriverKeys::CONTROL, 'z')->untilSame(["{$mon} 13:00"], fn () => $page->blocks('Mend the gate'));
    $page->reload();
    $page->script('document.activeElement.blur()');
    $page->keys(WebDriverKeys::CONTROL, 'z')->untilSame([], fn () => $page->blocks('Mend the gate'));
    $page
        ->keys(WebDriverKeys::CONTROL, WebDriverKeys::SHIFT, 'z')
        ->untilSame(["{$mon} 13:00"], fn () => $page->blocks('Mend the gate'));
});

test('a double booking is made and resolved by a drag, said while dragging and listed', function () {
    $page = demo($this)->press('[data-test=after]');
    [, , , , , $sat] = nextWeek();
    caught($page, "tea with the trustees {$sat} 14:00-15:00", 'Tea with the trustees');
    caught($page, "radio talk {$sat} 17:00-18:00", 'Radio talk');
    $page->see("[data-test=block][data-title='Radio talk']");
    expect($page->all('[data-test="word-double bookings"]'))->toBe([]);
    $perHour = $page->script("return document.querySelector('.line').getBoundingClientRect().height");
    $day = $page->box($page->see("[data-test=day-hours][data-date='{$sat}']"));
    $two = $page->box($page->see('[data-test=block][data-title="Tea with the trustees"]'))['y'] - $day['y'];
    $at = fn (float $hours): int => (int) round($two + $hours * $perHour);
    $page->carry('[data-test=block][data-title="Radio talk"]', "[data-test=day-hours][data-date='{$sat}']", $at(0.25));
    $page->see('[data-test="word-double bookings"]');
    expect($page->see('[data-test="word-double bookings"]')->getText())
        ->toContain('1 double booking')
        ->and($page->blocks('Radio talk'))
        ->toBe(["{$sat} 14:15"])
        ->and($page->all('[data-test=block].conflict'))
        ->toHaveCount(2);
    $page->press('[data-test="word-double bookings"]')->see('[data-test=clash]');
    $page->untilSame(
        [true, true],
        fn (): array => array_map(fn (string $title): bool => str_contains($page->see('[data-test=clash]')->getText(), $title), [
            'Tea with the trustees',
            'Radio talk',
        ]),
    );
    $page->keys(WebDriverKeys::ESCAPE);
    $page->carry('[data-test=block][data-title="Radio talk"]', "[data-test=day-hours][data-date='{$sat}']", $at(2));
    $page->untilSame([], fn () => $page->all('[data-test="word-double bookings"]'));
    expect($page->all('[data-test=block].conflict'))->toBe([]);
});

test('nothing is laid over what is protected without asking', function () {
    $page = demo($this)->press('[data-test=after]');
    [, $tue, , $thu] = nextWeek();
    caught($page, "quiet work {$thu} 10:00-12:00", 'Quiet work');
    $page->press('[data-test=block][data-title="Quiet work"]')->press('[data-test=more]');
    $page->press('[data-test=protected]');
    $page->press('[data-test=save]')->see('[data-test=block][data-title="Quiet work"].protected');
    // A sheet that closes gives the focus back to where it came from.
    $page->untilSame([], fn () => $page->all('[data-test=sheet]'));
    caught($page, "mend the gate {$tue} 13:00 for 30 min", 'Mend the gate');
    $perHour = $page->script("return document.querySelector('.line').getBoundingClientRect().height");
    $top =
        $page->box($page->see('[data-test=block][data-title="Quiet work"]'))['y'] -
        $page->box($page->see("[data-test=day-hours][data-date='{$thu}']"))['y'];
    $page
        ->carry(
            '[data-test=block][data-title="Mend the gate"]',
            "[data-test=day-hours][data-date='{$thu}']",
            (int) round($top + $perHour),
        )
        ->see('[data-test=over]');
    expect($page->see('[data-test=over]')->getText())
        ->toContain('“Quiet work” is protected')
        ->and($page->blocks('Mend the gate'))
        ->toBe(["{$tue} 13:00"]);
    $page->press('[data-test=over-yes]')->untilSame(["{$thu} 11:00"], fn () => $page->blocks('Mend the gate'));
});

test('what was fourteen months ago is found by asking', function () {
    $page = demo($this);
    $page->script('document.activeElement.blur()');
    $page->keys('q')->type('[data-test=find-field]', 'when did the new heater arrive?')->see('[data-test=answer]');
    expect($page->see('[data-test=answer]')->getText())
        ->toContain('New heater arrives')
        ->toContain('14 months ago');
    $page
        ->press('[data-test=found][data-title="New heater arrives"] .week')
        ->see(
            '[data-test=block][data-title="New heater arrives"].done, [data-test=list-task][data-title="New heater arrives"].done',
        );
});

test('several are chosen and go together, and a copy goes where Alt drags it', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon, $tue, , $thu] = nextWeek();
    caught($page, "mend the gate {$mon} 13:00 for 30 min", 'Mend the gate');
    caught($page, "oil the hinges {$mon} 14:00 for 30 min", 'Oil the hinges');
    foreach (['Mend the gate', 'Oil the hinges'] as $title) {
        $page->focus("[data-test=block][data-title='{$title}']")->keys('x');
    }
    expect($page->see('[data-test=chosen]')->getText())->toContain('2 chosen');
    $page
        ->press('[data-test=chosen-1]')
        ->untilSame(
            [["{$tue} 13:00"], ["{$tue} 14:00"]],
            fn () => [$page->blocks('Mend the gate'), $page->blocks('Oil the hinges')],
        );
    // They stay chosen until that is let go.
    $page->script('document.activeElement.blur()');
    $page->keys(WebDriverKeys::ESCAPE)->untilSame([], fn () => $page->all('[data-test=chosen]'));
    $page
        ->keys(WebDriverKeys::CONTROL, 'z')
        ->untilSame(
            [["{$mon} 13:00"], ["{$mon} 14:00"]],
            fn () => [$page->blocks('Mend the gate'), $page->blocks('Oil the hinges')],
        );
    $perHour = $page->script("return document.querySelector('.line').getBoundingClientRect().height");
    $top =
        $page->box($page->see('[data-test=block][data-title="Mend the gate"]'))['y'] -
        $page->box($page->see("[data-test=day-hours][data-date='{$mon}']"))['y'];
    $page->holding(
        WebDriverKeys::ALT,
        fn () => $page->carry(
            '[data-test=block][data-title="Mend the gate"]',
            "[data-test=day-hours][data-date='{$thu}']",
            (int) round($top + $perHour),
        ),
    );
    $page->untilSame(["{$mon} 13:00", "{$thu} 14:00"], fn () => $page->blocks('Mend the gate'));
});

test('what is shown stands in the address, comes back with the back button, and is kept under a name', function () {
    $page = demo($this);
    $all = count($page->all('[data-test=block]'));
    $page->press('[data-test=shown-fold]')->press('[data-test=word-kinds]')->press('[data-test=one-event]');
    $page->untilSame([], fn () => $page->all('[data-test=list-task]'));
    expect($page->script('return location.search'))
        ->toBe('?kinds=event')
        ->and(count($page->all('[data-test=block]')))
        ->toBeLessThan($all);
    $page->press('[data-test=view-month]')->see('[data-test=month-cell]');
    expect($page->script('return location.pathname + location.search'))->toBe('/month?kinds=event');
    $page->script('history.back()');
    $page->see('[data-test=board] [data-test=hours]');
    expect($page->script('return location.search'))->toBe('?kinds=event');
    $page->press('[data-test=word-filters]')->type('[data-test=filter-name] input', 'Only events');
    $page
        ->keys(WebDriverKeys::ENTER)
        ->untilSame(true, fn () => str_contains($page->see('[data-test=note]')->getText(), 'Only events'));
    $page
        ->press('[data-test=word-filters]')
        ->press('[data-test=clear-filter]')
        ->untilSame('', fn () => $page->script('return location.search'));
    $page
        ->press('[data-test=word-filters]')
        ->press('[data-test=kept-filter]')
        ->untilSame('?kinds=event', fn () => $page->script('return location.search'));
    $page->press('[data-test=word-colouring]')->press('[data-test=one-effort]')->see('[data-test=legend]');
    expect($page->see('[data-test=legend]')->getText())->toContain('demanding');
});

test('a stale edit gets the present state beside what was typed', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon] = nextWeek();
    caught($page, "mend the gate {$mon} 13:00 for 30 min", 'Mend the gate');
    $this->second = Page::open($this->site);
    $this->second
        ->visit('/sign-in')
        ->type('#email', 'steward@example.test')
        ->type('#password', 'glasshouse')
        ->press('[data-test=send]')
        ->see('[data-test=board]');
    $this->second->press('[data-test=after]')->press('[data-test=block][data-title="Mend the gate"]')->see('[data-test=sheet]');
    $page
        ->press('[data-test=block][data-title="Mend the gate"]')
        ->type('[data-test=title]', 'Mend the north gate')
        ->press('[data-test=save]');
    $page->untilSame(["{$mon} 13:00"], fn () => $page->blocks('Mend the north gate'));
    $this->second->untilSame(["{$mon} 13:00"], fn () => $this->second->blocks('Mend the north gate')); // within five seconds of the other's change
    $this->second->type('[data-test=title]', 'Mend the south gate')->press('[data-test=save]');
    expect($this->second->see('[data-test=beside]')->getText())
        ->toContain('yours: Mend the south gate')
        ->toContain('the other: Mend the north gate');
    $this->second
        ->press('[data-test=keep-mine]')
        ->untilSame(["{$mon} 13:00"], fn () => $this->second->blocks('Mend the south gate'));
});

test('a file and an older state, in the sheet', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon] = nextWeek();
    caught($page, "mend the gate {$mon} 13:00 for 30 min", 'Mend the gate');
    $page
        ->press('[data-test=block][data-title="Mend the gate"]')
        ->type('[data-test=title]', 'Mend the north gate')
        ->type('[data-test=notes]', '**Oak**, not pine')
        ->press('[data-test=save]');
    $page->untilSame(["{$mon} 13:00"], fn () => $page->blocks('Mend the north gate'));
    $page->untilSame([], fn () => $page->all('[data-test=sheet]'));
    $page->press('[data-test=block][data-title="Mend the north gate"]')->see('[data-test=notes-shown] strong');
    file_put_contents($this->site->folder().'/plan.txt', 'oak');
    $page->see('[data-test=add-file]')->sendKeys($this->site->folder().'/plan.txt');
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=files]')->getText(), 'plan.txt'));
    $page->press('[data-test=past] summary')->see('[data-test=step]');
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=past]')->getText(), 'Mend the gate'));
    $restores = $page->all('[data-test=restore]');
    end($restores)->click();
    $page->untilSame(["{$mon} 13:00"], fn () => $page->blocks('Mend the gate'));
});

test('a file from elsewhere is looked at, brought in by one press, and taken out again by undo', function () {
    $page = demo($this)->press('[data-test=after]');
    [, , , , , $sat] = nextWeek();
    $day = str_replace('-', '', $sat);
    file_put_contents(
        $this->site->folder().'/stalls.ics',
        "BEGIN:VCALENDAR\nX-WR-CALNAME:Stalls\n".
            "BEGIN:VEVENT\nUID:a\nSUMMARY:Winter market\nDTSTART;TZID=Europe/Berlin:{$day}T160000\nDURATION:PT2H\nEND:VEVENT\n".
            "BEGIN:VJOURNAL\nUID:b\nSUMMARY:Last year\nEND:VJOURNAL\nEND:VCALENDAR\n",
    );
    $page->press('[data-test=account]')->press('[data-test=files]')->see('[data-test=bring-in]');
    $page->see('.n-upload-file-input')->sendKeys($this->site->folder().'/stalls.ics');
    expect($page->see('[data-test=import-counts]')->getText())->toBe('1 new, 1 that cannot be kept.');
    expect($page->see('[data-test=import-line]')->getText())->toContain('an entry of a diary');
    $page->press('[data-test=import-take]');
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=note]')->getText(), '1 entry came in.'));
    $page->untilSame(["{$sat} 16:00"], fn () => $page->blocks('Winter market'));
    $page->press('[data-test=undo]')->untilSame([], fn () => $page->blocks('Winter market'));
    // The file of everything is there to be saved.
    expect($page->see('[data-test=take-file]')->getAttribute('href'))->toEndWith('/api/calendar-file');
});

test('a life area is followed under an address, until that is ended', function () {
    $page = demo($this);
    $page->press('[data-test=account]')->press('[data-test=files]')->see('[data-test=follow]');
    $page->press('[data-test=follow] .select')->see('.n-base-select-option');
    $page->keys('all of Glasshouse', WebDriverKeys::ENTER);
    $page->press('[data-test=feed-make]');
    $address = $page->see('[data-test=feed-address]')->getText();
    expect(file_get_contents($address))->toContain('SUMMARY:Vent check')->not->toContain('VALARM');
    $page->press('[data-test=feed-end]')->press('.n-popconfirm__action .n-button--primary-type');
    $page->untilSame([], fn () => $page->all('[data-test=feed]'));
    $asked = stream_context_create(['http' => ['ignore_errors' => true]]);
    expect(file_get_contents($address, false, $asked))->toBe('There is no calendar under this address.');
});

test('a week fits on one sheet of paper; what a month or a list has more goes on to another', function () {
    $page = demo($this);
    expect($page->printedPages())->toBe(1);
    $page->press('[data-test=view-month]')->see('[data-test=month-cell]');
    expect($page->printedPages())->toBeLessThan(4);
    $page->press('[data-test=view-ahead]')->see('[data-test=chapter]');
    expect($page->printedPages())->toBeGreaterThan(1);
    // Nothing is left out: each entry of the month has its line.
    $page->press('[data-test=view-month]')->see('[data-test=month-cell]');
    $page->script("window.dispatchEvent(new Event('beforeprint'))");
    $page->untilSame(true, fn () => $page->all('.paper p') !== []);
    [$lines, $occurrences] = $page->script(
        "return [document.querySelectorAll('.paper p:not(.blank)').length, document.querySelectorAll('[data-test=month-cell] [data-tile], [data-test=month-bar]').length]",
    );
    expect($lines)->toBeGreaterThan($occurrences);
    expect($page->script("return document.querySelector('.paper footer').textContent"))->toContain('Glasshouse');
});

test('on a narrow screen a running list reads on when one comes to its end, and not before', function (string $view, string $chapter) {
    $page = demo($this, 390, 844);
    $page->visit("/{$view}")->see($chapter);
    $page->still();
    $first = count($page->all($chapter));
    // What takes some answers gives a list that reads on by itself time to do so.
    $page->press('[data-test=find]')->type('[data-test=find-field]', 'vent check')->see('[data-test=found]');
    $page->keys(WebDriverKeys::ESCAPE)->still();
    expect($page->all($chapter))->toHaveCount($first);
    $page->script('const body = document.querySelector(".narrow .body"); body.scrollTop = body.scrollHeight');
    $page->untilSame(true, fn (): bool => count($page->all($chapter)) > $first);
})->with([['ahead', '[data-test=chapter]'], ['done', '[data-test=done-day]']]);
