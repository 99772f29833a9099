<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\Feasts;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\IsoWeek;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/**
 * Reads a date in English at a place of the line, as seen from today. Each form of it is a pattern, with what makes a date of a
 * match.
 */
final class DateReader
{
    /** A month, a quarter, a year, of which something is the last day. */
    private const STRETCH = '(?:(?:the|this)\s+(?<unit>month|quarter|year)|(?<m>'.Words::MONTH.')(?:\s+(?<y>20\d\d))?)';

    /** With what every form begins, but for holidays. */
    private const BEGINS = '\d|the|to|this|today|tonight|tomorrow|yesterday|day|in|a|an|one|two|three|four|five|six|seven'.
        '|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty|ninety|couple|at|on|over|next|coming|upcoming|early'.
            '|late|by'.
        '|end|mid|middle|all|whole|week|fortnight|first|second|third|fourth|fifth|last|penultimate|'.Words::WEEKDAY.'|'.Words::MONTH;

    private const UNIT = '(?<unit>day|week|fortnight|month|year)s?';

    private const YEAR = '(?:,?\s+(?<y>\d{4})(?!\s*h|:\d))?';

    private readonly LocalDate $today;

    /** @var array<string, callable(Found): (ReadDate|LocalDate|null)>|null */
    private ?array $forms = null;

    /** All forms as one pattern. */
    private ?string $any = null;

    private ?string $holidays = null;

    /**
     * @var array<int, array<int, ReadDate|null>> what was read before, by the number of the line and the place: many ask after
     * the same
     */
    private array $known = [];

    public function __construct(private readonly Context $context)
    {
        $this->today = $context->today();
    }

    /** @param  bool  $isWhole  whether the phrase must end with it */
    public function at(Text $text, int $at, bool $isWhole = true): ?ReadDate
    {
        $place = $isWhole ? $at : -1 - $at;
        if (! array_key_exists($place, $this->known[$text->number] ?? [])) {
            $this->known[$text->number][$place] = $this->look($text, $at, $isWhole);
        }

        return $this->known[$text->number][$place] ?? null;
    }

    private function look(Text $text, int $at, bool $isWhole): ?ReadDate
    {
        if (! $text->beginsWith(Kept::$patterns[7][$this->holidayNames()] ??= self::BEGINS.'|'.$this->holidayNames(), $at)) {
            return null;
        }
        // "7 Dec 2 in the afternoon" is the seventh, at two.
        if ($text->at(Words::MONTH, $at) !== null && preg_match('/^\d{1,2}(?:st|nd|rd|th)?$/D', $text->wordBefore($at)) === 1) {
            return null;
        }
        $best = null;
        // One look for all of them: at most places there is none.
        $this->any ??= Kept::$patterns[4][$this->holidayNames()] ??= implode('|', array_keys($this->forms ??= $this->forms()));
        foreach ($text->beginsWith($this->any, $at) ? $this->forms ??= $this->forms() : [] as $pattern => $make) {
            $found = $text->at($pattern, $at, $isWhole);
            if ($found === null || ($best !== null && $found->to <= $best->to)) {
                continue;
            }
            try {
                $made = $make($found);
                $read = $made instanceof LocalDate ? new ReadDate($found->to, $made) : $made;
                if ($read !== null && $read->half === null && $found->has('part')) {
                    $read = $read->in(self::half($found->get('part')), $read->to);
                }
            } catch (InvalidTime) {
                $read = new ReadDate($found->to, $this->today, fault: '“'.$found->written('whole').'” does not exist.');
            }
            $best = $read ?? $best;
        }
        $before = $this->soLongBefore($text, $at);
        $best = $before !== null && ($best === null || $before->to > $best->to) ? $before : $best;
        if ($best === null) {
            return null;
        }
        // The 10th of December, a Thursday: said once more.
        $again = $text->at('(?:,?\s+|\s*\()(?<wd>'.Words::WEEKDAY.')\)?', $best->to, $isWhole);
        if (
            $again !== null &&
            preg_match('~\d\s*[/.]|\d.*\p{L}{3,}|\p{L}{3,}.*\d~u', substr($text->seen, $at, $best->to - $at)) === 1 &&
            Words::weekday($again->get('wd')) === $best->date->weekday()
        ) {
            $best = $best->until($again->to);
        }
        $part = $text->at(
            '\s+(?:in\s+the\s+|at\s+)?(?<part>'.Words::PART.')|\s*,\s*(?<apart>'.Words::PART.')(?=\s*(?:[,;.]|$))',
            $best->to,
            $isWhole,
        );

        return $part === null ? $best : $best->in(self::half($part->get('part').$part->get('apart')), $part->to);
    }

