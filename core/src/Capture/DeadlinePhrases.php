<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\IsoWeek;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/** By when something is to be done, and from when or around when it is meant. */
final readonly class DeadlinePhrases
{
    private const BY = '(?:(?:is\s+|are\s+)?due(?:\s+back|\s+date)?(?:\s+(?:on|by|at|for|is))?'.
        '|(?:(?:(?:has\s+|have\s+|needs?\s+|must\s+)?(?:to\s+)?be\s+)?(?:finished|done|ready|complete)\s+'.
        '|(?:(?:has|have|needs?)\s+to\s+be\s+|to\s+be\s+|must\s+be\s+)in\s+|(?:needs\s+doing|needed|wanted|required)\s+'.
        '|(?:finish|hand\s+in)\s+)?by|deadline(?:\s+(?:is|on|by))?|(?:closing|cut-?off)\s+date(?:\s+is)?'.
        '|(?:by\s+)?(?:no|not)\s+later\s+than|last\s+date(?:\s+is)?|(?:on|at)\s+or\s+before|latest'.
        '(?:\s+(?:by|on))?|at\s+the\s+latest(?:\s+(?:by|on))?)\s*:?\s+';

    /** By the end of a day's work. */
    private const WORK_DAY = '(?:(?:the\s+)?(?:end\s+of\s+(?:the\s+)?(?:business\s+)?day|close\s+of\s+business)|eod|cob)';

    public function __construct(private Text $text, private Context $context, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            $by = $this->text->at(self::BY, $at, false);
            if ($by !== null) {
                array_push($phrases, ...$this->due($at, $by->to));
            }
            $before = $this->text->at('(?:some\s?time\s+|any\s?time\s+|(?:must|has\s+to|have\s+to|needs?\s+to)\s+be\s+'.
                '(?:(?:done|in|finished|ready|complete)\s+)?(?=before))?(?:(?<until>until)|before)\s+', $at, false);
            if ($before !== null) {
                array_push($phrases, ...$this->before($at, $before->to, $before->has('until')));
            }
            $within = $this->text->at('within\s+(?:the\s+next\s+)?(?<n>'.Words::NUMBER.')\s+(?<unit>working\s+day|day|week'.
                '|month|hour)s?', $at);
            if ($within !== null) {
                $phrases[] = $this->within($within);
            }
            $not = $this->text->at('(?:but\s+)?not\s+before\s+|not\s+until\s+', $at, false);
            if ($not !== null) {
                array_push($phrases, ...$this->notBefore($at, $not->to));
            }
        }
        foreach ($this->text->all('(?<sure>around\s+|about\s+|in\s+about\s+|in\s+(?=(?:calendar\s+)?week))?(?:calendar\s+)?week\s+(?<n>\d{1,2})') as $found) {
            $number = (int) $found->get('n');
            $phrases[] =
                $number < 1 || $number > 53
                    ? new Phrase(
                        $found->from,
                        $found->to,
                        'title',
                        Phrase::TURN,
                        fn (Meaning $m) => $m->problem("There is no week {$number}."),
                    )
                    : new Phrase(
                        $found->from,
                        $found->to,
                        'turn',
                        // "Plan week 12 due Thursday": beside a day it names what is to be done.
                        $found->has('sure') ? Phrase::TURN : Phrase::TURN | Phrase::DUE | Phrase::DATE,
                        fn (Meaning $m) => ($m->around = Around::week(IsoWeek::next($number, $this->context->today()))),
                        isLoose: ! $found->has('sure'),
                    );
        }

        return [...$phrases, ...$this->weeks(), ...$this->onward(), ...$this->between()];
    }

    /**
     * A week that is meant without a day: this week, some time next week, the week of 14 December, about the middle of March.
     *
     * @return list<Phrase>
     */
    private function weeks(): array
    {
        $phrases = [];
        $around = fn (int $from, int $to, LocalDate $day): Phrase => new Phrase(
            $from,
            $to,
            'turn',
            Phrase::TURN,
            fn (Meaning $m) => ($m->around = Around::week(IsoWeek::containing($day))),
        );
        $today = $this->context->today();
        foreach ($this->text->all('(?:some\s?time\s+|any\s?time\s+|any\s+day\s+|some\s+day\s+'.
            '|one\s+(?:day|morning|afternoon|evening)\s+|at\s+some\s+point\s+|during\s+(?:the\s+)?|whenever\s+|in\s+the\s+'.
            '|within\s+the\s+)(?:in\s+)?(?<which>this|next)\s+week|(?<plain>this\s+week)') as $found) {
            $phrases[] = $around($found->from, $found->to, $found->get('which') === 'next' ? $today->plusDays(7) : $today);
        }
        foreach ($this->text->all('(?:(?:in|during)\s+)?(?:the\s+)?week\s+(?:of|beginning|commencing'.
            '|starting)\s+(?:the\s+)?') as $found) {
            $date = $this->dates->at($this->text, $this->text->at('\s*', $found->to, false)->to ?? $found->to);
            if ($date !== null && $date->fault === null) {
                $any = $this->text->at('\s*,\s*any\s+(?:day|time)', $date->to);
                $phrases[] = $around($found->from, $any->to ?? $date->to, $date->date);
            }
        }
        foreach (
            $this->text->all(
                'in\s+(?:about|around|roughly)\s+(?<n>'.Words::NUMBER.')\s+(?<unit>week|month|day)s?',
            ) as $found
        ) {
            $days = Words::number($found->get('n')) * ['day' => 1, 'week' => 7, 'month' => 30][$found->get('unit')];
            $phrases[] = $around($found->from, $found->to, $today->plusDays($days));
        }
        foreach ($this->text->all('(?:(?:(?:some\s?time|any\s?time|some\s+day|one\s+day|at\s+some\s+point|whenever)\s+)?(?:in'.
            '|during)|around|about)\s+(?<m>'.Words::MONTH.')(?:\s+(?<y>20\d\d))?(?!\s*\d|\s*(?:-|–|to\b|and\b|or\b))') as $found) {
            $month = Words::month($found->get('m'));
            $year = $found->has('y') ? (int) $found->get('y') : $this->dates->month($month)->year;
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'turn',
                Phrase::TURN,
                fn (Meaning $m) => ($m->around = Around::month($year, $month)),
                notWithRhythm: true,
            );
        }
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at('(?:(?:some\s?time|any\s?time)\s+)?(?:(?:in|during)\s+)?the\s+week\s+(?<way>after'.
                '|before)\s+', $at, false);
            $date = $lead === null ? null : $this->dates->atOrOf($this->text, $lead->to);
            if ($lead !== null && $date !== null && $date->fault === null) {
                $phrases[] = $around($at, $date->to, $date->date->plusDays($lead->get('way') === 'after' ? 7 : -7));
            }
        }
        $about = '(?:(?:somewhere|some\s?time|somehow)\s+)?(?:around|about|roughly|circa|towards?|near|(?<over>over))\s+(?:the\s+)?';
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at($about, $at, false);
            $date = $lead === null ? null : $this->dates->atOrOf($this->text, $lead->to);
            if ($lead !== null && $date !== null && $date->fault === null && $date->half === null &&
                (! $date->isLoose || ($lead->has('over') && $this->text->at($this->dates->holidayNames(), $lead->to) !== null))) {
                $phrases[] = $around($at, $date->to, $date->date);
            }
        }
        foreach ($this->text->all('(?:(?:in|during|some\s?time\s+in)\s+)?(?:the\s+)?(?<place>'.Words::PLACE.')\s+week\s+(?:of'.
            '|in)\s+(?<m>'.Words::MONTH.')(?:\s+(?<y>\d{4}))?') as $found) {
            $number = Words::month($found->get('m'));
            $month = Around::month($found->has('y') ? (int) $found->get('y') : $this->dates->month($number)->year, $number);
            $phrases[] = $around(
                $found->from,
                $found->to,
                $this->weekOf($month, Words::place($found->get('place')), ! $found->has('y')),
            );
        }
        foreach ($this->text->all('(?:(?:some\s?time|any\s?time|at\s+some\s+point|some\s+day|one\s+day'.
            '|whenever)\s+)?(?:in\s+)?the\s+week\s+after\s+next') as $found) {
            $phrases[] = $around($found->from, $found->to, $today->plusDays(14));
        }
        $vague = '(?:(?<early>early|start\s+of|beginning\s+of)|(?<mid>mid|(?:the\s+)?middle\s+of)|(?<late>late))';
        foreach (
            $this->text->all(
                "(?<about>(?:around|about|(?:some\s?time\s+)?in)\s+)?(?:the\s+)?{$vague}[-\s]+(?<m>".Words::MONTH.')',
            ) as $found
        ) {
            if ($found->has('mid') && ! $found->has('about')) {
                continue;
            }
            $month = $this->dates->month(Words::month($found->get('m')));
            try {
                $day = LocalDate::of($month->year, $month->month, $found->has('early') ? 3 : ($found->has('mid') ? 15 : 26));
                $phrases[] = $around($found->from, $found->to, $day);
            } catch (InvalidTime) {
                continue;
            }
        }

        return $phrases;
    }

    /** A day of that week of the month; of the next year's where this year's is over. */
    private function weekOf(Around $month, int $place, bool $isNext): LocalDate
    {
        $day = $place > 0 ? $month->first->plusDays(7 * $place - 4) : $month->last->plusDays(-3 + 7 * ($place + 1));
        $sunday = IsoWeek::containing($day)->monday()->plusDays(6);

        return $isNext && $sunday->isBefore($this->context->today())
            ? $this->weekOf(Around::month($month->first->year + 1, $month->first->month), $place, false)
            : $day;
    }

    /**
     * From a day onwards, where nothing comes round: not before.
     *
     * @return list<Phrase>
     */
    private function onward(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at('from\s+', $at, false);
            $date = $lead === null ? null : $this->dates->at($this->text, $lead->to);
            $on = $date === null || $date->fault !== null ? null : $this->text->at('\s+on(?:wards?)?(?=\s|,|$)', $date->to);
            if ($date !== null && $on !== null) {
                $phrases[] = new Phrase(
                    $at,
                    $on->to,
                    'turn',
                    Phrase::TURN,
                    fn (Meaning $m) => ($m->notBefore = $date->date),
                    notWithRhythm: true,
                );
                $phrases[] = new Phrase(
                    $at,
                    $on->to,
                    'date',
                    Phrase::DATE,
                    fn (Meaning $m) => ($m->date = $date),
                    needsRhythm: true,
                    weight: 1.02,
                );
            }
        }

        return $phrases;
    }

    /**
     * Between two days: not before the one, and done by the other.
     *
     * @return list<Phrase>
     */
    private function between(): array
    {
        $phrases = [];
        $ordinal = '(?:st|nd|rd|th)?';
        foreach ($this->text->all("(?:any\\s?time\\s+|some\\s?time\\s+)?between\\s+(?:the\\s+)?(?<a>\\d{1,2}){$ordinal}\\s+and\\s+(?:the\\s+)?".
            "(?<b>\\d{1,2}){$ordinal}\\s+(?:of\\s+)?(?<m>".Words::MONTH.')') as $found) {
            $from = $this->dates->at(new Text("{$found->get('a')} {$found->get('m')}"), 0);
            $to = $this->dates->at(new Text("{$found->get('b')} {$found->get('m')}"), 0);
            if ($from === null || $to === null || $from->fault !== null || $to->fault !== null || $to->date->isBefore($from->date)) {
                continue;
            }
            $phrases[] = new Phrase($found->from, $found->to, 'turn', Phrase::TURN | Phrase::DUE, function (Meaning $m) use ($from, $to): void {
                $m->notBefore = $from->date;
                $m->due = (string) $to->date;
            });
        }

        return $phrases;
    }

    /** @return list<Phrase> */
    private function due(int $from, int $at): array
    {
        $work = $this->text->at(self::WORK_DAY.'(?:\s*,?\s+(?:on\s+)?)?', $at, false);
        if ($work !== null) {
            $date = $this->dates->at($this->text, $work->to);
            $day = $date->date ?? $this->context->today();
            $to = $date->to ?? ($this->text->at(self::WORK_DAY, $at)->to ?? $work->to);

            return [$this->dueOn($from, $to, (string) $day)];
        }
        $date = $this->dates->atOrOf($this->text, $at);
        if ($date !== null && $date->fault !== null) {
            return [new Phrase($from, $date->to, 'title', Phrase::DUE, fn (Meaning $m) => $m->problem($date->fault))];
        }
        $lead = $date === null ? null : $this->text->at('(?:\s*,\s*|\s+)(?<at>at\s+)?', $date->to, false);
        $clock = $date !== null && $lead === null ? null : ClockReader::at($this->text, $lead->to ?? $at);
        // A bare number after a date is a time only where "at" says so.
        $isBareNumber = $clock?->form === 'number' && ($lead === null || ! $lead->has('at'));
        if (($date !== null && $isBareNumber) || $clock?->fault !== null) {
            $clock = null;
        }
        if ($date === null && $clock === null) {
            return [];
        }
        $phrases = [];
        if ($date !== null) {
            $latest = $this->text->at('\s*,?\s+(?:at\s+the\s+(?:very\s+)?)?latest', $date->to);
            $phrases[] = $this->dueOn($from, $latest->to ?? $date->to, (string) $date->date);
            $end = $this->text->at('\s*,?\s+'.self::WORK_DAY, $date->to);
            if ($end !== null) {
                $phrases[] = $this->dueOn($from, $end->to, (string) $date->date);
            }
        }
        if ($clock !== null && ! ($date === null && $isBareNumber)) {
            $phrases[] = $this->dueAt($from, $clock->to, $clock, $date);
        }
        // By five this afternoon, by noon tomorrow, by 18:00 on Tuesday.
        $after = $date === null ? $this->text->at('\s*,?\s+(?:on\s+)?', $clock->to, false) : null;
        $day = $after === null ? null : $this->dates->at($this->text, $after->to);
        if ($clock !== null && $day !== null && $day->fault === null) {
            $phrases[] = $this->dueAt($from, $day->to, $clock, $day);
        }

        return $phrases;
    }

    private function dueOn(int $from, int $to, string $day): Phrase
    {
        return new Phrase($from, $to, 'due', Phrase::DUE, fn (Meaning $m) => ($m->due = $day));
    }

    private function dueAt(int $from, int $to, Clock $clock, ?ReadDate $date): Phrase
    {
        $due = LocalDateTime::of($date->date ?? $this->context->today(), $clock->time($date?->half));
        // Midnight and 24:00 end the day that they are said of.
        if ($clock->hour === 24 || ($clock->hour === 0 && $clock->form === 'half')) {
            $due = $due->plusMinutes(1440);
        }
        if ($date === null && $due->seconds <= $this->context->now->seconds) {
            $due = $due->plusMinutes(1440);
        }

        return new Phrase($from, $to, 'due', Phrase::DUE, function (Meaning $m) use ($due, $date): void {
            $m->due = (string) $due;
            $m->isDueThatDay = $date === null;
        });
    }

    /**
     * Before a day is the day before it; until a day, where nothing comes round, is by then.
     *
     * @return list<Phrase>
     */
    private function before(int $from, int $at, bool $isUntil): array
    {
        $date = $this->dates->atOrOf($this->text, $at);
        $clock = $date === null && ! $isUntil ? ClockReader::at($this->text, $at) : null;
        if ($clock !== null && $clock->fault === null && $clock->form !== 'number') {
            return [$this->dueAt($from, $clock->to, $clock, null)];
        }
        if ($date === null || $date->fault !== null || ($date->isLoose && $date->half !== null)) {
            return [];
        }
        // Before the end of a month is by then; before a day is the day before it.
        $isEnd = $this->text->at('(?:the\s+)?end\s+of', $at) !== null;
        $day = $isUntil || $isEnd ? $date->date : $date->date->plusDays(-1);
        if ($day->isBefore($this->context->today())) {
            return [];
        }
        $latest = $this->text->at('\s+(?:at\s+the\s+)?latest', $date->to);

        return [
            new Phrase(
                $from,
                $latest->to ?? $date->to,
                'due',
                Phrase::DUE,
                fn (Meaning $m) => ($m->due = (string) $day),
                notWithRhythm: $isUntil,
                weight: $isUntil ? 0.9 : 1.0,
            ),
        ];
    }

    private function within(Found $found): Phrase
    {
        $number = Words::number($found->get('n'));
        $today = $this->context->today();
        $day = match ($found->get('unit')) {
            'week' => $today->plusDays(7 * $number),
            'month' => $today->plusDays(30 * $number),
            'hour' => $this->context->now->plusMinutes(60 * $number)->date(),
            'working day' => $this->workingDay($number),
            default => $today->plusDays($number),
        };

        return $this->dueOn($found->from, $found->to, (string) $day);
    }

    private function workingDay(int $number): LocalDate
    {
        $day = $this->context->today();
        for ($left = min(250, $number); $left > 0;) {
            $day = $day->plusDays(1);
            $left -= $this->dates->isWorkingDay($day) ? 1 : 0;
        }

        return $day;
    }

    /** @return list<Phrase> */
    private function notBefore(int $from, int $at): array
    {
        $date = $this->dates->at($this->text, $at);
        $month = $this->text->at('(?<m>'.Words::MONTH.')(?!\s*\d)', $at);
        $day = match (true) {
            $date !== null && $date->fault === null => $date->date,
            $month !== null => $this->dates->month(Words::month($month->get('m'))),
            default => null,
        };

        return $day === null
            ? []
            : [
                new Phrase(
                    $from,
                    $date->to ?? ($month->to ?? $at),
                    'turn',
                    Phrase::TURN,
                    fn (Meaning $m) => ($m->notBefore = $day),
                ),
            ];
    }
}
