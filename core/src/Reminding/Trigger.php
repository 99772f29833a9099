<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Zone;
use Stringable;

/**
 * When a reminder falls: so long before the start, the end, the due time or the time to leave, or at a clock time on
 * the day or some days before.
 */
final readonly class Trigger implements Stringable
{
    private const FURTHEST_DAYS = 366;

    /** @param  int  $before minutes before the anchor, or days before its day when a clock time is given */
    private function __construct(public int $before, public ?LocalTime $at, public Anchor $anchor)
    {
    }

    /** @throws InvalidTime */
    public static function beforeStart(int $minutes): self
    {
        return self::before($minutes, Anchor::Start);
    }

    /** @throws InvalidTime */
    public static function before(int $minutes, Anchor $anchor): self
    {
        if ($minutes < 0 || $minutes > self::FURTHEST_DAYS * 1440) {
            throw new InvalidTime('A reminder comes up to '.self::FURTHEST_DAYS.' days before.');
        }

        return new self($minutes, null, $anchor);
    }

    /** @throws InvalidTime */
    public static function atTime(int $daysBefore, LocalTime $at, Anchor $anchor = Anchor::Start): self
    {
        if ($daysBefore < 0 || $daysBefore > self::FURTHEST_DAYS) {
            throw new InvalidTime('A reminder comes up to '.self::FURTHEST_DAYS.' days before.');
        }

        return new self($daysBefore, $at, $anchor);
    }

    /**
     * @param  string  $text as written by this class: "-PT15M" (RFC 5545 3.8.6.3, minutes) or "-P1D@18:00", with "@end",
     *                       "@due" or "@leave" after it where it is not reckoned from the start
     *
     * @throws InvalidTime
     */
    public static function parse(string $text): self
    {
        if (
            preg_match(
                '/^-P(?:T(?<m>\d{1,7})M|(?<d>\d{1,4})D@(?<t>\d\d:\d\d))(?:@(?<a>end|due|leave))?$/D',
                $text,
                $found,
                PREG_UNMATCHED_AS_NULL,
            ) !== 1
        ) {
            throw new InvalidTime('A reminder is written like -PT15M or -P1D@18:00.');
        }
        $anchor = Anchor::from($found['a'] ?? 'start');

        return isset($found['d'], $found['t'])
            ? self::atTime((int) $found['d'], LocalTime::parse($found['t']), $anchor)
            : self::before((int) ($found['m'] ?? 0), $anchor);
    }

    /**
     * The instant it falls on (Unix seconds) for an occurrence, as someone in a zone lives it.
     *
     * What is reckoned in minutes needs hours to reckon from: an all-day occurrence has none, so it gives none.
     *
     * @param  string|null  $due  of this occurrence
     * @param  int  $travel  minutes before its start
     * @return int|null null where there is nothing to reckon from: no due time, no hours
     */
    public function moment(Placement $placement, Zone $viewer, ?string $due = null, int $travel = 0): ?int
    {
        if ($this->anchor === Anchor::Due) {
            return $due === null ? null : $this->momentOfDue($due, $viewer);
        }
        if ($this->at !== null) {
            $seen = $placement->seenFrom($viewer);
            $day = match ($this->anchor) {
                // The last day of what lasts for days, the day on which something with hours ends.
                Anchor::End => $placement->allDay ? $seen->to->date()->plusDays(-1) : $seen->to->date(),
                default => $seen->from->date(),
            };

            return $viewer->instant(LocalDateTime::of($day->plusDays(-$this->before), $this->at));
        }
        if ($placement->allDay) {
            return null;
        }
        $from = match ($this->anchor) {
            Anchor::Leave => $placement->startsAt($viewer) - $travel * 60,
            Anchor::End => ($placement->zone ?? $viewer)->instant($placement->end()),
            default => $placement->startsAt($viewer),
        };

        return $from - $this->before * 60;
    }

    /**
     * The instant it falls on (Unix seconds) before a due time, wherever the work is placed.
     *
     * @param  string  $due  a date, or a date and time
     * @return int|null null when it is reckoned from something else
     */
    public function momentOfDue(string $due, Zone $viewer): ?int
    {
        if ($this->anchor !== Anchor::Due) {
            return null;
        }
        $parsed = Due::parse($due);

        return $this->at === null
            ? $parsed->instant($viewer) - $this->before * 60
            : $viewer->instant(LocalDateTime::of($parsed->day()->plusDays(-$this->before), $this->at));
    }

    /** Whether an all-day occurrence can be reminded of by it. */
    public function fitsAllDay(): bool
    {
        return $this->at !== null || $this->anchor === Anchor::Due;
    }

    /** The furthest it can lie before what it is reckoned from, in seconds. */
    public function reach(): int
    {
        return $this->at === null ? $this->before * 60 : ($this->before + 1) * 86400;
    }

    public function __toString(): string
    {
        return ($this->at === null ? "-PT{$this->before}M" : "-P{$this->before}D@{$this->at}").
            ($this->anchor === Anchor::Start ? '' : "@{$this->anchor->value}");
    }
}
