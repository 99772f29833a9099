<?php

declare(strict_types=1);

namespace PlumRota\Core\Tests\conformance;

use DateTimeImmutable;
use DateTimeZone;
use RuntimeException;

/**
 * A second reader of the sentences that rules are written as. It knows nothing of rules and uses nothing of the core: it takes a
 * sentence as a person would, asks of each day of a calendar (PHP's DateTimeImmutable) whether the words are true of it, and counts.
 *
 * @phpstan-type Day array{year: int, month: int, day: int, ofYear: int, daysOfMonth: int, daysOfYear: int, weekday: int}
 * @phpstan-type Condition array{string, mixed}
 */
final class SentenceReader
{
    private const WEEKDAYS = ['Monday' => 1, 'Tuesday' => 2, 'Wednesday' => 3, 'Thursday' => 4, 'Friday' => 5, 'Saturday' => 6, 'Sunday' => 7];

    private const MONTHS = [
        'January' => 1,
        'February' => 2,
        'March' => 3,
        'April' => 4,
        'May' => 5,
        'June' => 6,
        'July' => 7,
        'August' => 8,
        'September' => 9,
        'October' => 10,
        'November' => 11,
        'December' => 12,
    ];

    private const ORDINALS = [
        'first' => 1,
        'second' => 2,
        'third' => 3,
        'fourth' => 4,
        'fifth' => 5,
        'last but one' => -2,
        'last but two' => -3,
        'last but three' => -4,
        'last' => -1,
    ];

    private const UNITS = ['second' => 1, 'minute' => 60, 'hour' => 3600, 'day' => 86400];

    /** @var array<int, Day> days by their number since 1970 */
    private static array $days = [];

    private int $every = 1;

    private string $unit = 'day';

    /** @var list<Condition> what must be true of a day */
    private array $conditions = [];

    /** @var array{hour?: list<int>, minute?: list<int>, second?: list<int>} */
    private array $times = [];

    /** @var list<string>|null clock times */
    private ?array $clocks = null;

    /** @var list<int>|null */
    private ?array $only = null;

    private int $weekBegins = 1;

    private ?int $count = null;

    /** A wall second, itself included. */
    private ?int $until = null;

    private string $tooShort = '';

    /** Whether "the first Monday" is that of a month. */
    private bool $ofMonths;

    /** @param  string  $start a wall time like 2026-11-25T07:05:00 */
    public function __construct(private readonly string $sentence, private readonly string $start)
    {
        $rest = $this->conditionsOf($this->headOf($this->tailOf($sentence)));
        if (trim($rest) !== '') {
            throw new RuntimeException("“{$sentence}”: “{$rest}” is not understood");
        }
        $this->ofMonths =
            $this->unit === 'month' || array_filter($this->conditions, fn (array $one): bool => in_array($one[0], ['months', 'every month'], true)) !== [];
    }

    /** @return list<string> the first moments from the start on, before a horizon of so many days, as 2026-11-25T07:05:00 */
    public function moments(int $wanted, int $horizon): array
    {
        $begin = (int) (new DateTimeImmutable($this->start, new DateTimeZone('UTC')))->format('U');
        $firstDay = intdiv($begin, 86400);
        $found = [];
        foreach ($this->periods($firstDay, $firstDay + $horizon, $begin) as $moments) {
            $moments = array_values(array_unique($moments));
            sort($moments);
            if ($this->only !== null) {
                $size = count($moments);
                $chosen = array_map(fn (int $place): int => $place > 0 ? $place - 1 : $size + $place, $this->only);
                $moments = array_intersect_key($moments, array_flip(array_filter($chosen, fn (int $at): bool => $at >= 0)));
                ksort($moments);
            }
            foreach ($moments as $moment) {
                if ($moment < $begin) {
                    continue;
                }
                if (count($found) === ($this->count ?? $wanted) || count($found) === $wanted || ($this->until !== null && $moment > $this->until)) {
                    return self::written($found);
                }
                if ($moment < ($firstDay + $horizon) * 86400) {
                    $found[] = $moment;
                }
            }
        }

        return self::written($found);
    }

