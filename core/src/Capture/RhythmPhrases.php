<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\WeekdayNum;
use PlumRota\Core\Time\Weekday;

/** How often something comes round, in which months, on which days it does not, and until when. */
final readonly class RhythmPhrases
{
    private const MONTHLY = '(?:every|each|the)\s+month';

    public function __construct(private Text $text, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach ($this->rhythms() as $pattern => $make) {
            $isLoose = str_starts_with($pattern, '(?<loose>)');
            foreach ($this->text->all($pattern) as $found) {
                if ($isLoose && in_array($this->text->wordBefore($found->from), ['the', 'a', 'an'], true)) {
                    continue;
                }
                $made = $make($found);
                if ($made === null) {
                    continue;
                }
                $phrases[] = new Phrase(
                    $found->from,
                    $found->to,
                    'rhythm',
                    Phrase::RHYTHM,
                    function (Meaning $m) use ($made, $found): void {
                        $m->rule = $made;
                        $m->afterDone = $found->has('done');
                        $m->offDay = $found->has('working') ? $this->offDay($found->get('place')) : OffDay::Keep;
                        $m->half = $found->has('part') ? DateReader::half($found->get('part')) : $m->half;
                    },
                    $isLoose && ! ($found->from === 0 && $found->has('plural')),
                );
            }
        }

        return [...$phrases, ...$this->months(), ...$this->exceptions(), ...$this->ends(), ...$this->cannot()];
    }

    /** A holiday is no working day: the last one is the one before it, the first one the one after. */
    private function offDay(string $place): OffDay
    {
        return match (true) {
            $place === '' => OffDay::Skip,
            Words::place($place) < 0 => OffDay::Before,
            default => OffDay::After,
        };
    }

    /** @return array<string, callable(Found): ?RecurrenceRule> those that may be ordinary words begin with (?<loose>) */
    private function rhythms(): array
    {
        $number = Words::NUMBER;
        $place = Words::PLACE;
        $weekday = Words::WEEKDAY;
        $weekdays = Words::WEEKDAYS;
        $month = Words::MONTH;
        $day = '(?:'.Words::DAY.'|last\s+day)';
        $days = $day.'(?:'.Words::AND.$day.')*';
        $places = $place.'(?:'.Words::AND.$place.')*';
        $kind = "(?<day>weekday|(?<working>working\s+day|business\s+day)|{$weekday})";
        $each = '(?:every|each)';
        $monthly = "(?:{$each}\s+month|monthly|every\s+(?<gap>other|second|third|{$number})\s+months?)";
        $turn = 'other|second|2nd|third|3rd|fourth|4th|fifth|5th';
        $weekly =
            "(?:{$each}\s+week|weekly|every\s+(?<gap>{$turn}|{$number})\s+weeks?|".
            '(?<two>fortnightly|every\s+fortnight))';
        $yearly = "(?:{$each}\s+year|yearly|annually|once\s+a\s+year)";
        $part = '(?:\s+(?<part>'.Words::PART.'))?';
        $done =
            '(?<done>(?:after|from)\s+(?:'.
            '(?:it\s+is|it[\'’]s|being|having\s+been|when\s+it\s+(?:is|was))\s+(?:last\s+)?(?:done|finished)|'.
            '(?:the\s+)?last\s+(?:time|done)|(?:last\s+)?(?:doing|finishing|done)(?:\s+it)?|'.
            'I(?:\s+last)?\s+(?:did|finish|finished|do)(?:\s+it)?))';

        return [
            "(?:again\s+|every\s+)?(?<n>{$number})\s+(?<unit>day|week|month|year)s?\s+{$done}" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule($this->frequency($f->get('unit')), max(1, Words::number($f->get('n')))),
            // of the month
            "{$monthly}\s+on\s+the\s+(?<place>{$places})\s+{$kind}" => fn (Found $f): RecurrenceRule => $this->nthOfMonth($f),
            "(?:{$each}\s+|(?:on\s+)?(?:the\s+)?)(?<place>{$places})\s+{$kind}\s+(?:of|in)\s+".self::MONTHLY => fn (
                Found $f,
            ): RecurrenceRule => $this->nthOfMonth($f),
            "{$each}\s+(?<place>first|1st|last)\s+{$kind}" => fn (Found $f): RecurrenceRule => $this->nthOfMonth($f),
            "{$monthly}\s+on\s+(?:the\s+)?(?<dates>{$days})" => fn (Found $f): ?RecurrenceRule => $this->datesOfMonth($f),
            "(?:on\s+)?(?:the\s+)?(?<dates>{$days})\s+(?:of|in)\s+".self::MONTHLY => fn (
                Found $f,
            ): ?RecurrenceRule => $this->datesOfMonth($f),
            "{$each}\s+(?<dates>".
            Words::DAY.
            '(?:'.
            Words::AND.
            Words::DAY.
            ")*)(?!\s+(?:of\s+)?(?:{$month}|{$weekday}|day|week|month|year))" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->datesOfMonth($f),
            'on\s+the\s+(?<dates>'.Words::DAY.'(?:'.Words::AND.Words::DAY.")+)(?!\s+(?:of\s+)?{$month})" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->datesOfMonth($f),
            // of the year
            "{$yearly}\s+on\s+the\s+(?<place>{$place})\s+{$kind}\s+(?:of|in)\s+(?<month>{$month})" => fn (
                Found $f,
            ): RecurrenceRule => $this->nthOfYear($f),
            "on\s+the\s+(?<place>{$place})\s+{$kind}\s+(?:of|in)\s+(?<month>{$month})\s+{$yearly}" => fn (
                Found $f,
            ): RecurrenceRule => $this->nthOfYear($f),
            "{$yearly}\s+on\s+(?:the\s+)?(?<date>\d{1,2})(?:st|nd|rd|th)?\s+(?:of\s+)?(?<month>{$month})" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->dateOfYear($f),
            "{$yearly}\s+on\s+(?<month>{$month})\s+(?:the\s+)?(?<date>\d{1,2})(?:st|nd|rd|th)?" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->dateOfYear($f),
            "{$each}\s+(?<date>\d{1,2})(?:st|nd|rd|th)?\s+(?:of\s+)?(?<month>{$month})" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->dateOfYear($f),
            // of the week
            "{$weekly}\s+on\s+(?:(?<days>{$weekdays})|weekdays)" => fn (Found $f): RecurrenceRule => $this->weekly(
                $f->has('days') ? Words::weekdays($f->get('days')) : $this->workDays(),
                $f->has('two') ? 2 : $this->gap($f->get('gap')),
            ),
            "(?:every\s+week\s+)?(?:(?:{$each}|from)\s+)?(?<a>{$weekday})\s*(?:-|–|\s+through\s+)\s*(?<b>{$weekday})(?!\s+next\b)" => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(
                Words::weekdaysBetween(Words::weekday($f->get('a')), Words::weekday($f->get('b'))),
            ),
            "(?:{$each}|{$each}\s+week\s+from)\s+(?<a>{$weekday})\s+to\s+(?<b>{$weekday})" => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(
                Words::weekdaysBetween(Words::weekday($f->get('a')), Words::weekday($f->get('b'))),
            ),
            "{$each}\s+(?:weekday|(?<working>working\s+day))(?:s(?=\W|$))?{$part}" => fn (): RecurrenceRule => $this->weekly(
                $this->workDays(),
            ),
            'on\s+weekdays' => fn (): RecurrenceRule => $this->weekly($this->workDays()),
            "(?:{$each}\s+weekend|(?:on|at)\s+weekends)" => fn (): RecurrenceRule => $this->weekly([Weekday::SA, Weekday::SU]),
            "(?:every\s+(?<gap>{$turn})|(?:on\s+)?(?<alternate>alternate))\s+(?<days>{$weekdays}){$part}" => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('days')),
                $f->has('alternate') ? 2 : $this->gap($f->get('gap')),
            ),
            "{$each}\s+(?<days>{$weekdays}){$part}" => fn (Found $f): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('days')),
            ),
            'on\s+(?<days>'.Words::PLURALS.')(?:\s+(?<part>mornings|afternoons|evenings|nights))?' => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(Words::weekdays($f->get('days'))),
            "on\s+(?<days>{$weekday}(?:".Words::AND."{$weekday})+)" => fn (Found $f): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('days')),
            ),
            '(?<loose>)(?<plural>'.Words::PLURALS.')' => fn (Found $f): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('plural')),
            ),
            "(?<loose>)(?<days>{$weekday}(?:(?:".Words::AND."|\s+){$weekday})+)" => fn (Found $f): ?RecurrenceRule => count(
                Words::weekdays($f->get('days')),
            ) < 2
                ? null
                : $this->weekly(Words::weekdays($f->get('days'))),
            '(?<loose>)weekdays' => fn (): RecurrenceRule => $this->weekly($this->workDays()),
            // by a number of units
            "every\s+(?<gap>{$turn})\s+(?<unit>day|week|month|year)" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule($this->frequency($f->get('unit')), $this->gap($f->get('gap'))),
            "(?:every|each)\s+(?<n>{$number})\s+(?<unit>hour|day|week|month|year)s?" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule($this->frequency($f->get('unit')), max(1, Words::number($f->get('n')))),
            'every\s+hour|(?<loose>)hourly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Hourly),
            "{$each}\s+day|once\s+a\s+day" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Daily),
            "{$each}\s+(?<part>morning|afternoon|evening|night)" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Daily),
            "{$each}\s+week|once\s+a\s+week" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Weekly),
            "{$each}\s+fortnight" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Weekly, 2),
            "{$each}\s+month|once\s+a\s+month" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Monthly),
            "{$each}\s+quarter" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Monthly, 3),
            "{$each}\s+year|once\s+a\s+year" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Yearly),
            '(?<loose>)daily' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Daily),
            '(?<loose>)weekly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Weekly),
            '(?<loose>)fortnightly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Weekly, 2),
            '(?<loose>)monthly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Monthly),
            '(?<loose>)quarterly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Monthly, 3),
            '(?<loose>)(?:yearly|annually)' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Yearly),
        ];
    }

    /** @return list<Phrase> */
    private function months(): array
    {
        $phrases = [];
        foreach (
            $this->text->all(
                '(?:from|in)\s+(?<a>'.
                    Words::MONTH.
                    ')\s*(?:\s(?:to|until|till|through)\s|-|–)\s*(?<b>'.
                    Words::MONTH.
                    ')(?!\s+\d)',
            ) as $found
        ) {
            $phrases[] = $this->inMonths(
                $found,
                Words::monthsBetween(Words::month($found->get('a')), Words::month($found->get('b'))),
            );
        }
        foreach ($this->text->all('(?:only\s+)?in\s+(?<m>'.Words::MONTHS.')(?!\s+\d)') as $found) {
            $phrases[] = $this->inMonths($found, Words::months($found->get('m')));
        }
        foreach ($this->text->all('(?:except|but\s+not|not)\s+(?:in\s+)?(?<m>'.Words::MONTHS.')(?!\s+\d)') as $found) {
            $phrases[] = $this->inMonths($found, array_values(array_diff(range(1, 12), Words::months($found->get('m')))));
        }

        return $phrases;
    }

    /** @param  list<int>  $months */
    private function inMonths(Found $found, array $months): Phrase
    {
        sort($months);

        return new Phrase(
            $found->from,
            $found->to,
            'rhythm',
            Phrase::MONTHS,
            fn (Meaning $m) => ($m->months = array_values(array_unique($months))),
            needsRhythm: true,
        );
    }

    /** @return list<Phrase> days of the week on which it does not come */
    private function exceptions(): array
    {
        return array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'rhythm',
                Phrase::DAYS_OUT,
                fn (Meaning $m) => ($m->daysOut = $found->has('weekend')
                    ? [Weekday::SA, Weekday::SU]
                    : Words::weekdays($found->get('days'))),
                needsRhythm: true,
            ),
            $this->text->all(
                '(?:except|but(?:\s+not)?|excluding)\s+(?:for\s+)?(?:on\s+)?(?:(?<days>'.
                    Words::WEEKDAYS.
                    ')|(?<weekend>(?:the\s+)?weekends?))',
            ),
        );
    }

    /** @return list<Phrase> */
    private function ends(): array
    {
        $phrases = [];
        foreach (
            $this->text->all(
                '(?:(?<n>'.Words::NUMBER.')\s+times|(?<x>\d{1,3})\s?x|(?<two>twice))(?!\s+(?:a|an|per|each|every)\b)',
            ) as $found
        ) {
            $count = $found->has('two') ? 2 : max(1, Words::number($found->get('n').$found->get('x')));
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'end',
                Phrase::END,
                fn (Meaning $m) => ($m->count = $count),
                needsRhythm: true,
            );
        }
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at('(?:until|till|up\s+to|to|ending(?:\s+on)?)\s+(?:the\s+(?=\d))?', $at, false);
            $date = $lead === null ? null : $this->dates->at($this->text, $lead->to);
            if ($date !== null && $date->fault === null) {
                $phrases[] = new Phrase(
                    $at,
                    $date->to,
                    'end',
                    Phrase::END,
                    fn (Meaning $m) => ($m->until = $date->date),
                    needsRhythm: true,
                );
            }
            $month = $lead === null ? null : $this->text->at('(?<m>'.Words::MONTH.')(?!\s*\d)', $lead->to);
            if ($month !== null) {
                $first = $this->dates->month(Words::month($month->get('m')));
                $last = $first->plusDays(32);
                $last = $last->plusDays(-$last->day);
                $phrases[] = new Phrase(
                    $at,
                    $month->to,
                    'end',
                    Phrase::END,
                    fn (Meaning $m) => ($m->until = $last),
                    needsRhythm: true,
                );
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> what is understood and cannot be kept */
    private function cannot(): array
    {
        return array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'title',
                Phrase::RHYTHM | Phrase::END,
                fn (Meaning $m) => $m->problem(
                    "“{$found->written('all')}” says how often, not when: write the days or the times.",
                ),
            ),
            $this->text->all(
                '(?<all>(?:(?:'.Words::NUMBER.')\s+times|twice)\s+(?:a|an|per|each|every)\s+(?:day|week|month|year))',
            ),
        );
    }

    private function frequency(string $unit): Frequency
    {
        return match ($unit) {
            'hour' => Frequency::Hourly,
            'day' => Frequency::Daily,
            'week' => Frequency::Weekly,
            'month' => Frequency::Monthly,
            default => Frequency::Yearly,
        };
    }

    private function gap(string $word): int
    {
        return match (true) {
            $word === '' => 1,
            Words::place($word) > 0 => Words::place($word),
            default => max(1, Words::number($word)),
        };
    }

    /** @return list<Weekday> */
    private function workDays(): array
    {
        return [Weekday::MO, Weekday::TU, Weekday::WE, Weekday::TH, Weekday::FR];
    }

    /** @param  list<Weekday>  $days */
    private function weekly(array $days, int $interval = 1): RecurrenceRule
    {
        return new RecurrenceRule(
            Frequency::Weekly,
            $interval,
            byDay: array_map(fn (Weekday $day): WeekdayNum => WeekdayNum::of($day), $days),
        );
    }

    private function nthOfMonth(Found $f): RecurrenceRule
    {
        preg_match_all('~'.Words::PLACE.'~', $f->get('place'), $m);
        $places = array_map(Words::place(...), $m[0]);
        $interval = $this->gap($f->get('gap'));
        if (preg_match('/^(?:weekday|working|business)/', $f->get('day')) === 1) {
            $days = array_map(fn (Weekday $day): WeekdayNum => WeekdayNum::of($day), $this->workDays());

            return new RecurrenceRule(Frequency::Monthly, $interval, byDay: $days, bySetPos: $places);
        }
        $weekday = Words::weekday($f->get('day'));

        return new RecurrenceRule(
            Frequency::Monthly,
            $interval,
            byDay: array_map(fn (int $place): WeekdayNum => WeekdayNum::of($weekday, $place), $places),
        );
    }

    private function nthOfYear(Found $f): RecurrenceRule
    {
        return $this->nthOfMonth($f)
            ->inYear()
            ->inMonths([Words::month($f->get('month'))]);
    }

    private function datesOfMonth(Found $f): ?RecurrenceRule
    {
        preg_match_all('~(?<d>\d{1,2})(?:st|nd|rd|th)|last\s+day~', $f->get('dates'), $m);
        $days = array_map(fn (string $day): int => $day === '' ? -1 : (int) $day, $m['d']);

        return array_filter($days, fn (int $day): bool => $day === 0 || $day > 31) !== []
            ? null
            : new RecurrenceRule(Frequency::Monthly, $this->gap($f->get('gap')), byMonthDay: $days);
    }

    private function dateOfYear(Found $f): ?RecurrenceRule
    {
        $day = (int) $f->get('date');

        return $day < 1 || $day > 31
            ? null
            : new RecurrenceRule(Frequency::Yearly, byMonthDay: [$day], byMonth: [Words::month($f->get('month'))]);
    }
}