    /** @return 'am'|'pm' */
    public static function half(string $part): string
    {
        return str_contains($part, 'morning') ? 'am' : 'pm';
    }

    /** The first day of a month that is still to come, or has begun. */
    public function month(int $month): LocalDate
    {
        return $this->context->firstOf($month);
    }

    /**
     * The date of a holiday, by its name or the name without its last word.
     */
    public function holiday(string $name): ?LocalDate
    {
        $name = str_replace('’', "'", strtolower($name));
        foreach ($this->context->holidays as $date => $called) {
            $called = str_replace('’', "'", strtolower($called));
            if (
                ($called === $name || preg_replace('/ (?:day|sunday)$/', '', $called) === $name) &&
                $date >= (string) $this->today
            ) {
                return LocalDate::parse($date);
            }
        }

        return Feasts::next($name, $this->today);
    }

    /** The day of an entry that is to come, by its title: "before the fair". */
    public function entry(Text $text, int $at): ?ReadDate
    {
        $titles = array_keys($this->context->entries);
        usort($titles, fn (string $a, string $b): int => strlen($b) <=> strlen($a));
        foreach ($titles as $title) {
            $words = str_replace('\ ', '\s+', preg_quote($title, '~'));
            $found = $title === '' ? null : $text->at('(?:the\s+|our\s+|my\s+)?'.$words, $at);
            if ($found !== null) {
                return new ReadDate($found->to, $this->context->entries[$title]);
            }
        }

        return null;
    }

    /** A date, or an entry that stands for one, for what is before it, until it, or so long before it. */
    public function atOrOf(Text $text, int $at): ?ReadDate
    {
        return $this->within($text, $at) ?? $this->at($text, $at) ?? $this->entry($text, $at);
    }

    /**
     * The last working day of the year, the last Friday of the month: the next one to come, for what is to be done by then. Where
     * it is to be done on it, "of the month" is a rhythm.
     */
    private function within(Text $text, int $at): ?ReadDate
    {
        $kind = 'day|(?<working>(?:working|business|week)\s*day)|(?<wd>'.Words::WEEKDAY.')';
        $found = $text->at('(?:the\s+)?(?<place>'.Words::PLACE.")\s+(?:{$kind})\s+(?:of|in)\s+".self::STRETCH, $at);
        $date = $found === null ? null : $this->nthWithin($found);

        return $found === null || $date === null ? null : new ReadDate($found->to, $date);
    }

    private function nthWithin(Found $found): ?LocalDate
    {
        $months = match ($found->get('unit')) {
            'year' => 12,
            'quarter' => 3,
            default => 1,
        };
        $month = $found->has('m') ? Words::month($found->get('m')) : $this->today->month - (($this->today->month - 1) % $months);
        $year = match (true) {
            $found->has('y') => (int) $found->get('y'),
            $found->has('m') => $this->month($month)->year,
            default => $this->today->year,
        };
        $begin = LocalDate::of($year, $month, 1);
        for ($turn = 0; $turn < 2; $turn++) {
            $end = (new self($this->withToday($begin)))->monthOn($months, 1);
            $day = $this->nthBetween($found, $begin, $end);
            if ($day !== null && ! $day->isBefore($this->today)) {
                return $day;
            }
            $begin = $end;
        }

        return null;
    }

