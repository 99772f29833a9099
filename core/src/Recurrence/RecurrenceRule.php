<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Weekday;
use Stringable;

/**
 * One RRULE of RFC 5545 3.3.10, with RSCALE and SKIP of RFC 7529. Created valid or not at all; read
 * from text by RuleParser, written back by RuleWriter.
 */
final readonly class RecurrenceRule implements Stringable
{
    /**
     * @param  list<int>  $bySecond  0 to 60
     * @param  list<int>  $byMinute  0 to 59
     * @param  list<int>  $byHour  0 to 23
     * @param  list<WeekdayNum>  $byDay
     * @param  list<int>  $byMonthDay  1 to 31, or back from -1
     * @param  list<int>  $byYearDay  1 to 366, or back from -1
     * @param  list<int>  $byWeekNo  1 to 53, or back from -1
     * @param  list<int>  $byMonth  1 to 12
     * @param  list<int>  $bySetPos  1 to 366, or back from -1
     * @param  string  $rscale  the calendar it counts in (RFC 7529)
     * @param  list<int>  $byLeapMonth  the leap months of BYMONTH, such as 5L
     *
     * @throws InvalidRule
     */
    public function __construct(
        public Frequency $freq,
        public int $interval = 1,
        public ?int $count = null,
        public ?Until $until = null,
        public array $bySecond = [],
        public array $byMinute = [],
        public array $byHour = [],
        public array $byDay = [],
        public array $byMonthDay = [],
        public array $byYearDay = [],
        public array $byWeekNo = [],
        public array $byMonth = [],
        public array $bySetPos = [],
        public Weekday $weekStart = Weekday::MO,
        public Skip $skip = Skip::Omit,
        public string $rscale = 'GREGORIAN',
        public array $byLeapMonth = [],
    ) {
        RuleLimits::check($this);
    }

    /** The same rhythm with another end. */
    public function ending(?int $count, ?Until $until): self
    {
        return $this->with(['count' => $count, 'until' => $until]);
    }

    /** @param  list<WeekdayNum>  $byDay */
    public function onWeekdays(array $byDay, ?Weekday $weekStart = null): self
    {
        return $this->with(['byDay' => $byDay, 'weekStart' => $weekStart ?? $this->weekStart]);
    }

    /** @param  list<int>  $byMonthDay */
    public function onMonthDays(array $byMonthDay): self
    {
        return $this->with(['byMonthDay' => $byMonthDay]);
    }

    /** @param  list<int>  $byHour */
    public function atHours(array $byHour): self
    {
        return $this->with(['byHour' => $byHour]);
    }

    /** @param  list<int>  $byMonth */
    public function inMonths(array $byMonth): self
    {
        return $this->with(['byMonth' => $byMonth]);
    }

    /** The same rule where a date that a month lacks stands on the last day of that month (RFC 7529 4.1, SKIP=BACKWARD). */
    public function onLastDayOfShorterMonths(): self
    {
        return $this->skip === Skip::Omit && in_array($this->freq, [Frequency::Monthly, Frequency::Yearly], true)
            ? $this->with(['skip' => Skip::Backward])
            : $this;
    }

    /** The same rule with none of its periods passed over. */
    public function everyTime(): self
    {
        return $this->with(['interval' => 1]);
    }

    /** The same choice of days, made within the year instead of the month. */
    public function inYear(): self
    {
        return $this->with(['freq' => Frequency::Yearly]);
    }

    /** A DAILY rule with limits, saying the same as MONTHLY. */
    public function byDaysOfMonths(): self
    {
        $dates = $this->byMonthDay === [] && $this->byDay === [] ? range(1, 31) : $this->byMonthDay;

        return $this->with(['freq' => Frequency::Monthly, 'byMonthDay' => $dates]);
    }

    /** Whether the rule itself names hours, minutes or seconds. */
    public function namesTimes(): bool
    {
        return $this->byHour !== [] || $this->byMinute !== [] || $this->bySecond !== [] || $this->freq->isWithinDay();
    }

    /** Whether it comes more than once on a day. */
    public function isSeveralADay(): bool
    {
        return $this->freq->isWithinDay() || max(count($this->byHour), count($this->byMinute), count($this->bySecond)) > 1;
    }

    public function __toString(): string
    {
        return RuleWriter::write($this);
    }

    /** @param  array<string, mixed>  $changes */
    private function with(array $changes): self
    {
        /** @phpstan-ignore argument.type (the names and types are this class's own properties) */
        return new self(...[...get_object_vars($this), ...$changes]);
    }
}
