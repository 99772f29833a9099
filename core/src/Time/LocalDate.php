<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

use Stringable;

/** A day on the wall calendar, without zone, in the years 1 to 9999. */
final readonly class LocalDate implements Stringable
{
    private function __construct(public int $year, public int $month, public int $day)
    {
    }

    /** @throws InvalidTime when there is no such day */
    public static function of(int $year, int $month, int $day): self
    {
        if (
            $year < Gregorian::FIRST_YEAR ||
            $year > Gregorian::LAST_YEAR ||
            $month < 1 ||
            $month > 12 ||
            $day < 1 ||
            $day > Gregorian::daysInMonth($year, $month)
        ) {
            throw new InvalidTime(sprintf('There is no day %04d-%02d-%02d.', $year, $month, $day));
        }

        return new self($year, $month, $day);
    }

    /**
     * @param  string  $text YYYY-MM-DD (ISO 8601 extended)
     *
     * @throws InvalidTime
     */
    public static function parse(string $text): self
    {
        if (preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $text, $m) !== 1) {
            throw new InvalidTime('A date is written like 2026-11-25.');
        }

        return self::of((int) $m[1], (int) $m[2], (int) $m[3]);
    }

    /** @param  int  $number days since 1970-01-01 */
    public static function fromDayNumber(int $number): self
    {
        return self::of(...Gregorian::fromDayNumber($number));
    }

    public function dayNumber(): int
    {
        return Gregorian::dayNumber($this->year, $this->month, $this->day);
    }

    public function weekday(): Weekday
    {
        return Weekday::ofDayNumber($this->dayNumber());
    }

    public function plusDays(int $days): self
    {
        return self::fromDayNumber($this->dayNumber() + $days);
    }

    /** The day on which the week holding this one begins. */
    public function startOfWeek(Weekday $first): self
    {
        return $this->plusDays(-(($this->weekday()->value - $first->value + 7) % 7));
    }

    public function at(int $hour, int $minute = 0, int $second = 0): LocalDateTime
    {
        return LocalDateTime::of($this, LocalTime::of($hour, $minute, $second));
    }

    public function startOfDay(): LocalDateTime
    {
        return LocalDateTime::fromSeconds($this->dayNumber() * 86400);
    }

    public function isBefore(self $other): bool
    {
        return $this->dayNumber() < $other->dayNumber();
    }

    public function __toString(): string
    {
        return sprintf('%04d-%02d-%02d', $this->year, $this->month, $this->day);
    }
}
