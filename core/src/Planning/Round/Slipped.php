<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Round;

use PlumRota\Core\Time\LocalDate;

/** Which routines were not kept in a stretch that is over, and on which weekdays. */
final readonly class Slipped
{
    /**
     * @param  int  $missed  how often it was not done
     * @param  int  $of  how often it came
     * @param  list<int>  $weekdays  of ISO 8601, those on which it was missed most often
     */
    private function __construct(public string $key, public int $missed, public int $of, public array $weekdays)
    {
    }

    /**
     * @param  iterable<array{string, LocalDate, bool}>  $occurrences  of tasks: key of the routine, day, whether it was done
     * @return list<self> what was missed most often first
     */
    public static function among(iterable $occurrences): array
    {
        $of = $missed = [];
        foreach ($occurrences as [$key, $day, $isDone]) {
            $of[$key] = ($of[$key] ?? 0) + 1;
            if (! $isDone) {
                $weekday = $day->weekday()->value;
                $missed[$key][$weekday] = ($missed[$key][$weekday] ?? 0) + 1;
            }
        }
        $slipped = [];
        foreach ($missed as $key => $byWeekday) {
            $most = max($byWeekday);
            $weekdays = array_keys($byWeekday, $most, true);
            sort($weekdays);
            $slipped[] = new self((string) $key, array_sum($byWeekday), $of[$key], $weekdays);
        }
        usort($slipped, fn (self $a, self $b): int => [-$a->missed, $a->of, $a->key] <=> [-$b->missed, $b->of, $b->key]);

        return $slipped;
    }
}
