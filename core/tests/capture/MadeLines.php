<?php

declare(strict_types=1);

namespace PlumRota\Core\Tests\capture;

use DateTimeImmutable;

/**
 * Lines that are made: a meaning by chance, said in one of many ways for each of its parts, in many orders, with noise. It reads nothing
 * of the reader; its tables were gathered from how people in a hurry, on a phone and of several countries write (from memory).
 *
 * It is Wednesday 25 November 2026, 15:00. A way with {…} in it has figures or words put in.
 */
final class MadeLines
{
    private const NOW = '2026-11-25 15:00';

    /** Names of months, weekdays, numbers, units and little words of time among them are ordinary words. */
    private const TITLES = [
        'feed the ferns', 'clean the panes', 'ring the plumber', 'wages sheet', 'order seed trays', 'mop the kitchen',
        'call Aunt Gerda', 'parents evening', 'read chapter 9', 'buy 6 eggs', 'fix the second lamp', 'ask May about the sofa',
        'march for trees', 'book the minibus', 'sort the seed drawer', 'residents meeting', 'pick up the veg box', 'write to the council',
        'choir robes', 'water the moth orchids', 'sweep the yard', 'repair pump number 3', 'tea with Ruth', 'post the parcel',
        'check the boiler', 'renew the library card', 'vent check', 'paint the gate', 'tidy the bench', 'scan old contracts',
        'lunch with Ottilie', 'bake with Mia', 'print the posters', 'pot the ivy', 'hand out keys', 'thank the helpers',
        'label the pots', 'mend the hose', 'weigh the honey', 'copy the plan', 'photo for the leaflet', 'check every pot',
        'wash hands before lunch poster', 'wait until the quote arrives', 'second hand market', 'order 20 m of fleece', 'the May queen rehearsal', 'review 2027 budget',
        'empty every bin', 'defrost the chest freezer', 'plan the Sunday roast', 'count the 5 l pots',
    ];

    private const WEEKDAYS = [
        1 => ['Monday', 'monday', 'Mon', 'mon', 'mondy'],
        ['Tuesday', 'tuesday', 'Tue', 'tues', 'teusday'],
        ['Wednesday', 'wednesday', 'Wed', 'weds', 'wendesday'],
        ['Thursday', 'thursday', 'Thu', 'thurs', 'thursdy'],
        ['Friday', 'friday', 'Fri', 'fri', 'firday'],
        ['Saturday', 'saturday', 'Sat', 'sat', 'saterday'],
        ['Sunday', 'sunday', 'Sun', 'sun', 'sundy'],
    ];

    private const MONTHS = [
        1 => ['January', 'january', 'Jan', 'janury'],
        ['February', 'february', 'Feb', 'febuary'],
        ['March', 'march', 'Mar', 'mar'],
        ['April', 'april', 'Apr', 'apr'],
        ['May', 'may', 'May', 'may'],
        ['June', 'june', 'Jun', 'june'],
        ['July', 'july', 'Jul', 'july'],
        ['August', 'august', 'Aug', 'aug'],
        ['September', 'september', 'Sept', 'sep'],
        ['October', 'october', 'Oct', 'oct'],
        ['November', 'november', 'Nov', 'nov'],
        ['December', 'december', 'Dec', 'decmber'],
    ];

    /** A date. {d} day, {o} its ordinal, {M} month, {W} weekday, {m} {y} in figures. */
    private const DATES = [
        'on {d} {M}', '{d} {M}', '{M} {d}', 'on {M} {d}', '{o} {M}', 'on the {o} of {M}', 'the {o} of {M}', '{M} {o}', 'on {M} the {o}', '{W} {d} {M}',
        'on {W}, {d} {M}', '{W}, {o} {M}', '{W} {M} {d}', '{d} {M} {y}', 'on {d} {M} {y}', '{W}, {d} {M} {y}', '{d}.{m}.', 'on {d}.{m}.', '{d}.{m}.{y}',
        '{W} {d}.{m}.', '{y}-{mm}-{dd}', 'on {y}-{mm}-{dd}', 'the {d} {M}', '{o} of {M}', '{W} the {o} of {M}', 'the {o} {M}', '{W} {o} of {M}', '{W} {o} {M}',
        'on the {o} {M}', 'on {W} {d} {M}',
    ];

