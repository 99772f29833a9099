<?php

declare(strict_types=1);

use PlumRota\Core\Tests\capture\Lines;

require_once __DIR__.'/capture/Lines.php';

/** What a line becomes, in short; read on Wednesday 25 November 2026 in the afternoon. */
function lineBecame(string $line): string
{
    $draft = Lines::read($line);
    $place = $draft->placement;

    return implode('; ', array_filter([
        $draft->title,
        match (true) {
            $place === null => '',
            $place->allDay => substr($place->startText(), 0, 10).($place->length > 1 ? " for {$place->length} days" : ''),
            default => substr($place->startText(), 0, 16)." for {$place->length} min",
        },
        $draft->rule === null ? '' : $draft->rule.($draft->afterDone ? ' after done' : ''),
        $draft->due === null ? '' : "due {$draft->due}",
        $draft->estimate === null ? '' : "takes {$draft->estimate} min",
        $draft->place === '' ? '' : "at {$draft->place}",
        $draft->isSilent ? 'no reminder' : '',
        $draft->problems === [] ? '' : 'says so',
    ]));
}

test('families of phrases, each in the forms that were once taken for something else', function (string $line, string $is) {
    expect(lineBecame($line))->toBe($is);
})->with([
    ['bake cake Sat 3h', 'bake cake; 2026-11-28; takes 180 min'],
    ['weeding 1h30 Sat', 'weeding; 2026-11-28; takes 90 min'],
    ['weeding Sat 1h30', 'weeding; 2026-11-28; takes 90 min'],
    ['film sat 20h', 'film; 2026-11-28T20:00 for 30 min'],
    ['call at 2h Fri', 'call; 2026-11-27T14:00 for 30 min'],
    ['read 20 min each evening', 'read; 2026-11-25; FREQ=DAILY; takes 20 min'],
    ['class Thu 18:00-19:30 until 22 December', 'class; 2026-11-26T18:00 for 90 min; FREQ=WEEKLY;UNTIL=20261222;BYDAY=TH'],
    ['choir Thu 19:30 for 12 weeks', 'choir; 2026-11-26T19:30 for 30 min; FREQ=WEEKLY;UNTIL=20270217;BYDAY=TH'],
    ['choir Thu 19:30-21:00 x12', 'choir; 2026-11-26T19:30 for 90 min; FREQ=WEEKLY;COUNT=12;BYDAY=TH'],
    ['choir Thu x12', 'choir; 2026-11-26; FREQ=WEEKLY;COUNT=12;BYDAY=TH'],
    ['gym Mon 7:00 x10', 'gym; 2026-11-30T07:00 for 30 min; FREQ=WEEKLY;COUNT=10;BYDAY=MO'],
    ['mow Sat apr–oct', 'mow; 2027-04-03; FREQ=WEEKLY;BYMONTH=4,5,6,7,8,9,10;BYDAY=SA'],
    ['mow Sat 9:00 apr–oct', 'mow; 2027-04-03T09:00 for 30 min; FREQ=WEEKLY;BYMONTH=4,5,6,7,8,9,10;BYDAY=SA'],
    ['swim Thu 18:00 from 14 jan till 25 march', 'swim; 2027-01-14T18:00 for 30 min; FREQ=WEEKLY;UNTIL=20270325;BYDAY=TH'],
    ['report Thu until 22 December', 'report; 2026-11-26; due 2026-12-22'],
    ['buy tyres x4 Friday', 'buy tyres x4; 2026-11-27'],
    ['shift every fourth week for 7 days', 'shift; 2026-11-25 for 7 days; FREQ=WEEKLY;INTERVAL=4'],
    ['stall every Monday for 3 days', 'stall; 2026-11-30 for 3 days; FREQ=WEEKLY;BYDAY=MO'],
    ['vents every day for 10 days', 'vents; 2026-11-25; FREQ=DAILY;UNTIL=20261204'],
    ['eye drops 8:00 and 20:00 for 10 days', 'eye drops; 2026-11-25T20:00 for 30 min; FREQ=DAILY;UNTIL=20261204;BYHOUR=8,20'],
    ['gym tomorrow 7:00 for 6 weeks', 'gym tomorrow 7:00 for 6 weeks; says so'],
    ['stretch every other night', 'stretch; 2026-11-25; FREQ=DAILY;INTERVAL=2'],
    ['check post every other morning', 'check post; 2026-11-25; FREQ=DAILY;INTERVAL=2'],
    ['rest weekends', 'rest; 2026-11-28; FREQ=WEEKLY;BYDAY=SA,SU'],
    ['walk the dog weekends 9am', 'walk the dog; 2026-11-28T09:00 for 30 min; FREQ=WEEKLY;BYDAY=SA,SU'],
    ['clean gutters every other weekend', 'clean gutters; 2026-11-28; FREQ=WEEKLY;INTERVAL=2;BYDAY=SA,SU'],
    ['vents daily 7:30 not at weekends', 'vents; 2026-11-26T07:30 for 30 min; FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR'],
    ['check ph after done every 4 days', 'check ph; 2026-11-25; FREQ=DAILY;INTERVAL=4 after done'],
    ['lesson Fri 16:00 no reminder', 'lesson; 2026-11-27T16:00 for 30 min; no reminder'],
    ['lesson Fri 16:00, without a reminder', 'lesson; 2026-11-27T16:00 for 30 min; no reminder'],
    ['no reminder letters Fri', 'no reminder letters; 2026-11-27'],
    ['tea at Rosa\'s Friday 4pm', 'tea; 2026-11-27T16:00 for 30 min; at Rosa\'s'],
    ['tea at Rosa\'s on Friday 4pm', 'tea; 2026-11-27T16:00 for 30 min; at Rosa\'s'],
    ['supper at Ada\'s tomorrow 19:00', 'supper; 2026-11-26T19:00 for 30 min; at Ada\'s'],
    ['supper 1930 sat', 'supper; 2026-11-28T19:30 for 30 min'],
    ['1400 fri ring mum', 'ring mum; 2026-11-27T14:00 for 30 min'],
    ['room 1400 fri', 'room 1400; 2026-11-27'],
    ['second Advent concert 17:00', 'second Advent concert 17:00; says so'],
    ['thursday\'s choir at 8', 'thursday\'s choir at 8; says so'],
    ['Christmas Eve shopping Saturday', 'Christmas Eve shopping; 2026-11-28'],
    ['new year\'s day walk', 'new year\'s day walk; says so'],
]);

test('what is not taken of a line stays in it, whole', function () {
    // "Daily" was lost where the rest of the line was not understood.
    expect(Lines::read('vents daily 7:30 but never ever until told')->title)->toBe('vents daily 7:30 but never ever until told');
});
