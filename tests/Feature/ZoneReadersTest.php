<?php

declare(strict_types=1);

use App\Interchange\CalendarWriter;
use App\Interchange\EntryWriter;
use App\Queries\Occurrences\DaysOff;
use Carbon\CarbonImmutable;

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