    /** A weekday within the next six days. */
    private const NEAR = [
        'on {W}', '{W}', 'this {W}', 'this coming {W}', 'coming {W}', 'on coming {W}',
        'the coming {W}', 'on the coming {W}', '({W})', 'on this {W}', 'this {W} coming', '{W} coming',
        'for {W}', '- {W}',
    ];

    private const NEXT_WEEK = [
        '{W} next week', 'next week on {W}', 'next week {W}', '{W} next wk', 'on {W} next week', 'next wk {W}',
        'next wk on {W}', '{W} of next week', 'on {W} of next week', 'nxt week {W}', '{W} nxt week',
    ];

    private const TOMORROW = [
        'tomorrow', 'tmr', 'tmrw', 'Tomorrow', 'tomorow', 'tommorow',
        'tommorrow', '2moro', 'tomoz', 'tmw', 'tomoro', 'for tomorrow',
    ];

    /** {h} {i} of 24 hours, {H} of twelve, {p} am or pm. */
    private const TIMES = [
        'at {h}:{i}', '{h}:{i}', '@ {h}:{i}', 'at {H}:{i}{p}', '{H}:{i}{p}', '{H}:{i} {p}',
        'at {H}.{i} {p}', '{H}.{i}{p}', '{h}h{i}', 'at {h}h{i}', 'at {H}:{i} {P}', '{H}:{i} {P}',
        '{H}:{i} {p} sharp', '{h}.{i} uhr', 'at {h}.{i} Uhr', '{H}:{i}{q}', 'from {h}:{i}', 'starting at {h}:{i}',
        'starts {h}:{i}', '@{h}:{i}', 'at {hh}{i}', 'at {hh}{i} hrs', 'around {h}:{i}', 'about {h}:{i}',
        '({h}:{i})', 'at {h}:{i} sharp', 'at {h}:{i} h', '{h}:{i} hrs', 'at {H} {i} {p}', 'at {h}:{i} o’clock',
    ];

    private const FULL_HOURS = [
        'at {H}{p}', '{H}{p}', '{H} {p}', 'at {H} {p}', '@{H}{p}', '{H} {P}',
        '@ {H} {p}', '{h}:00', 'at {h}:00', '{H}{p} sharp', 'at {H} o’clock {part}', 'at {H} o\'clock {part}',
        '{h}h', 'at {h}h', '{h} Uhr', 'at {word} {part}', 'from {H}{p}', '{H}{p} on the dot',
        'around {H}{p}', 'about {H}{p}', '{H}ish {part}', 'at {h}.00', '{H} {part}', '{word} {part}',
        '{word} o’clock {part}', 'at {h} Uhr', '({H}{p})', 'starts {H}{p}', 'starting {H}{p}', 'at {H}{p} prompt',
    ];

    private const MINUTES = [
        'for {n} minutes', '{n} min', '{n} mins', '{n} minutes', '({n} min)', 'takes {n} minutes',
        'about {n} min', 'for {n} min', '{n}min', 'it takes {n} minutes', 'for about {n} minutes', 'lasting {n} minutes',
        'ca. {n} min', '{n}m', '{n}\'', '~{n} min', 'approx {n} min', 'roughly {n} minutes',
        'around {n} minutes', 'should take {n} min', 'takes me {n} min', 'takes about {n} minutes', 'needs {n} min', 'allow {n} min',
        'est {n} min', 'estimate {n} min', 'estimated {n} minutes', 'duration {n} min', 'max {n} min', '{n} minutes or so',
        '{n} min long', '{n}mins', 'for {n}min', 'length {n} min',
    ];

