<?php

declare(strict_types=1);

use Facebook\WebDriver\WebDriverKeys;
use Tests\Browser\Page;

test('from the first account to a week that stays as it was left', function () {
    $this->site->reset(demo: false);
    $page = $this->page = Page::open($this->site);
    $page->visit('/')->type('#name', 'Steward')->type('#email', 'ida@example.test')->type('#password', 'a long password');
    // Any zone is found by typing.
    $page->press('[data-test=zone]')->keys('Europe/Berl')->see('.n-base-select-option');
    $page
        ->keys(WebDriverKeys::ENTER)
        ->untilSame(true, fn () => str_contains($page->see('[data-test=zone]')->getText(), 'Europe/Berlin'));
    $page->press('[data-test=send]')->see('[data-test=first-steps]');
    $page
        ->press('[data-test=first-Music]')
        ->press('[data-test=first-begin]')
        ->untilSame([], fn () => $page->all('[data-test=first-steps]'));
    $page->see('[data-test=area-tab][data-name=Music]');
    $page
        ->press('[data-test=account]')
        ->press('[data-test=areas]')
        ->type('[data-test=new-area]', 'Glasshouse')
        ->press('[data-test=colour-teal]')
        ->press('[data-test=add-area]');
    $page->see('[data-test=area][data-name=Glasshouse]');
    $page->reload()->press('[data-test=account]')->press('[data-test=sign-out]');
    $page
        ->type('#email', 'ida@example.test')
        ->type('#password', 'a long password')
        ->press('[data-test=send]')
        ->see('[data-test=board] [data-test=hours]');

    $page
        ->type('[data-test=capture]', 'vent check every weekday 7:15 for 15 min in Glasshouse')
        ->see('[data-test=understood] .calendar');
    expect($page->see('[data-test=understood]')->getText())
        ->toContain('every weekday')
        ->toMatch('/at 7:15.* for 15 min/');
    $page->keys(WebDriverKeys::ENTER)->see('[data-test=note]');

    // It is brought into view wherever it lands.
    $page->see('[data-test=block][data-title="Vent check"]');
    [$mon, $tue, $wed, $thu, $fri] = nextWeek();
    $page->visit("/week/{$mon}");
    $page->untilSame(
        ["{$mon} 7:15", "{$tue} 7:15", "{$wed} 7:15", "{$thu} 7:15", "{$fri} 7:15"],
        fn () => $page->blocks('Vent check'),
    );

    $thursdays = "[data-test=block][data-title='Vent check'][data-date='{$thu}']";
    $perHour = $page->script("return document.querySelector('.line').getBoundingClientRect().height");
    $from = $page->box($page->see($thursdays));
    $day = $page->box($page->see("[data-test=day-hours][data-date='{$thu}']"));
    $page
        ->carry($thursdays, "[data-test=day-hours][data-date='{$thu}']", (int) round($from['y'] - $day['y'] + $perHour * 0.75))
        ->press('[data-test=scope-one]');
    $left = ["{$mon} 7:15", "{$tue} 7:15", "{$wed} 7:15", "{$thu} 8:00 moved", "{$fri} 7:15"];
    $page->untilSame($left, fn () => $page->blocks('Vent check'));

    $left[0] .= ' done';
    $page->script('performance.clearResourceTimings()');
    $page
        ->press("[data-test=block][data-title='Vent check'][data-date='{$mon}'] [data-test=stone]")
        ->untilSame($left, fn () => $page->blocks('Vent check'));
    // A change costs one request and one fetch; the look for other people's changes comes besides, and so does a part of the page
    // that is loaded with the pointer's first rest.
    $page->untilSame(
        ['done', 'together'],
        fn () => $page->script(
            "return performance.getEntriesByType('resource').map((one) => new URL(one.name).pathname).filter((path) => path.startsWith('/api/')).map((path) => path.split('/').at(-1)).filter((name) => name !== 'revision')",
        ),
    );
    $page->reload()->untilSame($left, fn () => $page->blocks('Vent check'));
});

