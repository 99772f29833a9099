<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

use Stringable;

/** When something is meant without a day: a week of ISO 8601 ("2026-W14") or a month ("2027-01"). */
final readonly class Around implements Stringable
{
    private function __construct(private string $text, public LocalDate $first, public LocalDate $last)
    {
    }

    public static function week(IsoWeek $week): self
    {
        return new self((string) $week, $week->monday(), $week->monday()->plusDays(6));
    }

    /** @throws InvalidTime */
    public static function month(int $year, int $month): self
    {
        $first = LocalDate::of($year, $month, 1);

        return new self(
            sprintf('%04d-%02d', $year, $month),
            $first,
            $first->plusDays(Gregorian::daysInMonth($year, $month) - 1),
        );
    }

    /** @throws InvalidTime */
    public static function parse(string $text): self
    {
        return preg_match('/^(\d{4})-(\d\d)$/D', $text, $found) === 1
            ? self::month((int) $found[1], (int) $found[2])
            : self::week(IsoWeek::parse($text));
    }

    /**
     * @param  string  $text  as parse has it, or "W14" alone for the next week of that number
     *
     * @throws InvalidTime
     */
    public static function read(string $text, LocalDate $today): self
    {
        return preg_match('/^W\d{1,2}$/D', $text) === 1 ? self::week(IsoWeek::read($text, $today)) : self::parse($text);
    }

    public function __toString(): string
    {
        return $this->text;
    }
}