    private const HOURS = [
        'for {n} hours', '{n} hours', '{n}h', '{n} h', '{n} hrs', 'about {n} hours',
        'takes {n} hours', 'for {n}h', 'it takes {n} hours', '({n} h)', 'for about {n} hours', '{word} hours',
        'for {word} hours', '{n} hours\' work', '{n}hrs', '~{n}h', 'approx {n} hours', 'roughly {n} hours',
        'around {n} hours', 'should take {n} hours', 'takes me {n} hours', 'takes about {n} hours', 'needs {n} hours', 'allow {n} hours',
        'est {n}h', 'estimate {n} hours', 'estimated {n} hours', 'duration {n} h', 'max {n} hours', '{n} hours or so',
        '{n} hours long', 'lasting {n} hours', 'length {n} h',
    ];

    private const IMPORTANCE = [
        'must' => [
            'must', '(must)', 'high priority', 'essential', 'urgent', 'must be done', 'a must', "it's a must", 'this is a must', 'top priority', 'priority: high', 'prio high',
            'priority high', 'vital', 'crucial', 'critical', 'must do', 'really must', 'importance: must', 'has to be done', 'very important', 'absolutely must', 'must!', 'non-negotiable',
        ],
        'should' => [
            'should', 'medium priority', 'normal priority', 'should do', 'importance: should', 'priority: medium', 'priority medium', 'prio medium', 'should be done', 'ought to be done', 'a should',
            'fairly important', '(should)',
        ],
        'could' => [
            'could', 'nice to have', 'low priority', 'if time permits', 'optional', 'no rush', 'could do', 'importance: could', 'priority: low', 'priority low', 'prio low', 'low prio', 'if possible',
            'if there is time', "if there's time", 'if I have time', 'not urgent', 'not essential', 'no hurry', 'would be nice', 'only if there is time', '(could)', 'when there is time',
        ],
    ];

    private const REMINDERS = [
        'remind me {n} {u} before', 'reminder {n} {u} before', 'with a reminder {n} {u} before', 'remind me {n} {u} ahead', 'remind {n} {u} b4', 'remind me {n} {u} b4',
        'and remind me {n} {u} before', 'nudge me {n} {u} before', 'ping me {n} {u} before', 'give me a nudge {n} {u} before', 'alert {n} {u} before', 'reminder: {n} {u} before',
        'set a reminder {n} {u} before', 'remind me {n} {u} beforehand', 'remind me {n} {u} earlier', 'remind me {n} {u} in advance', 'reminder {n} {u} in advance', '{n} {u} reminder',
        'alarm {n} {u} before', 'notify me {n} {u} before', 'tell me {n} {u} before', 'warn me {n} {u} before', 'buzz me {n} {u} before', 'poke me {n} {u} before',
        'let me know {n} {u} before', 'heads up {n} {u} before', 'please remind me {n} {u} before', 'remind me of it {n} {u} before', 'reminder {n} {u} earlier', 'remind me {n} {u} before it starts',
        'rem {n} {u} before', 'with {n} {u} reminder', 'give me {n} {u} notice', 'remind me about it {n} {u} before',
    ];

    private const CALENDARS = [
        'in {c}', 'in the {c} calendar', 'calendar {c}', 'cal {c}', '{c} calendar', '{c} cal',
        '#{c}', 'calendar: {c}', 'put it in {c}', 'that goes in {c}', 'cal: {c}', '[{c}]',
        '({c})', '{c}', 'under {c}', 'into {c}', 'put that in the {c} calendar', 'goes under {c}',
        'file under {c}', 'goes into {c}', 'on the {c} calendar', 'add to {c}', 'add it to {c}', 'belongs to {c}',
        'in my {c} calendar', 'into the {c} calendar', 'area {c}', 'area: {c}', 'for {c}', '- {c}',
        'that is {c}', 'put under {c}',
    ];

    private const LABELS = [
        'label {l}', '{l} label', 'tag {l}', '#{l}', 'label: {l}', 'label it {l}',
        'tagged {l}', 'labelled {l}', 'labeled {l}', 'tag: {l}', 'tag it {l}', 'with label {l}',
        'with the label {l}', 'with tag {l}', '({l})', '[{l}]', '{l}', 'labels: {l}',
        'tags: {l}', 'label as {l}', 'tag as {l}', 'tagged as {l}', 'labelled as {l}', 'add label {l}',
        'add the label {l}', 'mark it {l}', '{l} tag', 'labelled: {l}', 'tag it as {l}', 'label it as {l}',
        'give it the label {l}',
    ];