    public function isWorkingDay(LocalDate $day): bool
    {
        return $day->weekday()->value <= 5 && ! isset($this->context->holidays[(string) $day]);
    }

    /** Counted from the one end or the other, until the place is reached. */
    private function nthBetween(Found $found, LocalDate $begin, LocalDate $end): ?LocalDate
    {
        $place = Words::place($found->get('place'));
        $step = $place > 0 ? 1 : -1;
        $left = abs($place);
        for ($day = $place > 0 ? $begin : $end->plusDays(-1); $left > 0; $day = $day->plusDays($step)) {
            if ($day->isBefore($begin) || ! $day->isBefore($end)) {
                return null;
            }
            $left -= (int) match (true) {
                $found->has('wd') => $day->weekday() === Words::weekday($found->get('wd')),
                $found->has('working') => $this->isWorkingDay($day),
                default => true,
            };
        }

        return $place === 0 ? null : $day->plusDays(-$step);
    }

    /** Names of holidays as a pattern; what never matches where there are none. */
    public function holidayNames(): string
    {
        return $this->holidays ??= Kept::$patterns[5][implode('|', $this->context->holidays)] ??= $this->holidayPattern();
    }

    private function holidayPattern(): string
    {
        $names = [];
        foreach (array_unique($this->context->holidays) as $name) {
            $names[] = $name;
            $names[] = (string) preg_replace('/ (?:Day|Sunday)$/i', '', $name);
        }
        $names = array_merge($names, Feasts::names());
        usort($names, fn (string $a, string $b): int => strlen($b) <=> strlen($a));
        $quoted = array_map(
            fn (string $name): string => str_replace(["'", ' '], ['[\'’]?', '\s+'], preg_quote(str_replace('’', "'", $name), '~')),
            array_filter($names),
        );

        return $quoted === [] ? '(?!)' : '(?:'.implode('|', $quoted).')';
    }

