<?php

declare(strict_types=1);

namespace App\Interchange;

use Carbon\CarbonImmutable;
use DateTimeZone;
use InvalidArgumentException;
use PlumRota\Core\Interchange\Observance;
use PlumRota\Core\Interchange\ToldZone;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\TimeZoneUtil;

/**
 * The zone that a TZID means: a name of the IANA database, one of those that other systems use for it (the mapping of the Unicode
 * CLDR, which sabre/vobject brings), or one that only its VTIMEZONE tells.
 */
final class ZoneNames
{
    /** Rules are compared so many years ahead. */
    private const YEARS_ON = 40;

    /** Before it the database and what others tell of it differ too often to say anything. */
    private const EARLIEST = 1990;

    /** @var array<string, ToldZone|null> by TZID */
    private array $toldZones = [];

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
            return $this->byRules($tzid);
        }
    }

    /**
     * The zone whose rules are those of its VTIMEZONE: from the first time that is told by it on and forty years ahead, else for the
     * years ahead, else for the present one; the account's if it fits, else the first of the database that does.
     */
    private function byRules(string $tzid): ?Zone
    {
        $told = $this->told($tzid);
        if ($told === null) {
            return null;
        }
        $now = (int) CarbonImmutable::now()->year;
        foreach ([[min($now, $this->firstYear($tzid)), $now + self::YEARS_ON], [$now, $now + self::YEARS_ON], [$now, $now + 1]] as [$from, $to]) {
            foreach ([$this->account->name, ...DateTimeZone::listIdentifiers()] as $name) {
                if ($told->isAs(Zone::of($name), $from, $to)) {
                    return Zone::of($name);
                }
            }
        }

        return null;
    }

    /** The zone as its VTIMEZONE tells it; null where there is none, or none that can be read. */
    public function told(string $tzid): ?ToldZone
    {
        return array_key_exists($tzid, $this->toldZones)
            ? $this->toldZones[$tzid]
            : ($this->toldZones[$tzid] = $this->readTold(trim($tzid, '" ')));
    }

    private function readTold(string $tzid): ?ToldZone
    {
        $observances = [];
        foreach (Properties::components($this->file, 'VTIMEZONE') as $zone) {
            foreach (Properties::text($zone, 'TZID') === $tzid ? ['STANDARD', 'DAYLIGHT'] : [] as $kind) {
                foreach (Properties::components($zone, $kind) as $one) {
                    $observance = self::observance($one, $kind === 'DAYLIGHT');
                    if ($observance !== null) {
                        $observances[] = $observance;
                    }
                }
            }
        }
        try {
            return $observances === [] ? null : ToldZone::of($observances, (int) CarbonImmutable::now()->year + self::YEARS_ON);
        } catch (InvalidRule|InvalidTime) {
            return null;
        }
    }

    private static function observance(Component $one, bool $isDaylight): ?Observance
    {
        $from = self::offset(Properties::text($one, 'TZOFFSETFROM'));
        $to = self::offset(Properties::text($one, 'TZOFFSETTO'));
        $onsets = [];
        foreach (['DTSTART', 'RDATE'] as $name) {
            foreach (Properties::all($one, $name) as $property) {
                foreach (explode(',', Properties::raw($property)) as $text) {
                    if (preg_match('/^(\d{4})(\d\d)(\d\d)(?:T(\d\d)(\d\d)(\d\d))?/', $text, $m) === 1) {
                        $onsets[] = LocalDateTime::parse("{$m[1]}-{$m[2]}-{$m[3]}T".($m[4] ?? '00').':'.($m[5] ?? '00'));
                    }
                }
            }
        }
        $rule = Properties::text($one, 'RRULE');

        return $from === null || $to === null || $onsets === []
            ? null
            : new Observance($from, $to, '', $isDaylight, $onsets, $rule === '' ? null : $rule);
    }

    /** Seconds east of UTC. */
    private static function offset(string $text): ?int
    {
        return preg_match('/^([+-])(\d\d):?(\d\d)(?::?(\d\d))?$/D', $text, $m) !== 1
            ? null
            : ((int) $m[2] * 3600 + (int) $m[3] * 60 + (int) ($m[4] ?? 0)) * ($m[1] === '-' ? -1 : 1);
    }

    /** Of the earliest time of the file that is told by that zone. */
    private function firstYear(string $tzid): int
    {
        $first = 9999;
        foreach ($this->file->getComponents() as $component) {
            if (! $component instanceof Component || $component->name === 'VTIMEZONE') {
                continue;
            }
            foreach (['DTSTART', 'DTEND', 'DUE'] as $name) {
                foreach (Properties::all($component, $name) as $property) {
                    if (trim(Properties::parameter($property, 'TZID') ?? '', '" ') === $tzid) {
                        $first = min($first, max(self::EARLIEST, (int) substr(Properties::raw($property), 0, 4)));
                    }
                }
            }
        }

        return $first;
    }
}