    private const DUE = [
        'by {D}', 'due {D}', 'due on {D}', 'due by {D}', 'no later than {D}', 'deadline {D}',
        'by {D} at the latest', 'deadline is {D}', 'must be ready by {D}', 'to be done by {D}', 'is due {D}', 'not later than {D}',
        'last date {D}', 'due date {D}', 'due: {D}', 'deadline: {D}', 'deadline on {D}', 'has to be done by {D}',
        'needs doing by {D}', 'needs to be done by {D}', 'has to be in by {D}', 'finish by {D}', 'finished by {D}', 'ready by {D}',
        'latest {D}', 'at the latest by {D}', 'hand in by {D}', 'closing date {D}', 'done by {D}', 'due for {D}',
        'at the latest on {D}', 'by {D} latest', 'needed by {D}',
    ];

    private const WEEKLY = ['every {W}', 'each {W}', 'Every {W}', '{Ws}', 'on {Ws}', 'every week on {W}', 'weekly on {W}', 'all {Ws}', 'every single {W}'];

    private const FORTNIGHTLY = ['every other {W}', 'every second {W}', 'every 2 weeks on {W}', 'fortnightly on {W}', 'every two weeks on {W}', 'each second {W}', 'every alternate {W}', 'biweekly on {W}', 'every fortnight on {W}', 'alternate {Ws}'];

    private const DAILY = ['every day', 'daily', 'each day', 'once a day', 'Every day', 'all the days'];

    private const WORK_DAYS = ['every weekday', 'weekdays', 'on weekdays', 'mon-fri', 'Mon–Fri', 'every working day', 'Monday-Friday', 'M-F', 'each weekday', 'workdays'];

    private const MONTHLY = [
        'on the {o} of every month', 'every month on the {o}', '{o} of each month', 'monthly on the {o}', 'the {o} of every month', 'on the {o} of each month', 'each month on the {o}',
        '{o} of every month', 'on the {o} of the month', 'every {o} of the month',
    ];

    private const NTH = [
        '{n} {W} of the month', 'every {n} {W} of the month', 'on the {n} {W} of every month', '{n} {W} of each month', 'the {n} {W} of every month', 'each month on the {n} {W}', 'every month on the {n} {W}',
        '{n} {W} every month', 'on the {n} {W} of the month', '{n} {W} monthly',
    ];

    private const UNTIL = [
        'until {D}', 'till {D}', 'til {D}', 'up to {D}', 'ending {D}', 'thru {D}',
        'Until {D}', 'through {D}', 'ends {D}', 'ending on {D}', 'up until {D}', 'until and including {D}',
        'last one on {D}', 'the last on {D}', 'last time {D}', 'ends on {D}', 'and ends on {D}', 'stopping {D}',
        'stops on {D}', 'finishing {D}', 'finishing on {D}', 'right up to {D}', 'through to {D}', 'with the last one on {D}',
        'the last one {D}', 'end date {D}', 'end: {D}', 'ends: {D}', 'until: {D}', 'finishes {D}',
    ];

    private const TIMES_IN_ALL = [
        '{n} times', '{n}x', '{n} sessions', 'x{n}', '{n} sittings', '{n} times in all',
        '{n} times in total', 'for {n} times', '{n} occurrences', 'repeat {n} times', 'repeats {n} times', 'a total of {n} times',
        '× {n}', 'only {n} times', 'just {n} times', '{n} visits', '{n} appointments', '{n} in all',
        '{n} in total', '{n} lessons',
    ];

