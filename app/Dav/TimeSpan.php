<?php

declare(strict_types=1);

namespace App\Dav;

use DateTimeImmutable;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/** A stretch between two moments of UTC, either of them open (RFC 4791 9.9). */
final readonly class TimeSpan
{
    /**
     * @param  int|null  $from  Unix seconds
     * @param  int|null  $to  Unix seconds; not in it itself
     */
    private function __construct(public ?int $from, public ?int $to)
    {
    }

    /** @throws DavFault */
    public static function of(Node $node): self
    {
        $from = self::moment($node->attributes['start'] ?? null);
        $to = self::moment($node->attributes['end'] ?? null);
        if (($from === null && $to === null) || ($from !== null && $to !== null && $to <= $from)) {
            throw self::wrong();
        }

        return new self($from, $to);
    }

    /** On the walls of a zone; an end that is open lies so many days beyond the other. */
    public function on(Zone $zone, int $days): TimeRange
    {
        $from = $this->from === null ? null : $zone->wall($this->from);
        $to = $this->to === null ? null : $zone->wall($this->to);
        $from ??= $to?->plusSeconds(-86400 * $days) ?? LocalDateTime::fromSeconds(0);
        $to ??= $from->plusSeconds(86400 * $days);

        // Where clocks go back, an hour of the walls is there twice.
        return TimeRange::of($from, $to->seconds > $from->seconds ? $to : $from->plusSeconds(1));
    }

    /** The same by so many seconds earlier. */
    public function earlier(int $seconds): self
    {
        return new self($this->from === null ? null : $this->from - $seconds, $this->to === null ? null : $this->to - $seconds);
    }

    public function first(): DateTimeImmutable
    {
        return new DateTimeImmutable('@'.($this->from ?? -62_135_596_800)); // year 1
    }

    public function last(): DateTimeImmutable
    {
        return new DateTimeImmutable('@'.($this->to ?? 253_402_300_799)); // year 9999
    }

    private static function moment(?string $text): ?int
    {
        if ($text === null) {
            return null;
        }
        $found =
            preg_match('/^\d{8}T\d{6}Z$/D', $text) === 1
                ? DateTimeImmutable::createFromFormat('Ymd\THis\Z e', "{$text} UTC")
                : false;

        return $found === false ? throw self::wrong() : $found->getTimestamp();
    }

    private static function wrong(): DavFault
    {
        return new DavFault(
            400,
            'A stretch has a beginning or an end by UTC, YYYYMMDDTHHMMSSZ, and ends after it begins.',
            Node::CALDAV.'valid-filter',
        );
    }
}
