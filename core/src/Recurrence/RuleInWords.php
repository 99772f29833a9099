<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\EnglishNames;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Region;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/** A rule as a plain English sentence without its full stop: "every other Thursday until 26 March 2027". */
final readonly class RuleInWords
{
    private const FIRST = [1 => 'first', 'second', 'third', 'fourth', 'fifth'];

    private const LAST = [1 => 'last', 'last but one', 'last but two', 'last but three'];

    /**
     * @param  LocalDateTime  $start gives what the rule leaves to its start: the weekday, the date
     * @param  Zone|null  $zone  whose walls an end that is given in UTC is said by
     */
    public function __construct(
        private RecurrenceRule $rule,
        private LocalDateTime $start,
        private bool $afterDone = false,
        private Region $region = new Region(),
        private ?Zone $zone = null,
    ) {
    }

    public function sentence(): string
    {
        if ($this->afterDone) {
            return $this->every(false).' after it is done'.$this->end();
        }

        return match ($this->rule->freq) {
            Frequency::Weekly => $this->weekly(),
            Frequency::Monthly => $this->monthly(),
            Frequency::Yearly => $this->yearly(),
            default => $this->daily(),
        }.
            $this->times().
            $this->positions().
            $this->weekStart().
            $this->end();
    }

    private function daily(): string
    {
        return $this->every().
            $this->onWeekdays('on').
            $this->monthDays(' on the ').
            // "Every day on the last day" would be every day.
            (array_filter($this->rule->byMonthDay, fn (int $day): bool => $day < 0) === [] ? '' : ' of the month').
            $this->yearDays().
            $this->months(' in ');
    }

    private function weekly(): string
    {
        $days = $this->plainWeekdays() ?: [$this->start->date()->weekday()->value];
        if ($this->rule->bySetPos !== []) {
            return $this->every().
                ' on '.
                $this->joined(array_map(fn (int $day): string => $this->weekday($day), $days)).
                $this->months(' in ');
        }
        if ($days === [1, 2, 3, 4, 5]) {
            return ($this->rule->interval === 1 ? 'every weekday' : $this->every().' from Monday to Friday').
                $this->months(' in ');
        }
        if (count($days) === 7) {
            return ($this->rule->interval === 1 ? 'every day' : $this->every().' on every day').$this->months(' in ');
        }
        $names = $this->joined(array_map(fn (int $day): string => $this->weekday($day), $days));
        $every = match ($this->rule->interval) {
            1 => 'every '.$names,
            2 => count($days) === 1 ? 'every other '.$names : $this->every().' on '.$names,
            default => $this->every().' on '.$names,
        };

        return $every.$this->months(' in ');
    }

    private function monthly(): string
    {
        $day = match (true) {
            $this->leavesDateToOther() => ' on the same date',
            $this->rule->byMonthDay !== [] => $this->monthDays(' on the ').$this->onWeekdays('if it is'),
            $this->rule->byDay !== [] => ' on '.($this->namesItsPlaces() ? $this->chosenOf() : $this->numberedWeekdays()),
            default => ' on the '.self::ordinal($this->start->date()->day),
        };

        return $this->every().$day.$this->months(' in ').$this->skip();
    }

    private function yearly(): string
    {
        $date = $this->start->date();
        $rule = $this->rule;
        if ($rule->byWeekNo !== []) {
            $days = match (true) {
                $rule->byDay !== [] => $this->numberedWeekdays(),
                // The weekday of the start stands for it only where nothing else chooses the day.
                $rule->byMonthDay !== [] || $rule->byYearDay !== [] => 'every day',
                default => $date->weekday()->english(),
            };

            return $this->every().
                ' on '.
                $days.
                $this->weeks().
                $this->monthDays(' where that is the ').
                ($rule->byYearDay === [] ? '' : ' where that is'.substr($this->yearDays(), 3)).
                $this->months(' in ');
        }
        if ($rule->byYearDay !== []) {
            return $this->every().
                $this->yearDays().
                $this->onWeekdays('if it is').
                $this->monthDays(' where that is the ').
                $this->months(' in ');
        }
        if (
            $rule->rscale === 'GREGORIAN' &&
            $rule->byMonthDay !== [] &&
            $rule->byDay === [] &&
            count($rule->byMonth) === 1 &&
            count($rule->byMonthDay) === 1 &&
            $rule->byMonthDay[0] > 0
        ) {
            return $this->every().' on '.$this->region->dayOfMonth($rule->byMonthDay[0], $rule->byMonth[0]).$this->skip();
        }
        if ($rule->byMonthDay !== []) {
            $isOfYear = $rule->byMonth === [] && $rule->byLeapMonth === [] && $rule->rscale === 'GREGORIAN';

            return $this->every().
                $this->monthDays(' on the ').
                ($rule->byMonth === [] && $rule->byLeapMonth === [] ? ' of every month' : $this->months(' of ')).
                $this->onWeekdays('if it is', $isOfYear ? ' of the year' : '').
                $this->skip();
        }
        if ($rule->byDay !== []) {
            $days = $this->namesItsPlaces() ? $this->chosenOf() : $this->numberedWeekdays();

            $isOfYear = $rule->byMonth === [] && $rule->byLeapMonth === [] && $rule->rscale === 'GREGORIAN' && str_contains($days, 'the ');

            return $this->every().' on '.$days.($isOfYear ? ' of the year' : $this->months(' of ')).$this->skip();
        }
        if ($this->leavesDateToOther()) {
            return $this->every().' on the same date'.$this->months(' of ').$this->skip();
        }
        $day =
            $rule->byMonth === []
                ? ' on '.$this->region->dayOfMonth($date->day, $date->month)
                : ' on the '.self::ordinal($date->day).$this->months(' of ');

        return $this->every().$day.$this->skip();
    }

    /** Whether the date is that of the start in a calendar that is not this one. */
    private function leavesDateToOther(): bool
    {
        return $this->rule->rscale !== 'GREGORIAN' && $this->rule->byMonthDay === [] && $this->rule->byDay === [];
    }

    private function every(bool $other = true): string
    {
        $unit = $this->rule->freq->unit();

        return match (true) {
            $this->rule->interval === 1 => ($other ? 'every ' : 'a ').$unit,
            $this->rule->interval === 2 && $other => 'every other '.$unit,
            default => ($other ? 'every ' : '').$this->rule->interval.' '.$unit.'s',
        };
    }

    /** @param  string  $ofWhat  of what the first Monday is the first, where it is not of the month */
    private function onWeekdays(string $preposition, string $ofWhat = ''): string
    {
        $days = $this->plainWeekdays();
        $named = array_map(fn (int $day): string => $this->weekday($day), $days);
        $numbered = array_map(
            fn (WeekdayNum $day): string => $this->numbered($day).$ofWhat,
            array_values(array_filter($this->rule->byDay, fn (WeekdayNum $day): bool => $day->nth !== 0)),
        );
        if ($preposition === 'on') {
            return $days === [] ? '' : ($days === [1, 2, 3, 4, 5] ? ' on a weekday' : ' on '.$this->joined($named));
        }
        $plain = match (true) {
            $days === [] => [],
            $days === [1, 2, 3, 4, 5] => ['a weekday'],
            default => ['a '.$named[0], ...array_slice($named, 1)],
        };

        return $plain === [] && $numbered === [] ? '' : ' if it is '.$this->joined([...$plain, ...$numbered], 'or');
    }

    private function numberedWeekdays(): string
    {
        $days = array_map(
            fn (WeekdayNum $day): string => $day->nth === 0
                ? 'every '.$day->weekday->english()
                : $this->numbered($day),
            $this->rule->byDay,
        );

        return $this->joined(
            str_starts_with($days[0] ?? '', 'every ') && count($days) > 1
                ? array_map(
                    fn (string $day, int $i): string => $i > 0 ? (string) preg_replace('/^every /', '', $day) : $day,
                    $days,
                    array_keys($days),
                )
                : $days,
        );
    }

    /** "the first Monday" */
    private function numbered(WeekdayNum $day): string
    {
        $place = self::FIRST[$day->nth] ?? self::LAST[-$day->nth] ?? self::ordinal(abs($day->nth));

        return "the {$place} {$day->weekday->english()}".($day->nth < -count(self::LAST) ? ' from the end' : '');
    }

    /** "the last weekday", "the first Saturday or Sunday": BYSETPOS over plain weekdays. */
    private function chosenOf(): string
    {
        $days = $this->plainWeekdays();
        $kind = match (true) {
            $days === [1, 2, 3, 4, 5] => 'weekday',
            count($days) === 7 => 'day',
            default => $this->joined(array_map(fn (int $day): string => $this->weekday($day), $days), 'or'),
        };

        $places = array_map(fn (int $place): string => self::FIRST[$place] ?? self::ordinal($place), $this->rule->bySetPos);

        return 'the '.$this->joined($places).' '.$kind;
    }

    /** Whether BYSETPOS picks from plain weekdays alone, so that it can be said with them. */
    private function namesItsPlaces(): bool
    {
        $rule = $this->rule;
        $isLong =
            $rule->freq === Frequency::Monthly ||
            // Of several months it picks from all of them together.
            ($rule->freq === Frequency::Yearly && $rule->byWeekNo === [] && $rule->byYearDay === [] && count($rule->byMonth) < 2);
        $times = max(1, count($rule->byHour)) * max(1, count($rule->byMinute)) * max(1, count($rule->bySecond));

        return $rule->bySetPos !== [] &&
            $isLong &&
            $rule->byDay !== [] &&
            $rule->byMonthDay === [] &&
            $this->allPlain() &&
            $times === 1;
    }

    /** It picks from all days and times together (RFC 5545 3.3.10), so it comes after both. */
    private function positions(): string
    {
        return $this->rule->bySetPos === [] || $this->namesItsPlaces()
            ? ''
            : ', only the '.$this->joined(array_map(self::ordinal(...), $this->rule->bySetPos)).' of these';
    }

    private function monthDays(string $lead): string
    {
        if ($this->rule->byMonthDay === []) {
            return '';
        }
        $days = $this->rule->byMonthDay;
        usort($days, fn (int $a, int $b): int => [$a < 0, $a] <=> [$b < 0, $b]);
        $names = array_map(
            fn (int $day): string => match (true) {
                $day > 0 => self::ordinal($day),
                isset(self::LAST[-$day]) => self::LAST[-$day].' day',
                default => self::ordinal(-$day).' day from the end',
            },
            $days,
        );

        return $lead.$this->joined($names, $this->rule->bySetPos === [] ? 'and' : 'or');
    }

    /** " of weeks 20 and 38", " of the last week of the year" */
    private function weeks(): string
    {
        $numbers = array_values(array_filter($this->rule->byWeekNo, fn (int $week): bool => $week > 0));
        $fromEnd = array_map(
            fn (int $week): string => isset(self::LAST[-$week])
                ? 'the '.self::LAST[-$week].' week of the year'
                : 'the '.self::ordinal(-$week).' week from the end of the year',
            array_values(array_filter($this->rule->byWeekNo, fn (int $week): bool => $week < 0)),
        );
        if ($numbers !== []) {
            $numbers[0] = (count($numbers) === 1 ? 'week ' : 'weeks ').$numbers[0];
        }

        return ' of '.$this->joined([...$numbers, ...$fromEnd]);
    }

    private function yearDays(): string
    {
        return $this->rule->byYearDay === []
            ? ''
            : ' on the '.$this->joined(array_map(self::ordinal(...), $this->rule->byYearDay)).' day of the year';
    }

    private function months(string $lead): string
    {
        $months = $this->rule->byMonth;
        if ($this->rule->rscale !== 'GREGORIAN') {
            return $this->monthsByNumber($lead);
        }
        if ($months === []) {
            return '';
        }
        if (count($months) > 2 && $months === range($months[0], $months[count($months) - 1])) {
            return ($lead === ' in ' ? ' from ' : $lead.'the months from ').
                EnglishNames::month($months[0]).
                ' to '.
                EnglishNames::month($months[count($months) - 1]);
        }

        return $lead.$this->joined(array_map(fn (int $month): string => EnglishNames::month($month), $months));
    }

    /** Months of other calendars have no English names here. */
    private function monthsByNumber(string $lead): string
    {
        $numbers = [...$this->rule->byMonth, ...array_map(fn (int $month): string => $month.'L', $this->rule->byLeapMonth)];

        return $numbers === [] ? '' : $lead.(count($numbers) === 1 ? 'month ' : 'months ').$this->joined($numbers);
    }

    private function times(): string
    {
        $rule = $this->rule;
        if ($rule->byHour === [] && $rule->byMinute === [] && $rule->bySecond === []) {
            return '';
        }
        if ($rule->freq->isWithinDay() || $rule->bySecond !== []) {
            return ($rule->byHour === [] ? '' : ' in the hours of '.$this->joined($rule->byHour)).
                ($rule->byMinute === [] ? '' : ' at minute '.$this->joined($rule->byMinute)).
                ($rule->bySecond === [] ? '' : ' at second '.$this->joined($rule->bySecond));
        }
        $times = [];
        foreach ($rule->byHour !== [] ? $rule->byHour : [$this->start->time()->hour()] as $hour) {
            foreach ($rule->byMinute !== [] ? $rule->byMinute : [$this->start->time()->minute()] as $minute) {
                $times[] = $this->region->time($hour, $minute);
            }
        }

        return ' at '.$this->joined($times);
    }

    /** The calendar it counts in, and what becomes of a date that a month lacks. */
    private function skip(): string
    {
        $calendar =
            $this->rule->rscale === 'GREGORIAN' ? '' : ' of the '.ucwords(strtolower($this->rule->rscale), '-').' calendar';

        return $calendar.
            match ($this->rule->skip) {
                Skip::Omit => '',
                Skip::Backward => ', or the last day before where a month is too short',
                Skip::Forward => ', or the first day after where a month is too short',
            };
    }

    private function end(): string
    {
        if ($this->rule->count !== null) {
            return match ($this->rule->count) {
                1 => ', once',
                2 => ', twice',
                default => ', '.$this->rule->count.' times',
            };
        }

        return $this->rule->until === null ? '' : ' until '.$this->lastMoment($this->rule->until);
    }

    /** The last day, with a time only where that day has several and not all of them come. */
    private function lastMoment(Until $until): string
    {
        $wall = $until->utc && $this->zone !== null ? $this->zone->wall($until->wall->seconds) : $until->wall;
        $ofDay = $until->dateOnly ? 86_399 : $wall->seconds - $wall->date()->startOfDay()->seconds;
        [$first, $last] = $this->timesOfDay();
        if ($ofDay < $first) {
            return $this->region->date($wall->date()->plusDays(-1));
        }

        return $this->region->date($wall->date()).
            ($ofDay < $last ? ', '.$this->region->time($wall->time()->hour(), $wall->time()->minute()) : '');
    }

    /** @return array{int, int} the first and the last second of a day that it can come at */
    private function timesOfDay(): array
    {
        $rule = $this->rule;
        $time = $this->start->time();
        if ($rule->freq->isWithinDay()) {
            return [0, 86_340];
        }
        $second = ($this->start->seconds - $this->start->date()->startOfDay()->seconds) % 60;
        $first = 3600 * ($rule->byHour[0] ?? $time->hour()) + 60 * ($rule->byMinute[0] ?? $time->minute());
        $last = 3600 * (array_reverse($rule->byHour)[0] ?? $time->hour()) + 60 * (array_reverse($rule->byMinute)[0] ?? $time->minute());

        return [$first + ($rule->bySecond[0] ?? $second), $last + (array_reverse($rule->bySecond)[0] ?? $second)];
    }

    /** On which weekday weeks begin, where that is another than usual and something hangs on it. */
    private function weekStart(): string
    {
        $rule = $this->rule;
        $matters = match ($rule->freq) {
            Frequency::Weekly => $rule->bySetPos !== [] ||
                ($rule->interval > 1 && $rule->byDay !== [] && $this->plainWeekdays() !== [$this->start->date()->weekday()->value]),
            Frequency::Yearly => $rule->byWeekNo !== [],
            default => false,
        };

        return $matters && $rule->weekStart !== Weekday::MO ? ', in weeks that begin on '.$rule->weekStart->english() : '';
    }

    /** @return list<int> */
    private function plainWeekdays(): array
    {
        $days = array_map(
            fn (WeekdayNum $day): int => $day->weekday->value,
            array_filter($this->rule->byDay, fn (WeekdayNum $day): bool => $day->nth === 0),
        );
        sort($days);

        return $days;
    }

    private function allPlain(): bool
    {
        return count($this->plainWeekdays()) === count($this->rule->byDay);
    }

    private function weekday(int $number): string
    {
        return Weekday::from($number)->english();
    }

    private static function ordinal(int $number): string
    {
        if ($number < 0) {
            return self::LAST[-$number] ?? self::ordinal(-$number).' from the end';
        }

        return $number.
            match (true) {
                $number % 100 >= 11 && $number % 100 <= 13 => 'th',
                $number % 10 === 1 => 'st',
                $number % 10 === 2 => 'nd',
                $number % 10 === 3 => 'rd',
                default => 'th',
            };
    }

    /** @param  array<int, string|int>  $items */
    private function joined(array $items, string $and = 'and'): string
    {
        $items = array_map(strval(...), array_values($items));
        $last = array_pop($items);

        return $items === [] ? (string) $last : implode(', ', $items)." {$and} {$last}";
    }
}