    /** What is to be done before it. {t} the title, {n} how many, {u} days or weeks. */
    private const LEAD_UPS = [
        '{t} {n} {u} before', '{n} {u} before: {t}', '{n} {u} before {t}', 'and {t} {n} {u} before', '{t} {n} {u} beforehand', '{t} {n} {u} ahead', '{t} {n} {u} earlier', '{t} {n} {u} b4',
        'need to {t} {n} {u} before', 'and {t} {n} {u} beforehand', '{t} {n} {u} in advance', '{n} {u} beforehand: {t}', '{n} {u} beforehand {t}', '({t} {n} {u} before)', 'with {t} {n} {u} before',
        '{t} {n} {u} before that', '{t} {n} {u} prior', '{n} {u} earlier {t}', '{n} {u} ahead {t}', 'must {t} {n} {u} before', 'have to {t} {n} {u} before', 'then {t} {n} {u} before', '{t}: {n} {u} before',
        '{n} {u} prior: {t}', '{n} {u} in advance: {t}', 'remember to {t} {n} {u} before', 'and {n} {u} before {t}', '{n} {u} before it: {t}', '{n} {u} before that {t}', 'also {t} {n} {u} before',
    ];

    private const PREPARATIONS = ['order the pies', 'book the hall', 'send invitations', 'print the agenda', 'wash the cups', 'buy stamps', 'pack the boxes', 'brief the helpers'];

    /** So many days or weeks from today. */
    private const FROM_TODAY = [
        'in {n} {u}', '{n} {u} from today', '{n} {u} from now', "in {n} {u}' time", 'in {n} {u} time', 'in {word} {u}',
    ];

    private const NOTHING = [
        'start' => null, 'minutes' => null, 'rule' => null, 'due' => null, 'importance' => null, 'reminder' => null, 'calendar' => null, 'label' => null, 'lead_up' => null,
    ];

    private const WORDS = [1 => 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];

    /** @return array{line: string, title: string, start: string|null, minutes: int|null, rule: string|null, due: string|null, importance: string|null, reminder: int|null, calendar: string|null, label: string|null, lead_up: array{string, int, string}|null} */
    public static function make(): array
    {
        $now = new DateTimeImmutable(self::NOW);
        $meant = ['title' => self::one(self::TITLES), ...self::NOTHING];
        $parts = [];
        $kind = ['day', 'day', 'day', 'timed', 'timed', 'timed', 'timed', 'rhythm', 'rhythm', 'rhythm', 'due', 'due', 'loose'][mt_rand(0, 12)];
        $time = null;
        if ($kind === 'timed' || ($kind === 'rhythm' && mt_rand(0, 2) > 0)) {
            $time = [mt_rand(7, 20), [0, 0, 0, 15, 30, 45, 20][mt_rand(0, 6)]];
        }
        $at = fn (string $date): string => $time === null ? $date : sprintf('%sT%02d:%02d', $date, ...$time);
        if ($kind === 'day' || $kind === 'timed') {
            [$date, $said] = self::day($now);
            $meant['start'] = $at($date);
            $parts[] = $time === null ? $said : (mt_rand(0, 3) === 0 ? self::time($time)." {$said}" : "{$said} ".self::time($time));
        } elseif ($kind === 'rhythm') {
            [$meant['rule'], $date, $said] = self::rhythm($now, $time);
            $meant['start'] = $at($date);
            $parts[] = $time === null ? $said : (mt_rand(0, 4) === 0 ? self::time($time)." {$said}" : "{$said} ".self::time($time));
            if (mt_rand(0, 3) === 0) {
                [$end, $words] = self::end($now);
                $meant['rule'] .= $end;
                $parts[] = $words;
            }
        } elseif ($kind === 'due') {
            [$date, $said] = self::day($now);
            $meant['due'] = $date;
            $parts[] = str_replace('{D}', trim((string) preg_replace('/^(?:on|for|-) /', '', $said), '()'), self::one(self::DUE));
        }
        if (mt_rand(0, 2) === 0) {
            [$meant['minutes'], $parts[]] = self::length();
        }
        if (mt_rand(0, 4) === 0) {
            $meant['importance'] = self::one(array_keys(self::IMPORTANCE));
            $parts[] = ', '.self::one(self::IMPORTANCE[$meant['importance']]);
        }
        if ($kind === 'timed' && mt_rand(0, 3) === 0) {
            [$number, $unit, $minutes] = self::one([[10, 'min', 10], [30, 'minutes', 30], [1, 'hour', 60], [2, 'hours', 120], [1, 'day', 1440], [2, 'days', 2880]]);
            $meant['reminder'] = $minutes;
            $parts[] = ', '.strtr(self::one(self::REMINDERS), ['{n}' => (string) $number, '{u}' => $unit]);
        }
        if (mt_rand(0, 4) === 0) {
            $meant['calendar'] = self::one(['Tours', 'Training', 'Family', 'Paperwork', 'Household']);
            $parts[] = ', '.str_replace('{c}', self::noise($meant['calendar']), self::one(self::CALENDARS));
        }
        if (mt_rand(0, 5) === 0) {
            $meant['label'] = self::one(['orchids', 'grant', 'outdoors', 'errands', 'phone']);
            $parts[] = ', '.str_replace('{l}', $meant['label'], self::one(self::LABELS));
        }
        if ($kind === 'timed' && $parts !== [] && mt_rand(0, 7) === 0) {
            [$number, $unit] = self::one([[2, 'days'], [3, 'days'], [10, 'days'], [1, 'week'], [2, 'weeks'], [4, 'weeks']]);
            $meant['lead_up'] = [self::one(self::PREPARATIONS), $number, $unit];
            $parts[] = ', '.strtr(self::one(self::LEAD_UPS), ['{t}' => $meant['lead_up'][0], '{n}' => (string) $number, '{u}' => $unit]);
        }
        $title = mt_rand(0, 4) === 0 ? ucfirst($meant['title']) : $meant['title'];
        $first = array_shift($parts);
        $line = match (true) {
            $first === null => $title,
            mt_rand(0, 4) === 0 => $first.self::one([', ', ': ', ', ']).$title,
            default => $title.self::one([' ', ' ', ', ']).ltrim($first, ', '),
        };
        foreach ($parts as $part) {
            $line .= str_starts_with($part, ', ') ? (mt_rand(0, 3) === 0 ? '; '.substr($part, 2) : $part) : self::one([' ', ', ']).$part;
        }
        $line = mt_rand(0, 9) === 0 ? "{$line} please" : $line;
        $line = mt_rand(0, 14) === 0 ? "please {$line}" : $line;

        return ['line' => $line, ...$meant];
    }

