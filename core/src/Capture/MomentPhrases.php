<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/** Dates, times of day, stretches of both, and how long something takes. */
final readonly class MomentPhrases
{
    private const TO = '\s*(?:-|–|—)\s*|\s+(?:to|until|till)\s+(?:the\s+)?';

    /** The same between two whole dates. */
    private const TO_DATE = '\s*(?:-|–|—)\s*|\s*,?\s+(?:to|until|till)\s+(?:the\s+)?';

    /** Before a length. */
    private const TAKES = '(?<lead>(?:for|(?:(?:it|this|that)\s+)?(?:(?:should|will|may|might|could|usually|normally)\s+)?'.
        '(?:takes?|lasts?|needs?)(?:\s+(?:me|us))?|taking|lasting|allow(?:ing)?|about|around|roughly|approx(?:\.|imately)?|ca\.?'.
        '|circa|max(?:\.|imum)?|up\s+to|est(?:\.|imated?)?|duration|length|time\s+needed)(?:\s*:)?\s+'.
        '(?:about\s+|around\s+|roughly\s+|approx\.?\s+)?|\x7e\s?)?';

    /** What so long is taken for: "2 h write the report", "half an hour of weeding". */
    private const DOING = '\s+(?:(?:'.Words::DEEDS.')|\p{L}{2,}ing)';

    /** Before these "each" says how often, and not how long each takes. */
    private const OF_EACH = '(?:\d|morning|afternoon|evening|night|day|week|month|year|other|'.Words::WEEKDAY.'|'.Words::MONTH.')';

    private const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

    /** After these a number names a thing: it is no time of day. */
    private const NUMBERED = [
        'version',
        'chapter',
        'chapters',
        'page',
        'pages',
        'room',
        'platform',
        'flight',
        'gate',
        'line',
        'part',
        'step',
        'section',
        'volume',
        'number',
        'no',
        'nr',
        'issue',
        'episode',
        'season',
        'size',
        'bus',
        'score',
        'ratio',
        'mix',
        'paragraph',
        'level',
        'unit',
        'lesson',
        'verse',
        'session',
        'round',
        'stage',
        'phase',
        'week',
        'day',
        'draft',
        'act',
        'scene',
        'module',
        'exercise',
        'question',
        'item',
        'form',
        'option',
        'zone',
        'track',
        'seat',
        'court',
        'pitch',
        'lane',
        'bay',
        'block',
        'appendix',
        'exhibit',
        'house',
        'studio',
        'terminal',
        'exit',
        'ward',
        'bench',
        'shelf',
        'box',
        'row',
        'plot',
        'tray',
        'batch',
        'grade',
        'floor',
        'figure',
        'table',
        'the',
        'a',
        'pp',
        'p',
        'v',
    ];

    public function __construct(private Text $text, private Context $context, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            array_push($phrases, ...$this->datesAt($at), ...$this->timesAt($at));
        }

        return [...$phrases, ...$this->fromNow(), ...$this->lengths(), ...$this->bareHours(), ...$this->hoursOfRhythm(), ...$this->daysFrom()];
    }

    /** @return list<Phrase> */
    private function datesAt(int $at): array
    {
        $lead = $this->text->at(
            ($at === 0 ? '(?<lead>for|' : '(?<lead>').'(?:on|for)\s+the\s+whole\s+of|on|at|from'.
                '|(?:first|next)\s+(?:one\s+|due\s+)?on|next\s+one|(?:first|next)\s+(?:one\s+|due\s+|time\s+)?in|start(?:s|ing)'.
                '(?:\s+(?:on|from|in))?|begin(?:s|ning)(?:\s+(?:on|from|in))?|since)\s*:?\s+',
            $at,
            false,
        );
        $begin = $lead->to ?? $at;
        $date = $this->dates->at($this->text, $begin);
        $phrases = [];
        if ($date !== null && $date->fault !== null) {
            $phrases[] = new Phrase($at, $date->to, 'title', Phrase::DATE, fn (Meaning $m) => $m->problem($date->fault));
        } elseif ($date !== null) {
            $isLoose = $date->isLoose && ($lead === null || $lead->get('lead') === 'at') && $date->half === null &&
                ! ($at === 0 && $this->text->at('\s+(?:'.Words::DEEDS.')', $date->to) !== null);
            if (! $isLoose || ! in_array($this->text->wordBefore($at), ['the', 'a', 'an'], true)) {
                $phrases[] = new Phrase($at, $date->to, 'date', Phrase::DATE, fn (Meaning $m) => ($m->date = $date), $isLoose);
            }
        }
        if ($lead !== null && preg_match('/^(?:from|start|begin|first|next)/', $lead->get('lead')) === 1) {
            $month = $this->text->at('(?<m>'.Words::MONTH.')(?:\s+(?<y>20\d\d))?(?!\s*(?:\d|(?:(?:to|until|till|through)\s+|[-–]\s*)'.Words::MONTH.'))', $begin);
            if ($month !== null) {
                $first = $month->has('y')
                    ? LocalDate::of((int) $month->get('y'), Words::month($month->get('m')), 1)
                    : $this->dates->month(Words::month($month->get('m')));
                $phrases[] = new Phrase(
                    $at,
                    $month->to,
                    'date',
                    Phrase::DATE,
                    fn (Meaning $m) => ($m->date = new ReadDate($month->to, $first)),
                    needsRhythm: true,
                );
            }
        }

        return [...$phrases, ...$this->stretches($at)];
    }

    /**
     * From one date, or date and time, to another.
     *
     * @return list<Phrase>
     */
    private function stretches(int $at): array
    {
        $lead = $this->text->at('(?:from|between)\s+(?:the\s+)?', $at, false);
        $begin = $lead->to ?? $at;
        $phrases = [];
        // 20–27 December, the 20th to the 27th of December, Dec 20 - 27
        foreach (
            [
                '(?:the\s+)?(?<a>\d{1,2})(?:st|nd|rd|th)?(?:'.
                self::TO.
                ')(?<b>\d{1,2})(?:st|nd|rd|th)?(?:\s+of)?\s+(?<m>'.
                Words::MONTH.
                ')(?:\s+(?<y>\d{4}))?',
                '(?:'.Words::WEEKDAY.',?\s+)?(?:the\s+)?(?<a>\d{1,2})(?:st|nd|rd|th)?(?:'.
                self::TO.
                ')(?:'.Words::WEEKDAY.',?\s+)(?:the\s+)?(?<b>\d{1,2})(?:st|nd|rd|th)?(?:\s+of)?\s+(?<m>'.
                Words::MONTH.
                ')(?:\s+(?<y>\d{4}))?',
                '(?<a>\d{1,2})\.?\s*[-–]\s*(?<b>\d{1,2})\.\s?(?<m>(?:0?[1-9]|1[0-2]))\.(?<y>\d{4}|\d\d)?',
                '(?<m>'.
                Words::MONTH.
                ')\s+(?<a>\d{1,2})(?:st|nd|rd|th)?(?:'.
                self::TO.
                ')(?<b>\d{1,2})(?:st|nd|rd|th)?(?!\s*(?:'.
                Words::MONTH.
                '|[:.]\d|am|pm))',
            ] as $pattern
        ) {
            $found = $this->text->at($pattern, $begin);
            if ($found === null) {
                continue;
            }
            $year = $found->has('y') ? ' '.(strlen($found->get('y')) === 2 ? '20' : '').$found->get('y') : '';
            $month = preg_match('/^\d/', $found->get('m')) === 1 ? self::MONTHS[(int) $found->get('m') - 1] : $found->get('m');
            $from = $this->dates->at(new Text("{$found->get('a')} {$month}{$year}"), 0);
            $to = $this->dates->at(new Text("{$found->get('b')} {$month} ".($from->date->year ?? '')), 0);
            if (
                $from !== null &&
                $to !== null &&
                $from->fault === null &&
                $to->fault === null &&
                ! $to->date->isBefore($from->date)
            ) {
                $phrases[] = $this->stretch($at, $found->to, $from->date, $to->date);
                $phrases[] = $this->season($at, $found->to, $from->date, $to->date);
            }
        }
        $from = $this->dates->at($this->text, $begin, false);
        if ($from === null || $from->fault !== null) {
            return $phrases;
        }
        $clock = $this->clockAfter($from->to);
        $between = $this->text->at(self::TO_DATE, $clock->to ?? $from->to, false);
        $to = $between === null ? null : $this->dates->at($this->text, $between->to);
        if ($to === null || $to->fault !== null) {
            return $phrases;
        }
        $start = $from->date;
        if ($from->isLoose && ! $to->isLoose && $to->date->dayNumber() - $start->dayNumber() >= 7) {
            // "Thu until 22 December" says of no Thursday that it begins there.
            if (preg_match('/^(?:the\s+)?'.Words::WEEKDAY.'(?!\p{L})/iu', substr($this->text->seen, $between->to)) !== 1) {
                return $phrases;
            }
            // Monday to Wednesday next week: both in that week.
            $start = $start->plusDays(7 * intdiv($to->date->dayNumber() - $start->dayNumber(), 7));
        }
        $end = $to->date;
        if ($end->isBefore($start)) {
            $end = match (true) {
                $this->text->at('(?:the\s+)?'.Words::DAY, $between->to) !== null => $this->dates->from($start)->at($this->text, $between->to)->date ?? $end,
                $from->isLoose && $to->isLoose => $end->plusDays(7),
                default => $this->yearLater($start, $end),
            };
        }
        if ($end->isBefore($start) || $end->dayNumber() - $start->dayNumber() > 366) {
            return $phrases;
        }
        $endClock = $clock === null ? null : $this->clockAfter($to->to);
        if ($clock !== null && $endClock !== null) {
            $phrases[] = new Phrase($at, $endClock->to, 'date', Phrase::DATE | Phrase::TIME | Phrase::LENGTH, function (
                Meaning $m,
            ) use ($start, $end, $clock, $endClock, $from, $to): void {
                $m->date = new ReadDate(0, $start);
                $m->times = [$clock];
                $m->minutes = intdiv(
                    LocalDateTime::of($end, $endClock->time($to->half))->seconds -
                        LocalDateTime::of($start, $clock->time($from->half))->seconds,
                    60,
                );
                $m->isTask ??= false;
            });
        } elseif ($clock === null) {
            $isBare = $from->isLoose && $to->isLoose && $lead === null;
            $phrases[] = $this->stretch($at, $to->to, $start, $end, $isBare && $at > 0);
            if (! $from->isLoose) {
                $phrases[] = $this->season($at, $to->to, $start, $end);
            }
        }

        return $phrases;
    }

    private function yearLater(LocalDate $start, LocalDate $end): LocalDate
    {
        return LocalDate::of($start->year + ($end->year === $start->year ? 1 : 0), $end->month, min($end->day, 28))->plusDays(
            max(0, $end->day - 28),
        );
    }

    /** From one day to another, where something comes round in between. */
    private function season(int $from, int $to, LocalDate $start, LocalDate $end): Phrase
    {
        return new Phrase(
            $from,
            $to,
            'date',
            Phrase::DATE | Phrase::END,
            function (Meaning $m) use ($start, $end): void {
                $m->date = new ReadDate(0, $start);
                $m->until = $end;
            },
            needsRhythm: true,
            weight: 1.02,
        );
    }

    private function stretch(int $from, int $to, LocalDate $start, LocalDate $end, bool $isLoose = false): Phrase
    {
        return new Phrase(
            $from,
            $to,
            'date',
            Phrase::DATE,
            function (Meaning $m) use ($start, $end): void {
                $m->date = new ReadDate(0, $start);
                $m->days = $end->dayNumber() - $start->dayNumber() + 1;
                $m->isTask ??= false;
            },
            $isLoose,
        );
    }

    private function clockAfter(int $at): ?Clock
    {
        $lead = $this->text->at('\s*,?\s+(?:at\s+)?', $at, false);
        $clock = $lead === null ? null : ClockReader::at($this->text, $lead->to, false);

        return $clock === null || $clock->fault !== null || $clock->form === 'number' ? null : $clock;
    }

    /** @return list<Phrase> */
    private function timesAt(int $at): array
    {
        $lead = $this->text->at('(?:(?<lead>at(?:\s+(?:about|around))?|around|about|after|from|between|starting\s+at'.
            '|starts?(?:\s+at)?|starting|begins?'.
            '(?:\s+at)?|beginning\s+at)\s+|(?<sign>@)\s*)', $at, false);
        $word = $lead === null ? '' : ($lead->has('sign') ? 'at' : $lead->get('lead'));
        $begin = $lead->to ?? $at;
        $first = ClockReader::at($this->text, $begin, false);
        // The 9.05 to the coast is a train.
        if ($first === null || ($lead === null && $this->text->wordBefore($at) === 'the')) {
            return [];
        }
        if ($first->fault !== null) {
            return $word === '' && $first->form === 'number'
                ? []
                : [new Phrase($at, $first->to, 'title', Phrase::TIME, fn (Meaning $m) => $m->problem($first->fault))];
        }
        $phrases = [...$this->rangeFrom($at, $word, $first), ...$this->listFrom($at, $word, $first)];
        $whole = ClockReader::at($this->text, $begin);
        $isNamed = in_array($this->text->wordBefore($at), self::NUMBERED, true);
        if ($whole === null || $whole->fault !== null || $word === 'between') {
            return $phrases;
        }
        if ($word === '' && ($whole->form === 'number' || ($isNamed && in_array($whole->form, ['dotted', 'words'], true)))) {
            return $phrases;
        }
        if ($word === 'from' && $whole->form === 'number') {
            return $phrases;
        }
        // "After 4" is a time on a day that is named; "after 3 days" and "after one" are not.
        if ($word === 'after' && $whole->form === 'number' && $this->text->at('\s*(?:$|,|(?:on\s+)?(?:'.Words::WEEKDAY.'|today|tomorrow|tonight)(?!\p{L}))', $whole->to, false) === null) {
            return $phrases;
        }
        $phrases[] = new Phrase(
            $at,
            $whole->to,
            'time',
            Phrase::TIME,
            fn (Meaning $m) => ($m->times = [$whole]),
            isLoose: ($word === '' && ($whole->form === 'dotted' || ($whole->form === 'words' && $at > 0))) ||
                ($word === 'around' && $whole->form === 'number'),
            needsNeighbour: $word === 'about' && $whole->form === 'number',
            needsDay: $word === 'after',
        );

        return $phrases;
    }

    /** @return list<Phrase> from one time to another */
    private function rangeFrom(int $at, string $word, Clock $first): array
    {
        $between = $this->text->at($word === 'between' ? '\s+and\s+' : self::TO, $first->to, false);
        $second = $between === null ? null : ClockReader::at($this->text, $between->to);
        if ($second === null || $second->fault !== null || $this->dates->at($this->text, $between->to) !== null) {
            return [];
        }
        $isBare = $first->form === 'number' && $second->form === 'number';
        if ($isBare && ($word === '' || $word === 'at') && in_array($this->text->wordBefore($at), self::NUMBERED, true)) {
            return [];
        }
        if ($isBare && ($first->hour > 24 || $second->hour > 24)) {
            return [];
        }

        // "Inventory 8-12" on a day that is named; "boxes 3-5" are numbers of things.
        $isLast = $isBare && $word === '' && ! str_ends_with($this->text->wordBefore($at), 's') &&
            preg_match('/\G\s*$/', $this->text->seen, offset: $second->to) === 1;

        return [
            new Phrase(
                $at,
                $second->to,
                'time',
                Phrase::TIME | Phrase::LENGTH,
                function (Meaning $m) use ($first, $second): void {
                    $m->times = [$first];
                    $m->end = $second;
                    $m->isTask ??= false;
                },
                needsNeighbour: $isBare && $word === '' && ! $isLast,
                needsDay: $isLast,
            ),
        ];
    }

    /** @return list<Phrase> several times a day: 8am and 8pm */
    private function listFrom(int $at, string $word, Clock $first): array
    {
        if ($word === 'between' || $word === 'from' || ($first->form === 'number' && $word !== 'at')) {
            return [];
        }
        $times = [$first];
        $to = $first->to;
        while (count($times) < 12 && ($and = $this->text->at(Words::AND.'(?:at\s+)?', $to, false)) !== null) {
            $next = ClockReader::at($this->text, $and->to);
            if (
                $next === null ||
                $next->fault !== null ||
                ($next->form === 'number' && ($word !== 'at' || $this->text->at('\s?(?:min|mins|minutes?|h|hrs?|hours?|times'.
                    '|x|days?|weeks?|people)', $next->to) !== null))
            ) {
                break;
            }
            $times[] = $next;
            $to = $next->to;
        }

        return [
            ...self::several($at, $to, self::inTurn($times), isRhythm: true),
            // 8am 2pm 8pm, where something says that they come round.
            ...self::several($at, ...$this->listWithout($first), isRhythm: false),
        ];
    }

    /**
     * Of "8, 2 and 8" the last is in the evening, of "6, 2 and 10" the first in the morning.
     *
     * @param  non-empty-list<Clock>  $times
     * @return non-empty-list<Clock>
     */
    private static function inTurn(array $times): array
    {
        $isEither = fn (Clock $clock): bool => $clock->isOpen && $clock->half === null && $clock->hour < 12;
        $second = ($times[1] ?? null)?->time()->seconds ?? 0;
        if ($isEither($times[0]) && $times[0]->time()->seconds > $second && $times[0]->hour * 3600 < $second) {
            $times[0] = $times[0]->in('am');
        }
        foreach ($times as $i => $clock) {
            if ($i > 0 && $isEither($clock) && $clock->time()->seconds <= $times[$i - 1]->time()->seconds) {
                $times[$i] = $clock->in('pm');
            }
        }

        return $times;
    }

    /**
     * Times with nothing between them but a space.
     *
     * @return array{int, list<Clock>}
     */
    private function listWithout(Clock $first): array
    {
        $times = [$first];
        while (count($times) < 12) {
            $gap = $this->text->at('\s+', $times[count($times) - 1]->to, false);
            $next = $gap === null ? null : ClockReader::at($this->text, $gap->to);
            if ($next === null || $next->fault !== null || $next->form === 'number') {
                break;
            }
            $times[] = $next;
        }

        return [$times[count($times) - 1]->to, $times];
    }

    /**
     * Check 9, 12 and 17 every day: bare hours, where a rhythm stands beside them. "Beds 3, 4 and 5" are numbers of things.
     *
     * @return list<Phrase>
     */
    private function hoursOfRhythm(): array
    {
        $phrases = [];
        foreach ($this->text->all('(?<!\d)(?<hours>(?:1\d|2[0-3]|[1-9])(?:'.Words::AND.'(?:1\d|2[0-3]|[1-9]))+)(?![\d:.]|\s?[ap]m)') as $found) {
            $before = $this->text->wordBefore($found->from);
            if ($before === '' || str_ends_with($before, 's') || in_array($before, self::NUMBERED, true)) {
                continue;
            }
            preg_match_all('/\d+/', $found->get('hours'), $m);
            $times = array_map(fn (string $h): Clock => new Clock($found->to, (int) $h, 0, null, (int) $h <= 12, 'number'), $m[0]);
            array_push($phrases, ...self::several($found->from, $found->to, $times, isRhythm: false, isBare: true));
        }

        return $phrases;
    }

    /**
     * A rule has several hours, and one minute for all of them.
     *
     * @param  list<Clock>  $times
     * @return list<Phrase>
     */
    private static function several(int $from, int $to, array $times, bool $isRhythm, bool $isBare = false): array
    {
        return count($times) < 2 || count(array_unique(array_map(fn (Clock $one): int => $one->minute, $times))) > 1
            ? []
            : [
                new Phrase(
                    $from,
                    $to,
                    'time',
                    Phrase::TIME,
                    fn (Meaning $m) => ($m->times = $times),
                    needsRhythm: ! $isRhythm,
                    needsNeighbour: $isBare,
                    isSeveral: $isRhythm,
                ),
            ];
    }

    /**
     * A bare hour right behind a weekday, or before one at the end: "sat 10 market", "drinks 8 fri".
     *
     * @return list<Phrase>
     */
    private function bareHours(): array
    {
        $phrases = [];
        $hour = '(?<h>1[0-2]|[1-9])';
        $not = '(?!\s*(?:-|–|to\b|until\b|till\b|and\b|or\b|&|\+|/|,\s*\d|[.:]\d'.
            '|(?:st|nd|rd|th|x|h|hrs?|hours?|m|min|mins|minutes?|am|pm|people|times|of|o[\'’]clock|%|kg|km)\b|'.Words::MONTH.'))';
        foreach ($this->text->all('(?<day>'.Words::WEEKDAY."|tomorrow|tonight|today),?\\s+(?<from>from\\s+)?{$hour}{$not}") as $found) {
            $ends = preg_match('/\G\s*(?:,|$)/', $this->text->seen, offset: $found->to) === 1;
            $number = (int) $found->get('h');
            if (! $ends && $number < 7 && ! $found->has('from')) {
                continue;
            }
            $date = $this->dates->at($this->text, $found->from);
            if ($date === null || $date->fault !== null) {
                continue;
            }
            $phrases[] = self::dayAndHour($found, $date, $number);
        }
        foreach (
            $this->text->all(
                "(?:after\\s+)?{$hour}\\s+(?:on\\s+)?(?<day>".Words::WEEKDAY.'|tomorrow|tonight|today)(?=\s*(?:,|$))',
            ) as $found
        ) {
            $date = $this->dates->at($this->text, $found->placeOf('day'));
            $before = $this->text->wordBefore($found->from);
            // "Chapters 4, 5 and 6 on Monday": the last of several numbers.
            $isOfSeveral = preg_match('/\d\s*(?:,|,?\s*and|&|\+)\s*$/i', substr($this->text->seen, 0, $found->from)) === 1;
            if ($isOfSeveral || $date === null || $date->fault !== null || $before === '' || in_array($before, self::NUMBERED, true)) {
                continue;
            }
            $phrases[] = self::dayAndHour($found, $date, (int) $found->get('h'));
        }

        return $phrases;
    }

    private static function dayAndHour(Found $found, ReadDate $date, int $hour): Phrase
    {
        $clock = new Clock($found->to, $hour, 0, null, true, 'number');

        return new Phrase(
            $found->from,
            $found->to,
            'date',
            Phrase::DATE | Phrase::TIME,
            function (Meaning $m) use ($date, $clock): void {
                $m->date = $date;
                $m->times = [$clock];
            },
            weight: 0.95,
        );
    }

    /**
     * Three days from 8 February, for three days from tomorrow; "three weeks from today" is one day, so long after.
     *
     * @return list<Phrase>
     */
    private function daysFrom(): array
    {
        $phrases = [];
        $length = '(?<for>for\s+)?(?<n>'.Words::NUMBER.')\s+(?<unit>days?|nights?|weeks?)';
        foreach ($this->text->all("{$length}\\s+(?:from|starting(?:\\s+on)?|beginning(?:\\s+on)?)(?=\\s)") as $found) {
            $gap = $this->text->at($found->has('for') ? '\s+' : '\s+(?!(?:today|tomorrow|now)\b)', $found->to, false);
            $date = $gap === null ? null : $this->dates->at($this->text, $gap->to);
            if ($date !== null && $date->fault === null && ! ($date->isLoose && str_starts_with($found->get('unit'), 'week'))) {
                $days = Words::number($found->get('n')) * (str_starts_with($found->get('unit'), 'week') ? 7 : 1);
                $phrases[] = $this->stretch($found->from, $date->to, $date->date, $date->date->plusDays(max(1, $days) - 1));
                $phrases[] = new Phrase(
                    $found->from,
                    $date->to,
                    'date',
                    Phrase::DATE | Phrase::END,
                    function (Meaning $m) use ($date, $found): void {
                        $m->date = $date;
                        $m->lasts = [max(1, Words::number($found->get('n'))), str_replace('night', 'day', rtrim($found->get('unit'), 's'))];
                    },
                    needsRhythm: true,
                    weight: 1.02,
                );
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> in two hours */
    private function fromNow(): array
    {
        return array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'time',
                Phrase::DATE | Phrase::TIME,
                fn (Meaning $m) => ($m->at = $this->context->now->plusMinutes(LengthReader::minutes($found))),
            ),
            $this->text->all('in\s+'.LengthReader::LENGTH),
        );
    }

    /** @return list<Phrase> */
    private function lengths(): array
    {
        $phrases = [];
        foreach ($this->text->all(self::TAKES.LengthReader::LENGTH.'(?:[\'’]?s?\s+work'.
            '|\s+(?:tops|max|at\s+most|long|or\s+so|of(?=\s+\p{L}{2,}ing)|each(?:\s+time|(?!\s+'.self::OF_EACH.'))))?') as $found) {
            $minutes = LengthReader::minutes($found);
            $isTravel =
                preg_match('/\btravel(?:l?ing)?(?:\s+time)?\s*:?\s*$/i', substr($this->text->seen, 0, $found->from)) === 1 ||
                preg_match('/\G\s+(?:of\s+)?travel/i', $this->text->seen, offset: $found->to) === 1;
            if ($minutes < 1 || $minutes > 1440 * 7 || $isTravel) {
                continue;
            }
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'length',
                Phrase::LENGTH,
                fn (Meaning $m) => ($m->minutes = $minutes),
                isLoose: ! $found->has('lead') && ! ($found->from === 0 && $this->text->at(self::DOING, $found->to) !== null),
            );
        }
        foreach (
            $this->text->all('for\s+(?:the\s+next\s+)?(?<n>'.Words::NUMBER.')\s+(?<unit>day|week|month|year)s?') as $found
        ) {
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'length',
                Phrase::END,
                fn (Meaning $m) => ($m->lasts = [max(1, Words::number($found->get('n'))), $found->get('unit')]),
            );
        }
        foreach ($this->text->all('all\s+day(?:\s+long)?') as $found) {
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'length',
                Phrase::TIME | Phrase::LENGTH,
                fn (): bool => true,
                isLoose: true,
            );
        }

        return $phrases;
    }
}