test('a task goes from the basket into the hours and back', function () {
    $page = demo($this)->press('[data-test=after]');
    [, $tue] = nextWeek();
    $page->see("[data-test=day-hours][data-date='{$tue}']");
    $card = '[data-test=basket-card][data-title="Ring the chiropodist"]';
    $block = '[data-test=block][data-title="Ring the chiropodist"]';
    $ten = (int) $page->script(
        "const day = document.querySelector(`[data-test=day-hours][data-date='\${arguments[0]}']`); const mark = [...document.querySelectorAll('.mark')].find((m) => m.textContent === '10'); const b = mark.getBoundingClientRect(); return Math.round(b.y + b.height / 2 - day.getBoundingClientRect().y)",
        $tue,
    );
    $page
        ->carry($card, "[data-test=day-hours][data-date='{$tue}']", $ten)
        ->untilSame(["{$tue} 10:00"], fn () => $page->blocks('Ring the chiropodist'));
    $page->untilSame([], fn () => $page->all($card));
    $page->carry($block, '[data-test=basket]', 300)->see($card);
    $page->untilSame([], fn () => $page->blocks('Ring the chiropodist'));
    $page
        ->carry($card, "[data-test=day-list][data-date='{$tue}']", 30)
        ->see("[data-test=list-task][data-title='Ring the chiropodist'][data-date='{$tue}']");
});

test('a block is made longer by its lower edge, and goes onto a day’s list', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon, , , $thu] = nextWeek();
    $page->type('[data-test=capture]', "mend the north frame {$thu} 12:00 for 30 min")->see('[data-test=understood] .facts');
    $page->keys(WebDriverKeys::ENTER)->untilSame(["{$thu} 12:00"], fn () => $page->blocks('Mend the north frame'));
    $block = '[data-test=block][data-title="Mend the north frame"]';
    $perHour = $page->script("return document.querySelector('.line').getBoundingClientRect().height");
    $day = $page->box($page->see("[data-test=day-hours][data-date='{$thu}']"));
    $top = $page->box($page->see($block))['y'] - $day['y'];
    $page->carry($block, "[data-test=day-hours][data-date='{$thu}']", (int) round($top + $perHour * 1.5) - 3, by: 'bottom');
    $page->untilSame(
        'Mend the north frame, '.date('D j M', (int) strtotime($thu)).', 12:00 to 13:30, Glasshouse',
        fn () => $page->see($block)->getAttribute('aria-label'),
    );
    $page
        ->carry($block, "[data-test=day-list][data-date='{$mon}']", 30)
        ->see("[data-test=list-task][data-title='Mend the north frame'][data-date='{$mon}']");
});

test('everything by key: caught, moved, ticked, undone', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon, $tue] = nextWeek();
    $page->see("[data-test=day-hours][data-date='{$mon}']");
    $page->script('document.activeElement.blur()');
    $page
        ->keys('n')
        ->keys("call the seed merchant {$mon} 13:00 for 30 min")
        ->see('[data-test=understood] .facts');
    $page->keys(WebDriverKeys::ENTER)->untilSame(["{$mon} 13:00"], fn () => $page->blocks('Call the seed merchant'));
    $block = '[data-test=block][data-title="Call the seed merchant"]';
    $page
        ->focus($block)
        ->keys(WebDriverKeys::ALT, WebDriverKeys::ARROW_DOWN)
        ->untilSame(["{$mon} 13:15"], fn () => $page->blocks('Call the seed merchant'));
    $page
        ->focus($block)
        ->keys(WebDriverKeys::ALT, WebDriverKeys::ARROW_RIGHT)
        ->untilSame(["{$tue} 13:15"], fn () => $page->blocks('Call the seed merchant'));
    $page
        ->focus($block)
        ->keys(WebDriverKeys::SPACE)
        ->untilSame(["{$tue} 13:15 done"], fn () => $page->blocks('Call the seed merchant'));
    $page->keys(WebDriverKeys::CONTROL, 'z')->untilSame(["{$tue} 13:15"], fn () => $page->blocks('Call the seed merchant'));
    $page->script('document.activeElement.blur()');
    $page->keys(WebDriverKeys::CONTROL, 'z')->untilSame(["{$mon} 13:15"], fn () => $page->blocks('Call the seed merchant'));
    $page->focus($block)->keys('b')->see('[data-test=basket-card][data-title="Call the seed merchant"]');
    $page
        ->focus('[data-test=basket-card][data-title="Call the seed merchant"]')
        ->keys('l')
        ->see('[data-test=list-task][data-title="Call the seed merchant"]');
});