    /**
     * @param  array<string, mixed>  $made
     * @return array<string, mixed> as a line of other hands says it
     */
    public static function asRow(array $made): array
    {
        $isTimed = is_string($made['start']) && strlen($made['start']) > 10;

        return [
            'line' => $made['line'],
            'title' => $made['title'],
            'start' => $made['start'],
            'rule' => $made['rule'],
            'due' => $made['due'],
            'importance' => $made['importance'],
            'calendar' => $made['calendar'],
            'minutes' => $isTimed ? $made['minutes'] : null,
            'estimate' => $isTimed ? null : $made['minutes'],
            'reminders' => $made['reminder'] === null ? [] : ["-PT{$made['reminder']}M"],
            'labels' => $made['label'] === null ? [] : [$made['label']],
            'lead_ups' => $made['lead_up'] === null ? [] : [['title' => $made['lead_up'][0], 'before' => "{$made['lead_up'][1]} {$made['lead_up'][2]}"]],
        ];
    }

    /**
     * A line that means two entries: two lines that are made, joined, or one title with a day and an hour each.
     *
     * @return array{line: string, entries: list<array<string, mixed>>}
     */
    public static function two(): array
    {
        if (mt_rand(0, 1) === 0) {
            $one = fn (): array => self::asRow(self::makeWhere(fn (array $made): bool => ($made['start'] ?? $made['due']) !== null &&
                preg_match('/\bplease\b|;|\pL\. /', $made['line']) !== 1));
            [$first, $second] = [$one(), $one()];
            $joint = self::one(['; ', ' and ', ', and ', ' also ', ', then ', ' and then ', ' and also ']);

            return ['line' => "{$first['line']}{$joint}".lcfirst($second['line']), 'entries' => [$first, $second]];
        }
        $now = new DateTimeImmutable(self::NOW);
        $title = self::one(self::TITLES);
        $pieces = $entries = [];
        for ($i = 0; $i < 2; $i++) {
            $time = [mt_rand(7, 20), [0, 0, 0, 15, 30, 45, 20][mt_rand(0, 6)]];
            [$date, $said] = self::day($now);
            $pieces[] = "{$said} ".self::time($time);
            $entries[] = self::asRow(['line' => '', 'title' => $title, 'start' => sprintf('%sT%02d:%02d', $date, ...$time)] + self::NOTHING);
        }

        return ['line' => "{$title} ".implode(self::one([' and ', ', ', ' & ', ', and ', ' and also ']), $pieces), 'entries' => $entries];
    }

