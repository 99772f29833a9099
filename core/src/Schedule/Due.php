<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** The deadline of a task: a day, or a day and time. Where the work is placed is another thing. */
final readonly class Due
{
    private function __construct(private LocalDate $day, private ?LocalDateTime $at)
    {
    }

    /**
     * @param  string  $text  "2026-11-27" or "2026-11-27T18:00:00"
     *
     * @throws InvalidTime
     */
    public static function parse(string $text): self
    {
        if (! str_contains($text, 'T')) {
            return new self(LocalDate::parse($text), null);
        }
        $at = LocalDateTime::parse($text);

        return new self($at->date(), $at);
    }

    /**
     * The text of a due date so many days later, at the same time: that of a routine goes along with its occurrences, and with
     * its start.
     *
     * @throws InvalidTime where it would lie in years that there are not
     */
    public static function shifted(string $text, int $days): string
    {
        return $days === 0 ? $text : LocalDate::parse(substr($text, 0, 10))->plusDays($days).substr($text, 10);
    }

    public function day(): LocalDate
    {
        return $this->day;
    }

    /**
     * A day lasts until its end. A time that a clock change leaves out is read with the offset before it (RFC 5545
     * 3.3.5), so 02:30 in a gap of an hour falls at what the clocks call 03:30.
     *
     * @param  int  $now  Unix seconds
     */
    public function isLate(Zone $zone, int $now): bool
    {
        return $now >= $this->instant($zone);
    }

    /** Unix seconds from which on it is late. */
    public function instant(Zone $zone): int
    {
        return $zone->instant($this->at ?? $this->day->plusDays(1)->startOfDay());
    }

    /** Whether work that ends then would come too late. */
    public function isMissedBy(LocalDateTime $end): bool
    {
        return $end->seconds > ($this->at ?? $this->day->plusDays(1)->startOfDay())->seconds;
    }
}
