<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** When a reminder that was put off comes back (a snoozing VALARM of RFC 9074 6). */
final readonly class Snooze
{
    private const EVENING = 18;

    private const MORNING = 8;

    /** Until this hour the night belongs to the day before: the morning is the one that comes. */
    private const NIGHT = 5;

    /** @param  int  $now  Unix seconds */
    public function __construct(private Zone $zone, private int $now)
    {
    }

    /**
     * @param  string  $choice  ten, hour, evening, morning, or a date and time on the walls of the zone
     * @return int Unix seconds
     *
     * @throws InvalidTime when it is none of these, or has passed
     */
    public function moment(string $choice): int
    {
        $today = $this->zone->wall($this->now)->date();
        $at = match ($choice) {
            'ten' => $this->now + 600,
            'hour' => $this->now + 3600,
            'evening' => $this->zone->instant(
                self::after($this->zone->wall($this->now), $today->at(self::EVENING), $today->plusDays(1)->at(self::EVENING)),
            ),
            'morning' => $this->zone->instant(
                $today->plusDays($this->zone->wall($this->now)->time()->hour() < self::NIGHT ? 0 : 1)->at(self::MORNING),
            ),
            default => $this->zone->instant(LocalDateTime::parse($choice)),
        };
        if ($at <= $this->now) {
            throw new InvalidTime('That moment has passed already.');
        }

        return $at;
    }

    /** The first of two that lies after a moment; once it is evening the next one is meant. */
    private static function after(LocalDateTime $now, LocalDateTime $first, LocalDateTime $second): LocalDateTime
    {
        return $first->seconds > $now->seconds ? $first : $second;
    }
}
