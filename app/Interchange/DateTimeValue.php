<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Property;

/** One moment as a property of iCalendar writes it: a date, a time of a zone, a time of no zone (RFC 5545 3.3.4, 3.3.5). */
final readonly class DateTimeValue
{
    private function __construct(public LocalDateTime $wall, public bool $isDate, public ?Zone $zone)
    {
    }

    /**
     * All moments of a property that may have several.
     *
     * @param  list<string>  $repairs
     * @return list<self>
     *
     * @throws InvalidTime
     */
    public static function all(Property $property, ZoneNames $zones, array &$repairs): array
    {
        $moments = [];
        foreach (explode(',', Properties::raw($property)) as $text) {
            if (trim($text) !== '') {
                $moments[] = self::read(explode('/', trim($text))[0], $property, $zones, $repairs);
            }
        }

        return $moments;
    }

    /**
     * @param  list<string>  $repairs
     *
     * @throws InvalidTime
     */
    public static function of(Property $property, ZoneNames $zones, array &$repairs): self
    {
        return self::read(trim(Properties::raw($property)), $property, $zones, $repairs);
    }

    /** The same on the walls of a zone; what has none of its own stays as it is. */
    public function on(?Zone $zone): LocalDateTime
    {
        return $zone === null || $this->zone === null || $this->isDate || $zone === $this->zone
            ? $this->wall
            : $zone->wall($this->zone->instant($this->wall));
    }

    /** A date, or a date and time on the walls of a zone. */
    public function text(?Zone $zone): string
    {
        return $this->isDate ? (string) $this->wall->date() : (string) $this->on($zone);
    }

    /** @param  list<string>  $repairs */
    private static function read(string $text, Property $property, ZoneNames $zones, array &$repairs): self
    {
        if (
            preg_match(
                '/^(\d{4})-?(\d\d)-?(\d\d)(?:[T ](\d\d):?(\d\d):?(\d\d)?(?:\.\d+)?(Z|[+-]\d\d:?\d\d)?)?$/iD',
                $text,
                $m,
                PREG_UNMATCHED_AS_NULL,
            ) !== 1
        ) {
            throw new InvalidTime('“'.mb_substr(mb_scrub($text), 0, 40).'” is no moment.');
        }
        $date = LocalDate::of((int) $m[1], (int) $m[2], (int) $m[3]);
        if (! isset($m[4])) {
            return new self($date->startOfDay(), true, null);
        }
        if (strtoupper(Properties::parameter($property, 'VALUE') ?? '') === 'DATE') {
            $repairs[] = 'A date was written with a time; the date was taken.';

            return new self($date->startOfDay(), true, null);
        }
        $at = LocalDateTime::of($date, LocalTime::of(min(23, (int) $m[4]), (int) $m[5], min(59, (int) ($m[6] ?? 0))));
        $offset = strtoupper($m[7] ?? '');
        if ($offset === 'Z') {
            return new self($at, false, Zone::of('UTC'));
        }
        if ($offset !== '') {
            $east = ((int) substr($offset, 1, 2) * 60 + (int) substr($offset, -2)) * ($offset[0] === '-' ? -60 : 60);

            return new self($at->plusSeconds(-$east), false, Zone::of('UTC'));
        }
        $tzid = Properties::parameter($property, 'TZID');
        if ($tzid === null) {
            return new self($at, false, null);
        }
        $zone = $zones->zone($tzid);
        $told = $zone === null ? $zones->told($tzid) : null;
        if ($told !== null) {
            $repairs[] = 'The zone “'.mb_substr($tzid, 0, 60)."” has rules of its own; the time was taken as it tells it, and goes on in {$zones->account->name}.";

            return new self($zones->account->wall($told->instant($at)), false, $zones->account);
        }
        if ($zone === null) {
            $repairs[] = 'No zone is called “'.mb_substr($tzid, 0, 60).'”; its hours were taken for those of this account.';
        } elseif ($zone->name !== $tzid) {
            $repairs[] = 'The zone “'.mb_substr($tzid, 0, 60)."” was taken for {$zone->name}.";
        }

        return new self($at, false, $zone ?? $zones->account);
    }
}
