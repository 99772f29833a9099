<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Zone;
use Stringable;

/** When a reminder is due: so long before the start, or at a clock time on the day or some days before. */
final readonly class Trigger implements Stringable
{
    private const FURTHEST_DAYS = 366;

    /** @param  int  $before minutes before the start, or days before the day when a clock time is given */
    private function __construct(public int $before, public ?LocalTime $at)
    {
    }

    /** @throws InvalidTime */
    public static function beforeStart(int $minutes): self
    {
        if ($minutes < 0 || $minutes > self::FURTHEST_DAYS * 1440) {
            throw new InvalidTime('A reminder comes up to '.self::FURTHEST_DAYS.' days before.');
        }

        return new self($minutes, null);
    }

    /** @throws InvalidTime */
    public static function atTime(int $daysBefore, LocalTime $at): self
    {
        if ($daysBefore < 0 || $daysBefore > self::FURTHEST_DAYS) {
            throw new InvalidTime('A reminder comes up to '.self::FURTHEST_DAYS.' days before.');
        }

        return new self($daysBefore, $at);
    }

    /**
     * @param  string  $text as written by this class: "-PT15M" (RFC 5545 3.8.6.3, minutes) or "-P1D@18:00"
     *
     * @throws InvalidTime
     */
    public static function parse(string $text): self
    {
        if (preg_match('/^-PT(\d{1,7})M$/D', $text, $m) === 1) {
            return self::beforeStart((int) $m[1]);
        }
        if (preg_match('/^-P(\d{1,4})D@(\d\d:\d\d)$/D', $text, $m) === 1) {
            return self::atTime((int) $m[1], LocalTime::parse($m[2]));
        }
        throw new InvalidTime('A reminder is written like -PT15M or -P1D@18:00.');
    }

    /** The instant it falls on (Unix seconds) for an occurrence, as someone in a zone lives it. */
    public function moment(Placement $placement, Zone $viewer): int
    {
        if ($this->at === null) {
            return $placement->startsAt($viewer) - $this->before * 60;
        }
        $day = $placement->seenFrom($viewer)->from->date()->plusDays(-$this->before);

        return $viewer->instant(LocalDateTime::of($day, $this->at));
    }

    /** The furthest it can lie before the start of its occurrence, in seconds. */
    public function reach(): int
    {
        return $this->at === null ? $this->before * 60 : ($this->before + 1) * 86400;
    }

    public function __toString(): string
    {
        return $this->at === null ? "-PT{$this->before}M" : "-P{$this->before}D@{$this->at}";
    }
}
