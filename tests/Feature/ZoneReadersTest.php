<?php

declare(strict_types=1);

use App\Interchange\CalendarWriter;
use App\Interchange\DateTimeValue;
use App\Interchange\EntryWriter;
use App\Interchange\ZoneNames;
use App\Queries\Occurrences\DaysOff;
use Carbon\CarbonImmutable;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Reader;

/**
 * Instants around every change of the clocks, and one of each forty days, with the offsets of PHP's copy of the IANA database. An hour
 * that comes twice is left out: a wall time does not say which of the two it is.
 *
 * @return list<array{int, int}>
 */
function offsetsOf(string $name, int $first, int $last): array
{
    $zone = new DateTimeZone($name);
    [$begin, $end] = [gmmktime(0, 0, 0, 1, 2, $first), gmmktime(0, 0, 0, 12, 30, $last)];
    $at = array_fill_keys(range($begin, $end, 40 * 86400 + 6 * 3600), false);
    foreach ($zone->getTransitions($begin, $end) ?: [] as $one) {
        foreach ([-21600, -3600, 0, 3600, 21600, 86400] as $apart) {
            $at[$one['ts'] + $apart] = abs($apart) <= 3600;
        }
    }
    $offset = fn (int $instant): int => $zone->getOffset(new DateTimeImmutable("@{$instant}"));
    $offsets = [];
    foreach ($at as $instant => $isNear) {
        $is = $offset($instant);
        $comesTwice = false;
        for ($apart = $isNear ? -10800 : 10801; $apart <= 10800; $apart += 1800) {
            $comesTwice = $comesTwice || ($apart !== 0 && $offset($instant + $apart) === $is - $apart);
        }
        if ($instant >= $begin && $instant <= $end && ! $comesTwice) {
            $offsets[] = [$instant, $is];
        }
    }

    return $offsets;
}

/** Held against ical.js, python3-dateutil and python3-icalendar, which know nothing of a zone but its VTIMEZONE. */
test('every zone is told so that three readers have its times over thirty years', function () {
    $now = CarbonImmutable::parse('2026-11-25');
    $marks = resolve(DaysOff::class)->marks($this->user);
    $writer = new CalendarWriter(new EntryWriter($this->user->timeZone(), $marks, $now), $now);
    $zones = [];
    foreach (DateTimeZone::listIdentifiers() as $name) {
        $zones[] = [
            'name' => $name,
            'text' => "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Plum Rota//Test//EN\r\n".
                $writer->zone($name, 2006)->serialize()."END:VCALENDAR\r\n",
            'offsets' => offsetsOf($name, 2006, 2036),
        ];
    }
    $path = (string) tempnam(sys_get_temp_dir(), 'zones');
    file_put_contents($path, json_encode($zones, JSON_THROW_ON_ERROR));
    $said = [(string) shell_exec('node '.__DIR__.'/zones.mjs '.escapeshellarg($path).' 2>&1')];
    exec('/usr/bin/python3 -c "import icalendar, dateutil" 2>&1', $none, $status);
    if ($status === 0) {
        $said[] = (string) shell_exec('/usr/bin/python3 '.__DIR__.'/zones.py '.escapeshellarg($path).' 2>&1');
    }
    unlink($path);
    expect(count($zones))->toBeGreaterThan(400)->and(array_map(trim(...), $said))->each->toBe('[]');
});

/** A file with one event at noon on each day given, in a zone that only its VTIMEZONE tells. */
function toldBy(string $zone, string ...$days): VCalendar
{
    $events = implode('', array_map(
        fn (string $day): string => "BEGIN:VEVENT\r\nUID:{$day}\r\nDTSTAMP:20261125T100000Z\r\nDTSTART;TZID=Own:{$day}T120000\r\nEND:VEVENT\r\n",
        $days,
    ));

    return Reader::read("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Plum Rota//Test//EN\r\n{$zone}{$events}END:VCALENDAR\r\n");
}

test('a zone that only its VTIMEZONE tells is the one with its rules', function () {
    $now = CarbonImmutable::parse('2026-11-25');
    $writer = new CalendarWriter(new EntryWriter($this->user->timeZone(), resolve(DaysOff::class)->marks($this->user), $now), $now);
    $wrong = [];
    foreach (array_filter(DateTimeZone::listIdentifiers(), fn (string $name): bool => crc32($name) % 9 === 0) as $name) {
        $text = str_replace("TZID:{$name}", 'TZID:Own', $writer->zone($name, 2020)->serialize());
        $zone = (new ZoneNames(toldBy($text, '20260110', '20260710'), $this->user->timeZone()))->zone('Own');
        foreach ($zone === null ? [0] : offsetsOf($name, 2026, 2060) as $one) {
            if ($zone === null || $zone->offsetAt($one[0]) !== $one[1]) {
                $wrong[] = "{$name} was taken for ".($zone->name ?? 'none');

                break;
            }
        }
    }
    expect($wrong)->toBe([]);
});

test('a zone whose clocks change every second is none', function () {
    $text = "BEGIN:VTIMEZONE\r\nTZID:Own\r\nBEGIN:STANDARD\r\nDTSTART:16010101T000000\r\nTZOFFSETFROM:+0300\r\nTZOFFSETTO:+0200\r\n".
        "RRULE:FREQ=SECONDLY\r\nEND:STANDARD\r\nEND:VTIMEZONE\r\n";
    expect((new ZoneNames(toldBy($text, '20260110'), $this->user->timeZone()))->told('Own'))->toBeNull();
});

test('whose rules no zone has is used as it stands', function () {
    // Two hours east, and three from the second Sunday in April to the first in November: nobody's.
    $text = "BEGIN:VTIMEZONE\r\nTZID:Own\r\n".
        "BEGIN:STANDARD\r\nDTSTART:20071104T030000\r\nTZOFFSETFROM:+0300\r\nTZOFFSETTO:+0200\r\nRRULE:FREQ=YEARLY;BYMONTH=11;BYDAY=1SU\r\nEND:STANDARD\r\n".
        "BEGIN:DAYLIGHT\r\nDTSTART:20070408T020000\r\nTZOFFSETFROM:+0200\r\nTZOFFSETTO:+0300\r\nRRULE:FREQ=YEARLY;BYMONTH=4;BYDAY=2SU\r\nEND:DAYLIGHT\r\n".
        "END:VTIMEZONE\r\n";
    $file = toldBy($text, '20260110', '20260710');
    $zones = new ZoneNames($file, $this->user->timeZone());
    expect($zones->zone('Own'))->toBeNull();
    $read = array_map(function (Component $event) use ($zones): string {
        $repairs = [];
        $value = DateTimeValue::of($event->DTSTART, $zones, $repairs);

        return $value->text($this->user->timeZone()).' '.implode(' ', $repairs);
    }, array_values($file->select('VEVENT')));
    expect($read)
        ->each->toContain('rules of its own')
        ->and($read[0])
        ->toStartWith('2026-01-10T11:00:00')
        ->and($read[1])
        ->toStartWith('2026-07-10T11:00:00');
});
