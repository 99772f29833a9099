<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

use Stringable;

/** A time zone of the IANA database: from wall time to instants (Unix seconds) and back. */
final readonly class Zone implements Stringable
{
    /** No two zones are further apart than this: from UTC-12 to UTC+14. */
    public const FURTHEST_SECONDS = 26 * 3600;

    /** The same in whole days. */
    public const FURTHEST_DAYS = 2;

    private function __construct(public string $name, private OffsetTable $offsets)
    {
    }

    /** @throws InvalidTime when the database has no such zone */
    public static function of(string $name): self
    {
        /** @var array<string, self> $known */
        static $known = [];
        if (isset($known[$name])) {
            return $known[$name];
        }
        if (! in_array($name, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)) {
            throw new InvalidTime('There is no time zone called “'.mb_substr(mb_scrub($name), 0, 60).'”.');
        }

        return $known[$name] = new self($name, new OffsetTable(new \DateTimeZone($name)));
    }

    /**
     * The instant at which this zone's walls show a time. One that a clock change leaves out is read with the offset
     * in force before the change, one that comes twice is the first (RFC 5545 3.3.5).
     */
    public function instant(LocalDateTime $wall): int
    {
        $before = $this->offsets->at($wall->seconds - 86400);
        $after = $this->offsets->at($wall->seconds + 86400);
        if (
            $before !== $after &&
            $this->offsets->at($wall->seconds - $before) !== $before &&
            $this->offsets->at($wall->seconds - $after) === $after
        ) {
            return $wall->seconds - $after;
        }

        return $wall->seconds - $before;
    }

    /** Whether no clock is changed near a stretch of wall time, which then is as long as it reads. */
    public function isSteady(LocalDateTime $from, LocalDateTime $to): bool
    {
        $day = intdiv($from->seconds, 86400);
        $last = intdiv($to->seconds, 86400);

        return $last <= $day + 1
            ? $this->offsets->isSteadyAround($day)
            : $this->offsets->isSteady(($day - 2) * 86400, ($last + 2) * 86400);
    }

    /** What this zone's walls show at an instant. */
    public function wall(int $instant): LocalDateTime
    {
        return LocalDateTime::fromSeconds($instant + $this->offsets->at($instant));
    }

    /**
     * No later wall time than this stands for an instant up to this one: what the walls show, or would without a clock change
     * near.
     */
    public function noWallAfter(int $instant): LocalDateTime
    {
        $east = max($this->offsets->at($instant - 86400), $this->offsets->at($instant), $this->offsets->at($instant + 86400));

        return LocalDateTime::fromSeconds($instant + $east);
    }

    /** Seconds east of UTC at an instant. */
    public function offsetAt(int $instant): int
    {
        return $this->offsets->at($instant);
    }

    public function __toString(): string
    {
        return $this->name;
    }
}