test('the sheet changes a rhythm, says where it lands and saves it from here on', function () {
    $page = demo($this)->press('[data-test=after]');
    [$mon, , $wed, , $fri] = nextWeek();
    $page->press("[data-test=block][data-title='Stretch'][data-date='{$wed}']")->see('[data-test=reading]');
    $page->untilSame('That is every Monday, Wednesday and Friday.', fn () => $page->see('[data-test=reading]')->getText());
    $page
        ->press('[data-test=press-every_day]')
        ->untilSame('That is every day.', fn () => $page->see('[data-test=reading]')->getText());
    $page
        ->type('[data-test=title]', 'Long stretch')
        ->press('[data-test=save]')
        ->press('[data-test=scope-onward]')
        ->see('[data-test=note]');
    $page->untilSame(["{$mon} 6:30"], fn () => $page->blocks('Stretch'));
    $page->untilSame(5, fn () => count($page->blocks('Long stretch')));
    expect($page->blocks('Long stretch')[0])
        ->toBe("{$wed} 6:30")
        ->and($page->blocks('Long stretch'))
        ->toContain("{$fri} 6:30");
});

test('what is wrong is said in the sheet, and nothing typed is lost', function () {
    $page = demo($this);
    $page->script('document.activeElement.blur()');
    $page->keys('e')->see('[data-test=sheet]');
    $page->type('[data-test=notes]', 'Half a thought')->press('[data-test=save]');
    $page->untilSame('Give it a title.', fn () => $page->see('[data-test=sheet] .mistake')->getText());
    expect($page->see('[data-test=notes]')->getAttribute('value'))->toBe('Half a thought');
    $page->keys(WebDriverKeys::ESCAPE)->see('.leave');
    expect($page->see('.leave')->getText())->toContain('not saved yet');
});

test('a reminder shows at its moment, once, and stays in the list until it is answered', function () {
    $page = demo($this);
    $this->site->query('update users set quiet_from = 0, quiet_to = 0'); // at whatever hour this runs
    $this->site->query('update entries set protected = 0');
    // None of the demo's own falls in the same minute.
    $this->site->query("update entries set reminders = '[]'; update calendars set reminders = '[]', reminders_all_day = '[]'");
    $this->site->query('delete from deliveries');
    $at = $this->site->now()->modify('+3 minutes');
    $page
        ->type('[data-test=capture]', "look at the boiler {$at->format('Y-m-d G:i')}, remind me")
        ->see('[data-test=understood] .facts');
    $page->keys(WebDriverKeys::ENTER)->see('[data-test=note]');
    $page->script('document.dispatchEvent(new Event("visibilitychange"))');
    $page->still();
    expect($page->all('[data-test=reminder]'))->toBe([]);
    // The three minutes are not waited for: it falls now, and the page is looked at again, when it asks as it does at each full minute.
    $this->site->query('update deliveries set fell_at = fell_at - 200, moment = moment - 200, starts_at = starts_at - 200');
    $page->script('document.dispatchEvent(new Event("visibilitychange"))');
    $page->untilSame(1, fn () => count($page->all('[data-test=reminder]')));
    // It fades in: what cannot be seen yet has no words.
    $page->untilSame(true, fn () => str_contains($page->see('[data-test=reminder]')->getText(), 'Look at the boiler'));
    expect($page->see('[data-test=bell-count]')->getText())->toBe('1');
    $page->reload()->see('[data-test=bell-count]');
    expect($page->all('[data-test=reminder]'))->toBe([]);
    $page->press('[data-test=bell]')->press('[data-test=dismiss]')->untilSame([], fn () => $page->all('[data-test=bell-count]'));
});

test('a calendar is deleted with its entries moved, and brought back', function () {
    $page = demo($this)->press('[data-test=account]')->press('[data-test=areas]');
    $page->press("[data-test=calendar][data-name='Choir'] [data-test=calendar-remove]")->see('[data-test=remove-question]');
    $page->press('[data-test=remove-move]')->untilSame([], fn () => $page->all("[data-test=calendar][data-name='Choir']"));
    $page->press('[data-test=undo]')->see("[data-test=calendar][data-name='Choir']");
});
