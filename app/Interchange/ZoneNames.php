<?php

declare(strict_types=1);

namespace App\Interchange;

use DateTimeZone;
use InvalidArgumentException;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\TimeZoneUtil;

/**
 * The zone that a TZID means: a name of the IANA database, one of those that other systems use for it (the mapping of the Unicode
 * CLDR, which sabre/vobject brings), or one that only its VTIMEZONE tells.
 */
final class ZoneNames
{
    /** @var array<string, Zone|null> by TZID */
    private array $known = [];

    public function __construct(private readonly VCalendar $file, public readonly Zone $account)
    {
    }

    /** Null where nothing says which it is. */
    public function zone(string $tzid): ?Zone
    {
        return array_key_exists($tzid, $this->known)
            ? $this->known[$tzid]
            : ($this->known[$tzid] = $this->find(trim($tzid, '" ')));
    }

    private function find(string $tzid): ?Zone
    {
        // Some put the name of an authority before that of the zone.
        foreach ([$tzid, preg_replace('~^.*?([A-Za-z_]+/[A-Za-z_]+(?:/[A-Za-z_]+)?)$~', '$1', $tzid)] as $name) {
            try {
                return Zone::of((string) $name);
            } catch (InvalidTime) {
                continue;
            }
        }
        try {
            return Zone::of(TimeZoneUtil::getTimeZone($tzid, $this->file, true)->getName());
        } catch (InvalidArgumentException|InvalidTime) {
            return $this->byOffsets($tzid);
        }
    }

    /** The zone with the offsets its VTIMEZONE has now: the account's if it fits, else the first of the database that does. */
    private function byOffsets(string $tzid): ?Zone
    {
        $offsets = [];
        foreach (Properties::components($this->file, 'VTIMEZONE') as $zone) {
            if (Properties::text($zone, 'TZID') !== $tzid) {
                continue;
            }
            foreach (['STANDARD', 'DAYLIGHT'] as $kind) {
                foreach (Properties::components($zone, $kind) as $observance) {
                    $begins = Properties::text($observance, 'DTSTART');
                    $offset = Properties::text($observance, 'TZOFFSETTO');
                    if ($begins >= ($offsets[$kind][0] ?? '') && preg_match('/^([+-])(\d\d)(\d\d)/', $offset, $m) === 1) {
                        $east = (int) $m[2] * 3600 + (int) $m[3] * 60;
                        $offsets[$kind] = [$begins, $m[1] === '-' ? -$east : $east];
                    }
                }
            }
        }
        if (! isset($offsets['STANDARD'])) {
            return null;
        }
        $wanted = [$offsets['STANDARD'][1], $offsets['DAYLIGHT'][1] ?? $offsets['STANDARD'][1]];
        foreach ([$this->account->name, ...DateTimeZone::listIdentifiers()] as $name) {
            $zone = Zone::of($name);
            $winter = $zone->offsetAt(1_768_435_200); // 15 January 2026
            $summer = $zone->offsetAt(1_784_073_600); // 15 July 2026
            if (min($winter, $summer) === min($wanted) && max($winter, $summer) === max($wanted)) {
                return $zone;
            }
        }

        return null;
    }
}
