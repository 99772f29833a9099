<?php

declare(strict_types=1);

namespace PlumRota\Core\Interchange;

use DateTimeZone;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/**
 * The offsets of a zone from a year on, as a VTIMEZONE tells them: each change as it was, and what changes by a yearly rule as that
 * rule, so that a reader without a database of its own has the same times for ever.
 *
 * @phpstan-type Transition array{ts: int, from: int, to: int, name: string, isDaylight: bool}
 */
final class ZoneObservances
{
    /** So many years of the same rule make it one. */
    private const LEAST_YEARS = 5;

    /** Changes are known this many years on; a zone that changes on dates of its own until then is written out date by date. */
    private const YEARS_ON = 30;

    /**
     * @param  int  $from  the first year whose times matter
     * @param  int  $now  the present year: a rule must hold from then on
     * @return non-empty-list<Observance> the one in force at the beginning first
     */
    public static function of(Zone $zone, int $from, int $now): array
    {
        $begin = self::instant($from);
        $end = self::instant($now + self::YEARS_ON);
        $database = new DateTimeZone($zone->name);
        $transitions = self::transitions($database, $begin, $end);
        $atFirst = $database->getTransitions($begin, $begin)[0] ?? ['abbr' => 'UTC', 'isdst' => false];
        $offset = $zone->offsetAt($begin);
        $observances = [
            new Observance($offset, $offset, self::name($atFirst['abbr'], $offset), $atFirst['isdst'] && ($transitions[0]['to'] ?? 0) < $offset, [
                LocalDateTime::fromSeconds($begin + $offset),
            ]),
        ];
        foreach (self::alike($transitions) as $group) {
            [$dates, $yearly] = self::divided($group, $now + self::YEARS_ON - 1);
            foreach (array_filter([$dates, $yearly === [] ? [] : [$yearly[0]]]) as $i => $ones) {
                $observances[] = new Observance(
                    $ones[0]['from'],
                    $ones[0]['to'],
                    $ones[0]['name'],
                    $ones[0]['isDaylight'],
                    array_map(self::onset(...), $ones),
                    $i === 1 ? self::rule($yearly) : null,
                );
            }
        }

        return $observances;
    }

    /** @return list<Transition> */
    private static function transitions(DateTimeZone $zone, int $begin, int $end): array
    {
        $known = $zone->getTransitions($begin, $end) ?: [];
        $transitions = [];
        foreach ($known as $i => $one) {
            // The first is the state at the beginning.
            if ($i > 0) {
                $transitions[] = [
                    'ts' => $one['ts'],
                    'from' => $known[$i - 1]['offset'],
                    'to' => $one['offset'],
                    'name' => self::name($one['abbr'], $one['offset']),
                    // Morocco sets its clocks back in Ramadan: a summer time that is less than its standard is none to most readers.
                    'isDaylight' => $one['isdst'] && $one['offset'] > $known[$i - 1]['offset'],
                ];
            }
        }

        return $transitions;
    }

    /**
     * @param  list<Transition>  $transitions
     * @return list<non-empty-list<Transition>> those from and to the same, in order
     */
    private static function alike(array $transitions): array
    {
        $groups = [];
        foreach ($transitions as $one) {
            $groups["{$one['from']}|{$one['to']}|{$one['name']}|".($one['isDaylight'] ? 'd' : 's')][] = $one;
        }

        return array_values($groups);
    }

    /**
     * @param  non-empty-list<Transition>  $group
     * @param  int  $until  the last year of which changes are known
     * @return array{list<Transition>, list<Transition>} those that stand for themselves, and the yearly ones at the end
     */
    private static function divided(array $group, int $until): array
    {
        $last = count($group) - 1;
        if (self::year($group[$last]) < $until) {
            return [$group, []];
        }
        $first = $last;
        $rule = self::rule([$group[$last]]);
        while (
            $first > 0 &&
            self::year($group[$first - 1]) === self::year($group[$first]) - 1 &&
            self::follows($group[$first - 1], $rule, $group[$last])
        ) {
            $first--;
        }

        return $last - $first + 1 < self::LEAST_YEARS
            ? [$group, []]
            : [array_slice($group, 0, $first), array_slice($group, $first)];
    }

    /**
     * @param  Transition  $one
     * @param  Transition  $last
     */
    private static function follows(array $one, string $rule, array $last): bool
    {
        return self::rule([$one]) === $rule && self::onset($one)->time()->seconds === self::onset($last)->time()->seconds;
    }

    /**
     * The last weekday of a month where it lies in the last seven days, else the one on or after a day counted in weeks.
     *
     * @param  list<Transition>  $yearly
     */
    private static function rule(array $yearly): string
    {
        $onset = self::onset($yearly[0]);
        $date = $onset->date();
        $weekday = $date->weekday()->name;
        $days = Gregorian::daysInMonth($date->year, $date->month);
        $position = $date->day > $days - 7 ? -1 : intdiv($date->day - 1, 7) + 1;

        return "FREQ=YEARLY;BYMONTH={$date->month};BYDAY={$position}{$weekday}";
    }

    /** @param  Transition  $one */
    private static function onset(array $one): LocalDateTime
    {
        return LocalDateTime::fromSeconds($one['ts'] + $one['from']);
    }

    /** @param  Transition  $one */
    private static function year(array $one): int
    {
        return self::onset($one)->date()->year;
    }

    private static function instant(int $year): int
    {
        return Gregorian::dayNumber($year, 1, 1) * 86400;
    }

    /** The database gives some zones no letters, but the offset. */
    private static function name(string $abbreviation, int $offset): string
    {
        return preg_match('/^[A-Z]{2,}$/', $abbreviation) === 1
            ? $abbreviation
            : sprintf('UTC%s%02d:%02d', $offset < 0 ? '-' : '+', intdiv(abs($offset), 3600), intdiv(abs($offset) % 3600, 60));
    }
}