    /** @return array<string, callable(Found): (ReadDate|LocalDate|null)> */
    private function forms(): array
    {
        $weekday = Words::WEEKDAY;
        $month = Words::MONTH;
        $number = Words::NUMBER;
        $named = "(?:(?:the\\s+)?(?:{$weekday})(?:\\s+(?<part>".Words::PART.'))?,?\\s+)?';
        $holiday = $this->holidayNames();

        return [
            'tonight' => fn (Found $f): ReadDate => new ReadDate($f->to, $this->today, half: 'pm'),
            'this\s+(?<part>morning|afternoon|evening)' => fn (Found $f): ReadDate => new ReadDate(
                $f->to,
                $this->today,
                half: self::half($f->get('part')),
            ),
            'today' => fn (): LocalDate => $this->today,
            'tomorrow' => fn (): LocalDate => $this->today->plusDays(1),
            'yesterday' => fn (Found $f): ReadDate => new ReadDate($f->to, $this->today, fault: 'That was yesterday.'),
            'tomorrow\s+week' => fn (): LocalDate => $this->today->plusDays(8),
            '(?:the\s+)?day\s+after\s+tomorrow' => fn (): LocalDate => $this->today->plusDays(2),
            "in\s+(?:the\s+next\s+)?(?:a\s+)?(?<n>{$number})\s+".self::UNIT.'(?:[\'’]?\s+time|\s+from\s+(?:now|today))?' => fn (
                Found $f,
            ): LocalDate => $this->later($f),
            "(?<n>{$number})\s+".self::UNIT.'\s+(?:from\s+(?:now|today)|later|hence)' => fn (
                Found $f,
            ): LocalDate => $this->later($f),
            "(?<n>{$number})\\s+days\\s+from\\s+tomorrow" => fn (
                Found $f,
            ): LocalDate => $this->today->plusDays(1 + Words::number($f->get('n'))),
            "(?:(?<c>{$number})\\s+)?weeks?\\s+(?:(?:from|on)\\s+)?(?:(?<n>today|tomorrow)|(?<wd>{$weekday}))" => fn (
                Found $f,
            ): ?LocalDate => $f->has('c')
                ? $this->weekFrom($f)
                : null,
            "(?:(?<c>a)\\s+)?fortnight\\s+(?:(?:from|on)\\s+)?(?:(?<n>today|tomorrow)|(?<wd>{$weekday}))" => fn (
                Found $f,
            ): LocalDate => $this->weekFrom($f)->plusDays(7),
            "(?<wd>{$weekday})\s+in\s+(?:a|one)\s+week" => fn (
                Found $f,
            ): LocalDate => $this->nextOf(Words::weekday($f->get('wd')))->plusDays(7),
            "(?<wd>{$weekday})\s+fortnight" => fn (Found $f): LocalDate => $this->nextOf(Words::weekday($f->get('wd')))->plusDays(14),
            "(?<wd>{$weekday})\s+week" => fn (Found $f): LocalDate => $this->nextOf(Words::weekday($f->get('wd')))->plusDays(7),
            '(?:(?:this|(?<loose>the)|at\s+the|on\s+the|over\s+the)\s+)weekend' => fn (Found $f): ReadDate => new ReadDate(
                $f->to,
                $this->weekend(0),
                2,
                isLoose: $f->has('loose'),
            ),
            'next\s+weekend' => fn (Found $f): ReadDate => new ReadDate($f->to, $this->weekend(7), 2),
            '(?:the\s+whole\s+(?:of\s+)?|all\s+(?:of\s+)?)next\s+week' => fn (Found $f): ReadDate => new ReadDate(
                $f->to,
                $this->nextWeek(),
                7,
            ),
            "(?<n>{$number})\\s+(?<wd>{$weekday})\\s+from\\s+(?:now|today)" => fn (Found $f): LocalDate => $this->nextOf(
                Words::weekday($f->get('wd')),
            )->plusDays(7 * max(0, Words::number($f->get('n')) - 1)),
            '(?:the\s+)?(?<place>'.Words::PLACE.")\\s+weekend\\s+(?:of|in)\\s+(?<m>{$month})" => function (Found $f): ?ReadDate {
                $saturday = $this->nthOf(Words::place($f->get('place')), Weekday::SA, Words::month($f->get('m')), null);

                return $saturday === null ? null : new ReadDate($f->to, $saturday, 2);
            },
            '(?:early\s+|late\s+)?next\s+week' => fn (): LocalDate => $this->nextWeek(),
            "(?:next\s+week\s+(?:on\s+)?(?<a>{$weekday})|(?<b>{$weekday})\s+(?:of\s+)?next\s+week)" => fn (
                Found $f,
            ): LocalDate => $this->inNextWeek(Words::weekday($f->get('a').$f->get('b'))),
            "next\s+(?<wd>{$weekday})" => fn (Found $f): ReadDate => $this->nextNamed($f),
            "(?:(?<this>this)|(?:this\s+|the\s+)?(?:coming|upcoming))\s+(?<wd>{$weekday})" => fn (
                Found $f,
            ): LocalDate => $this->nextOf(
                Words::weekday($f->get('wd')),
                $f->has('this') ? 0 : 1,
            ),
            "(?:this\s+)?(?<wd>{$weekday})\s+coming(?!\s+(?:soon|up|to|home|in|back|from|with)\b)" => fn (
                Found $f,
            ): LocalDate => $this->nextOf(
                Words::weekday($f->get('wd')),
                1,
            ),
            '(?:next\s+month,?\s+(?:on\s+)?the\s+(?<d>\d{1,2})(?:st|nd|rd|th)|(?:the\s+)?(?<d2>\d{1,2})'.
                '(?:st|nd|rd|th)\s+(?:of\s+)?next\s+month)' => fn (Found $f): LocalDate => $this->monthOn(
                    1,
                    (int) ($f->get('d').$f->get('d2')),
                ),
            '(?:the\\s+)?(?<place>first|last)\\s+(?:day|(?<working>(?:working|business)\\s+day))\\s+(?:of|in)\\s+(?!'.
                '(?:the|this)\\s+(?:month|quarter))'.self::STRETCH => fn (Found $f): ?LocalDate => $this->nthWithin($f),
            '(?:the\\s+)?(?<place>'.Words::PLACE.")\\s+(?<wd>{$weekday})\\s+(?:of|in)\\s+(?<m>{$month})".
                '(?:\\s+(?<y>\\d{4}))?' => fn (Found $f): ?LocalDate => $this->nthOf(
                    Words::place($f->get('place')),
                    Words::weekday($f->get('wd')),
                    Words::month($f->get('m')),
                    $f->has('y') ? (int) $f->get('y') : null,
                ),
            "(?:(?:in\\s+)?the\\s+)?week\\s+after\\s+next,?\\s+(?:on\\s+)?(?<wd>{$weekday})".
                "|(?<wd2>{$weekday})\\s+(?:in\\s+)?the\\s+week\\s+after\\s+next" => fn (Found $f): LocalDate => $this->inNextWeek(
                    Words::weekday($f->get('wd').$f->get('wd2')),
                )->plusDays(7),
            'next\s+month' => fn (): LocalDate => $this->monthOn(1, 1),
            'next\s+year' => fn (): LocalDate => LocalDate::of($this->today->year + 1, 1, 1),
            '(?:at\s+|by\s+)?(?:the\s+)?end\s+of\s+(?:the\s+|this\s+)?(?<what>next\s+month|month|year|next\s+week|week'.
                '|next\s+quarter|quarter)' => fn (
                    Found $f,
                ): LocalDate => match ($f->get('what')) {
                    'next month' => $this->monthOn(2, 1)->plusDays(-1),
                    'month' => $this->monthOn(1, 1)->plusDays(-1),
                    'year' => LocalDate::of($this->today->year, 12, 31),
                    'next week' => $this->nextWeek()->plusDays(6),
                    'quarter' => $this->monthOn(3 - (($this->today->month - 1) % 3), 1)->plusDays(-1),
                    'next quarter' => $this->monthOn(6 - (($this->today->month - 1) % 3), 1)->plusDays(-1),
                    default => $this->nextWeek()->plusDays(-1),
                },
            "(?:at\s+)?(?:the\s+)?end\s+of\s+(?<m>{$month})(?:\s+(?<y>\d{4}))?" => fn (Found $f): LocalDate => $this->endOf(
                Words::month($f->get('m')),
                $f->has('y') ? (int) $f->get('y') : null,
            ),
            "(?:the\s+)?(?:mid[-\s]|middle\s+of\s+)(?<m>{$month})" => fn (Found $f): LocalDate => $this->dated(
                15,
                Words::month($f->get('m')),
                null,
            ),
            "(?:in\\s+)?week\\s+(?<n>\\d{1,2}),?\\s+(?:on\\s+)?(?<a>{$weekday})|(?<b>{$weekday})\\s+(?:(?:of|in)\\s+)?week\\s+(?<n2>\\d{1,2})" => fn (
                Found $f,
            ): ?LocalDate => $this->inWeek((int) ($f->get('n').$f->get('n2')), Words::weekday($f->get('a').$f->get('b'))),
            '(?<whole>(?<y>\d{4})-(?<m>\d\d)-(?<d>\d\d))' => fn (Found $f): ReadDate => $this->checked(
                $f,
                LocalDate::of((int) $f->get('y'), (int) $f->get('m'), (int) $f->get('d')),
            ),
            "{$named}(?:the\s+)?(?<whole>(?<d>\d{1,2})/(?<m>\d{1,2})(?:/(?<y>\d{4}|\d\d))?)" => fn (
                Found $f,
            ): ReadDate => $this->slashed($f),
            "{$named}(?:the\s+)?(?<whole>(?<d>\d{1,2})\.\s?(?<m>\d{1,2})\.(?<y>\d{4}|\d\d)?)" => fn (
                Found $f,
            ): ReadDate => $this->numbered($f),
            "{$named}(?:the\s+)?(?<whole>(?<d>\d{1,2})(?:st|nd|rd|th)?(?:\s+of)?\s+(?<m>{$month})".self::YEAR.')' => fn (
                Found $f,
            ): ReadDate => $this->numbered($f),
            "{$named}(?<whole>(?<m>{$month})\s+(?:the\s+)?(?<d>\d{1,2})(?:st|nd|rd|th)?(?![\d:.]*\d|\s*(?:am|pm|h\b))".
            self::YEAR.
            ')' => fn (Found $f): ReadDate => $this->numbered($f),
            "(?:(?:{$weekday})(?:,?\\s+the\\s+|,?\\s+)|the\\s+)(?<d>\\d{1,2})(?:st|nd|rd|th)" => fn (
                Found $f,
            ): ?LocalDate => $this->nextDateOfMonth((int) $f->get('d')),
            // "Dinner 11th", "on 11th": an ordinal that is followed by a word may count anything.
            '(?<d>\d{1,2})(?:st|nd|rd|th)' => fn (Found $f): ?ReadDate => $this->loose(
                $f->to,
                $this->nextDateOfMonth((int) $f->get('d')),
            ),
            "(?<wd>{$weekday})" => fn (Found $f): ?ReadDate => preg_match('/days$/', $f->get('wd')) === 1
                ? null
                : $this->named($f->to, Words::weekday($f->get('wd'))),
            "(?:the\s+(?=first|1st))?(?<h>{$holiday})" => fn (
                Found $f,
            ): ?ReadDate => $this->loose($f->to, $this->holiday($f->get('h')), $this->moving($f)),
            "(?:next\\s+year,?\\s+(?<d>\\d{1,2})(?:st|nd|rd|th)?\\s+(?<m>{$month})|(?<d2>\\d{1,2})".
                "(?:st|nd|rd|th)?\\s+(?<m2>{$month}),?\\s+next\\s+year)" => fn (Found $f): LocalDate => LocalDate::of(
                    $this->today->year + 1,
                    Words::month($f->get('m').$f->get('m2')),
                    (int) ($f->get('d').$f->get('d2')),
                ),
            "(?:(?<n>{$number})\s+days?|the\s+day)\s+(?<way>before|after)\s+(?<h>{$holiday})" => function (Found $f): ?ReadDate {
                $days = $f->has('n') ? Words::number($f->get('n')) : 1;

                $date = $this->holiday($f->get('h'))?->plusDays($f->get('way') === 'before' ? -$days : $days);

                return $date === null ? null : new ReadDate($f->to, $date, moving: $this->moving($f));
            },
        ];
    }

