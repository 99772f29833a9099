<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;

/** From the days of a period to its seconds: days → times → positions. */
final readonly class DayTimes
{
    /** @var list<int> in seconds */
    public array $times;

    public function __construct(private RecurrenceRule $rule, LocalDateTime $start)
    {
        $own = Gregorian::secondOfDay($start->seconds);
        $this->times = $rule->namesTimes() ? self::named($rule, $own) : [$own];
    }

    /**
     * @param  list<int>  $days  from any day on, ascending
     * @return list<int> seconds from the midnight before that day, ascending
     */
    public function on(array $days): array
    {
        $seconds = [];
        foreach ($days as $day) {
            foreach ($this->times as $time) {
                $seconds[] = $day * 86400 + $time;
            }
        }

        return Positions::of($this->rule->bySetPos, $seconds);
    }

    /**
     * The times that a rule of days names, what it leaves out taken from the start.
     *
     * @return list<int>
     */
    private static function named(RecurrenceRule $rule, int $own): array
    {
        $times = [];
        foreach ($rule->byHour !== [] ? $rule->byHour : [intdiv($own, 3600)] as $hour) {
            foreach (self::withinHour($rule, $own) as $second) {
                $times[] = $hour * 3600 + $second;
            }
        }

        return $times;
    }

    /**
     * @param  int  $own  the start's second of the day
     * @return list<int>
     */
    public static function withinHour(RecurrenceRule $rule, int $own): array
    {
        $times = [];
        foreach ($rule->byMinute !== [] ? $rule->byMinute : [intdiv($own, 60) % 60] as $minute) {
            foreach (self::withinMinute($rule, $own) as $second) {
                $times[] = $minute * 60 + $second;
            }
        }

        return $times;
    }

    /**
     * A leap second is read as the last one of its minute (RFC 5545 3.3.12).
     *
     * @param  int  $own  the start's second of the day
     * @return list<int>
     */
    public static function withinMinute(RecurrenceRule $rule, int $own): array
    {
        $seconds = $rule->bySecond !== [] ? $rule->bySecond : [$own % 60];

        return array_values(array_unique(array_map(fn (int $second): int => min(59, $second), $seconds)));
    }
}
