<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Zone;
use Stringable;

/** The last moment a rule may reach, itself included: a date, a wall time, or a moment of UTC (RFC 5545 3.3.10). */
final readonly class Until implements Stringable
{
    private function __construct(public LocalDateTime $wall, public bool $dateOnly, public bool $utc)
    {
    }

    public static function date(LocalDate $last): self
    {
        return new self($last->startOfDay(), true, false);
    }

    public static function wall(LocalDateTime $last): self
    {
        return new self($last, false, false);
    }

    /** @param  int  $instant Unix seconds */
    public static function instant(int $instant): self
    {
        return new self(LocalDateTime::fromSeconds($instant), false, true);
    }

    /**
     * @param  string  $text YYYYMMDD, YYYYMMDDTHHMMSS or YYYYMMDDTHHMMSSZ
     *
     * @throws InvalidRule
     */
    public static function parse(string $text): self
    {
        if (preg_match('/^(\d{4})(\d\d)(\d\d)(?:T(\d\d)(\d\d)(\d\d)(Z?))?$/D', $text, $m) !== 1) {
            throw new InvalidRule('UNTIL: a date is written like 20261125, a moment like 20261125T071500Z.');
        }
        try {
            $date = LocalDate::of((int) $m[1], (int) $m[2], (int) $m[3]);
            if (! isset($m[4])) {
                return self::date($date);
            }
            $time = LocalTime::of((int) $m[4], (int) ($m[5] ?? 0), min(59, (int) ($m[6] ?? 0)));
        } catch (InvalidTime $e) {
            throw new InvalidRule('UNTIL: '.$e->getMessage());
        }

        return new self(LocalDateTime::of($date, $time), false, ($m[7] ?? '') === 'Z');
    }

    /**
     * No later wall second is allowed, in a zone's own time (or as written, for entries without zone). Near a clock change
     * an earlier one may not be either: allows() decides.
     */
    public function lastSecond(?Zone $zone): int
    {
        return match (true) {
            $this->dateOnly => $this->wall->seconds + 86399,
            $this->isInstant($zone) => $zone->noWallAfter($this->wall->seconds)->seconds,
            default => $this->wall->seconds,
        };
    }

    /**
     * Whether an instance comes no later: as an instant, where it is one. On the day of a clock change the later wall time
     * may be the earlier instant (RFC 5545 3.3.10 and 3.3.5).
     *
     * @param  int  $second  wall time
     */
    public function allows(int $second, ?Zone $zone): bool
    {
        return $this->isInstant($zone)
            ? $zone->instant(LocalDateTime::fromSeconds($second)) <= $this->wall->seconds
            : $second <= $this->lastSecond($zone);
    }

    /** @phpstan-assert-if-true Zone $zone */
    private function isInstant(?Zone $zone): bool
    {
        return $this->utc && $zone !== null;
    }

    public function __toString(): string
    {
        $text = str_replace(['-', ':'], '', (string) $this->wall);

        return $this->dateOnly ? substr($text, 0, 8) : $text.($this->utc ? 'Z' : '');
    }
}
