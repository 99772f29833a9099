<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use Generator;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;

/**
 * YEARLY and MONTHLY rules that count in another calendar (RFC 7529).
 *
 * @phpstan-import-type Month from OtherCalendar
 */
final readonly class OtherCalendarWalk implements Walk
{
    /** In every one of the calendars the year 9999 of this one is over by then. */
    private const LAST_YEAR = 14_000;

    private OtherCalendar $calendar;

    /** @var array{year: int, month: int, leap: bool, date: int} the start */
    private array $own;

    private DayTimes $times;

    public function __construct(private RecurrenceRule $rule, LocalDateTime $start, private Work $work = new Work())
    {
        $this->calendar = new OtherCalendar($rule->rscale);
        $this->own = $this->calendar->fields($start->dayNumber());
        $this->times = new DayTimes($rule, $start);
    }

    public function from(int $number): Generator
    {
        $steps = $number * $this->rule->interval;
        foreach ($this->rule->freq === Frequency::Yearly ? $this->years($steps) : $this->months($steps) as $first => $days) {
            $days = array_values(array_unique($days));
            sort($days);
            yield $first * 86400 => $this->times->on(array_map(fn (int $day): int => $day - $first, $days));
        }
    }

    public function before(int $second): int
    {
        // A year has twelve months or more; SKIP=FORWARD may carry a date into the next one.
        $years = max(0, $this->calendar->fields(Gregorian::dayOf($second))['year'] - $this->own['year'] - 1);

        return intdiv($this->rule->freq === Frequency::Yearly ? $years : 12 * $years, $this->rule->interval);
    }

    public function sizeOf(int $number): ?int
    {
        return null;
    }

    public function cycle(): int
    {
        return Gregorian::CYCLE_SECONDS * $this->rule->interval;
    }

    /** @return Generator<int, list<int>> by the first day of a year, what is chosen in it */
    private function years(int $steps): Generator
    {
        for ($year = $this->own['year'] + $steps; ; $year += $this->rule->interval) {
            if ($year > self::LAST_YEAR) {
                return;
            }
            $months = $this->monthsOf($year);
            $days = [];
            foreach ($this->wanted($months) as $month) {
                $days = [...$days, ...$this->ofMonth($month)];
            }
            yield $months[0]['first'] => $days;
        }
    }

    /** @return Generator<int, list<int>> by the first day of a month, what is chosen in it */
    private function months(int $steps): Generator
    {
        $year = $this->own['year'];
        $months = $this->monthsOf($year);
        foreach ($months as $index => $month) {
            $steps += $this->is($month, $this->own['month'], $this->own['leap']) ? $index : 0;
        }
        while (true) {
            while ($steps >= count($months)) {
                $steps -= count($months);
                if (++$year > self::LAST_YEAR) {
                    return;
                }
                $months = $this->monthsOf($year);
            }
            $month = $months[$steps];
            $isLimited = $this->rule->byMonth !== [] || $this->rule->byLeapMonth !== [];
            $isWanted =
                ! $isLimited || in_array($month['month'], $month['leap'] ? $this->rule->byLeapMonth : $this->rule->byMonth, true);
            yield $month['first'] => $isWanted ? $this->ofMonth($month) : [];
            $steps += $this->rule->interval;
        }
    }

    /** @return list<Month> */
    private function monthsOf(int $year): array
    {
        $this->work->spend($this->calendar->costOf($year));

        return $this->calendar->months($year);
    }

    /**
     * @param  list<Month>  $months  of a year
     * @return list<Month> those from which a yearly rule chooses
     */
    private function wanted(array $months): array
    {
        $rule = $this->rule;
        if ($rule->byMonth === [] && $rule->byLeapMonth === []) {
            return $rule->byMonthDay !== [] || $rule->byDay !== []
                ? $months
                : $this->monthOf($months, $this->own['month'], $this->own['leap']);
        }

        return array_merge(
            ...array_map(fn (int $number): array => $this->monthOf($months, $number, false), $rule->byMonth),
            ...array_map(fn (int $number): array => $this->monthOf($months, $number, true), $rule->byLeapMonth),
        );
    }

    /**
     * A month of a year; a leap month that the year does not have is left out, or is the one before or after it
     * (RFC 7529 4.1).
     *
     * @param  list<Month>  $months
     * @return list<Month> one, or none
     */
    private function monthOf(array $months, int $number, bool $leap): array
    {
        $found = array_filter($months, fn (array $month): bool => $this->is($month, $number, $leap));
        if ($found === [] && $leap && $this->rule->skip !== Skip::Omit) {
            return $this->monthOf($months, $this->rule->skip === Skip::Backward ? $number : $number + 1, false);
        }

        return array_values($found);
    }

    /** @param  Month  $month */
    private function is(array $month, int $number, bool $leap): bool
    {
        return $month['month'] === $number && $month['leap'] === $leap;
    }

    /**
     * @param  Month  $month
     * @return list<int> the days chosen in it
     */
    private function ofMonth(array $month): array
    {
        [$first, $length] = [$month['first'], $month['length']];
        $dates = match (true) {
            $this->rule->byMonthDay !== [] => $this->rule->byMonthDay,
            $this->rule->byDay !== [] => range(1, $length),
            default => [$this->own['date']],
        };
        $days = [];
        foreach ($dates as $date) {
            $date = DaySelection::dateIn($length, $date, $this->rule->skip);
            if ($date !== null && $this->isWeekday($first + $date - 1, $first, $length)) {
                $days[] = $first + $date - 1;
            }
        }

        return $days;
    }

    private function isWeekday(int $day, int $first, int $length): bool
    {
        $places = [0, intdiv($day - $first, 7) + 1, -intdiv($first + $length - 1 - $day, 7) - 1];
        foreach ($this->rule->byDay as $wanted) {
            if ($wanted->weekday->value === Weekday::numberOf($day) && in_array($wanted->nth, $places, true)) {
                return true;
            }
        }

        return $this->rule->byDay === [];
    }
}
