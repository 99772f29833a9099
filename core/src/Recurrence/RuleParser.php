<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Weekday;

/** Reads the value of an RRULE (RFC 5545 3.3.10), strictly. */
final class RuleParser
{
    public const LONGEST_TEXT = 4000;

    public const PARTS = [
        'FREQ',
        'INTERVAL',
        'COUNT',
        'UNTIL',
        'BYSECOND',
        'BYMINUTE',
        'BYHOUR',
        'BYDAY',
        'BYMONTHDAY',
        'BYYEARDAY',
        'BYWEEKNO',
        'BYMONTH',
        'BYSETPOS',
        'WKST',
        'RSCALE',
        'SKIP',
    ];

    /** @throws InvalidRule */
    public static function parse(string $text): RecurrenceRule
    {
        $parts = self::split($text);
        $freq =
            Frequency::tryFrom($parts['FREQ'] ?? '') ??
            throw new InvalidRule('FREQ: a rule says first how often it comes, from SECONDLY to YEARLY.');
        if (isset($parts['SKIP']) && ! isset($parts['RSCALE'])) {
            throw new InvalidRule('SKIP needs RSCALE beside it.');
        }

        return new RecurrenceRule(
            freq: $freq,
            interval: isset($parts['INTERVAL']) ? self::whole('INTERVAL', $parts['INTERVAL']) : 1,
            count: isset($parts['COUNT']) ? self::whole('COUNT', $parts['COUNT']) : null,
            until: isset($parts['UNTIL']) ? Until::parse($parts['UNTIL']) : null,
            bySecond: isset($parts['BYSECOND']) ? self::numbers('BYSECOND', $parts['BYSECOND']) : [],
            byMinute: isset($parts['BYMINUTE']) ? self::numbers('BYMINUTE', $parts['BYMINUTE']) : [],
            byHour: isset($parts['BYHOUR']) ? self::numbers('BYHOUR', $parts['BYHOUR']) : [],
            byDay: isset($parts['BYDAY']) ? self::weekdays($parts['BYDAY']) : [],
            byMonthDay: isset($parts['BYMONTHDAY']) ? self::numbers('BYMONTHDAY', $parts['BYMONTHDAY']) : [],
            byYearDay: isset($parts['BYYEARDAY']) ? self::numbers('BYYEARDAY', $parts['BYYEARDAY']) : [],
            byWeekNo: isset($parts['BYWEEKNO']) ? self::numbers('BYWEEKNO', $parts['BYWEEKNO']) : [],
            byMonth: isset($parts['BYMONTH']) ? self::months($parts['BYMONTH'], leap: false) : [],
            bySetPos: isset($parts['BYSETPOS']) ? self::numbers('BYSETPOS', $parts['BYSETPOS']) : [],
            weekStart: Weekday::tryFromLetters($parts['WKST'] ?? 'MO') ??
                throw new InvalidRule('WKST: the week starts on one of MO TU WE TH FR SA SU.'),
            skip: Skip::tryFrom($parts['SKIP'] ?? 'OMIT') ??
                throw new InvalidRule('SKIP: a missing date is treated as OMIT, BACKWARD or FORWARD.'),
            rscale: $parts['RSCALE'] ?? 'GREGORIAN',
            byLeapMonth: isset($parts['BYMONTH']) ? self::months($parts['BYMONTH'], leap: true) : [],
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
            [$name, $value] = explode('=', $part, 2) + [1 => ''];
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
        if (preg_match('/^[+-]?\d{10,}$/D', $text) === 1 && ($part !== 'COUNT' || strlen($text) > 18)) {
            throw new InvalidRule("{$part}: “".mb_substr($text, 0, 30).'” is too large a number.');
        }
        if (preg_match('/^[+-]?\d{1,18}$/D', $text) !== 1) {
            throw new InvalidRule("{$part}: “".mb_substr(mb_scrub($text), 0, 30).'” is not a whole number.');
        }

        return (int) $text;
    }

    /** @return list<int> ascending, each once */
    private static function numbers(string $part, string $text): array
    {
        $numbers = [];
        foreach (explode(',', $text) as $item) {
            $numbers[self::whole($part, $item)] = true;
        }
        ksort($numbers);

        return array_keys($numbers);
    }

    /** @return list<int> the leap months, written with an L behind them (RFC 7529 4.2), or the others */
    private static function months(string $text, bool $leap): array
    {
        $items = array_filter(explode(',', $text), fn (string $item): bool => str_ends_with($item, 'L') === $leap);

        return $items === []
            ? []
            : self::numbers(
                'BYMONTH',
                implode(',', array_map(fn (string $item): string => $leap ? substr($item, 0, -1) : $item, $items)),
            );
    }

    /** @return list<WeekdayNum> each once */
    private static function weekdays(string $text): array
    {
        /** @var array<string, WeekdayNum> $known  they never change, and are the same few in most rules */
        static $known = [];
        $days = [];
        foreach (explode(',', $text) as $item) {
            $days[$item] = $known[$item] ??= self::weekday($item);
        }

        return array_values($days);
    }

    private static function weekday(string $item): WeekdayNum
    {
        if (preg_match('/^([+-]?\d{1,2})?(MO|TU|WE|TH|FR|SA|SU)$/D', $item, $m) !== 1 || preg_match('/^[+-]?0+$/', $m[1]) === 1) {
            throw new InvalidRule('BYDAY: “'.mb_substr(mb_scrub($item), 0, 30).'” is not a weekday like MO or 2TU or -1FR.');
        }

        return WeekdayNum::of(Weekday::tryFromLetters($m[2]) ?? Weekday::MO, (int) $m[1]);
    }
}
