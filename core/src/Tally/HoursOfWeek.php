<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

/** Minutes by weekday and hour: when one works. What has no hours and was not timed lies in none. */
final class HoursOfWeek
{
    /** @var array<string, array<int, int>> minutes of each of the 168 hours, Monday first, by measure */
    private array $minutes;

    public function __construct()
    {
        $this->minutes = array_fill_keys(
            array_map(fn (Measure $one): string => $one->value, Measure::cases()),
            array_fill(0, 168, 0),
        );
    }

    /** Those of one line. */
    public static function of(CountedLine $line): self
    {
        $hours = new self();
        $hours->add($line);

        return $hours;
    }

    public function add(CountedLine $line): void
    {
        $count = $line->count;
        foreach ([Measure::Planned->value => $count->planned, Measure::Done->value => $count->done] as $by => $minutes) {
            if ($minutes > 0 && $count->to > $count->from) {
                $this->spread($by, $count->from, min($count->to, $count->from + $minutes * 60));
            }
        }
        if ($count->isTimed) {
            foreach ($count->parts as [$from, $minutes]) {
                $this->minutes[Measure::Worked->value][self::hour($from)] += $minutes;
            }
        } elseif ($count->worked > 0 && $count->to > $count->from) {
            $this->spread(Measure::Worked->value, $count->from, min($count->to, $count->from + $count->worked * 60));
        }
    }

    /** @return array<string, list<int>> */
    public function minutes(): array
    {
        return array_map(array_values(...), $this->minutes);
    }

    private function spread(string $by, int $from, int $to): void
    {
        while ($from < $to) {
            $end = min($to, ((int) floor($from / 3600) + 1) * 3600);
            $this->minutes[$by][self::hour($from)] += (int) floor($end / 60) - (int) floor($from / 60);
            $from = $end;
        }
    }

    /** The first of January 1970 was a Thursday. */
    private static function hour(int $seconds): int
    {
        return ((((int) floor($seconds / 3600) + 72) % 168) + 168) % 168;
    }
}