    /**
     * @param  callable(array<string, mixed>): bool  $is
     * @return array<string, mixed>
     */
    private static function makeWhere(callable $is): array
    {
        do {
            $made = self::make();
        } while (! $is($made));

        return $made;
    }

    /** @return array{string, string} a date, and how it is said */
    private static function day(DateTimeImmutable $now): array
    {
        $ahead = mt_rand(0, 2) === 0 ? mt_rand(1, 6) : mt_rand(1, 90);
        $day = $now->modify("+{$ahead} days");
        $ways = [self::DATES];
        if ($ahead <= 6) {
            $ways[] = self::NEAR;
        }
        if (mt_rand(0, 9) === 0) {
            $weeks = $ahead % 7 === 0 ? intdiv($ahead, 7) : 0;
            $number = $weeks ?: $ahead;
            $way = self::one(array_slice(self::FROM_TODAY, 0, $number > 1 && $number <= 12 ? 6 : 5));
            $unit = ($weeks > 0 ? 'week' : 'day').($number > 1 ? 's' : '');

            return [$day->format('Y-m-d'), strtr($way, ['{n}' => (string) $number, '{u}' => $unit, '{word}' => self::WORDS[$number] ?? ''])];
        }
        if ($ahead === 1) {
            $ways[] = self::TOMORROW;
        }
        $nextMonday = $now->modify('monday next week');
        if ($day->format('Y-m-d') >= $nextMonday->format('Y-m-d') && $ahead < 12) {
            $ways[] = self::NEXT_WEEK;
        }

        return [$day->format('Y-m-d'), self::dated(self::one(self::one($ways)), $day)];
    }

    private static function dated(string $way, DateTimeImmutable $day): string
    {
        return strtr($way, [
            '{d}' => $day->format('j'),
            '{o}' => $day->format('jS'),
            '{M}' => self::one(self::MONTHS[(int) $day->format('n')]),
            '{W}' => self::one(self::WEEKDAYS[(int) $day->format('N')]),
            '{m}' => $day->format('n'),
            '{y}' => $day->format('Y'),
            '{mm}' => $day->format('m'),
            '{dd}' => $day->format('d'),
        ]);
    }

    /** @param  array{int, int}  $time */
    private static function time(array $time): string
    {
        [$hour, $minute] = $time;
        $twelve = $hour % 12 ?: 12;
        $half = $hour < 12 ? 'am' : 'pm';

        $way = self::one($minute === 0 && mt_rand(0, 3) > 0 ? self::FULL_HOURS : self::TIMES);
        // "7h" is as good as seven hours.
        $way = $way === '{h}h' && $hour < 9 ? 'at {h}h' : $way;

        return strtr($way, [
            '{h}' => (string) $hour,
            '{hh}' => sprintf('%02d', $hour),
            '{i}' => sprintf('%02d', $minute),
            '{H}' => (string) $twelve,
            '{p}' => $half,
            '{q}' => $half[0],
            '{P}' => self::one([strtoupper($half), "{$half[0]}.m."]),
            '{part}' => $hour < 12 ? 'in the morning' : ($hour < 18 ? 'in the afternoon' : 'in the evening'),
            '{word}' => self::WORDS[$twelve],
        ]);
    }

