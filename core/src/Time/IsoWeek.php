<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/** A week of ISO 8601: it begins on Monday, and week 1 holds the year's first Thursday. */
final readonly class IsoWeek
{
    private function __construct(public int $year, public int $week)
    {
    }

    /** @throws InvalidTime when the year has no such week */
    public static function of(int $year, int $week): self
    {
        $one = new self($year, $week);
        if ($week < 1 || $week > 53 || ($week === 53 && ! self::containing($one->monday())->is($one))) {
            throw new InvalidTime("{$year} has no week {$week}.");
        }

        return $one;
    }

    /**
     * @param  string  $text  "2026-W14"
     *
     * @throws InvalidTime
     */
    public static function parse(string $text): self
    {
        if (preg_match('/^(\d{4})-W(\d{2})$/D', $text, $found) !== 1) {
            throw new InvalidTime("“{$text}” is no week; it is written like 2026-W14.");
        }

        return self::of((int) $found[1], (int) $found[2]);
    }

    /**
     * @param  string  $text  as parse has it, or "W14" alone for the next one of that number
     *
     * @throws InvalidTime
     */
    public static function read(string $text, LocalDate $today): self
    {
        return preg_match('/^W(\d{1,2})$/D', $text, $found) === 1 ? self::next((int) $found[1], $today) : self::parse($text);
    }

    public static function containing(LocalDate $day): self
    {
        $thursday = $day->plusDays(4 - $day->weekday()->value);

        return new self(
            $thursday->year,
            intdiv($thursday->dayNumber() - LocalDate::of($thursday->year, 1, 1)->dayNumber(), 7) + 1,
        );
    }

    /** The next week with a number, this one counting too. */
    public static function next(int $week, LocalDate $today): self
    {
        $now = self::containing($today);
        for ($year = $now->year; $year < $now->year + 8; $year++) {
            try {
                $one = self::of($year, $week);
            } catch (InvalidTime) {
                continue;
            }
            if ($year > $now->year || $week >= $now->week) {
                return $one;
            }
        }
        throw new InvalidTime("There is no week {$week}.");
    }

    public function monday(): LocalDate
    {
        $fourth = LocalDate::of($this->year, 1, 4);

        return $fourth->plusDays(1 - $fourth->weekday()->value + ($this->week - 1) * 7);
    }

    public function is(self $other): bool
    {
        return $this->year === $other->year && $this->week === $other->week;
    }

    public function __toString(): string
    {
        return sprintf('%04d-W%02d', $this->year, $this->week);
    }
}