    /**
     * The moments of each period that counts, one period after the other.
     *
     * @return iterable<list<int>>
     */
    private function periods(int $from, int $to, int $begin): iterable
    {
        if (isset(self::UNITS[$this->unit]) && $this->unit !== 'day') {
            yield from $this->shortPeriods($from, $to, $begin);

            return;
        }
        $periodOf = function (int $number): int {
            $day = self::day($number);

            return match ($this->unit) {
                'year' => $day['year'],
                'month' => $day['year'] * 12 + $day['month'],
                // 5 January 1970 was a Monday.
                'week' => (int) floor(($number - 4 - ($this->weekBegins - 1)) / 7),
                default => $number,
            };
        };
        $first = $periodOf($from);
        // A period begins before the start, and what its months hold too many may run into the next.
        $number = $from;
        while ($periodOf($number - 1) === $first) {
            $number--;
        }
        while ($number < $to + 32) {
            $period = $periodOf($number);
            $days = [];
            for (; $periodOf($number) === $period; $number++) {
                if (($period - $first) % $this->every === 0) {
                    $days[] = $number;
                }
            }
            if ($days !== []) {
                $moments = [];
                foreach ($this->chosen($days) as $day) {
                    array_push($moments, ...$this->momentsOf($day, $begin));
                }
                yield $moments;
            }
        }
    }

    /** @return iterable<list<int>> */
    private function shortPeriods(int $from, int $to, int $begin): iterable
    {
        $length = self::UNITS[$this->unit];
        $first = intdiv($begin, $length);
        $step = $this->every;
        for ($number = $from; $number < $to; $number++) {
            if ($this->chosen([$number]) === []) {
                continue;
            }
            $period = intdiv($number * 86400, $length);
            $period = $period <= $first ? $first : $first + intdiv($period - $first + $step - 1, $step) * $step;
            for (; $period * $length < ($number + 1) * 86400; $period += $step) {
                $base = $period * $length - $number * 86400;
                $moments = [];
                foreach ($this->secondsOfDay($begin % 86400, $base) as $second) {
                    if (intdiv($second, $length) * $length === $base) {
                        $moments[] = $number * 86400 + $second;
                    }
                }
                if ($moments !== []) {
                    yield $moments;
                }
            }
        }
    }

    /**
     * The seconds of a day that the words allow; what they do not name is that of the start, or of the period one is in.
     *
     * @return list<int>
     */
    private function secondsOfDay(int $start, ?int $base): array
    {
        $own = $base ?? $start;
        $length = self::UNITS[$this->unit] ?? 86400;
        $hours = $this->unit === 'day' || ! isset(self::UNITS[$this->unit]) ? $this->times['hour'] ?? [intdiv($start, 3600)] : [intdiv($own, 3600)];
        $minutes = $length >= 3600 ? $this->times['minute'] ?? [intdiv($start % 3600, 60)] : [intdiv($own % 3600, 60)];
        $seconds = $length >= 60 ? $this->times['second'] ?? [$start % 60] : [$own % 60];
        $all = [];
        foreach ($hours as $hour) {
            foreach ($minutes as $minute) {
                foreach ($seconds as $second) {
                    if (
                        in_array($hour, $this->times['hour'] ?? [$hour], true) &&
                        in_array($minute, $this->times['minute'] ?? [$minute], true) &&
                        in_array($second, $this->times['second'] ?? [$second], true)
                    ) {
                        $all[] = $hour * 3600 + $minute * 60 + $second;
                    }
                }
            }
        }

        return $all;
    }

    /** @return list<int> */
    private function momentsOf(int $day, int $begin): array
    {
        if ($this->clocks !== null) {
            return array_map(function (string $clock) use ($day, $begin): int {
                [$hour, $minute] = array_map(intval(...), explode(':', $clock));

                return $day * 86400 + $hour * 3600 + $minute * 60 + $begin % 60;
            }, $this->clocks);
        }

        return array_map(fn (int $second): int => $day * 86400 + $second, $this->secondsOfDay($begin % 86400, null));
    }

    /**
     * Those days of a period of which every word is true.
     *
     * @param  list<int>  $days
     * @return list<int>
     */
    private function chosen(array $days): array
    {
        $months = array_filter($this->conditions, fn (array $one): bool => $one[0] === 'months');
        foreach ([...$months, ...array_diff_key($this->conditions, $months)] as [$kind, $value]) {
            $days = match (true) {
                $kind === 'places' => $this->atPlaces($days, ...$value),
                $kind === 'dates' && $this->tooShort !== '' => $this->carried($days, $value),
                $kind === 'date' && $this->tooShort !== '' => $this->carried($this->ofMonth($days, $value[0]), [$value[1]]),
                default => array_values(array_filter($days, fn (int $number): bool => $this->isTrue($kind, $value, $number))),
            };
        }

        return $days;
    }