    /** @return array{int, string} */
    private static function length(): array
    {
        if (mt_rand(0, 2) > 0) {
            $minutes = [5, 10, 15, 20, 25, 30, 40, 45, 90][mt_rand(0, 8)];

            return [$minutes, str_replace('{n}', (string) $minutes, self::one(self::MINUTES))];
        }
        $hours = mt_rand(2, 5);

        return [60 * $hours, strtr(self::one(self::HOURS), ['{n}' => (string) $hours, '{word}' => self::WORDS[$hours]])];
    }

    /**
     * @param  array{int, int}|null  $time
     * @return array{string, string, string} the rule, the first day, and how it is said
     */
    private static function rhythm(DateTimeImmutable $now, ?array $time): array
    {
        $weekday = mt_rand(1, 7);
        $letters = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'][$weekday - 1];
        $named = fn (string $way): string => strtr($way, ['{Ws}' => self::WEEKDAYS[$weekday][mt_rand(0, 1)].'s', '{W}' => self::one(self::WEEKDAYS[$weekday])]);
        $isOver = $time !== null && sprintf('%02d:%02d', ...$time) <= $now->format('H:i');
        $first = function (callable $is) use ($now, $isOver): string {
            for ($day = $isOver ? $now->modify('+1 day') : $now; ! $is($day); $day = $day->modify('+1 day')) {
            }

            return $day->format('Y-m-d');
        };
        $isWeekday = fn (DateTimeImmutable $day): bool => (int) $day->format('N') === $weekday;
        $of = mt_rand(1, 28);
        $nth = mt_rand(1, 4);

        return match (mt_rand(0, 6)) {
            0, 1 => ["FREQ=WEEKLY;BYDAY={$letters}", $first($isWeekday), $named(self::one(self::WEEKLY))],
            2 => ["FREQ=WEEKLY;INTERVAL=2;BYDAY={$letters}", $first($isWeekday), $named(self::one(self::FORTNIGHTLY))],
            3 => ['FREQ=DAILY', $first(fn (): bool => true), self::one(self::DAILY)],
            4 => ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', $first(fn (DateTimeImmutable $day): bool => $day->format('N') < 6), self::one(self::WORK_DAYS)],
            5 => [
                "FREQ=MONTHLY;BYMONTHDAY={$of}",
                $first(fn (DateTimeImmutable $day): bool => (int) $day->format('j') === $of),
                str_replace('{o}', (new DateTimeImmutable("2026-12-{$of}"))->format('jS'), self::one(self::MONTHLY)),
            ],
            default => [
                "FREQ=MONTHLY;BYDAY={$nth}{$letters}",
                $first(fn (DateTimeImmutable $day): bool => $isWeekday($day) && intdiv((int) $day->format('j') - 1, 7) + 1 === $nth),
                $named(str_replace('{n}', self::one([['first', '1st'], ['second', '2nd'], ['third', '3rd'], ['fourth', '4th']][$nth - 1]), self::one(self::NTH))),
            ],
        };
    }

    /** @return array{string, string} what is added to a rule, and how it is said */
    private static function end(DateTimeImmutable $now): array
    {
        if (mt_rand(0, 2) === 0) {
            $number = mt_rand(3, 12);

            return [";COUNT={$number}", str_replace('{n}', (string) $number, self::one(self::TIMES_IN_ALL))];
        }
        $day = $now->modify('+'.mt_rand(60, 150).' days');

        return [';UNTIL='.$day->format('Ymd'), str_replace('{D}', self::dated(self::one(['{d} {M}', '{o} {M}', '{M} {d}', 'the {o} of {M}', '{d}.{m}.', '{d} {M} {y}']), $day), self::one(self::UNTIL))];
    }

    private static function noise(string $word): string
    {
        return mt_rand(0, 2) === 0 ? strtolower($word) : $word;
    }

    /**
     * @template T
     *
     * @param  array<T>  $all
     * @return T
     */
    private static function one(array $all): mixed
    {
        return array_values($all)[mt_rand(0, count($all) - 1)];
    }
}