    /** Three weeks before the fair, the day after Easter Monday, two days before 12 March. */
    private function soLongBefore(Text $text, int $at): ?ReadDate
    {
        $lead = $text->at(
            '(?:(?:(?<n>'.Words::NUMBER.')\s+(?<unit>day|week|month)s?|(?<eve>the\s+(?:day|evening|night))|(?:the\s+)?(?<wd>'.Words::WEEKDAY.'))\s+(?<way>before'.
                '|after)\s+)',
            $at,
            false,
        );
        $of = $lead === null ? null : $this->atOrOf($text, $lead->to);
        if ($lead === null || $of === null || $of->fault !== null) {
            return null;
        }
        $number = ($lead->has('n') ? Words::number($lead->get('n')) : 1) * ($lead->get('way') === 'before' ? -1 : 1);
        $apart = $lead->has('wd') ? ($of->date->weekday()->value - Words::weekday($lead->get('wd'))->value + 6) % 7 + 1 : 0;
        $date = match ($lead->has('wd') ? 'weekday' : $lead->get('unit')) {
            // The Sunday before Christmas is never Christmas.
            'weekday' => $of->date->plusDays($number < 0 ? -$apart : ($apart === 7 ? 7 : 7 - $apart)),
            'month' => (new self($this->withToday($of->date)))->monthOn($number, $of->date->day),
            'week' => $of->date->plusDays(7 * $number),
            default => $of->date->plusDays($number),
        };

        [$from, $to] = $text->written($at, $of->to);

        return new ReadDate(
            $of->to,
            $date,
            fault: $date->isBefore($this->today) ? '“'.substr($text->line, $from, $to - $from).'” has passed.' : null,
            moving: $of->moving,
        );
    }