    /**
     * "The last weekday", of each month where months are spoken of.
     *
     * @param  list<int>  $days
     * @param  list<int>  $places
     * @param  list<int>  $weekdays
     * @return list<int>
     */
    private function atPlaces(array $days, array $places, array $weekdays): array
    {
        $groups = [];
        foreach ($days as $number) {
            $day = self::day($number);
            if (in_array($day['weekday'], $weekdays, true)) {
                $groups[$this->ofMonths ? $day['month'] : 0][] = $number;
            }
        }
        $kept = [];
        foreach ($groups as $group) {
            foreach ($places as $place) {
                $kept[] = $group[$place > 0 ? $place - 1 : count($group) + $place] ?? null;
            }
        }

        return array_values(array_filter($kept, is_int(...)));
    }

    /**
     * Dates of months, with what becomes of those that a month lacks.
     *
     * @param  list<int>  $days
     * @param  list<int>  $dates
     * @return list<int>
     */
    private function carried(array $days, array $dates): array
    {
        $kept = [];
        foreach ($days as $number) {
            $day = self::day($number);
            $isLast = $day['day'] === $day['daysOfMonth'];
            if (in_array($day['day'], $dates, true)) {
                $kept[] = $number;
            }
            if ($isLast && max($dates) > $day['daysOfMonth']) {
                $kept[] = $this->tooShort === 'before' ? $number : $number + 1;
            }
        }

        return array_values(array_unique($kept));
    }

    /**
     * @param  list<int>  $days
     * @return list<int>
     */
    private function ofMonth(array $days, int $month): array
    {
        return array_values(array_filter($days, fn (int $number): bool => self::day($number)['month'] === $month));
    }

    private function isTrue(string $kind, mixed $value, int $number): bool
    {
        $day = self::day($number);
        assert(is_array($value));

        return match ($kind) {
            'every month', 'every year' => true,
            'months' => in_array($day['month'], $value, true),
            'dates' => in_array($day['day'], $value, true) || in_array($day['day'] - $day['daysOfMonth'] - 1, $value, true),
            'days of year' => in_array($day['ofYear'], $value, true) || in_array($day['ofYear'] - $day['daysOfYear'] - 1, $value, true),
            'date' => $day['month'] === $value[0] && $day['day'] === $value[1],
            'weeks' => $this->isInWeeks($number, $value),
            'weekdays' => array_filter($value, fn (array $one): bool => $this->isWeekday($day, $one)) !== [],
        };
    }

    /**
     * @param  Day  $day
     * @param  array{int|null, int, string}  $one  which of the month or year, or null; the weekday; of what it is said to be
     */
    private function isWeekday(array $day, array $one): bool
    {
        [$place, $weekday, $of] = $one;
        if ($day['weekday'] !== $weekday) {
            return false;
        }
        [$at, $size] = $this->ofMonths && $of !== ' of the year' ? [$day['day'], $day['daysOfMonth']] : [$day['ofYear'], $day['daysOfYear']];

        return $place === null || $place === intdiv($at - 1, 7) + 1 || -$place === intdiv($size - $at, 7) + 1;
    }

    /**
     * Week 1 is the first that has four days of its year (ISO 8601 2.2.10, for any first weekday: RFC 5545 3.3.10).
     *
     * @param  array<mixed>  $weeks
     */
    private function isInWeeks(int $number, array $weeks): bool
    {
        $begin = $number - ((self::day($number)['weekday'] - $this->weekBegins + 7) % 7);
        $middle = self::day($begin + 3);

        return in_array(intdiv($middle['ofYear'] - 1, 7) + 1, $weeks, true) ||
            in_array(-intdiv($middle['daysOfYear'] - $middle['ofYear'], 7) - 1, $weeks, true);
    }

