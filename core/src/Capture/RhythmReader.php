<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\WeekdayNum;
use PlumRota\Core\Time\Weekday;

/** Finds the phrase of a line that says how often: "every other Thursday", "monthly on the last day". */
final class RhythmReader
{
    /**
     * @return array{rule: RecurrenceRule, afterDone: bool, phrase: string, at: int}|null the phrase and its byte offset
     */
    public static function find(string $text): ?array
    {
        foreach (self::patterns() as $pattern => $make) {
            if (preg_match('/(?<![\w-])(?:'.$pattern.')(?![\w-])/ix', $text, $m, PREG_OFFSET_CAPTURE) === 1) {
                [$phrase, $at] = $m[0];
                $words = array_map(fn (array $group): string => $group[0], $m);

                return [
                    'rule' => $make(new Groups($words)),
                    'afterDone' => str_contains(strtolower($phrase), 'after'),
                    'phrase' => $phrase,
                    'at' => $at,
                ];
            }
        }

        return null;
    }

    /** @return array<string, callable(Groups): RecurrenceRule> the most particular first */
    private static function patterns(): array
    {
        $number = Words::NUMBER;
        $place = Words::PLACE;
        $weekday = Words::WEEKDAY;
        $weekdays = Words::WEEKDAYS;
        $month = Words::MONTH;
        $date = Words::DAY_OF_MONTH;
        $each = '(?:every|each|the)';
        $often = "(?:every\s+(?<gap>other|{$number})\s+";

        return [
            "(?<n>{$number})\s+(?<unit>day|week|month|year)s?\s+after\s+(?:it\s+is|it.s|being|last)\s+(?:done|finished)" => fn (
                Groups $w,
            ): RecurrenceRule => new RecurrenceRule(self::frequency($w->get('unit')), Words::number($w->get('n'))),

            "(?:every\s+month|monthly|{$often}months?))\s+on\s+the\s+(?<place>{$place})\s+(?<day>weekday|working\s+day|{$weekday})" => fn (
                Groups $w,
            ): RecurrenceRule => self::nthOfMonth($w->get('place'), $w->get('day'), self::gap($w->get('gap'))),
            "(?:every|(?:on\s+)?the)\s+(?<place>{$place})\s+(?<day>weekday|working\s+day|{$weekday})\s+of\s+{$each}\s+month" => fn (
                Groups $w,
            ): RecurrenceRule => self::nthOfMonth($w->get('place'), $w->get('day')),
            "every\s+(?<place>first|1st|last)\s+(?<day>weekday|working\s+day|{$weekday})" => fn (
                Groups $w,
            ): RecurrenceRule => self::nthOfMonth($w->get('place'), $w->get('day')),
            "(?:every\s+month|monthly|{$often}months?))\s+on\s+the\s+(?<date>{$date})" => fn (
                Groups $w,
            ): RecurrenceRule => self::dateOfMonth($w->get('date'), self::gap($w->get('gap'))),
            "(?:on\s+)?the\s+(?<date>{$date})\s+of\s+(?:every|each|the)\s+month" => fn (
                Groups $w,
            ): RecurrenceRule => self::dateOfMonth($w->get('date')),

            "(?:every\s+year|yearly|annually)\s+on\s+the\s+(?<place>{$place})\s+(?<day>{$weekday})\s+(?:of|in)\s+(?<month>{$month})" => fn (
                Groups $w,
            ): RecurrenceRule => self::nthOfMonth($w->get('place'), $w->get('day'))
                ->inYear()
                ->inMonths([Words::month($w->get('month'))]),
            "(?:every\s+year|yearly|annually)\s+on\s+(?:the\s+)?(?<date>\d{1,2})(?:st|nd|rd|th)?\s+(?:of\s+)?(?<month>{$month})" => fn (
                Groups $w,
            ): RecurrenceRule => self::dateOfYear($w->get('date'), $w->get('month')),
            "every\s+(?<date>\d{1,2})(?:st|nd|rd|th)?\s+(?:of\s+)?(?<month>{$month})" => fn (
                Groups $w,
            ): RecurrenceRule => self::dateOfYear($w->get('date'), $w->get('month')),

            "(?:every\s+week|weekly|{$often}weeks?)|(?<two>fortnightly|every\s+fortnight))\s+on\s+(?<days>{$weekdays}|weekdays)" => fn (
                Groups $w,
            ): RecurrenceRule => self::weekly($w->get('days'), $w->get('two') !== '' ? 2 : self::gap($w->get('gap'))),
            '(?:every|each)\s+(?:weekday|working\s+day)|(?:on\s+)?weekdays|every\s+week\s+from\s+monday\s+to\s+friday' => fn (
                Groups $w,
            ): RecurrenceRule => self::weekly('weekdays'),
            "every\s+(?<gap>other|second|2nd|third|3rd|fourth|4th|fifth|5th)\s+(?<days>{$weekday})" => fn (
                Groups $w,
            ): RecurrenceRule => self::weekly($w->get('days'), self::gap($w->get('gap'))),
            'every\s+(?<gap>other|second|2nd|third|3rd|fourth|4th|fifth|5th)\s+(?<unit>day|week|month|year)' => fn (
                Groups $w,
            ): RecurrenceRule => new RecurrenceRule(self::frequency($w->get('unit')), self::gap($w->get('gap'))),
            "every\s+(?<n>{$number})\s+(?<unit>day|week|month|year)s?" => fn (Groups $w): RecurrenceRule => new RecurrenceRule(
                self::frequency($w->get('unit')),
                max(1, Words::number($w->get('n'))),
            ),
            "(?:every|each)\s+(?<days>{$weekdays})" => fn (Groups $w): RecurrenceRule => self::weekly($w->get('days')),
            '(?:on\s+)?(?<days>'.Words::PLURALS.')' => fn (Groups $w): RecurrenceRule => self::weekly($w->get('days')),
            'daily|(?:every|each)\s+day' => fn (Groups $w): RecurrenceRule => new RecurrenceRule(Frequency::Daily),
            'fortnightly|every\s+fortnight' => fn (Groups $w): RecurrenceRule => new RecurrenceRule(Frequency::Weekly, 2),
            'weekly|(?:every|each)\s+week' => fn (Groups $w): RecurrenceRule => new RecurrenceRule(Frequency::Weekly),
            'monthly|(?:every|each)\s+month' => fn (Groups $w): RecurrenceRule => new RecurrenceRule(Frequency::Monthly),
            'yearly|annually|(?:every|each)\s+year' => fn (Groups $w): RecurrenceRule => new RecurrenceRule(Frequency::Yearly),
        ];
    }

