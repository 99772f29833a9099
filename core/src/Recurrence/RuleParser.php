<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Weekday;

/** Reads the value of an RRULE (RFC 5545 3.3.10), strictly. */
final class RuleParser
{
    public const LONGEST_TEXT = 4000;

    public const PARTS = ['FREQ', 'INTERVAL', 'COUNT', 'UNTIL', 'BYSECOND', 'BYMINUTE', 'BYHOUR', 'BYDAY', 'BYMONTHDAY',
        'BYYEARDAY', 'BYWEEKNO', 'BYMONTH', 'BYSETPOS', 'WKST', 'RSCALE', 'SKIP'];

    /** @throws InvalidRule */
    public static function parse(string $text): RecurrenceRule
    {
        $parts = self::split($text);
        $freq = Frequency::tryFrom($parts['FREQ'] ?? '')
            ?? throw new InvalidRule('FREQ: a rule says first how often it comes, from SECONDLY to YEARLY.');
        if (isset($parts['SKIP']) && ! isset($parts['RSCALE'])) {
            throw new InvalidRule('SKIP needs RSCALE beside it.');
        }

        [$months, $leapMonths] = self::leapMonths($parts['BYMONTH'] ?? '');

        return new RecurrenceRule(
            freq: $freq,
            interval: isset($parts['INTERVAL']) ? self::whole('INTERVAL', $parts['INTERVAL']) : 1,
            count: isset($parts['COUNT']) ? self::whole('COUNT', $parts['COUNT']) : null,
            until: isset($parts['UNTIL']) ? Until::parse($parts['UNTIL']) : null,
            bySecond: self::numbers('BYSECOND', $parts),
            byMinute: self::numbers('BYMINUTE', $parts),
            byHour: self::numbers('BYHOUR', $parts),
            byDay: self::weekdays($parts['BYDAY'] ?? ''),
            byMonthDay: self::numbers('BYMONTHDAY', $parts),
            byYearDay: self::numbers('BYYEARDAY', $parts),
            byWeekNo: self::numbers('BYWEEKNO', $parts),
            byMonth: self::numbers('BYMONTH', ['BYMONTH' => $months] + $parts),
            bySetPos: self::numbers('BYSETPOS', $parts),
            weekStart: Weekday::tryFromLetters($parts['WKST'] ?? 'MO')
                ?? throw new InvalidRule('WKST: the week starts on one of MO TU WE TH FR SA SU.'),
            skip: Skip::tryFrom($parts['SKIP'] ?? 'OMIT')
                ?? throw new InvalidRule('SKIP: a missing date is treated as OMIT, BACKWARD or FORWARD.'),
            rscale: $parts['RSCALE'] ?? 'GREGORIAN',
            byLeapMonth: self::numbers('BYMONTH', ['BYMONTH' => $leapMonths]),
        );
    }

    /** @return array<string, string> */
    private static function split(string $text): array
    {
        if (strlen($text) > self::LONGEST_TEXT) {
            throw new InvalidRule('The rule is longer than '.self::LONGEST_TEXT.' characters.');
        }
        $parts = [];
        foreach (explode(';', strtoupper($text)) as $part) {
            [$name, $value] = [...explode('=', $part, 2), ''];
            if (! in_array($name, self::PARTS, true)) {
                throw new InvalidRule('A rule has no part called “'.mb_substr(mb_scrub($name), 0, 30).'”.');
            }
            if (isset($parts[$name])) {
                throw new InvalidRule("{$name} stands in the rule twice.");
            }
            if ($value === '') {
                throw new InvalidRule("{$name} is empty.");
            }
            $parts[$name] = $value;
        }

        return $parts;
    }

    private static function whole(string $part, string $text): int
    {
        if (preg_match('/^[+-]?\d{1,9}$/D', $text) !== 1) {
            throw new InvalidRule("{$part}: “".mb_substr(mb_scrub($text), 0, 30).'” is not a whole number.');
        }

        return (int) $text;
    }

    /**
     * @param  array<string, string>  $parts
     * @return list<int> ascending, each once
     */
    private static function numbers(string $part, array $parts): array
    {
        if (($parts[$part] ?? '') === '') {
            return [];
        }
        $numbers = array_map(fn (string $item): int => self::whole($part, $item), explode(',', $parts[$part]));
        $numbers = array_values(array_unique($numbers));
        sort($numbers);

        return $numbers;
    }

    /** @return array{string, string} the plain months, and those written with an L (RFC 7529 4.2) without it */
    private static function leapMonths(string $text): array
    {
        $items = $text === '' ? [] : explode(',', $text);
        $leap = array_filter($items, fn (string $item): bool => str_ends_with($item, 'L'));

        return [implode(',', array_diff($items, $leap)), implode(',', array_map(fn (string $item): string => substr($item, 0, -1), $leap))];
    }

    /** @return list<WeekdayNum> */
    private static function weekdays(string $text): array
    {
        $days = [];
        foreach ($text === '' ? [] : explode(',', $text) as $item) {
            if (preg_match('/^([+-]?\d{1,2})?(MO|TU|WE|TH|FR|SA|SU)$/D', $item, $m) !== 1 || $m[1] === '0') {
                throw new InvalidRule('BYDAY: “'.mb_substr(mb_scrub($item), 0, 30).'” is not a weekday like MO or 2TU or -1FR.');
            }
            $days[$item] = WeekdayNum::of(Weekday::tryFromLetters($m[2]) ?? Weekday::MO, (int) $m[1]);
        }

        return array_values($days);
    }
}