    private function withToday(LocalDate $date): Context
    {
        return new Context($date->startOfDay(), $this->context->zone);
    }

    /** The same as seen from another day. */
    public function from(LocalDate $date): self
    {
        return new self($this->withToday($date));
    }

    private function loose(int $to, ?LocalDate $date, ?string $moving = null): ?ReadDate
    {
        return $date === null ? null : new ReadDate($to, $date, isLoose: true, moving: $moving);
    }

    /** A holiday that is on another date next year, as it is written. */
    private function moving(Found $found): ?string
    {
        $date = $this->holiday($found->get('h'));
        $next = $date === null ? null : Feasts::next($found->get('h'), $date->plusDays(1));

        return $next !== null && [$next->month, $next->day] !== [$date->month, $date->day] ? $found->written('h') : null;
    }

    /** A week from tomorrow, a week on Friday. */
    private function weekFrom(Found $found): LocalDate
    {
        $from = match ($found->get('n')) {
            'today' => $this->today,
            'tomorrow' => $this->today->plusDays(1),
            default => $this->nextOf(Words::weekday($found->get('wd'))),
        };

        return $from->plusDays(7 * max(1, Words::number($found->get('c'))));
    }

    private function later(Found $found): LocalDate
    {
        $number = Words::number($found->get('n'));

        return match ($found->get('unit')) {
            'day' => $this->today->plusDays($number),
            'week' => $this->today->plusDays(7 * $number),
            'fortnight' => $this->today->plusDays(14 * $number),
            'month' => $this->monthOn($number, $this->today->day),
            default => $this->monthOn(12 * $number, $this->today->day),
        };
    }