    private static function frequency(string $unit): Frequency
    {
        return match (strtolower($unit)) {
            'day' => Frequency::Daily,
            'week' => Frequency::Weekly,
            'month' => Frequency::Monthly,
            default => Frequency::Yearly,
        };
    }

    private static function gap(string $word): int
    {
        $word = strtolower($word);

        return match (true) {
            $word === '' => 1,
            $word === 'other' => 2,
            Words::place($word) > 0 => Words::place($word),
            default => max(1, Words::number($word)),
        };
    }

    private static function weekly(string $days, int $interval = 1): RecurrenceRule
    {
        $weekdays =
            strtolower($days) === 'weekdays'
                ? [Weekday::MO, Weekday::TU, Weekday::WE, Weekday::TH, Weekday::FR]
                : Words::weekdays($days);

        return new RecurrenceRule(
            Frequency::Weekly,
            $interval,
            byDay: array_map(fn (Weekday $day): WeekdayNum => WeekdayNum::of($day), $weekdays),
        );
    }

    private static function nthOfMonth(string $place, string $day, int $interval = 1): RecurrenceRule
    {
        $nth = Words::place($place);
        if (preg_match('/^w(eek|ork)/i', $day) === 1) {
            $weekdays = array_map(
                fn (Weekday $weekday): WeekdayNum => WeekdayNum::of($weekday),
                array_slice(Weekday::cases(), 0, 5),
            );

            return new RecurrenceRule(Frequency::Monthly, $interval, byDay: $weekdays, bySetPos: [$nth]);
        }

        return new RecurrenceRule(Frequency::Monthly, $interval, byDay: [WeekdayNum::of(Words::weekday($day), $nth)]);
    }

    private static function dateOfMonth(string $date, int $interval = 1): RecurrenceRule
    {
        $day = stripos($date, 'last') === 0 ? -1 : (int) $date;

        return new RecurrenceRule(Frequency::Monthly, $interval, byMonthDay: [$day === 0 ? 1 : min(31, $day)]);
    }

    private static function dateOfYear(string $date, string $month): RecurrenceRule
    {
        return new RecurrenceRule(Frequency::Yearly, byMonthDay: [max(1, min(31, (int) $date))], byMonth: [Words::month($month)]);
    }
}