    /** Takes off what stands at the end: how often, until when, which of these, on which weekday weeks begin, the times. */
    private function tailOf(string $text): string
    {
        $take = function (string $pattern) use (&$text): ?array {
            if (preg_match($pattern, $text, $m) !== 1) {
                return null;
            }
            $text = substr($text, 0, -strlen($m[0]));

            return $m;
        };
        if (($m = $take('/, (?:(once)|(twice)|(\d+) times)$/')) !== null) {
            $this->count = ($m[1] ?? '') !== '' ? 1 : (($m[2] ?? '') !== '' ? 2 : (int) $m[3]);
        } elseif (($m = $take('/ until (\d+ \w+ \d{4})(?:, (\d+:\d\d))?$/')) !== null) {
            $day = new DateTimeImmutable($m[1].' '.($m[2] ?? '23:59'), new DateTimeZone('UTC'));
            $this->until = (int) $day->format('U') + 59;
        }
        if (($m = $take('/, in weeks that begin on (\w+)$/')) !== null) {
            $this->weekBegins = self::WEEKDAYS[$m[1]];
        }
        if (($m = $take('/, only the ([^,]+(?:, [^,]+)*) of these$/')) !== null) {
            $this->only = array_map(self::ordinal(...), self::listed($m[1]));
        }
        $numbers = '(\d+(?:, \d+)*(?: and \d+)?)';
        foreach (['second' => 'at second', 'minute' => 'at minute', 'hour' => 'in the hours of'] as $name => $words) {
            if (($m = $take("/ {$words} {$numbers}$/")) !== null) {
                $this->times[$name] = array_map(intval(...), self::listed($m[1]));
            }
        }
        if (($m = $take('/ at (\d+:\d\d(?:, \d+:\d\d)*(?: and \d+:\d\d)?)$/')) !== null) {
            $this->clocks = self::listed($m[1]);
        }
        if (($m = $take('/, or the (last day before|first day after) where a month is too short$/')) !== null) {
            $this->tooShort = $m[1] === 'last day before' ? 'before' : 'after';
        }

        return $text;
    }

    /** How often: "every other week", or the weekdays themselves. */
    private function headOf(string $text): string
    {
        if (preg_match('/^every (other |(\d+) )?(second|minute|hour|day|week|month|year)s?(?= |$)/', $text, $m) === 1) {
            $this->unit = $m[3];
            $this->every = ($m[2] ?? '') !== '' ? (int) $m[2] : (($m[1] ?? '') === 'other ' ? 2 : 1);

            return substr($text, strlen($m[0]));
        }
        $this->unit = 'week';
        if (preg_match('/^every weekday(?= |$)/', $text, $m) === 1) {
            $this->conditions[] = ['weekdays', array_map(fn (int $day): array => [null, $day, ''], range(1, 5))];

            return substr($text, strlen($m[0]));
        }
        $names = implode('|', array_keys(self::WEEKDAYS));
        if (preg_match("/^every (other )?((?:{$names})(?:, (?:{$names}))*(?: and (?:{$names}))?)(?= |\$)/", $text, $m) !== 1) {
            throw new RuntimeException("“{$this->sentence}”: its beginning is not understood");
        }
        $this->every = $m[1] === '' ? 1 : 2;
        $this->conditions[] = ['weekdays', array_map(fn (string $day): array => [null, self::WEEKDAYS[$day], ''], self::listed($m[2]))];

        return substr($text, strlen($m[0]));
    }

    /** What is said of the days, part by part; what is not understood is given back. */
    private function conditionsOf(string $text): string
    {
        $list = fn (string $one): string => "(?:{$one})(?:, (?:{$one}))*(?: (?:and|or) (?:{$one}))?";
        $weekday = '(?:'.implode('|', array_keys(self::WEEKDAYS)).')';
        $month = '(?:'.implode('|', array_keys(self::MONTHS)).')';
        $ordinal = '(?:'.implode('|', array_keys(self::ORDINALS)).'|\d+(?:st|nd|rd|th)(?: from the end)?+)';
        $date = '(?:last(?: but \w+)? day|\d+(?:st|nd|rd|th)(?: day from the end)?+)';
        $numbered = "the {$ordinal} {$weekday}(?: from the end)?+";
        $item = "(?:{$numbered}|every {$weekday}|{$weekday})";
        $condition = "(?:{$numbered}(?: of the year)?+|an? weekday|an? {$weekday}|{$weekday})";
        $week = "(?:(?:weeks? )?\d+|the {$ordinal} week(?: from the end)?+ of the year)";
        $patterns = [
            'dates of months' => "/^ on the ({$list($date)}) of (?:the|every) month(?= |,|\$)/",
            'days of year' => "/^ (?:on|where that is) the ({$list($ordinal)}) day of the year(?= |,|\$)/",
            'date' => "/^ on (?:(\d+) ({$month}))(?= |,|\$)/",
            'places' => "/^ on the ({$list($ordinal)}) (weekday|day|{$weekday}(?:, {$weekday})* or {$weekday}|{$weekday})(?= (?:of|in|from [A-Z])|\$)/",
            'weekdays' => "/^ on ({$list($item)}|an? weekday|every day)(?= |,|\$)/",
            'if' => "/^ if it is ({$list($condition)})(?= |,|\$)/",
            'dates' => "/^ (?:on|where that is) the ({$list($date)})(?= |,|\$)/",
            'weekday range' => '/^ from Monday to Friday(?= |,|$)/',
            'weeks' => "/^ of ({$list($week)})(?= |,|\$)/",
            'month range' => "/^ (?:from|of the months from) ({$month}) to ({$month})(?= |,|\$)/",
            'months' => "/^ (?:in|of) ({$list($month)})(?= |,|\$)/",
            'every month' => '/^ of (?:every|the) month(?= |,|$)/',
            'every year' => '/^ of the year(?= |,|$)/',
        ];
        while ($text !== '') {
            foreach ($patterns as $kind => $pattern) {
                if (preg_match($pattern, $text, $m) === 1) {
                    $text = substr($text, strlen($m[0]));
                    $this->conditions[] = $this->condition($kind, $m);

                    continue 2;
                }
            }

            return $text;
        }

        return '';
    }