    /** A day of a month some months on; of a shorter one its last. */
    private function monthOn(int $months, int $day): LocalDate
    {
        $index = $this->today->year * 12 + $this->today->month - 1 + $months;
        for (; $day > 28; $day--) {
            try {
                return LocalDate::of(intdiv($index, 12), ($index % 12) + 1, $day);
            } catch (InvalidTime) {
                continue;
            }
        }

        return LocalDate::of(intdiv($index, 12), ($index % 12) + 1, $day);
    }

    /** The second Saturday in December, the last Friday of March: the next one that is to come. */
    private function nthOf(int $place, Weekday $weekday, int $month, ?int $year): ?LocalDate
    {
        foreach ($year === null ? [$this->today->year, $this->today->year + 1] : [$year] as $one) {
            $first = LocalDate::of($one, $month, 1);
            $last = $this->endOf($month, $one);
            $day = $place > 0
                ? $first->plusDays((($weekday->value - $first->weekday()->value + 7) % 7) + 7 * ($place - 1))
                : $last->plusDays(-(($last->weekday()->value - $weekday->value + 7) % 7) + 7 * ($place + 1));
            if ($day->month === $month && ! $day->isBefore($this->today)) {
                return $day;
            }
        }

        return null;
    }

    private function endOf(int $month, ?int $year): LocalDate
    {
        return Around::month($year ?? $this->month($month)->year, $month)->last;
    }

    private function inWeek(int $number, Weekday $weekday): ?LocalDate
    {
        return $number < 1 || $number > 53 ? null : IsoWeek::next($number, $this->today)->monday()->plusDays($weekday->value - 1);
    }

    /** The weekday that comes next, at least so many days on. */
    private function nextOf(Weekday $weekday, int $least = 1): LocalDate
    {
        $ahead = ($weekday->value - $this->today->weekday()->value + 7) % 7;

        return $this->today->plusDays($ahead < $least ? $ahead + 7 : $ahead);
    }

