<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Models\Entry;
use Carbon\CarbonImmutable;
use Closure;
use PlumRota\Core\Interchange\Observance;
use PlumRota\Core\Interchange\ZoneObservances;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Property;

/**
 * A file of iCalendar (RFC 5545, RFC 7986), piece by piece, so that one of many entries is never held as a whole.
 */
final class CalendarWriter
{
    private const PRODUCT = '-//Plum Rota//Plum Rota//EN';

    /** @var array<string, string> zones that were written, by name and first year */
    private array $zones = [];

    public function __construct(private readonly EntryWriter $out, private readonly CarbonImmutable $now)
    {
    }

    /**
     * One entry as a whole file, as CalDAV has it (RFC 4791 4.1): it says nothing of the calendar it lies in.
     *
     * @param  bool  $withZones  whether its zones are told, or known by their names (RFC 7809)
     */
    public function object(Entry $entry, bool $withZones = true): string
    {
        $into = new VCalendar([], false);

        return $this->file($this->out->components($into, $entry, $entry->overrides), $withZones);
    }

    /**
     * The occurrences of an entry that touch a stretch of the viewer's time, each by itself and by UTC (RFC 4791 9.6.5).
     */
    public function expanded(Entry $entry, TimeRange $window): string
    {
        return $this->file($this->out->instances(new VCalendar([], false), $entry, $entry->overrides, $window), false);
    }

    /** @param  list<Component>  $components */
    private function file(array $components, bool $withZones): string
    {
        [$begin, $end] = self::head([]);
        $zones = [];
        foreach ($components as $component) {
            $begin .= $component->serialize();
            foreach ($withZones ? self::zonesOf($component) : [] as $zone => $year) {
                $zones[$zone] = min($zones[$zone] ?? 9999, $year);
            }
        }
        foreach ($zones as $zone => $year) {
            $begin .= $this->zoneText($zone, $year);
        }

        return $begin.$end;
    }

    /**
     * @param  array<string, string>  $more  properties of the calendar
     * @return array{string, string} what comes before and after its components
     */
    private static function head(array $more): array
    {
        $head = new VCalendar(['VERSION' => '2.0', 'PRODID' => self::PRODUCT, 'CALSCALE' => 'GREGORIAN', ...$more], false);
        [$begin, $end] = [...explode('END:VCALENDAR', $head->serialize(), 2), ''];

        return [$begin, 'END:VCALENDAR'.$end];
    }

    private function zoneText(string $zone, int $year): string
    {
        $from = max(1970, $year - 1); // its years begin by the clocks of UTC

        return $this->zones["{$zone} {$from}"] ??= $this->zone($zone, $from)->serialize();
    }

    /**
     * @param  string  $name  of the calendar, the area, the stretch
     * @param  string|null  $colour  of ours
     * @param  iterable<Entry>  $entries  with their calendars and overrides
     * @param  string|null  $refresh  a duration after which it is worth asking again; for what is followed
     * @param  (Closure(VCalendar, Entry, non-empty-list<Component>): list<Component>)|null  $told  what is told of an entry, where
     *   not all is
     * @return iterable<string>
     */
    public function pieces(
        string $name,
        ?string $colour,
        iterable $entries,
        ?string $refresh = null,
        ?Closure $told = null,
    ): iterable {
        $head = new VCalendar(
            ['VERSION' => '2.0', 'PRODID' => self::PRODUCT, 'CALSCALE' => 'GREGORIAN', 'NAME' => $name],
            false,
        );
        $head->add('X-WR-CALNAME', $name); // what NAME was called before it was a standard
        if ($colour !== null) {
            $head->add('COLOR', Names::COLOURS[$colour] ?? $colour);
        }
        if ($refresh !== null) {
            $head->add('REFRESH-INTERVAL', $refresh, ['VALUE' => 'DURATION']);
        }
        [$begin, $end] = [...explode('END:VCALENDAR', $head->serialize(), 2), ''];
        yield $begin;
        $zones = [];
        foreach ($entries as $entry) {
            $into = new VCalendar([], false);
            // One that cannot be written keeps no other out of the file.
            $components = rescue(fn (): array => $this->out->components($into, $entry, $entry->overrides), []);
            if ($components === []) {
                continue;
            }
            foreach ($told === null ? $components : $told($into, $entry, $components) as $component) {
                foreach (self::zonesOf($component) as $zone => $year) {
                    $zones[$zone] = min($zones[$zone] ?? 9999, $year);
                }
                yield $component->serialize();
            }
        }
        foreach ($zones as $zone => $year) {
            yield $this->zoneText($zone, $year);
        }
        yield 'END:VCALENDAR'.$end;
    }

    /** @return array<string, int> the zones of a component, each with the year of its first time */
    private static function zonesOf(Component $component): array
    {
        $zones = [];
        foreach (['DTSTART', 'DTEND', 'DUE', 'RDATE', 'EXDATE', 'RECURRENCE-ID'] as $name) {
            foreach (Properties::all($component, $name) as $property) {
                $zone = Properties::parameter($property, 'TZID');
                if ($zone !== null) {
                    $zones[$zone] = min($zones[$zone] ?? 9999, (int) substr(Properties::raw($property), 0, 4));
                }
            }
        }

        return $zones;
    }

    /** The times of a zone from a year on (RFC 5545 3.6.5). */
    public function zone(string $name, int $from): Component
    {
        $into = new VCalendar([], false);
        $zone = $into->createComponent('VTIMEZONE', ['TZID' => $name], false);
        foreach (ZoneObservances::of(Zone::of($name), $from, $this->now->year) as $one) {
            $zone->add(self::observance($into, $one));
        }

        return $zone;
    }

    private static function observance(VCalendar $into, Observance $one): Component
    {
        $written = fn (LocalDateTime $wall): string => str_replace(['-', ':'], '', (string) $wall);
        $of = $into->createComponent($one->isDaylight ? 'DAYLIGHT' : 'STANDARD', [], false);
        $of->add('TZOFFSETFROM', self::offset($one->from));
        $of->add('TZOFFSETTO', self::offset($one->to));
        $of->add('TZNAME', $one->name);
        // One date a line, and the first once more where there are several: ical.js takes the first of a list alone, and leaves out
        // DTSTART where there is an RDATE.
        foreach (['DTSTART' => [$one->onsets[0]], 'RDATE' => count($one->onsets) > 1 ? $one->onsets : []] as $property => $walls) {
            foreach ($walls as $wall) {
                $added = $of->add($property);
                assert($added instanceof Property);
                $added->setRawMimeDirValue($written($wall));
            }
        }
        if ($one->rule !== null) {
            $of->add('RRULE', $one->rule);
        }

        return $of;
    }

    private static function offset(int $seconds): string
    {
        $rest = abs($seconds) % 60;

        return sprintf('%s%02d%02d', $seconds < 0 ? '-' : '+', intdiv(abs($seconds), 3600), intdiv(abs($seconds) % 3600, 60)).
            ($rest === 0 ? '' : sprintf('%02d', $rest));
    }
}