    /**
     * @param  array<string>  $m
     * @return Condition
     */
    private function condition(string $kind, array $m): array
    {
        $weekdaysIn = fn (string $text): array => match ($text) {
            'weekday' => [1, 2, 3, 4, 5],
            'day' => [1, 2, 3, 4, 5, 6, 7],
            default => array_map(fn (string $day): int => self::WEEKDAYS[$day], self::listed($text)),
        };

        return match ($kind) {
            'days of year' => ['days of year', array_map(self::ordinal(...), self::listed($m[1]))],
            'date' => ['date', [self::MONTHS[$m[2]], (int) $m[1]]],
            'dates', 'dates of months' => ['dates', array_map(self::date(...), self::listed($m[1]))],
            'places' => ['places', [array_map(self::ordinal(...), self::listed($m[1])), $weekdaysIn($m[2])]],
            'weekdays', 'if' => ['weekdays', array_merge(...array_map(self::weekdays(...), self::listed($m[1])))],
            'weekday range' => ['weekdays', self::weekdays('weekday')],
            'weeks' => ['weeks', array_map(self::week(...), self::listed($m[1]))],
            'month range' => ['months', range(self::MONTHS[$m[1]], self::MONTHS[$m[2]])],
            'months' => ['months', array_map(fn (string $name): int => self::MONTHS[$name], self::listed($m[1]))],
            default => [$kind, []],
        };
    }

    /** @return list<array{int|null, int, string}> */
    private static function weekdays(string $item): array
    {
        $item = (string) preg_replace('/^(an?|every) /', '', $item);
        if ($item === 'weekday' || $item === 'day') {
            return array_map(fn (int $day): array => [null, $day, ''], range(1, $item === 'day' ? 7 : 5));
        }
        if (preg_match('/^the (.+) ([A-Z]\w+)( from the end)?( of the year)?$/', $item, $m) === 1) {
            return [[self::ordinal($m[1].($m[3] ?? '')), self::WEEKDAYS[$m[2]], $m[4] ?? '']];
        }

        return [[null, self::WEEKDAYS[$item], '']];
    }

    private static function week(string $item): int
    {
        return preg_match('/^the (.+) week( from the end)? of the year$/', $item, $m) === 1 ? self::ordinal($m[1].($m[2] ?? '')) : (int) preg_replace('/\D/', '', $item);
    }

    private static function date(string $item): int
    {
        return self::ordinal((string) preg_replace('/ day(?= from the end$|$)/', '', $item));
    }

    private static function ordinal(string $item): int
    {
        return self::ORDINALS[$item] ?? (str_ends_with($item, ' from the end') ? -(int) $item : (int) $item);
    }

    /** @return list<string> */
    private static function listed(string $text): array
    {
        return preg_split('/, | and | or /', $text) ?: [];
    }

    /** @return Day */
    private static function day(int $number): array
    {
        return self::$days[$number] ??= (function () use ($number): array {
            $date = new DateTimeImmutable('@'.$number * 86400);
            [$year, $month, $day, $ofYear, $daysOfMonth, $isLeap, $weekday] = array_map(intval(...), explode(' ', $date->format('Y n j z t L N')));

            return [
                'year' => $year,
                'month' => $month,
                'day' => $day,
                'ofYear' => $ofYear + 1,
                'daysOfMonth' => $daysOfMonth,
                'daysOfYear' => 365 + $isLeap,
                'weekday' => $weekday,
            ];
        })();
    }

    /**
     * @param  list<int>  $moments
     * @return list<string>
     */
    private static function written(array $moments): array
    {
        return array_map(fn (int $moment): string => gmdate('Y-m-d\TH:i:s', $moment), $moments);
    }
}