    private function nextWeek(): LocalDate
    {
        return $this->today->startOfWeek($this->context->firstWeekday)->plusDays(7);
    }

    private function inNextWeek(Weekday $weekday): LocalDate
    {
        return $this->nextWeek()->plusDays(($weekday->value - $this->context->firstWeekday->value + 7) % 7);
    }

    /** "Saturday": the one to come; said on a Saturday, today may be meant. */
    private function named(int $to, Weekday $weekday): ReadDate
    {
        $isToday = $weekday === $this->today->weekday();

        return new ReadDate($to, $this->nextOf($weekday), isLoose: true, other: $isToday ? $this->today : null);
    }

    /** "Next Friday": that of next week; some mean the one that comes. */
    private function nextNamed(Found $found): ReadDate
    {
        $weekday = Words::weekday($found->get('wd'));
        [$next, $coming] = [$this->inNextWeek($weekday), $this->nextOf($weekday)];

        return new ReadDate($found->to, $next, other: (string) $coming === (string) $next ? null : $coming);
    }

    private function weekend(int $later): LocalDate
    {
        $saturday = $this->nextOf(Weekday::SA, 0);

        return ($this->today->weekday() === Weekday::SU ? $this->today->plusDays(-1) : $saturday)->plusDays($later);
    }

    private function slashed(Found $found): ReadDate
    {
        [$day, $month] = [(int) $found->get('d'), (int) $found->get('m')];
        if ($this->context->monthFirst) {
            [$day, $month] = [$month, $day];
        }
        if ($month > 12 && $day <= 12) {
            [$day, $month] = [$month, $day]; // 11/30 can be one thing only
        }
        $read = $this->checked($found, $this->dated($day, $month, $this->year($found)));
        $isClear = $day === $month || $day > 12;

        return $isClear
            ? $read
            : new ReadDate($read->to, $read->date, fault: $read->fault, other: $this->dated($month, $day, $this->year($found)));
    }

    /** @throws InvalidTime */
    private function numbered(Found $found): ReadDate
    {
        $month = preg_match('/^\d+$/', $found->get('m')) === 1 ? (int) $found->get('m') : Words::month($found->get('m'));

        return $this->checked($found, $this->dated((int) $found->get('d'), $month, $this->year($found)));
    }

    private function year(Found $found): ?int
    {
        $year = (int) $found->get('y');

        return ! $found->has('y') ? null : ($year < 100 ? 2000 + $year : $year);
    }

    private function checked(Found $found, LocalDate $date): ReadDate
    {
        return new ReadDate(
            $found->to,
            $date,
            fault: $date->isBefore($this->today) ? '“'.$found->written('whole').'” has passed.' : null,
        );
    }

    /**
     * Without a year the next one there is; 29 February waits for a leap year.
     *
     * @throws InvalidTime
     */
    private function dated(int $day, int $month, ?int $year): LocalDate
    {
        if ($year !== null) {
            return LocalDate::of($year, $month, $day);
        }
        for ($year = $this->today->year; $year <= $this->today->year + 8; $year++) {
            try {
                $date = LocalDate::of($year, $month, $day);
            } catch (InvalidTime) {
                continue;
            }
            if (! $date->isBefore($this->today)) {
                return $date;
            }
        }

        throw new InvalidTime('There is no such date.');
    }

    private function nextDateOfMonth(int $day): ?LocalDate
    {
        for ($month = 0; $month < 12 && $day >= 1 && $day <= 31; $month++) {
            $index = $this->today->year * 12 + $this->today->month - 1 + $month;
            try {
                $date = LocalDate::of(intdiv($index, 12), ($index % 12) + 1, $day);
            } catch (InvalidTime) {
                continue;
            }
            if (! $date->isBefore($this->today)) {
                return $date;
            }
        }

        return null;
    }
}
